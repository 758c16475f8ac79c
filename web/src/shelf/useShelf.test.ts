import { describe, expect, it } from '@jest/globals';
import { effectScope } from 'vue';
import { startFakeServer, until } from '../testing/server';
import { useShelf } from './useShelf';

const shelf = (pending: boolean) => ({ rigs: [{ id: 'a', pending }] });

describe('the shelf', () => {
  it('is asked again until the figures of all rigs are there, and then no more', async () => {
    const server = startFakeServer();
    const scope = effectScope();
    const { rigs, read } = scope.run(useShelf)!;
    server.answer('GET /api/rigs', shelf(true));
    await read();
    expect(rigs.value).toHaveLength(1);
    // Away for once, it is asked all the same.
    server.away(true);
    await until(() => server.asked.length === 2);
    server.away(false);
    server.answer('GET /api/rigs', shelf(false));
    await until(() => server.asked.length === 3);
    await until(() => rigs.value![0]!.pending === false);
    await new Promise((resolve) => setTimeout(resolve, 800));
    expect(server.asked).toHaveLength(3);
    scope.stop();
  });

  it('tells how many figures are still to come, of as many as there were', async () => {
    const server = startFakeServer();
    const scope = effectScope();
    const { waiting, read } = scope.run(useShelf)!;
    for (const [left, of] of [
      [3, 3],
      [1, 3],
      [0, 0],
      [2, 2],
    ] as const) {
      const rigs = Array.from({ length: 4 }, (_, i) => ({ id: `${i}`, pending: i < left }));
      server.answer('GET /api/rigs', { rigs });
      await read();
      expect(waiting.value).toEqual({ left, of });
    }
    scope.stop();
  });

  it('that cannot be read the first time says so', async () => {
    startFakeServer().away(true);
    const scope = effectScope();
    await expect(scope.run(useShelf)!.read()).rejects.toThrow();
    scope.stop();
  });
});
