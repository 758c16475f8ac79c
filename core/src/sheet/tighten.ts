import type { Report } from '../report/index.js';
import { measureSetting, type LogEntry } from '../rig/index.js';

/** A joint that works loose in time. */
export interface Tightening {
  readonly jointId: string;
  readonly itemId: string;
  /** How much of what it holds acts on it, at its worst. */
  readonly ratio: number;
  /** So often it is looked at, h. */
  readonly everyH: number;
  /** How often it came loose by the log; each time halves the interval. */
  readonly cameLoose: number;
}

/** Below this share of what a joint holds nothing works loose; from the next on it is a finding as well. */
export const tightenFrom = 0.3;

/**
 * Joints that only friction keeps from turning and that carry a good share of what they hold, or that came loose by the log: the
 * one that wants a look soonest first; ties by id. The interval is a setting at half of what the joint holds, and shorter in
 * proportion where more acts on it. A joint with a second contact or pins holds.
 */
export function listTightenings(report: Report, log: readonly LogEntry[]): Tightening[] {
  const { assembly, fit } = report;
  const halfH = measureSetting(assembly.rig.settings, 'tightenEveryH');
  return fit.slips
    .flatMap((slip): Tightening[] => {
      const joint = assembly.joints.find((j) => j.joint.id === slip.jointId)!;
      const cameLoose = log.filter((e) => e.kind === 'came-loose' && e.item === joint.child).length;
      // A friction joint whose maker says what it holds is pushed by hand on purpose: Fit says nothing of that either.
      const ratio = slip.slipStated ? slip.weightRatio : slip.ratio;
      if (slip.braced || (ratio < tightenFrom && cameLoose === 0)) return [];
      const share = Math.max(tightenFrom, ratio);
      return [
        {
          jointId: slip.jointId,
          itemId: joint.child,
          ratio,
          everyH: ((halfH * 0.5) / share) * 0.5 ** cameLoose,
          cameLoose,
        },
      ];
    })
    .sort((a, b) => a.everyH - b.everyH || (a.jointId < b.jointId ? -1 : 1));
}
