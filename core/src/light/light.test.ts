import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import type { Brief } from '../brief/index.js';
import { placeSetup } from '../rig/index.js';
import { tries } from '../testing/depth.js';
import {
  boxOf,
  camera,
  createLightRig,
  fixed,
  lensOf,
  onCamera,
  pictureBrief,
  roundOf,
  squareOf,
  variable,
} from '../testing/optics.js';
import { cube, joint, mountAt } from '../testing/rigs.js';
import { brightnessTable, Deliverable, Scene } from '../brief/index.js';
import { fromStops, Glass, toStops, type Part } from '../part/index.js';
import { cross, dot, toUnit, type Vec3 } from '../placement/index.js';
import {
  addSpans,
  findCheapestSet,
  lightQuestion,
  findWorstGap,
  listClosers,
  listFilterChoices,
  listGlassPieces,
  listGaps,
  listHoles,
  listLitScenes,
  listIsos,
  listOrderFaults,
  listTimings,
  measureCornerTiltRad,
  measureEv,
  measureEvenStops,
  measureLight,
  measureOrderCost,
  measureStops,
  measureTimeS,
  orderStack,
  uniteSpans,
  type Ordered,
} from './index.js';

const lightOf = (
  parts: readonly Part[],
  brief: Brief,
  joints = [onCamera()],
  change: Parameters<typeof createLightRig>[3] = {},
) => {
  const made = createLightRig(parts, joints, brief, change);
  return measureLight(placeSetup(made.rig, made.rig.setups[0]!, made.parts), made.parts, brief);
};

describe('exposure', () => {
  it('in full sun is f∕16 at 1∕100 s and ISO 100, as the rule of thumb and the table say', () => {
    const sun = brightnessTable.find((r) => r.what === 'full sun')!.ev;
    expect(measureEv(16, 1 / 100, 100)).toBeCloseTo(14.64, 2);
    expect(Math.abs(measureEv(16, 1 / 100, 100) - sun)).toBeLessThan(0.5);
  });

  it.each([
    // N², 1∕t and ISO multiplied out: log₂(1 · 1) = 0; log₂(4 · 4) = 4; log₂(8 · 50 ∕ 8) = 5.64 …
    [1, 1, 100, 0],
    [2, 1 / 4, 100, 4],
    [2.8, 1 / 50, 800, 5.61],
    [4, 1 / 50, 800, 6.64],
    [5.6, 1 / 100, 400, 9.61],
  ])('at T%d, %d s and ISO %d is EV %d', (stop, timeS, iso, ev) => {
    expect(measureEv(stop, timeS, iso)).toBeCloseTo(ev, 2);
  });

  it('lasts half a frame at 180°, and a quarter at 90°', () => {
    expect(measureTimeS(25, 180)).toBeCloseTo(1 / 50, 9);
    expect(measureTimeS(50, 90)).toBeCloseTo(1 / 200, 9);
  });

  it('takes a deliverable’s own shutter, by angle or time, and else that of the brief', () => {
    const brief = pictureBrief(4, 15, {
      deliverables: [
        { name: 'film', framesPerS: 25 },
        { name: 'slow', framesPerS: 100, shutterDeg: 90 },
        { name: 'sport', framesPerS: 50, shutterS: 1 / 500 },
      ],
    });
    expect(listTimings(brief).map((t) => 1 / t.timeS)).toEqual([
      expect.closeTo(50, 6),
      expect.closeTo(400, 6),
      expect.closeTo(500, 6),
    ]);
    expect(listTimings({ currency: 'EUR', limits: {} })).toEqual([
      { name: undefined, framesPerS: 25, timeS: 1 / 50, assumed: true },
    ]);
  });

  it('uses the stops that the brief asks for as far as the lens has them', () => {
    const lens = lensOf('lens', 77);
    expect(measureStops(lens, pictureBrief(4, 15))).toMatchObject({ widest: 2.8, smallest: 4 });
    const slow = { ...lens, optics: { ...lens.optics!, widestT: 4.5 } };
    expect(measureStops(slow, pictureBrief(4, 15))).toMatchObject({
      widest: 4.5,
      smallest: 4.5,
      widestBy: 'lens',
    });
    expect(measureStops({ ...lens, optics: undefined }, { currency: 'EUR', limits: {} })).toBe(
      undefined,
    );
  });

  it('takes every ISO from the lowest base up to what the person accepts, or else the body has', () => {
    const two = { ...camera, exposes: { baseIso: [500, 3200], mostIso: 12_800 } };
    const accept = (body: Part, highestIso: number | undefined) => {
      const picture = highestIso === undefined ? {} : { highestIso };
      const { stretches, mostBy, refused } = listIsos(body, {
        currency: 'EUR',
        limits: {},
        picture,
      });
      return [stretches[0]!.from, stretches[0]!.to, mostBy, refused];
    };
    expect(accept(two, undefined)).toEqual([500, 12_800, 'body', false]);
    expect(accept(two, 6400)).toEqual([500, 6400, 'brief', false]);
    expect(accept(two, 100_000)).toEqual([500, 12_800, 'body', false]);
    expect(accept(two, 400)).toEqual([500, 500, 'brief', true]);
    const silent = { ...camera, exposes: undefined };
    expect(accept(silent, undefined)).toEqual([100, 12_800, 'nobody', false]);
    expect(listIsos(silent, { currency: 'EUR', limits: {} }).known).toBe(false);
  });

  it('of the brief refuses a scene darker than its own dark end, a frame longer than it lasts and glass of −2 stops', () => {
    expect(Scene.safeParse({ name: 'Noon', fromEv: 12, toEv: 11 }).error?.issues[0]).toMatchObject({
      path: ['toEv'],
      message: 'is darker than its own dark end',
    });
    expect(Scene.safeParse({ name: 'Noon', fromEv: 12, toEv: 12 }).success).toBe(true);
    const slow = { name: 'a', framesPerS: 25 };
    expect(Deliverable.safeParse({ ...slow, shutterS: 1 / 20 }).error?.issues[0]?.message).toBe(
      'is open longer than a frame lasts',
    );
    expect(Deliverable.safeParse({ ...slow, shutterS: 1 / 25 }).success).toBe(true);
    expect(Glass.safeParse({ does: 'nd', stops: [[-2, -2]] }).error?.issues[0]?.message).toBe(
      'glass takes light away and gives none: 0 stops or more',
    );
  });
});

