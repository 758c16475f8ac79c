import { setTimeout as sleep } from 'node:timers/promises';
import type { Rig } from '@zucchini/core';
import { askCopy, kill, readDatabasePid, startCopy, waitUntilWell, type Copy } from './copy.ts';
import { Phone } from './phone.ts';
import type { Chance } from './random.ts';

/** What came of ending a copy, its database, or both, while somebody stored. */
export interface KillFigures {
  readonly kills: number;
  /** Saves that were answered with success. */
  readonly stored: number;
  /** Entries that two phones ticked and noted meanwhile. */
  readonly noted: number;
  /** Saves and entries that were answered with success and are not there, or are there twice. */
  readonly lost: number;
  /** Times that it did not come up again by itself or by one start. */
  readonly stuck: number;
  readonly longestRestartMs: number;
}

/**
 * One writer renames a rig without pause, and two phones tick and note; at moments of chance the server, its database or both are ended without a word.
 * After each the rig must be what was acknowledged last, or what was on its way.
 */
export async function killAtRandom(
  folder: string,
  port: number,
  count: number,
  chance: Chance,
  say: (words: string) => void,
): Promise<KillFigures> {
  let copy: Copy = startCopy(folder, port);
  if ((await waitUntilWell(copy, port)) === undefined)
    throw new Error(`It does not start: ${copy.words()}`);
  const made = await askCopy(port, 'POST', '/api/rigs', {
    name: 'w0',
    bodyPartId: 'corvane-petrel',
    currency: 'EUR',
  });
  let { rig, revision } = made!.body as { rig: Rig; revision: number };
  const phones = ['red', 'blue'].map((name) => new Phone(port, rig.id, name, chance));
  const figures = { kills: 0, stored: 0, noted: 0, lost: 0, stuck: 0, longestRestartMs: 0 };
  for (let n = 1; n <= count; n += 1) {
    const what = chance.pick(['server', 'database', 'both'] as const);
    const at = sleep(chance.between(30, 1500)).then(() => {
      if (what !== 'database') kill(copy.process.pid);
      if (what !== 'server') kill(readDatabasePid(folder));
      figures.kills += 1;
    });
    for (const phone of phones) phone.start();
    let onItsWay: string;
    for (let w = 1; ; w += 1) {
      onItsWay = `w${n}-${w}`;
      const answer = await askCopy(port, 'PUT', `/api/rigs/${rig.id}`, {
        revision,
        rig: { ...rig, name: onItsWay },
      });
      if (answer?.status !== 200) break;
      ({ revision } = answer.body as { revision: number });
      rig = { ...rig, name: onItsWay };
      figures.stored += 1;
    }
    await at;
    for (const phone of phones) await phone.stop();
    const begun = performance.now();
    if (what !== 'database') {
      await copy.ended;
      copy = startCopy(folder, port);
    }
    if ((await waitUntilWell(copy, port)) === undefined) {
      figures.stuck += 1;
      say(`kill ${n} (${what}): it does not come up again: ${copy.words().slice(-400)}`);
      kill(copy.process.pid);
      await copy.ended;
      copy = startCopy(folder, port);
      await waitUntilWell(copy, port);
    }
    figures.longestRestartMs = Math.max(figures.longestRestartMs, performance.now() - begun);
    const now = (await askCopy(port, 'GET', `/api/rigs/${rig.id}`))?.body as
      { rig: Rig; revision: number } | undefined;
    const isThere = now && [rig.name, onItsWay].includes(now.rig.name) && now.revision >= revision;
    if (!isThere) {
      figures.lost += 1;
      say(
        `kill ${n} (${what}): “${rig.name}” at ${revision} was stored, “${now?.rig.name}” is there`,
      );
    }
    if (now) ({ rig, revision } = now);
    for (const phone of phones) {
      for (const wrong of await phone.check()) {
        figures.lost += 1;
        say(`kill ${n} (${what}): ${wrong}`);
      }
    }
    figures.noted = phones.reduce((sum, phone) => sum + phone.taken, 0);
    if (n % 10 === 0) say(`${n} kills, ${figures.stored} saves stored, ${figures.lost} lost`);
  }
  kill(copy.process.pid, 'SIGTERM');
  await copy.ended;
  return figures;
}
