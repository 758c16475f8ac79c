import { polygonArea, polygonHull } from 'd3-polygon';
import { measureCentreMm } from '../part/index.js';
import { cross, dot, place, type Vec3 } from '../placement/index.js';
import { placeSolids, type Assembly, type PlacedItem } from '../rig/index.js';
import { listCornersMm, measureReachMm } from '../solid/index.js';
import { toDeg } from '../units/index.js';
import type { Hold } from './hold.js';

/** Points within this of the lowest touch the table, in mm: what a cloth on it forgives (estimate). */
export const tableMm = 0.5;
/** A support smaller than this is a point, in mm², and narrower than this an edge, in mm (estimates). */
const leastAreaMm2 = 400;
const leastSpanMm = 12;

/** How a rig stands on a table as it is held: what it rests on, and how far its weight is inside. */
export interface Standing {
  readonly on: readonly PlacedItem[];
  readonly shape: 'area' | 'edge' | 'point';
  /** From the centre of mass to the nearest edge of what it rests on; below 0 it lies outside. */
  readonly insideMm: number | undefined;
  /** How far it may be tilted each way before it falls, in degrees; below 0 it falls that way by itself. */
  readonly tipDeg: Readonly<Record<'forward' | 'back' | 'left' | 'right', number>> | undefined;
}

type Point = [number, number];

/** How far inside a convex outline a point lies, whichever way round the outline is listed. */
function measureInside(hull: readonly Point[], p: Point): number {
  // d3's area is above 0 for outlines that run clockwise where the second axis points up.
  const outline = polygonArea(hull as Point[]) > 0 ? [...hull].reverse() : hull;
  let inside = Infinity;
  outline.forEach((a, i) => {
    const b = outline[(i + 1) % outline.length]!;
    const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
    if (length === 0) return;
    const side = ((b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0])) / length;
    inside = Math.min(inside, side);
  });
  return inside;
}

/** What the setup rests on when it is put down as it is held. */
export function measureStanding(assembly: Assembly, hold: Hold): Standing {
  const { down, forward } = hold.axes;
  const left = cross(forward, down);
  const flat = (v: Vec3): Point => [dot(v, forward), dot(v, left)];
  const solids = assembly.items.flatMap((placed) =>
    placeSolids(placed).map((own) => ({
      placed,
      own,
      reach: measureReachMm(own.solid, own.rigFromSolid, down),
    })),
  );
  const lowest = solids.reduce((most, s) => Math.max(most, s.reach), -Infinity);
  const points = solids
    .filter((s) => s.reach >= lowest - tableMm)
    .flatMap(({ placed, own }) =>
      listCornersMm(own.solid).map((corner) => {
        const at = place(own.rigFromSolid, corner);
        return { placed, at, depth: dot(at, down) };
      }),
    );
  // Of a round rim that lies aslant the lowest corner may be a little above the rim itself.
  const table = points.reduce((most, p) => Math.max(most, p.depth), -Infinity);
  const touching = points.filter((p) => p.depth >= table - tableMm);
  const on = [...new Set(touching.map((p) => p.placed))];
  const flats = touching.map((p) => flat(p.at));
  const hull = polygonHull(flats);
  const spans = [0, 1].map(
    (i) => Math.max(...flats.map((p) => p[i]!)) - Math.min(...flats.map((p) => p[i]!)),
  );
  const area = hull ? Math.abs(polygonArea(hull)) : 0;
  const longest = Math.max(...spans);
  const narrow = longest > 0 ? area / longest : 0;
  const shape =
    area >= leastAreaMm2 && narrow >= leastSpanMm
      ? 'area'
      : longest > 2 * leastSpanMm
        ? 'edge'
        : 'point';
  const centre = measureCentreMm(assembly.mass);
  // Tipping starts over the edge of the outline in that direction: atan(how far inside ∕ how high).
  const highMm = centre ? table - dot(centre, down) : 0;
  const tip = (axis: 0 | 1, sign: 1 | -1): number => {
    const edge = Math.max(...flats.map((p) => sign * p[axis]!));
    return toDeg(Math.atan2(edge - sign * flat(centre!)[axis], Math.max(highMm, 1e-6)));
  };
  return {
    on,
    shape,
    insideMm: shape === 'area' && hull && centre ? measureInside(hull, flat(centre)) : undefined,
    tipDeg: centre
      ? { forward: tip(0, 1), back: tip(0, -1), left: tip(1, 1), right: tip(1, -1) }
      : undefined,
  };
}
