import type { Point2 } from '../solid/index.js';

/** Where the number of a part stands, and the point that its leader line comes from. */
export interface Label {
  readonly itemId: string;
  readonly side: 'left' | 'right';
  readonly at: Point2;
  readonly anchor: Point2;
}

/**
 * Numbers in two columns beside a drawing, each level with its anchor as far as `gap` between
 * neighbours allows; sorted by height, so that no two leaders on one side cross. Half of the parts at
 * most go to each side: the leftmost anchors to the left. All in the units of the anchors, y up.
 */
export function placeLabels(
  anchors: ReadonlyMap<string, Point2>,
  columns: {
    readonly leftX: number;
    readonly rightX: number;
    readonly lowY: number;
    readonly highY: number;
  },
  gap: number,
): Label[] {
  const byX = [...anchors].sort((a, b) => a[1][0] - b[1][0] || (a[0] < b[0] ? -1 : 1));
  const half = Math.ceil(byX.length / 2);
  const stack = (entries: typeof byX, side: Label['side']): Label[] => {
    const sorted = [...entries].sort((a, b) => b[1][1] - a[1][1] || (a[0] < b[0] ? -1 : 1));
    const x = side === 'left' ? columns.leftX : columns.rightX;
    // Downwards: never closer than the gap to the one above. Then upwards from the foot, where they ran over it.
    const ys: number[] = [];
    for (const [, anchor] of sorted) {
      ys.push(Math.min(anchor[1], columns.highY, (ys.at(-1) ?? Infinity) - gap));
    }
    for (let i = ys.length - 1; i >= 0; i -= 1) {
      const floor = i === ys.length - 1 ? columns.lowY : ys[i + 1]! + gap;
      ys[i] = Math.max(ys[i]!, floor);
    }
    return sorted.map(([itemId, anchor], i) => ({ itemId, side, at: [x, ys[i]!], anchor }));
  };
  return [...stack(byX.slice(0, half), 'left'), ...stack(byX.slice(half), 'right')];
}

/** The scale bar stands beside the caption. */
const longestBarPx = 112;

/** The scale, as "1 : n" in round steps, at which a drawing of this size fits, and the length of its bar. */
export function chooseScale(
  sizeMm: Point2,
  roomPx: Point2,
): { readonly pxPerMm: number; readonly barMm: number } {
  const fit = Math.min(roomPx[0] / Math.max(1, sizeMm[0]), roomPx[1] / Math.max(1, sizeMm[1]));
  // Round steps, so that the drawing does not breathe while a part is slid.
  const steps = [
    8, 6, 5, 4, 3.5, 3, 2.75, 2.5, 2.25, 2, 1.9, 1.8, 1.7, 1.6, 1.5, 1.4, 1.3, 1.2, 1.1, 1, 0.9,
    0.8, 0.7, 0.6, 0.5, 0.4, 0.3, 0.2, 0.1, 0.05,
  ];
  const pxPerMm = steps.find((s) => s <= fit) ?? 0.02;
  const bars = [10, 20, 50, 100, 200, 500, 1000];
  const barMm = bars.findLast((mm) => mm * pxPerMm <= longestBarPx) ?? 10;
  return { pxPerMm, barMm };
}
