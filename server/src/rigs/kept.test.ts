import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import {
  findRigIssues,
  readRigFile,
  type Part,
  type ReadyVersion,
  type Rig,
  type RigFile,
  type RigRecord,
  type RigStamp,
  type RigSummary,
} from '@zucchini/core';
import { readMark2 } from '../testing/demo.js';
import { createTestApp, type TestApp } from '../testing/app.js';
import { bringPlated, plate } from '../testing/plated.js';

const file = readMark2();
const copy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

let server: TestApp;
beforeAll(async () => {
  server = await createTestApp({ parts: file.parts, rigs: [file] });
}, 60_000);
afterAll(() => server.close());

const ask = (method: 'GET' | 'PUT' | 'POST' | 'DELETE', url: string, payload?: object) =>
  server.ask({ method, url, ...(payload ? { payload } : {}) });
const open = async (id: string) => (await ask('GET', `/api/rigs/${id}`)).body as RigRecord;
const save = (rig: Rig, revision: number) => ask('PUT', `/api/rigs/${rig.id}`, { revision, rig });
const storePart = (part: Part, revision: number) =>
  ask('POST', '/api/parts', { parts: [{ revision, part }] });

const createPlated = (name: string, parts: readonly [Part, Part]) =>
  bringPlated(server.ask, name, parts);

async function keep(id: string, name: string): Promise<string> {
  const { body, status } = await ask('POST', `/api/rigs/${id}/versions`, { name, reason: 'why' });
  expect(status).toBe(201);
  return (body as { id: string }).id;
}

/** The rig without its plates, saved. */
async function strip({ rig, revision }: RigRecord): Promise<number> {
  const bare = {
    ...rig,
    kit: rig.kit.slice(0, 1),
    setups: rig.setups.map((s) => ({ ...s, joints: [] })),
  };
  const saved = await save(bare, revision);
  expect(saved.status).toBe(200);
  return (saved.body as { revision: number }).revision;
}

describe('a kept version', () => {
  it('holds its parts: when one leaves the catalogue it is still looked at, exported and gone back to', async () => {
    const before = await createPlated('leaving', [plate('leaf-a'), plate('leaf-b')]);
    const { id } = before.rig;
    const version = await keep(id, 'With plates');
    const revision = await strip(before);
    expect((await ask('DELETE', '/api/parts/leaf-a')).status).toBe(204);

    const seen = (await ask('GET', `/api/rigs/${id}/versions/${version}`)).body as {
      rig: Rig;
      parts: Part[];
    };
    const book = new Map(seen.parts.map((p) => [p.id, p]));
    expect(findRigIssues(seen.rig, book, 'rig')).toEqual([]);
    expect(book.get('leaf-a')).toEqual(plate('leaf-a'));

    const exported = (await ask('GET', `/api/rigs/${id}/file`)).body as RigFile;
    expect(readRigFile(exported).state).toBe('read');

    const ready = (await ask('POST', `/api/rigs/${id}/versions/${version}/ready`, {}))
      .body as ReadyVersion;
    expect(ready.renamed).toEqual([]);
    expect((await save(ready.rig, revision)).status).toBe(200);
    expect((await ask('GET', '/api/parts/leaf-a')).status).toBe(200);
    expect((await open(id)).rig.setups[0]!.joints).toHaveLength(2);
  });

  it('does not keep a part from being changed; gone back to, the part as it was stands beside the changed one', async () => {
    const before = await createPlated('changing', [plate('turn-a'), plate('turn-b')]);
    const { id } = before.rig;
    const version = await keep(id, 'Two sockets');
    const revision = await strip(before);
    expect((await storePart(plate('turn-a', ['one']), 1)).status).toBe(200);

    const exported = (await ask('GET', `/api/rigs/${id}/file`)).body as RigFile;
    expect(readRigFile(exported).state).toBe('read');

    const ready = (await ask('POST', `/api/rigs/${id}/versions/${version}/ready`, {}))
      .body as ReadyVersion;
    expect(ready.renamed).toContainEqual(
      expect.objectContaining({ what: 'part', from: 'turn-a', to: 'turn-a-2' }),
    );
    expect((await save(ready.rig, revision)).status).toBe(200);
    const back = await open(id);
    expect(back.rig.kit.map((i) => i.partId)).toContain('turn-a-2');
    expect(findRigIssues(back.rig, new Map(back.parts.map((p) => [p.id, p])), 'rig')).toEqual([]);
  });

  it('whose individual is another part by now gets a new one; what was weighed since stays weighed', async () => {
    const before = await createPlated('taking', [plate('take-a'), plate('take-b')]);
    const { id } = before.rig;
    const version = await keep(id, 'Before');
    const revision = await strip(before);
    const other = await createPlated('taker', [plate('take-b'), plate('take-a')]);
    const taken = copy(other.rig);
    // Its id is that of the plate that the version knows as another part.
    taken.kit[1]!.id = 'taking-1';
    taken.setups[0]!.joints[0]!.child.item = 'taking-1';
    taken.setups[0]!.joints[1]!.parent.item = 'taking-1';
    expect((await save(taken, other.revision)).status).toBe(200);
    const weighed = await open(id);
    weighed.rig.kit[0]!.measuredMassG = 777;
    const next = (await save(weighed.rig, revision)).body as { revision: number };

    const ready = (await ask('POST', `/api/rigs/${id}/versions/${version}/ready`, {}))
      .body as ReadyVersion;
    expect(ready.renamed).toContainEqual(
      expect.objectContaining({ what: 'item', from: 'taking-1', to: 'taking-1-2' }),
    );
    expect(ready.rig.kit[0]!.measuredMassG).toBe(777);
    expect((await save(ready.rig, next.revision)).status).toBe(200);
  });
});

