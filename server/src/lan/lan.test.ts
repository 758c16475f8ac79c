import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { FastifyInstance, InjectOptions } from 'fastify';
import type { LogEntry } from '@zucchini/core';
import { readMark2 } from '../testing/demo.js';
import { createTestApp, type TestApp } from '../testing/app.js';
import { buildLanApp } from './app.js';
import {
  createDoor,
  freeWrong,
  mostNoted,
  mostWrongInAll,
  openForMs,
  sayCode,
  type Door,
} from './door.js';
import { listAddresses } from './index.js';

const file = readMark2();
const { id } = file.rig;
const host = '192.168.1.5:4719';
let machine: TestApp;
let time: Date;
let app: FastifyInstance;
let door: Door;
let told: string[];
const siteRoot = mkdtempSync(join(tmpdir(), 'zucchini-lan-'));
writeFileSync(join(siteRoot, 'index.html'), '<p>the pages</p>');

beforeAll(async () => {
  machine = await createTestApp({ parts: file.parts, rigs: [file] });
}, 60_000);
afterAll(() => machine.close());

async function open(): Promise<void> {
  time = new Date('2026-03-01T06:00:00.000Z');
  told = [];
  door = createDoor(
    () => time,
    (why) => told.push(why),
  );
  const { database } = machine;
  app = await buildLanApp({ database, siteRoot, door, hosts: () => [host], now: () => time });
}
const ask = async (options: InjectOptions, code: string | undefined = door.code) => {
  const reply = await app.inject({
    ...options,
    headers: {
      host,
      ...(code === undefined ? {} : { 'x-zucchini-code': code }),
      ...options.headers,
    },
  });
  return { status: reply.statusCode, text: reply.body };
};
const get = (url: string, code?: string) => ask({ method: 'GET', url }, code);
const without = (url: string) => app.inject({ method: 'GET', url, headers: { host } });
const note: LogEntry = { id: 'n', at: '2026-03-01T05:00:00.000Z', kind: 'note', text: 'wind' };

describe('the door to the local network', () => {
  beforeAll(open);
  afterAll(() => app.close());

  it('shows the pages to everybody, and rigs and logs to who knows the code', async () => {
    expect((await without('/lan')).body).toBe('<p>the pages</p>');
    expect((await without(`/api/rigs/${id}`)).statusCode).toBe(401);
    // However the address is written.
    for (const url of [`/%61pi/rigs/${id}`, `/api/%72igs`, `/x/../api/rigs`, `//api/rigs`]) {
      expect([url, (await without(url)).body]).not.toEqual([url, expect.stringContaining('"rig')]);
    }
    const head = await app.inject({ method: 'HEAD', url: '/api/rigs', headers: { host } });
    expect(head.statusCode).toBe(403);
    expect((await get('/api/rigs')).status).toBe(200);
    expect((await get(`/api/rigs/${id}`)).status).toBe(200);
    expect((await get(`/api/rigs/${id}/log`, sayCode(door.code).toLowerCase())).status).toBe(200);
  });

  it('takes what is noted, and nothing else', async () => {
    const payload = { entries: [note] };
    const headers = { origin: `http://${host}` };
    const post = (url: string) => ask({ method: 'POST', url, payload, headers });
    expect((await post(`/api/rigs/${id}/log`)).status).toBe(200);
    const shut: InjectOptions[] = [
      { method: 'PUT', url: `/api/rigs/${id}`, payload: {} },
      { method: 'DELETE', url: `/api/rigs/${id}` },
      { method: 'POST', url: '/api/rigs', payload: {} },
      { method: 'POST', url: '/api/rigs/import', payload: {} },
      { method: 'GET', url: `/api/rigs/${id}/file` },
      { method: 'GET', url: `/api/rigs/${id}/versions` },
      { method: 'GET', url: '/api/parts' },
      { method: 'GET', url: '/api/kit' },
      { method: 'GET', url: '/api/lan' },
      { method: 'GET', url: '/api' },
      { method: 'GET', url: '/API/rigs/../kit' },
      { method: 'POST', url: '/api/demo', payload: {} },
      { method: 'GET', url: `/api/rigs/${id}/log/../file` },
      { method: 'GET', url: `/api/rigs/..%2Fparts` },
    ];
    for (const one of shut) {
      const { status, text } = await ask(one);
      expect([one.url, [403, 404].includes(status) || text === '<p>the pages</p>']).toEqual([
        one.url,
        true,
      ]);
    }
  });

  it('is no door for other names, nor for pages of elsewhere', async () => {
    const other = await ask({ method: 'GET', url: '/lan', headers: { host: 'evil.example:4719' } });
    expect(other.status).toBe(403);
    const origin = { origin: 'http://evil.example' };
    const url = `/api/rigs/${id}/log`;
    const foreign = await ask({
      method: 'POST',
      url,
      payload: { entries: [note] },
      headers: origin,
    });
    expect(foreign.status).toBe(403);
  });
});

