import {
  createHistory,
  editPart,
  findElement,
  findPartFaults,
  record,
  redo,
  undo,
  type Element,
  type History,
  type Part,
  type PartEdit,
  type ViewName,
} from '@zucchini/core';
import { computed, ref, shallowRef } from 'vue';
import { announce } from '../../shared/announce';

/** A part that is being corrected: its states, what is chosen on it, the face that is looked at. */
export function useEditor() {
  const history = shallowRef<History<Part>>();
  /** While something is dragged: the part as it would be. */
  const preview = shallowRef<Part>();
  const revision = ref(0);
  /** The part as it is stored. */
  const stored = shallowRef<Part>();
  const chosen = ref<string>();
  const view = ref<ViewName>('near');
  const trouble = ref('');

  const part = computed(() => preview.value ?? history.value?.present);
  const element = computed<Element | undefined>(() =>
    part.value && chosen.value !== undefined ? findElement(part.value, chosen.value) : undefined,
  );
  const faults = computed(() => (part.value ? findPartFaults(part.value) : []));
  const changed = computed(
    () => history.value !== undefined && history.value.present !== stored.value,
  );
  const canUndo = computed(() => (history.value?.past.length ?? 0) > 0);
  const canRedo = computed(() => (history.value?.future.length ?? 0) > 0);

  function open(next: Part, at: number): void {
    history.value = createHistory(next);
    stored.value = next;
    revision.value = at;
    preview.value = undefined;
    trouble.value = '';
    if (chosen.value !== undefined && !findElement(next, chosen.value)) chosen.value = undefined;
  }

  /** What is shown counts as stored now, at this revision; the steps back stay. */
  function settle(at: number): void {
    stored.value = history.value?.present;
    revision.value = at;
  }

  /** Makes an edit; one that would make no part is refused, told, and changes nothing. */
  function apply(edit: PartEdit): boolean {
    const now = history.value;
    if (!now) return false;
    preview.value = undefined;
    const outcome = editPart(now.present, edit);
    if (outcome.state === 'refused') {
      const [issue] = outcome.issues;
      trouble.value = `${issue?.path}: ${issue?.message}`;
      announce(trouble.value);
      return false;
    }
    trouble.value = '';
    history.value = record(now, outcome.part);
    return true;
  }

  /** Shows the part as an edit would make it, until it is made or let go. */
  function tryOut(edit: PartEdit): void {
    const now = history.value;
    if (!now) return;
    const outcome = editPart(now.present, edit);
    if (outcome.state === 'edited') preview.value = outcome.part;
  }
  function letGo(): void {
    preview.value = undefined;
  }

  function choose(id: string | undefined): void {
    chosen.value = id;
  }

  function back(): void {
    if (history.value) history.value = undo(history.value);
    trouble.value = '';
  }
  function forth(): void {
    if (history.value) history.value = redo(history.value);
    trouble.value = '';
  }

  return {
    history,
    part,
    preview,
    revision,
    stored,
    chosen,
    view,
    trouble,
    element,
    faults,
    changed,
    canUndo,
    canRedo,
    open,
    settle,
    apply,
    tryOut,
    letGo,
    choose,
    back,
    forth,
  };
}
export type Editor = ReturnType<typeof useEditor>;
