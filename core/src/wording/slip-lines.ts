import { judgeSlip, slipLimits, type Relief, type Slip } from '../fit/index.js';
import { assumptions, type SettingName, type Settings } from '../rig/index.js';
import { sayG, sayMm, sayNm, sayNumber } from '../words/index.js';
import type { WorkingLine } from './hang-lines.js';

/** Where an assumed figure is from: its source, or the owner who set it for this rig. */
export function sayAssumed(settings: Settings | undefined, name: SettingName): string {
  return settings?.[name] === undefined ? assumptions[name].source : 'set by you for this rig';
}

/** What becomes of a joint that holds by friction, in a word or two. */
export function saySlipState(
  slip: Pick<Slip, 'weightRatio' | 'handsRatio' | 'turning' | 'slipStated' | 'braced'>,
): string {
  if (slip.braced) return 'braced';
  const { weight, by } = judgeSlip(slip);
  if (weight === 'well') {
    return slip.turning === 'aims' && !slip.slipStated && slip.handsRatio > slipLimits.turns
      ? 'turns when pushed'
      : 'holds';
  }
  if (by === 'hands') return slip.handsRatio > slipLimits.turns ? 'by a push' : 'look at it';
  return { note: 'look at it', risk: 'creeps', stops: 'turns' }[weight];
}

/** What the ratios mean, as a sentence. */
export function saySlipLimits(): string {
  const { turns, creeps, watch } = slipLimits;
  return `By weight and motion: over ${turns} it turns, over ${creeps} it creeps, from ${watch} look at it now and then. By a hand or a knock: over ${turns} a push turns it.`;
}

/** The working of one joint that holds by friction, from torque to ratio, each figure with its source. */
export function saySlipLines(slip: Slip, settings: Settings | undefined): WorkingLine[] {
  const from = (name: SettingName) => sayAssumed(settings, name);
  const contact =
    settings?.contactInnerMm === undefined ? from('contactOuterMm') : from('contactInnerMm');
  const holding: WorkingLine[] = slip.slipStated
    ? [{ what: 'Holds', value: sayNm(slip.slipMomentNm), from: 'stated for this part' }]
    : [
        {
          what: 'Torque of the screw, T',
          value: sayNm(slip.torqueNm),
          from: slip.torqueFrom === 'stated' ? 'stated for this part' : from(slip.torqueFrom),
        },
        {
          what: 'Clamp force F = T ∕ (K·d)',
          value: `≈ ${sayNumber(slip.clampForceN)} N`,
          from: from('nutFactor'),
        },
        { what: 'Friction µ', value: sayNumber(slip.friction, 2), from: from(slip.frictionFrom) },
        {
          what: 'Radius r = ⅔·(Ro³−Ri³)∕(Ro²−Ri²)',
          value: sayMm(slip.frictionRadiusMm),
          from: slip.contactStated ? 'from the faces of both parts' : contact,
        },
        { what: 'Slips at M = µ·F·r', value: `≈ ${sayNm(slip.slipMomentNm)}` },
      ];
  return [
    ...holding,
    {
      what: `Weight beyond the joint (${sayG(slip.awayMassG)}) and motion`,
      value: `≈ ${sayNm(slip.weightMomentNm)}`,
      from: `gravity, and a jolt of ${sayNumber(slip.joltG, 1)} g in the worst direction; ratio ≈ ${sayNumber(slip.weightRatio, 2)}`,
    },
    {
      what: 'A hand on it',
      value: `≈ ${sayNm(slip.handsMomentNm)}`,
      from:
        slip.handForceN > 0
          ? `${sayNumber(slip.handForceN)} N at ${sayMm(slip.handArmMm)} from the screw; ${from('handForceN')}; ratio ≈ ${sayNumber(slip.handsRatio, 2)}`
          : 'nothing beyond the joint is taken hold of',
    },
    ...(slip.relief ? [sayRelief(slip.relief)] : []),
  ];
}

const reliefWords: Readonly<Record<Relief['by'], string>> = {
  'second-screw': 'The second screw',
  rods: 'The second clamp on the rods',
  support: 'The support',
  stop: 'The stop',
  strap: 'The strap',
  neighbour: 'The part that it lies against',
};

/** What a second contact takes off a joint. */
const sayRelief = ({ by, armMm, forceN }: Relief): WorkingLine => ({
  what: `${reliefWords[by]}, ${sayMm(armMm)} from the screw, takes the turning off it`,
  value: `≈ ${sayNumber(forceN)} N`,
  from: 'F = M ∕ arm, of the larger of the two moments; the screw itself then only clamps',
});
