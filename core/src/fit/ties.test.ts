import { beforeAll, describe, expect, it } from '@jest/globals';
import { loadCollider, type Collider } from '../clash/index.js';
import { measureLength, subtract, type Vec3 } from '../placement/index.js';
import { applyEdit, findRigIssues, placeSetup, type Edit, type Rig } from '../rig/index.js';
import { createSpace } from '../space/index.js';
import { createPowerRig, device, lead } from '../testing/power.js';
import { cube, joint, mountAt } from '../testing/rigs.js';
import { listLeads, measureLeadWays } from './index.js';

let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});

/** A clamp that stands out far above the body, and a lead from the body to a screen. */
const clamp = cube('clamp', 5, {
  kind: 'cable-clamp',
  mounts: [
    mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
      thread: { lengthMm: 6 },
    }),
    mountAt('jaw', 'hook-loop', 'face', [0, 0, 200], [0, 0, 1], [1, 0, 0]),
  ],
});
const made = createPowerRig(
  [device('screen', 5), clamp, lead('one')],
  [joint('a', 'screen.base', 'body.a'), joint('b', 'clamp.base', 'body.b')],
  [['one', 'body.raw', 'screen.in']],
);
const tie: Edit = {
  type: 'set-ties',
  setupId: 'low',
  cableId: 'run-one',
  ties: [{ item: 'clamp', mount: 'jaw' }],
};
const lay = (rig: Rig) => {
  const space = createSpace(placeSetup(rig, rig.setups[0]!, made.parts), collider);
  return measureLeadWays(
    space,
    listLeads(space, (id) => made.parts.get(id)),
    [],
  )[0]!;
};

describe('a lead that is tied on its way', () => {
  it('goes by where it is tied: its way is the two ways together', () => {
    const tied = lay(applyEdit(made.rig, tie));
    const { points } = tied.way;
    // 3.5 mm off the jaw, which is 200 mm above its screw at 30, 0, 50.
    const at = points.find((p) => measureLength(subtract(p, [30, 0, 253.5])) < 1e-6);
    expect(at).toBeDefined();
    const path = points
      .slice(1)
      .reduce((sum, p, i) => sum + measureLength(subtract(p, points[i]!)), 0);
    expect(tied.way.lengthMm).toBeCloseTo(path, 6);
    const [first, last] = [points[0]!, points.at(-1)!] as [Vec3, Vec3];
    const least = measureLength(subtract(at!, first)) + measureLength(subtract(last, at!));
    expect(tied.way.lengthMm).toBeGreaterThanOrEqual(least - 1e-6);
    expect(tied.neededMm).toBeGreaterThan(lay(made.rig).neededMm + 100);
  });

  it('is untied by an empty list, and by taking off what it is tied at', () => {
    const tied = applyEdit(made.rig, tie);
    const untied = applyEdit(tied, { ...tie, ties: [] });
    expect(untied).toEqual(made.rig);
    const off = applyEdit(tied, { type: 'remove-item', setupId: 'low', itemId: 'clamp' });
    expect(off.setups[0]!.cables).toEqual(made.rig.setups[0]!.cables);
  });

  it('is refused at a mount that is not there', () => {
    const wrong = applyEdit(made.rig, { ...tie, ties: [{ item: 'clamp', mount: 'none' }] });
    expect(findRigIssues(wrong, made.parts, 'rig').map((i) => i.path)).toEqual([
      'rig.setups[0].cables[0].ties[0].mount',
    ]);
  });
});
