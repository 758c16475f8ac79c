import { expect, it, jest } from '@jest/globals';
import type { Solid } from '../solid/index.js';
import { noPlacement } from '../placement/index.js';
import { loadCollider, meetSolids } from './index.js';

const box = (size: number): Solid => ({
  id: 'box',
  type: 'box',
  atMm: [0, 0, 0],
  sizeMm: [size, size, size],
});

// A second start would put another memory in the place of the one in which the first has its bodies.
it('the library is started once where several ask for it at the same time', async () => {
  const started = jest.spyOn(WebAssembly, 'instantiate');
  const three = await Promise.all([loadCollider(), loadCollider(), loadCollider()]);
  await loadCollider();
  expect(started).toHaveBeenCalledTimes(1);
  for (const one of [...three, ...three]) {
    const there = { ...noPlacement, originMm: [12, 0, 0] as const };
    expect(meetSolids(one, box(10), noPlacement, box(8), there, 9)?.gapMm).toBeCloseTo(3, 2);
  }
});
