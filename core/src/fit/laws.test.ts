/** Laws that hold for every rig: tried on each finding's fixture, and on the demo's own kind of rig. */
import { beforeAll, describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { loadCollider, type Collider } from '../clash/index.js';
import { findingCodes, type Finding } from '../report/questions.js';
import { measureReport } from '../report/index.js';
import { applyEdit, placeSetup } from '../rig/index.js';
import { createSpace, listOverlaps } from '../space/index.js';
import { findingFixtures } from '../testing/findings.js';
import { mirrorRig } from '../testing/mirror.js';
import { body, createTestRig, cube, handle, joint, mountAt } from '../testing/rigs.js';

let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});

const reportOf = ({ rig, parts }: Parameters<typeof mirrorRig>[0]) =>
  measureReport(rig, 'low', parts, { collider });

/** Figures of a finding without those that name a side. */
function sizes(finding: Finding): Record<string, unknown> {
  return Object.fromEntries(
    Object.entries(finding.facts)
      .filter(
        ([key]) =>
          ![
            'atMm',
            'leanDeg',
            'leftDeg',
            'leftMm',
            'turnDeg',
            'nearestDeg',
            'pitchNm',
            'rollNm',
          ].includes(key),
      )
      .map(([key, value]) => [
        key,
        typeof value === 'number' ? Math.round(value * 20) / 20 : value,
      ]),
  );
}

describe('mirroring a rig mirrors its findings', () => {
  it.each(findingCodes)('%s', (code) => {
    const { has } = findingFixtures[code];
    const here = reportOf(has).findings;
    const there = reportOf(mirrorRig(has)).findings;
    expect(there.map((f) => [f.id, f.weight])).toEqual(here.map((f) => [f.id, f.weight]));
    const own = (list: readonly Finding[]) => list.filter((f) => f.code === code).map(sizes);
    expect(own(there)).toEqual(own(here));
  });
});

describe('a part placed and taken off again', () => {
  it.each(findingCodes)('leaves the report as it was: %s', (code) => {
    const { rig, parts } = findingFixtures[code].has;
    const spare = cube('spare-part', 77, {
      mounts: [mountAt('base', 'magnet', 'face', [0, 0, 0], [0, 0, -1], [1, 0, 0])],
    });
    const host = {
      ...parts.get('body')!,
      mounts: [
        ...parts.get('body')!.mounts,
        mountAt('extra', 'magnet', 'face', [0, 0, -90], [0, 0, -1], [1, 0, 0]),
      ],
    };
    const book = new Map([...parts, ['body', host], ['spare-part', spare]]);
    const before = reportOf({ rig, parts: book });
    const fitted = applyEdit(rig, {
      type: 'add-part',
      setupId: 'low',
      item: { id: 'spare', partId: 'spare-part', owned: false },
      joint: joint('spare-joint', 'spare.base', 'body.extra'),
    });
    const taken = applyEdit(fitted, { type: 'remove-item', setupId: 'low', itemId: 'spare' });
    expect(reportOf({ rig: taken, parts: book }).findings).toEqual(before.findings);
  });
});

describe('overlaps of a whole rig', () => {
  /** A row of cubes on posts of random places, some of them in each other. */
  const spots = fc.array(
    fc.tuple(
      fc.integer({ min: -40, max: 40 }),
      fc.integer({ min: -40, max: 40 }),
      fc.integer({ min: -40, max: 40 }),
    ),
    { minLength: 2, maxLength: 12 },
  );
  const spaceOf = (places: readonly (readonly [number, number, number])[]) => {
    const parts = places.map((at, i) =>
      cube(
        `c${i}`,
        1,
        { mounts: [mountAt('base', 'magnet', 'face', [0, 0, 0], [0, 0, -1], [1, 0, 0])] },
        at,
      ),
    );
    const host = {
      ...body,
      solids: [{ ...body.solids[0]!, atMm: [0, 0, -500] as [number, number, number] }],
      mounts: places.map((_, i) =>
        mountAt(`m${i}`, 'magnet', 'face', [0, 0, 0], [0, 0, 1], [1, 0, 0]),
      ),
    };
    const made = createTestRig(
      [host, ...parts],
      parts.map((p, i) => joint(`j${i}`, `${p.id}.base`, `body.m${i}`)),
    );
    return createSpace(placeSetup(made.rig, made.rig.setups[0]!, made.parts), collider);
  };

  it('the sweep finds the very pairs that asking all pairs finds', () => {
    fc.assert(
      fc.property(spots, (places) => {
        const found = listOverlaps(spaceOf(places))
          .map((o) => `${o.a.item.id} ${o.b.item.id} ${o.depthMm.toFixed(1)}`)
          .sort();
        const wanted: string[] = [];
        places.forEach((p, i) => {
          for (let k = i + 1; k < places.length; k += 1) {
            // Cubes of 10 mm, all upright: the way out is the shortest of the three overlaps.
            const depth = Math.min(
              ...[0, 1, 2].map((axis) => 10 - Math.abs(p[axis]! - places[k]![axis]!)),
            );
            if (depth > 0.01) wanted.push(`c${i} c${k} ${depth.toFixed(1)}`);
          }
        });
        expect(found).toEqual(wanted.sort());
      }),
      { numRuns: 60 },
    );
  });

  it('what a joined pair takes in is no clash: a cell in its bay, a rod through its clamp', () => {
    const cell = cube('cell', 10, {
      mounts: [
        mountAt('face', 'cell-bay', 'battery', [0, 0, 0], [0, 0, 1], [1, 0, 0], { family: 'Own' }),
      ],
    });
    const bay = {
      ...body,
      mounts: [
        ...body.mounts,
        mountAt('bay', 'cell-bay', 'body', [0, 0, 0], [0, 0, -1], [1, 0, 0], { family: 'Own' }),
      ],
    };
    const made = createTestRig(
      [bay, handle, cell],
      [joint('h', 'handle.base', 'body.rail'), joint('c', 'cell.face', 'body.bay')],
    );
    expect(reportOf(made).fit.solidity!.overlaps).toEqual([]);
  });
});
