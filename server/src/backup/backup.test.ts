import { createHash } from 'node:crypto';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { gunzipSync, gzipSync } from 'node:zlib';
import { afterAll, describe, expect, it } from '@jest/globals';
import { DataSource } from 'typeorm';
import { readMark2 } from '../testing/demo.js';
import { migrations, openDatabase } from '../database/index.js';
import { loadDemo } from '../demo/load.js';
import { createTestDatabase } from '../testing/app.js';
import { fillFirstEdition } from '../testing/first-edition.js';
import { backUp, BackupError, countConnections, finishRestore, restore } from './index.js';
import { ChangedMeanwhile, lookInto } from './restore.js';
import { createBeside, readNames } from './beside.js';
import { tables } from './tables.js';

const file = readMark2();
const folder = mkdtempSync(join(tmpdir(), 'zucchini backup '));
afterAll(() => rmSync(folder, { recursive: true }));
const now = new Date('2026-11-29T10:00:00.123Z');

const placeOf = (url: string) => ({ url, folder: join(folder, 'kept'), now });

/** Everything that is stored, as a short word; what the figures of the shelf and how often it was stored make of it is another thing. */
async function readAll(database: DataSource): Promise<string> {
  const all: unknown[] = [];
  for (const [table, key] of tables) {
    const rows = (await database.query(
      `SELECT * FROM ${table} ORDER BY ${key.join(',')}`,
    )) as object[];
    all.push(rows.map((row) => ({ ...row, summary: 0, sketch: 0, due: 0, revision: 0 })));
  }
  return createHash('sha256').update(JSON.stringify(all)).digest('hex');
}

