import { isDeepStrictEqual } from 'node:util';
import {
  findRigIssues,
  listBoxPartIds,
  listUsedItems,
  mergeLog,
  type AddToLogBody,
  mostLogEntries,
  type ElsewhereReply,
  type Issue,
  type KitItem,
  type LogReply,
  type Part,
  type PartBook,
  type Rig,
  type Version,
  type RigFile,
  type RigStamp,
  type RigSummary,
  type VersionSummary,
} from '@zucchini/core';
import { In, type EntityManager } from 'typeorm';
import {
  GoneRigEntity,
  LogSpentEntity,
  KitItemEntity,
  Met,
  RigEntity,
  RigItemEntity,
  VersionEntity,
  type RigRow,
} from '../database/index.js';
import { findParts, listTextsOf } from '../parts/repository.js';
import { ProblemError } from '../problems/index.js';
import {
  fromKitItemRow,
  fromRigRow,
  fromVersionRow,
  kitId,
  toKitItemRow,
  toRigRow,
  toRigSummary,
  toVersionRow,
  toVersionSummary,
} from './mapper.js';
import { markDue } from './marks.js';

/** A rig with the parts that it draws on. */
export interface StoredRig {
  readonly rig: Rig;
  readonly parts: PartBook;
  readonly revision: number;
  readonly savedAt: Date;
}

/** Rigs as the shelf shows them, the one saved last first. */
export async function listRigs(manager: EntityManager): Promise<RigSummary[]> {
  const rows = await manager.find(RigEntity, {
    select: {
      id: true,
      name: true,
      revision: true,
      savedAt: true,
      summary: true,
      due: true,
    } as never,
    order: { savedAt: 'DESC', id: 'ASC' },
  });
  return rows.map(toRigSummary);
}

/** All individuals of the owner's kit. */
export async function listKit(manager: EntityManager): Promise<KitItem[]> {
  const rows = await manager.find(KitItemEntity, { order: { id: 'ASC' } });
  return rows.map(fromKitItemRow);
}

export async function findKit(manager: EntityManager, rigId: string): Promise<KitItem[]> {
  const links = await manager.find(RigItemEntity, { where: { rigId }, order: { position: 'ASC' } });
  if (links.length === 0) return [];
  const rows = await manager.findBy(KitItemEntity, { id: In(links.map((l) => l.itemId)) });
  const byId = new Map(rows.map((row) => [row.id, fromKitItemRow(row)]));
  return links.flatMap((link) => byId.get(link.itemId) ?? []);
}

async function findRow(manager: EntityManager, id: string, lock = false): Promise<RigRow> {
  const row = await manager.findOne(RigEntity, {
    where: { id },
    ...(lock ? { lock: { mode: 'pessimistic_write' as const } } : {}),
  });
  if (!row) throw new ProblemError('not-found', `There is no rig “${id}”.`);
  return row;
}

function listPartIds(rig: Rig): string[] {
  return rig.kit.map((item) => item.partId);
}

/** One rig as it was last saved. */
export async function findRig(manager: EntityManager, id: string): Promise<StoredRig> {
  const row = await findRow(manager, id);
  const rig = fromRigRow(row, await findKit(manager, id));
  const parts = await findParts(manager, listPartIds(rig));
  return { rig, parts, revision: row.revision, savedAt: row.savedAt };
}

/**
 * One rig as it was last saved, as the text of a `RigRecord`: its parts were checked when they came in and are handed on as
 * they are stored, without being read.
 */
export async function findRigText(manager: EntityManager, id: string): Promise<string> {
  const row = await findRow(manager, id);
  const rig = fromRigRow(row, await findKit(manager, id));
  const parts = await listTextsOf(manager, listPartIds(rig));
  const head = JSON.stringify({ revision: row.revision, savedAt: row.savedAt.toISOString(), rig });
  return `${head.slice(0, -1)},"parts":[${parts.join(',')}]}`;
}

/** One rig as it was last saved, with its row; undefined where it is gone. */
export async function findRigAsStored(
  manager: EntityManager,
  id: string,
): Promise<{ row: RigRow; rig: Rig; parts: PartBook } | undefined> {
  const row = await manager.findOneBy(RigEntity, { id });
  if (!row) return undefined;
  const rig = fromRigRow(row, await findKit(manager, id));
  return { row, rig, parts: await findParts(manager, listPartIds(rig)) };
}

