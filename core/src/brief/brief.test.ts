import { describe, expect, it } from '@jest/globals';
import { Brief, mergeBrief } from './index.js';

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
