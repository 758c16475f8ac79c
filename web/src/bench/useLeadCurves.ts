import { layLead, nameLeadUse, type LeadCurve } from '@zucchini/core';
import { computed } from 'vue';
import { useBench } from '../desk/benchStore';

/** A lead that does not say how thick it is, in mm (estimate: a thin lead). */
const usualThicknessMm = 5;
/** One that says 0 is still seen, in mm. */
const leastRadiusMm = 0.5;

/** The planned leads of the open setup as they lie. */
export function useLeadCurves() {
  const bench = useBench();
  return computed<readonly LeadCurve[]>(() => {
    const { fit, hold } = bench.report!;
    const kit = new Map(bench.rig!.kit.map((i) => [i.id, i.partId]));
    return (fit.solidity?.leadWays ?? []).map((way) => {
      const cable = bench.parts.get(kit.get(way.lead.run.item) ?? '')?.cable;
      const carries = cable?.carries ?? way.lead.from.port.carries;
      const radiusMm = (cable?.thicknessMm ?? usualThicknessMm) / 2;
      const use = nameLeadUse(carries);
      return layLead(way, use, Math.max(leastRadiusMm, radiusMm), hold.axes.down);
    });
  });
}
