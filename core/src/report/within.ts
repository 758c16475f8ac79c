import { createBudget, OverBudget, withBudget, type Collider } from '../clash/index.js';
import type { PartBook } from '../part/index.js';
import type { Rig } from '../rig/index.js';
import { measureReport, type Report, type ReportOptions } from './report.js';

/** A report that was given a limit of time. */
export interface Bounded {
  readonly report: Report;
  /** What stands where is not in it: it took longer than so many ms. */
  readonly overMs?: number;
}

/**
 * The full report of one setup where it is made within the limit; otherwise the report without what stands where, which is
 * what takes long, and with the lens on the rig alone. `now` in ms. Throws as `measureReport` does.
 */
export function measureWithin(
  rig: Rig,
  setupId: string,
  parts: PartBook,
  options: ReportOptions & { readonly collider: Collider },
  limitMs: number,
  now: () => number,
): Bounded {
  const collider = withBudget(options.collider, createBudget(limitMs, now));
  try {
    return { report: measureReport(rig, setupId, parts, { ...options, collider }) };
  } catch (error) {
    if (!(error instanceof OverBudget)) throw error;
    const { collider: _, ...less } = options;
    return {
      report: measureReport(rig, setupId, parts, { ...less, oneLens: true }),
      overMs: limitMs,
    };
  }
}