describe('a figure of neutral glass', () => {
  it('is the same in stops, as a density and as a factor', () => {
    expect(toStops(0.9, 'density')).toBeCloseTo(2.99, 2);
    expect(toStops(8, 'factor')).toBe(3);
    expect(toStops(3, 'stops')).toBe(3);
    expect(() => toStops(0.5, 'factor')).toThrow(RangeError);
    expect(() => toStops(-2, 'stops')).toThrow('−2'.replace('−', '-'));
  });

  it('comes back from every notation', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 20, noNaN: true }),
        fc.constantFrom('stops', 'density', 'factor' as const),
        (stops, notation) => Math.abs(toStops(fromStops(stops, notation), notation) - stops) < 1e-9,
      ),
    );
  });
});

describe('spans', () => {
  const span = fc
    .tuple(fc.integer({ min: 0, max: 20 }), fc.integer({ min: 0, max: 6 }))
    .map(([from, wide]) => ({ from, to: from + wide }));

  it('united are apart and in order, and hold the same whole and half values', () => {
    fc.assert(
      fc.property(fc.array(span, { maxLength: 6 }), (list) => {
        const united = uniteSpans(list);
        const holds = (all: typeof list, v: number) => all.some((s) => s.from <= v && v <= s.to);
        united.slice(1).forEach((s, i) => expect(s.from).toBeGreaterThan(united[i]!.to));
        for (let v = 0; v <= 26; v += 0.5) expect(holds(united, v)).toBe(holds(list, v));
      }),
    );
  });

  it('leave holes exactly where they hold nothing', () => {
    fc.assert(
      fc.property(fc.array(span, { maxLength: 5 }), span, (list, asked) => {
        const held = uniteSpans(list);
        const holes = listHoles(asked, held);
        for (let v = asked.from + 0.25; v < asked.to; v += 0.5) {
          const inHole = holes.some((h) => h.from < v && v < h.to);
          expect(inHole).toBe(!held.some((s) => s.from <= v && v <= s.to));
        }
      }),
    );
    expect(listHoles({ from: 5, to: 5 }, [{ from: 1, to: 5 }])).toEqual([]);
    expect(listHoles({ from: 5, to: 5 }, [{ from: 1, to: 4 }])).toEqual([{ from: 5, to: 5 }]);
  });

  it('of two filters behind one another are every sum', () => {
    expect(
      addSpans(
        [
          { from: 0, to: 0 },
          { from: 3, to: 3 },
        ],
        [{ from: 2, to: 5 }],
      ),
    ).toEqual([{ from: 2, to: 8 }]);
  });
});

