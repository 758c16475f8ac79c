import { createReadStream } from 'node:fs';
import { createGunzip } from 'node:zlib';
import { DataSource, type QueryRunner } from 'typeorm';
import { holdsSomething, migrations, openDatabase, restoring } from '../database/index.js';
import { tables, type End, type Row, type RowLine } from './tables.js';

/** A file that is no backup, or not a whole one. */
class BackupError extends Error {}

/** A line as it may be in any file that somebody takes for a backup. */
type Line = Partial<RowLine> & {
  readonly format?: string;
  readonly step?: string;
  readonly end?: Partial<End['end']>;
};

/** The lines of a zipped text; the last one also where no line ends it. What cannot be read rejects whoever asks, and nobody else. */
async function* readText(path: string): AsyncGenerator<string> {
  const unzipped = createReadStream(path)
    .on('error', (e) => unzipped.destroy(e))
    .pipe(createGunzip())
    .setEncoding('utf8');
  let begun = '';
  for await (const piece of unzipped as AsyncIterable<string>) {
    const lines = `${begun}${piece}`.split('\n');
    begun = lines.pop()!;
    yield* lines;
  }
  if (begun !== '') yield begun;
}

/** The lines of a backup, one at a time. */
async function* readLines(path: string): AsyncGenerator<Line> {
  try {
    let n = 0;
    for await (const text of readText(path)) {
      n += 1;
      try {
        yield JSON.parse(text) as Line;
      } catch {
        throw new BackupError(`${path}: line ${n} cannot be read.`);
      }
    }
  } catch (error) {
    if (error instanceof BackupError) throw error;
    throw new BackupError(`${path}: cannot be read: ${(error as Error).message}`);
  }
}

/** What a backup says of itself, having read it to its end: nothing is touched for one that is cut off or altered. */
async function checkBackup(path: string): Promise<{ steps: number; counts: End['end'] }> {
  let head: Line | undefined;
  let end: Line['end'];
  const counts: Record<string, number> = Object.fromEntries(tables.map(([t]) => [t, 0]));
  for await (const line of readLines(path)) {
    if (!head) {
      if (line.format !== 'zucchini-backup') {
        throw new BackupError(`${path}: is not a backup of Zucchini.`);
      }
      head = line;
    } else if (line.row) {
      // Its name goes into a statement: only a table that there is.
      if (line.table === undefined || !Object.hasOwn(counts, line.table)) {
        throw new BackupError(
          `${path}: holds rows of “${line.table}”, which is no table of Zucchini.`,
        );
      }
      counts[line.table]! += 1;
    } else if (line.end) ({ end } = line);
  }
  if (!head) throw new BackupError(`${path}: is empty.`);
  if (!end) throw new BackupError(`${path}: is cut off before its end.`);
  for (const [table] of tables) {
    if (counts[table] !== (end[table] ?? 0)) {
      throw new BackupError(
        `${path}: ${counts[table]} rows of ${table} where ${end[table]} were kept.`,
      );
    }
  }
  const steps = migrations.findIndex((m) => m.name === head.step) + 1;
  if (steps === 0) {
    throw new BackupError(`${path}: comes from a newer Zucchini (${head.step}).`);
  }
  return { steps, counts: counts as End['end'] };
}

async function insertRow(runner: QueryRunner, table: string, row: Row): Promise<void> {
  const names = Object.keys(row);
  // Names of columns come from the file: only what a column may be called goes into a statement.
  if (names.some((n) => !/^[a-z_]{1,64}$/u.test(n)))
    throw new BackupError(`“${table}” has an odd column.`);
  const marks = names.map(() => '?').join(',');
  await runner.query(
    `INSERT INTO ${table} (${names.join(',')}) VALUES (${marks})`,
    Object.values(row),
  );
}

/** Whether a database holds anything that a backup put in would take away; one that is not whole does not count. */
export async function hasData(url: string): Promise<boolean> {
  const source = await new DataSource({ type: 'mariadb', url }).initialize();
  try {
    const names = ((await source.query('SHOW TABLES')) as object[]).map((row) =>
      String(Object.values(row)[0]),
    );
    if (names.includes(restoring) || !names.includes('parts') || !names.includes('rigs')) {
      return false;
    }
    return await holdsSomething(source);
  } finally {
    await source.destroy();
  }
}

async function dropAll(url: string): Promise<void> {
  const source = await new DataSource({ type: 'mariadb', url }).initialize();
  try {
    // From here until the end the database is not whole, and says so to whoever opens it.
    await source.query(`CREATE TABLE IF NOT EXISTS ${restoring} (since datetime)`);
    for (const [table] of [...tables].reverse())
      await source.query(`DROP TABLE IF EXISTS ${table}`);
    await source.query('DROP TABLE IF EXISTS zucchini_migrations');
  } finally {
    await source.destroy();
  }
}

/**
 * Puts a backup in the place of everything that is stored. The file is read to its end first; one of an older edition goes
 * through the steps since. Ended in the middle it leaves a database that says so, and may be begun again.
 */
export async function restore(url: string, path: string): Promise<End['end']> {
  const { steps, counts } = await checkBackup(path);
  await dropAll(url);
  const empty = await openDatabase(url, { steps, isRestore: true });
  try {
    const runner = empty.createQueryRunner();
    try {
      await runner.startTransaction();
      for await (const line of readLines(path)) {
        if (line.row && line.table) await insertRow(runner, line.table, line.row);
      }
      await runner.commitTransaction();
    } finally {
      await runner.release();
    }
  } finally {
    await empty.destroy();
  }
  const whole = await openDatabase(url, { isRestore: true });
  await whole.query(`DROP TABLE ${restoring}`);
  await whole.destroy();
  return counts;
}
