import {
  editPart,
  findElement,
  findPartFaults,
  type Element,
  type Part,
  type PartEdit,
  type ViewName,
} from '@zucchini/core';
import { computed, ref, shallowRef } from 'vue';
import { announce } from '../../shared/announce';
import { useHistory } from '../../shared/useHistory';

/** A part that is being corrected: its states, what is chosen on it, the face that is looked at. */
export function useEditor() {
  const document = useHistory<Part>(() => {
    trouble.value = '';
  });
  const { history, preview, canUndo, canRedo, letGo, back, forth } = document;
  const revision = ref(0);
  /** The part as it is stored. */
  const stored = shallowRef<Part>();
  const chosen = ref<string>();
  const view = ref<ViewName>('near');
  const trouble = ref('');

  const part = document.shown;
  const element = computed<Element | undefined>(() =>
    part.value && chosen.value !== undefined ? findElement(part.value, chosen.value) : undefined,
  );
  const faults = computed(() => (part.value ? findPartFaults(part.value) : []));
  const changed = computed(
    () => history.value !== undefined && history.value.present !== stored.value,
  );

  function open(next: Part, at: number): void {
    document.open(next);
    stored.value = next;
    revision.value = at;
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
    letGo();
    const outcome = editPart(now.present, edit);
    if (outcome.state === 'refused') {
      const [issue] = outcome.issues;
      trouble.value = `${issue?.path}: ${issue?.message}`;
      announce(trouble.value);
      return false;
    }
    document.commit(outcome.part);
    return true;
  }

  /** Shows the part as an edit would make it, until it is made or let go. */
  function tryOut(edit: PartEdit): void {
    const now = history.value;
    if (!now) return;
    const outcome = editPart(now.present, edit);
    if (outcome.state === 'edited') document.tryOut(outcome.part);
  }

  function choose(id: string | undefined): void {
    chosen.value = id;
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
