import { mkdir } from 'node:fs/promises';
import { join } from 'node:path';
import type { BackupContents, BackupFault, BackupLook, Restored } from '@zucchini/core';
import type { DataSource, QueryRunner } from 'typeorm';
import { connect, errnoOf, isDiskFull, openDatabase, withTurn } from '../database/index.js';
import { backUp } from './back-up.js';
import {
  createBeside,
  dropBeside,
  listTables,
  quoted,
  readNames,
  swap,
  urlOf,
  type Names,
} from './beside.js';
import { listContents, markState } from './contents.js';
import { BackupError, checkBackup, readRows, type BackupHead } from './lines.js';
import { findUnreadable, leaveOut, type Unreadable } from './sound.js';
import type { Row } from './tables.js';

/** What the database says of a row or of a step, in words for the owner of the file; what is not about the file goes on as it is. */
function toBackupError(error: unknown, words: string): unknown {
  const errno = errnoOf(error);
  if (error instanceof BackupError || isDiskFull(error)) return error;
  const { code } = error as NodeJS.ErrnoException;
  // A database that is away is no fault of the file.
  const isAway = errno === undefined && code !== undefined;
  return isAway ? error : new BackupError(words);
}

async function insertRow(runner: QueryRunner, table: string, row: Row): Promise<void> {
  const names = Object.keys(row);
  const marks = names.map(() => '?').join(',');
  await runner.query(
    `INSERT INTO ${table} (${names.join(',')}) VALUES (${marks})`,
    Object.values(row),
  );
}

/** Lays a backup out in a database of its own: in the edition that it was kept in, and then through the steps since. */
async function layOut(url: string, path: string, { steps }: BackupHead): Promise<DataSource> {
  const empty = await openDatabase(url, { steps, isRestore: true });
  try {
    const runner = empty.createQueryRunner();
    try {
      await runner.startTransaction();
      for await (const { n, table, row } of readRows(path)) {
        await insertRow(runner, table, row).catch((error: unknown) => {
          throw toBackupError(error, `Line ${n} of this file, a row of ${table}, is damaged.`);
        });
      }
      await runner.commitTransaction();
    } finally {
      await runner.release();
    }
  } finally {
    await empty.destroy();
  }
  try {
    return await openDatabase(url, { isRestore: true });
  } catch (error) {
    throw toBackupError(
      error,
      'This backup is of an older edition, and what is in it cannot be brought up to date.',
    );
  }
}

/**
 * Revisions of what comes in go far beyond those that are stored: a window that is still open on a rig or a part must not be taken
 * for one on what comes, also where it stores once more while this is under way.
 */
const revisionsOn = 1000;

async function raiseRevisions(source: DataSource, { here, coming }: Names): Promise<void> {
  const [to, from] = [quoted(coming), quoted(here)];
  const there = new Set(await listTables(source, here));
  const raise = (table: string, other: string, where = '') =>
    source.query(
      `UPDATE ${to}.${table} c JOIN ${from}.${other} o ON o.id = c.id
       SET c.revision = GREATEST(c.revision, o.revision) + ${revisionsOn} ${where}`,
    );
  const remember = (table: string) =>
    source.query(
      `INSERT INTO ${to}.gone_rigs (id, revision) SELECT id, revision FROM ${from}.${table} o
       WHERE NOT EXISTS (SELECT 1 FROM ${to}.rigs r WHERE r.id = o.id)
       ON DUPLICATE KEY UPDATE revision = GREATEST(gone_rigs.revision, VALUES(revision))`,
    );
  if (there.has('rigs')) {
    await raise('rigs', 'rigs');
    await remember('rigs');
  }
  if (there.has('gone_rigs')) {
    await raise('rigs', 'gone_rigs');
    await remember('gone_rigs');
  }
  // The first edition did not count the changes of a part.
  const [counted] = await source.query<unknown[]>(
    "SELECT 1 FROM information_schema.columns WHERE table_schema = ? AND table_name = 'parts' AND column_name = 'revision'",
    [here],
  );
  if (counted) await raise('parts', 'parts', 'WHERE c.revision <> o.revision OR c.doc <> o.doc');
}

const count = ({ rigs, parts }: BackupContents): number => rigs.length + parts;

/**
 * Keeps in a file what a backup took the place of, and takes away what one that was ended left. Resolves with the file's name;
 * undefined where nothing was left to be kept.
 */
async function settle(
  source: DataSource,
  url: string,
  names: Names,
  folder: string,
  now: Date,
): Promise<string | undefined> {
  await dropBeside(source, names.coming);
  const left = await listTables(source, names.before);
  let name: string | undefined;
  if (left.includes('zucchini_migrations') && count(await listContents(source, names.before)) > 0) {
    name = `before-restore-${now.toISOString().replaceAll(/[:.]/gu, '-')}.backup.gz`;
    const old = await connect(urlOf(url, names.before), 2);
    try {
      await mkdir(folder, { recursive: true, mode: 0o700 });
      await backUp(old, join(folder, name), now);
    } catch (error) {
      throw new BackupError(
        `What the last backup took the place of could not be written to ${folder} yet; it is still in the database. ${(error as Error).message}`,
        { cause: error },
      );
    } finally {
      await old.destroy();
    }
  }
  await dropBeside(source, names.before);
  return name;
}

