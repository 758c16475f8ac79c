import { createWriteStream } from 'node:fs';
import { rename, rm } from 'node:fs/promises';
import { pipeline } from 'node:stream/promises';
import { createGzip } from 'node:zlib';
import type { DataSource, QueryRunner } from 'typeorm';
import { tables, type End, type Head, type Row, type RowLine, type TableName } from './tables.js';

/** Rows that are read at a time: a hundred rigs with their versions are some ten megabytes. */
const batch = 100;

/** Every row of a table in the order of its key, a batch at a time, all of one moment. */
async function* readRows(
  runner: QueryRunner,
  table: TableName,
  key: readonly string[],
): AsyncGenerator<Row> {
  const columns = (await runner.query(
    'SELECT column_name AS name FROM information_schema.columns WHERE table_schema = DATABASE() AND table_name = ? ORDER BY ordinal_position',
    [table],
  )) as { name: string }[];
  // An earlier edition did not have the table yet.
  if (columns.length === 0) return;
  const list = columns.map(({ name }) => `CAST(${name} AS CHAR) AS ${name}`).join(', ');
  const order = key.join(', ');
  for (let from = 0; ; from += batch) {
    const rows = (await runner.query(
      `SELECT ${list} FROM ${table} ORDER BY ${order} LIMIT ${batch} OFFSET ${from}`,
    )) as Row[];
    yield* rows;
    if (rows.length < batch) return;
  }
}

type Counts = Record<TableName, number>;

/** Every line of a backup; counts the rows that went by. */
async function* writeLines(
  runner: QueryRunner,
  head: Head,
  counts: Counts,
): AsyncGenerator<string> {
  const toLine = (line: Head | RowLine | End) => `${JSON.stringify(line)}\n`;
  yield toLine(head);
  for (const [table, key] of tables) {
    for await (const row of readRows(runner, table, key)) {
      yield toLine({ table, row });
      counts[table] += 1;
    }
  }
  yield toLine({ end: counts });
}

/**
 * Writes everything that is stored into one file, as it is at one moment, whoever goes on storing meanwhile. The file is
 * there whole or not at all. Resolves with how many rows of each table are in it.
 */
export async function backUp(database: DataSource, path: string, now: Date): Promise<End['end']> {
  const half = `${path}.half`;
  const runner = database.createQueryRunner();
  try {
    await runner.query('START TRANSACTION WITH CONSISTENT SNAPSHOT, READ ONLY');
    const [last] = (await runner.query(
      'SELECT name FROM zucchini_migrations ORDER BY id DESC LIMIT 1',
    )) as { name: string }[];
    if (!last) throw new Error('This database holds nothing of Zucchini yet.');
    const counts = Object.fromEntries(tables.map(([table]) => [table, 0])) as Counts;
    const head: Head = {
      format: 'zucchini-backup',
      formatVersion: 1,
      step: last.name,
      takenAt: now.toISOString(),
    };
    await pipeline(
      writeLines(runner, head, counts),
      createGzip(),
      createWriteStream(half, { mode: 0o600 }),
    );
    await rename(half, path);
    return counts;
  } catch (error) {
    await rm(half, { force: true });
    throw error;
  } finally {
    await runner.query('ROLLBACK').catch(() => undefined);
    await runner.release();
  }
}
