/** The server beside bare Fastify and raw questions to the same database: what our own work on an answer costs. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buildApp, loadDemo, openDatabase, type Demo } from '@zucchini/server';
import fastify, { type FastifyInstance } from 'fastify';
import { startPrivateDatabase } from '../tools/private-database.ts';

/** Requests a second that an application answers, asked four at a time. */
async function measureRate(app: FastifyInstance, url: string, count: number): Promise<number> {
  const ask = async () => {
    const reply = await app.inject({ url, headers: { host: '127.0.0.1:4710' } });
    if (reply.statusCode !== 200) throw new Error(`${url}: ${reply.statusCode}`);
  };
  for (let i = 0; i < count / 10; i += 1) await ask();
  const start = performance.now();
  let left = count;
  await Promise.all(
    Array.from({ length: 4 }, async () => {
      while ((left -= 1) >= 0) await ask();
    }),
  );
  return (count / (performance.now() - start)) * 1000;
}

/** Prints what each answer takes as a share of a raw answer with the same rows. */
export async function printServer(demo: Demo): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'zucchini-bench-'));
  const own = await startPrivateDatabase(folder, undefined, true);
  const database = await openDatabase(own.url);
  try {
    await loadDemo(database, demo, new Date());
    const app = await buildApp({ database, demo: () => demo, keepsShelf: true });
    await app.keeper!.settle();
    const bare = fastify();
    bare.get('/rig', async () => {
      const [rig] = await database.query<object[]>("SELECT * FROM rigs WHERE id = 'mark-2'");
      const items = await database.query<object[]>(
        "SELECT k.* FROM rig_items r JOIN kit_items k ON k.id = r.item_id WHERE r.rig_id = 'mark-2' ORDER BY r.position",
      );
      const parts = await database.query<object[]>(
        "SELECT * FROM parts WHERE id IN (SELECT k.part_id FROM rig_items r JOIN kit_items k ON k.id = r.item_id WHERE r.rig_id = 'mark-2')",
      );
      return { rig, items, parts };
    });
    bare.get('/rigs', () =>
      database.query<object[]>(
        'SELECT id, name, revision, saved_at, summary, due FROM rigs ORDER BY saved_at DESC',
      ),
    );
    process.stdout.write('\nThe server beside bare Fastify with raw questions, requests/s\n');
    const print = async (name: string, url: string, raw: string, count: number, reach: string) => {
      const [ours, theirs] = [
        await measureRate(app, url, count),
        await measureRate(bare, raw, count),
      ];
      process.stdout.write(
        `  ${name.padEnd(24)}${ours.toFixed(0).padStart(8)}${theirs.toFixed(0).padStart(8)} raw, ${(ours / theirs).toFixed(2)} of it (reach ${reach})\n`,
      );
    };
    await print('a rig', '/api/rigs/mark-2', '/rig', 600, '0.5');
    const file = { ...demo.rigs.find((f) => f.rig.id === 'mark-2')!, versions: [] };
    for (let n = 0; n < 995; n += 1) {
      await app.inject({
        method: 'POST',
        url: '/api/rigs/import',
        headers: { host: '127.0.0.1:4710' },
        payload: file,
      });
    }
    await print('the shelf of 1 000 rigs', '/api/rigs', '/rigs', 100, '0.33');
    await bare.close();
    await app.close();
  } finally {
    await database.destroy();
    await own.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}
