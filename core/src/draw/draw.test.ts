import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { placeSetup } from '../rig/index.js';
import { compose, createRotation, toUnit, type Vec3 } from '../placement/index.js';
import { measureFrontMm, partFromSolid, projectSolid, Solid, type Point2 } from '../solid/index.js';
import { tries } from '../testing/depth.js';
import { body, createTestRig, cube, handle, joint, mountAt, weightAhead } from '../testing/rigs.js';
import {
  drawPortToPort,
  toSvg,
  chooseScale,
  drawRig,
  orderForPainting,
  placeLabels,
  projectDirection,
  viewNames,
  walk,
  type Seen,
  type ViewName,
} from './index.js';

describe('where the viewer stands', () => {
  it.each<[ViewName, Point2, Point2, Point2]>([
    // view, then where forward, left and up point on the page
    ['near', [-1, 0], [0, 0], [0, 1]],
    ['front', [0, 0], [1, 0], [0, 1]],
    ['far', [1, 0], [0, 0], [0, 1]],
    ['back', [0, 0], [-1, 0], [0, 1]],
    ['top', [0, 1], [-1, 0], [0, 0]],
    ['under', [0, 1], [1, 0], [0, 0]],
  ])('%s', (view, forward, left, up) => {
    const seen = (v: readonly [number, number, number]) =>
      projectDirection(view, v).map((n) => Math.round(n) + 0);
    expect(seen([1, 0, 0])).toEqual(forward);
    expect(seen([0, 1, 0])).toEqual(left);
    expect(seen([0, 0, 1])).toEqual(up);
  });

  it('four steps to the right lead once round, and back again to the left', () => {
    const steps = (step: 'left' | 'right') =>
      [1, 2, 3, 4].reduce<ViewName>((v) => walk(v, step), 'near');
    expect(steps('right')).toBe('near');
    expect(steps('left')).toBe('near');
    expect(walk('near', 'up')).toBe('top');
    expect(walk('top', 'down')).toBe('near');
    expect(walk('under', 'up')).toBe('near');
  });
});

describe('the plate', () => {
  const { rig, parts } = createTestRig(
    [body, handle, weightAhead],
    [
      joint('h', 'handle.base', 'body.rail', { slideMm: 40 }),
      joint('w', 'weight.base', 'body.plain'),
    ],
  );
  const assembly = placeSetup(rig, rig.setups[0]!, parts);

  it('paints what is nearer later', () => {
    const order = drawRig(assembly, 'front').runs.map((r) => r.itemId);
    // The weight stands farthest forward, then the handle, then the body.
    expect(order).toEqual(['body', 'handle', 'weight']);
    expect(drawRig(assembly, 'back').runs.map((r) => r.itemId)).toEqual([
      'weight',
      'handle',
      'body',
    ]);
  });

  it('is to scale: 110 mm from the body’s back to the weight’s front', () => {
    const plate = drawRig(assembly, 'near');
    expect(plate.highMm[0] - plate.lowMm[0]).toBeCloseTo(110, 9);
    expect(plate.highMm[1] - plate.lowMm[1]).toBeCloseTo(60, 9);
  });

  it('shows taken and free mounts, and none that look away', () => {
    const states = (view: ViewName) =>
      new Map(drawRig(assembly, view).mounts.map((m) => [`${m.itemId}.${m.mount.id}`, m.state]));
    const top = states('top');
    expect(top.get('body.plain')).toBe('taken');
    expect(top.get('body.holes')).toBe('free');
    expect(
      [...states('under').keys()].filter((k) => k.startsWith('body.') && k !== 'body.teeth'),
    ).toEqual([]);
  });

  it('a part slid is drawn where it now is, though silhouettes are kept', () => {
    const at = (slideMm: number) => {
      const joints = rig.setups[0]!.joints.map((j) => (j.id === 'h' ? { ...j, slideMm } : j));
      const plate = drawRig(placeSetup(rig, { ...rig.setups[0]!, joints }, parts), 'far');
      return plate.anchors.get('handle')![0];
    };
    expect(at(30)).toBeCloseTo(30, 6);
    expect(at(-5)).toBeCloseTo(-5, 6);
  });

  it('can be drawn from every side', () => {
    for (const view of viewNames) expect(drawRig(assembly, view).runs.length).toBeGreaterThan(0);
  });

  it('a body alone is drawn too', () => {
    const alone = createTestRig([cube('body', 1, { kind: 'body' })], []);
    const plate = drawRig(placeSetup(alone.rig, alone.rig.setups[0]!, alone.parts), 'top');
    expect(plate.highMm).toEqual([5, 5]);
  });
});

