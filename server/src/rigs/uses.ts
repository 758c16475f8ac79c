import { isDeepStrictEqual } from 'node:util';
import {
  findRigIssues,
  listSetupItems,
  type Issue,
  type Part,
  type PartBook,
  type Rig,
  type PartUse,
} from '@zucchini/core';
import { In, type EntityManager } from 'typeorm';
import { KitItemEntity, RigEntity, RigItemEntity } from '../database/index.js';
import { findCollider } from './collider.js';
import { fromRigRow, summarise } from './mapper.js';
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

async function bookFor(manager: EntityManager, rig: Rig): Promise<PartBook> {
  return findParts(
    manager,
    rig.kit.map((i) => i.partId),
  );
}

/**
 * The shelf's figures of every rig, computed again: another edition of the application may judge what is stored in
 * another way. Written only where they differ and nobody has saved meanwhile; ends early when `isOver`. Resolves with how
 * many were written.
 */
export async function refreshShelf(
  manager: EntityManager,
  isOver: () => boolean = () => false,
): Promise<number> {
  let written = 0;
  const collider = await findCollider();
  for (const { id } of await manager.find(RigEntity, { select: { id: true } })) {
    if (isOver()) break;
    const row = await manager.findOneBy(RigEntity, { id });
    if (!row) continue;
    const rig = fromRigRow(row, await findKit(manager, id));
    const book = await bookFor(manager, rig);
    if (findRigIssues(rig, book, 'rig').length > 0) continue;
    const summary = summarise(rig, book, collider);
    if (isDeepStrictEqual(summary, row.summary)) continue;
    const { revision } = row;
    const { affected } = await manager.update(RigEntity, { id, revision }, { summary } as never);
    written += affected ?? 0;
  }
  return written;
}

/**
 * What stored parts mean for the rigs that draw on them: the shelf's figures are computed again. A rig that could
 * no longer be put together, since a mount that it uses is gone, is listed by its name; the caller then stores
 * nothing. Run inside the transaction that stored the parts.
 */
export async function followParts(
  manager: EntityManager,
  parts: readonly Part[],
): Promise<Issue[]> {
  const ids = parts.map((p) => p.id);
  const issues: Issue[] = [];
  const rows = await manager.findBy(RigEntity, { id: In(await listRigIds(manager, ids)) });
  for (const row of rows) {
    const rig = fromRigRow(row, await findKit(manager, row.id));
    const book = await bookFor(manager, rig);
    const broken = findRigIssues(rig, book, `rig “${rig.name}”`);
    issues.push(...broken);
    if (broken.length > 0) continue;
    const summary = summarise(rig, book, await findCollider());
    await manager.update(RigEntity, { id: row.id }, { summary } as never);
  }
  // Kept versions hold their own parts: nothing of them changes.
  return issues;
}