describe('a rig that is taken off and brought again', () => {
  it('never shares a revision with the one that is gone', async () => {
    const other = copy(file);
    other.rig.id = 'phoenix';
    await ask('POST', '/api/rigs/import', other);
    const before = await open('phoenix');
    const saved = await save({ ...before.rig, name: 'Grown' }, before.revision);
    expect((await ask('DELETE', '/api/rigs/phoenix')).status).toBe(204);
    await ask('POST', '/api/rigs/import', other);
    const after = await open('phoenix');
    expect(after.revision).toBeGreaterThan(saved.body.revision);
    // The window that still has the old one open.
    expect((await save(before.rig, saved.body.revision)).status).toBe(409);
    expect((await open('phoenix')).rig.name).toBe(before.rig.name);
  });
});

describe('individuals that rigs share', () => {
  const twin = async (id: string) => {
    const other = copy(file);
    other.rig.id = id;
    other.versions = [];
    expect((await ask('POST', '/api/rigs/import', other)).status).toBe(201);
  };

  it('weighed in one rig, they are weighed on the shelf of the other', async () => {
    await twin('weighed-twin');
    const shelf = async () => {
      await server.settle();
      const { rigs } = (await ask('GET', '/api/rigs')).body as { rigs: RigSummary[] };
      return rigs.find((r) => r.id === 'weighed-twin')!.figures!.carried;
    };
    const before = await shelf();
    const { rig, revision } = await open('mark-2');
    rig.kit.find((i) => i.id === 'petrel')!.measuredMassG = 1601;
    expect((await save(rig, revision)).status).toBe(200);
    expect(await shelf()).not.toBe(before);
  });

  it('keep a change out that another rig could not be put together with, naming that rig', async () => {
    await twin('bound-twin');
    const { rig, revision } = await open('mark-2');
    const next = copy(rig);
    const fresh = { id: 'only-here', partId: next.kit[1]!.partId, owned: false };
    next.kit.push(fresh);
    next.kit[2]!.comesWith = fresh.id;
    const refused = await save(next, revision);
    expect(refused.status).toBe(422);
    expect(refused.body.issues[0].path).toContain('rig “');
    expect((await open('mark-2')).revision).toBe(revision);
  });
});

describe('the stamp of a rig', () => {
  it('tells how far it and its parts have gone', async () => {
    const { rig } = await createPlated('stamped', [plate('stamp-a'), plate('stamp-b')]);
    const stamp = async () => (await ask('GET', `/api/rigs/${rig.id}/stamp`)).body as RigStamp;
    const before = await stamp();
    expect(before.parts.map((p) => p.id)).toEqual(['corvane-petrel', 'stamp-a', 'stamp-b']);
    await storePart({ ...plate('stamp-a'), massG: 60 }, 1);
    const after = await stamp();
    expect(after.parts.find((p) => p.id === 'stamp-a')!.revision).toBe(2);
    expect((await ask('GET', '/api/rigs/nobody/stamp')).status).toBe(404);
  });
});

