import { afterEach, beforeEach, describe, expect, it } from '@jest/globals';
import type { LogEntry } from '@zucchini/core';
import { effectScope, type EffectScope } from 'vue';
import { startFakeServer, startStorage, until } from '../testing/server';
import { useFieldLog } from './fieldLog';

let server: ReturnType<typeof startFakeServer>;
let scope: EffectScope;
let stored: LogEntry[];
const noon = new Date('2026-03-01T12:00:00.000Z');

let browser: Map<string, string>;

beforeEach(() => {
  server = startFakeServer();
  browser = startStorage();
  stored = [];
  scope = effectScope();
});
afterEach(() => scope.stop());

/** The server as it is: what is sent is stored, and read back. */
function answer(overruled: LogEntry[] = []): void {
  server.answer('GET /api/rigs/r/log', { log: stored, overruled: [] });
  server.answer('POST /api/rigs/r/log', (body: unknown) => {
    stored = [...stored, ...(body as { entries: LogEntry[] }).entries];
    return { log: stored, overruled };
  });
}
const note = (text: string): Omit<LogEntry, 'id' | 'at'> => ({ kind: 'note', text });
const open = () =>
  scope.run(() =>
    useFieldLog(
      () => 'r',
      () => noon,
    ),
  )!;

describe('the log on location', () => {
  it('counts at once and is handed over', async () => {
    answer();
    const log = open();
    await log.read();
    log.add({ kind: 'note', text: 'wind' });
    expect(log.entries.value).toMatchObject([
      { kind: 'note', text: 'wind', at: noon.toISOString() },
    ]);
    await until(() => log.waiting.value.length === 0);
    expect(stored).toHaveLength(1);
    expect(log.entries.value).toHaveLength(1);
  });

  it('entries can be deleted, those that are stored and those that wait; where that fails they stay', async () => {
    answer();
    const log = open();
    await log.read();
    log.add(note('one'));
    await until(() => stored.length === 1);
    await until(() => log.waiting.value.length === 0);
    await expect(log.remove(log.entries.value)).rejects.toThrow();
    expect(log.entries.value).toHaveLength(1);
    server.answer('POST /api/rigs/r/log/clear', (body: unknown) => {
      const { ids } = body as { ids: string[] };
      stored = stored.filter((e) => !ids.includes(e.id));
      return { log: stored, overruled: [] };
    });
    await log.remove(log.entries.value);
    expect([stored, log.entries.value]).toEqual([[], []]);
    server.away(true);
    log.add(note('two'));
    await until(() => log.trouble.value !== '');
    // It waits here alone: nobody else is asked.
    await log.remove(log.entries.value);
    expect(log.entries.value).toEqual([]);
    expect([...browser.values()].filter((text) => text.includes('two'))).toEqual([]);
  });

  it('waits in the browser while the server is away, also over a new opening, and is handed over once', async () => {
    answer();
    server.away(true);
    const log = open();
    await log.read();
    log.add({ kind: 'packed', setup: 'low', subject: 'item cage', yes: true });
    await until(() => log.trouble.value !== '');
    expect(log.waiting.value).toHaveLength(1);
    scope.stop();

    scope = effectScope();
    server.away(false);
    const again = open();
    await again.read();
    expect(again.waiting.value).toEqual([]);
    expect(stored.map((e) => e.subject)).toEqual(['item cage']);
    await again.handOver();
    expect(stored).toHaveLength(1);
  });

  it('tells what was overruled', async () => {
    const late: LogEntry = {
      id: 'x',
      at: noon.toISOString(),
      kind: 'packed',
      subject: 'item cage',
      yes: true,
    };
    answer([late]);
    const log = open();
    await log.read();
    log.add({ kind: 'packed', setup: 'low', subject: 'item cage', yes: true });
    await until(() => log.overruled.value.length === 1);
    expect(log.overruled.value).toEqual([late]);
  });

  it('says so where nothing can be stored any more, keeps it here, and tries no further', async () => {
    answer();
    server.answer('POST /api/rigs/r/log', { detail: 'There is no rig “r”.' }, 404);
    const log = open();
    await log.read();
    log.add({ kind: 'note', text: 'kept' });
    await until(() => log.refused.value !== '');
    expect(log.refused.value).toContain('There is no rig');
    expect(log.entries.value).toHaveLength(1);
    const asked = server.asked.length;
    await log.handOver();
    expect(server.asked.length).toBe(asked);
  });

  it('of two tabs loses nothing of either: each entry has a place of its own', async () => {
    answer();
    server.away(true);
    const [one, other] = [open(), open()];
    await one.read();
    await other.read();
    one.add(note('of the one'));
    other.add(note('of the other'));
    one.add(note('of the one again'));
    scope.stop();

    scope = effectScope();
    server.away(false);
    await open().read();
    expect(stored.map((e) => e.text).sort()).toEqual([
      'of the one',
      'of the one again',
      'of the other',
    ]);
    expect(browser.size).toBe(0);
  });

  it('where the browser has no room holds the entry on the page, says so, and hands it over', async () => {
    answer();
    server.away(true);
    const full = () => {
      throw new DOMException('full', 'QuotaExceededError');
    };
    globalThis.localStorage.setItem = full;
    const log = open();
    await log.read();
    log.add(note('no room'));
    await until(() => log.trouble.value !== '');
    expect([log.unkept.value.length, log.waiting.value.length]).toEqual([1, 1]);
    server.away(false);
    await until(() => {
      void log.handOver();
      return log.waiting.value.length === 0;
    });
    expect(stored.map((e) => e.text)).toEqual(['no room']);
    expect([log.unkept.value.length, log.waiting.value.length]).toEqual([0, 0]);
  });

  it('takes over what an earlier edition kept as a list, and leaves alone what is no entry', async () => {
    answer();
    const old = { id: 'old', at: noon.toISOString(), kind: 'note', text: 'of before' };
    browser.set('zucchini.field.r', JSON.stringify([old, { id: 'odd', kind: 'no kind' }]));
    browser.set('zucchini.field.r.hostile', '{"id":"hostile","at":"noon","kind":"note"}');
    browser.set('zucchini.field.r.torn', '{"id":"to');
    browser.set('zucchini.field.rig-2.other', JSON.stringify({ ...old, id: 'other' }));
    const log = open();
    await log.read();
    expect(stored.map((e) => e.id)).toEqual(['old']);
    expect(JSON.parse(browser.get('zucchini.field.r')!)).toEqual([{ id: 'odd', kind: 'no kind' }]);
    expect([...browser.keys()].sort()).toEqual([
      'zucchini.field.r',
      'zucchini.field.r.hostile',
      'zucchini.field.r.torn',
      'zucchini.field.rig-2.other',
    ]);
  });
});
