import { afterEach, beforeEach, describe, expect, it } from '@jest/globals';
import type { DataSource } from 'typeorm';
import { readMark2 } from '../testing/demo.js';
import { openDatabase, RigEntity } from '../database/index.js';
import { loadDemo } from '../demo/load.js';
import { createTestDatabase } from '../testing/app.js';
import { Keeper, NotJudged, type Judge } from './keeper.js';
import type { StoredSummary } from './mapper.js';
import { markDue } from './marks.js';

const file = readMark2();
const named = (id: string) => ({ ...file, versions: [], rig: { ...file.rig, id } });

let database: DataSource;
let drop: () => Promise<void>;
let keeper: Keeper | undefined;
let told: string[];
beforeEach(async () => {
  const made = await createTestDatabase();
  drop = made.drop;
  database = await openDatabase(made.url);
  const now = new Date('2026-11-23T12:00:00Z');
  await loadDemo(database, { parts: file.parts, rigs: ['a', 'b', 'c'].map(named) }, now);
  told = [];
}, 60_000);
afterEach(async () => {
  keeper?.end();
  await keeper?.ended();
  await database.destroy();
  await drop();
});

function start(judge: Judge): Keeper {
  keeper = new Keeper(database, judge, (error) => told.push(error.message));
  return keeper;
}
const summaries = async () =>
  Object.fromEntries(
    (await database.manager.find(RigEntity, { order: { id: 'ASC' } })).map((row) => [
      row.id,
      [(row.summary as StoredSummary).notComputed, row.due === null],
    ]),
  );
/** A judge that knows no figures: it only takes the mark away. */
const settleMark: Judge = async ({ id, due }) => {
  await database.query('UPDATE rigs SET due = NULL WHERE id = ? AND due = ?', [id, due]);
};

describe('who works off the shelf', () => {
  it('takes every rig that is due once, and none that is not', async () => {
    const taken: string[] = [];
    const own = start(async (rig) => {
      taken.push(rig.id);
      await settleMark(rig);
    });
    await own.settle();
    expect(taken).toEqual(['a', 'b', 'c']);
    await markDue(database.manager, ['b']);
    await own.settle();
    expect(taken).toEqual(['a', 'b', 'c', 'b']);
  });

  it('gives one up that cannot be computed, says why, and goes on with the others', async () => {
    const own = start(async (rig) => {
      if (rig.id === 'a') throw new NotJudged('memory');
      if (rig.id === 'b') throw new Error('our fault');
      await settleMark(rig);
    });
    await own.settle();
    expect(await summaries()).toEqual({
      a: ['memory', true],
      b: ['fault', true],
      c: [undefined, true],
    });
    expect(told).toEqual(['our fault']);
  });

  it('does not store what was computed of a rig that has changed meanwhile', async () => {
    let runs = 0;
    const own = start(async (rig) => {
      if (rig.id === 'a') runs += 1;
      if (rig.id === 'a' && runs === 1) {
        await markDue(database.manager, ['a']);
        throw new NotJudged('time');
      }
      await settleMark(rig);
    });
    await own.settle();
    expect(runs).toBe(2);
    expect((await summaries()).a).toEqual([undefined, true]);
  });

  it('ended, begins nothing more; what is due stays due', async () => {
    const taken: string[] = [];
    const own = start(async (rig) => {
      taken.push(rig.id);
      own.end();
    });
    own.wake();
    await own.ended();
    expect(taken).toEqual(['a']);
    expect(Object.values(await summaries()).every(([, done]) => !done)).toBe(true);
  });
});
