import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { askCopy, kill, readDatabasePid, startCopy, waitUntilWell } from './copy.ts';
import type { Chance } from './random.ts';

/** What came of first starts that were ended. */
export interface StartFigures {
  readonly starts: number;
  /** Those after which the next start did not come up with the demo on the shelf. */
  readonly stuck: number;
}

/** First starts in empty folders, each ended at a moment of chance, by a signal or without a word, and started again. */
export async function endFirstStarts(
  port: number,
  count: number,
  chance: Chance,
  say: (words: string) => void,
): Promise<StartFigures> {
  let stuck = 0;
  for (let n = 1; n <= count; n += 1) {
    const folder = mkdtempSync(join(tmpdir(), 'zucchini campaign '));
    const first = startCopy(folder, port);
    const afterMs = chance.between(200, 6000);
    const how = chance.pick(['SIGKILL', 'SIGTERM', 'SIGINT'] as const);
    await sleep(afterMs);
    kill(first.process.pid, how);
    await first.ended;
    const again = startCopy(folder, port);
    const isWell = (await waitUntilWell(again, port)) !== undefined;
    const shelf = (await askCopy(port, 'GET', '/api/rigs'))?.body as
      { rigs: unknown[] } | undefined;
    if (!isWell || !shelf?.rigs.length) {
      stuck += 1;
      say(`start ${n} (${how} after ${Math.round(afterMs)} ms): ${again.words().slice(-400)}`);
    }
    kill(again.process.pid, 'SIGTERM');
    await again.ended;
    kill(readDatabasePid(folder));
    rmSync(folder, { recursive: true, force: true });
  }
  return { starts: count, stuck };
}