describe('at the same moment', () => {
  it('a part that changes and a rig that is saved with it never make a rig that cannot be placed', async () => {
    let stored = 0;
    let changed = 0;
    for (let round = 0; round < 12; round += 1) {
      const name = `race-${round}`;
      const parts = [plate(`${name}-a`), plate(`${name}-b`)] as const;
      const { rig, revision } = await createPlated(name, parts);
      const bare = await strip({ rig, revision, parts: [], savedAt: '' });
      const [saved, part] = await Promise.all([
        save(rig, bare),
        storePart(plate(`${name}-a`, ['one']), 1),
      ]);
      stored += saved.status === 200 ? 1 : 0;
      changed += part.status === 200 ? 1 : 0;
      expect([200, 422]).toContain(saved.status);
      expect([200, 422]).toContain(part.status);
      const now = await open(rig.id);
      const book = new Map(now.parts.map((p) => [p.id, p]));
      expect(findRigIssues(now.rig, book, name)).toEqual([]);
    }
    expect(stored + changed).toBe(12);
  });

  it('eight times the same file makes eight rigs, and the demo twice makes it twice', async () => {
    const other = copy(file);
    other.rig.id = 'crowd';
    const answers = await Promise.all(
      Array.from({ length: 8 }, () => ask('POST', '/api/rigs/import', other)),
    );
    expect(answers.map((a) => a.status)).toEqual(Array(8).fill(201));
    expect(new Set(answers.map((a) => a.body.id)).size).toBe(8);
    const demos = await Promise.all([ask('POST', '/api/demo', {}), ask('POST', '/api/demo', {})]);
    expect(demos.map((a) => a.status)).toEqual([201, 201]);
    expect(new Set(demos.flatMap((a) => a.body.ids)).size).toBe(2);
  });

  it('two files whose individuals are called the same and are not come in both', async () => {
    const [one, two] = [copy(file), copy(file)];
    one.rig.id = 'same-one';
    two.rig.id = 'same-two';
    const fresh = (f: RigFile, item: number) =>
      f.rig.kit.push({ ...f.rig.kit[item]!, id: 'of-both', owned: false });
    fresh(one, 1);
    fresh(two, 2);
    delete one.rig.kit.at(-1)!.comesWith;
    delete two.rig.kit.at(-1)!.comesWith;
    const answers = await Promise.all([one, two].map((f) => ask('POST', '/api/rigs/import', f)));
    expect(answers.map((a) => a.status)).toEqual([201, 201]);
    const ids = await Promise.all(
      ['same-one', 'same-two'].map(async (id) => (await open(id)).rig.kit.at(-1)!.id),
    );
    expect(ids.sort()).toEqual(['of-both', 'of-both-2']);
  });
});

describe('what is called what', () => {
  it('ids are told apart by their bytes', async () => {
    const { rig, revision } = await open('mark-2');
    expect((await ask('PUT', '/api/rigs/MARK-2', { revision, rig })).status).toBe(422);
    const shouted = { ...rig, id: 'MARK-2' };
    expect((await ask('PUT', '/api/rigs/MARK-2', { revision, rig: shouted })).status).toBe(404);
    expect((await ask('DELETE', `/api/rigs/${encodeURIComponent('märk-2')}`)).status).toBe(404);
    expect((await ask('DELETE', `/api/rigs/${encodeURIComponent('mark-2 ')}`)).status).toBe(404);
    expect((await open('mark-2')).revision).toBe(revision);
  });

  it('two versions of one id in a file are refused by their place', async () => {
    const twice = copy(file);
    const kept = { name: 'A', reason: '', keptAt: '2026-01-01T00:00:00Z', rig: copy(file.rig) };
    twice.versions = [
      { id: 'v', ...kept },
      { id: 'v', ...kept },
    ];
    const { status, body } = await ask('POST', '/api/rigs/import', twice);
    expect(status).toBe(400);
    expect(body.issues[0].path).toBe('versions[1].id');
  });

  it('the log of a file is there when the rig is taken out again', async () => {
    const told = copy(file);
    told.rig.id = 'told';
    told.log = [{ id: 'l1', at: '2026-04-01T05:30:00Z', kind: 'note', text: 'Foot came loose' }];
    expect((await ask('POST', '/api/rigs/import', told)).status).toBe(201);
    expect((await ask('GET', '/api/rigs/told/file')).body.log).toEqual(told.log);
  });
});
