import { beforeEach, describe, expect, it } from '@jest/globals';
import { findThing, toPartFacts, type Thing } from '@zucchini/core';
import { createPinia, setActivePinia } from 'pinia';
import { nextTick, ref } from 'vue';
import { cube } from '../../../../core/src/testing/rigs';
import { startFakeServer, until, type FakeServer } from '../../testing/server';
import { useCatalogue } from '../catalogueStore';
import { useDraft } from './useDraft';

let server: FakeServer;
const twin = cube('yoke', 10, { name: 'Yoke', maker: 'Ostler' });
beforeEach(async () => {
  server = startFakeServer();
  setActivePinia(createPinia());
  server.answer('GET /api/parts/facts', { parts: [{ revision: 1, facts: toPartFacts(twin) }] });
  server.answer('GET /api/kit', { items: [] });
  await useCatalogue().load();
});
function start(kind: string) {
  const thing = ref<Thing | undefined>(findThing(kind));
  return { thing, draft: useDraft(thing) };
}
/** Answers to everything that has no guess, at its usual least. */
function answerAll(draft: ReturnType<typeof useDraft>): void {
  for (const q of draft.questions.value) {
    if (q.guess || q.optional || ['name', 'maker', 'massG', 'price'].includes(q.name)) continue;
    draft.answer(q.name, q.usual ? (q.usual[0] + q.usual[1]) / 2 : 'One');
  }
}

describe('a part that is being described', () => {
  it('asks what its kind is asked, and is ready when all is answered and nothing is doubtful', () => {
    const { draft } = start('rod');
    expect(draft.questions.value.map((q) => q.name)).toContain('lengthMm');
    expect(draft.ready.value).toBe(false);
    answerAll(draft);
    draft.answer('name', 'Long rod');
    draft.answer('massG', 90);
    expect(draft.drafted.value!.making.state).toBe('made');
    for (const doubt of draft.open.value) draft.confirm(doubt);
    expect([draft.ready.value, draft.id.value]).toEqual([true, 'long-rod']);
  });

  it('says beside its field that there is no half a channel', () => {
    const { draft } = start('receiver');
    answerAll(draft);
    draft.answer('name', 'Receiver');
    draft.answer('channels', 1.5);
    expect(draft.issues.value.has('channels')).toBe(true);
    expect(draft.ready.value).toBe(false);
    draft.answer('channels', 2);
    expect(draft.issues.value.size).toBe(0);
  });

  it('is doubted as a whole once it is made: a rod heavier than any metal', () => {
    const { draft } = start('rod');
    answerAll(draft);
    draft.answer('massG', 9000);
    const densities = () => draft.doubts.value.filter((d) => d.unit === 'g/cm³');
    // Without a name it is no part yet.
    expect(densities()).toEqual([]);
    draft.answer('name', 'Leaden rod');
    expect(densities()).toHaveLength(1);
    const [heavy] = densities();
    draft.confirm(heavy!);
    expect(draft.open.value).not.toContainEqual(heavy);
  });

  it('is drawn while it has no name yet, and is no part before', () => {
    const { draft } = start('rod');
    answerAll(draft);
    expect(draft.sketch.value?.name).toBe(findThing('rod')!.label);
    expect(draft.drafted.value!.making.state).not.toBe('made');
  });

  it('keeps what all parts are asked when another kind is chosen, and forgets the rest', async () => {
    const { thing, draft } = start('rod');
    draft.answer('name', 'X');
    draft.answer('massG', 90);
    draft.answer('lengthMm', 300);
    thing.value = findThing('plate');
    await nextTick();
    expect(draft.stated.value).toEqual({ name: 'X', massG: 90 });
  });

  it('asks again about what is unusual, until it is said to be right; another figure is asked about anew', () => {
    const { draft } = start('rod');
    answerAll(draft);
    draft.answer('name', 'Heavy rod');
    draft.answer('massG', 90_000);
    const open = () => draft.open.value.map((d) => d.name);
    expect(open()).toContain('massG');
    expect(draft.ready.value).toBe(false);
    for (const doubt of draft.open.value) draft.confirm(doubt);
    expect(open()).toEqual([]);
    draft.answer('massG', 80_000);
    expect(open()).toContain('massG');
  });

  it('tells a twin by name and maker, whatever their case and the spaces about them', () => {
    const { draft } = start('rod');
    draft.answer('name', ' yoke ');
    expect(draft.twin.value).toBeUndefined();
    draft.answer('maker', 'OSTLER ');
    expect(draft.twin.value?.id).toBe('yoke');
    draft.answer('name', 'Yoke 2');
    expect(draft.twin.value).toBeUndefined();
    draft.answer('name', '');
    expect(draft.twin.value).toBeUndefined();
  });

  it('gives an id that is free', () => {
    const { draft } = start('rod');
    draft.answer('name', 'yoke');
    expect(draft.id.value).toBe('yoke-2');
  });

  it('says what is wrong beside the question it is about', () => {
    const { draft } = start('rod');
    answerAll(draft);
    draft.answer('name', 'X');
    draft.answer('lengthMm', -5);
    expect([...draft.issues.value.keys()]).toContain('lengthMm');
    draft.answer('lengthMm', 200);
    expect(draft.issues.value.size).toBe(0);
  });

  it('remembers which answers a sheet gave as approximate', () => {
    const { draft } = start('rod');
    answerAll(draft);
    draft.answer('name', 'X');
    draft.answer('massG', 90, true);
    const provenance = () => {
      const making = draft.drafted.value!.making;
      return making.state === 'made' ? making.part.provenance?.['massG'] : undefined;
    };
    const rough = provenance();
    draft.answer('massG', 90);
    expect(provenance()).not.toBe(rough);
  });

  it('fetches the body that a cage is made round, once', async () => {
    const { draft } = start('cage');
    const figures = {
      widthMm: 130,
      heightMm: 90,
      depthMm: 70,
      mountFamily: 'One',
      cellFamily: 'own cell',
    };
    const made = { ...cube('petrel', 500, { kind: 'body' }), made: { template: 'body', figures } };
    server.answer('GET /api/parts/petrel', { revision: 1, part: made, uses: [] });
    const fetched = () => server.asked.filter((a) => a.path === '/api/parts/petrel').length;
    draft.answer('body', 'petrel');
    await until(() => fetched() === 1);
    draft.answer('name', 'Cage');
    draft.answer('body', 'petrel');
    await nextTick();
    expect(fetched()).toBe(1);
  });
});
