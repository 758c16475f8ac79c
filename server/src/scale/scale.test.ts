import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { createStandInScale } from '@zucchini/core';
import { createTestApp, type TestApp } from '../testing/app.js';

let test: TestApp;
let nowMs = Date.UTC(2026, 10, 25);
beforeAll(async () => {
  const scale = createStandInScale({ random: () => 0.5, noiseG: 0, driftGPerMin: 6 });
  test = await createTestApp({ parts: [], rigs: [] }, { now: () => new Date(nowMs), scale });
});
afterAll(() => test.close());

const read = async () => (await test.ask({ method: 'GET', url: '/api/scale' })).body;
const post = (url: string, payload?: object) =>
  test.ask({ method: 'POST', url, ...(payload ? { payload } : {}) });

describe('the scale', () => {
  it('is read, loaded, drifts with time and is set to zero', async () => {
    expect(await read()).toEqual({ standIn: true, reading: { atS: 0, g: 0 } });
    expect((await post('/api/scale/load', { g: 1200 })).status).toBe(204);
    nowMs += 30_000;
    expect((await read()).reading).toEqual({ atS: 30, g: 1203 });
    expect((await post('/api/scale/tare')).status).toBe(204);
    expect((await read()).reading.g).toBe(0);
  });

  it('refuses a load that cannot be, naming it', async () => {
    const reply = await post('/api/scale/load', { g: -5 });
    expect(reply.status).toBe(400);
    expect(reply.body.issues[0].path).toContain('g');
  });

  it('gives its readings as a stream', async () => {
    const address = await test.app.listen({ host: '127.0.0.1', port: 0 });
    const reply = await fetch(`${address}/api/scale/readings`);
    expect(reply.headers.get('content-type')).toBe('text/event-stream');
    const reader = reply.body!.getReader();
    const { value } = await reader.read();
    const text = new TextDecoder().decode(value);
    expect(JSON.parse(text.replace(/^data: /, ''))).toEqual({ atS: 30, g: 0 });
    await reader.cancel();
  });
});
