import { describe, expect, it } from '@jest/globals';
import { tries } from '../testing/depth.js';
import { createRandom } from '../testing/grown.js';
import type { Vec3 } from '../placement/index.js';
import type { Lever } from './levers.js';
import { searchBalance, type Aim } from './search.js';

/** A slide of so many whole millimetres either way that shifts the weight in proportion. */
const slide = (id: string, perMm: Vec3, fromMm: number, toMm: number): Lever => ({
  id,
  kind: 'slide',
  itemId: id,
  perMm,
  settings: Array.from({ length: toMm - fromMm + 1 }, (_, i) => fromMm + i)
    .filter((value) => value !== 0)
    .sort((a, b) => Math.abs(a) - Math.abs(b) || a - b)
    .map((value) => ({
      value,
      sizeMm: Math.abs(value),
      shiftMm: [perMm[0] * value, perMm[1] * value, perMm[2] * value] as Vec3,
    })),
  toEdit: () => ({ type: 'rename', name: id }),
});
const same = (v: Vec3) => v;
/** Within half a millimetre ahead and to the left. */
const within = (mm: number): Aim => ({
  miss: (ahead, left) => Math.max(0, Math.abs(ahead) - mm, Math.abs(left) - mm),
  width: () => [mm, mm],
});

describe('slides that level together', () => {
  it('three of them, where no two do and the nearest first leads astray', () => {
    // Ahead 30 and left −10 are wanted: a + b = 30, a − b + c = −10 with a, b ≤ 20 and c ≤ 5 each way.
    const levers = [
      slide('a', [1, 1, 0], 0, 20),
      slide('b', [1, -1, 0], 0, 20),
      slide('c', [0, 1, 0], -5, 5),
    ];
    const { found } = searchBalance([-34, 1, 0], within(0.5), levers, same);
    expect(found.length).toBeGreaterThan(0);
    const sum = [0, 1].map((way) =>
      found[0]!.pulls.reduce((all, p) => all + p.setting.shiftMm[way as 0 | 1], [-34, 1][way]!),
    );
    expect(Math.max(...sum.map(Math.abs))).toBeLessThanOrEqual(0.5);
  });

  it('are found wherever trying every place of every three finds some, nearly always', () => {
    const random = createRandom(3);
    const pick = (from: number, to: number) => Math.round(from + (to - from) * random());
    let [able, missed] = [0, 0];
    for (let n = 0; n < tries(30); n += 1) {
      const levers = ['a', 'b', 'c'].map((id) =>
        slide(id, [pick(-10, 10) / 10, pick(-10, 10) / 10, 0], pick(-8, 0), pick(0, 8)),
      );
      const at: Vec3 = [pick(-16, 16), pick(-12, 12), 0];
      const aim = within(0.8);
      const places = levers.map((l) => [[0, 0], ...l.settings.map((s) => s.shiftMm)]);
      const isAble = places[0]!.some((x) =>
        places[1]!.some((y) =>
          places[2]!.some(
            (z) => aim.miss(at[0] + x[0]! + y[0]! + z[0]!, at[1] + x[1]! + y[1]! + z[1]!, 0) === 0,
          ),
        ),
      );
      if (!isAble || aim.miss(at[0], at[1], 0) === 0) continue;
      able += 1;
      if (searchBalance(at, aim, levers, same).found.length === 0) missed += 1;
    }
    expect(able).toBeGreaterThan(tries(30) / 10);
    // Whole millimetres may leave nothing at the very ends where there is something between.
    expect(missed).toBeLessThanOrEqual(able / 20);
  });
});
