import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { listOutlets, type Mount, type Part } from '../part/index.js';
import { compose, dot, invert, place, type Vec3 } from '../placement/index.js';
import { measureReachMm, partFromSolid } from '../solid/index.js';
import { createCatalogue, createFromAnswers, createPart, findThing, Recipe } from './index.js';

const mm = (min: number, max: number) => fc.integer({ min, max });
const base = { id: 'x', name: 'X', massG: 100 };
const body = fc.record({
  widthMm: mm(90, 160),
  heightMm: mm(70, 130),
  depthMm: mm(40, 110),
  axisHeightMm: mm(34, 44),
  axisFromLeftMm: mm(40, 60),
  gripDepthMm: fc.constantFrom(0, 15, 30),
  humpHeightMm: fc.constantFrom(0, 10, 22),
  mountFamily: fc.constant('One'),
  mountRadiusMm: mm(22, 32),
  cellFamily: fc.constant('Cell'),
  key: fc.constant('key'),
  hdmi: fc.constantFrom('hdmi-a', 'hdmi-c', 'hdmi-d'),
  screen: fc.constantFrom('side', 'fixed', 'none'),
});

const figures: Record<string, fc.Arbitrary<object>> = {
  body,
  lens: fc.record({
    lengthMm: mm(30, 250),
    diameterMm: mm(60, 110),
    frontDiameterMm: mm(60, 120),
    filterMm: mm(49, 112),
    mountFamily: fc.constant('One'),
    mountRadiusMm: mm(22, 32),
    extendsMm: mm(1, 60),
    gearRing: fc.boolean(),
  }),
  'top-handle': fc.record({
    lengthMm: mm(70, 200),
    heightMm: mm(45, 120),
    base: fc.constantFrom('three-eighths-pins', 'nato', 'cold-shoe'),
    baseFromRearMm: mm(0, 70),
    barDiameterMm: mm(18, 34),
    surface: fc.constantFrom('wood', 'rubber'),
    shoe: fc.boolean(),
    socket: fc.constantFrom('none', 'plain', 'holes'),
    posts: fc.constantFrom(1, 2),
  }),
  'side-grip': fc.record({
    heightMm: mm(70, 150),
    diameterMm: mm(28, 44),
    outMm: mm(36, 80),
    base: fc.constantFrom('nato', 'rosette', 'quarter-pins'),
    surface: fc.constant('wood'),
  }),
  monitor: fc.record({
    diagonalIn: fc.constantFrom(4.3, 5, 5.5, 7),
    widthMm: mm(110, 220),
    heightMm: mm(70, 150),
    depthMm: mm(12, 45),
    pinHoles: fc.boolean(),
    cellPlate: fc.boolean(),
  }),
  arm: fc.record({
    heightMm: mm(36, 200),
    base: fc.constantFrom('cold-shoe', 'quarter', 'quarter-pins', 'nato'),
    head: fc.constantFrom('plain', 'pins'),
    headTool: fc.constantFrom('thumb', 'coin', 'hex-4'),
    headScrewMm: mm(4, 12),
    headRadiusMm: mm(8, 16),
    rubber: fc.boolean(),
  }),
  microphone: fc.record({
    lengthMm: mm(50, 260),
    diameterMm: mm(14, 26),
    axisHeightMm: mm(26, 60),
    windshield: fc.boolean(),
  }),
  battery: fc.record({
    mount: fc.constantFrom('l-series', 'v-mount', 'three-stud', 'cell-bay'),
    depthMm: mm(15, 90),
    widthMm: mm(20, 100),
    heightMm: mm(20, 140),
    voltageV: mm(4, 30),
    energyWh: mm(5, 300),
    family: fc.constant('Cell'),
    outlets: fc.constantFrom([], ['d-tap'], ['d-tap', 'usb-c']),
  }),
  rods: fc.record({ lengthMm: mm(60, 450) }),
  ring: fc.record({
    outerMm: mm(80, 100),
    innerMm: mm(60, 76),
    thicknessMm: mm(3, 30),
    glass: fc.boolean(),
    back: fc.constant({ kind: 'front-thread', side: 'male', sizeMm: 77 }),
    front: fc.constant({ kind: 'front-thread', side: 'female', sizeMm: 82 }),
  }),
  'matte-box': fc.record({
    openingMm: fc.tuple(mm(100, 180), mm(70, 130)),
    depthMm: mm(30, 120),
    wallMm: mm(2, 5),
    ringMm: mm(80, 110),
    holds: fc.constantFrom('rods', 'clamp'),
    trayMm: fc.constant(100),
  }),
  'follow-focus': fc.record({
    gearMm: mm(25, 60),
    gearWidthMm: mm(6, 20),
    reachMm: mm(60, 110),
    wheelMm: mm(40, 80),
  }),
  'lens-support': fc.record({ lowMm: mm(25, 60), liftMm: mm(5, 40), padWidthMm: mm(20, 60) }),
  cable: fc.record({
    ends: fc.constant([{ connector: 'hdmi-a' }, { connector: 'hdmi-d' }]),
    lengthMm: mm(100, 3000),
    carries: fc.constant(['video']),
  }),
  plate: fc.record({
    lengthMm: mm(20, 200),
    widthMm: mm(20, 120),
    heightMm: mm(4, 60),
    surface: fc.constant('metal'),
    mounts: fc.constant([
      {
        id: 'top',
        face: 'top',
        kind: 'quarter-20',
        side: 'screw',
        reference: 'front',
        pins: 'pins',
      },
      { id: 'rail', face: 'left', kind: 'nato-rail', side: 'rail', reference: 'front', railMm: 40 },
    ]),
  }),
};

