import { describe, expect, it } from '@jest/globals';
import { cube, mountAt } from '../testing/rigs.js';
import { measureMate, mountKinds, Part, toInterface, type Mount } from './index.js';

const at = (kind: Mount['kind'], side: Mount['side'], more: Partial<Mount> = {}) =>
  mountAt('m', kind, side, [0, 0, 0], [0, 0, 1], [1, 0, 0], more);
const pins = { locating: { side: 'pins' as const, spacingMm: 19 } };
const holes = { locating: { side: 'holes' as const, spacingMm: 19 } };

describe('the mating table', () => {
  it.each(Object.entries(mountKinds))('%s: its two halves join, in either order', (kind, entry) => {
    const more = { sizeMm: 77, family: 'One' };
    const a = at(kind as Mount['kind'], entry.sides[0], more);
    const b = at(kind as Mount['kind'], entry.sides[1], more);
    expect(measureMate(a, b)).toMatchObject({ state: 'mates', as: kind });
    expect(measureMate(b, a)).toEqual(measureMate(a, b));
  });

  it('two like halves of an unlike pair do not join', () => {
    expect(measureMate(at('quarter-20', 'screw'), at('quarter-20', 'screw'))).toMatchObject({
      state: 'refuses',
      reason: 'same-side',
    });
  });

  it('a cold-shoe foot goes into the hot shoe of a body, and a hot shoe’s foot not into a cold shoe', () => {
    expect(measureMate(at('cold-shoe', 'foot'), at('hot-shoe', 'shoe')).state).toBe('mates');
    expect(measureMate(at('hot-shoe', 'foot'), at('cold-shoe', 'shoe')).state).toBe('refuses');
  });

  it('a ¼″ screw in a ⅜″ socket names the bushing, a ⅜″ screw in a ¼″ socket does not', () => {
    expect(measureMate(at('quarter-20', 'screw'), at('three-eighths-16', 'socket'))).toMatchObject({
      reason: 'thread-size',
      bushing: true,
    });
    expect(measureMate(at('three-eighths-16', 'screw'), at('quarter-20', 'socket'))).toMatchObject({
      reason: 'thread-size',
      bushing: false,
    });
  });

  it('a size or family that one half does not state is no match', () => {
    expect(
      measureMate(at('front-thread', 'male', { sizeMm: 77 }), at('front-thread', 'female')),
    ).toMatchObject({
      state: 'refuses',
      reason: 'size',
    });
    expect(
      measureMate(
        at('lens-mount', 'body', { family: 'One' }),
        at('lens-mount', 'lens', { family: 'Two' }),
      ),
    ).toMatchObject({ state: 'refuses', reason: 'family' });
  });
});

describe('locating pins', () => {
  const screw = (more = {}) => at('quarter-20', 'screw', more);
  const socket = (more = {}) => at('quarter-20', 'socket', more);

  it('a plain screw holds by friction; pins in holes block it and leave two turns', () => {
    expect(measureMate(screw(), socket())).toMatchObject({ resists: 'friction', turns: 'free' });
    expect(measureMate(screw(pins), socket(holes))).toMatchObject({
      resists: 'blocked',
      turns: 'half',
      pinned: true,
    });
  });

  it('fixed pins do not seat on a face without holes; pins that give way do, and then hold nothing', () => {
    expect(measureMate(screw(pins), socket())).toMatchObject({ reason: 'pins-without-holes' });
    const giving = { locating: { ...pins.locating, retracts: true } };
    expect(measureMate(screw(giving), socket())).toMatchObject({
      state: 'mates',
      resists: 'friction',
    });
  });

  it('pins 0.2 mm off still go in, 0.3 mm off do not', () => {
    const off = (mm: number) => ({ locating: { side: 'holes' as const, spacingMm: 19 + mm } });
    expect(measureMate(screw(pins), socket(off(0.2 - 1e-9))).state).toBe('mates');
    expect(measureMate(screw(pins), socket(off(0.3)))).toMatchObject({ reason: 'pin-spacing' });
  });
});

