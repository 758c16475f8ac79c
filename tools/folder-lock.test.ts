import { mkdirSync, mkdtempSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeEach, describe, expect, it } from '@jest/globals';
import { withLock } from './folder-lock.ts';
import { isStill, readProcess, tellProcess, toProcessId } from './process-id.ts';

const folder = mkdtempSync(join(tmpdir(), 'zucchini-lock-'));
const lock = join(folder, 'lock');
beforeEach(() => rmSync(lock, { recursive: true, force: true }));
afterAll(() => rmSync(folder, { recursive: true }));

/** How long work waits for a lock that stands there, in ms. */
async function measureWaitMs(): Promise<number> {
  const begun = performance.now();
  await withLock(folder, async () => undefined);
  return performance.now() - begun;
}

describe('a lock on a folder', () => {
  it('lets one in at a time', async () => {
    let inside = 0;
    const most: number[] = [];
    const work = () =>
      withLock(folder, async () => {
        most.push((inside += 1));
        await new Promise((resolve) => setTimeout(resolve, 10));
        inside -= 1;
      });
    await Promise.all([work(), work(), work()]);
    expect(most).toEqual([1, 1, 1]);
  });

  it('of a process that is gone, or whose number another has by now, is taken away at once', async () => {
    const own = toProcessId(process.pid);
    for (const owner of [tellProcess({ ...own, since: '1' }), '4194999 12']) {
      mkdirSync(lock);
      writeFileSync(join(lock, 'owner'), owner);
      expect(await measureWaitMs()).toBeLessThan(1000);
    }
  });

  it('without a name is taken away after a while, also where the clock was moved', async () => {
    for (const ahead of [-3600, 3600]) {
      mkdirSync(lock);
      const then = Date.now() / 1000 + ahead;
      utimesSync(lock, then, then);
      expect(await measureWaitMs()).toBeLessThan(1000);
    }
  });
});

describe('a process', () => {
  it('is told from another that has its number later', () => {
    const own = toProcessId(process.pid);
    expect(isStill(own)).toBe(true);
    expect(isStill({ ...own, since: `${Number(own.since) + 1}` })).toBe(false);
    expect(readProcess(tellProcess(own))).toEqual(own);
    expect(readProcess('')).toBeUndefined();
    expect(readProcess('12; rm')).toBeUndefined();
  });
});
