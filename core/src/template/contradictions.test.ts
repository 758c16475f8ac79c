import { describe, expect, it } from '@jest/globals';
import { createFromAnswers, listContradictions, things, type Answers } from './index.js';

const tell = (label: string, stated: Answers): string[] => {
  const thing = things.find((t) => t.label === label)!;
  const { answers } = createFromAnswers(thing, 'mine', { name: 'Mine', ...stated }, new Map());
  return listContradictions(thing, answers).map((c) => `${c.name} ${c.message}`);
};

describe('answers that cannot both be so', () => {
  it.each<[string, Answers, string[]]>([
    [
      'Monitor',
      { diagonalIn: 7, widthMm: 140 },
      ['widthMm is narrower than its picture: that is 155 mm wide'],
    ],
    [
      'Monitor',
      { diagonalIn: 7, heightMm: 60 },
      ['heightMm is lower than its picture: that is 87.2 mm high'],
    ],
    [
      'Monitor',
      { diagonalIn: 5, minV: 12, maxV: 9 },
      ['maxV is lower than the lowest it takes: at least 12 V'],
    ],
    [
      'Lens',
      { lengthMm: 80, diameterMm: 70, mountFamily: 'F', filterMm: 77 },
      ['filterMm is wider than the front it is cut into: at most 70 mm'],
    ],
    [
      'Camera body',
      { widthMm: 120, heightMm: 80, depthMm: 50, mountFamily: 'F', axisHeightMm: 92 },
      ['axisHeightMm lies above the body: at most its height, 80 mm'],
    ],
    [
      'Lens',
      { lengthMm: 80, diameterMm: 70, mountFamily: 'F', focalMm: [undefined, 50] },
      ['focalMm wants both figures'],
    ],
    [
      'Lead',
      { ends: [{ connector: 'hdmi-a' }, { connector: '' }], lengthMm: 300 },
      ['ends wants the plug at its other end too'],
    ],
    [
      'Step ring',
      { backSizeMm: 77, frontSizeMm: 82, outerMm: 80 },
      ['outerMm is smaller than the thread at its front: at least 82 mm'],
    ],
    [
      'Gear ring',
      { innerMm: 76, gearMm: 74 },
      ['gearMm stands outside the ring it is on: at least 78 mm'],
    ],
    [
      'Top handle',
      { lengthMm: 110, heightMm: 60, baseFromRearMm: 130 },
      ['baseFromRearMm lies beyond the bar: at most its length, 110 mm'],
    ],
    [
      'Side grip',
      { heightMm: 110, diameterMm: 40, outMm: 22 },
      ['outMm brings the grip into what carries it: at least 30 mm'],
    ],
    [
      'Bent bracket',
      { footMm: 40, uprightMm: 30, widthMm: 20, thicknessMm: 3, holeFromEndMm: 29 },
      ['holeFromEndMm lies beyond the shorter leg: at most 27 mm'],
    ],
    [
      'Battery',
      { heightMm: 70, widthMm: 38, depthMm: 20, energyWh: 98 },
      ['energyWh is more than so small a battery holds: at most ≈ 40 Wh'],
    ],
    [
      'Lead',
      {
        ends: [{ connector: 'usb-c' }, { connector: 'usb-c' }],
        lengthMm: 300,
        stretchesToMm: 200,
        carries: ['power'],
      },
      ['stretchesToMm is shorter than the lead as it hangs: at least 300 mm'],
    ],
  ])('%s %j: %j', (label, stated, said) => expect(tell(label, stated)).toEqual(said));

  it('are told of a plate that swings into its own clamp, and of no other', () => {
    const plate = { heightMm: 100, widthMm: 70 };
    const swung = (fixing: string, swingsDeg: number) =>
      tell('Battery plate', { ...plate, fixing, swingsDeg });
    expect(swung('rods', 120)).toEqual([
      'swingsDeg brings the plate into its own rod clamp: at most ≈ 100°',
    ]);
    expect([swung('rods', 100), swung('nato', 120)]).toEqual([[], []]);
  });

  it.each<[string, Answers]>([
    ['Monitor', { diagonalIn: 7 }],
    ['Battery', { heightMm: 70, widthMm: 38, depthMm: 20, energyWh: 16 }],
    ['Lens', { lengthMm: 80, diameterMm: 70, mountFamily: 'F' }],
    ['Top handle', { lengthMm: 110, heightMm: 60 }],
  ])('are none in %s %j, nor in what is guessed from it', (label, stated) =>
    expect(tell(label, stated)).toEqual([]),
  );

  it('are told of nothing that is not said yet', () => {
    expect(tell('Monitor', { widthMm: 40 })).toEqual([]);
  });
});
