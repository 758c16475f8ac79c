import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from '@jest/globals';
import { DataSource, type QueryRunner } from 'typeorm';
import { createTestDatabase } from '../testing/app.js';
import { fillFirstEdition, oldPart, oldRig, openFirstEdition } from '../testing/first-edition.js';
import { listRigs } from '../rigs/repository.js';
import { backUp } from '../backup/index.js';
import { migrations, openDatabase } from './index.js';

class Ended extends Error {}

/** A runner that dies at one statement, before it or after it has been done. */
function endAt(runner: QueryRunner, at: number, after: boolean): QueryRunner {
  let n = 0;
  return new Proxy(runner, {
    get(target, key) {
      if (key !== 'query') return Reflect.get(target, key) as unknown;
      return async (...args: Parameters<QueryRunner['query']>) => {
        n += 1;
        if (n === at && !after) throw new Ended();
        const result: unknown = await target.query(...args);
        if (n === at) throw new Ended();
        return result;
      };
    },
  });
}

/** Goes through the steps until the runner dies; how many statements there were if it did not. */
async function die(
  url: string,
  from: number,
  at: number,
  after: boolean,
): Promise<'ended' | 'through'> {
  const source = await new DataSource({ type: 'mariadb', url }).initialize();
  try {
    const runner = endAt(source.createQueryRunner(), at, after);
    for (const Step of migrations.slice(from)) await new Step().up(runner);
    return 'through';
  } catch (error) {
    if (error instanceof Ended) return 'ended';
    throw error;
  } finally {
    await source.destroy();
  }
}

async function checkTables(database: DataSource): Promise<void> {
  const drift = await database.driver.createSchemaBuilder().log();
  expect(drift.upQueries.map((q) => q.query).filter((q) => !/FOREIGN KEY/u.test(q))).toEqual([]);
  const [{ keys }] = (await database.query(
    "SELECT COUNT(*) AS `keys` FROM information_schema.table_constraints WHERE constraint_schema = DATABASE() AND constraint_type = 'FOREIGN KEY'",
  )) as [{ keys: string }];
  expect(Number(keys)).toBe(7);
}

/** Some of the statements in every run, all of them where there is time. */
const step = process.env['ZUCCHINI_DEPTH'] ? 1 : 8;
/** The first set-up is tried at each of its statements: there is a table for each. */
const firstStatements = 6;

const folder = mkdtempSync(join(tmpdir(), 'zucchini ended '));
afterAll(() => rmSync(folder, { recursive: true }));

/** Opens it as a start does, which keeps what an upgrade would change. */
function start(url: string): Promise<DataSource> {
  return openDatabase(url, {
    beforeUpgrade: async (old) => {
      await backUp(old, join(folder, 'before.backup.gz'), new Date('2026-12-02T10:00:00Z'));
    },
  });
}

describe('a first start or an upgrade that is ended anywhere', () => {
  it('comes up the next time as if nothing had been: from nothing', async () => {
    let ends = 0;
    for (let at = 1; ; at += at <= firstStatements ? 1 : step) {
      const { url, drop } = await createTestDatabase();
      const how = await die(url, 0, at, at % 2 === 0);
      const database = await start(url);
      await checkTables(database);
      await database.destroy();
      await drop();
      if (how === 'through') break;
      ends += 1;
    }
    expect(ends).toBeGreaterThan(3);
  });

  it('comes up the next time with everything in it: from the first edition', async () => {
    let ends = 0;
    for (let at = 1; ; at += step) {
      const { url, drop } = await createTestDatabase();
      const old = await openFirstEdition(url);
      await fillFirstEdition(old);
      await old.destroy();
      const how = await die(url, 1, at, at % 2 === 0);
      const database = await start(url);
      await checkTables(database);
      const [row] = (await database.query(
        'SELECT CAST(v.doc AS CHAR) AS doc, CAST(v.parts AS CHAR) AS parts, CAST(p.facts AS CHAR) AS facts FROM versions v, parts p',
      )) as { doc: string; parts: string; facts: string }[];
      expect(JSON.parse(row!.doc)).toEqual(oldRig);
      expect(JSON.parse(row!.parts)).toEqual([oldPart]);
      expect(JSON.parse(row!.facts)).toMatchObject({ id: 'elder', massG: 5, names: [] });
      const [shelf] = await listRigs(database.manager);
      expect(shelf).toMatchObject({ pending: true, setup: 'One', figures: { risks: 1 } });
      await database.destroy();
      await drop();
      if (how === 'through') break;
      ends += 1;
    }
    expect(ends).toBeGreaterThan(2);
  });

  it('several first starts at once: one goes through the steps, the others wait', async () => {
    const { url, drop } = await createTestDatabase();
    const all = await Promise.all([1, 2, 3].map(() => openDatabase(url)));
    await checkTables(all[0]!);
    for (const database of all) await database.destroy();
    await drop();
  });
});
