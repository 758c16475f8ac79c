import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, statfsSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import type { Rig, RigRecord } from '@zucchini/core';
import { worstRigs } from '../../core/src/testing/worst.ts';
import { askCopy, kill, startCopy, waitUntilWell } from './copy.ts';
import type { Chance } from './random.ts';

/** What came of a disk that was full. */
export interface DiskFigures {
  /** Times that it was filled. */
  readonly fills: number;
  /** Saves that were answered with success, and those that were refused while it was full. */
  readonly stored: number;
  readonly refused: number;
  /** Answers that did not say that the disk is full. */
  readonly unsaid: number;
  /** Saves that were answered with success and are not there. */
  readonly lost: number;
  /** Times that nothing could be stored again once there was room. */
  readonly stuck: number;
}

/** A small disk of its own, in MB: a database as it is installed takes some 170. */
const diskMb = 400;
/** What is left on it when it is full, in bytes. */
const leftBytes = 200_000;

/** Saves tried while the disk is full. */
const triesWhileFull = 12;

/**
 * A copy whose data lie on a small disk that is filled to its end while somebody stores, and emptied again. Undefined where
 * this user may not make a disk.
 */
export async function fillDisk(
  port: number,
  count: number,
  chance: Chance,
  say: (words: string) => void,
): Promise<DiskFigures | undefined> {
  const folder = mkdtempSync(join(tmpdir(), 'zucchini campaign '));
  const made = spawnSync('mount', ['-t', 'tmpfs', '-o', `size=${diskMb}m`, 'tmpfs', folder]);
  if (made.status !== 0) {
    rmSync(folder, { recursive: true });
    return undefined;
  }
  const filler = join(folder, 'filler');
  const copy = startCopy(join(folder, 'data'), port);
  try {
    if ((await waitUntilWell(copy, port)) === undefined)
      throw new Error(`It does not start: ${copy.words()}`);
    return await fillAndEmpty(port, filler, count, chance, say);
  } finally {
    kill(copy.process.pid, 'SIGTERM');
    await copy.ended;
    spawnSync('umount', [folder]);
    rmSync(folder, { recursive: true, force: true });
  }
}

async function fillAndEmpty(
  port: number,
  filler: string,
  count: number,
  chance: Chance,
  say: (words: string) => void,
): Promise<DiskFigures> {
  const made = await askCopy(port, 'POST', '/api/rigs', {
    name: 'w0',
    bodyPartId: 'corvane-petrel',
    currency: 'EUR',
  });
  let { rig, revision } = made!.body as RigRecord;
  const figures = { fills: 0, stored: 0, refused: 0, unsaid: 0, lost: 0, stuck: 0 };
  const url = `/api/rigs/${rig.id}`;
  const large = worstRigs['30 parts of 200 tubes']!().parts.at(-1)!;
  const save = async (next: Rig) => {
    const answer = await askCopy(port, 'PUT', url, { revision, rig: next });
    if (answer?.status === 200) {
      ({ revision } = answer.body as { revision: number });
      rig = next;
      figures.stored += 1;
    }
    return answer?.status;
  };
  for (let n = 1; n <= count; n += 1) {
    const { bavail, bsize } = statfsSync(join(filler, '..'));
    writeFileSync(filler, Buffer.alloc(Math.max(0, bavail * bsize - leftBytes)));
    figures.fills += 1;
    let onItsWay = rig.name;
    for (let k = 1; k <= triesWhileFull; k += 1) {
      onItsWay = `w${n}-${k}`;
      // Parts take the room that a save alone does not.
      const parts = Array.from({ length: 150 }, (_, i) => ({
        revision: 0,
        part: { ...large, id: `${onItsWay}-${i}` },
      }));
      const begun = performance.now();
      const filled = await askCopy(port, 'POST', '/api/parts', { parts });
      const note = 'x'.repeat(chance.below(4000));
      const status = await save({ ...rig, name: onItsWay, note });
      if (status === 200 && filled?.status === 200) continue;
      figures.refused += 1;
      say(
        `fill ${n}, try ${k}: parts ${filled?.status}, save ${status}, after ${Math.round(performance.now() - begun)} ms`,
      );
      for (const bad of [filled?.status, status]) {
        if (bad === 500) figures.unsaid += 1;
      }
      if (status !== 200) break;
    }
    rmSync(filler);
    const begun = performance.now();
    let now: RigRecord | undefined;
    while (performance.now() - begun < 90_000) {
      now = (await askCopy(port, 'GET', url))?.body as RigRecord | undefined;
      if (now?.rig) break;
      await sleep(200);
    }
    if (now && (![rig.name, onItsWay].includes(now.rig.name) || now.revision < revision)) {
      figures.lost += 1;
      say(`fill ${n}: “${rig.name}” at ${revision} was stored, “${now.rig.name}” is there`);
    }
    if (now) ({ rig, revision } = now);
    let isBack = false;
    while (!isBack && performance.now() - begun < 90_000) {
      isBack = (await save({ ...rig, name: `back ${n}` })) === 200;
      if (!isBack) await sleep(200);
    }
    if (!isBack) figures.stuck += 1;
    say(
      `fill ${n}: refused ${figures.refused}, back after ${Math.round(performance.now() - begun)} ms`,
    );
  }
  return figures;
}