/** Whose database this is, where its backups are kept, and the time. */
export interface Place {
  readonly url: string;
  /** Where what a backup takes the place of is kept as a file. */
  readonly folder: string;
  readonly now: Date;
}

/** Does work while nobody else lays out, puts in or upgrades. */
async function alone<T>(
  { url }: Place,
  work: (source: DataSource, names: Names) => Promise<T>,
): Promise<T> {
  const source = await connect(url, 3);
  try {
    const names = await readNames(source);
    return await withTurn(source, 'migrations', () => work(source, names));
  } finally {
    await source.destroy();
  }
}

/** Ends what a restore that was ended in the middle has left beside the database: nothing of it is lost. */
export async function finishRestore(place: Place): Promise<string | undefined> {
  return alone(place, (source, names) => settle(source, place.url, names, place.folder, place.now));
}

const toFault = ({ what, name, issues }: Unreadable): BackupFault => ({
  what,
  name,
  issues: [...issues],
});

/** Lays a backup out beside what is stored and reads all of it; what is stored is as it was. Throws {@link BackupError}. */
async function look<T>(
  place: Place,
  path: string,
  then: (
    source: DataSource,
    names: Names,
    laid: { readonly coming: DataSource; readonly faults: readonly Unreadable[] },
    head: BackupHead,
  ) => Promise<T>,
): Promise<T> {
  const head = await checkBackup(path);
  return alone(place, async (source, names) => {
    await settle(source, place.url, names, place.folder, place.now);
    await createBeside(source, names.coming);
    try {
      const coming = await layOut(urlOf(place.url, names.coming), path, head);
      try {
        return await then(source, names, { coming, faults: await findUnreadable(coming) }, head);
      } finally {
        await coming.destroy();
      }
    } finally {
      await dropBeside(source, names.coming);
    }
  });
}

/** What a backup brings, what it would take the place of, and what of it cannot be read; changes nothing. Throws {@link BackupError}. */
export async function lookInto(place: Place, path: string): Promise<BackupLook> {
  return look(place, path, async (source, names, { coming, faults }, head) => {
    await leaveOut(coming, faults);
    return {
      takenAt: head.takenAt,
      brings: await listContents(source, names.coming),
      replaces: await listContents(source, names.here),
      faults: faults.map(toFault),
      mark: await markState(source, names.here),
    };
  });
}

/** What is stored is not what it was when somebody looked. */
export class ChangedMeanwhile extends Error {}

export interface RestoreOptions {
  /** What cannot be read is left out; without it such a backup is refused. */
  readonly leavesOut?: boolean;
  /** The state that may be replaced, as {@link lookInto} told it; any where absent. */
  readonly mark?: string;
}

/** As many of the faults stand in one sentence. */
const mostFaults = 3;

const sayFault = ({ what, name, issues: [first] }: Unreadable): string =>
  `the ${what} “${name}”${first ? ` (${first.path || 'all of it'}: ${first.message})` : ''}`;

/**
 * Puts a backup in the place of everything that is stored. It is read to its end, laid out beside what is stored, and every document
 * of it is read as if it came in anew; only then does it take the place of the old, in one statement. What was there before is kept
 * in a file. Ended anywhere it leaves the one or the other, whole. Throws {@link BackupError} and {@link ChangedMeanwhile}.
 */
export async function restore(
  place: Place,
  path: string,
  options: RestoreOptions = {},
): Promise<Restored> {
  return look(place, path, async (source, names, { coming, faults }) => {
    if (faults.length > 0 && !options.leavesOut) {
      const told = faults.slice(0, mostFaults).map(sayFault).join('; ');
      const more = faults.length > mostFaults ? `; and ${faults.length - mostFaults} more` : '';
      throw new BackupError(`Not all of it can be read: ${told}${more}.`);
    }
    if (options.mark !== undefined && options.mark !== (await markState(source, names.here))) {
      throw new ChangedMeanwhile();
    }
    await leaveOut(coming, faults);
    await raiseRevisions(source, names);
    await createBeside(source, names.before);
    const brought = await listContents(source, names.coming);
    await swap(source, names);
    // From here on it is done: a disk without room keeps the old where it is, for the next start to write.
    const kept = await settle(source, place.url, names, place.folder, place.now).catch(
      () => undefined,
    );
    return { brought, left: faults.map(toFault), kept: kept ?? null };
  });
}

/** Whether a database holds anything that a backup put in would take the place of. */
export async function hasData(url: string): Promise<boolean> {
  const source = await connect(url, 1);
  try {
    return count(await listContents(source, (await readNames(source)).here)) > 0;
  } finally {
    await source.destroy();
  }
}

/** How many connections others have to this database: those of a running copy, or of another program. */
export async function countConnections(url: string): Promise<number> {
  const source = await connect(url, 1);
  try {
    const [row] = (await source.query(
      'SELECT COUNT(*) AS n FROM information_schema.processlist WHERE db = DATABASE() AND id <> CONNECTION_ID()',
    )) as [{ n: string }];
    return Number(row.n);
  } finally {
    await source.destroy();
  }
}
