import { describe, expect, it } from '@jest/globals';
import { findLastRig, rememberRig } from '../shared/lastRig';
import { startStorage } from '../testing/server';
import { dropDraft, keepDraft, readDraft, type Draft } from './drafts';

const draft = { revision: 3, rig: { id: 'rig', name: 'X' } } as Draft;
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
};

describe('a draft', () => {
  it('is kept, read again and dropped, each rig its own', () => {
    startStorage();
    const place = globalThis.localStorage;
    expect(keepDraft(place, draft)).toBe(true);
    expect(readDraft(place, 'rig')).toEqual(draft);
    expect(readDraft(place, 'other')).toBeUndefined();
    dropDraft(place, 'other');
    expect(readDraft(place, 'rig')).toEqual(draft);
    dropDraft(place, 'rig');
    expect(readDraft(place, 'rig')).toBeUndefined();
  });

  it('that cannot be read, or is of another rig, is none', () => {
    const kept = startStorage();
    const place = globalThis.localStorage;
    for (const text of [
      '{',
      '{"revision":1.5,"rig":{"id":"rig"}}',
      '{"revision":1,"rig":{"id":"b"}}',
    ]) {
      kept.set('zucchini.draft.rig', text);
      expect(readDraft(place, 'rig')).toBeUndefined();
    }
  });

  it('is not kept where there is no room or no storage, and that is told', () => {
    expect([keepDraft(full, draft), keepDraft(undefined, draft)]).toEqual([false, false]);
    expect([readDraft(full, 'rig'), readDraft(undefined, 'rig')]).toEqual([undefined, undefined]);
    expect(() => dropDraft(full, 'rig')).not.toThrow();
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
