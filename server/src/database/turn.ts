import type { DataSource } from 'typeorm';

/** The longest that anybody waits for a turn: a slow upgrade of a large catalogue, in seconds. */
const longestS = 600;

/**
 * Does work that only one process may do at a time on this database: the others wait until it is done. A process that
 * dies gives its turn back with its connection.
 */
export async function withTurn<T>(
  database: DataSource,
  what: string,
  work: () => Promise<T>,
): Promise<T> {
  const runner = database.createQueryRunner();
  try {
    const [{ name }] = (await runner.query('SELECT DATABASE() AS name')) as [{ name: string }];
    // A lock's name has at most 64 characters.
    const lock = `${what}:${name}`.slice(-64);
    const [row] = (await runner.query('SELECT GET_LOCK(?, ?) AS got', [lock, longestS])) as [
      { got: number | string | null },
    ];
    if (Number(row.got) !== 1) throw new Error(`Waited in vain for the turn of “${what}”.`);
    try {
      return await work();
    } finally {
      await runner.query('SELECT RELEASE_LOCK(?)', [lock]);
    }
  } finally {
    await runner.release();
  }
}
