import { afterEach, beforeEach, describe, expect, it } from '@jest/globals';
import { computed, shallowRef } from 'vue';
import {
  body,
  createTestRig,
  cube,
  handle,
  joint,
  mountAt,
  weightAhead,
} from '../../../../core/src/testing/rigs';
import { useBench } from '../../desk/benchStore';
import { openBench } from '../../testing/bench';
import { createPlate } from '../../testing/plate';
import { useForces } from './useForces';
import { useLabels } from './useLabels';
import { useMarks } from './useMarks';

/** A strap hangs in the lug that the body of these tests has besides; lugs crowd a drawing. */
const lugged = {
  ...body,
  mounts: [...body.mounts, mountAt('lug', 'strap-lug', 'lug', [20, 50, 0], [0, 1, 0], [0, 0, 1])],
};
/** Right over the middle, with an eye at its front. */
const weight = cube('weight', 500, {
  mounts: [
    ...weightAhead.mounts,
    mountAt('eye', 'quarter-20', 'socket', [5, 0, 0], [1, 0, 0], [0, 0, 1]),
  ],
});
/** Held right over its middle: it hangs level. */
const made = createTestRig(
  [lugged, handle, weight],
  [
    joint('h', 'handle.base', 'body.rail', { slideMm: -10 }),
    joint('w', 'weight.base', 'body.plain'),
  ],
);
beforeEach(async () => {
  await openBench(made);
});
afterEach(() => useBench().close());

type Lit = { itemId: string; mountId: string };

describe('marks of mounts', () => {
  const nobody = shallowRef<readonly Lit[]>([]);
  const namesOf = (marks: readonly { key: string }[]) => marks.map((m) => m.key).sort();

  it('are shown under Fit where they are free, the small ones on what is chosen only', () => {
    const bench = useBench();
    const { marks } = useMarks(createPlate(2), nobody);
    expect(namesOf(marks.value)).toEqual([
      'body blind',
      'body holes',
      'body shoe',
      'body teeth',
      'weight eye',
    ]);
    bench.select('body');
    expect(namesOf(marks.value)).toContain('body lug');
  });

  it('under another question are those of the chosen part, and all where a mount is asked for', () => {
    const bench = useBench();
    bench.ask('hang');
    const { marks } = useMarks(createPlate(2), nobody);
    expect(marks.value).toEqual([]);
    bench.select('weight');
    expect(namesOf(marks.value)).toEqual(['weight eye']);
    bench.panel = { kind: 'mounts', itemId: undefined };
    expect(marks.value).toHaveLength(5);
    bench.select(undefined);
    expect(marks.value).toEqual([]);
    bench.askMount('body', 'blind');
    expect(marks.value).toHaveLength(5);
  });

  it('say what they are and whether something is there, and lie where they are on the page', () => {
    const { marks } = useMarks(createPlate(2), nobody);
    const teeth = marks.value.find((m) => m.key === 'body teeth')!;
    expect([teeth.x, teeth.y]).toEqual([300, 250]);
    expect(teeth.title).toMatch(/of body: .*, free$/);
    // 50 mm up are 100 px, and 30 mm behind the middle 60 px to the right.
    const blind = marks.value.find((m) => m.key === 'body blind')!;
    expect([blind.x, blind.y]).toEqual([360, 150]);
  });

  it('that lie on each other are fanned out', () => {
    const { marks } = useMarks(createPlate(2), nobody);
    const places = marks.value.map((m) => `${m.x} ${m.y}`);
    expect(new Set(places).size).toBe(places.length);
  });

  it('are turned with the mount where they face the viewer, and a quarter more where they lie across', () => {
    const { marks } = useMarks(createPlate(2), nobody);
    const turnOf = (key: string) => marks.value.find((m) => m.key === key)!;
    const [teeth, shoe] = [turnOf('body teeth'), turnOf('body shoe')];
    // The face of teeth looks to the left, at the viewer of the near side; the shoe looks up.
    expect([teeth.facing > 0.5, shoe.facing > 0.5]).toEqual([true, false]);
    const degOf = (m: typeof teeth) => (((m.turnDeg % 180) + 180) % 180).toFixed(0);
    // The reference of the teeth points up, and what the shoe’s cross-section shows lies along the page.
    expect([degOf(teeth), degOf(shoe)]).toEqual(['90', '0']);
  });

  it('show which one is asked about', () => {
    const bench = useBench();
    const { marks } = useMarks(createPlate(2), nobody);
    bench.askMount('body', 'blind');
    expect(marks.value.filter((m) => m.chosen).map((m) => m.key)).toEqual(['body blind']);
  });

  it('are found under the pointer where they are lit, the nearest within 22 px', () => {
    useBench().ask('spend');
    const lit = shallowRef<readonly Lit[]>([]);
    const { marks, findLit } = useMarks(createPlate(2), lit);
    expect(findLit(300, 250)).toBeUndefined();
    lit.value = [{ itemId: 'body', mountId: 'shoe' }];
    expect(marks.value).toHaveLength(5);
    lit.value = [
      { itemId: 'body', mountId: 'teeth' },
      { itemId: 'body', mountId: 'blind' },
    ];
    // While something is carried all of them show.
    expect(marks.value).toHaveLength(5);
    expect(marks.value.filter((m) => m.lit)).toHaveLength(2);
    expect(findLit(300, 250 + 21)).toEqual({ itemId: 'body', mountId: 'teeth' });
    expect(findLit(300, 250 + 23)).toBeUndefined();
    const blind = marks.value.find((m) => m.key === 'body blind')!;
    expect(findLit(blind.x - 5, blind.y)).toEqual({ itemId: 'body', mountId: 'blind' });
  });
});

