import { describe, expect, it } from '@jest/globals';
import { forgetRig, isOfRig, keepListed, listOpenable, readRigId, type KeptRigs } from './rigs';

const at = (path: string) => `http://127.0.0.1:4710${path}`;
/** What a browser keeps, by address. */
function keep(...paths: string[]): KeptRigs & { readonly left: () => string[] } {
  const kept = new Set(paths.map(at));
  return {
    keys: async () => [...kept].map((url) => ({ url })),
    delete: async (url) => kept.delete(url),
    left: () => [...kept].map((url) => url.replace(at(''), '')),
  };
}
const shelf = (...ids: string[]) =>
  new Response(JSON.stringify({ rigs: ids.map((id) => ({ id, name: id.toUpperCase() })) }));

describe('what is kept of rigs', () => {
  it('is what a page asks to open one, and nothing else', () => {
    const paths = ['/api/rigs/a', '/api/rigs/a/log', '/api/rigs/a/sketch'];
    expect(paths.map(isOfRig)).toEqual([true, true, true]);
    for (const path of ['/api/rigs', '/api/rigs/a/file', '/api/rigs/a/stamp', '/api/backup']) {
      expect([path, isOfRig(path)]).toEqual([path, false]);
    }
    expect(['/api/rigs/a', '/api/rigs/a/log', '/api/rigs'].map(readRigId)).toEqual([
      'a',
      undefined,
      undefined,
    ]);
  });

  it('goes with its rig, and that alone', async () => {
    const kept = keep('/api/rigs', '/api/kit', '/api/rigs/a', '/api/rigs/a/log', '/api/rigs/ab');
    await forgetRig(kept, 'a');
    expect(kept.left()).toEqual(['/api/rigs', '/api/kit', '/api/rigs/ab']);
  });

  it('of a rig that was deleted elsewhere goes with the next shelf; names of all kinds are met', async () => {
    const kept = keep('/api/kit', '/api/rigs/a', '/api/rigs/b%20b', '/api/rigs/b%20b/log');
    await keepListed(kept, shelf('b b'));
    expect(kept.left()).toEqual(['/api/kit', '/api/rigs/b%20b', '/api/rigs/b%20b/log']);
    // What is no shelf empties nothing.
    for (const text of ['', '<p>hotel</p>', '{}', '{"rigs":3}']) {
      await keepListed(kept, new Response(text));
    }
    expect(kept.left()).toHaveLength(3);
  });

  it('makes the shelf without a server: of those that were on it last the ones that open', async () => {
    const kept = keep('/api/rigs/b', '/api/rigs/a/log');
    const answer = await listOpenable(kept, shelf('a', 'b', 'c'));
    expect(await answer.json()).toEqual({ rigs: [{ id: 'b', name: 'B' }], isOffline: true });
    expect(await (await listOpenable(kept, new Response('hotel'))).text()).toBe('hotel');
  });
});
