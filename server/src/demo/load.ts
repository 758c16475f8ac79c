import type { Part, RigFile } from '@zucchini/core';
import type { DataSource } from 'typeorm';
import { PartEntity, RigEntity, transact, withTurn } from '../database/index.js';
import { insertParts } from '../parts/repository.js';
import { importRigFile } from '../rigs/import.js';

/** The sample data: a catalogue and some rigs that draw on it. */
export interface Demo {
  readonly parts: readonly Part[];
  readonly rigs: readonly RigFile[];
}

/** Stores the demo beside what is there. The first rig ends up first on the shelf. */
export async function loadDemo(database: DataSource, demo: Demo, now: Date): Promise<string[]> {
  return transact(database, async (manager) => {
    await insertParts(manager, demo.parts);
    const ids: string[] = [];
    for (const [i, file] of demo.rigs.entries()) {
      const { id } = await importRigFile(manager, file, new Date(now.getTime() - i * 1000));
      ids.push(id);
    }
    return ids;
  });
}

/** Whether nothing has ever been stored here. */
export async function isEmpty(database: DataSource): Promise<boolean> {
  return (
    !(await database.manager.exists(PartEntity)) && !(await database.manager.exists(RigEntity))
  );
}

/**
 * Loads the demo where nothing is stored yet; whether it did. Of several starts at once one looks and loads, and the others find it
 * there.
 */
export async function loadDemoIfEmpty(
  database: DataSource,
  demo: () => Demo,
  now: Date,
): Promise<boolean> {
  return withTurn(database, 'demo', async () => {
    if (!(await isEmpty(database))) return false;
    await loadDemo(database, demo(), now);
    return true;
  });
}

/** Empties every table: for `--fresh`, which says so. */
export async function clearAll(database: DataSource): Promise<void> {
  await database.transaction(async (manager) => {
    // A window that is open on one of them must not be taken for one on what comes under its id.
    await manager.query(
      `INSERT INTO gone_rigs (id, revision) SELECT id, revision FROM rigs
       ON DUPLICATE KEY UPDATE revision = GREATEST(gone_rigs.revision, VALUES(revision))`,
    );
    // Children before their parents, as the foreign keys want it.
    for (const table of ['versions', 'rig_items', 'rigs', 'kit_items', 'kits', 'parts']) {
      await manager.query(`DELETE FROM ${table}`);
    }
  });
}
