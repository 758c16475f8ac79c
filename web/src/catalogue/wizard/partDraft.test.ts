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

  it('is one of the last sixty', () => {
    const place = createPlace();
    for (let n = 0; n < 63; n += 1) keepPartDraft(place, draft(`d${n}`, { name: `${n}` }));
    const ids = readPartDrafts(place).map((d) => d.id);
    expect([ids.length, ids[0], ids.at(-1)]).toEqual([60, 'd62', 'd3']);
  });

  it('keeps the page it is read from, as far as browsers keep that much, before anything is said', () => {
    const place = createPlace();
    const read = () => readPartDrafts(place)[0];
    keepPartDraft(place, { ...draft('a', {}), sheet: 'Tern 5\n298 g', listed: true });
    expect(read()).toMatchObject({ sheet: 'Tern 5\n298 g', listed: true, stated: {} });
    keepPartDraft(place, { ...draft('a', {}), sheet: 'x'.repeat(2_000_000) });
    expect(read()!.sheet).toHaveLength(20_000);
    expect(read()).not.toHaveProperty('listed');
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
