import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync, gzipSync } from 'node:zlib';
import { afterAll, describe, expect, it } from '@jest/globals';
import { DataSource } from 'typeorm';
import { readMark2 } from '../testing/demo.js';
import { migrations, openDatabase } from '../database/index.js';
import { loadDemo } from '../demo/load.js';
import { createTestDatabase } from '../testing/app.js';
import { backUp, restore } from './index.js';
import { tables } from './tables.js';

const file = readMark2();
const folder = mkdtempSync(join(tmpdir(), 'zucchini backup '));
afterAll(() => rmSync(folder, { recursive: true }));
const now = new Date('2026-11-29T10:00:00.123Z');

/** Everything that is stored, as text. */
async function readAll(database: DataSource): Promise<string> {
  const all: unknown[] = [];
  for (const [table, key] of tables) {
    all.push(await database.query(`SELECT * FROM ${table} ORDER BY ${key.join(',')}`));
  }
  return JSON.stringify(all);
}

async function createFilled() {
  const { url, drop } = await createTestDatabase();
  const database = await openDatabase(url);
  await loadDemo(database, { parts: file.parts, rigs: [file] }, now);
  return { url, database, drop };
}

describe('a backup', () => {
  it('put into an empty installation, or over another, is what was stored, to the letter', async () => {
    const one = await createFilled();
    const kept = await readAll(one.database);
    const path = join(folder, 'all.backup.gz');
    const counts = await backUp(one.database, path, now);
    expect(counts).toMatchObject({ parts: file.parts.length, rigs: 1 });
    await one.database.query('DELETE FROM versions');
    await one.database.query("UPDATE rigs SET name = 'spoilt'");
    await one.database.destroy();
    const other = await createTestDatabase();
    for (const url of [one.url, other.url]) {
      expect(await restore(url, path)).toEqual(counts);
      const back = await openDatabase(url);
      expect(await readAll(back)).toBe(kept);
      await back.destroy();
    }
    await one.drop();
    await other.drop();
  });

  it('of the first edition goes through the steps since', async () => {
    const { url, drop } = await createTestDatabase();
    const old = await new DataSource({
      type: 'mariadb',
      url,
      migrations: migrations.slice(0, 1),
      migrationsTableName: 'zucchini_migrations',
    }).initialize();
    await old.runMigrations();
    const part = { id: 'elder', kind: 'plate', name: 'Elder', solids: [], mounts: [] };
    await old.query(
      'INSERT INTO parts (id, kind, name, format_version, doc) VALUES (?, ?, ?, 1, ?)',
      [part.id, part.kind, part.name, JSON.stringify(part)],
    );
    const path = join(folder, 'old.backup.gz');
    await backUp(old, path, now);
    await old.destroy();
    await restore(url, path);
    const back = await openDatabase(url);
    const [row] = (await back.query('SELECT CAST(facts AS CHAR) AS facts FROM parts')) as [
      { facts: string },
    ];
    expect(JSON.parse(row.facts)).toMatchObject({ id: 'elder' });
    await back.destroy();
    await drop();
  });

  it('that is cut off, altered, of something else or of tomorrow is refused, and nothing is touched', async () => {
    const { url, database, drop } = await createFilled();
    const kept = await readAll(database);
    const path = join(folder, 'whole.backup.gz');
    await backUp(database, path, now);
    const whole = readFileSync(path);
    const lines = gunzipSync(whole).toString('utf8').trimEnd().split('\n');
    const zip = (list: readonly string[]) => gzipSync(`${list.join('\n')}\n`);
    const bad: [Buffer | string, RegExp][] = [
      [whole.subarray(0, whole.length / 2), /cannot be read/],
      [zip(lines.slice(0, -1)), /cut off/],
      [zip([...lines.slice(0, 3), ...lines.slice(4)]), /rows of parts/],
      [zip([lines[0]!.replace(/"step":"[^"]*"/u, '"step":"Later9"'), ...lines.slice(1)]), /newer/],
      [zip(['{"format":"other"}']), /not a backup/],
      [zip([lines[0]!, '{"table":"mysql.user","row":{"a":"b"}}', ...lines.slice(1)]), /no table/],
      ['no backup', /cannot be read/],
    ];
    for (const [content, says] of bad) {
      const spoilt = join(folder, 'spoilt.backup.gz');
      writeFileSync(spoilt, content);
      await expect(restore(url, spoilt)).rejects.toThrow(says);
    }
    await expect(restore(url, join(folder, 'ghost'))).rejects.toThrow(/cannot be read/);
    expect(await readAll(database)).toBe(kept);
    await database.destroy();
    await drop();
  });

  it('whose putting in was ended is asked for again', async () => {
    const { url, database, drop } = await createFilled();
    const path = join(folder, 'again.backup.gz');
    await backUp(database, path, now);
    const kept = await readAll(database);
    await database.query('CREATE TABLE zucchini_restoring (since datetime)');
    await database.query('DELETE FROM versions');
    await database.destroy();
    await expect(openDatabase(url)).rejects.toThrow(/put it in again/);
    await restore(url, path);
    const back = await openDatabase(url);
    expect(await readAll(back)).toBe(kept);
    await back.destroy();
    await drop();
  });

  it('is taken before an upgrade of what holds something, and before no other start', async () => {
    let taken = 0;
    const beforeUpgrade = async () => {
      taken += 1;
    };
    const { url, drop } = await createTestDatabase();
    await (await openDatabase(url, { beforeUpgrade, steps: 1 })).destroy();
    expect(taken).toBe(0);
    const old = await new DataSource({ type: 'mariadb', url }).initialize();
    await old.query(
      "INSERT INTO parts (id, kind, name, format_version, doc) VALUES ('a', 'plate', 'A', 1, ?)",
      [JSON.stringify({ id: 'a', kind: 'plate', name: 'A', solids: [], mounts: [] })],
    );
    await old.destroy();
    await (await openDatabase(url, { beforeUpgrade })).destroy();
    await (await openDatabase(url, { beforeUpgrade })).destroy();
    expect(taken).toBe(1);
    await drop();
  });
});
