import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { RigRecord, Sketch, type Rig, type RigFile, type RigSummary } from '@zucchini/core';
import { readMark2 } from './testing/demo.js';
import { createTestApp, createTestDatabase, type TestApp } from './testing/app.js';
import { migrations, openDatabase, RigEntity } from './database/index.js';
import type { StoredSummary } from './rigs/mapper.js';

const file = readMark2();
const demo = { parts: file.parts, rigs: [file] };
const copy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

let server: TestApp;
let clock = Date.parse('2026-11-23T12:00:00Z');

beforeAll(async () => {
  server = await createTestApp(demo, { now: () => new Date((clock += 1000)) });
}, 60_000);
afterAll(() => server.close());

const open = async (id = 'mark-2') =>
  (await server.ask({ method: 'GET', url: `/api/rigs/${id}` })).body as {
    revision: number;
    rig: Rig;
  };
const shelf = async () =>
  (await server.ask({ method: 'GET', url: '/api/rigs' })).body.rigs[0] as RigSummary;
const save = (rig: unknown, revision: number, id = 'mark-2') =>
  server.ask({ method: 'PUT', url: `/api/rigs/${id}`, payload: { revision, rig } as object });

describe('health and description', () => {
  it('answers, having looked at the database', async () => {
    const { status, body } = await server.ask({ method: 'GET', url: '/api/health' });
    expect(status).toBe(200);
    expect(body).toMatchObject({ status: 'well', migrations: migrations.length });
    expect(body.databaseMs).toBeGreaterThan(0);
  });

  it('describes every route in OpenAPI', async () => {
    const { body } = await server.ask({ method: 'GET', url: '/api/openapi.json' });
    expect(body.openapi).toMatch(/^3\.1/);
    expect(Object.keys(body.paths)).toEqual(
      expect.arrayContaining([
        '/api/health',
        '/api/parts',
        '/api/rigs',
        '/api/rigs/{id}',
        '/api/rigs/import',
      ]),
    );
  });
});

