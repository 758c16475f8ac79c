import { createReadStream } from 'node:fs';
import { createGunzip } from 'node:zlib';
import { z } from 'zod';
import { migrations } from '../database/index.js';
import { tables, type End, type Row } from './tables.js';

/** A file that is no backup, not a whole one, or one that cannot be put in; says so in words for its owner. */
export class BackupError extends Error {}

const Row = z.record(z.string().regex(/^[a-z_]{1,64}$/u), z.string().nullable());
const HeadLine = z.object({
  format: z.literal('zucchini-backup'),
  formatVersion: z.literal(1),
  step: z.string(),
  takenAt: z.iso.datetime(),
});
const RowLine = z.object({ table: z.string(), row: Row });
const EndLine = z.object({ end: z.record(z.string(), z.int()) });

/** A longer line is nothing that was kept: a rig with all that it rests on is some megabytes, in characters. */
const longestLine = 128 * 1024 * 1024;

/** The lines of a zipped text; the last one also where no line ends it. What cannot be read rejects whoever asks, and nobody else. */
async function* readText(path: string): AsyncGenerator<string> {
  const unzipped = createReadStream(path)
    .on('error', (e) => unzipped.destroy(e))
    .pipe(createGunzip())
    .setEncoding('utf8');
  // In pieces until its end is there: put together anew with every piece, a long line takes for ever.
  let begun: string[] = [];
  let length = 0;
  for await (const piece of unzipped as AsyncIterable<string>) {
    const [first, ...more] = piece.split('\n');
    begun.push(first!);
    length += first!.length;
    for (const next of more) {
      yield begun.join('');
      begun = [next];
      ({ length } = next);
    }
    if (length > longestLine) throw new BackupError('This file is damaged, or no backup.');
  }
  if (length > 0) yield begun.join('');
}

/** Every line of a file with its number, as it is written. */
async function* readLines(path: string): AsyncGenerator<[number, unknown]> {
  let n = 0;
  try {
    for await (const text of readText(path)) {
      n += 1;
      yield [n, JSON.parse(text)];
    }
  } catch (error) {
    if (error instanceof BackupError) throw error;
    if (error instanceof SyntaxError) throw new BackupError(`Line ${n} of this file is damaged.`);
    const { code } = error as NodeJS.ErrnoException;
    throw new BackupError(
      code?.startsWith('Z_')
        ? 'This file is cut off or damaged, or no backup.'
        : `This file cannot be read: ${(error as Error).message}`,
    );
  }
}

/** What a backup says of itself. */
export interface BackupHead {
  readonly takenAt: string;
  /** As many of the steps its database had gone through. */
  readonly steps: number;
  readonly counts: End['end'];
}

/** Reads a backup to its end: nothing is touched for one that is cut off, altered or of something else. Throws {@link BackupError}. */
export async function checkBackup(path: string): Promise<BackupHead> {
  let head: z.infer<typeof HeadLine> | undefined;
  let end: Record<string, number> | undefined;
  const counts: Record<string, number> = Object.fromEntries(tables.map(([t]) => [t, 0]));
  for await (const [n, line] of readLines(path)) {
    if (!head) {
      const read = HeadLine.safeParse(line);
      if (!read.success) throw new BackupError('This is not a backup of Zucchini.');
      head = read.data;
      continue;
    }
    const row = RowLine.safeParse(line);
    if (row.success && !end) {
      // Its name goes into a statement: only a table that there is.
      if (!Object.hasOwn(counts, row.data.table)) {
        throw new BackupError(`Line ${n} is of “${row.data.table}”, which Zucchini does not keep.`);
      }
      counts[row.data.table]! += 1;
      continue;
    }
    const last = EndLine.safeParse(line);
    if (!last.success || end) throw new BackupError(`Line ${n} of this file is damaged.`);
    ({ end } = last.data);
  }
  if (!head) throw new BackupError('This file is empty.');
  if (!end) throw new BackupError('This file is cut off before its end.');
  for (const [table] of tables) {
    const told = end[table] ?? 0;
    if (counts[table] !== told) {
      throw new BackupError(`Of ${table} there are ${counts[table]} rows where ${told} were kept.`);
    }
  }
  const { step } = head;
  const steps = migrations.findIndex((m) => m.name === step) + 1;
  if (steps === 0) {
    throw new BackupError(
      'This backup comes from a newer Zucchini. Bring this one up to date first.',
    );
  }
  return { takenAt: head.takenAt, steps, counts: counts as End['end'] };
}

/** The rows of a backup that was checked, with the number of their line. */
export async function* readRows(
  path: string,
): AsyncGenerator<{ readonly n: number; readonly table: string; readonly row: Row }> {
  for await (const [n, line] of readLines(path)) {
    const read = RowLine.safeParse(line);
    if (read.success) yield { n, ...read.data };
  }
}
