import type { Collider } from './collider.js';

/** Time that a computation may take. Read where the work is: every pair of solids, every stretch of a search. */
export interface Budget {
  readonly limitMs: number;
  /** Throws `OverBudget` where the time is over. */
  check(): void;
  /** Begins the time once more: for the next piece of a long work that tells each piece as it comes. */
  renew(): void;
}

/** Thrown out of a computation whose time is over: what it would have said is not known. */
export class OverBudget extends Error {
  constructor(readonly limitMs: number) {
    super(`it takes longer than ${limitMs / 1000} s`);
    this.name = 'OverBudget';
  }
}

/**
 * The longest that one setup may be computed for in ms, wherever nobody looks on: on the server, in a browser's worker, on
 * the command line (estimate: a hundred times what a rig of 40 parts takes).
 */
export const setupBudgetMs = 5000;

/** The longest that the page itself stands still for one setup, in ms (estimate: what a person bears once). */
export const pageBudgetMs = 2000;

/** The longest that the page stands still for one setup where whoever looks at it has asked for it, in ms. */
export const askedBudgetMs = 10_000;

/** The longest that a question to a worker may take that is answered in one piece, in ms; it can be stopped before. */
export const questionBudgetMs = 30_000;

/** How many pairs are looked at between two looks at the clock. */
const pairsALook = 16;

/** Time that begins now. `now` in ms, from any beginning. */
export function createBudget(limitMs: number, now: () => number): Budget {
  let end = now() + limitMs;
  return {
    limitMs,
    check: () => {
      if (now() > end) throw new OverBudget(limitMs);
    },
    renew: () => {
      end = now() + limitMs;
    },
  };
}

/** The same narrow phase for as long as the time lasts; then whatever asks it ends by `OverBudget`. */
export function withBudget(collider: Collider, budget: Budget): Collider {
  let pairs = 0;
  return {
    meet: (...pair) => {
      pairs += 1;
      if (pairs % pairsALook === 0) budget.check();
      return collider.meet(...pair);
    },
    rest: () => budget.check(),
  };
}
