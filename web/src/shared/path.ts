import type { Point2, Silhouette } from '@zucchini/core';

/** From mm of the view to the page. */
export type ToPage = (x: number, y: number) => readonly [number, number];

const say = (n: number) => n.toFixed(1);

function polygon(points: readonly (readonly [number, number])[]): string {
  return `M${points.map(([x, y]) => `${say(x)} ${say(y)}`).join('L')}Z`;
}

/** An outline with its corners rounded by `radius`, in units of the page; no more than half an edge. */
function rounded(points: readonly (readonly [number, number])[], radius: number): string {
  const pieces = points.map((p, i) => {
    const before = points[(i + points.length - 1) % points.length]!;
    const after = points[(i + 1) % points.length]!;
    const towards = (q: readonly [number, number]) => {
      const length = Math.hypot(q[0] - p[0], q[1] - p[1]);
      const t = length > 0 ? Math.min(radius, length / 2) / length : 0;
      return [p[0] + (q[0] - p[0]) * t, p[1] + (q[1] - p[1]) * t] as const;
    };
    const [a, b] = [towards(before), towards(after)];
    return `${i === 0 ? 'M' : 'L'}${say(a[0])} ${say(a[1])}Q${say(p[0])} ${say(p[1])} ${say(b[0])} ${say(b[1])}`;
  });
  return `${pieces.join('')}Z`;
}

/** What of a silhouette is drawn. */
type Outlined = Pick<Silhouette, 'outline' | 'cornerMm'> & {
  readonly hole?: Silhouette['hole'] | undefined;
};

/** A silhouette as the data of an SVG path; a bore is cut out of it. */
export function outlinePath(seen: Outlined, toPage: ToPage, scale: number): string {
  const page = seen.outline.map(([x, y]) => toPage(x, y));
  const rim =
    seen.cornerMm > 0 && page.length <= 8 ? rounded(page, seen.cornerMm * scale) : polygon(page);
  return seen.hole ? rim + polygon(seen.hole.map(([x, y]) => toPage(x, y))) : rim;
}

/** An open line through points. */
export function linePath(points: readonly Point2[], toPage: ToPage): string {
  return `M${points.map(([x, y]) => toPage(x, y).map(say).join(' ')).join('L')}`;
}