describe('crossed polarisers', () => {
  /** What two ideal sheets pass of a ray, by the fields themselves: each passes what lies along k × its axis. */
  const passes = (k: Vec3, alphaRad: number): number => {
    const field = (axis: Vec3) => toUnit(cross(k, axis));
    const [first, second] = [field([1, 0, 0]), field([Math.cos(alphaRad), Math.sin(alphaRad), 0])];
    return dot(first, second) ** 2;
  };

  it('look turned against each other at the corner by what the fields say', () => {
    for (const degrees of [5, 20, 35, 42]) {
      const halfRad = (degrees * Math.PI) / 180;
      const s = Math.sin(halfRad) / 1.5 / Math.SQRT2;
      const k: Vec3 = toUnit([s, s, Math.sqrt(1 - 2 * s * s)]);
      // Crossed they pass cos²(90° − δ) at the corner and nothing in the middle.
      const delta = Math.asin(Math.sqrt(passes(k, Math.PI / 2)));
      expect(measureCornerTiltRad({ halfRad, unevenStops: 1, index: 1.5 })).toBeCloseTo(delta, 9);
    }
  });

  it('stay even to 3 stops past their least at 24 mm on a full frame, and to about 7.8 at 70 mm', () => {
    const even = (focalMm: number) =>
      measureEvenStops({
        halfRad: Math.atan(Math.hypot(36, 24) / 2 / focalMm),
        unevenStops: 1,
        index: 1.5,
      });
    expect(even(24)).toBeCloseTo(2.95, 2);
    expect(even(70)).toBeCloseTo(7.8, 1);
    expect(even(1e6)).toBe(Infinity);
  });

  it('are a stop uneven just where they are said to be', () => {
    const [halfRad, index] = [0.6, 1.5];
    const stops = measureEvenStops({ halfRad, unevenStops: 1, index });
    const alpha = Math.acos(2 ** (-stops / 2));
    const delta = measureCornerTiltRad({ halfRad, unevenStops: 1, index });
    // The corners on one diagonal go dark before those on the other go bright.
    const corner = (by: number) => 2 * Math.log2(Math.cos(alpha + by) / Math.cos(alpha));
    expect(corner(delta)).toBeCloseTo(-1, 6);
    expect(corner(-delta)).toBeLessThan(1);
    expect(corner(-delta)).toBeGreaterThan(0.7);
  });
});

describe('the order of glass before a lens', () => {
  const kinds = ['nd', 'variable-nd', 'polariser', 'mist', 'graduated', 'clear'] as const;
  const glass = fc
    .array(fc.record({ does: fc.constantFrom(...kinds), inTray: fc.boolean() }), {
      minLength: 1,
      maxLength: 5,
    })
    .map((list) => list.map((g, i): Ordered => ({ ...g, id: `g${i}` })));

  function* permute<T>(list: readonly T[]): Generator<T[]> {
    if (list.length === 0) yield [];
    for (const [i, first] of list.entries()) {
      for (const rest of permute([...list.slice(0, i), ...list.slice(i + 1)]))
        yield [first, ...rest];
    }
  }

  it('has no more faults than the best of all orders with what is screwed behind what stands in trays', () => {
    fc.assert(
      fc.property(glass, (list) => {
        const isBuildable = (order: readonly Ordered[]) =>
          order.every((g, i) => !g.inTray || order.slice(i).every((next) => next.inTray));
        const best = Math.min(
          ...[...permute(list)].filter(isBuildable).map((order) => measureOrderCost(order)),
        );
        expect(measureOrderCost(orderStack(list))).toBeCloseTo(best, 9);
      }),
      { numRuns: tries(60) },
    );
  });

  it('puts what has a right way up behind what turns, and names what is wrong otherwise', () => {
    const sky: Ordered = { id: 'sky', does: 'graduated' };
    const fader: Ordered = { id: 'fader', does: 'variable-nd' };
    expect(orderStack([fader, sky]).map((g) => g.id)).toEqual(['sky', 'fader']);
    expect(listOrderFaults([sky, fader])).toEqual([]);
    expect(listOrderFaults([fader, sky])).toEqual([{ why: 'turned-along', ids: ['sky', 'fader'] }]);
    expect(listOrderFaults([fader, { ...sky, inTray: true }])).toEqual([]);
  });
});

