import { z } from 'zod';
import type { Assembly } from '../rig/index.js';
import { Surface, type Point2 } from '../solid/index.js';
import { drawRig } from './rig.js';

const Point = z.tuple([z.number(), z.number()]);

/** A rig from its near side, small: what a list shows of it without knowing its parts. In mm of the view, y up. */
export const Sketch = z.object({
  lowMm: Point,
  highMm: Point,
  /** Farthest first: later ones cover earlier ones. */
  solids: z.array(
    z.object({
      outline: z.array(Point),
      hole: z.array(Point).optional(),
      cornerMm: z.number().optional(),
      surface: Surface,
    }),
  ),
});
export type Sketch = z.infer<typeof Sketch>;

/** What is smaller than this share of the whole is not seen where a rig is as wide as a thumb. */
const leastShare = 1 / 250;
/** More solids are not told apart in a sketch. */
const mostSolids = 1000;

/** To a tenth of a mm, which no sketch shows. */
const round = ([x, y]: Point2): [number, number] => [
  Math.round(x * 10) / 10,
  Math.round(y * 10) / 10,
];

function measureExtent(points: readonly Point2[]): number {
  const [xs, ys] = [points.map((p) => p[0]), points.map((p) => p[1])];
  return Math.max(Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys));
}

/** A setup as a sketch: its solids from the near side, but for those that nobody could see; of very many the largest. */
export function sketchRig(assembly: Assembly): Sketch {
  const { runs, lowMm, highMm } = drawRig(assembly, 'near');
  const whole = Math.max(highMm[0] - lowMm[0], highMm[1] - lowMm[1]);
  const seen = runs
    .flatMap((run) => run.solids)
    .map((one) => ({ ...one, extent: measureExtent(one.seen.outline) }))
    .filter(({ extent }) => extent >= whole * leastShare);
  // Of equal ones those farther from the viewer, which the order of painting has first.
  const kept = new Set([...seen].sort((a, b) => b.extent - a.extent).slice(0, mostSolids));
  return {
    lowMm: round(lowMm),
    highMm: round(highMm),
    solids: seen
      .filter((one) => kept.has(one))
      .map(({ solid, seen: { outline, hole, cornerMm } }) => ({
        outline: outline.map(round),
        ...(hole ? { hole: hole.map(round) } : {}),
        ...(cornerMm > 0 ? { cornerMm } : {}),
        surface: solid.surface ?? 'plastic',
      })),
  };
}
