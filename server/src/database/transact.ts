import type { DataSource, EntityManager } from 'typeorm';

/** The database's word for two transactions that waited for each other: one was rolled back whole. */
const deadlock = 1213;
const mostTries = 4;

/** Runs work in one transaction; where the database let it go to end a deadlock, once more from its start. */
export async function transact<T>(
  database: DataSource,
  work: (manager: EntityManager) => Promise<T>,
): Promise<T> {
  for (let tries = 1; ; tries += 1) {
    try {
      return await database.transaction(work);
    } catch (error) {
      const { driverError } = error as { driverError?: { errno?: number } };
      if (driverError?.errno !== deadlock || tries >= mostTries) throw error;
    }
  }
}
