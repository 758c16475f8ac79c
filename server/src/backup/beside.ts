/** Databases beside the one that is used: what comes in is laid out in one, what was there stays in the other until it is kept. */
import type { DataSource } from 'typeorm';
import { errnoOf } from '../database/index.js';
import { BackupError } from './lines.js';
import { tables } from './tables.js';

/** The names of a database and of the two beside it. */
export interface Names {
  readonly here: string;
  /** What comes in, until all of it is sound. */
  readonly coming: string;
  /** What was there, until it stands in a file. */
  readonly before: string;
}

/** A name of a database has at most 64 characters. */
const beside = (name: string, end: string): string => `${name.slice(0, 64 - end.length)}${end}`;

export async function readNames(source: DataSource): Promise<Names> {
  const [{ name }] = (await source.query('SELECT DATABASE() AS name')) as [{ name: string }];
  return {
    here: name,
    coming: beside(name, '_zucchini_coming'),
    before: beside(name, '_zucchini_before'),
  };
}

/** A name as it stands in a statement. */
export const quoted = (name: string): string => `\`${name.replaceAll('`', '``')}\``;

/** The same server and user, another database. */
export function urlOf(url: string, name: string): string {
  const other = new URL(url);
  other.pathname = `/${encodeURIComponent(name)}`;
  return other.href;
}

const denied = new Set([1044, 1045, 1142, 1227]);
const isThere = 1007;

/** The tables of a database, whatever made them; none where there is no such database. */
export async function listTables(source: DataSource, name: string): Promise<string[]> {
  const rows = (await source.query(
    "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = ? AND table_type = 'BASE TABLE' ORDER BY table_name",
    [name],
  )) as { name: string }[];
  return rows.map((row) => row.name);
}

/** What is ours among the tables of a database. */
const isOurs = (table: string): boolean =>
  table.startsWith('zucchini_') || tables.some(([t]) => t === table);

/** Makes a database of this name, empty. Throws {@link BackupError} where the user may not, or where one of somebody else has the name. */
export async function createBeside(source: DataSource, name: string): Promise<void> {
  try {
    await dropBeside(source, name);
    await source.query(
      `CREATE DATABASE ${quoted(name)} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`,
    );
  } catch (error) {
    const errno = errnoOf(error) ?? 0;
    if (errno === isThere) {
      throw new BackupError(`The database server has a database “${name}” of somebody else.`);
    }
    if (!denied.has(errno)) throw error;
    throw new BackupError(
      `A backup is laid out beside what is stored before it takes its place, and this user of the database may not make “${name}” for that. Let whoever keeps the database server grant all on it.`,
    );
  }
}

/** Takes a database away, if there is one that this user may see; one with tables that are not ours is somebody else's and stays. */
export async function dropBeside(source: DataSource, name: string): Promise<void> {
  const there = await source.query<unknown[]>(
    'SELECT 1 FROM information_schema.schemata WHERE schema_name = ?',
    [name],
  );
  if (there.length === 0 || !(await listTables(source, name)).every(isOurs)) return;
  await source.query(`DROP DATABASE ${quoted(name)}`);
}

/**
 * What came takes the place of what was there, in one statement: whoever asks meanwhile finds the one or the other, and so does
 * whoever starts after this was ended anywhere.
 */
export async function swap(source: DataSource, { here, coming, before }: Names): Promise<void> {
  const move = (from: string, to: string) => (table: string) =>
    `${quoted(from)}.${quoted(table)} TO ${quoted(to)}.${quoted(table)}`;
  const away = (await listTables(source, here)).filter(isOurs).map(move(here, before));
  const into = (await listTables(source, coming)).map(move(coming, here));
  await source.query(`RENAME TABLE ${[...away, ...into].join(', ')}`);
}
