import { afterEach, describe, expect, it } from '@jest/globals';
import type { LogEntry, Rig } from '@zucchini/core';
import { body, createTestRig, handle, joint, weightAhead } from '../../../../core/src/testing/rigs';
import { useBench } from '../../desk/benchStore';
import { openBench } from '../../testing/bench';
import { until } from '../../testing/server';
import { useChange } from './changeStore';

const onRail = joint('h', 'handle.base', 'body.rail', { slideMm: -10 });
const made = createTestRig([body, handle, weightAhead], [onRail]);
const low = made.rig.setups[0]!;
const rig: Rig = {
  ...made.rig,
  setups: [
    low,
    { ...low, id: 'bare', name: 'Bare', joints: [joint('w', 'weight.base', 'body.plain')] },
  ],
};
async function start() {
  const bench = await openBench({ rig, parts: made.parts });
  await until(() => bench.collider !== undefined);
  const change = useChange();
  change.begin('low', 'bare');
  return { bench, change };
}
afterEach(() => useBench().close());

describe('a change on the drawing', () => {
  it('shows what goes while it is still there, then what comes, and then all that is done', async () => {
    const { change } = await start();
    expect(change.found!.told.steps.map((s) => s.id)).toEqual(['take-off handle', 'put-on weight']);
    const look = () => {
      const { assembly, ghost, fresh } = change.shown!;
      return [[...assembly.byId.keys()], [...ghost], [...fresh]];
    };
    expect(look()).toEqual([['body', 'handle'], ['handle'], []]);
    change.go(1);
    expect(look()).toEqual([['body', 'weight'], [], ['weight']]);
    change.go(2);
    expect(look()).toEqual([['body', 'weight'], [], []]);
    // There is nothing beyond the end, nor before the beginning.
    change.go(9);
    expect(change.at).toBe(2);
    change.go(-3);
    expect(change.at).toBe(0);
  });

  it('stands still in a window that holds every stage', async () => {
    const { bench, change } = await start();
    const near = change.frame!;
    // The weight reaches 105 mm ahead, the handle's cube 5 mm over the rail at 50 mm.
    expect(near.highMm[1]).toBeCloseTo(55, 6);
    expect(Math.max(...near.lowMm.map(Math.abs), near.highMm[0])).toBeCloseTo(105, 6);
    change.go(1);
    expect(change.frame).toBe(near);
    bench.view = 'top';
    expect(change.frame).not.toBe(near);
  });

  it('takes what the person timed', async () => {
    const { bench, change } = await start();
    const before = change.found!.told.seconds;
    const entry: LogEntry = {
      id: 't1',
      at: '2026-03-01T06:00:00.000Z',
      kind: 'timed',
      durationS: 70,
      did: { step: 'put-on', mount: 'quarter-20', tool: 'thumb', picked: false },
    };
    bench.log = [entry];
    // The weight states 10 s: three times that and once 70 s are 25 s on the mean.
    expect(change.found!.told.seconds - before).toBeCloseTo(15, 6);
  });

  it('is none where a setup is taken away meanwhile', async () => {
    const { bench, change } = await start();
    bench.apply({ type: 'remove-setup', setupId: 'bare' });
    expect([change.pair, change.found, change.shown]).toEqual([undefined, undefined, undefined]);
  });
});
