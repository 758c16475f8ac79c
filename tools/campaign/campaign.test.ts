import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { RigFile } from '@zucchini/core';
import { readFileSync } from 'node:fs';
import { tries } from '../../core/src/testing/depth.ts';
import { createTestApp, type TestApp } from '../../server/src/testing/app.ts';
import { createChance } from './random.ts';
import { askHostile } from './requests.ts';
import { spoil } from './spoil.ts';

const file = JSON.parse(
  readFileSync(new URL('../../demo/mark-2.rig.json', import.meta.url), 'utf8'),
) as RigFile;

let server: TestApp;
beforeAll(async () => {
  server = await createTestApp({ parts: file.parts, rigs: [file] });
}, 60_000);
afterAll(() => server.close());

describe('a server that is asked what nobody means', () => {
  it('answers every time, and never that the fault is its own', async () => {
    const seed = Number(process.env.ZUCCHINI_SEED ?? 1);
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

describe('what is spoilt', () => {
  it('is the same for the same seed, and another document than before', () => {
    const spoilt = (seed: number) => JSON.stringify(spoil(file, createChance(seed)));
    expect(spoilt(3)).toBe(spoilt(3));
    expect(spoilt(3)).not.toBe(spoilt(4));
    expect(spoilt(3)).not.toBe(JSON.stringify(file));
  });
});
