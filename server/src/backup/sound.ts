/** Whether what a backup brings can be worked with: every document of it is read as if it came in anew. */
import { randomUUID } from 'node:crypto';
import { isDeepStrictEqual } from 'node:util';
import {
  findRigIssues,
  KitItem,
  LogEntry,
  mostLogEntries,
  Part,
  Rig,
  toIssues,
  type Issue,
  type PartBook,
} from '@zucchini/core';
import type { DataSource, EntityManager } from 'typeorm';
import { z } from 'zod';
import {
  KitItemEntity,
  PartEntity,
  RigEntity,
  RigItemEntity,
  VersionEntity,
  type KitItemRow,
  type PartRow,
  type RigRow,
  type VersionRow,
} from '../database/index.js';
import { toPartRow } from '../parts/mapper.js';
import { fromRigRow, outlineRig, toKitItemRow } from '../rigs/mapper.js';

/** Something of a backup that cannot be read: what it is, what its owner calls it, and why. */
export interface Unreadable {
  readonly what: 'part' | 'individual' | 'rig' | 'version';
  readonly id: string;
  /** Of a version: the rig that it is of. */
  readonly rigId?: string;
  readonly name: string;
  readonly issues: readonly Issue[];
}

const Parts = z.array(Part);
const Log = z.array(LogEntry).max(mostLogEntries);

/** As many of the issues of one document are told. */
const mostIssues = 5;

const differs = (path: string, message: string): Issue => ({ path, message });

type Read<T> =
  | { readonly value: T; readonly issues?: undefined }
  | { readonly value?: undefined; readonly issues: Issue[] };

function read<T>(schema: z.ZodType<T>, value: unknown, path = ''): Read<T> {
  const result = schema.safeParse(value);
  if (result.success) return { value: result.data };
  const issues = toIssues(result.error).slice(0, mostIssues);
  return {
    issues: path === '' ? issues : issues.map((i) => ({ ...i, path: `${path}: ${i.path}` })),
  };
}

/** Rows of a table, a few at a time: one may be some megabytes. */
const batch = 50;

async function* readAll<T extends object>(
  find: (skip: number, take: number) => Promise<T[]>,
): AsyncGenerator<T> {
  for (let skip = 0; ; skip += batch) {
    const rows = await find(skip, batch);
    yield* rows;
    if (rows.length < batch) return;
  }
}

/** What is being read, and what of it cannot be. */
interface Reading {
  readonly manager: EntityManager;
  readonly found: Unreadable[];
  readonly parts: Map<string, Part>;
  readonly items: Map<string, KitItem>;
}

async function readParts({ manager, found, parts }: Reading): Promise<void> {
  const rows = readAll<PartRow>((skip, take) =>
    manager.find(PartEntity, { order: { id: 'ASC' }, skip, take }),
  );
  for await (const row of rows) {
    const { value: part, issues } = read(Part, row.doc);
    const name = row.name || row.id;
    if (!part) found.push({ what: 'part', id: row.id, name, issues });
    else if (part.id !== row.id) {
      found.push({ what: 'part', id: row.id, name, issues: [differs('id', `is “${part.id}”`)] });
    } else {
      parts.set(part.id, part);
      // What tables show comes from the part itself, never from a file.
      const { id, ...columns } = toPartRow(part, Math.max(1, row.revision));
      const { id: _, ...stored } = row;
      if (!isDeepStrictEqual(stored, columns)) {
        await manager.update(PartEntity, { id }, columns as never);
      }
    }
  }
}

async function readKit({ manager, found, parts, items }: Reading): Promise<void> {
  const rows = readAll<KitItemRow>((skip, take) =>
    manager.find(KitItemEntity, { order: { id: 'ASC' }, skip, take }),
  );
  for await (const row of rows) {
    const { value: item, issues } = read(KitItem, row.doc);
    const say = (list: readonly Issue[]) =>
      found.push({ what: 'individual', id: row.id, name: row.id, issues: list });
    if (!item) say(issues);
    else if (item.id !== row.id) say([differs('id', `is “${item.id}”`)]);
    else if (item.partId !== row.partId) say([differs('partId', `is “${item.partId}”`)]);
    else if (!parts.has(item.partId)) say([differs('partId', 'its part cannot be read')]);
    else {
      items.set(item.id, item);
      const { id, ...columns } = toKitItemRow(item);
      if (row.owned !== item.owned) await manager.update(KitItemEntity, { id }, columns as never);
    }
  }
}

