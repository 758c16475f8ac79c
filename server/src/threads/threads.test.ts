import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { RigFile, RigSummary } from '@zucchini/core';
import { readMark2 } from '../testing/demo.js';
import { worstRigs } from '../../../core/src/testing/worst.js';
import { createTestApp, type TestApp } from '../testing/app.js';

const file = readMark2();

// Threads run what is built: `npx tsc -b server` first, as `./test` does.
const entry = new URL('../../dist/thread.js', import.meta.url);

let server: TestApp;
beforeAll(async () => {
  const demo = { parts: file.parts, rigs: [file] };
  server = await createTestApp(demo, { threads: { entry, judgeMs: 60_000 } });
}, 60_000);
afterAll(() => server.close());

const bring = (body: unknown) =>
  server.ask({ method: 'POST', url: '/api/rigs/import', payload: body as object });
const shelf = async (id: string) => {
  const { body } = await server.ask({ method: 'GET', url: '/api/rigs' });
  return (body.rigs as RigSummary[]).find((r) => r.id === id)!;
};

/** A file of some 400 kB: the rig, and many parts that nothing draws on. */
const large = (id: string): RigFile => ({
  ...file,
  parts: [
    ...file.parts,
    ...Array.from({ length: 80 }, (_, i) => ({ ...file.parts[0]!, id: `${id}-${i}` })),
  ],
  rig: { ...file.rig, id },
});

/** A rig that rests on some 500 kB of parts. */
function createMuch(): RigFile {
  const chain = worstRigs['30 parts of 200 tubes']!();
  const [camera, part] = chain.parts;
  const many = Array.from({ length: 20 }, (_, i) => ({ ...part!, id: `much-${i}` }));
  const own = (id: string) => `much-${id}`;
  const [root, ...others] = chain.rig.kit;
  const kit = [root!, ...others.map((k, i) => ({ ...k, partId: `much-${i % 20}` }))];
  const setups = chain.rig.setups.map((s) => ({
    ...s,
    body: own(s.body),
    joints: s.joints.map((j) => ({
      ...j,
      parent: { ...j.parent, item: own(j.parent.item) },
      child: { ...j.child, item: own(j.child.item) },
    })),
  }));
  return {
    ...chain,
    parts: [camera!, ...many],
    rig: { ...chain.rig, id: 'much', kit: kit.map((k) => ({ ...k, id: own(k.id) })), setups },
  };
}

describe('a server with threads', () => {
  it('computes the shelf in one of them', async () => {
    await server.settle();
    expect(await shelf('mark-2')).toMatchObject({
      pending: false,
      figures: { stops: 0, risks: 0, spend: 'EUR 699 of 700' },
    });
  });

  it('reads what is large in another, with the same answers', async () => {
    const body = large('heavy');
    expect(JSON.stringify(body).length).toBeGreaterThan(256 * 1024);
    const taken = await bring(body);
    expect(taken).toMatchObject({ status: 201, body: { id: 'heavy' } });
    expect((await server.ask({ method: 'GET', url: '/api/parts/heavy-79' })).status).toBe(200);

    const parts = body.parts.map((p, i) => (i === 50 ? { ...p, massG: -1 } : p));
    const refused = await bring({ ...body, parts });
    expect(refused.status).toBe(400);
    expect(refused.headers['content-type']).toMatch('application/problem+json');
    expect(refused.body.issues[0].path).toBe('parts[50].massG');

    // What is put together there is what would be here, headers and all.
    const told = await server.ask({ method: 'GET', url: '/api/rigs/heavy/file' });
    expect(told.headers['content-disposition']).toContain('Mark-2-2.rig.json');
    expect(told.body.rig.id).toBe('heavy');
    expect((await server.ask({ method: 'GET', url: '/api/rigs/ghost/file' })).status).toBe(404);

    const { body: open } = await server.ask({ method: 'GET', url: '/api/rigs/heavy' });
    const stale = await server.ask({
      method: 'PUT',
      url: '/api/rigs/heavy',
      payload: { revision: 7, rig: { ...open.rig, note: 'x'.repeat(300_000) } },
    });
    expect([400, 409]).toContain(stale.status);
  });

  it('cut off in the middle, a large body is refused as a small one is', async () => {
    const text = JSON.stringify(large('cut')).slice(0, -20);
    const { status, body } = await server.ask({
      method: 'POST',
      url: '/api/rigs/import',
      payload: text,
      headers: { 'content-type': 'application/json' },
    });
    expect({ status, type: body.type }).toEqual({ status: 400, type: '/problems/malformed' });
  });

  it('keeps, shows and opens what rests on much in another as well', async () => {
    expect((await bring(createMuch())).status).toBe(201);
    const url = '/api/rigs/much';
    const open = await server.ask({ method: 'GET', url });
    expect(JSON.stringify(open.body).length).toBeGreaterThan(256 * 1024);
    const payload = { name: 'Kept', reason: 'much' };
    const kept = await server.ask({ method: 'POST', url: `${url}/versions`, payload });
    expect(kept.status).toBe(201);
    const version = await server.ask({ method: 'GET', url: `${url}/versions/${kept.body.id}` });
    expect(version.body.rig).toEqual(open.body.rig);
    const ready = await server.ask({
      method: 'POST',
      url: `${url}/versions/${kept.body.id}/ready`,
      payload: {},
    });
    expect(ready.body.rig).toEqual(open.body.rig);
    expect((await server.ask({ method: 'DELETE', url })).status).toBe(204);
  });

  it('stores the worst rig, and says what of it was not computed', async () => {
    const worst = worstRigs['30 parts of 200 tubes']!();
    expect((await bring(worst)).status).toBe(201);
    expect(await shelf('crowd')).toMatchObject({ pending: true, figures: null, parts: 31 });
    // Others are stored, and have their figures, in their turn.
    expect((await bring({ ...file, rig: { ...file.rig, id: 'beside' } })).status).toBe(201);
    await server.settle();
    expect(await shelf('beside')).toMatchObject({ pending: false, figures: { stops: 0 } });
    expect(await shelf('crowd')).toMatchObject({
      pending: false,
      notComputed: 'time',
      figures: { stops: null, risks: null, carried: expect.stringMatching(/^1.300.g$/u) },
    });
  }, 60_000);
});