describe('forces on the page', () => {
  it('are shown under Hang alone', () => {
    const acting = useForces(createPlate(2));
    expect(acting.value).toBeUndefined();
    useBench().ask('hang');
    expect(acting.value).toBeDefined();
  });

  it.each([
    // At 2 px for each mm both limits are the same 55 mm; above it 110 px count, below it 55 mm.
    [2, 110],
    [4, 110],
    [1, 55],
  ])('at %d px for each mm draw the weight %d px long, downwards, with its figure', (px, long) => {
    useBench().ask('hang');
    const acting = useForces(createPlate(px)).value!;
    const weight = acting.forces.find((f) => f.on === 'weight')!;
    expect(weight.tip[0] - weight.from[0]).toBeCloseTo(0, 1);
    expect(weight.tip[1] - weight.from[1]).toBeCloseTo(long);
    expect(weight.turnDeg).toBeCloseTo(90, 1);
    // 1501 g.
    expect(weight.words).toBe('weight 14.7 N');
    expect(acting.mmPerN * 14.72).toBeCloseTo(long / px, 1);
    // Below the tip of an arrow that points down, beside it.
    expect([weight.label.x, weight.label.y]).toEqual([weight.tip[0] + 8, weight.tip[1] + 12]);
    const hand = acting.forces.find((f) => f.on === 'hand')!;
    expect(hand.tip[1]).toBeLessThan(hand.from[1]);
    expect(hand.label.y).toBe(hand.tip[1] - 6);
    expect(hand.words).toMatch(/^hand 14\.7 N$/);
  });

  it('keep their words on the page', () => {
    useBench().ask('hang');
    const wide = createPlate(2);
    const weight = () => useForces(narrow).value!.forces.find((f) => f.on === 'weight')!;
    const narrow = { ...wide, width: shallowRef(200) };
    expect(weight().label.x).toBe(200 - 96);
    Object.assign(wide.page.value, { middlePx: [-900, 250] });
    expect(weight().label.x).toBe(8);
  });

  it('that point at the viewer have their words beside them', async () => {
    const bench = useBench();
    bench.ask('hang');
    bench.view = 'top';
    const weight = useForces(createPlate(2)).value!.forces.find((f) => f.on === 'weight')!;
    expect(weight.isEndOn).toBe(true);
    expect([weight.label.x, weight.label.y]).toEqual([weight.from[0] + 11, weight.from[1] + 4]);
  });

  it('have the moments that are left as words in two lines by turns', async () => {
    const heavy = cube(
      'heavy',
      900,
      { mounts: weightAhead.mounts.map((m) => ({ ...m, thread: { lengthMm: 6 } })) },
      [0, 80, 0],
    );
    useBench().close();
    const bench = await openBench(
      createTestRig(
        [
          body,
          cube('grip', 40, {
            kind: 'side-grip',
            mounts: [
              mountAt('base', 'nato-rail', 'clamp', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
                clampLengthMm: 20,
                carrier: true,
              }),
            ],
            grips: [
              {
                id: 'palm',
                use: 'carry',
                place: 'side',
                fromMm: [0, -30, -20],
                toMm: [0, -30, 60],
              },
            ],
          }),
          heavy,
        ],
        [joint('g', 'grip.base', 'body.rail'), joint('w', 'heavy.base', 'body.plain')],
        { setup: { hold: 'one-grip' } },
      ),
    );
    bench.ask('hang');
    const { twists } = useForces(createPlate(2)).value!;
    expect(twists.length).toBeGreaterThan(0);
    twists.forEach((t, i) => {
      expect(t.labelY).toBe(i % 2 === 0 ? 32 : 46);
      expect(t.words).toBe(`${t.wholeNm.toFixed(2)} N·m`);
    });
  });
});

describe('numbers of the parts', () => {
  it('stand in two columns beside the drawing, 21 px apart, within the margins', () => {
    const plate = createPlate(2);
    const labels = useLabels(
      plate,
      computed(() => ({ top: 40, bottom: 104 })),
    );
    expect(labels.value.map((l) => [l.number, l.name]).sort()).toEqual([
      [1, 'body'],
      [2, 'handle'],
      [3, 'weight'],
    ]);
    for (const { side, at, anchor, itemId } of labels.value) {
      expect(at[0]).toBe(side === 'left' ? 24 : 576);
      // With y upwards, as they are laid out: below the upper margin and above the lower one.
      expect(at[1]).toBeLessThanOrEqual(-40);
      expect(at[1]).toBeGreaterThanOrEqual(-(500 - 104 + 10));
      const [x, y] = plate.toPage(...plate.plate.value.anchors.get(itemId)!);
      expect([anchor[0], anchor[1]]).toEqual([x, -y]);
    }
    for (const side of ['left', 'right']) {
      const ys = labels.value.filter((l) => l.side === side).map((l) => l.at[1]);
      ys.slice(1).forEach((y, i) => expect(ys[i]! - y).toBeGreaterThanOrEqual(21));
    }
  });
});