/** Why a rig cannot be worked with; undefined where it can be. */
function findFaults(
  row: RigRow,
  itemIds: readonly string[],
  { items, parts }: Reading,
): { readonly rig: Rig } | { readonly issues: Issue[] } {
  const lost = itemIds.find((id) => !items.has(id));
  if (lost !== undefined) return { issues: [differs('kit', `“${lost}” cannot be read`)] };
  if (typeof row.doc !== 'object' || row.doc === null) return { issues: [differs('', 'is none')] };
  const kit = itemIds.map((id) => items.get(id)!);
  const { value: rig, issues } = read(Rig, fromRigRow(row, kit));
  if (!rig) return { issues };
  if (rig.id !== row.id) return { issues: [differs('id', `is “${rig.id}”`)] };
  const log = read(Log, row.log ?? [], 'log');
  if (log.issues) return { issues: log.issues };
  const broken = findRigIssues(rig, parts, 'rig').slice(0, mostIssues);
  return broken.length > 0 ? { issues: broken } : { rig };
}

async function readRigs(reading: Reading): Promise<void> {
  const { manager, found } = reading;
  const rows = readAll<RigRow>((skip, take) =>
    manager.find(RigEntity, {
      select: Object.fromEntries(
        [
          'id',
          'kitId',
          'name',
          'revision',
          'formatVersion',
          'doc',
          'summary',
          'due',
          'savedAt',
          'log',
        ].map((column) => [column, true]),
      ) as never,
      order: { id: 'ASC' },
      skip,
      take,
    }),
  );
  for await (const row of rows) {
    const links = await manager.find(RigItemEntity, {
      where: { rigId: row.id },
      order: { position: 'ASC' },
    });
    const faults = findFaults(
      row,
      links.map((l) => l.itemId),
      reading,
    );
    if ('issues' in faults) {
      found.push({ what: 'rig', id: row.id, name: row.name || row.id, issues: faults.issues });
      continue;
    }
    // Its figures are computed anew: nothing that the shelf shows comes from a file.
    await manager.update(RigEntity, { id: row.id }, {
      name: faults.rig.name,
      revision: Math.max(1, row.revision),
      summary: outlineRig(faults.rig),
      sketch: null,
      due: randomUUID(),
    } as never);
  }
}

async function readVersions({ manager, found }: Reading): Promise<void> {
  const rows = readAll<VersionRow>((skip, take) =>
    manager.find(VersionEntity, { order: { rigId: 'ASC', id: 'ASC' }, skip, take }),
  );
  for await (const row of rows) {
    const parts = read(Parts, row.parts, 'parts');
    const rig = read(Rig, row.doc);
    const book: PartBook = new Map((parts.value ?? []).map((p) => [p.id, p]));
    const issues = [
      ...(parts.issues ?? []),
      ...(rig.issues ?? (parts.value ? findRigIssues(rig.value, book, 'rig') : [])),
    ];
    if (issues.length === 0) continue;
    const name = row.name || row.id;
    const { rigId, id } = row;
    found.push({ what: 'version', id, rigId, name, issues: issues.slice(0, mostIssues) });
  }
}

/**
 * Reads every document that was laid out, and says which cannot be worked with. What follows from a document, as what tables show
 * and the figures of the shelf, is made from it anew.
 */
export async function findUnreadable({ manager }: DataSource): Promise<Unreadable[]> {
  const reading: Reading = { manager, found: [], parts: new Map(), items: new Map() };
  await readParts(reading);
  await readKit(reading);
  await readRigs(reading);
  await readVersions(reading);
  return reading.found;
}

/** Takes out what cannot be read, so that the rest can be put in. */
export async function leaveOut(
  { manager }: DataSource,
  found: readonly Unreadable[],
): Promise<void> {
  const of = (what: Unreadable['what']) => found.filter((u) => u.what === what);
  for (const { id, rigId } of of('version')) {
    await manager.delete(VersionEntity, { rigId: rigId!, id });
  }
  for (const { id } of of('rig')) {
    for (const table of ['rig_items', 'versions', 'log_spent']) {
      await manager.query(`DELETE FROM ${table} WHERE rig_id = ?`, [id]);
    }
    await manager.delete(RigEntity, { id });
  }
  for (const { id } of of('individual')) await manager.delete(KitItemEntity, { id });
  for (const { id } of of('part')) await manager.delete(PartEntity, { id });
}
