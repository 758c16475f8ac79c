import {
  measureReport,
  measureWithin,
  pageBudgetMs,
  type Collider,
  type PartBook,
  type Report,
  type ReportOptions,
  type Rig,
} from '@zucchini/core';

/**
 * A setup other than the one on the bench, looked at on the page: with what stands where as long as that takes no longer than
 * the page may stand still, and without it where the collision library is not there.
 */
export function lookAt(
  rig: Rig,
  setupId: string,
  parts: PartBook,
  collider: Collider | undefined,
  options: ReportOptions = { oneLens: true, lean: true },
  mostMs = pageBudgetMs,
): Report {
  if (!collider) return measureReport(rig, setupId, parts, options);
  const whole = { ...options, collider };
  return measureWithin(rig, setupId, parts, whole, mostMs, () => performance.now()).report;
}
