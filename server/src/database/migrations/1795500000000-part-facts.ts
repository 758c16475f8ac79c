import { toPartFacts, type Part } from '@zucchini/core';
import type { MigrationInterface, QueryRunner } from 'typeorm';

/** May be run again wherever it was ended. Parts have a revision, so that of two changes one is not lost, and the flat facts that tables show. */
export class PartFacts1795500000000 implements MigrationInterface {
  name = 'PartFacts1795500000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE parts
      ADD COLUMN IF NOT EXISTS revision int NOT NULL DEFAULT 1,
      ADD COLUMN IF NOT EXISTS facts json NULL`);
    const rows = (await runner.query('SELECT id, doc FROM parts WHERE facts IS NULL')) as {
      id: string;
      doc: string | Part;
    }[];
    for (const { id, doc } of rows) {
      const part = typeof doc === 'string' ? (JSON.parse(doc) as Part) : doc;
      await runner.query('UPDATE parts SET facts = ? WHERE id = ?', [
        JSON.stringify(toPartFacts(part)),
        id,
      ]);
    }
    await runner.query('ALTER TABLE parts MODIFY facts json NOT NULL');
  }

  down(): Promise<void> {
    throw new Error('Migrations only go forward.');
  }
}