describe('the order of painting', () => {
  const length = fc.integer({ min: 4, max: 60 });
  const at = fc.tuple(...[0, 1, 2].map(() => fc.integer({ min: -50, max: 50 }))) as fc.Arbitrary<
    [number, number, number]
  >;
  const turn = fc.double({ min: -3, max: 3, noNaN: true });
  const solid: fc.Arbitrary<Seen> = fc
    .tuple(
      fc.constantFrom('box', 'cylinder', 'frustum', 'prism'),
      fc.tuple(length, length, length),
      at,
      turn,
      turn,
    )
    .map(([type, [a, b, c], atMm, alpha, beta]) => {
      const shape = {
        box: { sizeMm: [a, b, c] },
        cylinder: { radiusMm: a / 2, lengthMm: b },
        frustum: { radiusMm: a / 2, endRadiusMm: c / 2, lengthMm: b },
        prism: {
          outlineMm: [
            [-a / 2, 0],
            [a / 2, 0],
            [0, c],
          ],
          lengthMm: b,
        },
      }[type];
      const made = Solid.parse({ id: 's', type, atMm: [0, 0, 0], ...shape });
      const rotation = createRotation(toUnit([Math.cos(alpha), Math.sin(alpha), 0.4]), beta);
      const viewFromSolid = { rotation, originMm: atMm };
      return { solid: made, viewFromSolid, seen: projectSolid(made, viewFromSolid) };
    });

  /** Whether two solids are apart, by the plainest way: no point of a fine grid of one lies in the other. */
  function areApart(a: Seen, b: Seen): boolean {
    for (let x = -60; x <= 60; x += 4) {
      for (let y = -60; y <= 60; y += 4) {
        const both = [a, b].map(
          (s) =>
            [measureFrontMm(s.solid, s.viewFromSolid, [x, y]), measureBackMm(s, [x, y])] as const,
        );
        const [[frontA, backA], [frontB, backB]] = both as [(typeof both)[0], (typeof both)[0]];
        if (frontA === undefined || frontB === undefined) continue;
        if (Math.min(frontA, frontB) > Math.max(backA, backB)) return false;
      }
    }
    return true;
  }
  const flip = { rotation: createRotation([1, 0, 0], Math.PI), originMm: [0, 0, 0] as const };
  /** The far surface is the near one of the solid looked at from behind. */
  const measureBackMm = (s: Seen, [x, y]: Point2) =>
    -(measureFrontMm(s.solid, compose(flip, s.viewFromSolid), [x, -y]) ?? 0);

  it('of two solids that are apart, the nearer is painted last wherever they lie over each other', () => {
    let compared = 0;
    fc.assert(
      fc.property(solid, solid, (a, b) => {
        if (!areApart(a, b)) return;
        const [, last] = orderForPainting([a, b]);
        const first = last === a ? b : a;
        for (let x = -60; x <= 60; x += 4) {
          for (let y = -60; y <= 60; y += 4) {
            const [near, far] = [last!, first].map((s) =>
              measureFrontMm(s.solid, s.viewFromSolid, [x, y]),
            );
            if (near === undefined || far === undefined) continue;
            compared += 1;
            expect(near).toBeGreaterThan(far - 0.02);
          }
        }
      }),
      { numRuns: tries(40), seed: 11 },
    );
    expect(compared).toBeGreaterThan(30);
  });

  it('a ray meets a surface within the solid’s reach, and misses where the silhouette does not reach', () => {
    fc.assert(
      fc.property(
        solid,
        fc.integer({ min: -60, max: 60 }),
        fc.integer({ min: -60, max: 60 }),
        (s, x, y) => {
          const front = measureFrontMm(s.solid, s.viewFromSolid, [x, y]);
          if (front === undefined) return;
          expect(front).toBeLessThanOrEqual(s.seen.nearMm + 1e-6 + 0.2);
          expect(front).toBeGreaterThanOrEqual(s.seen.farMm - 1e-6 - 0.2);
        },
      ),
    );
  });

  it('a thin picture on a tilted case is not hidden by the case', () => {
    const rotation = createRotation([1, 0, 0], 0.7);
    const make = (id: string, size: [number, number, number], z: number): Seen => {
      const made = Solid.parse({ id, type: 'box', sizeMm: size, atMm: [0, 0, z] });
      const viewFromSolid = compose({ rotation, originMm: [0, 0, 0] }, partFromSolid(made));
      return { solid: made, viewFromSolid, seen: projectSolid(made, viewFromSolid) };
    };
    const order = orderForPainting([
      make('picture', [80, 50, 0.6], 14.3),
      make('case', [100, 70, 28], 0),
    ]);
    expect(order.map((s) => s.solid.id)).toEqual(['case', 'picture']);
  });

  it('the nearer one is last also where the two overlap by half a millimetre only', () => {
    const make = (id: string, sizeMm: Vec3, atMm: Vec3, tiltDeg: number) => {
      const made: Solid = { id, type: 'box', atMm: [0, 0, 0], sizeMm: [...sizeMm] as never };
      const rotation = createRotation([0, 1, 0], (tiltDeg * Math.PI) / 180);
      const viewFromSolid = compose({ rotation, originMm: atMm }, partFromSolid(made));
      return { solid: made, viewFromSolid, seen: projectSolid(made, viewFromSolid) };
    };
    // A plank whose far end reaches 26.5 mm to the left, 15 mm back, and whose near end is the nearest of all; the
    // plate ends 26 mm to the left, so that it lies before the far end by half a millimetre.
    const plank = make('plank', [60, 40, 2], [0, 0, 0], -30);
    const plate = make('plate', [40, 40, 2], [-46, 0, 0], 0);
    expect(plank.seen.nearMm).toBeGreaterThan(plate.seen.nearMm);
    for (const list of [
      [plank, plate],
      [plate, plank],
    ]) {
      expect(orderForPainting(list).map((s) => s.solid.id)).toEqual(['plank', 'plate']);
    }
  });
});

