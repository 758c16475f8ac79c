import { afterEach, beforeEach, describe, expect, it } from '@jest/globals';
import type { LogEntry } from '@zucchini/core';
import { effectScope, type EffectScope } from 'vue';
import { startFakeServer, startStorage, until } from '../testing/server';
import { useFieldLog } from './fieldLog';

let server: ReturnType<typeof startFakeServer>;
let scope: EffectScope;
let stored: LogEntry[];
const noon = new Date('2026-03-01T12:00:00.000Z');

beforeEach(() => {
  server = startFakeServer();
  startStorage();
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
});
