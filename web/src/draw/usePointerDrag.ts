import type { Point2 } from '@zucchini/core';
import { onScopeDispose, ref } from 'vue';

/** What is done while something is dragged. */
export interface Dragging {
  /** Heard for each move, once the pointer has gone far enough to be a drag and not a click. */
  move(event: PointerEvent): void;
  /** Let go where the pointer is; only after a move. */
  end(event: PointerEvent): void;
  /** Ended by the system or the scope: nothing of it counts. Only after a move. */
  cancel(): void;
  /** Whatever way it ended, last. */
  done?(): void;
}

/** How far a pointer moves before it is a drag and not a click, in px. */
export const slackPx = 3;

/**
 * Drags with one pointer at a time: a second finger does not take over, a cancelled pointer undoes, and nothing is
 * heard any more when the scope ends. Heard on the window, since what is dragged may be drawn anew in another place,
 * which would end a capture. `target` is the window but in tests.
 */
export function usePointerDrag(target: EventTarget = globalThis.window) {
  const moved = ref(false);
  let now: { readonly id: number; readonly from: Point2; readonly what: Dragging } | undefined;

  const heard: Readonly<Record<string, (event: Event) => void>> = {
    pointermove: (e) => follow(e as PointerEvent),
    pointerup: (e) => end(e as PointerEvent),
    pointercancel: (e) => {
      if ((e as PointerEvent).pointerId === now?.id) cancel();
    },
  };

  /** Starts a drag; one that is under way is cancelled first. */
  function begin(event: PointerEvent, what: Dragging): void {
    cancel();
    now = { id: event.pointerId, from: [event.clientX, event.clientY], what };
    for (const [name, hear] of Object.entries(heard)) target.addEventListener(name, hear);
  }

  function follow(event: PointerEvent): void {
    if (event.pointerId !== now?.id) return;
    const far = Math.hypot(event.clientX - now.from[0], event.clientY - now.from[1]);
    if (!moved.value && far < slackPx) return;
    moved.value = true;
    now.what.move(event);
  }

  function stop(): Dragging | undefined {
    const what = now?.what;
    for (const [name, hear] of Object.entries(heard)) target.removeEventListener(name, hear);
    now = undefined;
    return what;
  }

  function end(event: PointerEvent): void {
    if (event.pointerId !== now?.id) return;
    const what = stop();
    if (moved.value) what?.end(event);
    moved.value = false;
    what?.done?.();
  }

  function cancel(): void {
    const what = stop();
    if (!what) return;
    if (moved.value) what.cancel();
    moved.value = false;
    what.done?.();
  }

  onScopeDispose(cancel);
  return { moved, begin, cancel };
}
