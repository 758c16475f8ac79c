import { afterAll, afterEach, beforeEach, describe, expect, it } from '@jest/globals';
import { createPinia, setActivePinia } from 'pinia';
import { effectScope, type EffectScope } from 'vue';
import { body, createTestRig, handle, joint } from '../../../core/src/testing/rigs';
import { useBench } from '../desk/benchStore';
import { startFakeServer, startStorage, until } from '../testing/server';
import { closeFakeWorkers, startFakeWorkers, type FakeWorkers } from '../testing/worker';
import type { RigQuestion } from '../desk/useAsking';
import type { PoweringAnswer } from './powering.worker';
import { usePowering } from './usePowering';

const { rig, parts } = createTestRig([body, handle], [joint('h', 'handle.base', 'body.rail')]);
let workers: FakeWorkers;
let asked: { question: RigQuestion; say: (answer: PoweringAnswer) => Promise<void> }[];
let scope: EffectScope;
let finish: (() => void)[];

const way = (name: string, done: number, total = 2): PoweringAnswer => ({
  told: { way: 'belt', name, notOpen: 'no', offered: undefined },
  done,
  total,
  parts: [],
});

beforeEach(async () => {
  const server = startFakeServer();
  startStorage();
  setActivePinia(createPinia());
  server.answer('GET /api/rigs/rig', { revision: 1, rig, parts: [...parts.values()] });
  server.answer('GET /api/kit', { items: [] });
  server.answer('PUT /api/rigs/rig', { revision: 2, savedAt: 'x' });
  asked = [];
  finish = [];
  workers = startFakeWorkers({
    propose: (question: RigQuestion, say: (answer: PoweringAnswer) => Promise<void>) =>
      new Promise<void>((resolve) => {
        asked.push({ question, say });
        finish.push(resolve);
      }),
  });
  await useBench().open('rig');
  scope = effectScope();
});
afterAll(closeFakeWorkers);
afterEach(() => {
  for (const end of finish) end();
  scope.stop();
  useBench().close();
});
const make = () => scope.run(() => usePowering())!;

describe('ways of powering', () => {
  it('are told as they come, and done with the last one', async () => {
    const ways = make();
    expect([ways.state.value, workers.started]).toEqual(['idle', 0]);
    void ways.start();
    await until(() => asked.length === 1);
    expect(asked[0]!.question).toMatchObject({ setupId: 'low', rig: { id: 'rig' } });
    void asked[0]!.say(way('one', 1));
    await until(() => ways.found.value.length === 1);
    expect([ways.state.value, ways.total.value]).toEqual(['working', 2]);
    void asked[0]!.say(way('other', 2));
    await until(() => ways.state.value === 'done');
    expect(ways.found.value.map((w) => w.name)).toEqual(['one', 'other']);
  });

  it('are looked for again when the rig changes, once they have been; what is late is dropped', async () => {
    const ways = make();
    useBench().apply({ type: 'rename', name: 'B' });
    await new Promise((resolve) => setTimeout(resolve, 20));
    expect(asked).toHaveLength(0);
    void ways.start();
    await until(() => asked.length === 1);
    useBench().apply({ type: 'slide', setupId: 'low', jointId: 'h', slideMm: 7 });
    await until(() => asked.length === 2);
    void asked[0]!.say(way('late', 1));
    void asked[1]!.say(way('now', 1));
    await until(() => ways.found.value.length === 1);
    expect(ways.found.value[0]!.name).toBe('now');
  });

  it('are stopped by ending the worker, and what was found stays', async () => {
    const ways = make();
    void ways.start();
    await until(() => asked.length === 1);
    void asked[0]!.say(way('one', 1));
    await until(() => ways.found.value.length === 1);
    ways.stop();
    expect([ways.state.value, workers.ended, ways.found.value.length]).toEqual(['stopped', 1, 1]);
  });
});
