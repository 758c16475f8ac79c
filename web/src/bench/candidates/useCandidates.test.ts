import { afterAll, afterEach, beforeEach, describe, expect, it } from '@jest/globals';
import type { Ask } from '@zucchini/core';
import { createPinia, setActivePinia } from 'pinia';
import { effectScope, ref, type EffectScope } from 'vue';
import { body, createTestRig, cube, handle, joint } from '../../../../core/src/testing/rigs';
import { useBench } from '../../desk/benchStore';
import { startFakeServer, startStorage, until } from '../../testing/server';
import { closeFakeWorkers, startFakeWorkers, type FakeWorkers } from '../../testing/worker';
import type { CandidatesAnswer, CandidatesQuestion } from './messages';
import { useCandidates } from './useCandidates';

const { rig, parts } = createTestRig([body, handle], [joint('h', 'handle.base', 'body.rail')]);
const ask: Ask = { kind: 'mount', itemId: 'body', mountId: 'holes' };
const told = (id: string) => ({ candidate: { part: { id } } }) as never;
type Hear = (answer: CandidatesAnswer) => void;

// One link serves the whole bench, so its workers are counted over all tests.
let workers: FakeWorkers | undefined;
let asked: { question: CandidatesQuestion; hear: Hear }[];
let refuse: Error | undefined;
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
  refuse = undefined;
  workers ??= startFakeWorkers({
    ask: (question: CandidatesQuestion, hear: Hear) => {
      asked.push({ question, hear });
      if (refuse) throw refuse;
      return new Promise(() => undefined);
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

const words = ref('');
const start = () => {
  words.value = '';
  return scope.run(() =>
    useCandidates(
      () => ask,
      () => words.value,
    ),
  )!;
};

/** All that was asked is judged, and so many waited. */
async function finish(now: ReturnType<typeof start>, held: number): Promise<void> {
  await until(() => asked.length === 1);
  asked[0]!.hear({ found: [], done: 4, total: 4, held, parts: [] });
  await until(() => now.state.value === 'done');
}

describe('candidates', () => {
  it('are told as they come, and done when all are judged', async () => {
    const now = start();
    await until(() => asked.length === 1);
    expect(asked[0]!.question).toMatchObject({ setupId: 'low', ask, words: '' });
    asked[0]!.hear({ found: [told('a')], done: 1, total: 2, held: 3, parts: [] });
    await until(() => now.found.value.length === 1);
    expect([now.state.value, now.done.value, now.total.value, now.held.value]).toEqual([
      'working',
      1,
      2,
      3,
    ]);
    asked[0]!.hear({ found: [told('b')], done: 2, total: 2, held: 3, parts: [] });
    await until(() => now.state.value === 'done');
    expect(now.found.value.map((t) => t.candidate.part.id)).toEqual(['a', 'b']);
    now.stop();
    expect(now.state.value).toBe('done');
  });

  it('are asked anew when the rig changes; the first new answer takes the place of the old ones', async () => {
    const now = start();
    await until(() => asked.length === 1);
    asked[0]!.hear({ found: [told('a')], done: 1, total: 1, held: 0, parts: [] });
    await until(() => now.found.value.length === 1);
    useBench().apply({ type: 'rename', name: 'Other' });
    await until(() => asked.length === 2);
    expect([now.state.value, now.found.value.length, now.done.value]).toEqual(['working', 1, 0]);
    asked[0]!.hear({ found: [told('late')], done: 9, total: 9, held: 0, parts: [] });
    asked[1]!.hear({ found: [told('b')], done: 1, total: 2, held: 0, parts: [] });
    await until(() => now.done.value === 1);
    expect(now.found.value.map((t) => t.candidate.part.id)).toEqual(['b']);
  });

  it('are heard for the parts that they name, also when they answer an older question', async () => {
    start();
    await until(() => asked.length === 1);
    useBench().apply({ type: 'rename', name: 'Other' });
    await until(() => asked.length === 2);
    asked[0]!.hear({ found: [], done: 1, total: 2, held: 0, parts: [cube('late', 5)] });
    await until(() => useBench().named.has('late'));
    expect(useBench().parts.has('late')).toBe(false);
  });

  it('are stopped where they are, and taken up again by another worker', async () => {
    const now = start();
    await until(() => asked.length === 1);
    asked[0]!.hear({ found: [told('a')], done: 1, total: 5, held: 0, parts: [] });
    await until(() => now.found.value.length === 1);
    const ended = workers!.ended;
    now.stop();
    expect([now.state.value, now.found.value.length, workers!.ended - ended]).toEqual([
      'stopped',
      1,
      1,
    ]);
    void now.start();
    await until(() => asked.length === 2);
    expect(now.state.value).toBe('working');
    expect(asked[1]!.question.newParts.length).toBe(2);
  });

  it('are looked for among all where some waited and a word is typed', async () => {
    const now = start();
    await finish(now, 0);
    words.value = 'yoke';
    await new Promise((resolve) => setTimeout(resolve, 220));
    expect(asked).toHaveLength(1);
    asked[0]!.hear({ found: [], done: 4, total: 4, held: 7, parts: [] });
    await until(() => now.held.value === 7);
    words.value = 'yoke top';
    await until(() => now.state.value === 'working');
    await until(() => asked.length === 2);
    expect(asked[1]!.question.words).toBe('yoke top');
  });

  it('are done again where the words are taken back before they were looked for', async () => {
    const now = start();
    await finish(now, 7);
    words.value = 'yoke';
    await until(() => now.state.value === 'working');
    words.value = '';
    await until(() => now.state.value === 'done');
    expect(asked).toHaveLength(1);
  });

  it('are not asked any more once their panel is closed: that would end what the next one asked', async () => {
    const now = start();
    await finish(now, 7);
    words.value = 'yoke';
    await until(() => now.state.value === 'working');
    scope.stop();
    await new Promise((resolve) => setTimeout(resolve, 220));
    expect(asked).toHaveLength(1);
  });

  it('say what went wrong', async () => {
    refuse = new Error('no collision library');
    const now = start();
    await until(() => now.state.value === 'failed');
    expect(now.trouble.value).toBe('no collision library');
  });
});
