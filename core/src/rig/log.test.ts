import { describe, expect, it } from '@jest/globals';
import { listChecked, listTicked, mergeLog, readFieldText, LogEntry } from './index.js';

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
    const merged = mergeLog(log, [note('b', '09:00'), note('c', '10:00'), note('b', '09:00')], {
      now,
    });
    expect(merged.log.map((e) => e.id)).toEqual(['a', 'b', 'c']);
    expect(merged.overruled).toEqual([]);
  });

  it('keeps the latest of the ticks about one thing, and tells which came too late', () => {
    const log = [tick('a', '10:00', 'cage', false)];
    const older = tick('b', '09:00', 'cage', true);
    expect(mergeLog(log, [older], { now })).toEqual({ log, overruled: [older], spent: ['b'] });
    // The same said earlier is no conflict.
    expect(mergeLog(log, [{ ...older, yes: false }], { now }).overruled).toEqual([]);
    const newer = tick('c', '11:00', 'cage', true);
    expect(mergeLog(log, [newer], { now })).toEqual({ log: [newer], overruled: [], spent: ['a'] });
    // Of two at once the one that comes counts.
    expect(mergeLog(log, [tick('d', '10:00', 'cage', true)], { now }).log).toMatchObject([
      { id: 'd' },
    ]);
    // In another setup it is another.
    expect(mergeLog(log, [tick('e', '09:00', 'cage', true, 'tripod')], { now }).log).toHaveLength(
      2,
    );
  });

  it('does not let a clock that runs ahead win for ever', () => {
    const { log } = mergeLog([], [tick('a', '23:00', 'cage', true)], { now });
    expect(log[0]!.at).toBe(now.toISOString());
    const later = new Date('2026-03-01T13:00:00.000Z');
    const then = mergeLog(log, [tick('b', '12:30', 'cage', false)], { now: later });
    expect(then.log.map((e) => e.id)).toEqual(['b']);
  });

  it('puts what a device sends by its own clock to the clock here, ahead or behind', () => {
    const log = [tick('a', '11:50', 'cage', false)];
    const sentAt = (at: string) => new Date(`2026-03-01T${at}:00.000Z`);
    // It is 12:00 here and 14:00 there: what was ticked there at 13:40 was ticked at 11:40, before.
    const ahead = mergeLog(log, [tick('b', '13:40', 'cage', true)], {
      now,
      sentAt: sentAt('14:00'),
    });
    expect(ahead.log).toEqual(log);
    expect(ahead.overruled.map((e) => e.at)).toEqual(['2026-03-01T11:40:00.000Z']);
    // It is 09:00 there: what was ticked at 08:55 was ticked five minutes ago.
    const behind = mergeLog(log, [tick('c', '08:55', 'cage', true)], {
      now,
      sentAt: sentAt('09:00'),
    });
    expect(behind.log).toMatchObject([{ id: 'c', at: '2026-03-01T11:55:00.000Z' }]);
  });

  it('stays readable whatever clock a device says it has', () => {
    for (const [at, sentAt] of [
      ['1000-01-01T00:00:00.000Z', '9999-12-31T23:59:59.000Z'],
      ['9999-12-31T23:59:59.000Z', '1000-01-01T00:00:00.000Z'],
    ] as const) {
      const { log } = mergeLog([], [{ ...note('odd', '10:00'), at }], {
        now,
        sentAt: new Date(sentAt),
      });
      expect(LogEntry.safeParse(log[0]).success).toBe(true);
    }
  });

  it('takes nothing twice that another took the place of meanwhile', () => {
    const first = tick('a', '13:00', 'cage', true);
    const one = mergeLog([], [first], { now });
    const later = new Date('2026-03-01T12:10:00.000Z');
    const two = mergeLog(one.log, [tick('b', '12:05', 'cage', false)], { now: later });
    expect(two.spent).toEqual(['a']);
    const again = mergeLog(two.log, [first], { now: later, spent: new Set(two.spent) });
    expect(again).toEqual({ log: two.log, overruled: [], spent: [] });
  });

  it('orders moments and not texts: 10:00:00.500 is later than 10:00:00, however it is written', () => {
    const at = (id: string, moment: string, yes: boolean): LogEntry => ({
      ...tick(id, '10:00', 'cage', yes),
      at: moment,
    });
    const [early, late] = [
      at('early', '2026-03-01T10:00:00Z', true),
      at('late', '2026-03-01T10:00:00.500Z', false),
    ];
    for (const [stored, added] of [
      [early, late],
      [late, early],
    ] as const) {
      const { log } = mergeLog([stored], [added], { now });
      expect(log.map((e) => e.id)).toEqual(['late']);
      expect([...listTicked([early, late], 'low')]).toEqual([]);
    }
  });

  it('says which checks passed since a moment, by the latest answer of each', () => {
    const check = (
      id: string,
      at: string,
      subject: string,
      yes: boolean,
      setup = 'low',
    ): LogEntry => ({
      ...tick(id, at, subject, yes, setup),
      kind: 'checked',
    });
    const log = [
      check('a', '08:00', 'shake', true),
      check('b', '10:00', 'hang', false),
      check('c', '09:00', 'hang', true),
      check('d', '11:00', 'leads', true, 'tripod'),
      tick('e', '11:00', 'record', true),
    ];
    const since = (hour: string) => [
      ...listChecked(log, 'low', new Date(`2026-03-01T${hour}:00.000Z`)),
    ];
    expect(since('08:00')).toEqual([
      ['shake', true],
      ['hang', false],
    ]);
    expect(since('08:01')).toEqual([['hang', false]]);
    expect(since('10:01')).toEqual([]);
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

describe('the notes that a pocket sheet gives back', () => {
  const file = {
    format: 'zucchini-field',
    formatVersion: 1,
    rig: 'skiff',
    rigName: 'Skiff',
    entries: [note('a', '08:00')],
  };
  const read = (value: unknown) =>
    readFieldText(typeof value === 'string' ? value : JSON.stringify(value), 'skiff');
  const issueOf = (value: unknown) => {
    const outcome = read(value);
    return outcome.state === 'malformed' ? outcome.issues[0] : undefined;
  };

  it('are read for the rig that they are of', () => {
    expect(read(file)).toEqual({ state: 'read', file });
  });

  it('are refused with the place where they are none, or of another rig', () => {
    expect(issueOf('{')).toMatchObject({
      path: '',
      message: expect.stringMatching(/^is not JSON/),
    });
    expect(issueOf('null')).toMatchObject({ path: 'format' });
    expect(issueOf({ ...file, format: 'zucchini-rig' })).toMatchObject({ path: 'format' });
    expect(issueOf({ ...file, formatVersion: 2 })).toMatchObject({ path: 'formatVersion' });
    expect(issueOf({ ...file, rig: 'barge', rigName: 'Barge' })).toEqual({
      path: 'rig',
      message: 'is “barge” (Barge): these notes are of another rig',
    });
    const bad = { ...note('b', '08:00'), durationS: -1 };
    expect(issueOf({ ...file, entries: [bad] })).toMatchObject({ path: 'entries[0].durationS' });
  });
});