const recipeOf = (template: string, f: object) => Recipe.parse({ ...base, template, figures: f });

/** How far a point lies outside the nearest solid of a part, along none of its faces: 0 on or in it. */
function measureOutsideMm(part: Part, point: Vec3): number {
  return Math.min(
    ...part.solids.map((solid) => {
      const own = partFromSolid(solid);
      const [x, y, z] = place(invert(own), point);
      const still = compose(invert(own), own);
      const beyond = ([axis, v]: readonly [Vec3, number]) =>
        Math.max(
          0,
          v - measureReachMm(solid, still, axis),
          -v - measureReachMm(solid, still, [-axis[0], -axis[1], -axis[2]]),
        );
      return Math.hypot(
        ...(
          [
            [[1, 0, 0], x],
            [[0, 1, 0], y],
            [[0, 0, 1], z],
          ] as const
        ).map(beyond),
      );
    }),
  );
}

/** Mounts that stand for something inside or around a part and not on its skin. */
// Rings lie about the axis on which their mounts are.
const notOnSkin: readonly Mount['kind'][] = [
  'cell-bay',
  'rod-15-pair',
  'gear-08',
  'front-thread',
  'clamp-ring',
  'filter-tray',
];

describe.each(Object.keys(figures))('the template of a %s', (template) => {
  it('makes a valid part of any sizes, its mounts on its solids, its figures marked', () => {
    fc.assert(
      fc.property(figures[template]!, (f) => {
        const part = createPart(recipeOf(template, f));
        for (const mount of part.mounts) {
          if (notOnSkin.includes(mount.kind)) continue;
          expect({
            mount: mount.id,
            outside: measureOutsideMm(part, mount.originMm) < 0.5,
          }).toEqual({ mount: mount.id, outside: true });
        }
        expect(part.provenance).toMatchObject({ massG: 'sheet', solids: 'guessed' });
      }),
      { numRuns: 40 },
    );
  });
});

describe('the template of a cage', () => {
  it('goes round its body without touching it but where it is screwed on', () => {
    fc.assert(
      fc.property(
        body,
        fc.constantFrom('full', 'half', 'plate'),
        mm(5, 12),
        (f, coverage, wallMm) => {
          const book = createCatalogue([
            Recipe.parse({ ...base, template: 'body', figures: f }),
            Recipe.parse({
              id: 'c',
              name: 'C',
              template: 'cage',
              figures: { body: 'x', wallMm, coverage, topRailMm: 60, leftRailMm: 40, shoes: 1 },
            }),
          ]);
          const shell = book.get('x')!.solids.find((s) => s.id === 'shell')!;
          const cage = book.get('c')!;
          const reach = (s: typeof shell, d: Vec3) => measureReachMm(s, partFromSolid(s), d);
          for (const bar of cage.solids) {
            const apart = (
              [
                [0, 1, 0],
                [0, -1, 0],
                [0, 0, 1],
                [0, 0, -1],
              ] as const
            ).some((d) => -reach(bar, [-d[0], -d[1], -d[2]]) - reach(shell, d) >= -1e-6);
            expect({ bar: bar.id, apart }).toEqual({ bar: bar.id, apart: true });
          }
          const own = cage.mounts.find((m) => m.id === 'body-screw')!;
          const under = book.get('x')!.mounts.find((m) => m.id === 'bottom')!;
          expect(own.originMm).toEqual(under.originMm);
          expect(dot(own.normal, under.normal)).toBe(-1);
        },
      ),
      { numRuns: 30 },
    );
  });

  it('of a body that the catalogue lacks says which', () => {
    const recipe = Recipe.parse({
      id: 'c',
      name: 'C',
      template: 'cage',
      figures: {
        body: 'ghost',
        wallMm: 8,
        coverage: 'full',
        topRailMm: 0,
        leftRailMm: 0,
        shoes: 0,
      },
    });
    expect(() => createCatalogue([recipe])).toThrow(/c: figures.body: no body “ghost”/);
  });
});

describe('corrections', () => {
  it('replace a mount field by field, add and take away, and are marked as stated', () => {
    const recipe = Recipe.parse({
      ...base,
      template: 'monitor',
      figures: {
        diagonalIn: 5,
        widthMm: 130,
        heightMm: 80,
        depthMm: 20,
        pinHoles: false,
        cellPlate: false,
      },
      corrections: {
        mounts: { bottom: { thread: { depthMm: 11, blind: true } } },
        without: ['side', 'knob'],
      },
    });
    const part = createPart(recipe);
    expect(part.mounts.find((m) => m.id === 'bottom')?.thread?.depthMm).toBe(11);
    expect(part.mounts.map((m) => m.id)).not.toContain('side');
    expect(part.solids.map((s) => s.id)).not.toContain('knob');
    expect(part.provenance).toMatchObject({ 'mounts.bottom': 'sheet', mounts: 'guessed' });
  });
});

describe('a battery on the belt', () => {
  it('has a clip and its outlets, and no face for a plate', () => {
    const { making } = createFromAnswers(
      findThing('battery')!,
      'belt-brick',
      {
        name: 'Belt brick',
        mount: 'belt-clip',
        has: 'both',
        heightMm: 110,
        widthMm: 78,
        depthMm: 30,
        voltageV: 14.4,
        energyWh: 72,
        massG: 410,
      },
      new Map(),
    );
    if (making?.state !== 'made') throw new Error(JSON.stringify(making));
    const { part } = making;
    expect(part.mounts.map((m) => [m.kind, m.side])).toEqual([['belt-clip', 'clamp']]);
    expect(listOutlets(part).map((p) => p.connector)).toEqual(['d-tap', 'usb-c']);
    expect(part.keepClear).toBeUndefined();
  });
});
