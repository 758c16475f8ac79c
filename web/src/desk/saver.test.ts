import { afterEach, beforeEach, describe, expect, it, jest } from '@jest/globals';
import type { Rig } from '@zucchini/core';
import { body, createTestRig, handle, joint } from '../../../core/src/testing/rigs';
import { ApiError } from '../api/client';
import { readDraft, type DraftPlace } from './drafts';
import { Saver, type SaveState } from './saver';

const { rig: made } = createTestRig([body, handle], [joint('h', 'handle.base', 'body.rail')]);
const rigOf = (name: string): Rig => ({ ...made, name });

class Place implements DraftPlace {
  readonly kept = new Map<string, string>();
  getItem = (key: string) => this.kept.get(key) ?? null;
  setItem = (key: string, value: string) => void this.kept.set(key, value);
  removeItem = (key: string) => void this.kept.delete(key);
  get length() {
    return this.kept.size;
  }
  key = (index: number) => [...this.kept.keys()][index] ?? null;
}

/** A server whose answers the test gives one by one. */
class Server {
  readonly asked: { name: string; revision: number }[] = [];
  private answers: ((error?: unknown) => void)[] = [];
  save = (rig: Rig, revision: number) => {
    this.asked.push({ name: rig.name, revision });
    return new Promise<{ revision: number }>((resolve, reject) => {
      this.answers.push((error) => (error ? reject(error) : resolve({ revision: revision + 1 })));
    });
  };
  async answer(error?: unknown): Promise<void> {
    this.answers.shift()!(error);
    await jest.advanceTimersByTimeAsync(0);
  }
}

let server: Server;
let place: Place;
let states: SaveState['kind'][];
let last: SaveState | undefined;
const first = rigOf('first');

function createSaver(): Saver {
  return new Saver(first, 1, {
    save: server.save,
    place,
    windowId: 'w',
    onState: (s) => {
      states.push(s.kind);
      last = s;
    },
    waitMs: 500,
    retryMs: 1000,
  });
}

beforeEach(() => {
  jest.useFakeTimers();
  server = new Server();
  place = new Place();
  states = [];
});
afterEach(() => {
  jest.useRealTimers();
});
const wait = (ms: number) => jest.advanceTimersByTimeAsync(ms);

describe('saving by itself', () => {
  it('waits for a pause, then stores the last state once', async () => {
    const saver = createSaver();
    saver.want(rigOf('a'));
    await wait(400);
    saver.want(rigOf('b'));
    await wait(499);
    expect(server.asked).toEqual([]);
    await wait(1);
    expect(server.asked).toEqual([{ name: 'b', revision: 1 }]);
    await server.answer();
    expect(states.at(-1)).toBe('saved');
    expect(place.kept.size).toBe(0);
  });

  it('what changes while it saves goes with the next save, on the new revision', async () => {
    const saver = createSaver();
    saver.want(rigOf('a'));
    await wait(500);
    saver.want(rigOf('b'));
    await wait(2000);
    expect(server.asked).toHaveLength(1);
    await server.answer();
    expect(readDraft(place, 'rig', 'w')).toMatchObject({ revision: 2, rig: { name: 'b' } });
    await wait(0);
    expect(server.asked[1]).toEqual({ name: 'b', revision: 2 });
    await server.answer();
    expect(states.at(-1)).toBe('saved');
  });

  it('going back to what is stored needs no save', async () => {
    const saver = createSaver();
    saver.want(rigOf('a'));
    saver.want(first);
    await wait(5000);
    expect(server.asked).toEqual([]);
    expect(states.at(-1)).toBe('saved');
    expect(place.kept.size).toBe(0);
  });
});

describe('a save that does not get through', () => {
  it('keeps the changes in the browser and tries again, ever less often', async () => {
    const saver = createSaver();
    saver.want(rigOf('a'));
    await wait(500);
    await server.answer(new ApiError(0, 'away'));
    expect(last).toMatchObject({ kind: 'failed', kept: true });
    expect(readDraft(place, 'rig', 'w')?.rig.name).toBe('a');
    await wait(1000);
    expect(server.asked).toHaveLength(2);
    await server.answer(new ApiError(503, 'away'));
    await wait(1999);
    expect(server.asked).toHaveLength(2);
    await wait(1);
    expect(server.asked).toHaveLength(3);
    await server.answer();
    expect(states.at(-1)).toBe('saved');
    expect(place.kept.size).toBe(0);
  });

  it('says so where the browser keeps nothing', async () => {
    const saver = new Saver(first, 1, {
      save: server.save,
      place: undefined,
      windowId: 'w',
      onState: (s) => (last = s),
      waitMs: 0,
    });
    saver.want(rigOf('a'));
    await wait(0);
    await server.answer(new ApiError(0, 'away'));
    expect(last).toMatchObject({ kind: 'failed', kept: false });
    saver.abandon();
  });

  it('that is refused is not tried again by itself', async () => {
    const saver = createSaver();
    saver.want(rigOf('a'));
    await wait(500);
    await server.answer(new ApiError(422, 'rig.kit: no'));
    expect(last).toEqual({ kind: 'refused', message: 'rig.kit: no' });
    await wait(60_000);
    expect(server.asked).toHaveLength(1);
  });
});

