import { describe, expect, it } from '@jest/globals';
import { findHold } from '../hold/index.js';
import { placeSetup } from '../rig/index.js';
import type { Mount, Part } from '../part/index.js';
import { body, createTestRig, cube, handle, joint, mountAt } from '../testing/rigs.js';
import { listLevers, type LeverKind } from './index.js';

/** A weight of 500 g in the body's rail, which may have notches, and the handle that bears it all. */
function levers(
  kinds: readonly LeverKind[],
  more: Partial<Mount> = {},
  weight: Partial<Part> = {},
) {
  const railed: Part = {
    ...body,
    mounts: body.mounts.map((m) => (m.id === 'rail' ? { ...m, ...more } : m)),
  };
  const sled = cube('sled', 500, {
    mounts: [
      mountAt('base', 'nato-rail', 'clamp', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
        clampLengthMm: 10,
        carrier: true,
      }),
    ],
    ...weight,
  });
  const { rig, parts } = createTestRig(
    [railed, handle, sled],
    [
      joint('h', 'handle.base', 'body.rail', { slideMm: -30 }),
      joint('s', 'sled.base', 'body.rail', { slideMm: 25 }),
    ],
  );
  const assembly = placeSetup(rig, rig.setups[0]!, parts);
  return listLevers(assembly, findHold(assembly), kinds);
}

describe('a slide as a lever', () => {
  it('is tried in whole millimetres from end to end, the smallest move first, and not where it is', () => {
    const sled = levers(['slide']).find((l) => l.itemId === 'sled')!;
    const values = sled.settings.map((s) => s.value);
    expect([Math.min(...values), Math.max(...values), values.length]).toEqual([-45, 45, 90]);
    expect(values.slice(0, 2).sort((a, b) => a - b)).toEqual([24, 26]);
    expect(values).not.toContain(25);
    for (const { value, sizeMm } of sled.settings) expect(sizeMm).toBe(Math.abs(value - 25));
  });

  it('on a rail with notches stands in them only', () => {
    const rail = {
      lengthwise: { axis: [1, 0, 0] as [number, number, number], fromMm: -52, toMm: 52, stepMm: 5 },
    };
    const values = levers(['slide'], rail)
      .find((l) => l.itemId === 'sled')!
      .settings.map((s) => s.value)
      .sort((a, b) => a - b);
    expect(values).toEqual([
      -45, -40, -35, -30, -25, -20, -15, -10, -5, 0, 5, 10, 15, 20, 30, 35, 40, 45,
    ]);
  });

  it('shifts the weight by its share: 500 of 1501 g', () => {
    const sled = levers(['slide']).find((l) => l.itemId === 'sled')!;
    const shift = sled.settings.find((s) => s.value === 35)!.shiftMm;
    expect(shift[0]).toBeCloseTo((10 * 500) / 1501, 6);
    expect(sled.perMm![0]).toBeCloseTo(500 / 1501, 9);
    expect(sled.toEdit(12)).toEqual({ type: 'slide', setupId: 'low', jointId: 's', slideMm: 12 });
  });

  it('of what bears moves the hand instead, the other way', () => {
    const top = levers(['slide']).find((l) => l.itemId === 'handle')!;
    expect(top.perMm![0]).toBeCloseTo(-(1 - 1 / 1501), 9);
  });
});

describe('a turn as a lever', () => {
  it('of a lopsided part is tried in each of its other ways, and shifts the weight by its share', () => {
    const lopsided = {
      kind: 'transmitter' as const,
      solids: cube('x', 1, {}, [0, 30, 0]).solids,
    };
    const turns = levers(['turn'], {}, lopsided).filter((l) => l.itemId === 'sled');
    expect(turns.map((l) => l.settings.map((s) => s.value))).toEqual([[180]]);
    // Half round, its middle goes from 30 mm left to 30 mm right: 500 of 1501 g.
    const [, left] = turns[0]!.settings[0]!.shiftMm;
    expect(left).toBeCloseTo((-60 * 500) / 1501, 6);
    expect(turns[0]!.toEdit(180)).toMatchObject({ type: 'turn', jointId: 's', turnDeg: 180 });
  });

  it('is none for what is aimed, or where the joint does not mate', () => {
    const lopsided = {
      kind: 'transmitter' as const,
      solids: cube('x', 1, {}, [0, 30, 0]).solids,
    };
    const of = (weight: Partial<Part>, more: Partial<Mount> = {}) =>
      levers(['turn'], more, { ...lopsided, ...weight }).filter((l) => l.itemId === 'sled');
    expect(of({ kind: 'monitor' })).toEqual([]);
    expect(of({ kind: 'lens-support' })).toEqual([]);
    expect(of({}, { kind: 'dovetail-38', side: 'plate' })).toEqual([]);
  });
});

describe('the hand as a lever', () => {
  it('goes along its grip, and the weight goes the other way', () => {
    const [hand] = levers(['hand']);
    expect([hand!.kind, hand!.itemId]).toEqual(['hand', 'handle']);
    const values = hand!.settings.map((s) => s.value);
    expect([Math.min(...values), Math.max(...values)]).toEqual([0, 100]);
    const far = hand!.settings.find((s) => s.value === 60)!;
    expect([far.sizeMm, far.shiftMm[0]]).toEqual([10, expect.closeTo(-10, 9)]);
  });
});

describe('movements as levers', () => {
  const arm: Partial<Part> = {
    movements: [
      {
        id: 'rise',
        name: 'raised',
        type: 'shift',
        originMm: [0, 0, 0],
        axis: [0, 0, 1],
        from: 0,
        to: 40,
        rest: 0,
        carries: ['solid'],
      },
    ],
  };

  it('move what they carry', () => {
    const rise = levers(['movement'], {}, arm).find((l) => l.itemId === 'sled')!;
    const top = rise.settings.at(-1)!;
    expect(top.value).toBe(40);
    expect(top.shiftMm[2]).toBeCloseTo((40 * 500) / 1501, 4);
  });

  it('of what the picture places are left alone', () => {
    expect(levers(['movement'], {}, { ...arm, kind: 'lens' })).toEqual([]);
  });
});
