import {
  findRigIssues,
  listSetupItems,
  mayBreak,
  type Issue,
  type Rig,
  type PartUse,
} from '@zucchini/core';
import { In, type EntityManager } from 'typeorm';
import { KitItemEntity, RigEntity, RigItemEntity } from '../database/index.js';
import type { PartChange } from '../parts/followers.js';
import { markDue } from './marks.js';
import { fromKitItemRow, fromRigRow } from './mapper.js';
import { findKit } from './repository.js';
import { findParts } from '../parts/repository.js';

async function listRigIds(manager: EntityManager, partIds: readonly string[]): Promise<string[]> {
  const items = await manager.find(KitItemEntity, {
    where: { partId: In([...partIds]) },
    select: { id: true },
  });
  if (items.length === 0) return [];
  const links = await manager.findBy(RigItemEntity, { itemId: In(items.map((i) => i.id)) });
  return [...new Set(links.map((l) => l.rigId))].sort();
}

/** The rigs that draw on a part, with the setups in which it is fitted. */
export async function listUses(manager: EntityManager, partId: string): Promise<PartUse[]> {
  const ids = await listRigIds(manager, [partId]);
  const uses: PartUse[] = [];
  for (const row of await manager.find(RigEntity, {
    where: { id: In(ids) },
    order: { name: 'ASC' },
  })) {
    const rig = fromRigRow(row, await findKit(manager, row.id));
    const own = rig.kit.filter((i) => i.partId === partId);
    const itemIds = new Set(own.map((i) => i.id));
    const isFitted = (setup: Rig['setups'][number]) =>
      [...listSetupItems(setup)].some((id) => itemIds.has(id));
    uses.push({
      rigId: rig.id,
      rigName: rig.name,
      setups: rig.setups.filter(isFitted).map((s) => s.name),
      owned: own.some((i) => i.owned),
    });
  }
  return uses;
}

/** Rigs that are read and checked at a time, so that others are answered between. */
const batch = 10;

/** Rigs with their individuals, by few questions to the database. */
async function readRigs(manager: EntityManager, ids: readonly string[]): Promise<Rig[]> {
  const rows = await manager.findBy(RigEntity, { id: In([...ids]) });
  const links = await manager.find(RigItemEntity, {
    where: { rigId: In([...ids]) },
    order: { rigId: 'ASC', position: 'ASC' },
  });
  const items = await manager.findBy(KitItemEntity, { id: In(links.map((l) => l.itemId)) });
  const byId = new Map(items.map((row) => [row.id, fromKitItemRow(row)]));
  return rows.map((row) =>
    fromRigRow(
      row,
      links.filter((l) => l.rigId === row.id).flatMap((l) => byId.get(l.itemId) ?? []),
    ),
  );
}

/**
 * What stored parts mean for the rigs that draw on them: the shelf's figures are due again, and follow. A rig that could no
 * longer be put together, since a mount that it uses is gone, is listed by its name; the caller then stores nothing. Only
 * parts that have lost something are looked for in rigs. Run inside the transaction that stored the parts.
 */
export async function followParts(
  manager: EntityManager,
  changes: readonly PartChange[],
): Promise<Issue[]> {
  const issues: Issue[] = [];
  const risky = changes.filter(({ before, after }) => mayBreak(before, after));
  const asked = await listRigIds(
    manager,
    risky.map((c) => c.after.id),
  );
  for (let i = 0; i < asked.length; i += batch) {
    const rigs = await readRigs(manager, asked.slice(i, i + batch));
    const partIds = rigs.flatMap((rig) => rig.kit.map((item) => item.partId));
    const book = await findParts(manager, partIds);
    for (const rig of rigs) issues.push(...findRigIssues(rig, book, `rig “${rig.name}”`));
  }
  // Kept versions hold their own parts: nothing of them changes.
  if (issues.length > 0) return issues;
  await markDue(
    manager,
    await listRigIds(
      manager,
      changes.map((c) => c.after.id),
    ),
  );
  return [];
}
