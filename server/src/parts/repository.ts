import { type Part, type PartBook, type StorePart } from '@zucchini/core';
import { In, type EntityManager } from 'typeorm';
import { KitItemEntity, PartEntity } from '../database/index.js';
import { ProblemError } from '../problems/index.js';
import type { PartChange } from './followers.js';
import { fromPartRow, toPartRow } from './mapper.js';

/** JSON columns are asked for as text: the driver would read them into values. */
interface RawRow {
  readonly text: string;
  readonly revision: number;
}

/** Which parts are wanted: with one of these ids, of one of these kinds; what is absent narrows nothing. */
export interface PartNarrowing {
  readonly ids?: readonly string[] | undefined;
  readonly kinds?: readonly string[] | undefined;
}

/** A WHERE that lets through what has one of the values in each column that is said; none of them: nothing. */
function narrow(
  columns: Readonly<Record<string, readonly string[] | undefined>>,
): [where: string, values: string[]] {
  const said = Object.entries(columns).flatMap(([name, values]) =>
    values ? [{ name, values }] : [],
  );
  const terms = said.map(({ name, values }) =>
    values.length === 0 ? 'FALSE' : `${name} IN (${values.map(() => '?').join(',')})`,
  );
  return [
    terms.length === 0 ? '' : `WHERE ${terms.join(' AND ')}`,
    said.flatMap(({ values }) => values),
  ];
}

/** Parts that are read at a time where all of them are asked for: some two megabytes. */
const handedBatch = 500;

/**
 * All parts by kind and name as the text of a JSON array, a piece at a time: they were checked when they came in, so they are
 * handed on as they are stored, without being read. Whoever reads slowly holds nothing of the database; what has changed
 * since it was begun is handed on as it is then.
 */
async function* streamTexts(
  manager: EntityManager,
  column: 'doc' | 'facts',
  tell: (row: RawRow) => string,
  { ids: named, kinds }: PartNarrowing = {},
): AsyncGenerator<string> {
  const [narrowed, values] = narrow({ id: named, kind: kinds });
  const ids = (
    (await manager.query(`SELECT id FROM parts ${narrowed} ORDER BY kind, name, id`, values)) as {
      id: string;
    }[]
  ).map((row) => row.id);
  let separator = '[';
  for (let from = 0; from < ids.length; from += handedBatch) {
    const batch = ids.slice(from, from + handedBatch);
    const rows = (await manager.query(
      `SELECT id, revision, CAST(${column} AS CHAR) AS text FROM parts WHERE id IN (${batch.map(() => '?').join(',')})`,
      batch,
    )) as (RawRow & { readonly id: string })[];
    const byId = new Map(rows.map((row) => [row.id, row]));
    for (const id of batch) {
      const row = byId.get(id);
      if (!row) continue;
      yield `${separator}${tell(row)}`;
      separator = ',';
    }
  }
  yield separator === '[' ? '[]' : ']';
}

/**
 * A short word for all that the catalogue holds: another for other contents, whatever became of revisions by a backup that was
 * put in. Reads every part in the database, and sends none.
 */
export async function findCatalogueTag(manager: EntityManager): Promise<string> {
  const [row] = (await manager.query(
    `SELECT COUNT(*) AS parts, COALESCE(SUM(CRC32(doc)), 0) AS sum,
       COALESCE(BIT_XOR(CRC32(CONCAT(BINARY id, ' ', revision, ' ', BINARY doc))), 0) AS mixed FROM parts`,
  )) as [{ parts: string; sum: string; mixed: string }];
  return `W/"${Number(row.parts)}-${BigInt(row.sum).toString(36)}-${BigInt(row.mixed).toString(36)}"`;
}

/** All parts, or those of them that are asked for, as {@link streamTexts} tells them. */
export const streamParts = (
  manager: EntityManager,
  narrowing: PartNarrowing = {},
): AsyncGenerator<string> => streamTexts(manager, 'doc', (row) => row.text, narrowing);

/** The flat facts and the revision of every part, as {@link streamTexts} tells them. */
export const streamFacts = (manager: EntityManager): AsyncGenerator<string> =>
  streamTexts(
    manager,
    'facts',
    (row) => `{"revision":${Number(row.revision)},"facts":${row.text}}`,
  );

/**
 * The parts with these ids; those that are not stored are not in the book. `held` keeps them as they are until the
 * transaction ends: whoever would change one waits, so that what is checked against them is stored with them.
 */
export async function findParts(
  manager: EntityManager,
  ids: readonly string[],
  held = false,
): Promise<PartBook> {
  const wanted = [...new Set(ids)];
  if (wanted.length === 0) return new Map();
  const rows = await manager.find(PartEntity, {
    where: { id: In(wanted) },
    order: { id: 'ASC' },
    ...(held ? { lock: { mode: 'pessimistic_read' as const } } : {}),
  });
  return new Map(rows.map((row) => [row.id, fromPartRow(row)]));
}

