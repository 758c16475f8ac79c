import { afterAll, afterEach, beforeEach, describe, expect, it } from '@jest/globals';
import { createPinia, setActivePinia } from 'pinia';
import { body, createTestRig, handle, joint } from '../../../../core/src/testing/rigs';
import { useBench } from '../../desk/benchStore';
import { startFakeServer, startStorage, until } from '../../testing/server';
import { closeFakeWorkers, startFakeWorkers, type FakeWorkers } from '../../testing/worker';
import type { RemediesAnswer, RemediesQuestion } from './messages';
import { useRemedies } from './remedyStore';

const { rig, parts } = createTestRig([body, handle], [joint('h', 'handle.base', 'body.rail')]);
type Hear = (answer: RemediesAnswer) => void;
const slide = { type: 'slide', setupId: 'low', jointId: 'h', slideMm: 3 } as const;

// One link serves the whole bench, so its workers are counted over all tests.
let workers: FakeWorkers | undefined;
let asked: { question: RemediesQuestion; hear: Hear }[];
let refuse: Error | undefined;
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
    ask: (question: RemediesQuestion, hear: Hear) => {
      asked.push({ question, hear });
      if (refuse) throw refuse;
      return new Promise(() => undefined);
    },
  });
  await useBench().open('rig');
  await until(() => useBench().collider !== undefined);
});
afterAll(closeFakeWorkers);
afterEach(() => useBench().close());

describe('ways out', () => {
  it('are told finding by finding, as they are found', async () => {
    const mending = useRemedies();
    await until(() => asked.length === 1);
    expect(asked[0]!.question).toMatchObject({ setupId: 'low', rig: { id: 'rig' } });
    expect(mending.state).toBe('working');
    asked[0]!.hear({ offered: [{ findingId: 'a', edits: [slide] }], done: 1, total: 2, parts: [] });
    await until(() => mending.found.size === 1);
    expect([mending.state, mending.done, mending.total]).toEqual(['working', 1, 2]);
    expect(mending.found.get('a')).toEqual([slide]);
    asked[0]!.hear({ offered: [{ findingId: 'b', edits: [] }], done: 2, total: 2, parts: [] });
    await until(() => mending.state === 'done');
    expect([...mending.found.keys()]).toEqual(['a', 'b']);
  });

  it('drop when the rig changes, and late answers about the older one are not heard', async () => {
    const mending = useRemedies();
    await until(() => asked.length === 1);
    asked[0]!.hear({ offered: [{ findingId: 'a', edits: [slide] }], done: 1, total: 2, parts: [] });
    await until(() => mending.found.size === 1);
    useBench().apply(slide);
    await until(() => mending.found.size === 0);
    await until(() => asked.length === 2);
    expect(asked[1]!.question.rig.setups[0]!.joints[0]!.slideMm).toBe(3);
    expect(asked[1]!.question.newParts).toEqual([]);
    asked[0]!.hear({ offered: [{ findingId: 'late', edits: [] }], done: 2, total: 2, parts: [] });
    asked[1]!.hear({ offered: [{ findingId: 'now', edits: [] }], done: 1, total: 1, parts: [] });
    await until(() => mending.state === 'done');
    expect([...mending.found.keys()]).toEqual(['now']);
  });

  it('are not looked for while something is only tried out', async () => {
    const mending = useRemedies();
    await until(() => asked.length === 1);
    useBench().tryOut(slide);
    await new Promise((resolve) => setTimeout(resolve, 250));
    expect(asked.length).toBe(1);
    expect(mending.state).toBe('working');
  });

  it('can be stopped, and looked for again by another worker', async () => {
    const mending = useRemedies();
    await until(() => asked.length === 1);
    const ended = workers!.ended;
    mending.stop();
    expect([mending.state, workers!.ended]).toEqual(['stopped', ended + 1]);
    void mending.start();
    await until(() => asked.length === 2);
    // The new worker is given all parts again.
    expect(asked[1]!.question.newParts.length).toBe(parts.size);
  });

  it('say so where they cannot be looked for', async () => {
    refuse = new Error('no library');
    const mending = useRemedies();
    await until(() => mending.state === 'failed');
    expect(mending.trouble).toContain('no library');
  });
});
