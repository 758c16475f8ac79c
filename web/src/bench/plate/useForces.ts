import { bearerWords, drawForces, toDeg, type DrawnForce } from '@zucchini/core';
import { computed } from 'vue';
import { useBench } from '../../desk/benchStore';
import type { PlateContext } from './plateContext';

/** Forces and moments to scale: the weight is drawn about as long on every page, and the scale is told. */
const weightArrow = { mm: 55, px: 110 };
/** Short on the page: where a hand is, its mark says. */
const bearerName = (on: DrawnForce['on']) =>
  on === 'weight' ? 'weight' : on === 'under-hand' ? bearerWords.hand : bearerWords[on];

/** Forces and moments on the page, under Hang; undefined where nothing is borne. */
export function useForces({ page, toPage, width }: PlateContext) {
  const bench = useBench();
  return computed(() => {
    const { hang } = bench.report!;
    const statics = 'statics' in hang ? hang.statics : undefined;
    if (bench.question !== 'hang' || !statics) return undefined;
    const weightN = Math.max(
      ...statics.forces.filter((f) => f.on === 'weight').map((f) => Math.hypot(...f.forceN)),
    );
    const mmPerN = Math.min(weightArrow.mm, weightArrow.px / page.value.pxPerMm) / weightN;
    const { forces, twists } = drawForces(statics, bench.view, mmPerN);
    const at = (p: readonly [number, number]) => toPage(p[0], p[1]);
    return {
      mmPerN,
      forces: forces.map((f) => {
        const [from, tip] = [at(f.at), at(f.tip)];
        const angle = Math.atan2(tip[1] - from[1], tip[0] - from[0]);
        return {
          ...f,
          from,
          tip,
          turnDeg: toDeg(angle),
          // Beside the tip, on the side away from the arrow, and on the page.
          label: {
            x: Math.min(width.value - 96, Math.max(8, f.isEndOn ? from[0] + 11 : tip[0] + 8)),
            y: f.isEndOn ? from[1] + 4 : tip[1] + (tip[1] > from[1] + 1 ? 12 : -6),
          },
          words: `${bearerName(f.on)} ${f.newton.toFixed(1)} N`,
        };
      }),
      twists: twists.map((t, i) => ({
        ...t,
        at: at(t.at),
        labelY: 32 + 14 * (i % 2),
        words: `${t.wholeNm.toFixed(2)} N·m`,
      })),
    };
  });
}

/** What acts, on the page. */
export type Acting = NonNullable<ReturnType<typeof useForces>['value']>;
