import type { MigrationInterface, QueryRunner } from 'typeorm';

const tables = [
  `CREATE TABLE IF NOT EXISTS parts (
    id varchar(64) NOT NULL,
    kind varchar(32) NOT NULL,
    maker varchar(160) NULL,
    name varchar(160) NOT NULL,
    mass_g double NULL,
    price_minor bigint NULL,
    currency char(3) NULL,
    format_version int NOT NULL,
    doc json NOT NULL,
    INDEX parts_by_kind (kind),
    PRIMARY KEY (id)
  ) ENGINE=InnoDB`,
  `CREATE TABLE IF NOT EXISTS kits (
    id varchar(64) NOT NULL,
    name varchar(160) NOT NULL,
    PRIMARY KEY (id)
  ) ENGINE=InnoDB`,
  `CREATE TABLE IF NOT EXISTS kit_items (
    id varchar(64) NOT NULL,
    kit_id varchar(64) NOT NULL,
    part_id varchar(64) NOT NULL,
    owned tinyint NOT NULL,
    doc json NOT NULL,
    PRIMARY KEY (id),
    CONSTRAINT kit_items_kit FOREIGN KEY (kit_id) REFERENCES kits (id),
    CONSTRAINT kit_items_part FOREIGN KEY (part_id) REFERENCES parts (id)
  ) ENGINE=InnoDB`,
  `CREATE TABLE IF NOT EXISTS rigs (
    id varchar(64) NOT NULL,
    kit_id varchar(64) NOT NULL,
    name varchar(160) NOT NULL,
    revision int NOT NULL,
    format_version int NOT NULL,
    doc json NOT NULL,
    summary json NOT NULL,
    saved_at datetime(3) NOT NULL,
    PRIMARY KEY (id),
    CONSTRAINT rigs_kit FOREIGN KEY (kit_id) REFERENCES kits (id)
  ) ENGINE=InnoDB`,
  `CREATE TABLE IF NOT EXISTS rig_items (
    rig_id varchar(64) NOT NULL,
    item_id varchar(64) NOT NULL,
    position int NOT NULL,
    PRIMARY KEY (rig_id, item_id),
    CONSTRAINT rig_items_rig FOREIGN KEY (rig_id) REFERENCES rigs (id) ON DELETE CASCADE,
    CONSTRAINT rig_items_item FOREIGN KEY (item_id) REFERENCES kit_items (id)
  ) ENGINE=InnoDB`,
  `CREATE TABLE IF NOT EXISTS versions (
    rig_id varchar(64) NOT NULL,
    id varchar(64) NOT NULL,
    name varchar(160) NOT NULL,
    reason text NOT NULL,
    kept_at datetime(3) NOT NULL,
    format_version int NOT NULL,
    doc json NOT NULL,
    PRIMARY KEY (rig_id, id),
    CONSTRAINT versions_rig FOREIGN KEY (rig_id) REFERENCES rigs (id) ON DELETE CASCADE
  ) ENGINE=InnoDB`,
];

/**
 * Parts, the kit, rigs and their versions. Each statement commits at once, so each may find its work done: by a start that
 * was ended before it could say so.
 */
export class Init1795000000000 implements MigrationInterface {
  name = 'Init1795000000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const table of tables) await runner.query(table);
  }

  down(): Promise<void> {
    throw new Error('Migrations only go forward.');
  }
}