describe('glass before a lens adds up', () => {
  const heldTo = (parts: readonly Part[]) =>
    lightOf(
      [camera, lensOf('lens', 77), ...parts],
      pictureBrief(6, 15),
    ).lenses[0]!.exposings[0]!.held.at(-1)!.to - 6.64;
  const rods = boxOf('box', undefined);

  it('screwed on, in a box and built in: 2 and 4 stops are 6, with 3 inside 9', () => {
    const [screwed, pane] = [roundOf('screwed', 77, fixed(2)), squareOf('pane', fixed(4))];
    expect(heldTo([screwed])).toBeCloseTo(2, 2);
    expect(heldTo([pane, rods])).toBeCloseTo(4, 2);
    expect(heldTo([screwed, pane, rods])).toBeCloseTo(6, 2);
    const inside = { ...camera, exposes: { ...camera.exposes, ndStops: [3] } };
    const all = lightOf([inside, lensOf('lens', 77), screwed, pane, rods], pictureBrief(6, 15));
    expect(all.lenses[0]!.exposings[0]!.held.at(-1)!.to - 6.64).toBeCloseTo(9, 2);
  });

  it('a variable filter behind a box is turned by reaching in, and two are no way', () => {
    const fader = (id: string) => roundOf(id, 77, { ...variable(1, 3), cleanTo: 3 });
    expect(heldTo([fader('one'), squareOf('pane', fixed(4)), rods])).toBeCloseTo(7, 2);
    expect(heldTo([fader('one'), fader('two'), squareOf('pane', fixed(4)), rods])).toBeCloseTo(
      7,
      2,
    );
  });

  it('a box clamped to the rim of a ring is a way, and onto another size or a filter that is turned none', () => {
    const rim = (part: Part, sizeMm: number): Part => ({
      ...part,
      mounts: [
        ...part.mounts.filter((m) => m.kind !== 'clamp-ring'),
        mountAt('edge', 'clamp-ring', 'ring', [5, 0, 0], [1, 0, 0], [0, 0, 1], { sizeMm }),
      ],
    });
    const ring = rim(roundOf('ring', 77, undefined, { frontMm: 82 }), 95);
    const pane = squareOf('pane', fixed(4));
    expect(heldTo([ring, pane, boxOf('box', 95)])).toBeCloseTo(4, 2);
    expect(heldTo([ring, pane, boxOf('box', 94)])).toBeCloseTo(0, 2);
    // On the rim of glass that takes 2 stops itself; on that of a variable one the box would turn with it.
    expect(heldTo([rim(roundOf('nd', 77, fixed(2)), 95), pane, boxOf('box', 95)])).toBeCloseTo(
      6,
      2,
    );
    const fader = rim(roundOf('fader', 77, { ...variable(1, 3), cleanTo: 3 }), 95);
    expect(heldTo([fader, pane, boxOf('box', 95)])).toBeCloseTo(3, 2);
  });
});

describe('a step between two filters', () => {
  it('is as wide as the brightness that nothing holds, and no wider than the scene', () => {
    const scene = (from: number, to: number) => ({ name: 'x', from, to });
    const held = [
      { from: 5, to: 7 },
      { from: 10, to: 12 },
    ];
    const stops = (from: number, to: number, tolerance: number) =>
      listGaps(scene(from, to), held, tolerance, {} as never).map((g) => [g.side, g.stops]);
    // Three stops from 7 to 10; a scene that ends in the middle lacks only what is its own.
    expect(stops(5, 12, 0.5)).toEqual([['between', 3]]);
    expect(stops(5, 9, 0.5)).toEqual([['between', 2]]);
    expect(stops(8, 12, 0.5)).toEqual([['between', 2]]);
    expect(stops(8, 9, 0.5)).toEqual([['between', 1]]);
    expect(stops(5, 7.5, 0.5)).toEqual([]);
  });
});

