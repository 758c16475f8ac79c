import { DataSource } from 'typeorm';
import { entities } from './entities.js';
import { Init1795000000000 } from './migrations/1795000000000-init.js';
import { PartFacts1795500000000 } from './migrations/1795500000000-part-facts.js';
import { Bytes1796000000000 } from './migrations/1796000000000-bytes.js';
import { KeptParts1796100000000 } from './migrations/1796100000000-kept-parts.js';
import { Due1796200000000 } from './migrations/1796200000000-due.js';
import { Sketch1796300000000 } from './migrations/1796300000000-sketch.js';
import { PartNames1796400000000 } from './migrations/1796400000000-part-names.js';
import { LogSpent1797000000000 } from './migrations/1797000000000-log-spent.js';
import { restoring } from './restoring.js';
import { withTurn } from './turn.js';

/** Every step from the first installation to now, the oldest first. */
export const migrations = [
  Init1795000000000,
  PartFacts1795500000000,
  Bytes1796000000000,
  KeptParts1796100000000,
  Due1796200000000,
  Sketch1796300000000,
  PartNames1796400000000,
  LogSpent1797000000000,
];

/** A database that cannot be reached for so long is away, in ms. */
const connectTimeoutMs = 5000;

export interface OpenOptions {
  /** Goes no further than this many of the steps: for a backup of an older edition. All where absent. */
  readonly steps?: number;
  /** A backup is being put in: a database that is not whole is expected. */
  readonly isRestore?: boolean;
  /** Called before the first step where something is stored and steps are due. */
  readonly beforeUpgrade?: (database: DataSource) => Promise<void>;
}

/** Connections to a database that has gone through its steps already: for the threads beside the one that opened it. */
export function connect(
  url: string,
  poolSize: number,
  steps: typeof migrations = [],
): Promise<DataSource> {
  return new DataSource({
    type: 'mariadb',
    url,
    charset: 'utf8mb4',
    timezone: 'Z',
    poolSize,
    connectTimeout: connectTimeoutMs,
    synchronize: false,
    entities,
    migrations: steps,
    migrationsTableName: 'zucchini_migrations',
    logging: false,
  }).initialize();
}

/**
 * A connection to the MariaDB that `url` names, with all migrations run. Of several that start at once one
 * goes through the steps and the others wait for it.
 */
export async function openDatabase(url: string, options: OpenOptions = {}): Promise<DataSource> {
  const source = await connect(url, 8, migrations.slice(0, options.steps ?? migrations.length));
  try {
    if (!options.isRestore) await checkWhole(source);
    await withTurn(source, 'migrations', async () => {
      // Asked before: an empty database has nothing to keep.
      if (options.beforeUpgrade && (await isUpgrade(source))) await options.beforeUpgrade(source);
      // Each statement of a step commits by itself; a transaction round them would promise what it cannot keep.
      await source.runMigrations({ transaction: 'none' });
    });
  } catch (error) {
    await source.destroy();
    throw error;
  }
  return source;
}

/** Whoever ended a restore in the middle has to begin it again: half of what was kept is worse than nothing. */
async function checkWhole(source: DataSource): Promise<void> {
  if ((await source.query<unknown[]>(`SHOW TABLES LIKE '${restoring}'`)).length > 0) {
    throw new Error('A backup was being put in and was ended before it was done: put it in again.');
  }
}

/**
 * Whether steps are due on a database that holds something already. What is recorded as done tells, not which tables there are: a
 * first start that was ended leaves some of them, with nothing in it.
 */
async function isUpgrade(source: DataSource): Promise<boolean> {
  // Asking what is due makes the list of what is done where there is none.
  if (!(await source.showMigrations())) return false;
  const done = await source.query<unknown[]>('SELECT 1 FROM zucchini_migrations LIMIT 1');
  return done.length > 0 && holdsSomething(source);
}

/** Whether there is a part or a rig; the tables must be there. */
export async function holdsSomething(source: DataSource): Promise<boolean> {
  const rows = await source.query<unknown[]>(
    'SELECT 1 FROM parts UNION SELECT 1 FROM rigs LIMIT 1',
  );
  return rows.length > 0;
}
