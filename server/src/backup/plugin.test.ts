import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { gunzipSync, gzipSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { BackupLook, Restored, RigSummary } from '@zucchini/core';
import { createTestApp, type TestApp } from '../testing/app.js';
import { readMark2 } from '../testing/demo.js';

const file = readMark2();
const name = file.rig.name;
// Threads run what is built: `npx tsc -b server` first, as `./test` does.
const entry = new URL('../../dist/thread.js', import.meta.url);
const ways = [
  ['on its own thread', {}],
  ['in a thread', { threads: { entry } }],
] as const;

describe.each(ways)('backups over the page, %s', (_, threads) => {
  const backups = mkdtempSync(join(tmpdir(), 'zucchini backups '));
  let server: TestApp;
  beforeAll(async () => {
    server = await createTestApp({ parts: file.parts, rigs: [file] }, { backups, ...threads });
  }, 60_000);
  afterAll(async () => {
    await server.close();
    rmSync(backups, { recursive: true });
  });

  /** What is stored, as one file. */
  async function take(): Promise<Buffer> {
    const reply = await server.app.inject({
      method: 'GET',
      url: '/api/backup',
      headers: { host: '127.0.0.1:4710' },
    });
    expect([reply.statusCode, reply.headers['content-type']]).toEqual([200, 'application/gzip']);
    expect(reply.headers['content-disposition']).toMatch(/zucchini-\d{4}-\d\d-\d\d\.backup\.gz/);
    return reply.rawPayload;
  }
  const send = (url: string, payload?: Buffer) =>
    server.ask({
      method: 'POST',
      url,
      ...(payload ? { payload, headers: { 'content-type': 'application/gzip' } } : {}),
    });
  /** Files that came or went and are still there; those that went are gone a moment later. */
  async function listLeft(): Promise<string[]> {
    const left = () => readdirSync(backups).filter((n) => n.startsWith('incoming'));
    for (let n = 0; n < 40 && left().length > 0; n += 1) await sleep(25);
    return left();
  }
  const names = async () =>
    (await server.ask({ method: 'GET', url: '/api/rigs' })).body.rigs.map(
      (r: RigSummary) => r.name,
    );

  it('one file down and up: what it brings and replaces is said first, and what it replaced comes back', async () => {
    const whole = await take();
    await server.ask({ method: 'DELETE', url: `/api/rigs/${file.rig.id}` });
    const { status, body } = await send('/api/backup/look', whole);
    const look = body as BackupLook;
    expect(status).toBe(200);
    expect(look).toMatchObject({ replaces: { rigs: [] }, faults: [] });
    expect(look.brings.rigs.map((r) => r.name)).toEqual([name]);
    expect(await names()).toEqual([]);
    const put = await send(`/api/backup/restore?mark=${look.mark}`, whole);
    expect(put.status).toBe(200);
    const restored = put.body as Restored;
    expect(restored.brought.rigs.map((r) => r.name)).toEqual([name]);
    expect(await names()).toEqual([name]);
    // Its figures are computed by whoever keeps the shelf.
    await server.settle();
    const shelf = await server.ask({ method: 'GET', url: '/api/rigs' });
    expect((shelf.body.rigs as RigSummary[])[0]!.figures).not.toBeNull();

    const kept = await server.ask({ method: 'GET', url: '/api/backups' });
    expect(kept.body.backups.map((b: { name: string }) => b.name)).toEqual([restored.kept]);
    const back = await send(`/api/backup/look?kept=${restored.kept}`);
    expect(back.body).toMatchObject({ brings: { rigs: [] } });
    await send(`/api/backup/restore?kept=${restored.kept}&mark=${back.body.mark}`);
    expect(await names()).toEqual([]);
    // Nothing of what was sent is left lying about.
    expect(await listLeft()).toEqual([]);
  }, 60_000);

  it('what was stored since it was looked at is not replaced unseen', async () => {
    await server.ask({ method: 'POST', url: '/api/rigs/import', payload: file });
    const whole = await take();
    const { body } = await send('/api/backup/look', whole);
    const added = await server.ask({
      method: 'POST',
      url: `/api/rigs/${file.rig.id}/log`,
      payload: { entries: [{ id: 'n1', at: '2026-12-01T10:00:00Z', kind: 'note', text: 'since' }] },
    });
    expect(added.status).toBe(200);
    const put = await send(`/api/backup/restore?mark=${body.mark}`, whole);
    expect(put.status).toBe(409);
    const log = await server.ask({ method: 'GET', url: `/api/rigs/${file.rig.id}/log` });
    expect(log.body.log).toHaveLength(1);
  }, 60_000);

  it('what is no backup is refused in words, and nothing is touched', async () => {
    const before = await names();
    const whole = await take();
    const lines = gunzipSync(whole).toString('utf8').trimEnd().split('\n');
    const bad = lines.map((line) => line.replace(/"doc":"\{/u, '"doc":"{{'));
    const cases: [Buffer, number, RegExp][] = [
      [Buffer.from('hello'), 422, /cut off or damaged, or no backup/],
      [gzipSync('{"format":"other"}'), 422, /not a backup/],
      [whole.subarray(0, whole.length - 40), 422, /cut off or damaged/],
      [gzipSync(bad.join('\n')), 422, /damaged/],
    ];
    for (const [payload, status, says] of cases) {
      const reply = await send('/api/backup/look', payload);
      expect([reply.status, reply.body.detail]).toEqual([status, expect.stringMatching(says)]);
    }
    const odd: [string, number][] = [
      ['/api/backup/look', 400],
      ['/api/backup/look?kept=before-1.backup.gz', 404],
      ['/api/backup/look?kept=..%2F..%2Fx.backup.gz', 400],
      ['/api/backup/restore', 400],
    ];
    for (const [url, status] of odd) expect([url, (await send(url)).status]).toEqual([url, status]);
    expect(await names()).toEqual(before);
    expect(await listLeft()).toEqual([]);
  }, 60_000);
});
