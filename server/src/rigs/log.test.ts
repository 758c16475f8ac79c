import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type {
  ElsewhereReply,
  LogEntry,
  LogReply,
  RigFile,
  RigRecord,
  RigStamp,
} from '@zucchini/core';
import { readMark2 } from '../testing/demo.js';
import { createTestApp, type TestApp } from '../testing/app.js';

const file = readMark2();
const id = file.rig.id;
const now = new Date('2026-03-01T12:00:00.000Z');
let server: TestApp;
beforeAll(async () => {
  server = await createTestApp({ parts: file.parts, rigs: [file] }, { now: () => now });
}, 60_000);
afterAll(() => server.close());

const add = (entries: readonly unknown[], rigId = id) =>
  server.ask({ method: 'POST', url: `/api/rigs/${rigId}/log`, payload: { entries } });
const read = async () =>
  ((await server.ask({ method: 'GET', url: `/api/rigs/${id}/log` })).body as LogReply).log;
const tick = (entryId: string, at: string, yes: boolean): LogEntry => ({
  ...{ id: entryId, at: `2026-03-01T${at}:00.000Z`, kind: 'packed', setup: 'low' },
  subject: 'item halyard',
  yes,
});

describe('the log of a rig', () => {
  it('takes entries, keeps them once, and leaves the revision of the rig alone', async () => {
    const stamp = async () =>
      (await server.ask({ method: 'GET', url: `/api/rigs/${id}/stamp` })).body as RigStamp;
    const before = await stamp();
    const note: LogEntry = { id: 'n1', at: '2026-03-01T08:00:00.000Z', kind: 'note', text: 'wind' };
    const timed: LogEntry = {
      ...{ id: 't1', at: '2026-03-01T08:01:00.000Z', kind: 'timed', durationS: 12.5 },
      did: { step: 'put-on', mount: 'cold-shoe', tool: 'coin', picked: true },
    };
    expect((await add([note, timed])).status).toBe(200);
    expect((await add([note])).body.log).toHaveLength(2);
    expect(await read()).toEqual([note, timed]);
    expect(await stamp()).toEqual(before);
    const exported = await server.ask({ method: 'GET', url: `/api/rigs/${id}/file` });
    expect((exported.body as RigFile).log).toEqual([note, timed]);
  });

  it('keeps the later of two ticks, tells which was overruled, and holds clocks that run ahead', async () => {
    await add([tick('a', '10:00', false)]);
    const late = await add([tick('b', '09:00', true)]);
    expect(late.body.overruled).toEqual([tick('b', '09:00', true)]);
    expect((await read()).filter((e) => e.kind === 'packed')).toEqual([tick('a', '10:00', false)]);
    await add([tick('c', '23:00', true)]);
    expect((await read()).filter((e) => e.kind === 'packed')).toEqual([tick('c', '12:00', true)]);
  });

  it('of a device that delivers twice takes nothing twice, whatever its clock says', async () => {
    const ahead = tick('twice', '20:00', true);
    await add([ahead]);
    await add([{ ...tick('between', '12:00', false), at: '2026-03-01T12:00:00.000Z' }]);
    await add([ahead]);
    expect((await read()).filter((e) => e.kind === 'packed').map((e) => e.id)).toEqual(['between']);
    const sent = await server.ask({
      method: 'POST',
      url: `/api/rigs/${id}/log`,
      payload: { entries: [tick('slow', '05:59', true)], sentAt: '2026-03-01T06:00:00.000Z' },
    });
    // By the clock here it was ticked at 11:59, before the other.
    expect(sent.body.overruled).toMatchObject([{ id: 'slow', at: '2026-03-01T11:59:00.000Z' }]);
  });

  it('of two at once holds the entries of both', async () => {
    const notes = (of: string) =>
      Array.from({ length: 20 }, (_, i) => ({
        ...{ id: `${of}${i}`, at: '2026-03-01T11:00:00.000Z', kind: 'note', text: of },
      }));
    const replies = await Promise.all([add(notes('x')), add(notes('y'))]);
    expect(replies.map((r) => r.status)).toEqual([200, 200]);
    expect((await read()).filter((e) => e.text === 'x' || e.text === 'y')).toHaveLength(40);
  });

  it('refuses what is no entry with its place, and what is of no rig', async () => {
    const bad = await add([{ id: 'z', at: 'noon', kind: 'note' }]);
    expect(bad.status).toBe(400);
    expect(bad.body.issues[0].path).toBe('entries[0].at');
    expect((await add([])).status).toBe(400);
    expect((await add([tick('q', '10:00', true)], 'nobody')).status).toBe(404);
    expect((await server.ask({ method: 'GET', url: '/api/rigs/nobody/log' })).status).toBe(404);
  });
});

describe('what other rigs use of a rig', () => {
  it('is told with the day that they are planned for, and only where they name one', async () => {
    const open = async (rigId: string) =>
      (await server.ask({ method: 'GET', url: `/api/rigs/${rigId}` })).body as RigRecord;
    const elsewhere = async () =>
      (
        (await server.ask({ method: 'GET', url: `/api/rigs/${id}/elsewhere` }))
          .body as ElsewhereReply
      ).elsewhere;
    const other: RigFile = {
      ...file,
      rig: { ...file.rig, id: 'twin', name: 'Twin' },
      versions: [],
    };
    const brought = await server.ask({ method: 'POST', url: '/api/rigs/import', payload: other });
    expect(brought.status).toBe(201);
    expect(await elsewhere()).toEqual([]);
    const { rig, revision } = await open('twin');
    const dated = {
      ...rig,
      brief: { ...rig.brief, day: { ...rig.brief.day, date: '2026-03-01' } },
      // The camera alone stays in it.
      setups: [{ ...rig.setups[0]!, joints: [], cables: [], lenses: [] }],
      lenses: [],
    };
    const payload = { revision, rig: dated };
    expect((await server.ask({ method: 'PUT', url: '/api/rigs/twin', payload })).status).toBe(200);
    const found = await elsewhere();
    const camera = rig.setups[0]!.body;
    expect(found).toContainEqual({ itemId: camera, rigId: 'twin', rig: 'Twin', on: '2026-03-01' });
    // What lies in its kit and is on it in no setup is free.
    expect(found.map((e) => e.itemId)).not.toContain('halyard');
  });

  it('can be cleared entry by entry: what is delivered once more stays out', async () => {
    const [one, two] = ['c1', 'c2'].map((entryId) => ({
      ...{ id: entryId, at: '2026-03-01T08:00:00.000Z', kind: 'note', text: entryId },
    }));
    await add([one, two]);
    const clear = (ids: readonly string[], rigId = id) =>
      server.ask({ method: 'POST', url: `/api/rigs/${rigId}/log/clear`, payload: { ids } });
    const before = await read();
    const { status, body } = await clear(['c1', 'never']);
    expect(status).toBe(200);
    expect(body.log).toEqual(before.filter((e) => e.id !== 'c1'));
    await add([one, two]);
    expect(await read()).toEqual(body.log);
    // What was named and never was there can still come.
    await add([{ ...one, id: 'never' }]);
    expect((await read()).map((e) => e.id)).toContain('never');
    expect((await clear(['x'], 'nowhere')).status).toBe(404);
    expect((await clear([])).status).toBe(400);
  });
});
