import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import type { Part } from '../part/index.js';
import { applyEdit, placeSetup, type Weighing } from '../rig/index.js';
import { body, createTestRig, cube, joint, mountAt } from '../testing/rigs.js';
import { compareWeighing, measureBetweenSupports } from './index.js';

const peg = (
  id: string,
  massG: number | undefined,
  more: Partial<Part>,
  atMm: [number, number, number],
) =>
  cube(
    id,
    massG,
    { mounts: [mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0])], ...more },
    atMm,
  );
const sure = { provenance: { massG: 'measured' as const } };
const rough = { provenance: { massG: 'guessed' as const } };
const made = (a: Part, b: Part) =>
  createTestRig(
    [{ ...body, ...sure }, a, b],
    [joint('a', `${a.id}.base`, 'body.plain'), joint('b', `${b.id}.base`, 'body.holes')],
  );
const assemble = ({ rig, parts }: ReturnType<typeof made>) =>
  placeSetup(rig, rig.setups[0]!, parts);

describe('two supports', () => {
  it('600 g in front and 400 g behind, 200 mm apart: the weight lies 120 mm ahead of the rear one', () => {
    expect(measureBetweenSupports({ atMm: -50, g: 400 }, { atMm: 150, g: 600 })).toBeCloseTo(70, 9);
    expect(measureBetweenSupports({ atMm: 0, g: 0 }, { atMm: 9, g: 0 })).toBeUndefined();
  });
});

describe('weighed against computed', () => {
  const rig = made(peg('sure', 200, sure, [70, 0, 0]), peg('rough', 200, rough, [-130, 0, 0]));

  it('tells total and centre, measured less computed', () => {
    const w = compareWeighing(assemble(rig), { totalG: 1430 });
    expect(w.total).toEqual({ measured: 1430, computed: 1400, difference: 30 });
    expect(w.centre).toBeUndefined();
    // 1000 at 0, 200 at 70, 200 at 30 − 130 = −100.
    const two = compareWeighing(assemble(rig), {
      frontG: 715,
      rearG: 715,
      frontMm: 100,
      rearMm: -100,
    });
    expect(two.centre).toEqual({
      measured: expect.closeTo(0, 9),
      computed: expect.closeTo(-6000 / 1400, 9),
      difference: expect.closeTo(6000 / 1400, 9),
    });
  });

  it('blames the figure that nobody measured, and spreads most of the difference there', () => {
    const w = compareWeighing(assemble(rig), { totalG: 1430 });
    expect(w.culprits[0]!.itemId).toBe('rough');
    // σ: 45 g for the guess, 4 g for the body and 1.6 g for the sure peg.
    expect(w.culprits[0]!.correctionG).toBeCloseTo(
      (30 * 45 ** 2) / (45 ** 2 + 4 ** 2 + 1.6 ** 2),
      6,
    );
    expect(w.culprits.reduce((sum, c) => sum + c.correctionG, 0)).toBeCloseTo(30, 6);
  });

  it('what is spread makes the computed figures what the scale said', () => {
    const n = fc.integer({ min: -60, max: 60 });
    let looked = 0;
    fc.assert(
      fc.property(n, n, (offG, offMm) => {
        const other = made(peg('a', 300, rough, [110, 0, 0]), peg('b', 250, rough, [-150, 0, 0]));
        const before = assemble(other);
        const now = compareWeighing(before, {
          totalG: 1,
          frontG: 1,
          rearG: 0,
          frontMm: 0,
          rearMm: 1,
        });
        const totalG = now.total!.computed + offG;
        const at = now.centre!.computed + offMm / 20;
        // Front and rear readings that have their weight there, 400 mm apart.
        const frontG = (totalG * (at + 200)) / 400;
        const weighing: Weighing = {
          totalG,
          frontG,
          rearG: totalG - frontG,
          frontMm: 200,
          rearMm: -200,
        };
        const w = compareWeighing(before, weighing);
        if (!w.spread) return;
        looked += 1;
        const after = applyEdit(other.rig, w.spread);
        const again = compareWeighing(placeSetup(after, after.setups[0]!, other.parts), weighing);
        // Each part is rounded to a tenth of a gram; what is sure is not touched below half a gram.
        expect(Math.abs(again.total!.difference)).toBeLessThan(1.5);
        expect(Math.abs(again.centre!.difference)).toBeLessThan(0.4);
      }),
    );
    expect(looked).toBeGreaterThan(20);
  });

  it('a part that nobody weighed gets what is left', () => {
    const other = made(peg('a', 300, sure, [0, 0, 0]), peg('b', undefined, {}, [0, 0, 0]));
    const w = compareWeighing(assemble(other), { totalG: 1302 });
    expect(w.total).toMatchObject({ computed: 1300, difference: 2 });
    const b = w.culprits.find((c) => c.itemId === 'b')!;
    expect(b.from).toBe('unknown');
    expect(b.massG + b.correctionG).toBeGreaterThan(1.8);
    expect(w.spread).toMatchObject({
      edits: expect.arrayContaining([expect.objectContaining({ type: 'set-item' })]),
    });
  });

  it('a share that was spread is less sure than the part on the scale', () => {
    const weighed = (massFrom?: 'spread') => {
      const kit = rig.rig.kit.map((item) =>
        item.id === 'rough'
          ? { ...item, measuredMassG: 230, ...(massFrom ? { massFrom } : {}) }
          : item,
      );
      const assembly = placeSetup({ ...rig.rig, kit }, rig.rig.setups[0]!, rig.parts);
      return compareWeighing(assembly, { totalG: 1440 }).culprits.find(
        (c) => c.itemId === 'rough',
      )!;
    };
    expect([weighed().from, weighed('spread').from]).toEqual(['weighed', 'spread']);
    expect(weighed('spread').unsureG).toBeGreaterThan(weighed().unsureG);
  });

  it('without a reading nobody is blamed', () => {
    expect(compareWeighing(assemble(rig), {})).toEqual({
      total: undefined,
      centre: undefined,
      culprits: [],
      spread: undefined,
    });
  });
});
