import { describe, expect, it } from '@jest/globals';
import { findLastRig, rememberRig } from '../shared/lastRig';
import { body, createTestRig, handle, joint } from '../../../core/src/testing/rigs';
import { startStorage } from '../testing/server';
import { dropDraft, keepDraft, readDraft, takeDraft, type Draft } from './drafts';
import { listWindows, nameWindow, type WindowPlace } from './windows';

const { rig } = createTestRig([body, handle], [joint('h', 'handle.base', 'body.rail')]);
const draft: Draft = { revision: 3, rig };
const full = {
  getItem: () => {
    throw new Error('switched off');
  },
  setItem: () => {
    throw new Error('no room');
  },
  removeItem: () => {
    throw new Error('switched off');
  },
  get length(): number {
    throw new Error('switched off');
  },
  key: () => null,
};

describe('a draft', () => {
  it('is kept, read again and dropped, each rig its own', () => {
    startStorage();
    const place = globalThis.localStorage;
    expect(keepDraft(place, 'w', draft)).toBe(true);
    expect(readDraft(place, 'rig', 'w')).toEqual(draft);
    expect(readDraft(place, 'other', 'w')).toBeUndefined();
    dropDraft(place, 'other', 'w');
    expect(readDraft(place, 'rig', 'w')).toEqual(draft);
    dropDraft(place, 'rig', 'w');
    expect(readDraft(place, 'rig', 'w')).toBeUndefined();
  });

  it('that cannot be read, or is of another rig, is none', () => {
    const kept = startStorage();
    const place = globalThis.localStorage;
    for (const text of [
      '{',
      '{"revision":1.5,"rig":{"id":"rig"}}',
      '{"revision":1,"rig":{"id":"b"}}',
      '{"revision":1,"rig":{"id":"rig","setups":[]}}',
      JSON.stringify({ ...draft, revision: 0 }),
    ]) {
      kept.set('zucchini.draft.rig.w', text);
      expect(readDraft(place, 'rig', 'w')).toBeUndefined();
    }
  });

  it('is not kept where there is no room or no storage, and that is told', () => {
    expect([keepDraft(full, 'w', draft), keepDraft(undefined, 'w', draft)]).toEqual([false, false]);
    expect([readDraft(full, 'rig', 'w'), readDraft(undefined, 'rig', 'w')]).toEqual([
      undefined,
      undefined,
    ]);
    expect(() => dropDraft(full, 'rig', 'w')).not.toThrow();
  });
});

describe('the rig that was open last', () => {
  it('is remembered as far as the browser keeps anything', () => {
    startStorage();
    expect(findLastRig()).toBeUndefined();
    rememberRig('a');
    expect(findLastRig()).toBe('a');
    globalThis.localStorage = full as never;
    expect(findLastRig()).toBeUndefined();
    expect(() => rememberRig('b')).not.toThrow();
  });
});

describe('drafts of several windows', () => {
  const named = (name: string, at?: number) =>
    ({ ...draft, rig: { ...rig, name }, ...(at === undefined ? {} : { at }) }) as Draft;

  it('stay apart; a window that is closed leaves its own to the next', () => {
    startStorage();
    const place = globalThis.localStorage;
    keepDraft(place, 'a', named('A', 1));
    keepDraft(place, 'b', named('B', 2));
    expect(takeDraft(place, 'rig', 'b', new Set(['a', 'b']))?.rig.name).toBe('B');
    expect(takeDraft(place, 'rig', 'c', new Set(['a', 'b', 'c']))).toBeUndefined();
    // “a” is closed: its draft becomes that of “c”, and only of “c”.
    expect(takeDraft(place, 'rig', 'c', new Set(['b', 'c']))?.rig.name).toBe('A');
    expect(readDraft(place, 'rig', 'a')).toBeUndefined();
    expect(readDraft(place, 'rig', 'c')?.rig.name).toBe('A');
  });

  it('of two that are left the newer is taken, and the other waits; one of an earlier edition counts', () => {
    const kept = startStorage();
    const place = globalThis.localStorage;
    kept.set('zucchini.draft.rig', JSON.stringify(named('Old')));
    keepDraft(place, 'a', named('A', 5));
    keepDraft(place, 'b', named('B', 9));
    expect(takeDraft(place, 'rig', 'c', undefined)?.rig.name).toBe('B');
    expect(takeDraft(place, 'rig', 'd', new Set(['c']))?.rig.name).toBe('A');
    expect(takeDraft(place, 'rig', 'e', new Set(['c', 'd']))?.rig.name).toBe('Old');
    expect(takeDraft(place, 'rig-2', 'f', undefined)).toBeUndefined();
  });
});

describe('the name of a window', () => {
  /** Locks as a browser keeps them, and a window's own storage. */
  function createBrowser() {
    const held = new Set<string>();
    const locks = {
      request: async (name: string, _: object, work: (lock: unknown) => unknown) => {
        if (held.has(name)) return work(null);
        held.add(name);
        return work({ name });
      },
      query: async () => ({ held: [...held].map((name) => ({ name })), pending: [] }),
    } as unknown as NonNullable<WindowPlace['locks']>;
    const open = (kept = new Map<string, string>()): WindowPlace => ({
      session: {
        getItem: (key: string) => kept.get(key) ?? null,
        setItem: (key: string, value: string) => void kept.set(key, value),
      },
      locks,
    });
    return { open, held };
  }

  it('is kept while it is loaded again; a copied window gets another', async () => {
    const { open, held } = createBrowser();
    const kept = new Map<string, string>();
    const first = await nameWindow(open(kept));
    // The copy comes with the same storage while the first is open.
    const copy = await nameWindow(open(new Map(kept)));
    expect(copy).not.toBe(first);
    expect(await listWindows(open())).toEqual(new Set([first, copy]));
    held.clear();
    expect(await nameWindow(open(kept))).toBe(first);
  });

  it('is there where the browser has neither locks nor storage', async () => {
    const nowhere = { session: undefined, locks: undefined };
    expect(await nameWindow(nowhere)).toMatch(/.{8}/);
    expect(await listWindows(nowhere)).toBeUndefined();
  });
});
