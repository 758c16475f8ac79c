import { isDeepStrictEqual } from 'node:util';
import { findRigIssues, type Collider, type NotComputed } from '@zucchini/core';
import { IsNull, type EntityManager } from 'typeorm';
import { RigEntity } from '../database/index.js';
import { judge, outlineRig, type Judged, type StoredSummary } from './mapper.js';
import type { DueRig } from './marks.js';
import { findRigAsStored } from './repository.js';

async function store(
  manager: EntityManager,
  { id, due }: DueRig,
  revision: number,
  judged: { readonly summary: StoredSummary } & Partial<Judged>,
): Promise<void> {
  const state = due === null ? { id, revision, due: IsNull() } : { id, due };
  await manager.update(RigEntity, state, { ...judged, due: null } as never);
}

/**
 * Computes the figures of a rig and stores them, unless it was changed meanwhile: then they are due once more, and
 * whoever computes them next does. `now` in ms.
 */
export async function judgeDue(
  manager: EntityManager,
  rig: DueRig,
  collider: Collider,
  now: () => number,
): Promise<void> {
  const found = await findRigAsStored(manager, rig.id);
  if (!found || found.row.due !== rig.due) return;
  const { row, rig: doc, parts } = found;
  // Nothing that is stored is like that; what could be would end whoever places it.
  if (findRigIssues(doc, parts, 'rig').length > 0) {
    const summary: StoredSummary = { ...outlineRig(doc), notComputed: 'fault' };
    await store(manager, rig, row.revision, { summary });
    return;
  }
  const judged = judge(doc, parts, collider, now);
  if (rig.due === null && isDeepStrictEqual(judged.summary, row.summary)) return;
  await store(manager, rig, row.revision, judged);
}

/** Stores that the figures of a rig cannot be computed, and why. Asks nothing of the rig itself: it may be what is at fault. */
export async function giveUp(manager: EntityManager, rig: DueRig, why: NotComputed): Promise<void> {
  const row = await manager.findOne(RigEntity, {
    where: { id: rig.id },
    select: { id: true, revision: true, due: true, summary: true } as never,
  });
  if (!row || row.due !== rig.due) return;
  const { figures: _, ...known } = row.summary as StoredSummary;
  await store(manager, rig, row.revision, { summary: { ...known, notComputed: why } });
}