describe('a part that is turned', () => {
  it('is drawn anew by each of its three axes, and moved where it is only slid', () => {
    const seen = (turnDeg: number, slideMm: number) => {
      const made = createTestRig(
        [body, cube('bar', 10, { solids: [bar], mounts: [foot] })],
        [joint('b', 'bar.base', 'body.plain', { turnDeg, slideMm })],
      );
      const drawn = drawRig(placeSetup(made.rig, made.rig.setups[0]!, made.parts), 'top');
      const xs = drawn.runs
        .flatMap((r) => (r.itemId === 'bar' ? r.solids : []))
        .flatMap((s) => s.seen.outline.map((p) => p[0]));
      return Math.round(Math.max(...xs) - Math.min(...xs));
    };
    const bar: Solid = { id: 'bar-of-test', type: 'box', sizeMm: [40, 10, 5], atMm: [0, 0, 0] };
    const foot = mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0]);
    // From above ahead is up: lengthwise it is 10 mm wide, across 40, and askew in between.
    expect([0, 90, 180, 45].map((deg) => seen(deg, 0))).toEqual([10, 40, 10, 35]);
  });

  it('half round points the other way', () => {
    const solid: Solid = { id: 'arm-of-test', type: 'box', sizeMm: [40, 8, 5], atMm: [30, 0, 0] };
    const foot = mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0]);
    const arm = cube('arm', 10, { solids: [solid], mounts: [foot] });
    const reach = (turnDeg: number) => {
      const made = createTestRig([body, arm], [joint('a', 'arm.base', 'body.plain', { turnDeg })]);
      const drawn = drawRig(placeSetup(made.rig, made.rig.setups[0]!, made.parts), 'top');
      const ys = drawn.runs
        .flatMap((r) => (r.itemId === 'arm' ? r.solids : []))
        .flatMap((s) => s.seen.outline.map((p) => p[1]));
      return [Math.round(Math.min(...ys)), Math.round(Math.max(...ys))];
    };
    expect([reach(0), reach(180), reach(0)]).toEqual([
      [10, 50],
      [-50, -10],
      [10, 50],
    ]);
  });
});

