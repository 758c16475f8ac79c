import { describe, expect, it } from '@jest/globals';
import {
  sayDeg,
  sayCm2,
  sayG,
  sayLean,
  sayLeanShort,
  sayList,
  sayMm,
  sayMoney,
  sayNm,
  sayNumber,
  sayRad,
  sayTilt,
} from './index.js';

describe('figures in words', () => {
  it.each([
    [0, 0, '0'],
    [-0.001, 2, '0.00'],
    [-1.5, 1, '−1.5'],
    [1234567, 0, '1\u202f234\u202f567'],
    [0.005, 2, '0.01'],
    [12, 2, '12.00'],
  ] as const)('%d with %d digits is “%s”', (value, digits, text) =>
    expect(sayNumber(value, digits)).toBe(text),
  );

  it('millimetres keep a tenth where there is one', () => {
    expect([62, 62.04, 62.06, 62.5, -3.25].map(sayMm)).toEqual([
      '62 mm',
      '62 mm',
      '62.1 mm',
      '62.5 mm',
      '−3.2 mm',
    ]);
  });

  it('grams are whole, moments have hundredths, angles tenths', () => {
    expect([sayG(999.5), sayNm(1.555), sayDeg(12.34), sayRad(Math.PI)]).toEqual([
      '1\u202f000 g',
      '1.56 N·m',
      '12.3°',
      '180.0°',
    ]);
  });

  it('lists have commas and one “and”; areas are in cm²', () => {
    expect([[], ['a'], ['a', 'b'], ['a', 'b', 'c']].map(sayList)).toEqual([
      '',
      'a',
      'a and b',
      'a, b and c',
    ]);
    expect([50, 999, 1250].map(sayCm2)).toEqual(['0.5 cm²', '10.0 cm²', '13 cm²']);
  });

  it('money has its currency’s digits, and none where there are no cents', () => {
    expect(sayMoney({ minor: 68400, currency: 'EUR' })).toBe('EUR 684');
    expect(sayMoney({ minor: 68450, currency: 'EUR' })).toBe('EUR 684.50');
    expect(sayMoney({ minor: 15, currency: 'JPY' })).toBe('JPY 15');
    expect(sayMoney({ minor: 1500, currency: 'KWD' })).toBe('KWD 1.50');
    expect(sayMoney({ minor: 2000, currency: 'KWD' })).toBe('KWD 2');
  });

  it('tilt and lean name their side, on both sides of what is level', () => {
    expect([0.049, 0.05, -0.05, 24.94].map(sayTilt)).toEqual([
      'level',
      '0.1° nose down',
      '0.1° nose up',
      '24.9° nose down',
    ]);
    expect([0.049, 0.05, -1.94].map(sayLean)).toEqual([
      'upright',
      '0.1° to the left',
      '1.9° to the right',
    ]);
    expect([-0.04, 0.05, -1.94].map(sayLeanShort)).toEqual([
      'upright',
      'leans 0.1° left',
      'leans 1.9° right',
    ]);
  });
});
