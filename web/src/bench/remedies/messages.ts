import type { Offered, Part, Rig } from '@zucchini/core';

/** What the worker is asked. Parts go over once; later questions name only what is new. */
export interface RemediesQuestion {
  readonly run: number;
  readonly rig: Rig;
  readonly setupId: string;
  /** Parts the worker has not been given yet. */
  readonly newParts: readonly Part[];
}

/** The ways out that were found since the last answer. */
export interface RemediesAnswer {
  readonly offered: readonly Offered[];
  readonly done: number;
  readonly total: number;
}
