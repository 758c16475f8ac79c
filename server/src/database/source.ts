import { DataSource } from 'typeorm';
import { entities } from './entities.js';
import { Init1795000000000 } from './migrations/1795000000000-init.js';
import { PartFacts1795500000000 } from './migrations/1795500000000-part-facts.js';

/** A connection to the MariaDB that `url` names, with all migrations run. */
export async function openDatabase(url: string): Promise<DataSource> {
  const source = new DataSource({
    type: 'mariadb',
    url,
    charset: 'utf8mb4',
    timezone: 'Z',
    poolSize: 8,
    synchronize: false,
    entities,
    migrations: [Init1795000000000, PartFacts1795500000000],
    migrationsTableName: 'zucchini_migrations',
    logging: false,
  });
  await source.initialize();
  await source.runMigrations();
  return source;
}
