import { beforeEach, describe, expect, it } from '@jest/globals';
import { toPartFacts, type Part } from '@zucchini/core';
import { createPinia, setActivePinia } from 'pinia';
import { body, handle, weightAhead } from '../../../core/src/testing/rigs';
import { startFakeServer, type FakeServer } from '../testing/server';
import { mostCompared, useCatalogue } from './catalogueStore';

let server: FakeServer;
const lines = (...parts: Part[]) => ({
  parts: parts.map((p) => ({ revision: 1, facts: toPartFacts(p) })),
});
beforeEach(() => {
  server = startFakeServer();
  setActivePinia(createPinia());
  server.answer('GET /api/parts/facts', lines(body, handle, weightAhead));
  server.answer('GET /api/kit', {
    items: [
      { id: '1', partId: 'handle', owned: true },
      { id: '2', partId: 'weight', owned: false },
    ],
  });
  server.answer('GET /api/parts/handle', { revision: 4, part: handle, uses: [] });
});
async function load() {
  const catalogue = useCatalogue();
  await catalogue.load();
  return catalogue;
}

describe('the catalogue', () => {
  it('reads its lines and what is owned, and is narrowed by a filter', async () => {
    const catalogue = await load();
    expect(catalogue.all.map((f) => f.id)).toEqual(['body', 'handle', 'weight']);
    expect([...catalogue.owned]).toEqual(['handle']);
    expect([...catalogue.taken]).toEqual(['body', 'handle', 'weight']);
    catalogue.filter = { owned: 'yes' };
    expect(catalogue.shown.map((f) => f.id)).toEqual(['handle']);
    catalogue.filter = { owned: 'no', text: 'weight' };
    expect(catalogue.shown.map((f) => f.id)).toEqual(['weight']);
  });

  it('says what went wrong, and that nothing does once it is read', async () => {
    server.away(true);
    const catalogue = await load();
    expect([catalogue.lines, catalogue.trouble]).toEqual([
      undefined,
      expect.stringContaining('does not answer'),
    ]);
    server.away(false);
    await catalogue.load();
    expect(catalogue.trouble).toBe('');
  });

  it('fetches a whole part once, and again after the catalogue was read anew', async () => {
    const catalogue = await load();
    const fetched = () => server.asked.filter((a) => a.path === '/api/parts/handle').length;
    const [a, b] = await Promise.all([catalogue.find('handle'), catalogue.find('handle')]);
    expect(a).toBe(b);
    expect([fetched(), catalogue.records.get('handle')!.revision]).toEqual([1, 4]);
    await catalogue.load();
    expect(catalogue.records.size).toBe(0);
    await catalogue.find('handle');
    expect(fetched()).toBe(2);
  });

  it('has nothing for a part that is gone, throws what else is wrong, and asks again', async () => {
    const catalogue = await load();
    expect(await catalogue.find('gone')).toBeUndefined();
    server.away(true);
    await expect(catalogue.find('body')).rejects.toThrow('does not answer');
    server.away(false);
    server.answer('GET /api/parts/body', { revision: 1, part: body, uses: [] });
    expect((await catalogue.find('body'))!.revision).toBe(1);
  });

  it('stores parts and is read again', async () => {
    const catalogue = await load();
    server.answer('POST /api/parts', { stored: [] });
    server.answer('GET /api/parts/facts', lines(body));
    await catalogue.store([{ revision: 0, part: handle }]);
    expect(catalogue.all.map((f) => f.id)).toEqual(['body']);
    server.answer('POST /api/parts', { title: 'no' }, 422);
    await expect(catalogue.store([])).rejects.toThrow('no');
  });

  it('takes a part out: it is neither chosen nor compared any more, others stay so', async () => {
    const catalogue = await load();
    server.answer('DELETE /api/parts/handle', null, 204);
    server.answer('DELETE /api/parts/weight', null, 204);
    catalogue.chosen = 'handle';
    catalogue.toggleCompared('handle');
    catalogue.toggleCompared('body');
    await catalogue.remove('weight');
    expect([catalogue.chosen, catalogue.compared]).toEqual(['handle', ['handle', 'body']]);
    await catalogue.remove('handle');
    expect([catalogue.chosen, catalogue.compared]).toEqual([undefined, ['body']]);
  });

  it('lays so many side by side and no more', async () => {
    const catalogue = await load();
    for (const id of ['a', 'b', 'c', 'd', 'e']) catalogue.toggleCompared(id);
    expect(catalogue.compared).toEqual(['a', 'b', 'c', 'd']);
    expect(catalogue.compared).toHaveLength(mostCompared);
    catalogue.toggleCompared('b');
    catalogue.toggleCompared('e');
    expect(catalogue.compared).toEqual(['a', 'c', 'd', 'e']);
  });
});