describe('the code of the door', () => {
  it('typed wrongly makes that device wait, longer each time, and no other', async () => {
    await open();
    const wrong = () => get('/api/rigs', 'WRONG');
    for (let i = 0; i <= freeWrong; i += 1) expect((await wrong()).status).toBe(401);
    // From now on it is not looked at, not even with the right one.
    expect((await wrong()).status).toBe(429);
    const waits = await get('/api/rigs');
    expect([waits.status, waits.text]).toEqual([429, expect.stringContaining('Try again in 1 s')]);
    const other = await app.inject({
      method: 'GET',
      url: '/api/rigs',
      remoteAddress: '192.168.1.77',
      headers: { host, 'x-zucchini-code': door.code },
    });
    expect(other.statusCode).toBe(200);
    time = new Date(time.getTime() + 1000);
    expect((await wrong()).status).toBe(401);
    expect((await get('/api/rigs')).text).toContain('Try again in 2 s');
    time = new Date(time.getTime() + 2000);
    // The right one makes up for all.
    expect((await get('/api/rigs')).status).toBe(200);
    for (let i = 0; i <= freeWrong; i += 1) expect((await wrong()).status).toBe(401);
    // Who asks without one has not guessed.
    expect((await without('/api/rigs')).statusCode).toBe(401);
    await app.close();
  });

  it('typed wrongly by many keeps out who was never in, until there is another code', () => {
    time = new Date('2026-03-01T06:00:00.000Z');
    const troubles: string[] = [];
    const one = createDoor(
      () => time,
      (why) => troubles.push(why),
    );
    const { code } = one;
    expect(one.meet(code, 'phone')).toEqual({ state: 'right' });
    for (let i = 0; i < mostWrongInAll; i += 1) one.meet('WRONG', `guest ${i}`);
    expect(troubles).toEqual(['wrong-codes']);
    expect(one.meet(code, 'late')).toEqual({ state: 'crowded' });
    expect(one.meet(code, 'phone')).toEqual({ state: 'right' });
    one.renew();
    expect(one.code).not.toBe(code);
    expect(one.meet(code, 'phone')).toEqual({ state: 'wrong' });
    expect(one.meet(one.code, 'late')).toEqual({ state: 'right' });
  });

  it('that is made anew opens a door whose time was over, and none that was ended', () => {
    time = new Date('2026-03-01T06:00:00.000Z');
    const one = createDoor(
      () => time,
      () => undefined,
    );
    time = one.closesAt;
    expect(one.meet(one.code, 'phone')).toEqual({ state: 'shut' });
    one.renew();
    expect(one.meet(one.code, 'phone')).toEqual({ state: 'right' });
    expect(one.closesAt.getTime()).toBe(time.getTime() + openForMs);
    one.end();
    one.renew();
    expect(one.meet(one.code, 'phone')).toEqual({ state: 'shut' });
  });

  it('is good for a day of work', async () => {
    await open();
    time = new Date(time.getTime() + openForMs - 1);
    expect((await get('/api/rigs')).status).toBe(200);
    time = new Date(time.getTime() + 1);
    expect((await get('/api/rigs')).status).toBe(403);
    expect(told).toEqual(['time']);
    await app.close();
  });

  it('is another each time, of letters that are not taken for one another', () => {
    const codes = Array.from(
      { length: 50 },
      () =>
        createDoor(
          () => new Date(),
          () => undefined,
        ).code,
    );
    expect(new Set(codes).size).toBe(50);
    for (const code of codes) expect(code).toMatch(/^[2-9A-HJKMNP-TV-Z]{8}$/);
  });
});

describe('addresses of this machine', () => {
  it('are those of its networks, home networks first', () => {
    const one = (address: string, internal = false, family = 'IPv4') =>
      [{ address, internal, family }] as never;
    expect(
      listAddresses({
        a: one('81.2.3.4'),
        b: one('10.0.0.7'),
        c: one('192.168.0.9'),
        lo: one('127.0.0.1', true),
        six: one('fe80::1', false, 'IPv6'),
      }),
    ).toEqual(['192.168.0.9', '10.0.0.7', '81.2.3.4']);
  });
});

describe('what phones may log', () => {
  beforeAll(open);
  afterAll(() => app.close());
  const send = (from: string, first: number, count: number) =>
    app.inject({
      method: 'POST',
      url: `/api/rigs/${id}/log`,
      headers: { host, 'x-zucchini-code': door.code },
      remoteAddress: from,
      payload: {
        entries: Array.from({ length: count }, (_, i) => ({
          ...note,
          id: `${from.replaceAll('.', '-')}-${first + i}`,
        })),
      },
    });

  it('is a share for each device, and never all of a log: its owner has room for his own', async () => {
    const own = (entryId: string) =>
      machine.ask({
        method: 'POST',
        url: `/api/rigs/${id}/log`,
        payload: { entries: [{ ...note, id: entryId }] },
      });
    const statuses: number[] = [];
    for (let n = 0; n < mostNoted + 500; n += 500) {
      statuses.push((await send('192.168.1.20', n, 500)).statusCode);
    }
    expect(statuses).toEqual([200, 200, 200, 429]);
    // What was refused counts for nothing, and the share of one is not that of another.
    expect((await send('192.168.1.21', 0, 1)).statusCode).toBe(200);
    let last = 200;
    for (let d = 30; d < 40 && last === 200; d += 1) {
      for (let n = 0; n < mostNoted && last === 200; n += 500) {
        last = (await send(`192.168.1.${d}`, n, 500)).statusCode;
      }
    }
    expect(last).toBe(422);
    expect((await own('mine')).status).toBe(200);
    // A new code gives each its share again.
    door.renew();
    expect((await send('192.168.1.20', 5000, 500)).statusCode).toBe(422);
    const { body } = await machine.ask({ method: 'GET', url: `/api/rigs/${id}/log` });
    const ids = (body.log as LogEntry[]).map((e) => e.id).filter((e) => e !== 'mine');
    await machine.ask({ method: 'POST', url: `/api/rigs/${id}/log/clear`, payload: { ids } });
    expect((await send('192.168.1.20', 6000, 1)).statusCode).toBe(200);
  }, 120_000);
});
