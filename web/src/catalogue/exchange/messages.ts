import type { ChangedFact, Doubt, Fate } from '@zucchini/core';

/** What the import worker is told. */
export type ToWorker =
  | { readonly do: 'plan'; readonly name: string; readonly text: string }
  | { readonly do: 'store'; readonly places: readonly string[] };

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

/** What the import worker says. */
export type FromWorker =
  | { readonly say: 'reading' }
  | {
      readonly say: 'rows';
      readonly rows: readonly ShownRow[];
      readonly done: number;
      readonly total: number;
    }
  | { readonly say: 'planned' }
  | { readonly say: 'stored'; readonly count: number }
  | {
      readonly say: 'failed';
      readonly message: string;
      readonly issues?: readonly { readonly path: string; readonly message: string }[];
    };
