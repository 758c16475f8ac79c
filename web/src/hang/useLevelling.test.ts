import { afterAll, afterEach, beforeEach, describe, expect, it } from '@jest/globals';
import { createPinia, setActivePinia } from 'pinia';
import { effectScope, type EffectScope } from 'vue';
import { body, createTestRig, handle, joint } from '../../../core/src/testing/rigs';
import { useBench } from '../desk/benchStore';
import { startFakeServer, startStorage, until } from '../testing/server';
import { closeFakeWorkers, startFakeWorkers, type FakeWorkers } from '../testing/worker';
import type { LevelQuestion } from './level.worker';
import { useLevelling } from './useLevelling';

const { rig, parts } = createTestRig([body, handle], [joint('h', 'handle.base', 'body.rail')]);
let workers: FakeWorkers;
let asked: LevelQuestion[];
let answer: (question: LevelQuestion) => unknown;
let scope: EffectScope;

beforeEach(async () => {
  const server = startFakeServer();
  startStorage();
  setActivePinia(createPinia());
  server.answer('GET /api/rigs/rig', { revision: 1, rig, parts: [...parts.values()] });
  server.answer('GET /api/parts', { parts: [...parts.values()] });
  server.answer('GET /api/kit', { items: [] });
  server.answer('PUT /api/rigs/rig', { revision: 2, savedAt: 'x' });
  asked = [];
  answer = () => ({ state: 'level' });
  workers = startFakeWorkers({
    level: (question: LevelQuestion) => {
      asked.push(question);
      return Promise.resolve(answer(question)).then((levelling) => ({ levelling, parts: [] }));
    },
  });
  await useBench().open('rig');
  scope = effectScope();
});
afterAll(closeFakeWorkers);
afterEach(() => {
  scope.stop();
  useBench().close();
});
const start = () => scope.run(() => useLevelling())!;

describe('levelling', () => {
  it('is asked of a worker with the rig, and parts go over once', async () => {
    const levelling = start();
    expect([levelling.state.value, workers.started]).toEqual(['idle', 0]);
    void levelling.start(1, ['slide']);
    expect(levelling.state.value).toBe('working');
    await until(() => levelling.state.value === 'done');
    expect(levelling.found.value).toEqual({ state: 'level' });
    expect(asked[0]).toMatchObject({ setupId: 'low', limitDeg: 1, kinds: ['slide'] });
    expect(asked[0]!.newParts).toHaveLength(2);
    await levelling.start(2, ['slide']);
    expect(asked[1]).toMatchObject({ limitDeg: 2, newParts: [] });
    expect(workers.started).toBe(1);
  });

  it('is asked again when the rig changes, once it has been asked', async () => {
    const levelling = start();
    useBench().apply({ type: 'rename', name: 'B' });
    await new Promise((resolve) => setTimeout(resolve, 20));
    expect(asked).toHaveLength(0);
    await levelling.start(3, ['hand']);
    useBench().apply({ type: 'slide', setupId: 'low', jointId: 'h', slideMm: 7 });
    await until(() => asked.length === 2);
    expect(asked[1]).toMatchObject({ limitDeg: 3, kinds: ['hand'] });
    expect(asked[1]!.rig.setups[0]!.joints[0]!.slideMm).toBe(7);
  });

  it('drops a late answer: the newest question counts', async () => {
    const levelling = start();
    answer = async ({ limitDeg }) => {
      await new Promise((resolve) => setTimeout(resolve, limitDeg === 1 ? 60 : 1));
      return { state: `of ${limitDeg}` };
    };
    const [first, second] = [levelling.start(1, []), levelling.start(2, [])];
    await Promise.all([first, second]);
    expect(levelling.found.value).toEqual({ state: 'of 2' });
  });

  it('says what went wrong, and forgets what it had found', async () => {
    const levelling = start();
    await levelling.start(1, []);
    answer = () => {
      throw new Error('no level to be had');
    };
    await levelling.start(1, []);
    expect([levelling.state.value, levelling.trouble.value, levelling.found.value]).toEqual([
      'failed',
      'no level to be had',
      undefined,
    ]);
    answer = () => ({ state: 'level' });
    await levelling.start(1, []);
    expect([levelling.state.value, levelling.trouble.value]).toEqual(['done', '']);
  });

  it('is stopped by ending the worker; the next question starts another and sends the parts anew', async () => {
    const levelling = start();
    answer = () => new Promise(() => undefined);
    void levelling.start(1, []);
    await until(() => asked.length === 1);
    levelling.stop();
    expect([levelling.state.value, workers.ended]).toEqual(['idle', 1]);
    answer = () => ({ state: 'level' });
    await levelling.start(1, []);
    expect([workers.started, asked[1]!.newParts.length]).toEqual([2, 2]);
  });

  it('ends its worker with its scope', async () => {
    const levelling = start();
    await levelling.start(1, []);
    scope.stop();
    expect(workers.ended).toBe(1);
  });
});