describe('the scenes of a setup', () => {
  it('are those that it is held for, and those of nobody; never none of all', () => {
    const brief: Brief = {
      ...pictureBrief(6, 6),
      scenes: [
        { name: 'Pier', hold: 'low', fromEv: 6, toEv: 12 },
        { name: 'Talk', hold: 'tripod', fromEv: 6, toEv: 7 },
        { name: 'Night', hold: 'gimbal', fromEv: 2, toEv: 3 },
        { name: 'Any', fromEv: 8, toEv: 9 },
      ],
    };
    const setup = (id: string, hold: 'low' | 'tripod') => ({ id, hold }) as never;
    const setups = [setup('a', 'low'), setup('b', 'tripod')];
    const names = (at: number, of = setups) => listLitScenes(brief, of[at], of).map((s) => s.name);
    // Nobody holds a gimbal: that scene is asked of all.
    expect(names(0)).toEqual(['Pier', 'Night', 'Any']);
    expect(names(1)).toEqual(['Talk', 'Night', 'Any']);
    expect(names(0, [setups[0]!])).toEqual(['Pier', 'Talk', 'Night', 'Any']);
    // Where each is held otherwise the range of the brief as a whole is no scene in their place.
    const other = { ...brief, scenes: [brief.scenes![1]!] };
    expect(listLitScenes(other, setups[0], setups)).toEqual([]);
  });
});

