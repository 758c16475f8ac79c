import { hasMountTrait, type Mount, type Part } from '../part/index.js';
import {
  add,
  compose,
  dot,
  invert,
  measureLength,
  place,
  scale,
  subtract,
  type Vec3,
} from '../placement/index.js';
import {
  isInsideSolid,
  measureBounds,
  measureReachMm,
  partFromSolid,
  type Solid,
} from '../solid/index.js';
import { findOwnSweeps } from './sweeps.js';

/** Something about a part's own shape that cannot be so. */
export interface PartFault {
  readonly code:
    | 'mount-off'
    | 'mount-buried'
    | 'port-buried'
    | 'solid-inside'
    | 'mounts-together'
    | 'runs-through';
  readonly id: string;
  /** The solid in which it is buried; the nearest one where it is off. */
  readonly by: string;
  /** How far off or how deep, in mm; of a movement where on its way, in mm or degrees. */
  readonly mm: number;
}

/** How far a mount may be off the skin before it is told: half a millimetre is less than a hand can measure. */
const skinMm = 0.5;

/** How far outside a solid a point lies, 0 on or in it; exact for boxes, a lower bound round edges of others. */
function measureOutsideMm(solid: Solid, point: Vec3): number {
  const own = partFromSolid(solid);
  const local = place(invert(own), point);
  const still = compose(invert(own), own);
  const beyond = (axis: Vec3, v: number) =>
    Math.max(
      0,
      v - measureReachMm(solid, still, axis),
      -v - measureReachMm(solid, still, [-axis[0], -axis[1], -axis[2]]),
    );
  return Math.hypot(
    beyond([1, 0, 0], local[0]),
    beyond([0, 1, 0], local[1]),
    beyond([0, 0, 1], local[2]),
  );
}

/** The solid in which a point lies more than a hair deep, if any. */
function findAround(part: Part, point: Vec3): Solid | undefined {
  return part.solids.find((s) => isInsideSolid(s, partFromSolid(s), point, -0.05));
}

function isWithin(inner: Solid, outer: Solid): boolean {
  const { lowMm: l, highMm: h } = measureBounds(inner, partFromSolid(inner));
  // Eight corners of what the inner one lies within: all in the outer one, which is convex or a tube.
  const corners: Vec3[] = [0, 1, 2, 3, 4, 5, 6, 7].map((i) => [
    i & 1 ? h[0] : l[0],
    i & 2 ? h[1] : l[1],
    i & 4 ? h[2] : l[2],
  ]);
  // The middle as well: a glass in a ring has its corners in the ring and is not inside it.
  const middle = partFromSolid(inner).originMm;
  return [middle, ...corners].every((c) => isInsideSolid(outer, partFromSolid(outer), c, 0.001));
}

/** Two point mounts nearer than this, looking the same way, are one hole twice, in mm. */
const sameMm = 1;

/** Whether two mounts are in one place, and not one screw with pins or without: neither has length, nor stands for something inside the part or soft. */
function isSamePlace(a: Mount, b: Mount): boolean {
  const isPoint = (m: Mount) =>
    !m.lengthwise && !hasMountTrait(m, 'off-skin') && m.kind !== 'strap-lug';
  return (
    isPoint(a) &&
    isPoint(b) &&
    (a.locating === undefined) === (b.locating === undefined) &&
    measureLength(subtract(a.originMm, b.originMm)) < sameMm &&
    dot(a.normal, b.normal) > 0.99
  );
}

/**
 * What cannot be so about a part at rest: mounts that float off its skin or lie buried in it, plugs that
 * could not be reached, solids that are swallowed whole by another, two mounts in one place, movements that run
 * through the part itself. Solids may overlap otherwise: a post
 * stands in its foot.
 */
export function findPartFaults(part: Part): PartFault[] {
  const faults: PartFault[] = [];
  for (const mount of part.mounts) {
    if (hasMountTrait(mount, 'off-skin')) continue;
    const near = part.solids
      .map((s) => ({ s, off: measureOutsideMm(s, mount.originMm) }))
      .sort((a, b) => a.off - b.off)[0]!;
    if (near.off > skinMm) {
      faults.push({ code: 'mount-off', id: mount.id, by: near.s.id, mm: near.off });
      continue;
    }
    // A millimetre out of the face: there must be air for what is joined.
    const before = findAround(part, add(mount.originMm, scale(mount.normal, 1)));
    if (before) faults.push({ code: 'mount-buried', id: mount.id, by: before.id, mm: 1 });
  }
  for (const port of part.ports ?? []) {
    const before = findAround(part, add(port.originMm, scale(port.normal, 1)));
    if (before) faults.push({ code: 'port-buried', id: port.id, by: before.id, mm: 1 });
  }
  part.mounts.forEach((mount, i) => {
    const twin = part.mounts.slice(0, i).find((m) => isSamePlace(m, mount));
    if (twin) faults.push({ code: 'mounts-together', id: mount.id, by: twin.id, mm: 0 });
  });
  for (const sweep of findOwnSweeps(part)) {
    faults.push({ code: 'runs-through', id: sweep.movementId, by: sweep.byId, mm: sweep.at });
  }
  part.solids.forEach((inner, i) => {
    const outer = part.solids.find(
      (s, k) => k !== i && isWithin(inner, s) && !(k > i && isWithin(s, inner)),
    );
    if (outer) faults.push({ code: 'solid-inside', id: inner.id, by: outer.id, mm: 0 });
  });
  return faults;
}
