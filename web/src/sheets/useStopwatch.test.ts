import { describe, expect, it } from '@jest/globals';
import type { ToldStep } from '@zucchini/core';
import { useStopwatch } from './useStopwatch';

const step = (id: string, more: Partial<ToldStep> = {}): ToldStep => ({
  ...{ id, kind: 'put-on', itemId: id, tool: 'coin', seconds: 10, usualS: 10, timed: 0 },
  ...{ stated: true, mountKind: 'cold-shoe', text: id, by: 'coin', does: 'coin', takes: '10 s' },
  ...{ lacks: undefined, stopped: false, goes: undefined, parts: [id], picks: false },
  ...more,
});
function start(steps = [step('a', { picks: true }), step('b')]) {
  const time = { running: 1000, wall: 5_000_000 };
  const kept: unknown[] = [];
  const watch = useStopwatch(
    () => steps,
    () => ({ ...time }),
    (entry) => kept.push(entry),
  );
  const pass = (ms: number, wallMs = ms) => {
    time.running += ms;
    time.wall += wallMs;
  };
  watch.start();
  return { watch, pass, kept };
}

describe('the stopwatch', () => {
  it('times each step from tap to tap and keeps what was done with what', () => {
    const { watch, pass, kept } = start();
    pass(12_340);
    watch.tap();
    pass(8_000);
    watch.tap();
    expect(watch.state.value).toBe('done');
    expect(kept).toEqual([
      {
        kind: 'timed',
        item: 'a',
        durationS: 12.3,
        did: { step: 'put-on', mount: 'cold-shoe', tool: 'coin', picked: true },
      },
      {
        kind: 'timed',
        item: 'b',
        durationS: 8,
        did: { step: 'put-on', mount: 'cold-shoe', tool: 'coin', picked: false },
      },
    ]);
    watch.tap();
    expect(kept).toHaveLength(2);
  });

  it('takes a trembling thumb for one tap', () => {
    const { watch, pass, kept } = start();
    pass(5000);
    watch.tap();
    pass(399);
    watch.tap();
    expect([watch.at.value, kept.length]).toEqual([1, 1]);
    pass(1);
    watch.tap();
    expect(kept).toHaveLength(2);
  });

  it('does not count a step in which a clock jumped, and goes on', () => {
    const { watch, pass, kept } = start();
    // The phone was set an hour back, or its running clock slept.
    pass(5000, -3_600_000);
    watch.tap();
    expect(watch.timed.value).toEqual([{ id: 'a', seconds: 5, dropped: 'jumped' }]);
    pass(5000, 8000);
    watch.tap();
    expect(watch.timed.value[1]).toEqual({ id: 'b', seconds: 5 });
    expect(kept).toHaveLength(1);
  });

  it('does not count a step that nobody works at so long', () => {
    const { watch, pass, kept } = start();
    pass(1_800_100);
    watch.tap();
    pass(1_800_000);
    watch.tap();
    expect(watch.timed.value.map((t) => t.dropped)).toEqual(['too-long', undefined]);
    expect(kept).toHaveLength(1);
  });

  it('leaves out what it was paused, and is not tapped meanwhile', () => {
    const { watch, pass, kept } = start();
    pass(4000);
    watch.pause();
    pass(600_000);
    watch.tap();
    expect([watch.state.value, watch.at.value]).toEqual(['paused', 0]);
    watch.pause();
    pass(2000);
    expect(watch.measure().ms).toBe(6000);
    watch.tap();
    expect(kept).toMatchObject([{ durationS: 6 }]);
  });

  it('begins anew', () => {
    const { watch, pass } = start();
    pass(5000);
    watch.tap();
    watch.start();
    expect([watch.at.value, watch.timed.value.length, watch.measure().ms]).toEqual([0, 0, 0]);
  });

  it('keeps in which hold the rig was settled', () => {
    const settle = step('settle', { kind: 'settle', tool: 'none', settlesIn: 'gimbal' });
    const { mountKind: _, ...bare } = settle;
    const { watch, pass, kept } = start([bare]);
    pass(140_000);
    watch.tap();
    expect(kept).toEqual([
      {
        kind: 'timed',
        item: 'settle',
        durationS: 140,
        did: { step: 'settle', tool: 'none', picked: false, hold: 'gimbal' },
      },
    ]);
  });
});
