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

/** The database's words for a disk without room: for itself, for one of its tables, and for what it could not make for want of it. */
const full = new Set([1021, 1114]);
const perhapsFull = new Set([3, 1005, 1025, 1026, 1030]);

/** Whether the disk of the database has no room left. */
export function isDiskFull(error: unknown): boolean {
  const errno = errnoOf(error);
  if (errno === undefined) return false;
  // The system's own number stands in the words: 28 there is no room, 135 no more in a table.
  const { message } = error as Error;
  return (
    full.has(errno) || (perhapsFull.has(errno) && /err(?:no|code): (?:28|135)\b/iu.test(message))
  );
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
