import { describe, expect, it } from '@jest/globals';
import { body, cube } from '../testing/rigs.js';
import { listPartDoubts } from './index.js';

/** A plate of a usual size and mass, so that only its price can be doubted. */
const plate = cube('plate', 5, {
  kind: 'plate',
  solids: [{ id: 'solid', type: 'box', sizeMm: [60, 40, 8], atMm: [0, 0, 0] }],
  massG: 50,
});
const priced = (minor: number, currency: string) =>
  listPartDoubts({ ...plate, price: { minor, currency } })
    .filter((d) => d.name === 'price')
    .map((d) => [d.value, d.unit]);

describe('a price that is unusual', () => {
  it('is told in the unit that people write, whatever digits its currency has', () => {
    expect(priced(15, 'JPY')).toEqual([]);
    expect(priced(15, 'EUR')).toEqual([[0.15, 'EUR']]);
    expect(priced(15, 'KWD')).toEqual([[0.015, 'KWD']]);
    expect(priced(1500, 'EUR')).toEqual([]);
  });

  it('is not doubted where nothing is asked for it', () => {
    expect(priced(0, 'EUR')).toEqual([]);
  });
});

describe('a mass that is unusual', () => {
  const names = (massG: number) => listPartDoubts({ ...plate, massG }).map((d) => d.label);

  it('is told for its size on both sides of what materials weigh', () => {
    // 19.2 cm³.
    expect(names(50)).toEqual([]);
    expect(names(19.2 * 30)).toContain('Mass for its size');
    expect(names(0.1)).toContain('Mass for its size');
  });

  it('names the largest size where no rig is that large', () => {
    const huge = {
      ...body,
      solids: [
        {
          id: 's',
          type: 'box' as const,
          sizeMm: [900, 10, 10] as [number, number, number],
          atMm: [0, 0, 0] as [number, number, number],
        },
      ],
    };
    expect(listPartDoubts(huge).map((d) => d.label)).toContain('Largest size');
  });
});
