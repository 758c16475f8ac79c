import { setTimeout as sleep } from 'node:timers/promises';
import type { DataSource, EntityManager } from 'typeorm';

/**
 * The database's words for work that met another's and was rolled back whole: two that waited for each other, one that
 * waited too long, and two that took the same free id.
 */
const met = new Set([1213, 1205, 1062]);
const mostTries = 12;

/** Work met another's: it is right by itself, and is done once more from its start. */
export class Met extends Error {}

/** The number that the database gives an error; undefined for any other. */
export function errnoOf(error: unknown): number | undefined {
  return (error as { driverError?: { errno?: number } }).driverError?.errno;
}

/** Runs work in one transaction; where it met another's, once more from its start, after a pause of chance. */
export async function transact<T>(
  database: DataSource,
  work: (manager: EntityManager) => Promise<T>,
): Promise<T> {
  for (let tries = 1; ; tries += 1) {
    try {
      return await database.transaction(work);
    } catch (error) {
      const isMet = error instanceof Met || met.has(errnoOf(error) ?? 0);
      if (!isMet || tries >= mostTries) throw error;
      await sleep(Math.random() * 20 * tries);
    }
  }
}