/** The databases beside this one. */
async function listBeside(database: DataSource): Promise<string[]> {
  const rows = (await database.query(
    "SELECT schema_name AS name FROM information_schema.schemata WHERE schema_name LIKE CONCAT(DATABASE(), '\\\\_%')",
  )) as { name: string }[];
  return rows.map((row) => row.name);
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
      expect(await restore(placeOf(url), path)).toMatchObject({
        brought: { parts: counts.parts, individuals: counts.kit_items, versions: counts.versions },
        left: [],
      });
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
    await fillFirstEdition(old);
    const path = join(folder, 'old.backup.gz');
    await backUp(old, path, now);
    await old.destroy();
    await restore(placeOf(url), path);
    const back = await openDatabase(url);
    const [row] = (await back.query('SELECT CAST(facts AS CHAR) AS facts FROM parts')) as [
      { facts: string },
    ];
    expect(JSON.parse(row.facts)).toMatchObject({ id: 'elder' });
    expect(await back.query('SELECT id, revision FROM rigs')).toEqual([
      { id: 'old', revision: 1003 },
    ]);
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
      [whole.subarray(0, whole.length / 2), /cut off or damaged/],
      [zip(lines.slice(0, -1)), /cut off/],
      [zip([...lines.slice(0, 3), ...lines.slice(4)]), /Of parts there are \d+ rows/],
      [zip([lines[0]!.replace(/"step":"[^"]*"/u, '"step":"Later9"'), ...lines.slice(1)]), /newer/],
      [zip(['{"format":"other"}']), /not a backup/],
      [
        zip([lines[0]!, '{"table":"kits","row":{"id":{"a":1}}}', ...lines.slice(1)]),
        /Line 2 of this file is damaged/,
      ],
      [zip([...lines, lines[1]!]), /damaged/],
      [
        zip([lines[0]!, '{"table":"mysql.user","row":{"a":"b"}}', ...lines.slice(1)]),
        /does not keep/,
      ],
      ['no backup', /cut off or damaged, or no backup/],
      [gzipSync(''), /empty/],
    ];
    for (const [content, says] of bad) {
      const spoilt = join(folder, 'spoilt.backup.gz');
      writeFileSync(spoilt, content);
      await expect(restore(placeOf(url), spoilt)).rejects.toThrow(says);
    }
    await expect(restore(placeOf(url), join(folder, 'ghost'))).rejects.toThrow(/cannot be read/);
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
    await restore(placeOf(url), path);
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

  /** A backup whose rows are altered on their way; `undefined` leaves one out, and the end says how many there are. */
  async function alter(
    database: DataSource,
    change: (line: { table: string; row: Record<string, string> }) => object | undefined,
  ): Promise<string> {
    const path = join(folder, 'altered.backup.gz');
    await backUp(database, path, now);
    const lines = gunzipSync(readFileSync(path)).toString('utf8').trimEnd().split('\n');
    const rows = lines.slice(1, -1).flatMap((text) => change(JSON.parse(text)) ?? []);
    const counts: Record<string, number> = {};
    for (const { table } of rows as { table: string }[]) counts[table] = (counts[table] ?? 0) + 1;
    const all = [
      lines[0]!,
      ...rows.map((row) => JSON.stringify(row)),
      JSON.stringify({ end: counts }),
    ];
    writeFileSync(path, gzipSync(`${all.join('\n')}\n`));
    return path;
  }
  const withDoc =
    (table: string, doc: string) => (line: { table: string; row: Record<string, string> }) =>
      line.table === table ? { ...line, row: { ...line.row, doc } } : line;

  it('of which a document cannot be worked with is refused, and says which; nothing is touched', async () => {
    const { url, database, drop } = await createFilled();
    const kept = await readAll(database);
    const { rig } = file;
    const { kit: _, ...bare } = rig;
    const joined = { ...bare, setups: [{ ...rig.setups[0]!, body: 'nobody' }] };
    const cases: [Parameters<typeof alter>[1], RegExp][] = [
      [withDoc('rigs', '{"a":1}'), /the rig “Mark 2/],
      [withDoc('rigs', 'null'), /the rig “Mark 2/],
      [
        withDoc('rigs', JSON.stringify({ ...bare, id: 'other' })),
        /the rig “Mark 2.*id: is “other”/,
      ],
      [withDoc('rigs', JSON.stringify(joined)), /the rig “Mark 2.*nobody/],
      [withDoc('parts', '{"a":1}'), /the part .*; and \d+ more/],
      [withDoc('kit_items', '[]'), /the individual/],
      [withDoc('rigs', '{'), /Line \d+ of this file, a row of rigs, is damaged/],
      [
        (l) => (l.table === 'rigs' ? { ...l, row: { ...l.row, log: '[{"id":"x"}]' } } : l),
        /the rig “Mark 2.*log/,
      ],
      [(l) => (l.table === 'parts' ? undefined : l), /a row of kit_items, is damaged/],
      [
        (l) => (l.table === 'rigs' ? { ...l, row: { ...l.row, saved_at: 'never' } } : l),
        /a row of rigs, is damaged/,
      ],
      [(l) => ({ ...l, row: { ...l.row, strange: 'x' } }), /a row of parts, is damaged/],
    ];
    for (const [change, says] of cases) {
      const path = await alter(database, change);
      const outcome = restore(placeOf(url), path);
      await expect(outcome).rejects.toThrow(BackupError);
      await expect(outcome).rejects.toThrow(says);
    }
    expect(await readAll(database)).toBe(kept);
    expect(await listBeside(database)).toEqual([]);
    await database.destroy();
    await drop();
  });

  it('is put in without what cannot be read where that is wanted', async () => {
    const { url, database, drop } = await createFilled();
    const kept = await readAll(database);
    const broken = file.rig.kit[0]!.partId;
    const path = await alter(database, (l) =>
      l.table === 'parts' && l.row['id'] === broken ? { ...l, row: { ...l.row, doc: '{}' } } : l,
    );
    const { faults, brings, replaces } = await lookInto(placeOf(url), path);
    expect(faults.map((f) => f.what)).toEqual(['part', 'individual', 'rig']);
    expect(brings).toMatchObject({ rigs: [], parts: file.parts.length - 1 });
    expect(replaces).toMatchObject({ rigs: [{ name: file.rig.name }], parts: file.parts.length });
    expect(await readAll(database)).toBe(kept);
    const { brought, left } = await restore(placeOf(url), path, { leavesOut: true });
    expect([brought, left]).toEqual([brings, faults]);
    const [{ n }] = (await database.query('SELECT COUNT(*) AS n FROM rigs')) as [{ n: string }];
    expect(Number(n)).toBe(0);
    await database.destroy();
    await drop();
  });

  it('goes in under a running copy: windows on what was there are told, and what it took the place of is kept', async () => {
    const { url, database, drop } = await createFilled();
    const path = join(folder, 'running.backup.gz');
    await backUp(database, path, now);
    const { mark } = await lookInto(placeOf(url), path);
    await database.query(
      "UPDATE rigs SET saved_at = '2026-11-30 10:00:00', revision = revision + 1",
    );
    await expect(restore(placeOf(url), path, { mark })).rejects.toThrow(ChangedMeanwhile);
    await database.query('INSERT INTO gone_rigs VALUES (?, 7)', ['another']);
    const before = await readAll(database);
    const { kept } = await restore(placeOf(url), path);
    // The same connection sees what came, under a revision that no window has.
    const [row] = (await database.query('SELECT name, revision FROM rigs')) as [
      { name: string; revision: number },
    ];
    expect(row.name).toBe(file.rig.name);
    expect(row.revision).toBeGreaterThan(1000);
    expect(await database.query('SELECT id, revision FROM gone_rigs')).toEqual([
      { id: 'another', revision: 7 },
    ]);
    // What was replaced comes back from the file that was written of it.
    await restore(placeOf(url), join(folder, 'kept', kept!));
    expect(await readAll(database)).toBe(before);
    expect(await listBeside(database)).toEqual([]);
    await database.destroy();
    await drop();
  });

  it('of another rig remembers how far those went that it takes away', async () => {
    const { url, database, drop } = await createFilled();
    const path = await alter(database, (l) =>
      ['parts', 'kits'].includes(l.table) ? l : undefined,
    );
    await database.query('UPDATE rigs SET revision = 9');
    await restore(placeOf(url), path);
    expect(await database.query('SELECT id, revision FROM gone_rigs')).toEqual([
      { id: file.rig.id, revision: 9 },
    ]);
    await database.destroy();
    await drop();
  });

  it('whose putting in is ended anywhere leaves the one or the other, whole', async () => {
    const path = join(folder, 'ended.backup.gz');
    const source = await createFilled();
    await source.database.query("UPDATE rigs SET saved_at = '2026-11-30 10:00:00'");
    await backUp(source.database, path, now);
    const coming = await readAll(source.database);
    await source.database.destroy();
    await source.drop();
    const { url, database, drop } = await createFilled();
    const admin = await new DataSource({
      type: 'mariadb',
      url: `${process.env['ZUCCHINI_TEST_SERVER_URL']}zucchini`,
    }).initialize();
    const [{ name }] = (await database.query('SELECT DATABASE() AS name')) as [{ name: string }];
    const old = await readAll(database);
    await database.destroy();
    const ends = { old: 0, coming: 0 };
    const waits = process.env['ZUCCHINI_DEPTH']
      ? [...Array(80).keys()].map((n) => n * 10)
      : [30, 200, 420];
    for (const waitMs of waits) {
      const at = new Date(Date.UTC(2026, 0, 1) + waitMs);
      const stamp = at.toISOString().replaceAll(/[:.]/gu, '-');
      const place = { ...placeOf(url), now: at };
      const outcome = restore(place, path).catch(() => undefined);
      await sleep(waitMs);
      const rows = (await admin.query(
        'SELECT id FROM information_schema.processlist WHERE db LIKE ?',
        [`${name}%`],
      )) as { id: number }[];
      for (const { id } of rows) await admin.query(`KILL ${id}`).catch(() => undefined);
      await outcome;
      const back = await openDatabase(url);
      const there = await readAll(back);
      expect([old, coming]).toContain(there);
      ends[there === old ? 'old' : 'coming'] += 1;
      await finishRestore(place);
      const keptAs = join(place.folder, `before-restore-${stamp}.backup.gz`);
      expect(existsSync(keptAs)).toBe(there === coming);
      if (there === coming) {
        await restore(placeOf(url), keptAs);
        expect(await readAll(back)).toBe(old);
      }
      expect(await listBeside(back)).toEqual([]);
      await back.destroy();
    }
    expect(ends.old).toBeGreaterThan(0);
    await admin.destroy();
    await drop();
  }, 120_000);

  it('says what is missing to a user who may make no second database', async () => {
    const denied = {
      query: async () =>
        Promise.reject(Object.assign(new Error(), { driverError: { errno: 1044 } })),
    };
    await expect(createBeside(denied as never, 'mine_coming')).rejects.toThrow(
      /may not make “mine_coming”/u,
    );
  });

  it('leaves a database of somebody else alone that has the name of one beside', async () => {
    const { url, database, drop } = await createFilled();
    const path = join(folder, 'beside.backup.gz');
    await backUp(database, path, now);
    const { coming } = await readNames(database);
    await database.query(`CREATE DATABASE ${coming}`);
    await database.query(`CREATE TABLE ${coming}.letters (id int)`);
    await finishRestore(placeOf(url));
    await expect(restore(placeOf(url), path)).rejects.toThrow(/of somebody else/u);
    expect(await database.query(`SELECT * FROM ${coming}.letters`)).toEqual([]);
    await database.query(`DROP DATABASE ${coming}`);
    await database.destroy();
    await drop();
  });

  it('is told whether anybody else is connected', async () => {
    const { url, database, drop } = await createFilled();
    expect(await countConnections(url)).toBeGreaterThan(0);
    await database.destroy();
    // Those that are ended are gone a moment later.
    for (let n = 0; n < 40 && (await countConnections(url)) > 0; n += 1) await sleep(50);
    expect(await countConnections(url)).toBe(0);
    await drop();
  });
});
