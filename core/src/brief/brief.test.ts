import { describe, expect, it } from '@jest/globals';
import { Brief, listOverrides, mergeBrief } from './index.js';

const brief: Brief = {
  currency: 'EUR',
  limits: { carryG: 2400, heightMm: 300 },
  day: { hoursOn: 6 },
};

describe('the brief of a setup', () => {
  it('is the rig’s where the setup says nothing', () => {
    expect(mergeBrief(brief, undefined)).toBe(brief);
  });

  it('takes its overrides limit by limit, and keeps the others', () => {
    expect(mergeBrief(brief, { limits: { heightMm: 400 } })).toEqual({
      ...brief,
      limits: { carryG: 2400, heightMm: 400 },
    });
  });

  it('takes whole what is no limit', () => {
    expect(mergeBrief(brief, { limits: {}, day: { hoursOn: 2 } } as never)).toMatchObject({
      currency: 'EUR',
      limits: { carryG: 2400 },
      day: { hoursOn: 2 },
    });
  });
});

describe('what a setup has otherwise', () => {
  const rigs: Brief = {
    ...brief,
    job: 'Harbour film',
    sound: { headphones: true, wirelessChannels: 2 },
    scenes: [{ name: 'Quay', fromEv: 12, toEv: 15 }],
    because: { 'day.hoursOn': 'a working day' },
  };
  const after = (next: Brief) => mergeBrief(rigs, listOverrides(rigs, next));

  it('is nothing where nothing differs, and only the limits that do', () => {
    expect(listOverrides(rigs, rigs)).toEqual({});
    const next = { ...rigs, limits: { ...rigs.limits, heightMm: 250 } };
    expect(listOverrides(rigs, next)).toEqual({ limits: { heightMm: 250 } });
    expect(after(next)).toEqual(next);
  });

  it('does without scenes or sound that the rig’s brief has', () => {
    const { sound: _, scenes: __, ...next } = rigs;
    expect(listOverrides(rigs, next)).toEqual({ sound: {}, scenes: [] });
    expect(after(next)).toMatchObject({ sound: {}, scenes: [] });
  });

  it('keeps limits and words of the rig that it would take away', () => {
    const { job: _, ...next } = { ...rigs, limits: { carryG: 2400 } };
    expect(listOverrides(rigs, next)).toEqual({});
    expect(after(next)).toEqual(rigs);
  });
});

describe('a brief that is read', () => {
  const reads = (more: object) => Brief.safeParse({ ...brief, ...more }).success;

  it('has a currency in three capital letters', () => {
    expect([reads({}), reads({ currency: 'eur' }), reads({ currency: 'EURO' })]).toEqual([
      true,
      false,
      false,
    ]);
  });

  it('has limits above nothing, and a day of at most two', () => {
    expect(reads({ limits: { carryG: 0 } })).toBe(false);
    expect(reads({ limits: { heightMm: -1 } })).toBe(false);
    expect([reads({ day: { hoursOn: 48 } }), reads({ day: { hoursOn: 48.5 } })]).toEqual([
      true,
      false,
    ]);
  });
});
