import { describe, expect, it } from '@jest/globals';
import { listTicked, mergeLog, type LogEntry } from './index.js';

const now = new Date('2026-03-01T12:00:00.000Z');
const tick = (id: string, at: string, subject: string, yes: boolean, setup = 'low'): LogEntry => ({
  id,
  at: `2026-03-01T${at}:00.000Z`,
  kind: 'packed',
  setup,
  subject,
  yes,
});
const note = (id: string, at: string): LogEntry => ({
  id,
  at: `2026-03-01T${at}:00.000Z`,
  kind: 'note',
  text: id,
});

describe('a log to which entries are added', () => {
  it('holds all of both, in the order of their times, and nothing twice', () => {
    const log = [note('a', '08:00'), note('c', '10:00')];
    const merged = mergeLog(log, [note('b', '09:00'), note('c', '10:00'), note('b', '09:00')], now);
    expect(merged.log.map((e) => e.id)).toEqual(['a', 'b', 'c']);
    expect(merged.overruled).toEqual([]);
  });

  it('keeps the latest of the ticks about one thing, and tells which came too late', () => {
    const log = [tick('a', '10:00', 'cage', false)];
    const older = tick('b', '09:00', 'cage', true);
    expect(mergeLog(log, [older], now)).toEqual({ log, overruled: [older] });
    // The same said earlier is no conflict.
    expect(mergeLog(log, [{ ...older, yes: false }], now).overruled).toEqual([]);
    const newer = tick('c', '11:00', 'cage', true);
    expect(mergeLog(log, [newer], now)).toEqual({ log: [newer], overruled: [] });
    // Of two at once the one that comes counts.
    expect(mergeLog(log, [tick('d', '10:00', 'cage', true)], now).log).toMatchObject([{ id: 'd' }]);
    // In another setup it is another.
    expect(mergeLog(log, [tick('e', '09:00', 'cage', true, 'tripod')], now).log).toHaveLength(2);
  });

  it('does not let a clock that runs ahead win for ever', () => {
    const { log } = mergeLog([], [tick('a', '23:00', 'cage', true)], now);
    expect(log[0]!.at).toBe(now.toISOString());
    const later = new Date('2026-03-01T13:00:00.000Z');
    const then = mergeLog(log, [tick('b', '12:30', 'cage', false)], later);
    expect(then.log.map((e) => e.id)).toEqual(['b']);
  });

  it('says what is ticked in a setup', () => {
    const log = [
      tick('a', '08:00', 'cage', true),
      tick('b', '09:00', 'monitor', true),
      tick('c', '10:00', 'monitor', false),
      tick('d', '10:00', 'arm', true, 'tripod'),
      note('e', '11:00'),
    ];
    expect([...listTicked(log, 'low')]).toEqual(['cage']);
    expect([...listTicked([...log].reverse(), 'low')]).toEqual(['cage']);
  });
});
