import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { fillFirstEdition, openFirstEdition } from '../../server/src/testing/first-edition.ts';
import { startPrivateDatabase } from '../private-database.ts';
import { askCopy, kill, readDatabasePid, startCopy, waitUntilWell } from './copy.ts';
import type { Chance } from './random.ts';

/** What came of first starts that were ended. */
export interface StartFigures {
  readonly starts: number;
  /** Those after which the next start did not come up with what must be there. */
  readonly stuck: number;
}

/** Lays in an empty folder what the first start is to find there. */
type Prepare = (folder: string) => void;

/** First starts in folders that were prepared, each ended at a moment of chance, by a signal or without a word, and started again. */
async function endStarts(
  port: number,
  count: number,
  chance: Chance,
  say: (words: string) => void,
  prepare: Prepare,
  isRight: (port: number) => Promise<boolean>,
): Promise<StartFigures> {
  let stuck = 0;
  for (let n = 1; n <= count; n += 1) {
    const folder = mkdtempSync(join(tmpdir(), 'zucchini campaign '));
    prepare(folder);
    const first = startCopy(folder, port);
    const afterMs = chance.between(200, 6000);
    const how = chance.pick(['SIGKILL', 'SIGTERM', 'SIGINT'] as const);
    await sleep(afterMs);
    kill(first.process.pid, how);
    await first.ended;
    const again = startCopy(folder, port);
    const isWell = (await waitUntilWell(again, port)) !== undefined;
    if (!isWell || !(await isRight(port))) {
      stuck += 1;
      say(`start ${n} (${how} after ${Math.round(afterMs)} ms): ${again.words().slice(-400)}`);
    }
    kill(again.process.pid, 'SIGTERM');
    await again.ended;
    kill(readDatabasePid(folder));
    rmSync(folder, { recursive: true, force: true });
    if (n % 10 === 0) say(`${n} starts, ${stuck} stuck`);
  }
  return { starts: count, stuck };
}

/** First starts in empty folders: after each the demo must be on the shelf. */
export function endFirstStarts(
  port: number,
  count: number,
  chance: Chance,
  say: (words: string) => void,
): Promise<StartFigures> {
  const isRight = async () => {
    const shelf = (await askCopy(port, 'GET', '/api/rigs'))?.body as
      { rigs: unknown[] } | undefined;
    return (shelf?.rigs.length ?? 0) > 0;
  };
  return endStarts(port, count, chance, say, () => undefined, isRight);
}

/** Starts on what the first edition left, in `kept`: after each everything of it must be there. */
export async function endUpgrades(
  kept: string,
  port: number,
  count: number,
  chance: Chance,
  say: (words: string) => void,
): Promise<StartFigures> {
  const own = await startPrivateDatabase(join(kept, 'database'));
  const old = await openFirstEdition(own.url);
  await fillFirstEdition(old);
  await old.destroy();
  await own.stop();
  const isRight = async () => {
    const [shelf, file] = [
      await askCopy(port, 'GET', '/api/rigs/old'),
      await askCopy(port, 'GET', '/api/rigs/old/file'),
    ];
    const versions = (file?.body as { versions?: unknown[] } | undefined)?.versions;
    return (shelf?.body as { revision?: number }).revision === 3 && versions?.length === 1;
  };
  const prepare = (folder: string) => cpSync(kept, folder, { recursive: true });
  return endStarts(port, count, chance, say, prepare, isRight);
}
