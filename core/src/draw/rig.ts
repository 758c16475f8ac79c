import type { Mount } from '../part/index.js';
import {
  compose,
  invert,
  place,
  rotate,
  type Placement,
  type Rotation,
  type Vec3,
} from '../placement/index.js';
import {
  hasRoom,
  placeSolids,
  rigFromMount,
  type Assembly,
  type PlacedItem,
} from '../rig/index.js';
import {
  isInside,
  projectSolid,
  type Point2,
  type Silhouette,
  type Solid,
} from '../solid/index.js';
import { orderForPainting } from './order.js';
import { viewFromRig, type ViewName } from './views.js';

/** One solid in the picture. */
export interface DrawnSolid {
  readonly itemId: string;
  readonly solid: Solid;
  readonly seen: Silhouette;
  readonly viewFromSolid: Placement;
}

/** Neighbouring solids of one part in the order of painting: they share one outer contour. */
export interface Run {
  readonly itemId: string;
  readonly solids: readonly DrawnSolid[];
}

/** A mount that can be seen from this side. */
export interface DrawnMount {
  readonly itemId: string;
  readonly mount: Mount;
  readonly at: Point2;
  readonly state: 'free' | 'taken' | 'blocked';
  /** The item that stands before it, where it is blocked. */
  readonly blockedBy: string | undefined;
  /** How far the cross-section's reference is turned from the page's right, in radians. */
  readonly turnRad: number;
  /** 1 looks at the viewer, 0 lies across. */
  readonly facing: number;
}

/** The rig from one side, in mm: x to the right, y up. */
export interface Drawing {
  readonly view: ViewName;
  /** Farthest first: later ones cover earlier ones. */
  readonly runs: readonly Run[];
  readonly mounts: readonly DrawnMount[];
  /** A point of each item that is not covered by another, where there is one. */
  readonly anchors: ReadonlyMap<string, Point2>;
  readonly lowMm: Point2;
  readonly highMm: Point2;
}

interface Kept {
  readonly rotation: Rotation;
  readonly seen: Silhouette;
  /** Where it was seen last: what has not moved is the same object again, for whoever draws it. */
  at: Vec3;
  shifted: Silhouette;
}

// Silhouettes change only when a solid is turned; a slide moves them. Kept for each solid and side,
// seen from a frame at the origin.
const kept = new WeakMap<Solid, Map<ViewName, Kept>>();

function isSameRotation(a: Rotation, b: Rotation): boolean {
  for (let i = 0; i < 3; i += 1) {
    if (a.x[i] !== b.x[i] || a.y[i] !== b.y[i] || a.z[i] !== b.z[i]) return false;
  }
  return true;
}

function shift(seen: Silhouette, by: Vec3): Silhouette {
  const move = (points: readonly Point2[]): Point2[] =>
    points.map((p) => [p[0] + by[0], p[1] + by[1]]);
  return {
    outline: move(seen.outline),
    hole: seen.hole && move(seen.hole),
    edges: seen.edges.map(move),
    cornerMm: seen.cornerMm,
    nearMm: seen.nearMm + by[2],
    farMm: seen.farMm + by[2],
  };
}

function look(solid: Solid, viewFromSolid: Placement, view: ViewName): Silhouette {
  let bySide = kept.get(solid);
  if (!bySide) {
    bySide = new Map();
    kept.set(solid, bySide);
  }
  let entry = bySide.get(view);
  if (!entry || !isSameRotation(entry.rotation, viewFromSolid.rotation)) {
    const { rotation, originMm } = viewFromSolid;
    const seen = projectSolid(solid, { rotation, originMm: [0, 0, 0] });
    entry = { rotation, seen, at: originMm, shifted: shift(seen, originMm) };
    bySide.set(view, entry);
    return entry.shifted;
  }
  const [x, y, z] = viewFromSolid.originMm;
  if (entry.at[0] !== x || entry.at[1] !== y || entry.at[2] !== z) {
    entry.at = viewFromSolid.originMm;
    entry.shifted = shift(entry.seen, entry.at);
  }
  return entry.shifted;
}

// Kept by the placement of each solid: what stands where it stood is seen as it was.
const seenAt = new WeakMap<
  Placement,
  Map<ViewName, Pick<DrawnSolid, 'solid' | 'viewFromSolid' | 'seen'>>
>();

function drawItem(placed: PlacedItem, toView: Placement, view: ViewName): DrawnSolid[] {
  return placeSolids(placed).map(({ solid, rigFromSolid }) => {
    let bySide = seenAt.get(rigFromSolid);
    if (!bySide) seenAt.set(rigFromSolid, (bySide = new Map()));
    let drawn = bySide.get(view);
    if (drawn?.solid !== solid) {
      const viewFromSolid = compose(toView, rigFromSolid);
      drawn = { solid, viewFromSolid, seen: look(solid, viewFromSolid, view) };
      bySide.set(view, drawn);
    }
    return { itemId: placed.item.id, ...drawn };
  });
}

function groupRuns(solids: readonly DrawnSolid[]): Run[] {
  const runs: { itemId: string; solids: DrawnSolid[] }[] = [];
  for (const drawn of solids) {
    const last = runs.at(-1);
    if (last?.itemId === drawn.itemId) last.solids.push(drawn);
    else runs.push({ itemId: drawn.itemId, solids: [drawn] });
  }
  return runs;
}