describe('a conflict', () => {
  it('waits for a decision with the changes kept; mine goes over the stored one when asked', async () => {
    const saver = createSaver();
    saver.want(rigOf('mine'));
    await wait(500);
    await server.answer(new ApiError(409, 'stale', [], 7));
    expect(last).toEqual({ kind: 'conflict', stored: 7 });
    await wait(60_000);
    expect(server.asked).toHaveLength(1);
    expect(readDraft(place, 'rig', 'w')?.rig.name).toBe('mine');
    void saver.overwrite(7);
    await wait(0);
    expect(server.asked[1]).toEqual({ name: 'mine', revision: 7 });
    await server.answer();
    expect(states.at(-1)).toBe('saved');
  });
});

describe('leaving', () => {
  it('closed, it stores what waits and says no more', async () => {
    const saver = createSaver();
    saver.want(rigOf('a'));
    saver.close();
    const told = states.length;
    expect(server.asked).toEqual([{ name: 'a', revision: 1 }]);
    await server.answer();
    expect(states).toHaveLength(told);
    expect(place.kept.size).toBe(0);
  });

  it('closed while it saves, what came after goes at once', async () => {
    const saver = createSaver();
    saver.want(rigOf('a'));
    await jest.advanceTimersByTimeAsync(500);
    saver.want(rigOf('b'));
    saver.close();
    await server.answer();
    await server.answer();
    expect(server.asked).toEqual([
      { name: 'a', revision: 1 },
      { name: 'b', revision: 2 },
    ]);
    expect(place.kept.size).toBe(0);
  });

  it('that met others who were storing is tried again by itself', async () => {
    const saver = createSaver();
    saver.want(rigOf('a'));
    await jest.advanceTimersByTimeAsync(500);
    await server.answer(new ApiError(409, 'others were storing'));
    expect(last).toMatchObject({ kind: 'failed', kept: true });
    await jest.advanceTimersByTimeAsync(1000);
    await server.answer();
    expect([server.asked.length, last?.kind]).toEqual([2, 'saved']);
  });

  it('of a rig that was taken off the shelf is told, with the changes kept', async () => {
    const saver = createSaver();
    saver.want(rigOf('mine'));
    await jest.advanceTimersByTimeAsync(500);
    await server.answer(new ApiError(404, 'gone'));
    expect(last).toEqual({ kind: 'gone' });
    expect(readDraft(place, 'rig', 'w')).toMatchObject({ rig: { name: 'mine' }, base: first });
  });

  it('closed while the server is away, the changes stay in the browser', async () => {
    const saver = createSaver();
    saver.want(rigOf('a'));
    saver.close();
    await server.answer(new ApiError(0, 'away'));
    await wait(60_000);
    expect(server.asked).toHaveLength(1);
    expect(readDraft(place, 'rig', 'w')?.rig.name).toBe('a');
  });

  it('abandoned after a conflict, nothing is stored and nothing is kept, also when it is closed then', async () => {
    const saver = createSaver();
    saver.want(rigOf('mine'));
    await wait(500);
    await server.answer(new ApiError(409, 'stale', [], 7));
    saver.abandon();
    saver.close();
    await wait(60_000);
    expect(server.asked).toHaveLength(1);
    expect(place.kept.size).toBe(0);
  });
});

describe('drafts', () => {
  it('that cannot be read, or are another rig’s, are none', () => {
    place.setItem('zucchini.draft.rig.w', '{"half');
    expect(readDraft(place, 'rig', 'w')).toBeUndefined();
    place.setItem(
      'zucchini.draft.rig.w',
      JSON.stringify({ revision: 1, rig: { ...rigOf('x'), id: 'other' } }),
    );
    expect(readDraft(place, 'rig', 'w')).toBeUndefined();
    expect(readDraft(undefined, 'rig', 'w')).toBeUndefined();
  });
});
