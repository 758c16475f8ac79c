import {
  findRigIssues,
  listSetupItems,
  mayBreak,
  type Issue,
  type Part,
  type Rig,
  type PartUse,
} from '@zucchini/core';
import { In, type EntityManager } from 'typeorm';
import { KitItemEntity, RigEntity, RigItemEntity } from '../database/index.js';
import type { PartChange } from '../parts/followers.js';
import { markDue } from './marks.js';
import { fromKitItemRow, fromRigRow } from './mapper.js';
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

/** Rigs that are read and checked at a time, so that others are answered between. */
const batch = 10;

/** Rigs with their individuals, by few questions to the database. */
async function readRigs(
  manager: EntityManager,
  ids: readonly string[],
): Promise<{ rig: Rig; revision: number }[]> {
  const rows = await manager.findBy(RigEntity, { id: In([...ids]) });
  const links = await manager.find(RigItemEntity, {
    where: { rigId: In([...ids]) },
    order: { rigId: 'ASC', position: 'ASC' },
  });
  const items = await manager.findBy(KitItemEntity, { id: In(links.map((l) => l.itemId)) });
  const byId = new Map(items.map((row) => [row.id, fromKitItemRow(row)]));
  return rows.map((row) => {
    const kit = links.filter((l) => l.rigId === row.id).flatMap((l) => byId.get(l.itemId) ?? []);
    return { rig: fromRigRow(row, kit), revision: row.revision };
  });
}

/** The rigs that draw on a part, by name, with the setups in which it is fitted. */
export async function listUses(manager: EntityManager, partId: string): Promise<PartUse[]> {
  const ids = await listRigIds(manager, [partId]);
  const uses: PartUse[] = [];
  for (let i = 0; i < ids.length; i += batch) {
    for (const { rig } of await readRigs(manager, ids.slice(i, i + batch))) {
      const own = rig.kit.filter((item) => item.partId === partId);
      const itemIds = new Set(own.map((item) => item.id));
      const isFitted = (setup: Rig['setups'][number]) =>
        [...listSetupItems(setup)].some((id) => itemIds.has(id));
      uses.push({
        rigId: rig.id,
        rigName: rig.name,
        setups: rig.setups.filter(isFitted).map((s) => s.name),
        owned: own.some((item) => item.owned),
      });
    }
  }
  return uses.sort((a, b) => a.rigName.localeCompare(b.rigName) || (a.rigId < b.rigId ? -1 : 1));
}

/** How far rigs have gone that are known to go together. */
export type Checked = ReadonlyMap<string, number>;

/** The rigs among these that cannot be put together, each place by the rig's name; and those that can. */
async function checkRigs(
  manager: EntityManager,
  ids: readonly string[],
  coming: readonly Part[],
): Promise<{ issues: Issue[]; sound: [string, number][] }> {
  const issues: Issue[] = [];
  const sound: [string, number][] = [];
  for (let i = 0; i < ids.length; i += batch) {
    const rigs = await readRigs(manager, ids.slice(i, i + batch));
    const partIds = rigs.flatMap(({ rig }) => rig.kit.map((item) => item.partId));
    const book = new Map([
      ...(await findParts(manager, partIds)),
      ...coming.map((p) => [p.id, p] as const),
    ]);
    for (const { rig, revision } of rigs) {
      const own = findRigIssues(rig, book, `rig “${rig.name}”`);
      issues.push(...own);
      if (own.length === 0) sound.push([rig.id, revision]);
    }
  }
  return { issues, sound };
}

const listRisky = (changes: readonly PartChange[]): Part[] =>
  changes.filter(({ before, after }) => mayBreak(before, after)).map((c) => c.after);

const idsOf = (parts: readonly Part[]): string[] => parts.map((p) => p.id);

/**
 * Looks ahead, holding nobody up, which rigs go together with parts as they are to be: what is left to be looked at while
 * others wait for the parts is what was saved meanwhile.
 */
export async function checkAhead(
  manager: EntityManager,
  changes: readonly PartChange[],
): Promise<Checked> {
  const risky = listRisky(changes);
  const { sound } = await checkRigs(manager, await listRigIds(manager, idsOf(risky)), risky);
  return new Map(sound);
}

/**
 * What stored parts mean for the rigs that draw on them: the shelf's figures are due again, and follow. A rig that could no
 * longer be put together, since a mount that it uses is gone, is listed by its name; the caller then stores nothing. Only
 * parts that have lost something are looked for in rigs, and only in those that were not looked at ahead. Run inside the
 * transaction that stored the parts.
 */
export async function followParts(
  manager: EntityManager,
  changes: readonly PartChange[],
  checked: Checked,
): Promise<Issue[]> {
  const risky = listRisky(changes);
  const asked = await manager.find(RigEntity, {
    where: { id: In(await listRigIds(manager, idsOf(risky))) },
    select: { id: true, revision: true },
    order: { id: 'ASC' },
  });
  const left = asked.filter(({ id, revision }) => checked.get(id) !== revision);
  const { issues } = await checkRigs(
    manager,
    left.map(({ id }) => id),
    risky,
  );
  // Kept versions hold their own parts: nothing of them changes.
  if (issues.length > 0) return issues;
  await markDue(manager, await listRigIds(manager, idsOf(changes.map((c) => c.after))));
  return [];
}
