import { isDeepStrictEqual } from 'node:util';
import {
  listBoxPartIds,
  mapItemRefs,
  renameLog,
  renamePartsOf,
  type KitItem,
  type Part,
  type PartBook,
  type Rig,
  type RigFile,
  type Version,
  type Imported,
} from '@zucchini/core';
import { In, type EntityManager } from 'typeorm';
import { KitItemEntity, RigEntity } from '../database/index.js';
import { findParts, insertParts } from '../parts/repository.js';
import { insertRig, insertVersion } from './repository.js';

/** What was called otherwise because the name was taken by something else. */
export class Renames {
  readonly list: Imported['renamed'] = [];
  private readonly to = {
    rig: new Map<string, string>(),
    part: new Map<string, string>(),
    item: new Map<string, string>(),
  };

  add(what: 'rig' | 'part' | 'item', from: string, to: string, name: string): void {
    this.list.push({ what, from, to, name });
    this.to[what].set(from, to);
  }

  part(id: string): string {
    return this.to.part.get(id) ?? id;
  }

  item(id: string): string {
    return this.to.item.get(id) ?? id;
  }
}

/** A name of at most 160 characters with a number behind it: the first that no other rig has. */
function findFreeName(name: string, taken: ReadonlySet<string>): string {
  for (let n = 2; ; n += 1) {
    const free = `${name.slice(0, 150)} (${n})`;
    if (!taken.has(free)) return free;
  }
}

/** `{id}-2`, `{id}-3` …: the first that nothing is called yet; shortened to fit 64 characters. */
function findFree(id: string, isTaken: (id: string) => boolean): string {
  for (let n = 2; ; n += 1) {
    const free = `${id.slice(0, 58)}-${n}`;
    if (!isTaken(free)) return free;
  }
}

/**
 * Parts that come in beside those that are stored: one that is there under another description gets another id, which is
 * noted among the renames.
 */
export async function renameParts(
  manager: EntityManager,
  coming: readonly Part[],
  renames: Renames,
): Promise<Part[]> {
  const stored = await findParts(
    manager,
    coming.map((p) => p.id),
  );
  const own = new Set(coming.map((p) => p.id));
  const parts: Part[] = [];
  for (const part of coming) {
    const known = stored.get(part.id);
    if (!known || isDeepStrictEqual(known, part)) {
      parts.push(part);
      continue;
    }
    let id: string;
    // A part that an earlier import renamed the same way is that part again.
    for (let n = 2; ; n += 1) {
      id = `${part.id.slice(0, 58)}-${n}`;
      if (own.has(id)) continue;
      const other = (await findParts(manager, [id])).get(id);
      if (!other || isDeepStrictEqual({ ...other, id: part.id }, part)) break;
    }
    own.add(id);
    renames.add('part', part.id, id, part.name);
    parts.push({ ...part, id });
  }
  return parts;
}

/**
 * Individuals that come in: one whose id is taken gets another. It is taken by another part, and, unless they are `ours`,
 * by the same part described otherwise.
 */
export async function renameItems(
  manager: EntityManager,
  kit: readonly KitItem[],
  renames: Renames,
  named: PartBook,
  ours = false,
): Promise<void> {
  const rows = await manager.findBy(KitItemEntity, { id: In(kit.map((i) => i.id)) });
  const stored = new Map(rows.map((row) => [row.id, row.doc as KitItem]));
  const own = new Set(kit.map((i) => i.id));
  for (const item of kit) {
    const known = stored.get(item.id);
    const partId = renames.part(item.partId);
    // The same individual, described alike, is shared: two rigs of one kit.
    const isSame = ours ? known?.partId === partId : isDeepStrictEqual(known, { ...item, partId });
    if (!known || isSame) continue;
    const taken = new Set(
      (await manager.find(KitItemEntity, { select: { id: true } })).map((row) => row.id),
    );
    const id = findFree(item.id, (free) => taken.has(free) || own.has(free));
    own.add(id);
    renames.add('item', item.id, id, named.get(item.partId)?.name ?? item.partId);
  }
}

/** A rig with the ids that its parts and individuals have here. */
export function renameRig(rig: Rig, id: string, renames: Renames): Rig {
  const renamed = mapItemRefs(rig, (ref) => renames.item(ref.itemId));
  return { ...renamePartsOf(renamed, (partId) => renames.part(partId)), id };
}

/** The parts of a book that a rig rests on, with what lies in their boxes. */
function listRigParts(rig: Rig, book: PartBook): Part[] {
  const used = pick(
    book,
    rig.kit.map((item) => item.partId),
  );
  return [...new Set([...used, ...pick(book, listBoxPartIds(used))])];
}

const pick = (book: PartBook, ids: Iterable<string>): Part[] =>
  [...new Set(ids)].flatMap((id) => book.get(id) ?? []);

/**
 * Stores a rig file: its parts, its individuals, the rig and its versions. What is already there and
 * alike is shared; what is called the same and is something else comes in under another id, which is
 * told. Nothing that is stored is overwritten. Run inside a transaction.
 */
export async function importRigFile(
  manager: EntityManager,
  file: RigFile,
  now: Date,
): Promise<Imported> {
  const renames = new Renames();
  const parts = await renameParts(manager, file.parts, renames);
  await insertParts(manager, parts);
  const book = new Map(parts.map((p) => [p.id, p]));
  await renameItems(manager, file.rig.kit, renames, new Map(file.parts.map((p) => [p.id, p])));
  const rows = await manager.find(RigEntity, { select: { id: true, name: true } });
  const rigs = new Set(rows.map((r) => r.id));
  const names = new Set(rows.map((r) => r.name));
  const { id: own, name: called } = file.rig;
  const id = rigs.has(own) ? findFree(own, (free) => rigs.has(free)) : own;
  // Two on the shelf that are called alike cannot be told apart.
  const name = names.has(called) ? findFreeName(called, names) : called;
  if (id !== own || name !== called) renames.add('rig', own, id, name);
  const rig = { ...renameRig(file.rig, id, renames), name };
  await insertRig(
    manager,
    rig,
    now,
    renameLog(file.log, (item) => renames.item(item)),
  );
  for (const version of file.versions) {
    const renamed: Version = { ...version, rig: renameRig(version.rig, id, renames) };
    const own = listRigParts(renamed.rig, book);
    await insertVersion(manager, id, renamed, own);
  }
  return { id, name: rig.name, renamed: renames.list };
}
