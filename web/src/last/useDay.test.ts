import { afterEach, describe, expect, it } from '@jest/globals';
import { effectScope, type EffectScope } from 'vue';
import { body, createTestRig, handle, joint, noBrief } from '../../../core/src/testing/rigs';
import { useBench } from '../desk/benchStore';
import { openBench } from '../testing/bench';
import { useDay } from './useDay';

let scope: EffectScope;
afterEach(() => {
  scope.stop();
  useBench().close();
});

async function open(day?: object, own?: object) {
  const made = createTestRig([body, handle], [joint('h', 'handle.base', 'body.rail')], {
    brief: { ...noBrief, ...(day ? { day } : {}) },
    ...(own ? { setup: { brief: { day: own } } } : {}),
  });
  const bench = await openBench(made);
  scope = effectScope();
  return { bench, day: scope.run(() => useDay())! };
}
const stretches = [{ name: 'Work', hours: 4, record: 0.5, idle: 0.2 }];

describe('the day of a brief', () => {
  it('is changed figure by figure, each in one step that can be undone', async () => {
    const { bench, day } = await open({ flights: 2, stretches });
    day.change(0, { hours: 5 });
    expect(bench.rig!.brief.day).toEqual({
      flights: 2,
      stretches: [{ ...stretches[0], hours: 5 }],
    });
    day.add();
    expect(bench.rig!.brief.day!.stretches).toHaveLength(2);
    bench.stepBack();
    bench.stepBack();
    expect(bench.rig!.brief.day!.stretches).toEqual(stretches);
    day.setDay({ reserve: 0.2, startsAt: '06:30' });
    expect(bench.rig!.brief.day).toEqual({
      flights: 2,
      reserve: 0.2,
      startsAt: '06:30',
      stretches,
    });
    day.setDay({ startsAt: 'at dawn' });
    expect(day.dayIssue.value).toBe('a time of day is written like 06:30');
    expect(bench.rig!.brief.day!.startsAt).toBe('06:30');
    day.setDay({ reserve: undefined, startsAt: undefined });
    expect(day.dayIssue.value).toBe('');
    day.remove(0);
    expect(bench.rig!.brief.day).toEqual({ flights: 2 });
  });

  it('is the setup’s own where it has one: its rows are shown and changed, and the rig’s stay', async () => {
    const { bench, day } = await open({ stretches }, { hoursOn: 4 });
    expect([day.isOwn.value, day.rows.value.map((r) => r.hours)]).toEqual([true, [4]]);
    expect(bench.report!.last.plan.hours).toBe(4);
    day.change(0, { hours: 5 });
    expect(bench.report!.last.plan.hours).toBe(5);
    expect(bench.rig!.brief.day).toEqual({ stretches });
    day.setDay({ reserve: 0.1 });
    expect(bench.rig!.setups[0]!.brief!.day).toMatchObject({ reserve: 0.1, hoursOn: 4 });
    expect(bench.rig!.brief.day).toEqual({ stretches });
  });

  it('of which only the hours are known starts from what is assumed of it', async () => {
    const { bench, day } = await open({ hoursOn: 6, mainsBreak: true });
    expect([day.isStated.value, day.rows.value.length]).toEqual([false, 3]);
    day.change(0, { record: 0.6 });
    expect(bench.rig!.brief.day!.stretches!.map((s) => s.record)).toEqual([0.6, 0, 0.35]);
    expect(day.isStated.value).toBe(true);
  });

  it('what cannot be stays in its row, is said there and not stored', async () => {
    const { bench, day } = await open({ stretches });
    for (const [wrong, message] of [
      [{ hours: 0 }, 'a stretch is longer than 0 h'],
      [{ hours: 49 }, 'a stretch is at most 48 h long'],
      [{ hours: undefined }, 'how long it lasts is missing'],
      [{ idle: 0.6 }, 'recording and waiting together are more than the whole stretch'],
    ] as const) {
      day.change(0, wrong as object);
      expect(day.issues.value).toEqual([{ at: 0, message }]);
      expect(day.rows.value[0]).toMatchObject(wrong);
      expect(bench.rig!.brief.day!.stretches).toEqual(stretches);
      day.change(0, stretches[0]!);
      expect(day.issues.value).toEqual([]);
    }
    day.take([...stretches, { ...stretches[0]!, hours: 45 }]);
    expect(day.issues.value).toEqual([
      { at: undefined, message: 'together they are longer than 48 h' },
    ]);
  });
});