describe('numbers beside the drawing', () => {
  it('keep their distance, stay in their column and do not cross on one side', () => {
    const coordinate = fc.integer({ min: -300, max: 300 });
    fc.assert(
      fc.property(
        fc.array(fc.tuple(coordinate, coordinate), { minLength: 1, maxLength: 20 }),
        (points) => {
          const anchors = new Map(points.map((p, i) => [`p${i}`, p as Point2]));
          const labels = placeLabels(
            anchors,
            { leftX: -400, rightX: 400, lowY: -300, highY: 300 },
            20,
          );
          expect(labels).toHaveLength(points.length);
          for (const side of ['left', 'right'] as const) {
            const column = labels.filter((l) => l.side === side);
            column.slice(1).forEach((l, i) => {
              expect(column[i]!.at[1] - l.at[1]).toBeGreaterThanOrEqual(20 - 1e-9);
              expect(column[i]!.anchor[1]).toBeGreaterThanOrEqual(l.anchor[1]);
            });
          }
        },
      ),
    );
  });
});

describe('the scale', () => {
  it('goes in steps, so that a drawing does not breathe, and its bar fits', () => {
    expect(chooseScale([200, 100], [500, 500]).pxPerMm).toBe(2.5);
    expect(chooseScale([201, 100], [500, 500]).pxPerMm).toBe(2.25);
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 4000 }), (mm) => {
        const { pxPerMm, barMm } = chooseScale([mm, mm], [600, 500]);
        expect(mm * pxPerMm).toBeLessThanOrEqual(mm < 60 ? 600 : 500.0001);
        expect(barMm * pxPerMm).toBeLessThanOrEqual(112);
      }),
    );
  });
});

describe('a side as a drawing of its own', () => {
  const made = createTestRig([body], []);
  const assembly = placeSetup(made.rig, made.rig.setups[0]!, made.parts);

  it('is in millimetres: a cube of 10 mm at 1 : 1 is 10 wide, at 1 : 2 five, with margins of 16', () => {
    expect(toSvg(assembly, 'near', { scale: 1, caption: 'One' })).toContain('width="42mm"');
    expect(toSvg(assembly, 'near', { scale: 0.5, caption: 'Two' })).toContain('width="37mm"');
  });

  it('carries its sizes and its caption, with markup in names told as text', () => {
    const svg = toSvg(assembly, 'top', { scale: 1, caption: '<b>&' });
    expect(svg).toContain('10 mm</text>');
    expect(svg).toContain('&lt;b&gt;&amp;');
    expect(svg).not.toContain('<b>');
  });

  it('a port to another is as long as it is in space, whatever the side', () => {
    const ported = {
      ...body,
      ports: [0, 30].map((x, i) => ({
        id: `p${i}`,
        connector: 'usb-c' as const,
        direction: 'both' as const,
        carries: ['data' as const],
        originMm: [x, x === 0 ? 0 : 40, 0] as [number, number, number],
        normal: [0, 1, 0] as [number, number, number],
      })),
    };
    const other = createTestRig([ported], []);
    const placed = placeSetup(other.rig, other.rig.setups[0]!, other.parts);
    for (const view of ['near', 'top', 'front'] as const) {
      const line = drawPortToPort(
        placed,
        view,
        { item: 'body', port: 'p0' },
        { item: 'body', port: 'p1' },
      );
      expect(line!.mm).toBeCloseTo(50, 9);
    }
  });
});
