import type { ChangedFact, Doubt, Fate } from '@zucchini/core';

/** One row of a dry run as the page shows it; the part itself stays in the worker. */
export interface ShownRow {
  readonly place: string;
  readonly title: string;
  readonly id: string;
  readonly fate: Fate['fate'];
  readonly changed: readonly ChangedFact[];
  readonly doubts: readonly Doubt[];
  readonly why: readonly { readonly path: string; readonly message: string }[];
}

/** Why nothing came of it, with the places that are wrong. */
interface Failed {
  readonly state: 'failed';
  readonly message: string;
  readonly issues?: readonly { readonly path: string; readonly message: string }[];
}

/** What becomes of a dry run, and of storing what it planned. */
export type PlanOutcome = { readonly state: 'planned' } | Failed;
export type StoreOutcome = { readonly state: 'stored'; readonly count: number } | Failed;
