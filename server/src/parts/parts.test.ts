import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { Part, PartFacts } from '@zucchini/core';
import { DataSource } from 'typeorm';
import { readMark2 } from '../testing/demo.js';
import { openDatabase } from '../database/index.js';
import { Init1795000000000 } from '../database/migrations/1795000000000-init.js';
import { createTestApp, createTestDatabase, type TestApp } from '../testing/app.js';

const file = readMark2();

let server: TestApp;
beforeAll(async () => {
  server = await createTestApp({ parts: file.parts, rigs: [file] });
}, 60_000);
afterAll(() => server.close());

const block = (id: string, more: Partial<Part> = {}): Part => ({
  id,
  kind: 'plate',
  name: id,
  solids: [{ id: 'body', type: 'box', atMm: [0, 0, 0], sizeMm: [40, 20, 10] }],
  mounts: [],
  ...more,
});
const store = (...parts: { revision: number; part: unknown }[]) =>
  server.ask({ method: 'POST', url: '/api/parts', payload: { parts } });
const read = (id: string) => server.ask({ method: 'GET', url: `/api/parts/${id}` });
const facts = async () =>
  (await server.ask({ method: 'GET', url: '/api/parts/facts' })).body.parts as {
    revision: number;
    facts: PartFacts;
  }[];

describe('the catalogue', () => {
  it('hands on every part as it was stored, and its flat facts', async () => {
    const { body } = await server.ask({ method: 'GET', url: '/api/parts' });
    const byId = (parts: Part[]) => [...parts].sort((a, b) => (a.id < b.id ? -1 : 1));
    expect(byId(body.parts)).toEqual(byId(file.parts));
    const list = await facts();
    expect(list).toHaveLength(file.parts.length);
    const cage = list.find((p) => p.facts.kind === 'cage')!;
    expect(cage).toMatchObject({ revision: 1, facts: { own: 'bought' } });
    expect(cage.facts.mounts).toContain('nato-rail');
  });

  it('hands on those that are named, or of some kinds, and nothing for what is not there', async () => {
    const some = async (query: string): Promise<Part[]> =>
      (await server.ask({ method: 'GET', url: `/api/parts?${query}` })).body.parts;
    const [one, two] = file.parts as [Part, Part];
    const named = await some(`ids=${one.id},nobody,${two.id}`);
    expect(named.map((p) => p.id).sort()).toEqual([one.id, two.id].sort());
    const cages = await some('kinds=cage,charger');
    const wanted = file.parts.filter((p) => p.kind === 'cage' || p.kind === 'charger');
    expect(cages.map((p) => p.id).sort()).toEqual(wanted.map((p) => p.id).sort());
    expect(await some(`kinds=cage&ids=${wanted[0]!.id}`)).toHaveLength(1);
    expect([await some('ids='), await some("ids=' OR 1")]).toEqual([[], []]);
  });

  it('hands on many parts in their order, piece by piece', async () => {
    const many = Array.from({ length: 1100 }, (_, i) => ({
      revision: 0,
      part: block(`many-${i}`, { name: `Many ${String(i).padStart(4, '0')}` }),
    }));
    expect((await store(...many)).status).toBe(200);
    const { body } = await server.ask({ method: 'GET', url: '/api/parts' });
    const names = (body.parts as Part[]).filter((p) => p.id.startsWith('many-')).map((p) => p.name);
    expect(names).toEqual(many.map(({ part }) => part.name));
    expect((await facts()).length).toBe(body.parts.length);
    await server.database.query("DELETE FROM parts WHERE id LIKE 'many-%'");
  });

  it('is sent once to who keeps it, and again when anything of it is otherwise', async () => {
    for (const url of ['/api/parts', '/api/parts/facts']) {
      const first = await server.ask({ method: 'GET', url });
      const again = (tag: unknown) =>
        server.ask({ method: 'GET', url, headers: { 'if-none-match': String(tag) } });
      const known = await again(first.headers.etag);
      expect([known.status, known.body]).toEqual([304, undefined]);
      const part = block(`tagged-${url.length}`, { massG: 5 });
      await store({ revision: 0, part });
      const other = await again(first.headers.etag);
      expect(other.status).toBe(200);
      expect(JSON.stringify(other.body)).toContain(part.id);
      // Other contents under the same revision, as after a backup that was put in.
      await server.database.query(
        "UPDATE parts SET doc = JSON_SET(doc, '$.massG', 6) WHERE id = ?",
        [part.id],
      );
      expect((await again(other.headers.etag)).status).toBe(200);
      await server.ask({ method: 'DELETE', url: `/api/parts/${part.id}` });
    }
  });

  it('says in which rigs and setups a part is used', async () => {
    const { rig } = file;
    const { body } = await read(rig.kit[0]!.partId);
    expect(body.uses).toEqual([
      { rigId: rig.id, rigName: rig.name, setups: rig.setups.map((s) => s.name), owned: true },
    ]);
    expect((await read('ghost')).status).toBe(404);
  });
});

