import { describe, expect, it } from '@jest/globals';
import type { Setup } from '../rig/index.js';
import { brick, createPowerRig, device, lead, onPlate } from '../testing/power.js';
import { joint, noBrief } from '../testing/rigs.js';
import { sayElsewhere, sayFigure } from '../wording/index.js';
import { countElsewhere, listOwn, listToldElsewhere, measureReport } from './index.js';

/** A brick of 30 Wh on a body of 10 W for six hours, over a limit of money; held low, and on a tripod with a screen more. */
function twoSetups(second: (main: Setup) => Partial<Setup>, setAside?: 'low') {
  const parts = [brick('brick', 30), device('screen', 5), brick('other', 10), lead('one')];
  const made = createPowerRig(parts, [onPlate('brick')], [], {
    brief: {
      ...noBrief,
      limits: { spend: { minor: 100, currency: 'EUR' } },
      day: { temperatureC: 25, stretches: [{ name: 'Work', hours: 6, record: 1, idle: 0 }] },
    },
    kit: [
      { id: 'body', partId: 'body', owned: true },
      ...parts.map((p) => ({ id: p.id, partId: p.id, owned: p.id !== 'brick' })),
    ],
  });
  const priced = new Map(
    [...made.parts].map(([id, p]) => [id, { ...p, price: { minor: 5000, currency: 'EUR' } }]),
  );
  const [main] = made.rig.setups;
  const rig = {
    ...made.rig,
    setups: [main!, { ...main!, id: 'second', name: 'Second', ...second(main!) }],
    ...(setAside
      ? {
          setAside: [
            {
              finding: 'over-spend:rig',
              setup: 'low',
              word: 'known',
              weight: 'risk' as const,
              parts: [],
            },
          ],
        }
      : {}),
  };
  const report = measureReport(rig, 'second', priced);
  return { rig, parts: priced, report, main: measureReport(rig, rig.setups[0]!.id, priced) };
}
const onA = joint('a', 'screen.base', 'body.a');

describe('a trouble of the day, the rig or the kit', () => {
  it('is told once, in the first setup that has it, and counted in the others', () => {
    const { report, main, parts } = twoSetups(() => ({}));
    expect(listToldElsewhere(main, parts)).toEqual([]);
    const codes = (list: readonly { readonly code: string }[]) => list.map((f) => f.code);
    expect(codes(listOwn(main, parts))).toEqual(
      expect.arrayContaining(['goes-dark', 'over-spend']),
    );
    expect(codes(listOwn(report, parts))).not.toEqual(expect.arrayContaining(['goes-dark']));
    expect(codes(listOwn(report, parts))).not.toContain('over-spend');
    const lines = countElsewhere(listToldElsewhere(report, parts)).map(sayElsewhere);
    expect(lines).toContain(
      `1 of the day, told under Last of ${report.assembly.rig.setups[0]!.name}`,
    );
    // A ✓ never stands above it.
    expect(sayFigure(report, 'last', parts).state).toBe('risk');
    expect(sayFigure(report, 'spend', parts).state).toBe('risk');
  });

  it('is told where it is another: what only this setup has on it', () => {
    const { report, parts } = twoSetups((main) => ({
      joints: [...main.joints, onA, joint('o', 'other.face', 'screen.bay')],
    }));
    // The screen runs out first, after two hours: that is not what the first setup tells.
    expect(listOwn(report, parts).find((f) => f.code === 'goes-dark')!.items[0]).toBe('screen');
  });

  it('is told where the first setup has set it aside for itself', () => {
    const { report, main, parts } = twoSetups(() => ({}), 'low');
    expect(main.findings.map((f) => f.code)).not.toContain('over-spend');
    expect(listOwn(report, parts).map((f) => f.code)).toContain('over-spend');
  });
});
