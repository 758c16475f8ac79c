import { beforeAll, describe, expect, it } from '@jest/globals';
import { loadCollider, type Collider } from '../clash/index.js';
import type { Part } from '../part/index.js';
import { measureReport } from '../report/index.js';
import { body, createTestRig, cube, handle, joint, mountAt } from '../testing/rigs.js';

let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});
type Triple = [number, number, number];
const held = joint('h', 'handle.base', 'body.rail');
const screw = mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
  thread: { lengthMm: 6 },
  carrier: true,
});

describe('a part laid against a wall', () => {
  // A bar of 80 mm that a hand turns, and a block beside its far end, so far off its side.
  const bar: Part = {
    ...cube('bar', 20, { mounts: [screw] }),
    solids: [{ id: 'bar', type: 'box', atMm: [0, -40, 10], sizeMm: [6, 80, 6] }],
    grips: [{ id: 'end', use: 'adjust', place: 'other', fromMm: [0, -80, 10], toMm: [0, -80, 10] }],
  };
  const slipOf = (offMm: number, atMm: Triple = [8 + offMm, -110, 10]) => {
    const wall: Part = {
      ...cube('wall', 20),
      solids: [{ id: 'wall', type: 'box', atMm, sizeMm: [10, 10, 20] }],
      mounts: [
        mountAt('foot', 'cold-shoe', 'foot', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
          clampLengthMm: 8,
          carrier: true,
        }),
      ],
    };
    const { rig, parts } = createTestRig(
      [body, handle, bar, wall],
      [held, joint('b', 'bar.base', 'body.plain'), joint('w', 'wall.foot', 'body.shoe')],
    );
    return measureReport(rig, 'low', parts, { collider }).fit.slips.find((s) => s.jointId === 'b')!;
  };

  it('is a stop without anybody saying so, within a sheet of paper', () => {
    expect(slipOf(0)).toMatchObject({ braced: true });
    expect(slipOf(0.15)).toMatchObject({ braced: true });
    expect(slipOf(0.3)).toMatchObject({ braced: false });
  });

  it('is none where it only lies under what turns', () => {
    // Its top against the underside of the bar's end: that turns over it freely.
    expect(slipOf(0, [0, -110, -3])).toMatchObject({ braced: false });
  });
});

describe('a lens that is borne', () => {
  const camera: Part = {
    ...body,
    mounts: [
      ...body.mounts,
      mountAt('lens', 'lens-mount', 'body', [5, 0, 0], [1, 0, 0], [0, 0, 1], {
        family: 'F',
        bears: { momentNm: 1 },
      }),
    ],
  };
  const lens = (more: Partial<Part> = {}): Part => ({
    ...cube('lens', 2000, { kind: 'lens' }),
    solids: [{ id: 'barrel', type: 'box', atMm: [100, 0, 0], sizeMm: [200, 40, 40] }],
    mounts: [
      mountAt('rear', 'lens-mount', 'lens', [0, 0, 0], [-1, 0, 0], [0, 0, 1], {
        family: 'F',
        carrier: true,
      }),
      mountAt('foot', 'quarter-20', 'socket', [100, 0, -20], [0, 0, -1], [1, 0, 0], {
        thread: { depthMm: 8 },
      }),
    ],
    ...more,
  });

  it('by a pad that reaches it loads its mount no more; 2 mm short it does', () => {
    const loadOf = (gapMm: number, kind: Part['kind'] = 'lens-support') => {
      const pad: Part = {
        ...cube('pad', 50, { kind, mounts: [screw] }),
        // The barrel ends at z = −20; the pad stands on the body's screw at z = 50.
        solids: [{ id: 'pad', type: 'box', atMm: [100, 0, -75 - gapMm], sizeMm: [20, 20, 10] }],
      };
      const { rig, parts } = createTestRig(
        [camera, handle, lens(), pad],
        [held, joint('l', 'lens.rear', 'body.lens'), joint('p', 'pad.base', 'body.plain')],
      );
      return measureReport(rig, 'low', parts, { collider }).fit.lensLoads[0]!.supported;
    };
    expect([loadOf(0), loadOf(0.9), loadOf(1.1), loadOf(0, 'receiver')]).toEqual([
      true,
      true,
      false,
      false,
    ]);
  });

  it('on a foot of its own carries the camera: that hangs on the flange, not the lens', () => {
    const head = cube('head', 800, {
      kind: 'support',
      mounts: [
        mountAt('top', 'quarter-20', 'screw', [0, 0, 5], [0, 0, 1], [1, 0, 0], {
          thread: { lengthMm: 6 },
          carrier: true,
        }),
      ],
    });
    const stood = createTestRig(
      [camera, lens(), head],
      [joint('l', 'lens.rear', 'body.lens'), joint('t', 'head.top', 'lens.foot')],
      { setup: { hold: 'tripod' } },
    );
    const report = measureReport(stood.rig, 'low', stood.parts, { collider });
    // 1 kg of body, its middle 5 mm behind the flange: 0.049 N·m, and no zoom.
    expect(report.fit.lensLoads[0]).toMatchObject({ hanging: 'camera', massG: 1000 });
    expect(report.fit.lensLoads[0]!.momentNm).toBeCloseTo(0.049, 3);
    expect(report.findings.map((f) => f.code)).not.toContain('lens-mount-overloaded');
    // Held by the body the lens hangs: 2 kg at 100 mm are 1.96 N·m.
    const hung = createTestRig(
      [camera, handle, lens()],
      [held, joint('l', 'lens.rear', 'body.lens')],
    );
    const other = measureReport(hung.rig, 'low', hung.parts, { collider });
    expect(other.fit.lensLoads[0]).toMatchObject({ hanging: 'lens', massG: 2000 });
    expect(other.fit.lensLoads[0]!.momentNm).toBeCloseTo(1.961, 2);
    expect(other.findings.map((f) => f.code)).toContain('lens-mount-overloaded');
  });
});
