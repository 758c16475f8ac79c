import type { MigrationInterface, QueryRunner } from 'typeorm';

/** A rig keeps what the shelf draws of it, so that nobody reads whole rigs for it. May be run again wherever it was ended. */
export class Sketch1796300000000 implements MigrationInterface {
  name = 'Sketch1796300000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE rigs ADD COLUMN IF NOT EXISTS sketch json NULL');
    await runner.query('UPDATE rigs SET due = UUID() WHERE sketch IS NULL AND due IS NULL');
  }

  down(): Promise<void> {
    throw new Error('Migrations only go forward.');
  }
}
