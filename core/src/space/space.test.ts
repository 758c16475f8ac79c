import { describe, expect, it } from '@jest/globals';
import type { Mount, Part } from '../part/index.js';
import { placeSetup } from '../rig/index.js';
import { body, createTestRig, cube, handle, joint, mountAt } from '../testing/rigs.js';
import { createProbe, measureAllowances } from './index.js';

const geared = (id: string, side: Mount['side']): Part =>
  cube(id, 50, {
    mounts: [
      mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0], { carrier: true }),
      mountAt('gear', 'gear-08', side, [0, 20, 0], [0, 1, 0], [1, 0, 0]),
    ],
  });

describe('how deep two parts may reach into each other', () => {
  const { rig, parts } = createTestRig(
    [
      body,
      handle,
      geared('ring', 'ring'),
      geared('ring-2', 'ring'),
      geared('wheel', 'drive'),
      geared('wheel-2', 'drive'),
    ],
    [
      joint('h', 'handle.base', 'body.rail'),
      joint('r', 'ring.base', 'body.plain'),
      joint('r2', 'ring-2.base', 'body.holes'),
      joint('w', 'wheel.base', 'body.blind'),
      joint('w2', 'wheel-2.base', 'body.teeth'),
    ],
    {
      setup: {
        braces: [
          {
            id: 'pad',
            kind: 'stop',
            a: { item: 'handle', mount: 'base' },
            b: { item: 'ring', mount: 'gear' },
          },
          {
            id: 'through',
            kind: 'rods',
            a: { item: 'handle', mount: 'base' },
            b: { item: 'wheel', mount: 'gear' },
          },
        ],
      },
    },
  );
  const allowance = measureAllowances(placeSetup(rig, rig.setups[0]!, parts));

  it('is what their mounts take in where they mate, whichever comes first', () => {
    expect([allowance('body', 'handle'), allowance('handle', 'body')]).toEqual([8, 8]);
    expect(allowance('ring', 'body')).toBe(0.5);
  });

  it('is nothing where they do not mate, or nothing joins them', () => {
    // A screw in a face of teeth.
    expect(allowance('body', 'wheel-2')).toBe(0);
    expect(allowance('handle', 'ring-2')).toBe(0);
  });

  it('is what teeth take in between a ring and a wheel, not between two of either', () => {
    expect([allowance('ring', 'wheel'), allowance('wheel-2', 'ring-2')]).toEqual([3, 3]);
    expect([allowance('ring', 'ring-2'), allowance('wheel', 'wheel-2')]).toEqual([0, 0]);
  });

  it('is little at a stop, and any depth for rods through a clamp', () => {
    expect(allowance('handle', 'ring')).toBeGreaterThan(0);
    expect(allowance('handle', 'ring')).toBeLessThan(5);
    expect(allowance('handle', 'wheel')).toBe(Infinity);
  });
});

describe('a probe', () => {
  it.each([
    [
      [1, 0, 0],
      [0, -2, -2],
      [30, 2, 2],
    ],
    [
      [0, 1, 0],
      [-2, 0, -2],
      [2, 30, 2],
    ],
    [
      [0, 0, -1],
      [-2, -2, -30],
      [2, 2, 0],
    ],
  ] as const)('of 30 mm along %j begins where it is put', (direction, low, high) => {
    const { bounds } = createProbe([0, 0, 0], direction, 2, 30);
    expect(bounds.lowMm.map((v) => Math.round(v * 1e6) / 1e6 + 0)).toEqual([...low]);
    expect(bounds.highMm.map((v) => Math.round(v * 1e6) / 1e6 + 0)).toEqual([...high]);
  });
});
