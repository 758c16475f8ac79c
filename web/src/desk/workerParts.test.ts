import { describe, expect, it } from '@jest/globals';
import type { Edit, Part } from '@zucchini/core';
import { cube } from '../../../core/src/testing/rigs';
import { WorkerParts } from './workerParts';

const part = (id: string, more: Partial<Part> = {}) => cube(id, 10, more);
const putIn = (partId: string): Edit => ({
  type: 'set-item',
  item: { id: `new-${partId}`, partId, owned: false },
});

function start(catalogue: () => readonly Part[]) {
  let reads = 0;
  const parts = new WorkerParts(async () => {
    reads += 1;
    return catalogue();
  });
  return { parts, reads: () => reads };
}

describe('the parts of a worker', () => {
  it('are the catalogue, read when it is first needed, with those of the rig over it', async () => {
    const { parts, reads } = start(() => [part('a'), part('b')]);
    const own = part('b', { name: 'As it was then' });
    parts.take({ era: 1, newParts: [own] });
    expect([...parts.ofRig.keys()]).toEqual(['b']);
    expect(reads()).toBe(0);
    const book = await parts.withCatalogue();
    expect([book.size, book.get('b')]).toEqual([2, own]);
    parts.take({ era: 1, newParts: [part('c')] });
    expect([...(await parts.withCatalogue()).keys()].sort()).toEqual(['a', 'b', 'c']);
    expect(reads()).toBe(1);
  });

  it('are begun afresh in another era: what another rig had counts no more', async () => {
    let name = 'old';
    const { parts, reads } = start(() => [part('a', { name })]);
    parts.take({ era: 1, newParts: [part('gone')] });
    await parts.withCatalogue();
    name = 'new';
    parts.take({ era: 2, newParts: [] });
    const book = await parts.withCatalogue();
    expect([book.get('a')!.name, book.has('gone'), reads()]).toEqual(['new', false, 2]);
  });

  it('are read again after they could not be read', async () => {
    let isAway = true;
    const { parts } = start(() => {
      if (isAway) throw new Error('away');
      return [part('a')];
    });
    parts.take({ era: 1, newParts: [] });
    await expect(parts.withCatalogue()).rejects.toThrow('away');
    isAway = false;
    expect((await parts.withCatalogue()).size).toBe(1);
  });

  it('are told to the page as far as an edit brings them in, with what is in their boxes, once', async () => {
    const boxed = part('key');
    const bought = part('plate', { inBox: [{ name: 'key', partId: 'key' }] });
    const { parts } = start(() => [boxed, bought, part('other')]);
    parts.take({ era: 1, newParts: [part('mine')] });
    const book = await parts.withCatalogue();
    const edits: Edit[] = [{ type: 'all', edits: [putIn('plate'), putIn('mine')] }];
    expect(parts.tell(book, edits).map((p) => p.id)).toEqual(['plate', 'key']);
    expect(parts.tell(book, edits)).toEqual([]);
  });
});
