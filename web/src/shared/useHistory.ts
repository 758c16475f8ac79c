import { createHistory, record, redo, undo, type History } from '@zucchini/core';
import { computed, shallowRef } from 'vue';

/**
 * A document with its steps back and forth, and what is tried out on it: shown until it is kept as one step or let
 * go. States are never changed, so a step is a reference. `onStep` hears of every new present.
 */
export function useHistory<T>(onStep: (present: T) => void = () => undefined) {
  const history = shallowRef<History<T>>();
  /** What the document would be, while something is tried out. */
  const preview = shallowRef<T>();
  const present = computed(() => history.value?.present);
  const shown = computed(() => preview.value ?? present.value);
  const canUndo = computed(() => (history.value?.past.length ?? 0) > 0);
  const canRedo = computed(() => (history.value?.future.length ?? 0) > 0);

  function take(next: History<T>): void {
    history.value = next;
    preview.value = undefined;
    onStep(next.present);
  }

  /** Begins anew with a document, without any steps. */
  function open(document: T | undefined): void {
    history.value = document === undefined ? undefined : createHistory(document);
    preview.value = undefined;
  }
  /** Makes a state the present one, to be undone in one step. */
  function commit(next: T): void {
    if (history.value) take(record(history.value, next));
  }
  /** Shows a state without making it the present one. */
  function tryOut(next: T): void {
    if (history.value) preview.value = next;
  }
  /** Makes what is tried out the present state. */
  function keep(): void {
    if (preview.value !== undefined) commit(preview.value);
  }
  function letGo(): void {
    preview.value = undefined;
  }
  function back(): void {
    if (history.value && canUndo.value) take(undo(history.value));
  }
  function forth(): void {
    if (history.value && canRedo.value) take(redo(history.value));
  }

  return {
    history,
    preview,
    present,
    shown,
    canUndo,
    canRedo,
    open,
    commit,
    tryOut,
    keep,
    letGo,
    back,
    forth,
  };
}