/** The parts that a rig draws on; a rig that cannot be placed in space is refused with every place. */
async function checkRig(manager: EntityManager, rig: Rig): Promise<PartBook> {
  const parts = await findParts(manager, listPartIds(rig), true);
  const issues = findRigIssues(rig, parts, 'rig');
  if (issues.length > 0) {
    throw new ProblemError('unsound', `${issues[0]!.path}: ${issues[0]!.message}`, { issues });
  }
  return parts;
}

/**
 * Stores the individuals that a rig draws on; returns the rigs that share one whose facts changed. They are held until
 * the transaction ends. A new rig changes nobody's individuals: one that is there otherwise came in meanwhile.
 */
async function writeKit(manager: EntityManager, rig: Rig, isNew: boolean): Promise<string[]> {
  const ids = rig.kit.map((item) => item.id);
  const known = new Map(
    (
      await manager.find(KitItemEntity, {
        where: { id: In(ids) },
        order: { id: 'ASC' },
        lock: { mode: 'pessimistic_write' },
      })
    ).map((row) => [row.id, row]),
  );
  const fresh = rig.kit.filter((item) => !known.has(item.id));
  const changed = rig.kit.filter((item) => {
    const row = known.get(item.id);
    if (!row) return false;
    if (isNew && !isDeepStrictEqual(row.doc, item)) throw new Met();
    if (row.partId !== item.partId) {
      const issue = {
        path: 'rig.kit',
        message: `“${item.id}” is another part in your kit: ${row.partId}`,
      };
      throw new ProblemError('unsound', `${issue.path}: ${issue.message}`, { issues: [issue] });
    }
    return !isDeepStrictEqual(row.doc, item);
  });
  if (fresh.length > 0) await manager.insert(KitItemEntity, fresh.map(toKitItemRow) as never);
  for (const item of changed) {
    const { id, ...facts } = toKitItemRow(item);
    await manager.update(KitItemEntity, { id }, facts as never);
  }
  if (changed.length === 0) return [];
  const links = await manager.findBy(RigItemEntity, { itemId: In(changed.map((i) => i.id)) });
  return [...new Set(links.map((l) => l.rigId))].filter((id) => id !== rig.id);
}

async function linkKit(manager: EntityManager, rig: Rig): Promise<void> {
  const before = await manager.findBy(RigItemEntity, { rigId: rig.id });
  await manager.delete(RigItemEntity, { rigId: rig.id });
  await manager.insert(
    RigItemEntity,
    rig.kit.map((item, position) => ({ rigId: rig.id, itemId: item.id, position })),
  );
  await dropUnwanted(
    manager,
    before.map((link) => link.itemId),
  );
}

/** What was only wished for, and no rig draws on any more, leaves the kit. */
async function dropUnwanted(manager: EntityManager, itemIds: readonly string[]): Promise<void> {
  if (itemIds.length === 0) return;
  const linked = new Set(
    (await manager.findBy(RigItemEntity, { itemId: In([...itemIds]) })).map((l) => l.itemId),
  );
  const loose = itemIds.filter((id) => !linked.has(id));
  if (loose.length > 0) await manager.delete(KitItemEntity, { id: In(loose), owned: false });
}

/** Stores a new rig, at revision 1 where none of its id was there before, with the log that came with it. Run inside a transaction. */
export async function insertRig(
  manager: EntityManager,
  rig: Rig,
  now: Date,
  log: RigFile['log'] = [],
): Promise<StoredRig> {
  const parts = await checkRig(manager, rig);
  await manager.query('INSERT IGNORE INTO kits (id, name) VALUES (?, ?)', [kitId, 'My kit']);
  await writeKit(manager, rig, true);
  // A window that is still open on a rig of this id that is gone must not be taken for one on this.
  const gone = await manager.findOneBy(GoneRigEntity, { id: rig.id });
  const revision = (gone?.revision ?? 0) + 1;
  const row = toRigRow(rig, revision, now);
  await manager.insert(RigEntity, { ...row, log } as never);
  await linkKit(manager, rig);
  return { rig, parts, revision, savedAt: now };
}

/**
 * Rigs that share a changed individual are no longer what an open bench thinks they are: their next save is stale, and
 * the shelf shows them with what has changed. One that could no longer be put together keeps the change out.
 */