function isCovered(point: Point2, depthMm: number, solids: readonly DrawnSolid[]): boolean {
  return solids.some(
    ({ seen }) =>
      seen.nearMm > depthMm + 0.5 &&
      isInside(seen.outline, point) &&
      !(seen.hole && isInside(seen.hole, point)),
  );
}

const besideMm = 1.5;

/** A mount that something stands before, as Fit tells it. */
export interface Blocked {
  readonly itemId: string;
  readonly mountId: string;
  readonly byItem: string;
}

function drawMounts(
  assembly: Assembly,
  toView: Placement,
  solids: readonly DrawnSolid[],
  blocked: readonly Blocked[],
): DrawnMount[] {
  const covers = new Map(blocked.map((b) => [`${b.itemId} ${b.mountId}`, b.byItem]));
  return assembly.items.flatMap((placed) =>
    placed.part.mounts.flatMap((mount): DrawnMount[] => {
      const frame = compose(toView, rigFromMount(placed, mount));
      const [x, y, depth] = frame.originMm;
      const facing = frame.rotation.z[2];
      // A mount on the rim of its part is seen from beside it: looked for a little way out.
      const [outX, outY] = frame.rotation.z;
      const beside: Point2 = [x + outX * besideMm, y + outY * besideMm];
      const blockedBy = covers.get(`${placed.item.id} ${mount.id}`);
      // What is blocked is mostly hidden by what blocks it: drawn all the same where it faces the viewer.
      const shown = blockedBy !== undefined && facing > 0.5;
      if (facing < -0.2 || (!shown && isCovered(beside, depth, solids))) return [];
      const along = facing > 0.5 ? frame.rotation.x : frame.rotation.z;
      return [
        {
          itemId: placed.item.id,
          mount,
          at: [x, y],
          state: !hasRoom(assembly, placed, mount)
            ? 'taken'
            : blockedBy === undefined
              ? 'free'
              : 'blocked',
          blockedBy,
          turnRad: Math.atan2(along[1], along[0]),
          facing: Math.max(0, facing),
        },
      ];
    }),
  );
}

function measureArea(outline: readonly Point2[]): number {
  return Math.abs(
    outline.reduce((sum, [x, y], i) => {
      const [nx, ny] = outline[(i + 1) % outline.length]!;
      return sum + (x * ny - nx * y) / 2;
    }, 0),
  );
}

function measureMiddle(outline: readonly Point2[]): Point2 {
  const sum = outline.reduce<Point2>((s, p) => [s[0] + p[0], s[1] + p[1]], [0, 0]);
  return [sum[0] / outline.length, sum[1] / outline.length];
}

function findAnchors(order: readonly DrawnSolid[]): Map<string, Point2> {
  const best = new Map<string, { at: Point2; area: number; clear: boolean }>();
  order.forEach((drawn, i) => {
    const area = measureArea(drawn.seen.outline);
    const at = measureMiddle(drawn.seen.outline);
    const clear = !order.some(
      (other, k) => k > i && other.itemId !== drawn.itemId && isInside(other.seen.outline, at),
    );
    const known = best.get(drawn.itemId);
    if (!known || (clear && !known.clear) || (clear === known.clear && area > known.area)) {
      best.set(drawn.itemId, { at, area, clear });
    }
  });
  return new Map([...best].map(([id, { at }]) => [id, at]));
}

/**
 * The rig from one side as silhouettes in the order of painting, so that what lies behind is covered,
 * with the mounts that can be seen; those of `blocked` are marked as such.
 */
export function drawRig(
  assembly: Assembly,
  view: ViewName,
  blocked: readonly Blocked[] = [],
): Drawing {
  const toView = viewFromRig(view);
  const order = orderForPainting(
    assembly.items.flatMap((placed) => drawItem(placed, toView, view)),
  );
  let low: [number, number] = [Infinity, Infinity];
  let high: [number, number] = [-Infinity, -Infinity];
  for (const { seen } of order) {
    for (const [x, y] of seen.outline) {
      low = [Math.min(low[0], x), Math.min(low[1], y)];
      high = [Math.max(high[0], x), Math.max(high[1], y)];
    }
  }
  return {
    view,
    runs: groupRuns(order),
    mounts: drawMounts(assembly, toView, order, blocked),
    anchors: findAnchors(order),
    lowMm: low,
    highMm: high,
  };
}

/** A point of the rig's frame on the page, in mm. */
export function projectPoint(view: ViewName, pointMm: readonly [number, number, number]): Point2 {
  const [x, y] = place(viewFromRig(view), pointMm);
  return [x, y];
}

/** A direction of the rig's frame on the page: shorter the more it points at the viewer. */
export function projectDirection(
  view: ViewName,
  direction: readonly [number, number, number],
): Point2 {
  const [x, y] = rotate(viewFromRig(view).rotation, direction);
  return [x, y];
}

/**
 * The point of the rig that lies at a place of the page, as deep in the picture as another point, or
 * `nearerMm` nearer to the viewer.
 */
export function toRigPoint(view: ViewName, at: Point2, deepAs: Vec3, nearerMm = 0): Vec3 {
  const toView = viewFromRig(view);
  const depth = place(toView, deepAs)[2] + nearerMm;
  return place(invert(toView), [at[0], at[1], depth]);
}

/** A direction of the page in the rig's frame: right, up, and towards the viewer. */
export function toRigDirection(view: ViewName, [right, up]: Point2, towards = 0): Vec3 {
  return rotate(invert(viewFromRig(view)).rotation, [right, up, towards]);
}
