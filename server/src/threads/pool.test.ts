import { afterEach, describe, expect, it } from '@jest/globals';
import type { Task } from './messages.js';
import { Ended, Pool } from './pool.js';

/** A thread that does what the URL of a request names. */
const code = `
import { parentPort } from 'node:worker_threads';
const acts = {
  '/echo': (task) => task.body,
  '/spin': () => { for (;;); },
  '/grow': () => { const all = []; for (;;) all.push(new Array(1e5).fill({})); },
  '/leave': () => process.exit(3),
  '/throw': () => { setTimeout(() => { throw new Error('loose'); }); },
};
parentPort.on('message', (task) => {
  if (task.url === '/fail') { parentPort.postMessage({ state: 'failed', message: 'no', code: 'ETEST' }); return; }
  const body = acts[task.url](task);
  if (body) parentPort.postMessage({ state: 'done', reply: { status: 200, headers: {}, body } });
});`;

const pools: Pool[] = [];
afterEach(() => Promise.all(pools.splice(0).map((pool) => pool.close())));

function createPool(size = 1, longestMs = 20_000): Pool {
  const pool = new Pool({
    entry: new URL(`data:text/javascript,${encodeURIComponent(code)}`),
    data: { url: '' },
    size,
    limits: { maxOldGenerationSizeMb: 32 },
    longestMs,
    idleMs: 60_000,
  });
  pools.push(pool);
  return pool;
}

const task = (url: string, text = ''): Task => ({
  kind: 'request',
  method: 'POST',
  url,
  body: Buffer.from(text),
});
const echo = async (pool: Pool, text: string) =>
  Buffer.from((await pool.run(task('/echo', text)))!.body).toString();

describe('a pool of threads', () => {
  it('works tasks off in their order, and says what each came to', async () => {
    const pool = createPool();
    expect(await Promise.all(['a', 'b', 'c'].map((text) => echo(pool, text)))).toEqual([
      'a',
      'b',
      'c',
    ]);
  });

  it.each([
    ['takes too long', '/spin', 'time', 300],
    ['wants too much memory', '/grow', 'memory', 20_000],
    ['ends its thread', '/leave', 'fault', 20_000],
    ['lets an error loose', '/throw', 'fault', 20_000],
  ])('a task that %s is ended, and the next one is done', async (_, url, why, longestMs) => {
    const pool = createPool(1, longestMs);
    const error = await pool.run(task(url)).catch((e: unknown) => e);
    expect(error).toBeInstanceOf(Ended);
    expect((error as Ended).why).toBe(why);
    if (longestMs > 1000) expect(await echo(pool, 'after')).toBe('after');
  });

  it('what goes wrong in a task keeps its thread, and its code', async () => {
    const pool = createPool();
    await expect(pool.run(task('/fail'))).rejects.toMatchObject({ message: 'no', code: 'ETEST' });
    expect(await echo(pool, 'after')).toBe('after');
  });

  it('one that takes long holds up nobody while there is another thread', async () => {
    const pool = createPool(2, 60_000);
    const long = pool.run(task('/spin')).catch((e: unknown) => e);
    expect(await echo(pool, 'beside')).toBe('beside');
    await pool.close();
    expect(await long).toBeInstanceOf(Ended);
  });

  it('closes also where a task is being ended at that very moment', async () => {
    const pool = createPool(1, 1);
    const long = pool.run(task('/spin')).catch((e: unknown) => e);
    await new Promise((resolve) => setTimeout(resolve, 0));
    await Promise.all([pool.close(), long]);
    expect(await long).toBeInstanceOf(Ended);
  });

  it('closed, turns away what comes after', async () => {
    const late = createPool();
    await late.close();
    await expect(late.run(task('/echo'))).rejects.toBeInstanceOf(Ended);
  });

  it('closed, begins nothing that waits', async () => {
    const pool = createPool();
    const long = pool.run(task('/spin')).catch((e: unknown) => e);
    const waiting = pool.run(task('/echo')).catch((e: unknown) => e);
    await pool.close();
    expect(await waiting).toBeInstanceOf(Ended);
    await long;
  });
});