describe('a thread that is ended', () => {
  it('leaves a rig that says so, and is asked again when it is saved', async () => {
    const demo = { parts: file.parts, rigs: [file] };
    // No time at all: not even a thread's start.
    const hasty = await createTestApp(demo, { threads: { entry, judgeMs: 1 } });
    try {
      await hasty.settle();
      const { body } = await hasty.ask({ method: 'GET', url: '/api/rigs' });
      expect(body.rigs[0]).toMatchObject({ pending: false, figures: null, notComputed: 'time' });
      const { body: open } = await hasty.ask({ method: 'GET', url: '/api/rigs/mark-2' });
      const { revision, rig } = open;
      await hasty.ask({ method: 'PUT', url: '/api/rigs/mark-2', payload: { revision, rig } });
      const after = await hasty.ask({ method: 'GET', url: '/api/rigs' });
      expect(after.body.rigs[0].pending).toBe(true);
    } finally {
      await hasty.close();
    }
  });

  it('is asked for what rests on much, and for nothing that does not', async () => {
    const much = createMuch();
    const demo = { parts: [...much.parts, ...file.parts], rigs: [much, file] };
    // Whatever is handed to a thread has no time there.
    const hasty = await createTestApp(demo, { threads: { entry, requestMs: 1 } });
    try {
      const get = async (url: string) => (await hasty.ask({ method: 'GET', url })).status;
      const keep = async (id: string) => {
        const payload = { name: 'Kept', reason: 'much' };
        const url = `/api/rigs/${id}/versions`;
        return (await hasty.ask({ method: 'POST', url, payload })).status;
      };
      expect(await get('/api/rigs/much')).toBe(503);
      expect(await keep('much')).toBe(503);
      expect(await get('/api/rigs/mark-2')).toBe(200);
      expect(await keep('mark-2')).toBe(201);
      // A file has every version in it.
      expect(await get('/api/rigs/mark-2/file')).toBe(503);
      expect(await get('/api/rigs/ghost')).toBe(404);
    } finally {
      await hasty.close();
    }
  });

  it('answers a large request in words, and stores nothing', async () => {
    const demo = { parts: file.parts, rigs: [] };
    const hasty = await createTestApp(demo, { threads: { entry, requestMs: 1 } });
    try {
      const payload = large('late');
      const { status, body } = await hasty.ask({
        method: 'POST',
        url: '/api/rigs/import',
        payload,
      });
      expect({ status, type: body.type }).toEqual({ status: 503, type: '/problems/too-long' });
      expect((await hasty.ask({ method: 'GET', url: '/api/rigs' })).body.rigs).toEqual([]);
    } finally {
      await hasty.close();
    }
  });
});