async function followSharers(manager: EntityManager, rigIds: readonly string[]): Promise<void> {
  if (rigIds.length === 0) return;
  const issues: Issue[] = [];
  for (const id of [...rigIds].sort()) {
    const row = await findRow(manager, id, true);
    const rig = fromRigRow(row, await findKit(manager, id));
    const parts = await findParts(manager, listPartIds(rig));
    const broken = findRigIssues(rig, parts, `rig “${rig.name}”`);
    issues.push(...broken);
    if (broken.length > 0) continue;
    await manager.update(RigEntity, { id }, { revision: row.revision + 1 });
  }
  if (issues.length > 0) {
    const [first] = issues;
    throw new ProblemError(
      'unsound',
      `Another rig shares what you changed. ${first!.path}: ${first!.message}`,
      { issues },
    );
  }
  await markDue(manager, rigIds);
}

/**
 * Stores a rig over the revision that it was taken from; a save from an older revision is refused and
 * changes nothing. Run inside a transaction: the row is locked first, so that of two saves one waits.
 */
export async function updateRig(
  manager: EntityManager,
  rig: Rig,
  revision: number,
  now: Date,
): Promise<{ revision: number; savedAt: Date }> {
  const row = await findRow(manager, rig.id, true);
  if (row.revision !== revision) {
    throw new ProblemError(
      'stale',
      `You changed revision ${revision}; revision ${row.revision} is stored. Nothing was overwritten.`,
      { revision: row.revision },
    );
  }
  await checkRig(manager, rig);
  await followSharers(manager, await writeKit(manager, rig, false));
  const { id, ...columns } = toRigRow(rig, revision + 1, now, row);
  await manager.update(RigEntity, { id }, columns as never);
  await linkKit(manager, rig);
  return { revision: revision + 1, savedAt: now };
}

/** How far a rig and its parts have gone. */
export async function findStamp(manager: EntityManager, id: string): Promise<RigStamp> {
  const row = await manager.findOne(RigEntity, {
    where: { id },
    select: { id: true, revision: true },
  });
  if (!row) throw new ProblemError('not-found', `There is no rig “${id}”.`);
  const parts = (await manager.query(
    `SELECT DISTINCT p.id, p.revision FROM rig_items r
     JOIN kit_items k ON k.id = r.item_id JOIN parts p ON p.id = k.part_id
     WHERE r.rig_id = ? ORDER BY p.id`,
    [id],
  )) as { id: string; revision: number }[];
  return { revision: row.revision, parts };
}

/** What the shelf draws of a rig, as the text of JSON; undefined where nothing is known of it yet. */
export async function findSketchText(
  manager: EntityManager,
  id: string,
): Promise<string | undefined> {
  const [row] = (await manager.query('SELECT CAST(sketch AS CHAR) AS text FROM rigs WHERE id = ?', [
    id,
  ])) as [{ text: string | null } | undefined];
  if (!row) throw new ProblemError('not-found', `There is no rig “${id}”.`);
  return row.text ?? undefined;
}

/** Individuals of a rig that other rigs use, where those say for which day they are planned; by day, then by rig. */
export async function listElsewhere(
  manager: EntityManager,
  id: string,
): Promise<ElsewhereReply['elsewhere']> {
  const mine = await manager.findBy(RigItemEntity, { rigId: id });
  const rows = (await manager.query(
    `SELECT DISTINCT b.rig_id AS id FROM rig_items a
     JOIN rig_items b ON b.item_id = a.item_id AND b.rig_id <> a.rig_id
     JOIN rigs r ON r.id = b.rig_id
     WHERE a.rig_id = ? AND JSON_VALUE(r.doc, '$.brief.day.date') IS NOT NULL`,
    [id],
  )) as { id: string }[];
  const own = new Set(mine.map((i) => i.itemId));
  const found: ElsewhereReply['elsewhere'] = [];
  for (const { id: rigId } of rows) {
    const rig = fromRigRow(await findRow(manager, rigId), await findKit(manager, rigId));
    const on = rig.brief.day?.date;
    if (on === undefined) continue;
    for (const itemId of listUsedItems(rig)) {
      if (own.has(itemId)) found.push({ itemId, rigId, rig: rig.name, on });
    }
  }
  const order = (e: (typeof found)[number]) => `${e.on} ${e.rigId} ${e.itemId}`;
  return found.sort((a, b) => (order(a) < order(b) ? -1 : 1));
}

/** What the field taught of a rig. */
export async function findLog(manager: EntityManager, id: string): Promise<RigFile['log']> {
  const row = await manager.findOne(RigEntity, {
    where: { id },
    select: { id: true, log: true } as never,
  });
  if (!row) throw new ProblemError('not-found', `There is no rig “${id}”.`);
  return (row.log as RigFile['log'] | null) ?? [];
}