describe('storing parts', () => {
  it('takes new ones and changes, counting revisions', async () => {
    expect(await store({ revision: 0, part: block('mine') })).toMatchObject({
      status: 200,
      body: { stored: [{ id: 'mine', revision: 1 }] },
    });
    const { body } = await store({ revision: 1, part: block('mine', { massG: 12 }) });
    expect(body.stored).toEqual([{ id: 'mine', revision: 2 }]);
    expect((await read('mine')).body).toMatchObject({ revision: 2, part: { massG: 12 }, uses: [] });
    expect((await facts()).find((p) => p.facts.id === 'mine')?.facts.massG).toBe(12);
  });

  it('is all or none: one stale, malformed or doubled part keeps all out', async () => {
    await store({ revision: 0, part: block('held') });
    const tries = [
      await store({ revision: 0, part: block('fresh-1') }, { revision: 0, part: block('held') }),
      await store({ revision: 0, part: block('fresh-1') }, { revision: 7, part: block('gone') }),
      await store({ revision: 0, part: block('fresh-1') }, { revision: 0, part: block('fresh-1') }),
      await store(
        { revision: 0, part: block('fresh-1') },
        { revision: 0, part: { ...block('bad'), massG: -1 } },
      ),
    ];
    expect(tries.map((t) => t.status)).toEqual([409, 409, 422, 400]);
    expect(tries[3]!.body.issues[0].path).toBe('parts[1].part.massG');
    expect((await read('fresh-1')).status).toBe(404);
  });

  it('of two changes from one revision exactly one gets through', async () => {
    await store({ revision: 0, part: block('race') });
    const answers = await Promise.all(
      [1, 2, 3].map((massG) => store({ revision: 1, part: block('race', { massG }) })),
    );
    expect(answers.map((a) => a.status).sort()).toEqual([200, 409, 409]);
    expect((await read('race')).body.revision).toBe(2);
  });

  it('computes the shelf anew for the rigs that draw on the part', async () => {
    const carried = async () => {
      await server.settle();
      const { body } = await server.ask({ method: 'GET', url: '/api/rigs' });
      return body.rigs[0].figures.carried as string;
    };
    const before = await carried();
    const { body } = await read(file.rig.kit[0]!.partId);
    const heavier = { ...body.part, massG: body.part.massG + 500 };
    const { status } = await store({ revision: body.revision, part: heavier });
    expect(status).toBe(200);
    expect(await carried()).not.toBe(before);
  });

  it('refuses to take a mount away that a rig uses, naming the rig', async () => {
    const joint = file.rig.setups[0]!.joints[0]!;
    const item = file.rig.kit.find((i) => i.id === joint.parent.item)!;
    const { body } = await read(item.partId);
    const part = body.part as Part;
    const less = { ...part, mounts: part.mounts.filter((m) => m.id !== joint.parent.mount) };
    const answer = await store({ revision: body.revision, part: less });
    expect(answer.status).toBe(422);
    expect(answer.body.detail).toContain(file.rig.name);
    expect((await read(item.partId)).body.part).toEqual(part);
  });
});

describe('taking a part out', () => {
  it('is done for one that nobody uses, and refused for one in the kit', async () => {
    await store({ revision: 0, part: block('loose') });
    const drop = (id: string) => server.ask({ method: 'DELETE', url: `/api/parts/${id}` });
    expect((await drop('loose')).status).toBe(204);
    expect((await drop('loose')).status).toBe(404);
    expect(await drop(file.rig.kit[0]!.partId)).toMatchObject({
      status: 409,
      body: { type: '/problems/in-use' },
    });
  });
});

describe('the migration that gave parts their facts', () => {
  it('fills them for parts that were there before', async () => {
    const { url, drop } = await createTestDatabase();
    const old = await new DataSource({
      type: 'mariadb',
      url,
      migrations: [Init1795000000000],
      migrationsTableName: 'zucchini_migrations',
    }).initialize();
    await old.runMigrations();
    const part = block('elder', { massG: 5 });
    await old.query(
      'INSERT INTO parts (id, kind, name, format_version, doc) VALUES (?, ?, ?, 1, ?)',
      [part.id, part.kind, part.name, JSON.stringify(part)],
    );
    await old.destroy();
    const now = await openDatabase(url);
    const [row] = (await now.query('SELECT revision, CAST(facts AS CHAR) AS facts FROM parts')) as {
      revision: number;
      facts: string;
    }[];
    expect(row!.revision).toBe(1);
    expect(JSON.parse(row!.facts)).toMatchObject({ id: 'elder', massG: 5, sizeMm: [40, 20, 10] });
    await now.destroy();
    await drop();
  });
});
