import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * Ids of log entries that another took the place of: a device that delivers one twice says nothing new. May be run again wherever it
 * was ended.
 */
export class LogSpent1797000000000 implements MigrationInterface {
  name = 'LogSpent1797000000000';

  async up(runner: QueryRunner): Promise<void> {
    const id = 'varchar(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NOT NULL';
    await runner.query(`CREATE TABLE IF NOT EXISTS log_spent (
      rig_id ${id},
      entry_id ${id},
      PRIMARY KEY (rig_id, entry_id),
      CONSTRAINT log_spent_rig FOREIGN KEY (rig_id) REFERENCES rigs (id) ON DELETE CASCADE
    ) ENGINE=InnoDB`);
  }

  down(): Promise<void> {
    throw new Error('Migrations only go forward.');
  }
}
