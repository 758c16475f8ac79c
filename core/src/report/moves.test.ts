import { describe, expect, it } from '@jest/globals';
import type { Part } from '../part/index.js';
import { body, createTestRig, cube, joint, mountAt } from '../testing/rigs.js';
import {
  judgeCandidates,
  listAsked,
  listMovePlaces,
  measureReport,
  type AskContext,
} from './index.js';

// On the shoe of a body: a microphone. A monitor has a shoe as well, and bears no microphone.
const foot = mountAt('foot', 'cold-shoe', 'foot', [0, 0, -5], [0, 0, -1], [1, 0, 0], {
  clampLengthMm: 18,
  carrier: true,
});
const shoe = (id: string, at: [number, number, number]) =>
  mountAt(id, 'cold-shoe', 'shoe', at, [0, 0, 1], [1, 0, 0], {
    lengthwise: { axis: [1, 0, 0], fromMm: -10, toMm: 10 },
  });
const camera: Part = { ...body, mounts: [...body.mounts, shoe('second', [0, -40, 50])] };
const monitor = cube('monitor', 200, {
  kind: 'monitor',
  mounts: [
    mountAt('base', 'quarter-20', 'screw', [0, 0, -5], [0, 0, -1], [1, 0, 0], {
      thread: { lengthMm: 6 },
      carrier: true,
    }),
    shoe('top', [0, 0, 5]),
  ],
});
const mic = cube('mic', 60, { kind: 'microphone', mounts: [foot] });
const { rig, parts } = createTestRig(
  [camera, monitor, mic],
  [joint('s', 'monitor.base', 'body.plain'), joint('m', 'mic.foot', 'body.shoe')],
);
const report = measureReport(rig, 'low', parts, {});
const context: AskContext = { report, parts, makeId: () => 'made' };
const ask = { kind: 'move', itemId: 'mic' } as const;

describe('where else a part of the rig could go', () => {
  it('is told with what it changes, where people put such a part first', () => {
    const found = [
      ...judgeCandidates(
        context,
        ask,
        listAsked(report, [], parts, () => 'x', ask),
      ),
    ];
    expect(found).toMatchObject([
      { state: 'fits', onto: { itemId: 'body', mountId: 'second' }, unusual: false },
      { state: 'fits', onto: { itemId: 'monitor', mountId: 'top' }, unusual: true },
    ]);
    expect(found.map((c) => c.state === 'fits' && [c.change.massG, c.change.spendMinor])).toEqual([
      [0, 0],
      [0, 0],
    ]);
    // On the screen it stands a screen higher.
    expect(found[1]!.state === 'fits' && found[1]!.change.heightMm).toBeGreaterThan(5);
    expect(listMovePlaces(report.assembly, 'mic')).toHaveLength(found.length);
  });

  it('is nowhere for the camera', () => {
    expect(listMovePlaces(report.assembly, 'body')).toEqual([]);
  });
});
