import { type Issue, type Part, type PartUse } from '@zucchini/core';
import type { EntityManager } from 'typeorm';

/** A part that was stored over another state of it. */
export interface PartChange {
  readonly before: Part;
  readonly after: Part;
}

/** What draws on the catalogue, as the catalogue sees it: it is asked before a part changes. */
export interface Followers {
  /** Who draws on a part. */
  listUses(manager: EntityManager, partId: string): Promise<PartUse[]>;
  /** Looks ahead, before anything is held, which rigs go together with what is to be stored: how far each had gone then. */
  checkAhead(
    manager: EntityManager,
    changes: readonly PartChange[],
  ): Promise<ReadonlyMap<string, number>>;
  /**
   * Follows parts that were just stored, inside the same transaction. What could no longer be put together is
   * listed; the caller then stores nothing.
   */
  followParts(
    manager: EntityManager,
    changes: readonly PartChange[],
    checked: ReadonlyMap<string, number>,
  ): Promise<Issue[]>;
}
