import type { Offered, Part, Rig } from '@zucchini/core';
import type { PartNews } from '../../desk/workerParts';

/** What the worker is asked. Parts go over once; later questions name only what is new. */
export interface RemediesQuestion extends PartNews {
  readonly run: number;
  readonly rig: Rig;
  readonly setupId: string;
}

/** The ways out that were found since the last answer. */
export interface RemediesAnswer {
  readonly offered: readonly Offered[];
  readonly done: number;
  readonly total: number;
  /** Parts of the catalogue that the ways out would bring in, and that the page has not been told of yet. */
  readonly parts: readonly Part[];
}
