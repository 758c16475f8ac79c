import { createHash } from 'node:crypto';
import type { DataSource } from 'typeorm';
import type { BackupContents } from '@zucchini/core';
import { listTables, quoted } from './beside.js';

/** What a database holds, as its owner would name it. */
export async function listContents(source: DataSource, name: string): Promise<BackupContents> {
  const there = new Set(await listTables(source, name));
  const count = async (table: string) => {
    if (!there.has(table)) return 0;
    const from = `${quoted(name)}.${table}`;
    const [row] = (await source.query(`SELECT COUNT(*) AS n FROM ${from}`)) as [{ n: string }];
    return Number(row.n);
  };
  const rigs = there.has('rigs')
    ? ((await source.query(
        `SELECT name, saved_at AS savedAt FROM ${quoted(name)}.rigs ORDER BY saved_at DESC, id`,
      )) as { name: string; savedAt: Date }[])
    : [];
  return {
    rigs: rigs.map((r) => ({ name: r.name, savedAt: r.savedAt.toISOString() })),
    parts: await count('parts'),
    individuals: await count('kit_items'),
    versions: await count('versions'),
  };
}

/** A short word for the state that a database is in: another where a rig, its log or a part was stored since. */
export async function markState(source: DataSource, name: string): Promise<string> {
  const there = new Set(await listTables(source, name));
  const hash = createHash('sha256');
  const add = async (table: string, columns: string) => {
    if (!there.has(table)) return;
    const rows: unknown = await source.query(
      `SELECT ${columns} FROM ${quoted(name)}.${table} ORDER BY 1, 2`,
    );
    hash.update(JSON.stringify([table, rows]));
  };
  await add('rigs', 'id, revision, CRC32(log) AS log');
  await add('parts', 'id, revision');
  await add('versions', 'rig_id, id');
  return hash.digest('base64url');
}