/**
 * Adds entries to a rig's log. The rig keeps its revision: what is logged changes no plan, so a bench that is open on it goes
 * on. Run inside a transaction: the row is locked first.
 */
export async function addToLog(
  manager: EntityManager,
  id: string,
  { entries, sentAt }: AddToLogBody,
  now: Date,
  most = mostLogEntries,
): Promise<LogReply> {
  await findRow(manager, id, true);
  const sent = { rigId: id, entryId: In(entries.map((e) => e.id)) };
  const known = await manager.findBy(LogSpentEntity, sent);
  const { log, overruled, spent } = mergeLog(await findLog(manager, id), entries, {
    now,
    sentAt: sentAt === undefined ? undefined : new Date(sentAt),
    spent: new Set(known.map((row) => row.entryId)),
  });
  if (log.length > most) {
    throw new ProblemError(
      'unsound',
      `The log of this rig is full: it takes ${most} entries. Clear what you no longer need under its field notes.`,
      { issues: [{ path: 'entries', message: `the log would hold ${log.length}` }] },
    );
  }
  await manager.update(RigEntity, { id }, { log } as never);
  await spend(manager, id, spent);
  return { log: [...log], overruled: [...overruled] };
}

/** Remembers entries that no longer count: delivered once more they are not new. */
async function spend(manager: EntityManager, rigId: string, ids: readonly string[]): Promise<void> {
  if (ids.length === 0) return;
  const rows = ids.map((entryId) => ({ rigId, entryId }));
  await manager.upsert(LogSpentEntity, rows, ['rigId', 'entryId']);
}

/** Takes entries out of a rig's log for good. Run inside a transaction. */
export async function clearLog(
  manager: EntityManager,
  id: string,
  ids: readonly string[],
): Promise<LogReply> {
  await findRow(manager, id, true);
  const gone = new Set(ids);
  const before = await findLog(manager, id);
  const log = before.filter((entry) => !gone.has(entry.id));
  await manager.update(RigEntity, { id }, { log } as never);
  // Only what was there: nobody fills this by naming what never was.
  await spend(
    manager,
    id,
    before.flatMap((entry) => (gone.has(entry.id) ? entry.id : [])),
  );
  return { log, overruled: [] };
}

/** Takes a rig and its versions off the shelf; owned individuals stay in the kit. */
export async function deleteRig(manager: EntityManager, id: string): Promise<void> {
  const { revision } = await findRow(manager, id, true);
  const links = await manager.findBy(RigItemEntity, { rigId: id });
  await manager.upsert(GoneRigEntity, { id, revision }, ['id']);
  await manager.delete(RigEntity, { id });
  await dropUnwanted(
    manager,
    links.map((link) => link.itemId),
  );
}

/** Keeps a version with every part that it rests on. */
export async function insertVersion(
  manager: EntityManager,
  rigId: string,
  version: Version,
  parts: readonly Part[],
): Promise<void> {
  await manager.insert(VersionEntity, toVersionRow(rigId, version, parts) as never);
}

/** The parts of a rig as they are in the catalogue now, and what lies in their boxes. */
export async function findPartsWithBoxes(manager: EntityManager, rig: Rig): Promise<PartBook> {
  const used = await findParts(manager, listPartIds(rig));
  return new Map([...(await findParts(manager, listBoxPartIds(used.values()))), ...used]);
}

/** Versions of a rig, the newest first. */
export async function listVersions(
  manager: EntityManager,
  rigId: string,
): Promise<VersionSummary[]> {
  const rows = await manager.find(VersionEntity, {
    where: { rigId },
    order: { keptAt: 'DESC', id: 'ASC' },
  });
  return rows.map(toVersionSummary);
}

/** A version and the parts that it rests on, as they were. */
export interface KeptVersion {
  readonly version: Version;
  readonly parts: PartBook;
}

/** Every version of a rig in full, the oldest first, as a rig file lists them. */
export async function findVersions(manager: EntityManager, rigId: string): Promise<KeptVersion[]> {
  const rows = await manager.find(VersionEntity, {
    where: { rigId },
    order: { keptAt: 'ASC', id: 'ASC' },
  });
  return rows.map(fromVersionRow);
}

/** One kept version. */
export async function findVersion(
  manager: EntityManager,
  rigId: string,
  id: string,
): Promise<KeptVersion> {
  const row = await manager.findOneBy(VersionEntity, { rigId, id });
  if (!row) throw new ProblemError('not-found', `There is no version “${id}” of this rig.`);
  return fromVersionRow(row);
}