describe('keyed mates', () => {
  const cage = (more: Partial<Mount>) => at('quarter-20', 'screw', { takes: ['gannet'], ...more });
  const under = (keys: string[]) => at('quarter-20', 'socket', { keys });

  it('a key that is taken fits; with a shape that grips it also blocks', () => {
    expect(measureMate(cage({}), under(['gannet']))).toMatchObject({
      key: 'fits',
      resists: 'friction',
    });
    expect(measureMate(cage({ formFit: true }), under(['gannet']))).toMatchObject({
      resists: 'blocked',
      turns: 'fixed',
    });
  });

  it('a key that nobody has stated is unknown, never a fit', () => {
    expect(measureMate(cage({ formFit: true }), under(['whimbrel']))).toMatchObject({
      key: 'unknown',
      resists: 'friction',
    });
    expect(measureMate(cage({}), at('quarter-20', 'socket'))).toMatchObject({ key: 'unknown' });
  });

  it('a key known to be refused does not mate, one that only enters says so', () => {
    expect(measureMate(cage({ refuses: ['whimbrel'] }), under(['whimbrel']))).toMatchObject({
      reason: 'key-refused',
    });
    expect(measureMate(cage({ entersOnly: ['whimbrel'] }), under(['whimbrel']))).toMatchObject({
      key: 'enters-only',
    });
  });
});

describe('how far a gimbal takes the weight', () => {
  const accepts = (forwardMm: [number, number]) =>
    Part.safeParse({ ...cube('g', 1), gimbal: { forwardMm, leftMm: [0, 0], upMm: [0, 0] } })
      .success;
  it('is a range, of no width too, within a metre to either side', () => {
    expect([accepts([-5, 5]), accepts([3, 3]), accepts([-1000, 1000])]).toEqual([true, true, true]);
    expect([accepts([5, -5]), accepts([-1001, 0]), accepts([0, 1001])]).toEqual([
      false,
      false,
      false,
    ]);
  });
});

describe('rods and what holds a pair of them', () => {
  const rods = (side: 'rods' | 'clamp', apartMm?: number) =>
    mountAt('m', 'rod-15-pair', side, [0, 0, 0], [0, 0, 1], [1, 0, 0], {
      ...(apartMm === undefined ? {} : { apartMm }),
    });
  it('are 60 mm apart where nobody says otherwise, within half a millimetre', () => {
    expect(measureMate(rods('rods'), rods('clamp'))).toMatchObject({ state: 'mates' });
    expect(measureMate(rods('rods'), rods('clamp', 60.5))).toMatchObject({ state: 'mates' });
    expect(measureMate(rods('rods'), rods('clamp', 60.6))).toEqual({
      state: 'refuses',
      reason: 'size',
      aMm: 60,
      bMm: 60.6,
    });
  });
  it('of another spacing go together among themselves', () => {
    expect(measureMate(rods('rods', 104), rods('clamp', 104))).toMatchObject({ state: 'mates' });
    expect(toInterface(rods('rods', 104))).not.toBe(toInterface(rods('rods')));
  });
});

describe('a bushing in a larger hole', () => {
  it('takes a screw with pins, which stand beside it and hold nothing', () => {
    const screw = at('quarter-20', 'screw', pins);
    expect(measureMate(at('quarter-20', 'socket'), screw)).toMatchObject({
      state: 'refuses',
      reason: 'pins-without-holes',
    });
    expect(measureMate(at('quarter-20', 'socket', { pinsClear: true }), screw)).toMatchObject({
      state: 'mates',
      pinned: false,
      resists: 'friction',
    });
    expect(toInterface(at('quarter-20', 'socket', { pinsClear: true }))).not.toBe(
      toInterface(at('quarter-20', 'socket')),
    );
  });
});
