import { expect, it } from '@jest/globals';
import { RigEntity, openDatabase } from '../database/index.js';
import { createTestDatabase } from '../testing/app.js';
import { readMark2 } from '../testing/demo.js';
import { clearAll, loadDemo, loadDemoIfEmpty } from './load.js';

it('of several first starts at once one loads the demo, and a later one leaves it alone', async () => {
  const { url, drop } = await createTestDatabase();
  const file = readMark2();
  const start = async () => {
    const database = await openDatabase(url);
    const did = await loadDemoIfEmpty(
      database,
      () => ({ parts: file.parts, rigs: [file] }),
      new Date('2026-12-02T10:00:00Z'),
    );
    const rigs = await database.manager.count(RigEntity);
    await database.destroy();
    return { did, rigs };
  };
  const all = await Promise.all([start(), start(), start()]);
  expect(all.filter((s) => s.did)).toHaveLength(1);
  expect(all.map((s) => s.rigs)).toEqual([1, 1, 1]);
  expect(await start()).toEqual({ did: false, rigs: 1 });
  await drop();
}, 30_000);

it('what is emptied is remembered by how far it went: a window on it is not taken for one on what comes under its id', async () => {
  const { url, drop } = await createTestDatabase();
  const file = readMark2();
  const database = await openDatabase(url);
  const load = () =>
    loadDemo(database, { parts: file.parts, rigs: [file] }, new Date('2026-12-02T10:00:00Z'));
  const [id] = await load();
  await database.manager.update(RigEntity, { id: id! }, { revision: 7 });
  await clearAll(database);
  expect(await database.manager.count(RigEntity)).toBe(0);
  await load();
  const row = await database.manager.findOneByOrFail(RigEntity, { id: id! });
  expect(row.revision).toBe(8);
  await database.destroy();
  await drop();
}, 30_000);
