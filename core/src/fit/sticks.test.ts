import { describe, expect, it } from '@jest/globals';
import type { Mount, MountKind } from '../part/index.js';
import { measureReport } from '../report/index.js';
import type { Setup } from '../rig/index.js';
import { body, createTestRig, cube, handle, joint, mountAt } from '../testing/rigs.js';

type Triple = [number, number, number];

/** A cube of 10 mm and 100 g on a face of the body: 0.981 N, its middle 5 mm from the face. */
function stuckOn(
  normal: Triple,
  kind: MountKind = 'hook-loop',
  more: { setup?: Partial<Setup>; mount?: Partial<Mount> } = {},
) {
  const reference: Triple = Math.abs(normal[0]) > 0 ? [0, 1, 0] : [1, 0, 0];
  const at = normal.map((v) => 5 * v) as Triple;
  const back = normal.map((v) => -v) as Triple;
  const [first, second] =
    kind === 'device-clamp' ? (['clamp', 'device'] as const) : (['face', 'face'] as const);
  const { rig, parts } = createTestRig(
    [
      { ...body, mounts: [...body.mounts, mountAt('m', kind, first, at, normal, reference)] },
      handle,
      cube('drive', 100, {
        mounts: [
          mountAt('m', kind, second, back.map((v) => 5 * v) as Triple, back, reference, more.mount),
        ],
      }),
    ],
    [joint('h', 'handle.base', 'body.rail'), joint('d', 'drive.m', 'body.m')],
    { setup: { motion: 'still', ...more.setup } },
  );
  const report = measureReport(rig, 'low', parts);
  return report.findings.find((f) => f.code === 'may-come-off');
}
const ratioOf = (found: ReturnType<typeof stuckOn>) => (found?.facts as { ratio: number }).ratio;

describe('what holds by its area', () => {
  it('is worn by pull, shear and tilting together', () => {
    // 1 cm²: 6 N along, 3 N off, 3 N · 10 mm ∕ 4 over: 0.981 ∕ 6 + 0.00490 ∕ 0.0075.
    const found = stuckOn([0, 1, 0]);
    expect(ratioOf(found)).toBeCloseTo(0.980665 / 6 + 0.004903325 / 0.0075, 9);
    expect(found?.weight).toBe('note');
  });

  it('only pulls where it hangs straight below, and nothing is worn where it lies on top', () => {
    // 0.981 N of the 3 N that it holds straight off are under half.
    expect(stuckOn([0, 0, -1])).toBeUndefined();
    expect(stuckOn([0, 0, 1], 'hook-loop', { setup: { motion: 'still' } })).toBeUndefined();
    // Running, a jolt of 1 g tilts it by 5 mm: 0.0049 ∕ 0.0075; on top that is all.
    expect(ratioOf(stuckOn([0, 0, 1], 'hook-loop', { setup: { motion: 'running' } }))).toBeCloseTo(
      0.004903325 / 0.0075,
      9,
    );
    expect(ratioOf(stuckOn([0, 0, -1], 'hook-loop', { setup: { motion: 'running' } }))).toBeCloseTo(
      0.980665 / 3 + 0.004903325 / 0.0075,
      9,
    );
  });

  it('slides off sooner where only the friction of a magnet holds it', () => {
    // Straight off 6 N, along its face a fifth of it.
    const found = stuckOn([0, 1, 0], 'magnet');
    expect(ratioOf(found)).toBeCloseTo(0.980665 / 1.2 + 0.004903325 / 0.015, 9);
    expect(found?.weight).toBe('risk');
  });

  it('is silent where its maker states what it bears', () => {
    expect(ratioOf(stuckOn([1, 0, 0], 'device-clamp'))).toBeGreaterThan(1);
    expect(
      stuckOn([1, 0, 0], 'device-clamp', { mount: { bears: { massG: 500 } } }),
    ).toBeUndefined();
    expect(stuckOn([1, 0, 0], 'device-clamp', { mount: { holdsNm: 1 } })).toBeUndefined();
  });
});
