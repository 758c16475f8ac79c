/** The states of a document: those before, the one shown, and those undone. */
export interface History<T> {
  readonly past: readonly T[];
  readonly present: T;
  readonly future: readonly T[];
}

/** How many steps back are kept: an afternoon of edits; older ones are let go first. */
export const historyLength = 500;

export function createHistory<T>(present: T): History<T> {
  return { past: [], present, future: [] };
}

/** A new state after the present one. What had been undone is gone. The same state changes nothing. */
export function record<T>(history: History<T>, next: T): History<T> {
  if (next === history.present) return history;
  return {
    past: [...history.past, history.present].slice(-historyLength),
    present: next,
    future: [],
  };
}

/** One step back, or the same history where there is none. */
export function undo<T>(history: History<T>): History<T> {
  const previous = history.past.at(-1);
  if (previous === undefined) return history;
  return {
    past: history.past.slice(0, -1),
    present: previous,
    future: [history.present, ...history.future],
  };
}

/** One step forward again, or the same history where nothing was undone. */
export function redo<T>(history: History<T>): History<T> {
  const [next, ...future] = history.future;
  if (next === undefined) return history;
  return { past: [...history.past, history.present], present: next, future };
}
