import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { readMark2 } from '../../server/src/testing/demo.ts';
import { tries } from '../../core/src/testing/depth.ts';
import { createTestApp, type TestApp } from '../../server/src/testing/app.ts';
import type { Ask } from '../../server/src/testing/plated.ts';
import { loadCollider, readRigFile } from '@zucchini/core';
import { restoreSpoilt } from './backups.ts';
import { changeFiles } from './files.ts';
import { createChance } from './random.ts';
import { runRaces } from './races.ts';
import { askHostile } from './requests.ts';
import { spoil } from './spoil.ts';
import { runWindows } from './windows.ts';

const file = readMark2();

const backups = mkdtempSync(join(tmpdir(), 'zucchini campaign '));
let server: TestApp;
beforeAll(async () => {
  server = await createTestApp({ parts: file.parts, rigs: [file] }, { backups });
}, 60_000);
afterAll(async () => {
  await server.close();
  rmSync(backups, { recursive: true });
});

describe('a server that is asked what nobody means', () => {
  it('answers every time, and never that the fault is its own', async () => {
    const count = tries(50);
    const small = { file: { ...file, versions: [] }, part: file.parts[0]! };
    const { statuses, failures } = await askHostile(server.ask, small, count, createChance(seed));
    expect({ seed, failures }).toEqual({ seed, failures: [] });
    expect(Object.values(statuses).reduce((a, b) => a + b, 0)).toBe(count);
    // Spoilt enough to be refused, and not so much that nothing gets through.
    expect((statuses[400] ?? 0) + (statuses[422] ?? 0)).toBeGreaterThan(count / 4);
    expect((await server.ask({ method: 'GET', url: '/api/rigs/mark-2' })).status).toBe(200);
  });
});

const seed = Number(process.env.ZUCCHINI_SEED ?? 1);
const quiet = () => undefined;

describe('writers at the same moment', () => {
  it('are answered in words, and leave no rig that cannot be put together', async () => {
    const { odd, broken, races } = await runRaces(
      server.ask,
      { ...file, versions: [] },
      tries(1),
      createChance(seed),
      quiet,
    );
    expect({ seed, odd, broken }).toEqual({ seed, odd: [], broken: [] });
    expect(Object.keys(races)).toHaveLength(8);
  });
});

describe('two windows on one rig', () => {
  it('lose nothing of what either stored', async () => {
    const figures = await runWindows(server.ask, 'mark-2', tries(12), createChance(seed));
    expect({ seed, lost: figures.lost }).toEqual({ seed, lost: [] });
    expect(figures.merged).toBeGreaterThan(figures.stored / 10);
  });

  it('are seen to lose what a server only says that it stores', async () => {
    let puts = 0;
    const lying: Ask = async (options) => {
      if (options.method === 'PUT') puts += 1;
      if (options.method !== 'PUT' || puts !== 3) return server.ask(options);
      const { revision } = options.payload as { revision: number };
      return { status: 200, body: { revision } };
    };
    const { lost } = await runWindows(lying, 'mark-2', 4, createChance(seed));
    expect(lost.length).toBeGreaterThan(0);
  });
});

describe('rig files that are changed by chance', () => {
  it('are refused, or can be computed in every way', async () => {
    const small = { ...file, versions: [] };
    const library = await loadCollider();
    const f = changeFiles([small], tries(20), createChance(seed), library, quiet);
    expect({ seed, failures: f.failures }).toEqual({ seed, failures: [] });
    expect(f.taken).toBeGreaterThan(f.changed / 10);
  }, 60_000);

  it('are refused where a lens is none, and where both plugs of a lead are in one socket', () => {
    const [setup, ...others] = file.rig.setups;
    const issuesOf = (changed: Partial<typeof setup>) => {
      const rig = { ...file.rig, setups: [{ ...setup!, ...changed }, ...others] };
      const outcome = readRigFile({ ...file, rig });
      return outcome.state === 'read' ? [] : outcome.issues;
    };
    const [cable] = setup!.cables!;
    expect(issuesOf({ lenses: [{ item: 'halyard', share: 1 }] })).toEqual([
      {
        path: 'rig.setups[0].lenses[0].item',
        message: expect.stringMatching(/is not a lens but a cage/),
      },
    ]);
    expect(issuesOf({ cables: [{ ...cable!, to: cable!.from }] })).toEqual([
      {
        path: 'rig.setups[0].cables[0].to.port',
        message: 'is the socket in which its other plug is',
      },
    ]);
  });
});

describe('spoilt backups', () => {
  it('are refused in words and change nothing, or bring what can be opened', async () => {
    const chance = createChance(seed);
    const f = await restoreSpoilt(server.app, server.ask, tries(4), chance, quiet);
    expect({ seed, failures: f.failures }).toEqual({ seed, failures: [] });
    expect(f.taken + f.refused).toBe(f.spoilt);
  }, 60_000);
});

describe('what is spoilt', () => {
  it('is the same for the same seed, and another document than before', () => {
    const spoilt = (seed: number) => JSON.stringify(spoil(file, createChance(seed)));
    expect(spoilt(3)).toBe(spoilt(3));
    expect(spoilt(3)).not.toBe(spoilt(4));
    expect(spoilt(3)).not.toBe(JSON.stringify(file));
    // Whatever was spoilt between.
    const first = spoilt(5);
    for (let other = 100; other < 140; other += 1) spoil([[]], createChance(other));
    expect(spoilt(5)).toBe(first);
  });
});
