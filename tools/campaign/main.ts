/** Tries hard to lose what is stored: kills, ended first starts, hostile requests; its figures on its last lines. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { loadCollider, type RigFile } from '@zucchini/core';
import { buildApp, loadDemo, openDatabase, type Demo } from '@zucchini/server';
import type { FastifyInstance } from 'fastify';
import type { Ask } from '../../server/src/testing/plated.ts';
import { readDemo } from '../demo-files.ts';
import { findFreePort, startPrivateDatabase } from '../private-database.ts';
import { restoreSpoilt } from './backups.ts';
import { changeFiles } from './files.ts';
import { fillDisk } from './disk.ts';
import { killAtRandom } from './kills.ts';
import { createChance } from './random.ts';
import { runRaces } from './races.ts';
import { askHostile } from './requests.ts';
import { endFirstStarts, endUpgrades } from './starts.ts';
import { measureWaits } from './waits.ts';
import { runWindows } from './windows.ts';

const usage = `Usage: npm run campaign -- [kills] [starts] [upgrades] [disk] [requests] [races] [windows] [backups] [files] [waits] [--count N] [--seed N]
  kills      ends the server, its database or both while somebody stores and two phones tick (10)
  starts     ends first starts at moments of chance (4)
  upgrades   ends upgrades of what the first edition left (4)
  disk       fills a disk of its own to the end while somebody stores; needs root (3)
  requests   spoilt files, rigs, parts and addresses (300)
  races      writers who store at the same moment, of each kind (10)
  windows    two windows change one rig and store (100)
  backups    spoilt backups are looked into and put in (50)
  files      rig files changed by chance are read, and what is read is computed (500)
  waits      the worst files, and a part that many rigs (50) rest on, while somebody works as usual
  --count N  that many instead; --seed N  other moments and other spoils (1)`;

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: { count: { type: 'string' }, seed: { type: 'string', default: '1' } },
});
const seed = Number(values.seed);
const kinds = positionals.length > 0 ? positionals : ['kills', 'starts', 'requests'];
const countOf = (usual: number) => Number(values.count ?? usual);
const say = (words: string) => process.stderr.write(`${words}\n`);

async function inFolder<T>(work: (folder: string) => Promise<T>): Promise<T> {
  const folder = mkdtempSync(join(tmpdir(), 'zucchini campaign '));
  try {
    return await work(folder);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** A server on a database of its own with the demo on the shelf, asked without a network. */
async function withServer<T>(
  work: (ask: Ask, demo: Demo, app: FastifyInstance) => Promise<T>,
): Promise<T> {
  return inFolder(async (folder) => {
    const own = await startPrivateDatabase(folder);
    try {
      const demo = readDemo();
      const database = await openDatabase(own.url);
      await loadDemo(database, demo, new Date());
      const app = await buildApp({ database, demo: () => demo, backups: join(folder, 'backups') });
      const ask: Ask = async (options) => {
        const headers = { host: '127.0.0.1:4710', ...options.headers };
        const reply = await app.inject({ ...options, headers });
        try {
          return { status: reply.statusCode, body: reply.json() };
        } catch {
          return { status: reply.statusCode, body: reply.body };
        }
      };
      const result = await work(ask, demo, app);
      await app.close();
      await database.destroy();
      return result;
    } finally {
      await own.stop();
    }
  });
}

/** A rig of the demo, without its versions. */
function findFile(demo: Demo): RigFile {
  return { ...demo.rigs.find((f) => f.rig.id === 'mark-2')!, versions: [] };
}