/** The texts of these parts, by their ids; of those that are not stored there is none. */
export async function listTextsOf(
  manager: EntityManager,
  ids: readonly string[],
): Promise<string[]> {
  const wanted = [...new Set(ids)];
  if (wanted.length === 0) return [];
  const marks = wanted.map(() => '?').join(',');
  const rows = (await manager.query(
    `SELECT CAST(doc AS CHAR) AS text FROM parts WHERE id IN (${marks}) ORDER BY id`,
    wanted,
  )) as RawRow[];
  return rows.map((row) => row.text);
}

/** One part with its revision; undefined where there is none. */
export async function findPart(
  manager: EntityManager,
  id: string,
): Promise<{ part: Part; revision: number } | undefined> {
  const row = await manager.findOneBy(PartEntity, { id });
  return row ? { part: fromPartRow(row), revision: row.revision } : undefined;
}

/** Rows that go over in one statement: a thousand parts are some four megabytes. */
const batch = 500;

/**
 * Stores parts that are new; those whose id is taken are left as they are. Whoever takes an id at the same moment is met, and
 * the transaction begins again.
 */
export async function insertParts(manager: EntityManager, parts: readonly Part[]): Promise<void> {
  const known = new Set(
    (
      await manager.find(PartEntity, {
        where: { id: In(parts.map((p) => p.id)) },
        select: { id: true },
      })
    ).map((row) => row.id),
  );
  await insertRows(
    manager,
    parts.filter((p) => !known.has(p.id)),
  );
}

async function insertRows(manager: EntityManager, parts: readonly Part[]): Promise<void> {
  for (let i = 0; i < parts.length; i += batch) {
    const rows = parts.slice(i, i + batch).map((p) => toPartRow(p));
    await manager
      .createQueryBuilder()
      .insert()
      .into(PartEntity)
      .values(rows as never)
      .execute();
  }
}

const listChanged = (parts: readonly StorePart[], stored: PartBook): PartChange[] =>
  parts.flatMap(({ part }) => {
    const before = stored.get(part.id);
    return before ? [{ before, after: part }] : [];
  });

/** What storing these parts would change of those that are there. */
export async function listChanges(
  manager: EntityManager,
  parts: readonly StorePart[],
): Promise<PartChange[]> {
  const changed = parts.filter((p) => p.revision > 0);
  const stored = await findParts(
    manager,
    changed.map((p) => p.part.id),
  );
  return listChanged(changed, stored);
}

/**
 * Stores parts over the revisions that they were taken from, new ones from revision 0. Where one has
 * changed meanwhile nothing is stored. Run inside a transaction: the rows are locked first. Resolves with the revisions that
 * are stored, and with what has changed.
 */
export async function storeParts(
  manager: EntityManager,
  parts: readonly StorePart[],
): Promise<{ stored: { id: string; revision: number }[]; changes: PartChange[] }> {
  const ids = parts.map((p) => p.part.id);
  const twice = findTwice(ids);
  if (twice !== undefined) {
    throw new ProblemError('unsound', `“${twice}” is there twice.`);
  }
  const rows = await manager.find(PartEntity, {
    where: { id: In(ids) },
    select: { id: true, revision: true, doc: true },
    order: { id: 'ASC' },
    lock: { mode: 'pessimistic_write' },
  });
  const stored = new Map(rows.map((row) => [row.id, row.revision]));
  for (const { part, revision } of parts) {
    const now = stored.get(part.id) ?? 0;
    if (now !== revision) {
      throw new ProblemError(
        'stale',
        now === 0
          ? `The part “${part.id}” is no longer there. Nothing was stored.`
          : `You changed revision ${revision} of the part “${part.id}”; revision ${now} is stored. Nothing was overwritten.`,
        { revision: now },
      );
    }
  }
  const fresh = parts.filter((p) => p.revision === 0);
  await insertRows(
    manager,
    fresh.map((p) => p.part),
  );
  for (const { part, revision } of parts) {
    if (revision === 0) continue;
    const { id, ...columns } = toPartRow(part, revision + 1);
    await manager.update(PartEntity, { id }, columns as never);
  }
  return {
    stored: parts.map(({ part, revision }) => ({ id: part.id, revision: revision + 1 })),
    changes: listChanged(parts, new Map(rows.map((row) => [row.id, fromPartRow(row)]))),
  };
}

function findTwice(ids: readonly string[]): string | undefined {
  const seen = new Set<string>();
  return ids.find((id) => {
    if (seen.has(id)) return true;
    seen.add(id);
    return false;
  });
}

/** Takes a part out of the catalogue; one that an individual of the kit is of stays. */
export async function deletePart(manager: EntityManager, id: string): Promise<void> {
  // Held first: what is read after it is as new as the part.
  if ((await findParts(manager, [id], true)).size === 0) {
    throw new ProblemError('not-found', `There is no part “${id}”.`);
  }
  const used = await manager.countBy(KitItemEntity, { partId: id });
  if (used > 0) {
    throw new ProblemError(
      'in-use',
      `“${id}” is in your kit ${used === 1 ? 'once' : `${used} times`}. Take it out of its rigs first.`,
    );
  }
  await manager.delete(PartEntity, { id });
}
