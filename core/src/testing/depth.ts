/**
 * How many cases a long property is tried on: a few in every run, as many times more as ZUCCHINI_DEPTH says when
 * someone has the time (`ZUCCHINI_DEPTH=25 npm run unit`). Whole, at least 1.
 *
 *     tries(12) // 12, or 300 with ZUCCHINI_DEPTH=25
 */
export function tries(few: number): number {
  const depth = Number(process.env['ZUCCHINI_DEPTH'] ?? 1);
  return Math.max(1, Math.round(few * (Number.isFinite(depth) && depth > 0 ? depth : 1)));
}
