import { describe, expect, it } from '@jest/globals';
import { findHold, solveStatics } from '../hold/index.js';
import type { Mount, Part } from '../part/index.js';
import { measureReport } from '../report/index.js';
import { applyEdit, placeSetup, type Setup } from '../rig/index.js';
import { body, createTestRig, cube, joint, mountAt } from '../testing/rigs.js';

const lug = (id: string, y: number, more: Partial<Mount> = {}) =>
  mountAt(id, 'strap-lug', 'lug', [0, y, 10], [0, Math.sign(y), 0], [0, 0, 1], more);
const eye = (id: string, more: Partial<Mount> = {}) =>
  mountAt(id, 'strap-lug', 'strap', [0, 0, 0], [0, 0, 1], [1, 0, 0], more);
const strap = (more: Partial<Part> = {}, far: Partial<Mount> = {}): Part =>
  cube('strap', 0.001, {
    kind: 'strap',
    mounts: [eye('near'), eye('far', far)],
    webbingMm: 900,
    ...more,
  });
const tied: Setup['braces'] = [
  {
    id: 'end',
    kind: 'strap',
    a: { item: 'strap', mount: 'far' },
    b: { item: 'body', mount: 'right' },
  },
];

/** 1 000 g of body with a lug 40 mm to its left and another to its right, hung from a strap. */
function hung(
  more: { own?: Part; left?: Partial<Mount>; setup?: Partial<Setup>; rightY?: number } = {},
) {
  const camera: Part = {
    ...body,
    mounts: [...body.mounts, lug('left', 40, more.left), lug('right', more.rightY ?? -40)],
  };
  const made = createTestRig(
    [camera, more.own ?? strap()],
    [joint('s', 'strap.near', 'body.left')],
    { setup: { hold: 'strap', motion: 'still', ...more.setup } },
  );
  return { ...made, report: measureReport(made.rig, 'low', made.parts) };
}
const codes = (made: ReturnType<typeof hung>) => made.report.findings.map((f) => f.code);

describe('a strap with an eye at either end', () => {
  it('is told where one of them is fastened to nothing, and its way out fastens it', () => {
    const made = hung();
    const found = made.report.findings.find((f) => f.code === 'strap-end-loose')!;
    expect(found.weight).toBe('risk');
    const { rig, parts } = made;
    const after = measureReport(rig, 'low', parts, { catalogue: parts });
    const [remedy] = after.findings.find((f) => f.code === 'strap-end-loose')!.remedies;
    const mended = applyEdit(rig, remedy!.edit);
    expect(measureReport(mended, 'low', parts).findings.map((f) => f.code)).not.toContain(
      'strap-end-loose',
    );
    expect(mended.setups[0]!.braces).toMatchObject([{ kind: 'strap', b: { mount: 'right' } }]);
  });

  it('bears half at either lug, and all at one where the weight is beyond it: a cord only pulls', () => {
    const pullsOf = (made: ReturnType<typeof hung>) => {
      const assembly = placeSetup(made.rig, made.rig.setups[0]!, made.parts);
      const { forces } = solveStatics(assembly, findHold(assembly))!;
      return forces
        .filter((f) => f.on === 'strap')
        .map((f) => [f.atMm[1], Math.hypot(...f.forceN)]);
    };
    const [a, b] = pullsOf(hung({ setup: { braces: tied } }));
    expect([a![0], b![0]]).toEqual([40, -40]);
    expect(a![1]).toBeCloseTo(9.80665 / 2, 3);
    expect(b![1]).toBeCloseTo(9.80665 / 2, 3);
    // Both on the left, 40 and 20 mm out: nothing pushes at the outer one.
    const beyond = pullsOf(hung({ rightY: 20, setup: { braces: tied } }));
    expect(beyond).toHaveLength(1);
    expect(beyond[0]![0]).toBe(20);
    expect(beyond[0]![1]).toBeCloseTo(9.80665, 3);
  });

  it('stops where a lug or an eye bears more than is stated, jolts included', () => {
    const bears = (massG: number) => ({ bears: { massG } });
    expect(codes(hung({ left: bears(1001) }))).not.toContain('mount-overloaded');
    expect(codes(hung({ left: bears(999) }))).toContain('mount-overloaded');
    // Half of it at either end; walking, half as much again.
    const both = (limitG: number, motion: Setup['motion']) =>
      codes(hung({ own: strap({}, bears(limitG)), setup: { braces: tied, motion } }));
    expect(both(501, 'still')).not.toContain('mount-overloaded');
    expect(both(501, 'walking')).toContain('mount-overloaded');
    expect(both(751, 'walking')).not.toContain('mount-overloaded');
  });

  it('reaches as far as it is long', () => {
    const setup = { braces: tied };
    expect(codes(hung({ own: strap({ webbingMm: 80 }), setup }))).not.toContain('brace-apart');
    expect(codes(hung({ own: strap({ webbingMm: 78 }), setup }))).toContain('brace-apart');
  });
});