const lines: string[] = [];
let isWell = true;
for (const kind of kinds) {
  if (kind === 'kills') {
    const port = await findFreePort();
    const f = await inFolder((folder) =>
      killAtRandom(folder, port, countOf(10), createChance(seed), say),
    );
    isWell &&= f.lost === 0 && f.stuck === 0;
    lines.push(
      `kills ${f.kills} · saves stored ${f.stored} · ticks and notes taken ${f.noted} · lost ${f.lost} · stuck ${f.stuck} · longest restart ${(f.longestRestartMs / 1000).toFixed(1)} s`,
    );
  } else if (kind === 'starts') {
    const f = await endFirstStarts(await findFreePort(), countOf(4), createChance(seed), say);
    isWell &&= f.stuck === 0;
    lines.push(`first starts ended ${f.starts} · stuck ${f.stuck}`);
  } else if (kind === 'upgrades') {
    const port = await findFreePort();
    const f = await inFolder((folder) =>
      endUpgrades(folder, port, countOf(4), createChance(seed), say),
    );
    isWell &&= f.stuck === 0;
    lines.push(`upgrades ended ${f.starts} · stuck ${f.stuck}`);
  } else if (kind === 'disk') {
    const f = await fillDisk(await findFreePort(), countOf(3), createChance(seed), say);
    isWell &&= f !== undefined && f.lost === 0 && f.stuck === 0;
    lines.push(
      f
        ? `full disk ${f.fills} times · saves stored ${f.stored} · refused ${f.refused} · of them without a word why ${f.unsaid} · lost ${f.lost} · stuck ${f.stuck}`
        : 'full disk: not tried, this user may not make a disk',
    );
  } else if (kind === 'requests') {
    const f = await withServer((ask, demo) => {
      const seeds = { file: findFile(demo), part: demo.parts[0]! };
      return askHostile(ask, seeds, countOf(300), createChance(seed));
    });
    for (const failure of f.failures) say(JSON.stringify(failure));
    isWell &&= f.failures.length === 0;
    const told = Object.entries(f.statuses).map(([status, n]) => `${status}: ${n}`);
    lines.push(
      `hostile requests ${told.join(' · ')} · answers of 500 and above ${f.failures.length} · longest ${Math.round(f.longestMs)} ms`,
    );
  } else if (kind === 'races') {
    const f = await withServer((ask, demo) =>
      runRaces(ask, findFile(demo), countOf(10), createChance(seed), say),
    );
    for (const failure of [...f.odd, ...f.broken]) say(failure);
    isWell &&= f.odd.length === 0 && f.broken.length === 0;
    const all = Object.values(f.races).reduce((a, b) => a + b, 0);
    lines.push(
      `races ${all} of ${Object.keys(f.races).length} kinds · odd answers ${f.odd.length} · rigs broken ${f.broken.length}`,
    );
  } else if (kind === 'windows') {
    const f = await withServer((ask) =>
      runWindows(ask, 'mark-2', countOf(100), createChance(seed)),
    );
    for (const failure of f.lost) say(failure);
    isWell &&= f.lost.length === 0;
    lines.push(
      `two windows: saves ${f.stored}, of them put together with the other's ${f.merged} · changes lost ${f.lost.length}`,
    );
  } else if (kind === 'backups') {
    const f = await withServer((ask, _, app) =>
      restoreSpoilt(app, ask, countOf(50), createChance(seed), say),
    );
    for (const failure of f.failures) say(failure);
    isWell &&= f.failures.length === 0;
    lines.push(
      `spoilt backups ${f.spoilt} · put in ${f.taken} · refused ${f.refused} · lost or broken ${f.failures.length}`,
    );
  } else if (kind === 'files') {
    const seeds = readDemo().rigs.map((file) => ({ ...file, versions: [] }));
    const library = await loadCollider();
    const f = changeFiles(seeds, countOf(500), createChance(seed), library, say);
    for (const failure of f.failures) say(failure);
    isWell &&= f.fallen === 0;
    lines.push(`changed rig files ${f.changed} · read and computed ${f.taken} · fell ${f.fallen}`);
  } else if (kind === 'waits') {
    const port = await findFreePort();
    const file = findFile(readDemo());
    const f = await inFolder((folder) => measureWaits(folder, port, file, countOf(50), say));
    isWell &&= f.failed === 0 && f.longestMs <= 250;
    lines.push(
      `waits: ${f.asked} usual requests beside the worst files · not answered ${f.failed} · longest ${Math.round(f.longestMs)} ms (${f.during})`,
    );
  } else {
    say(usage);
    process.exit(2);
  }
}
process.stdout.write(`seed ${seed}\n${lines.join('\n')}\n`);
process.exitCode = isWell ? 0 : 1;
process.exit();
