import { listBoxPartIds, type Part, type Rig } from '@zucchini/core';
import type { MigrationInterface, QueryRunner } from 'typeorm';

const read = <T>(doc: string | T): T => (typeof doc === 'string' ? (JSON.parse(doc) as T) : doc);

async function findParts(runner: QueryRunner, ids: readonly string[]): Promise<Part[]> {
  if (ids.length === 0) return [];
  const marks = ids.map(() => '?').join(',');
  const rows = (await runner.query(`SELECT doc FROM parts WHERE id IN (${marks}) ORDER BY id`, [
    ...ids,
  ])) as { doc: string | Part }[];
  return rows.map((row) => read(row.doc));
}

/**
 * A kept version holds the parts that it rests on, a rig the log that came with its file, and of a rig that was taken off
 * the shelf it is known how far its revisions went. Versions that were kept before take their parts from the catalogue as it stands.
 * May be run again wherever it was ended.
 */
export class KeptParts1796100000000 implements MigrationInterface {
  name = 'KeptParts1796100000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE versions ADD COLUMN IF NOT EXISTS parts json NULL');
    const rows = (await runner.query(
      'SELECT rig_id, id, doc FROM versions WHERE parts IS NULL',
    )) as { rig_id: string; id: string; doc: string | Rig }[];
    for (const row of rows) {
      const used = await findParts(runner, [
        ...new Set(read(row.doc).kit.map((item) => item.partId)),
      ]);
      const known = new Set(used.map((p) => p.id));
      const boxed = await findParts(
        runner,
        listBoxPartIds(used).filter((id) => !known.has(id)),
      );
      await runner.query('UPDATE versions SET parts = ? WHERE rig_id = ? AND id = ?', [
        JSON.stringify([...used, ...boxed]),
        row.rig_id,
        row.id,
      ]);
    }
    await runner.query('ALTER TABLE versions MODIFY parts json NOT NULL');
    await runner.query('ALTER TABLE rigs ADD COLUMN IF NOT EXISTS log json NULL');
    await runner.query(`CREATE TABLE IF NOT EXISTS gone_rigs (
      id varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NOT NULL,
      revision int NOT NULL,
      PRIMARY KEY (id)
    ) ENGINE=InnoDB`);
  }

  down(): Promise<void> {
    throw new Error('Migrations only go forward.');
  }
}
