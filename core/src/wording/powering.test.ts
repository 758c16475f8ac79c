import { describe, expect, it } from '@jest/globals';
import type { Part } from '../part/index.js';
import { proposeWays } from '../powering/index.js';
import { measureReport } from '../report/index.js';
import { createNames } from '../words/index.js';
import { brick, createPowerRig, device, lead, socketFor } from '../testing/power.js';
import { cube, joint, mountAt } from '../testing/rigs.js';
import { tellWay } from './index.js';

const named = (part: Part, name: string, minor: number): Part => ({
  ...part,
  name,
  price: { minor, currency: 'EUR' },
});
const camera = cube('body', 600, {
  kind: 'body',
  name: 'Box',
  mounts: [
    mountAt('a', 'quarter-20', 'socket', [0, 0, 50], [0, 0, 1], [1, 0, 0], {
      thread: { depthMm: 8 },
    }),
    mountAt('bay', 'v-mount', 'plate', [-50, 0, 0], [-1, 0, 0], [0, 0, 1]),
  ],
  draw: { recordW: 20 },
});

const tell = (way: 'own-cells' | 'one-brick', parts: readonly Part[], more = {}) => {
  const { rig, parts: book } = createPowerRig(
    [camera, device('screen', 8)],
    [joint('j', 'screen.base', 'body.a')],
    [],
    more,
  );
  const all = new Map([...book, ...parts.map((p) => [p.id, p] as const)]);
  const report = measureReport(rig, 'low', all);
  const answer = [...proposeWays({ report, parts: all }, [way])].find((a) => a !== undefined)!;
  return tellWay(answer, createNames(report.assembly, all), all);
};

describe('a way of powering in words', () => {
  it('says what there is to do, what of it more than once with how often, and what one gives up', () => {
    const day = { stretches: [{ name: 'Out', hours: 5, record: 1, idle: 0, temperatureC: 25 }] };
    const own = named(brick('own', 40), 'Turf', 9000);
    const { offered } = tell('own-cells', [own], { brief: { currency: 'EUR', limits: {}, day } });
    // 20 W for 5 h are 100 Wh: three bricks; 8 W are 40 Wh: one.
    expect(offered!.steps).toEqual([
      'Fit Turf on Box',
      'Fit Turf on screen',
      'Take Turf along, 2 of them',
    ]);
    expect(offered!.givesUp).toEqual(['the camera is off for 2 swaps']);
    expect([offered!.spendMinor, offered!.unpriced, offered!.massG]).toEqual([36000, 0, 1000]);
  });

  it('says why it is not open, by the names of the rig', () => {
    const tapped = brick('own', 40, { ports: [socketFor('out', 'out', { minV: 12, maxV: 16 })] });
    expect(tell('one-brick', [])).toMatchObject({
      name: 'One brick for all',
      notOpen: expect.stringContaining('none is in the catalogue'),
    });
    expect(tell('one-brick', [named(tapped, 'Turf', 1), lead('line', { maxA: 0.1 })]).notOpen).toBe(
      'Each device could be fed alone, but not all together: there are too few outlets, or the battery bears too little.',
    );
  });
});