describe('the band of a setup', () => {
  it('is that of the bare lens with nothing in the kit', () => {
    const light = lightOf([camera, lensOf('lens', 77)], pictureBrief(6, 6.5));
    const [exposing] = light.lenses[0]!.exposings;
    expect(exposing!.held).toEqual([
      { from: expect.closeTo(5.61, 2), to: expect.closeTo(6.64, 2) },
    ]);
    expect(exposing!.gaps).toEqual([]);
  });

  it('is well where it holds in a scene, and open where none is stated: what nobody asks for is no ✓', () => {
    const figureOf = (brief: Brief) =>
      lightQuestion.figure(
        { ...lightOf([camera, lensOf('lens', 77)], brief), sight: {} as never },
        { stops: 0, risk: 0, note: 0 },
      );
    expect(figureOf(pictureBrief(6, 6.5)).state).toBeUndefined();
    const { sceneFromEv: _from, sceneToEv: _to, ...picture } = pictureBrief(6, 6.5).picture!;
    const figure = figureOf({ ...pictureBrief(6, 6.5), picture });
    expect([figure.detail, figure.state]).toEqual(['no scene is stated', 'open']);
  });

  it('falls short at noon by what it lacks, and holds within a third of a stop', () => {
    const gapAt = (ev: number) =>
      findWorstGap(
        lightOf(
          [camera, lensOf('lens', 77), roundOf('dark', 77, fixed(6))],
          pictureBrief(12.2, ev),
        ),
      )?.gap;
    // T4 with 6 stops: EV 12.64.
    expect(gapAt(15)).toMatchObject({ side: 'bright', stops: expect.closeTo(2.36, 2) });
    expect(gapAt(12.64 + 0.32)).toBe(undefined);
    expect(gapAt(12.64 + 0.35)).toMatchObject({ side: 'bright', stops: expect.closeTo(0.35, 2) });
  });

  it('falls short in the dark by what it lacks', () => {
    const light = lightOf([camera, lensOf('lens', 77)], pictureBrief(4, 6));
    expect(findWorstGap(light)!.gap).toMatchObject({
      side: 'dark',
      stops: expect.closeTo(1.61, 2),
    });
  });

  it('names a step between fixed filters that the stops do not bridge', () => {
    // Bare EV 5.61 to 6.64, with 4 stops EV 9.61 to 10.64: nothing between.
    const light = lightOf(
      [camera, lensOf('lens', 77), roundOf('four', 77, fixed(4))],
      pictureBrief(6, 10),
    );
    expect(findWorstGap(light)!.gap).toMatchObject({
      side: 'between',
      stops: expect.closeTo(2.97, 2),
    });
  });

  it('adds what is behind one another, inside the body and before the lens', () => {
    const inside = { ...camera, exposes: { baseIso: [800], mostIso: 800, ndStops: [2] } };
    const light = lightOf(
      [inside, lensOf('lens', 77), roundOf('three', 77, fixed(3)), roundOf('one', 77, fixed(1))],
      pictureBrief(6, 12),
    );
    // 0 to 6 stops in steps of one, each a stop wide.
    expect(light.lenses[0]!.exposings[0]!.held).toEqual([
      { from: expect.closeTo(5.61, 2), to: expect.closeTo(12.64, 2) },
    ]);
  });

  it('counts a filter that drops into an adapter for every lens that goes through it', () => {
    const face = (id: string, side: 'body' | 'lens', family: string) =>
      mountAt(
        id,
        'lens-mount',
        side,
        [side === 'lens' ? 0 : 20, 0, 0],
        [side === 'lens' ? -1 : 1, 0, 0],
        [0, 0, 1],
        {
          family,
        },
      );
    const adapter = cube('adapter', 100, {
      kind: 'lens-adapter',
      mounts: [face('rear', 'lens', 'F'), face('front', 'body', 'G')],
      exposes: { ndRange: [2, 7] },
    });
    const old = (id: string): Part => {
      const lens = lensOf(id, 77);
      const [rear, ...others] = lens.mounts;
      return { ...lens, mounts: [{ ...rear!, family: 'G' }, ...others] };
    };
    const light = lightOf(
      [camera, adapter, old('lens'), old('other'), lensOf('own', 77)],
      pictureBrief(6, 12),
      [joint('a', 'adapter.rear', 'body.lens'), joint('l', 'lens.rear', 'adapter.front')],
      { lenses: ['lens', 'other', 'own'].map((item) => ({ item, share: 0.3 })) },
    );
    const heldTo = (id: string) =>
      light.lenses.find((l) => l.itemId === id)!.exposings[0]!.held.at(-1)!.to;
    expect(heldTo('lens')).toBeCloseTo(6.64 + 7, 2);
    expect(heldTo('other')).toBeCloseTo(6.64 + 7, 2);
    expect(heldTo('own')).toBeCloseTo(6.64, 2);
  });

  it('ends where a variable filter shows its cross, and its maker’s word goes before the angle', () => {
    const wide = { focalMm: [24, 24] as [number, number], widestT: 2.8, smallestT: 22 };
    const heldTo = (glass: Glass) =>
      lightOf(
        [camera, lensOf('lens', 77, { optics: wide }), roundOf('fader', 77, glass)],
        pictureBrief(6, 15),
      ).lenses[0]!.exposings[0]!.held.at(-1)!.to;
    expect(heldTo(variable(2, 9))).toBeCloseTo(6.64 + 2 + 2.95, 1);
    expect(heldTo({ ...variable(2, 9), cleanTo: 8 })).toBeCloseTo(14.64, 2);
    expect(heldTo(variable(2, 5))).toBeCloseTo(6.64 + 2 + 2.95, 1);
    expect(heldTo(variable(2, 4.9))).toBeCloseTo(11.54, 2);
  });

  it('is never too dark where nobody ends the ISO', () => {
    const endless = { ...camera, exposes: { baseIso: [800] } };
    expect(findWorstGap(lightOf([endless, lensOf('lens', 77)], pictureBrief(-4, 6)))).toBe(
      undefined,
    );
  });

  it('says what it does not know: a body without a base ISO, a lens without a stop', () => {
    const silent = { ...camera, exposes: undefined };
    expect(lightOf([silent, lensOf('lens', 77)], pictureBrief(4, 15)).isos.known).toBe(false);
    const dumb = lensOf('lens', 77, { optics: undefined });
    const light = lightOf([camera, dumb], { currency: 'EUR', limits: {} });
    expect([light.lenses, light.unknown]).toEqual([[], ['lens']]);
  });

  it('judges every lens of the set, each with the rings that bring it to the glass', () => {
    const parts = [camera, lensOf('lens', 77), lensOf('small', 62), roundOf('dark', 77, fixed(6))];
    const change = {
      lenses: [
        { item: 'lens', share: 0.5 },
        { item: 'small', share: 0.5 },
      ],
    };
    const heldBy = (more: readonly Part[]) =>
      lightOf([...parts, ...more], pictureBrief(12, 12.5), [onCamera()], change).lenses.map(
        (l) => l.exposings[0]!.gaps.length,
      );
    expect(heldBy([])).toEqual([0, 1]);
    expect(heldBy([roundOf('step', 62, undefined, { frontMm: 77 })])).toEqual([0, 0]);
    expect(heldBy([roundOf('step', 67, undefined, { frontMm: 77 })])).toEqual([0, 1]);
    // Two rings lead there as well.
    expect(
      heldBy([
        roundOf('one', 62, undefined, { frontMm: 67 }),
        roundOf('two', 67, undefined, { frontMm: 77 }),
      ]),
    ).toEqual([0, 0]);
  });

  it('does not count glass whose ring cuts the corners, and does where it just does not', () => {
    // At 20 mm the corner is 1.08 mm out for each mm ahead: 30 mm ahead of the pupil it is 32.4 mm out.
    const wide = (pupilMm: number) =>
      lensOf('lens', 67, {
        optics: { focalMm: [20, 20], widestT: 2.8, smallestT: 22, pupilMm },
      });
    const gaps = (pupilMm: number) =>
      lightOf([camera, wide(pupilMm), roundOf('dark', 67, fixed(6))], pictureBrief(12, 12.5))
        .lenses[0]!.exposings[0]!.gaps.length;
    // Its bore of 65 mm lets 32.5 mm through; it ends 5 mm ahead of the front at 60.
    expect(gaps(35.2)).toBe(0);
    expect(gaps(34.8)).toBe(1);
  });

  it('puts a box before a lens only where it clamps onto its front, and one filter in each tray', () => {
    const trays = [squareOf('four', fixed(4)), squareOf('two', fixed(2))];
    const most = (box: Part) =>
      Math.max(
        ...lightOf(
          [camera, lensOf('lens', 77), ...trays, box],
          pictureBrief(6, 15),
        ).lenses[0]!.choices.map((c) => c.takes.at(-1)!.to),
      );
    expect(most(boxOf('box', 81, 1))).toBe(4);
    expect(most(boxOf('box', 81, 2))).toBe(6);
    expect(most(boxOf('box', 95, 2))).toBe(0);
    expect(most(boxOf('box', undefined, 2))).toBe(6);
  });
});

