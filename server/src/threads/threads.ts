import { setupBudgetMs } from '@zucchini/core';
import { NotJudged, type Judge } from '../rigs/keeper.js';
import { Ended, Pool } from './pool.js';

/** The threads of a server: one for figures, two for what is too large to be read beside others' requests, one for backups. */
export interface Threads {
  readonly judge: Judge;
  readonly requests: Pool;
  readonly backups: Pool;
  close(): Promise<void>;
}

export interface ThreadsOptions {
  /** The file that a thread runs; the server's own where absent. */
  readonly entry?: URL;
  /** The longest that the figures of a rig may take in all, in ms. */
  readonly judgeMs?: number;
  /** Memory of a thread for figures, in MB. */
  readonly judgeMb?: number;
  /** The longest that a large request may take, in ms. */
  readonly requestMs?: number;
  /** Where backups lie; without it none are read. */
  readonly backups?: string;
  /** Whether faults of the threads are logged. */
  readonly log?: boolean;
}

/** The longest that a backup may take to be read and put in, in ms: thousands of rigs on a slow machine. */
const backupMs = 30 * 60_000;

/** How long a thread for requests is kept with nothing to do, in ms. */
const idleMs = 60_000;

/** Threads that work on the database at `url`, started when they are first needed. */
export function createThreads(url: string, options: ThreadsOptions = {}): Threads {
  const entry = options.entry ?? new URL('../thread.js', import.meta.url);
  const { backups: folder, log } = options;
  const data = { url, ...(folder ? { backups: folder } : {}), ...(log ? { log } : {}) };
  const figures = new Pool({
    entry,
    data,
    size: 1,
    limits: { maxOldGenerationSizeMb: options.judgeMb ?? 512 },
    // A setup ends by itself where it can: this is for what cannot.
    longestMs: options.judgeMs ?? 4 * setupBudgetMs,
    idleMs,
  });
  const requests = new Pool({
    entry,
    data,
    size: 2,
    limits: { maxOldGenerationSizeMb: 1024 },
    longestMs: options.requestMs ?? 60_000,
    idleMs,
  });
  const backups = new Pool({
    entry,
    data,
    size: 1,
    limits: { maxOldGenerationSizeMb: 1024 },
    longestMs: backupMs,
    idleMs,
  });
  return {
    judge: async (rig) => {
      try {
        await figures.run({ kind: 'judge', rig });
      } catch (error) {
        throw error instanceof Ended ? new NotJudged(error.why) : error;
      }
    },
    requests,
    backups,
    close: async () => {
      await Promise.all([figures.close(), requests.close(), backups.close()]);
    },
  };
}
