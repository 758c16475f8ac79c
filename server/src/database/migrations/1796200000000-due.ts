import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * The shelf's figures follow a save instead of holding it up: a rig whose figures are to be computed carries a mark, which
 * goes when they are stored. What was computed before stands until then. May be run again wherever it was ended.
 */
export class Due1796200000000 implements MigrationInterface {
  name = 'Due1796200000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE rigs ADD COLUMN IF NOT EXISTS due char(36) NULL');
    await runner.query('CREATE INDEX IF NOT EXISTS rigs_by_due ON rigs (due)');
    // Figures had stood beside the setup's name; a summary that has its own place for them has been here already.
    await runner.query(`UPDATE rigs SET due = UUID(), summary = JSON_OBJECT(
      'setup', JSON_VALUE(summary, '$.setup'),
      'parts', CAST(JSON_VALUE(summary, '$.parts') AS INT),
      'figures', JSON_OBJECT(
        'stops', CAST(JSON_VALUE(summary, '$.stops') AS INT),
        'risks', CAST(JSON_VALUE(summary, '$.risks') AS INT),
        'hang', JSON_VALUE(summary, '$.hang'),
        'spend', JSON_VALUE(summary, '$.spend'),
        'carried', JSON_VALUE(summary, '$.carried')))
      WHERE JSON_EXISTS(summary, '$.stops')`);
  }

  down(): Promise<void> {
    throw new Error('Migrations only go forward.');
  }
}