describe('what stands before the lens on a rig', () => {
  const whys = (parts: readonly Part[], joints: Parameters<typeof lightOf>[2]) =>
    lightOf([camera, lensOf('lens', 77), ...parts], pictureBrief(6, 15), [
      onCamera(),
      ...joints!,
    ]).stack!.faults.map((f) => f.why);
  const fader = roundOf('fader', 77, variable(2, 7));

  it('is in order from the lens outward, wherever it hangs in the tree', () => {
    const light = lightOf(
      [camera, lensOf('lens', 77), roundOf('dark', 77, fixed(3)), fader],
      pictureBrief(6, 15),
      [onCamera(), joint('d', 'dark.back', 'lens.thread'), joint('f', 'fader.back', 'dark.front')],
    );
    expect(
      light.stack!.standing.map((s) => [
        s.placed.item.id,
        Math.round(s.fromMm),
        Math.round(s.toMm),
      ]),
    ).toEqual([
      ['dark', 0, 5],
      ['fader', 5, 10],
    ]);
    const now = light.lenses[0]!.exposings[0]!.now!;
    expect(now).toEqual([{ from: expect.closeTo(5.61 + 5, 2), to: expect.closeTo(6.64 + 10, 2) }]);
  });

  it('turns a box that is clamped onto a ring that turns, and not one on the lens or on rods', () => {
    expect(
      whys(
        [fader, boxOf('box', 81)],
        [joint('f', 'fader.back', 'lens.thread'), joint('b', 'box.clamp', 'fader.rim')],
      ),
    ).toEqual(['turns-the-box']);
    expect(whys([boxOf('box', 81)], [joint('b', 'box.clamp', 'lens.ring')])).toEqual([]);
  });

  it('cannot be turned inside a box that reaches a finger’s breadth past it', () => {
    const inside = (box: Part) =>
      whys(
        [fader, box],
        [joint('f', 'fader.back', 'lens.thread'), joint('b', 'box.clamp', 'lens.ring')],
      );
    expect(inside(boxOf('box', 81))).toEqual(['ring-in-the-box']);
    const shallow = boxOf('box', 81);
    expect(
      inside({
        ...shallow,
        solids: [{ id: 'hood', type: 'box', atMm: [8, 0, 60], sizeMm: [16, 100, 4] }],
      }),
    ).toEqual([]);
  });
});

