import { isDeepStrictEqual } from 'node:util';
import {
  findRigIssues,
  renamePartsOf,
  rigFormat,
  rigFormatVersion,
  type KitItem,
  type Part,
  type PartBook,
  type ReadyVersion,
  type Rig,
  type RigFile,
} from '@zucchini/core';
import { In, type EntityManager } from 'typeorm';
import { KitItemEntity } from '../database/index.js';
import { findParts, insertParts } from '../parts/repository.js';
import { Renames, renameItems, renameParts, renameRig } from './import.js';
import {
  findLog,
  findPartsWithBoxes,
  findRig,
  findVersion,
  findVersions,
  type KeptVersion,
} from './repository.js';

/**
 * Makes a kept version ready to be gone back to: parts that have left the catalogue since come back; where a part has
 * changed so that the version could not be put together with it, the part as it was comes in beside it under another id; an
 * individual whose id now means another part gets a new one. The rig itself is not touched: it is saved like any change, and
 * undone like any. Run inside a transaction.
 */
export async function makeReady(
  manager: EntityManager,
  rigId: string,
  versionId: string,
): Promise<ReadyVersion> {
  const { version, parts: kept } = await findVersion(manager, rigId, versionId);
  const now = await findParts(manager, [...kept.keys()], true);
  const gone = [...kept.values()].filter((p) => !now.has(p.id));
  const renames = new Renames();
  const together: PartBook = new Map([...now, ...gone.map((p) => [p.id, p] as const)]);
  // What was corrected since is better than what it was, as long as the version can be put together with it.
  const isWhole = findRigIssues(version.rig, together, 'rig').length === 0;
  const coming = isWhole ? gone : await renameParts(manager, [...kept.values()], renames);
  await insertParts(manager, coming);
  await renameItems(manager, version.rig.kit, renames, kept, true);
  const rig = await withPresentFacts(manager, renameRig(version.rig, rigId, renames));
  const book = await findPartsWithBoxes(manager, rig);
  return { rig, parts: [...book.values()], renamed: renames.list };
}

/** What is known of an individual since, as that it was weighed or bought, is not unlearnt by going back. */
async function withPresentFacts(manager: EntityManager, rig: Rig): Promise<Rig> {
  const rows = await manager.findBy(KitItemEntity, { id: In(rig.kit.map((i) => i.id)) });
  const present = new Map(rows.map((row) => [row.id, row.doc as KitItem]));
  const kit = rig.kit.map((item) => {
    const { comesWith: _, ...facts } = present.get(item.id) ?? item;
    return item.comesWith === undefined ? facts : { ...facts, comesWith: item.comesWith };
  });
  return { ...rig, kit };
}

/** A version told with the parts of a file: one that is another there under the same id is called otherwise. */
function tellVersion(
  { version, parts }: KeptVersion,
  file: Map<string, Part>,
): RigFile['versions'][number] {
  const to = new Map<string, string>();
  for (const part of parts.values()) {
    let { id } = part;
    // Ends: there are finitely many parts in the file.
    for (let n = 2; ; n += 1) {
      const there = file.get(id);
      if (!there || isDeepStrictEqual({ ...there, id: part.id }, part)) break;
      id = `${part.id.slice(0, 58)}-${n}`;
    }
    file.set(id, id === part.id ? part : { ...part, id });
    if (id !== part.id) to.set(part.id, id);
  }
  if (to.size === 0) return version;
  return { ...version, rig: renamePartsOf(version.rig, (id) => to.get(id) ?? id) };
}

/** The self-contained file of a rig: its parts, what lies in their boxes, its versions with the parts that they were kept with. */
export async function createFile(manager: EntityManager, id: string): Promise<RigFile> {
  const { rig } = await findRig(manager, id);
  // What lies in a box belongs to the file as well: completeness is judged by it.
  const parts = new Map(await findPartsWithBoxes(manager, rig));
  const versions = (await findVersions(manager, id)).map((kept) => tellVersion(kept, parts));
  return {
    format: rigFormat,
    formatVersion: rigFormatVersion,
    parts: [...parts.values()].sort((a, b) => (a.id < b.id ? -1 : 1)),
    rig,
    versions,
    log: await findLog(manager, id),
  };
}
