import { describe, expect, it } from '@jest/globals';
import type { Movement } from '../part/index.js';
import { body, createTestRig, cube, joint, mountAt } from '../testing/rigs.js';
import { measureReport } from '../report/index.js';
import { tryEdit, type Edit } from '../rig/index.js';
import { findEye, listFacing, listHinges, measureLookDeg } from './index.js';

const turn = (
  id: string,
  to: number,
  originMm: Movement['originMm'],
  axis: Movement['axis'],
  more: Pick<Movement, 'carries' | 'after'>,
): Movement => ({ id, name: id, type: 'turn', originMm, axis, from: -to, to, rest: 0, ...more });

// On the body's thread an arm whose head swivels and tilts, and a screen that looks ahead as it is put on.
const arm = cube('arm', 60, {
  kind: 'arm',
  mounts: [
    mountAt('base', 'quarter-20', 'screw', [0, 0, -5], [0, 0, -1], [1, 0, 0], { carrier: true }),
    mountAt('head', 'quarter-20', 'socket', [0, 0, 40], [0, 0, 1], [1, 0, 0], {}),
  ],
  movements: [
    turn('swivel', 180, [0, 0, 20], [0, 0, 1], { carries: ['head'] }),
    turn('tilt', 90, [0, 0, 30], [0, 1, 0], { carries: ['head'], after: 'swivel' }),
  ],
});
const screen = (flips: boolean) =>
  cube('screen', 200, {
    kind: 'monitor',
    mounts: [
      mountAt('foot', 'quarter-20', 'screw', [0, 0, -5], [0, 0, -1], [1, 0, 0], { carrier: true }),
    ],
    screens: [{ id: 's', atMm: [5, 0, 0], normal: [1, 0, 0], diagonalMm: 127, flips }],
  });

function face(flips: boolean) {
  const { rig, parts } = createTestRig(
    [body, arm, screen(flips)],
    [joint('a', 'arm.base', 'body.plain'), joint('s', 'screen.foot', 'arm.head')],
    { setup: { hold: 'grips' } },
  );
  const { assembly, hold } = measureReport(rig, rig.setups[0]!.id, parts, {});
  const hinges = listHinges([assembly.byId.get('arm')!]);
  const place = (edits: readonly Edit[]) => tryEdit(assembly, { type: 'all', edits }, parts);
  const steps = { stepsDeg: [45, 90], most: 64 };
  return {
    hold,
    found: listFacing(assembly, 'screen', hold, hinges, steps, place),
  };
}

describe('how a screen is turned to the eye', () => {
  it('by its hinges, the fewest of them, so that it looks at the eye and stands upright', () => {
    const { found, hold } = face(false);
    expect(found.length).toBeGreaterThan(0);
    for (const { after, angleDeg } of found) {
      const placed = after.byId.get('screen')!;
      expect(measureLookDeg(placed, findEye(after, hold)!)).toBeCloseTo(angleDeg, 9);
      expect(angleDeg).toBeLessThanOrEqual(55);
      // Its top is not below its middle.
      expect(placed.rigFromPart.rotation.z[2]).toBeGreaterThan(0);
    }
    const many = found.map((f) => f.edits.length);
    expect(many).toEqual([...many].sort((a, b) => a - b));
  });

  it('also on its head where its picture turns over', () => {
    const tops = (flips: boolean) =>
      face(flips).found.map((f) => f.after.byId.get('screen')!.rigFromPart.rotation.z[2] > 0);
    expect(tops(false)).not.toContain(false);
    expect(face(true).found.length).toBeGreaterThanOrEqual(face(false).found.length);
  });

  it('of a screen that lies face up asks for no way up, and trips over none', () => {
    const { rig, parts } = createTestRig(
      [
        body,
        cube('tablet', 200, {
          kind: 'monitor',
          mounts: [
            mountAt('foot', 'quarter-20', 'screw', [0, 0, -5], [0, 0, -1], [1, 0, 0], {
              carrier: true,
            }),
          ],
          screens: [{ id: 's', atMm: [0, 0, 5], normal: [0, 0, 1], diagonalMm: 127 }],
        }),
      ],
      [joint('t', 'tablet.foot', 'body.plain')],
      { setup: { hold: 'chest' } },
    );
    const { assembly, hold } = measureReport(rig, rig.setups[0]!.id, parts, {});
    const still = { stepsDeg: [90], most: 4 };
    expect(listFacing(assembly, 'tablet', hold, [], still, () => assembly)).toMatchObject([
      { edits: [] },
    ]);
  });
});
