import { toPartFacts, type Part } from '@zucchini/core';
import type { MigrationInterface, QueryRunner } from 'typeorm';

/** The flat facts of a part tell the names that it says: of its lens mount, its type of battery. May be run again wherever it was ended. */
export class PartNames1796400000000 implements MigrationInterface {
  name = 'PartNames1796400000000';

  async up(runner: QueryRunner): Promise<void> {
    const rows = (await runner.query(
      "SELECT id, doc FROM parts WHERE NOT JSON_EXISTS(facts, '$.names')",
    )) as { id: string; doc: string | Part }[];
    for (const { id, doc } of rows) {
      const part = typeof doc === 'string' ? (JSON.parse(doc) as Part) : doc;
      await runner.query('UPDATE parts SET facts = ? WHERE id = ?', [
        JSON.stringify(toPartFacts(part)),
        id,
      ]);
    }
  }

  down(): Promise<void> {
    throw new Error('Migrations only go forward.');
  }
}
