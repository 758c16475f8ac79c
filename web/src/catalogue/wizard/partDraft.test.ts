import { describe, expect, it } from '@jest/globals';
import { things } from '@zucchini/core';
import { dropPartDraft, keepPartDraft, readPartDrafts } from './partDraft';

function createPlace(start?: string) {
  let text = start ?? null;
  return {
    getItem: () => text,
    setItem: (_: string, value: string) => {
      text = value;
    },
  };
}
const monitor = things.find((t) => t.label === 'Monitor')!;
const draft = (id: string, stated: Record<string, unknown>) => ({
  id,
  thing: monitor,
  stated,
  rough: ['massG'],
});

describe('a part that was being described', () => {
  it('comes back as it was, the latest first', () => {
    const place = createPlace();
    keepPartDraft(place, draft('a', { name: 'One', diagonalIn: 5 }));
    keepPartDraft(place, draft('b', { name: 'Two' }));
    keepPartDraft(place, draft('a', { name: 'One', diagonalIn: 7 }));
    expect(readPartDrafts(place)).toEqual([
      draft('a', { name: 'One', diagonalIn: 7 }),
      draft('b', { name: 'Two' }),
    ]);
  });

  it('is gone once it is stored, let go, or has nothing said in it', () => {
    const place = createPlace();
    keepPartDraft(place, draft('a', { name: 'One' }));
    keepPartDraft(place, draft('b', { name: 'Two' }));
    dropPartDraft(place, 'b');
    keepPartDraft(place, draft('a', { name: undefined }));
    expect(readPartDrafts(place)).toEqual([]);
  });

  it('is one of the last eight', () => {
    const place = createPlace();
    for (let n = 0; n < 12; n += 1) keepPartDraft(place, draft(`d${n}`, { name: `${n}` }));
    expect(readPartDrafts(place).map((d) => d.id)).toEqual(
      [11, 10, 9, 8, 7, 6, 5, 4].map((n) => `d${n}`),
    );
  });

  it.each([
    '',
    'not JSON',
    '{}',
    '[1, null, {"id": 4}]',
    '[{"id":"a","label":"Sundial","stated":{},"rough":[]}]',
  ])('is nothing where what is kept reads %j', (text) =>
    expect(readPartDrafts(createPlace(text))).toEqual([]),
  );

  it('is nothing where the browser keeps nothing', () => {
    const shut = {
      getItem: () => {
        throw new Error('switched off');
      },
      setItem: () => {
        throw new Error('full');
      },
    };
    keepPartDraft(shut, draft('a', { name: 'One' }));
    expect(readPartDrafts(shut)).toEqual([]);
    expect(readPartDrafts(undefined)).toEqual([]);
  });
});