describe('the cheapest set of rings and filters', () => {
  /** Every subset of the pieces, the cheapest that closes all; by the ids where two cost the same. */
  const byHand = (
    light: ReturnType<typeof lightOf>,
    parts: readonly Part[],
    costOf: (id: string) => number,
  ) => {
    let best: { ids: string[]; cost: number } | undefined;
    for (let mask = 0; mask < 2 ** parts.length; mask += 1) {
      const some = parts.filter((_, i) => mask & (1 << i));
      const more = listGlassPieces(
        some.map((part) => ({ id: part.id, part })),
        light.evenAt(light.lenses[0]!),
      );
      const closed = light.lenses.every((lens) => {
        const choices = listFilterChoices(lens.front, more, true).filter((c) => !c.cuts);
        return lens.exposings.every(({ bare }) => {
          const held = addSpans(bare, uniteSpans(choices.flatMap((c) => [...c.takes])));
          const wide = uniteSpans(
            held.map((h) => ({
              from: h.from - light.toleranceStops,
              to: h.to + light.toleranceStops,
            })),
          );
          return light.scenes.every((s) =>
            listHoles(s, wide).every((hole) => hole.to <= held[0]!.from),
          );
        });
      });
      if (!closed) continue;
      const ids = some.map((p) => p.id).sort();
      const cost = ids.reduce((sum, id) => sum + costOf(id), 0);
      if (
        !best ||
        cost < best.cost - 1e-9 ||
        (cost < best.cost + 1e-9 && ids.join() < best.ids.join())
      ) {
        best = { ids, cost };
      }
    }
    return best;
  };

  const glass = fc.oneof(
    fc.integer({ min: 1, max: 8 }).map(fixed),
    fc
      .tuple(fc.integer({ min: 1, max: 3 }), fc.integer({ min: 1, max: 5 }))
      .map(([least, wide]) => variable(least, least + wide)),
  );
  const sizes = [62, 72, 77];
  const part = fc.oneof(
    fc.tuple(fc.constantFrom(...sizes), glass).map(
      ([mm, g]) =>
        (id: string) =>
          roundOf(id, mm, g),
    ),
    fc
      .tuple(fc.constantFrom(62, 72), fc.constantFrom(72, 77))
      .filter(([a, b]) => a < b)
      .map(
        ([a, b]) =>
          (id: string) =>
            roundOf(id, a, undefined, { frontMm: b }),
      ),
    glass.map((g) => (id: string) => squareOf(id, g)),
    fc.constantFrom(66, 76, 81, undefined).map((mm) => (id: string) => boxOf(id, mm, 1)),
  );

  it('is the same as by trying every subset, over one or two lenses', () => {
    let found = 0;
    fc.assert(
      fc.property(
        fc.array(part, { minLength: 3, maxLength: 7 }),
        fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 7, maxLength: 7 }),
        fc.constantFrom(...sizes),
        fc.constantFrom(undefined, undefined, ...sizes),
        fc.integer({ min: 8, max: 12 }),
        (makes, prices, oneMm, otherMm, ev) => {
          const parts = makes.map((make, i) => make(`p${i}`));
          const light = lightOf(
            [camera, lensOf('lens', oneMm), ...(otherMm ? [lensOf('other', otherMm)] : [])],
            pictureBrief(6, ev),
            [onCamera()],
            otherMm
              ? {
                  lenses: [
                    { item: 'lens', share: 0.5 },
                    { item: 'other', share: 0.5 },
                  ],
                }
              : {},
          );
          const costOf = (id: string) => prices[Number(id.slice(1))]!;
          const more = listGlassPieces(
            parts.map((p) => ({ id: p.id, part: p })),
            light.evenAt(light.lenses[0]!),
          );
          const best = byHand(light, parts, costOf);
          if (best) found += 1;
          expect(findCheapestSet(light, light.lenses, more, costOf)).toEqual(best);
        },
      ),
      { numRuns: tries(100) },
    );
    expect(found).toBeGreaterThan(3);
  });

  it('costs nothing where nothing is open', () => {
    const light = lightOf([camera, lensOf('lens', 77)], pictureBrief(6, 6.5));
    const none = { filters: [], rings: [], boxes: [] };
    expect(findCheapestSet(light, light.lenses, none, () => 1)).toEqual({ ids: [], cost: 0 });
  });

  it('offers round and square glass where both would do, the cheaper first', () => {
    const light = lightOf([camera, lensOf('lens', 77)], pictureBrief(12, 12.5));
    const catalogue = new Map(
      [
        roundOf('round', 77, fixed(6), { price: 9000 }),
        squareOf('square', fixed(6), 5000),
        boxOf('box', 81, 1, 20_000),
      ].map((p) => [p.id, p]),
    );
    expect(listClosers(light, light.lenses, catalogue, { currency: 'EUR' })).toEqual([
      ['round'],
      ['box', 'square'],
    ]);
  });
});
