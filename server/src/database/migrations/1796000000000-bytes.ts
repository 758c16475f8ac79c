import type { MigrationInterface, QueryRunner } from 'typeorm';

/** The columns that hold ids, by table. */
const ids: Readonly<Record<string, readonly string[]>> = {
  parts: ['id'],
  kits: ['id'],
  kit_items: ['id', 'kit_id', 'part_id'],
  rigs: ['id', 'kit_id'],
  rig_items: ['rig_id', 'item_id'],
  versions: ['rig_id', 'id'],
};

/** What refers to what: dropped while the columns change, since both ends must match at every moment. */
const references = [
  ['kit_items', 'kit_items_kit', '(kit_id) REFERENCES kits (id)'],
  ['kit_items', 'kit_items_part', '(part_id) REFERENCES parts (id)'],
  ['rigs', 'rigs_kit', '(kit_id) REFERENCES kits (id)'],
  ['rig_items', 'rig_items_rig', '(rig_id) REFERENCES rigs (id) ON DELETE CASCADE'],
  ['rig_items', 'rig_items_item', '(item_id) REFERENCES kit_items (id)'],
  ['versions', 'versions_rig', '(rig_id) REFERENCES rigs (id) ON DELETE CASCADE'],
] as const;

/**
 * Ids are told apart by their bytes, not as words of a language. May be run again wherever it was ended: it begins
 * by taking away what it sets at its end.
 */
export class Bytes1796000000000 implements MigrationInterface {
  name = 'Bytes1796000000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const [table, name] of references) {
      await runner.query(`ALTER TABLE ${table} DROP FOREIGN KEY IF EXISTS ${name}`);
    }
    for (const [table, columns] of Object.entries(ids)) {
      const changes = columns.map(
        (c) => `MODIFY ${c} varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NOT NULL`,
      );
      await runner.query(`ALTER TABLE ${table} ${changes.join(', ')}`);
    }
    for (const [table, name, how] of references) {
      await runner.query(`ALTER TABLE ${table} ADD CONSTRAINT ${name} FOREIGN KEY ${how}`);
    }
  }

  down(): Promise<void> {
    throw new Error('Migrations only go forward.');
  }
}