describe('a rig', () => {
  it('comes back from the database as it went in, to the byte', async () => {
    expect(JSON.stringify((await open()).rig)).toBe(JSON.stringify(file.rig));
  });

  it('is handed on as its description says', async () => {
    const { body } = await server.ask({ method: 'GET', url: '/api/rigs/mark-2' });
    const parsed = RigRecord.parse(body);
    expect(parsed).toEqual(body);
    const used = new Set(parsed.rig.kit.map((item) => item.partId));
    expect(new Set(parsed.parts.map((p) => p.id))).toEqual(used);
  });

  it('is exported as the file that was imported', async () => {
    const { body, headers } = await server.ask({ method: 'GET', url: '/api/rigs/mark-2/file' });
    const byId = (parts: RigFile['parts']) => [...parts].sort((a, b) => (a.id < b.id ? -1 : 1));
    expect({ ...body, parts: byId(body.parts) }).toEqual({ ...file, parts: byId(file.parts) });
    expect(headers['content-disposition']).toContain('Mark-2.rig.json');
  });

  it('is on the shelf with figures that the core computed', async () => {
    await server.settle();
    expect(await shelf()).toMatchObject({
      id: 'mark-2',
      parts: 11,
      pending: false,
      figures: { stops: 0, risks: 0, spend: 'EUR 699 of 700' },
      notComputed: null,
    });
  });

  it('is drawn on the shelf from what is kept with its figures', async () => {
    await server.settle();
    const { body } = await server.ask({ method: 'GET', url: '/api/rigs/mark-2/sketch' });
    expect(Sketch.parse(body.sketch).solids.length).toBeGreaterThan(20);
    // A tenth of the rig itself with its parts.
    const rig = await server.ask({ method: 'GET', url: '/api/rigs/mark-2' });
    expect(JSON.stringify(body).length).toBeLessThan(JSON.stringify(rig.body).length / 3);
    expect((await server.ask({ method: 'GET', url: '/api/rigs/ghost/sketch' })).status).toBe(404);
    await server.database.query("UPDATE rigs SET sketch = NULL WHERE id = 'mark-2'");
    const none = await server.ask({ method: 'GET', url: '/api/rigs/mark-2/sketch' });
    expect(none.body).toEqual({ sketch: null });
  });

  it('has its figures on the shelf computed again where another edition stored others', async () => {
    const { manager } = server.database;
    await server.settle();
    const now = await shelf();
    const { summary } = await manager.findOneByOrFail(RigEntity, { id: 'mark-2' });
    const other = { ...(summary as StoredSummary), figures: { ...now.figures!, stops: 3 } };
    await manager.update(RigEntity, { id: 'mark-2' }, { summary: other } as never);
    expect((await shelf()).figures).toMatchObject({ stops: 3 });
    await server.app.keeper!.revisit();
    await server.settle();
    expect(await shelf()).toEqual(now);
  });

  it('saved, has the next revision; what it holds is there when it is opened again', async () => {
    const { revision, rig } = await open();
    const changed = { ...copy(rig), name: 'Mark 2, <b>bold</b> 🥒' };
    const { status, body } = await save(changed, revision);
    expect(status).toBe(200);
    expect(body.revision).toBe(revision + 1);
    expect((await open()).rig).toEqual(changed);
  });

  it('a stale save gets 409 with the stored revision and changes nothing', async () => {
    const { revision, rig } = await open();
    const { status, body, headers } = await save({ ...copy(rig), name: 'Too late' }, revision - 1);
    expect(status).toBe(409);
    expect(headers['content-type']).toMatch('application/problem+json');
    expect(body).toMatchObject({ type: '/problems/stale', status: 409, revision });
    expect((await open()).rig).toEqual(rig);
  });

  it('of two saves from one revision exactly one gets through', async () => {
    const { revision, rig } = await open();
    const replies = await Promise.all(
      ['one', 'two', 'three'].map((name) => save({ ...copy(rig), name }, revision)),
    );
    expect(replies.map((r) => r.status).sort()).toEqual([200, 409, 409]);
    const winner = replies.findIndex((r) => r.status === 200);
    expect((await open()).rig.name).toBe(['one', 'two', 'three'][winner]);
  });

  it('that cannot be placed is refused with the place, and nothing is stored', async () => {
    const { revision, rig } = await open();
    const broken = copy(rig);
    broken.setups[0]!.joints[3]!.parent.item = 'ghost';
    const { status, body } = await save(broken, revision);
    expect(status).toBe(422);
    expect(body.issues[0].path).toBe('rig.setups[0].joints[3].parent.item');
    expect(await open()).toMatchObject({ revision, rig });
  });

  it('with a part that the catalogue lacks is refused, and its other changes are not stored either', async () => {
    const { revision, rig } = await open();
    const broken = { ...copy(rig), name: 'Half stored?' };
    broken.kit.push({ id: 'new-one', partId: 'no-such-part', owned: false });
    const { status, body } = await save(broken, revision);
    expect(status).toBe(422);
    expect(body.detail).toMatch(/no-such-part/);
    expect((await open()).rig).toEqual(rig);
    const kit = (await server.ask({ method: 'GET', url: '/api/kit' })).body.items as {
      id: string;
    }[];
    expect(kit.map((i) => i.id)).not.toContain('new-one');
  });

  it('that is malformed gets each place named', async () => {
    const { rig, revision } = await open();
    const broken = copy(rig) as unknown as { setups: { joints: { slideMm: unknown }[] }[] };
    broken.setups[0]!.joints[0]!.slideMm = 'far';
    const { status, body } = await save(broken, revision);
    expect(status).toBe(400);
    expect(body.issues[0].path).toBe('rig.setups[0].joints[0].slideMm');
  });

  it('a wish that is dropped leaves the kit; what is owned stays in the drawer', async () => {
    const { revision, rig } = await open();
    const less = copy(rig);
    for (const setup of less.setups) {
      setup.joints = setup.joints.filter((j) => !['j-sedge', 'j-peat'].includes(j.id));
    }
    less.kit = less.kit.filter((i) => i.id !== 'sedge');
    const lost = await save(less, revision);
    expect(lost.status).toBe(422);
    // Its lead lay in its box, and is still plugged in.
    expect(JSON.stringify(lost.body.issues)).toMatch(/comesWith.*sedge.*is not in the rig's kit/);
    less.kit = less.kit.filter((i) => i.id !== 'sheet');
    for (const setup of less.setups) {
      if (setup.cables) setup.cables = setup.cables.filter((c) => c.item !== 'sheet');
    }
    expect((await save(less, revision)).status).toBe(200);
    const ids = (
      (await server.ask({ method: 'GET', url: '/api/kit' })).body.items as { id: string }[]
    ).map((i) => i.id);
    expect(ids).toContain('peat-a');
    expect(ids).not.toContain('sedge');
  });
});

describe('individuals shared by two rigs', () => {
  it('a fact changed in one makes an open copy of the other stale, so that it is not overwritten', async () => {
    const twin = copy(file);
    twin.rig.id = 'twin';
    twin.versions = [];
    const { status } = await server.ask({ method: 'POST', url: '/api/rigs/import', payload: twin });
    expect(status).toBe(201);
    const before = await open('twin');
    const { revision, rig } = await open();
    const weighed = copy(rig);
    weighed.kit.find((i) => i.id === 'petrel')!.measuredMassG = 601;
    expect((await save(weighed, revision)).status).toBe(200);
    expect((await save(before.rig, before.revision, 'twin')).status).toBe(409);
    const after = await open('twin');
    expect(after.rig.kit.find((i) => i.id === 'petrel')!.measuredMassG).toBe(601);
  });
});

describe('rig files', () => {
  const importFile = (payload: unknown) =>
    server.ask({ method: 'POST', url: '/api/rigs/import', payload: payload as object });

  it('brought twice make two rigs; what is alike is shared, what is called the same is renamed and told', async () => {
    const other = copy(file);
    const tern = other.parts.find((p) => p.id === 'glauca-tern')!;
    tern.massG = 999;
    const { status, body } = await importFile(other);
    expect(status).toBe(201);
    expect(body.renamed).toEqual(
      expect.arrayContaining([
        { what: 'part', from: 'glauca-tern', to: 'glauca-tern-2', name: tern.name },
        { what: 'rig', from: 'mark-2', to: 'mark-2-2', name: 'Mark 2 (2)' },
      ]),
    );
    const { rig } = await open('mark-2-2');
    expect(rig.kit.some((i) => i.partId === 'glauca-tern-2')).toBe(true);
    const again = await importFile(other);
    // The part that was renamed before is the same part now.
    expect(again.body.renamed).toContainEqual({
      what: 'part',
      from: 'glauca-tern',
      to: 'glauca-tern-2',
      name: tern.name,
    });
    expect([again.body.id, again.body.name]).toEqual(['mark-2-3', 'Mark 2 (3)']);
  });

  it.each<[string, (f: RigFile) => unknown, number, string]>([
    ['a mass of zero', (f) => ((f.parts[0]!.massG = 0), f), 400, 'parts[0].massG'],
    ['a newer format', (f) => ({ ...f, formatVersion: 9 }), 400, 'formatVersion'],
    [
      'a cycle',
      (f) => {
        const { joints } = f.rig.setups[0]!;
        joints.find((j) => j.id === 'j-cage')!.parent = { item: 'yoke', mount: 'shoe' };
        return f;
      },
      400,
      'rig.setups[0].joints[0].parent.item',
    ],
    ['a list', () => [], 400, ''],
  ])(
    '%s is refused with its place, and the shelf is as it was',
    async (_, change, status, path) => {
      await server.settle();
      const before = (await server.ask({ method: 'GET', url: '/api/rigs' })).body;
      const reply = await importFile(change(copy(file)));
      expect(reply.status).toBe(status);
      expect((reply.body.issues as { path: string }[]).map((i) => i.path)).toContain(path);
      expect((await server.ask({ method: 'GET', url: '/api/rigs' })).body).toEqual(before);
    },
  );

  it('of 20 MB are too large, text that is no JSON and other media types are told', async () => {
    const send = (payload: string, type = 'application/json') =>
      server.ask({
        method: 'POST',
        url: '/api/rigs/import',
        payload,
        headers: { 'content-type': type },
      });
    expect(await send(`"${'x'.repeat(20 * 1024 * 1024)}"`)).toMatchObject({
      status: 413,
      body: { type: '/problems/too-large', detail: 'At most 8 MB are read here.' },
    });
    const parts = await server.ask({
      method: 'POST',
      url: '/api/parts',
      payload: `"${'x'.repeat(49 * 1024 * 1024)}"`,
      headers: { 'content-type': 'application/json' },
    });
    expect(parts).toMatchObject({ status: 413, body: { detail: 'At most 48 MB are read here.' } });
    expect(await send('{"format":')).toMatchObject({
      status: 400,
      body: { type: '/problems/malformed' },
    });
    expect(await send('<rig/>', 'text/xml')).toMatchObject({ status: 415 });
    expect(await send('{"__proto__":{"a":1}}')).toMatchObject({ status: 400 });
  });
});

describe('a new rig', () => {
  it('starts from a body alone', async () => {
    const { status, body } = await server.ask({
      method: 'POST',
      url: '/api/rigs',
      payload: { name: 'Fresh', bodyPartId: 'corvane-petrel', currency: 'USD' },
    });
    expect(status).toBe(201);
    expect(body.rig).toMatchObject({ name: 'Fresh', brief: { currency: 'USD', limits: {} } });
    expect(body.rig.setups[0].joints).toEqual([]);
    expect(body.parts.map((p: { id: string }) => p.id)).toEqual(['corvane-petrel']);
    expect((await server.ask({ method: 'DELETE', url: `/api/rigs/${body.rig.id}` })).status).toBe(
      204,
    );
    expect((await server.ask({ method: 'GET', url: `/api/rigs/${body.rig.id}` })).status).toBe(404);
  });

  it('from something that is no body is refused', async () => {
    const { status, body } = await server.ask({
      method: 'POST',
      url: '/api/rigs',
      payload: { name: 'X', bodyPartId: 'glauca-tern', currency: 'EUR' },
    });
    expect(status).toBe(422);
    expect(body.issues[0].path).toBe('bodyPartId');
  });
});

describe('versions', () => {
  it('keep the rig as it is, whatever becomes of it later', async () => {
    const kept = await server.ask({
      method: 'POST',
      url: '/api/rigs/twin/versions',
      payload: { name: 'Mark 3', reason: 'before the rods' },
    });
    expect(kept.status).toBe(201);
    const { revision, rig } = await open('twin');
    await save({ ...copy(rig), name: 'Changed' }, revision, 'twin');
    const version = await server.ask({
      method: 'GET',
      url: `/api/rigs/twin/versions/${kept.body.id}`,
    });
    expect(version.body).toMatchObject({ name: 'Mark 3', reason: 'before the rods', rig });
    expect(
      (await server.ask({ method: 'GET', url: '/api/rigs/twin/versions' })).body.versions,
    ).toHaveLength(1);
    expect((await server.ask({ method: 'GET', url: '/api/rigs/twin/versions/ghost' })).status).toBe(
      404,
    );
  });
});

describe('who may ask', () => {
  it('a name that is not this machine’s is not served', async () => {
    const reply = await server.ask({
      method: 'GET',
      url: '/api/rigs',
      headers: { host: 'rig.example' },
    });
    expect(reply).toMatchObject({ status: 403, body: { type: '/problems/bad-host' } });
  });

  it('another origin may not change anything', async () => {
    const ask = (origin: string) =>
      server.ask({ method: 'POST', url: '/api/demo', payload: {}, headers: { origin } });
    expect((await ask('http://rig.example')).status).toBe(403);
    expect((await ask('http://127.0.0.1:9999')).status).toBe(403);
    expect((await ask('http://127.0.0.1:4710')).status).toBe(201);
  });

  it('every answer carries a content policy without loopholes', async () => {
    const { headers } = await server.ask({ method: 'GET', url: '/api/health' });
    expect(headers['content-security-policy']).toContain("default-src 'self'");
    // WebAssembly is let in for the collision library; code from text is not.
    const policy = String(headers['content-security-policy']).replace("'wasm-unsafe-eval'", '');
    expect(policy).not.toMatch(/unsafe/);
  });
});

describe('migrations', () => {
  it('run once, and leave the tables as the entities describe them', async () => {
    const { url, drop } = await createTestDatabase();
    const first = await openDatabase(url);
    const drift = await first.driver.createSchemaBuilder().log();
    // Foreign keys are kept in SQL alone; the entities do not know them.
    const other = drift.upQueries.map((q) => q.query).filter((q) => !/FOREIGN KEY/.test(q));
    expect(other).toEqual([]);
    await first.destroy();
    const second = await openDatabase(url);
    expect(await second.query('SELECT COUNT(*) AS count FROM zucchini_migrations')).toEqual([
      { count: String(migrations.length) },
    ]);
    await second.destroy();
    await drop();
  });
});

describe('a route that there is not', () => {
  it('is told as a problem', async () => {
    expect(await server.ask({ method: 'GET', url: '/api/ghost' })).toMatchObject({
      status: 404,
      body: { type: '/problems/not-found' },
    });
  });
});

describe('a database that is away', () => {
  it('is told by the health route as a problem', async () => {
    const lost = await createTestApp(demo);
    await lost.database.destroy();
    const { status, body } = await lost.ask({ method: 'GET', url: '/api/health' });
    expect(status).toBe(503);
    expect(body).toMatchObject({ type: '/problems/database-away' });
    await lost.app.close();
  });
});
