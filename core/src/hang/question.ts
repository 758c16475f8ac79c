import { defineQuestion } from '../question/index.js';
import { toDeg } from '../units/index.js';
import {
  needWords,
  sayDeg,
  sayG,
  sayLeanShort,
  sayMm,
  sayNm,
  sayNumber,
  sayRad,
  sayTilt,
} from '../words/index.js';
import { hangChecks, type HangContext } from './findings.js';
import { measureHang, type Hang } from './hang.js';

function sayUnweighed(count: number): string {
  return count > 0 ? ` · ${count} unweighed` : '';
}

/** A length for a line that has little room: whole mm from 10 mm on. */
const sayShort = (mm: number) => sayMm(mm >= 10 ? Math.round(mm) : mm);

/** How the rig sits, in two short lines. */
export function sayHang(hang: Hang): { readonly main: string; readonly detail: string } {
  switch (hang.state) {
    case 'hangs':
      return {
        main: sayTilt(toDeg(hang.tiltRad)),
        detail: `${sayLeanShort(toDeg(hang.leanRad))}${sayUnweighed(hang.unweighed.length)}`,
      };
    case 'in-hands': {
      const lifted = hang.hands.map((h) => h.liftN);
      const sum = lifted.reduce((a, b) => a + b, 0);
      const shares = lifted.map((n) => `${Math.round((100 * n) / sum)}`).join(' / ');
      return {
        main: `wrist ${sayNm(hang.wristNm)}`,
        detail: `${lifted.length > 1 ? `hands ${shares} %` : `${sayG(hang.massG)} in one hand`}${sayUnweighed(hang.unweighed.length)}`,
      };
    }
    case 'on-shoulder':
      return {
        main:
          hang.heavy === 'balanced'
            ? 'sits by itself'
            : `${sayShort(hang.beyondMm)} ${hang.heavy}-heavy`,
        detail: `pad ${sayNumber(hang.padN)} N, hands ${sayNumber(hang.handsN)} N`,
      };
    case 'on-head':
      return {
        main: `${sayMm(Math.hypot(hang.aheadMm, hang.leftMm))} off axis`,
        detail: `${sayNm(hang.offsetNm)} on the head`,
      };
    case 'on-gimbal': {
      const out = Math.max(...hang.axes.map((a) => a.outMm));
      const isKnown = hang.axes.every((a) => a.rangeMm);
      return {
        main: out > 0 ? `${sayShort(out)} off balance` : isKnown ? 'can be balanced' : 'not known',
        detail: `${sayG(hang.massG)}${hang.payload.limitG === undefined ? '' : ` of ${sayG(hang.payload.limitG)}`}`,
      };
    }
    case 'stands': {
      const { tipDeg, shape } = hang.standing;
      const least = tipDeg ? Math.min(...Object.values(tipDeg)) : 0;
      return {
        main: shape !== 'area' ? 'does not stand' : least < 0 ? 'tips over' : 'stands',
        detail:
          shape === 'area' && least >= 0
            ? `tips at ${sayDeg(least)}`
            : shape === 'area'
              ? 'weight beyond its foot'
              : `on ${shape === 'edge' ? 'an edge' : 'a point'}`,
      };
    }
    case 'tips-over':
      return { main: 'tips over', detail: `weight ${sayMm(hang.aboveMm)} above the hold` };
    case 'needs-grip':
      return { main: 'no hold', detail: `needs ${needWords[hang.need]}` };
    case 'needs-mass':
      return { main: 'no mass', detail: 'nothing has been weighed' };
  }
}

/** Whether hands hold what nobody has weighed: by the other parts alone nobody knows that it hangs well. What stands on the ground is not held. */
const isHeldUnweighed = (hang: Hang): boolean =>
  (hang.state === 'hangs' || hang.state === 'in-hands' || hang.state === 'on-shoulder') &&
  hang.unweighed.length > 0;

/** An answer as it goes out: angles in degrees, parts by their ids. */
function toHangJson(hang: Hang): object {
  switch (hang.state) {
    case 'hangs': {
      const { tiltRad, leanRad, ...rest } = hang;
      return { ...rest, tiltDeg: toDeg(tiltRad), leanDeg: toDeg(leanRad) };
    }
    case 'stands':
      return {
        ...hang,
        standing: { ...hang.standing, on: hang.standing.on.map((p) => p.item.id) },
      };
    default:
      return hang;
  }
}

/** How does it sit in the hand? */
export const hangQuestion = defineQuestion({
  id: 'hang',
  name: 'Hang',
  asks: 'How does it sit in the hand?',
  prepare: ({ assembly, hold }): HangContext => ({
    assembly,
    hold,
    hang: measureHang(assembly, hold),
  }),
  answer: ({ hang }) => hang,
  checks: hangChecks,
  figure: (hang) => ({
    ...sayHang(hang),
    state: hang.state === 'needs-mass' || isHeldUnweighed(hang) ? 'open' : undefined,
  }),
  text: (hang) =>
    hang.state === 'hangs'
      ? [
          `Hangs ${sayRad(hang.tiltRad)} tilt, ${sayRad(hang.leanRad)} lean; centre of mass ${sayMm(hang.aheadMm)} ahead of the hand and ${sayMm(hang.belowMm)} below.`,
        ]
      : [],
  json: (hang) => ({ hang: toHangJson(hang) }),
});
