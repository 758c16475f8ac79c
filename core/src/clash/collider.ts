import type * as Rapier from '@dimforge/rapier3d-compat';
import type { Collider as Held, World } from '@dimforge/rapier3d-compat';
import {
  add,
  compose,
  createRotation,
  cross,
  dot,
  invert,
  measureLength,
  place,
  rotate,
  scale,
  toUnit,
  type Placement,
  type Rotation,
  type Vec3,
} from '../placement/index.js';
import { measurePointBounds } from '../solid/index.js';
import type { Shape } from './shape.js';

/** How two convex bodies stand to each other, in the outer frame. */
export interface Meeting {
  /** Between their surfaces, in mm; below zero the depth: the length of the shortest move that parts them. */
  readonly gapMm: number;
  /** From the first towards the second: moved along it by the depth, the second is clear. Unit vector. */
  readonly away: Vec3;
  /** Where they are nearest, or deepest in each other. */
  readonly atMm: Vec3;
}

/** The narrow phase: exact distance and depth of two convex bodies. */
export interface Collider {
  /** Undefined where they are farther apart than `withinMm`. */
  meet(
    a: Shape,
    outerFromA: Placement,
    b: Shape,
    outerFromB: Placement,
    withinMm: number,
  ): Meeting | undefined;
  /** Called in long work between pairs; throws where its time is over. There is time without end where absent. */
  readonly rest?: (() => void) | undefined;
}

/** The unit quaternion of a rotation (Shepperd's method: the largest component first, so never near 0). */
function toQuaternion(r: Rotation): { x: number; y: number; z: number; w: number } {
  const [m00, m10, m20] = r.x;
  const [m01, m11, m21] = r.y;
  const [m02, m12, m22] = r.z;
  const trace = m00 + m11 + m22;
  if (trace > 0) {
    const s = Math.sqrt(trace + 1) * 2;
    return { w: s / 4, x: (m21 - m12) / s, y: (m02 - m20) / s, z: (m10 - m01) / s };
  }
  if (m00 > m11 && m00 > m22) {
    const s = Math.sqrt(1 + m00 - m11 - m22) * 2;
    return { w: (m21 - m12) / s, x: s / 4, y: (m01 + m10) / s, z: (m02 + m20) / s };
  }
  if (m11 > m22) {
    const s = Math.sqrt(1 + m11 - m00 - m22) * 2;
    return { w: (m02 - m20) / s, x: (m01 + m10) / s, y: s / 4, z: (m12 + m21) / s };
  }
  const s = Math.sqrt(1 + m22 - m00 - m11) * 2;
  return { w: (m10 - m01) / s, x: (m02 + m20) / s, y: (m12 + m21) / s, z: s / 4 };
}

/** Cylinders whose axes lean less than this against each other count as parallel. */
const parallel = 1 - 1e-9;

/**
 * Two cylinders side by side or in line, in closed form: the library's search has no answer to trust where
 * axes coincide. Undefined where the axes are not parallel.
 */
function meetParallel(
  a: Extract<Shape, { type: 'cylinder' }>,
  b: Extract<Shape, { type: 'cylinder' }>,
  aFromB: Placement,
): Meeting | undefined {
  if (Math.abs(aFromB.rotation.y[1]) < parallel) return undefined;
  const [x, y, z] = aFromB.originMm;
  const apart = Math.hypot(x, z);
  const side: Vec3 = apart > 0 ? [x / apart, 0, z / apart] : [1, 0, 0];
  const end: Vec3 = [0, y < 0 ? -1 : 1, 0];
  const sideways = apart - a.radiusMm - b.radiusMm;
  const endways = Math.abs(y) - a.halfLengthMm - b.halfLengthMm;
  const atMm: Vec3 = [
    side[0] * Math.min(a.radiusMm, apart),
    end[1] * Math.min(a.halfLengthMm, Math.abs(y)),
    side[2] * Math.min(a.radiusMm, apart),
  ];
  if (sideways > 0 && endways > 0) {
    const gapMm = Math.hypot(sideways, endways);
    const away: Vec3 = [
      (side[0] * sideways) / gapMm,
      (end[1] * endways) / gapMm,
      (side[2] * sideways) / gapMm,
    ];
    return { gapMm, away, atMm };
  }
  return sideways > endways
    ? { gapMm: sideways, away: side, atMm }
    : { gapMm: endways, away: end, atMm };
}

/**
 * How two boxes that may be in each other stand, in closed form: of the fifteen directions in which two boxes can be parted
 * (their faces' and the crosses of their edges) the one in which they overlap least. Undefined where they are apart: then
 * the library measures the gap.
 */
function meetBoxes(
  a: Extract<Shape, { type: 'box' }>,
  b: Extract<Shape, { type: 'box' }>,
  aFromB: Placement,
): Meeting | undefined {
  const { rotation, originMm } = aFromB;
  const ownAxes: readonly Vec3[] = [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ];
  const otherAxes: readonly Vec3[] = [rotation.x, rotation.y, rotation.z];
  const crosses = ownAxes.flatMap((p) => otherAxes.map((q) => cross(p, q)));
  let least = Infinity;
  let away: Vec3 = [0, 0, 1];
  for (const direction of [...ownAxes, ...otherAxes, ...crosses]) {
    const length = measureLength(direction);
    // Edges that lie along each other add no direction of their own.
    if (length < 1e-9) continue;
    const n = scale(direction, 1 / length);
    const reach = (half: Vec3, axes: readonly Vec3[]) =>
      axes.reduce((sum, axis, i) => sum + half[i]! * Math.abs(dot(axis, n)), 0);
    const far = dot(originMm, n);
    const overlap = reach(a.halfMm, ownAxes) + reach(b.halfMm, otherAxes) - Math.abs(far);
    if (overlap <= 0) return undefined;
    // Of crosses that are all but a face's own direction the face speaks.
    if (overlap < least - 1e-9) {
      least = overlap;
      away = far < 0 ? scale(n, -1) : n;
    }
  }
  // The corner of the second that lies deepest in the first, as far as the first reaches.
  const corner = otherAxes.reduce<Vec3>(
    (p, axis, i) => add(p, scale(axis, dot(axis, away) > 0 ? -b.halfMm[i]! : b.halfMm[i]!)),
    originMm,
  );
  const atMm = corner.map((v, i) => Math.min(a.halfMm[i]!, Math.max(-a.halfMm[i]!, v)));
  return { gapMm: -least, away, atMm: [atMm[0]!, atMm[1]!, atMm[2]!] };
}

/**
 * Small turns and shifts, below what any tolerance sees, by which the second is moved where the library says that two
 * bodies just touch: where axes meet or edges lie in one plane its search may end at 0 though they are deep in each other.
 */
const looks: readonly Placement[] = [
  { rotation: createRotation(toUnit([1, 2, 3]), 2e-5), originMm: [0.0011, 0.0017, 0.0013] },
  { rotation: createRotation(toUnit([-2, 1, 1]), 5e-5), originMm: [-0.0019, 0.0007, 0.0023] },
  { rotation: createRotation(toUnit([1, -1, 2]), 1e-4), originMm: [0.0031, -0.0029, 0.0007] },
];
/** An answer nearer to 0 than this is looked at again, in mm. */
const doubtMm = 0.01;
/** Two looks agree that differ by less than this and a twentieth of the depth, in mm. */
const agreeMm = 0.02;

/**
 * Where two middles coincide in two directions or more the search for the way out has no first step: the
 * second is then looked at this far off its place, less than any tolerance.
 */
const nudgeMm: Vec3 = [0.0011, 0.0017, 0.0013];

function nudge(at: Vec3): Vec3 {
  const near = at.filter((v) => Math.abs(v) < 1e-3).length;
  return near > 1 ? [at[0] + nudgeMm[0], at[1] + nudgeMm[1], at[2] + nudgeMm[2]] : at;
}

/** The corners of the box about points, a hundredth of a mm larger than they are: never flat. */
function listBoxCorners(points: readonly Vec3[]): Vec3[] {
  const { lowMm, highMm } = measurePointBounds(points);
  const ends = [0, 1, 2].map((i) => [lowMm[i]! - 0.005, highMm[i]! + 0.005] as const);
  return ends[0]!.flatMap((x) => ends[1]!.flatMap((y) => ends[2]!.map((z): Vec3 => [x, y, z])));
}

/** Bodies kept in the library at a time; beyond, it starts afresh, so that long work does not fill memory. */
const mostBodies = 4000;

function nameShape(shape: Shape): string {
  switch (shape.type) {
    case 'box':
      return `b${shape.halfMm.join()}`;
    case 'cylinder':
      return `c${shape.radiusMm},${shape.halfLengthMm}`;
    case 'hull':
      return `h${shape.pointsMm.join(';')}`;
  }
}

type Library = typeof Rapier;
let library: Promise<Library> | undefined;

/**
 * The library, started once for each thread, however many ask at the same time: a second start puts another memory
 * in the place of the first, and what was made in that is then freed where it never lay.
 */
function startLibrary(): Promise<Library> {
  library ??= import('@dimforge/rapier3d-compat').then(async (rapier) => {
    await rapier.init();
    return rapier;
  });
  return library.catch((error: unknown) => {
    // What failed may be tried again.
    library = undefined;
    throw error;
  });
}

/**
 * Loads the collision library: a WebAssembly module that comes inside its package. It takes some 0.1 to 0.8 s the first
 * time, so it is asked for off the first screen. Each collider keeps bodies of its own.
 */
export async function loadCollider(): Promise<Collider> {
  const rapier = await startLibrary();
  let world: World;
  let names: WeakMap<Shape, string>;
  let bodies: Map<string, Held>;
  const start = (): void => {
    world = new rapier.World({ x: 0, y: 0, z: 0 });
    names = new WeakMap();
    bodies = new Map();
  };
  start();
  const describe = (shape: Shape) => {
    switch (shape.type) {
      case 'box':
        return rapier.ColliderDesc.cuboid(...(shape.halfMm as [number, number, number]));
      case 'cylinder':
        return rapier.ColliderDesc.cylinder(shape.halfLengthMm, shape.radiusMm);
      case 'hull':
        return rapier.ColliderDesc.convexHull(new Float32Array(shape.pointsMm.flat()));
    }
  };
  /** A body of the library, or undefined where it makes none of these points. */
  const tryBody = (make: () => Rapier.ColliderDesc | null): Held | undefined => {
    try {
      const made = make();
      return made ? world.createCollider(made) : undefined;
    } catch {
      // Its own words for points that it finds no hull of.
      return undefined;
    }
  };
  const createBody = (shape: Shape): Held => {
    const body = tryBody(() => describe(shape));
    if (body) return body;
    const points = shape.type === 'hull' ? shape.pointsMm : [];
    // Points as good as in one plane have no hull: the thin box about them stands in for it.
    const corners = listBoxCorners(points).flat();
    const made = tryBody(() => rapier.ColliderDesc.convexHull(new Float32Array(corners)));
    if (!made) throw new Error(`loadCollider: no body for ${nameShape(shape).slice(0, 200)}`);
    return made;
  };
  // The first of a pair and the second are two bodies even where they are alike.
  const find = (shape: Shape, role: 'a' | 'b'): Held => {
    let name = names.get(shape);
    if (name === undefined) {
      name = nameShape(shape);
      names.set(shape, name);
    }
    const key = role + name;
    let body = bodies.get(key);
    if (!body) {
      body = createBody(shape);
      bodies.set(key, body);
    }
    return body;
  };
  return {
    meet(a, outerFromA, b, outerFromB, withinMm) {
      if (bodies.size + 2 > mostBodies) {
        world.free();
        start();
      }
      // Seen from the first: small figures, which single precision keeps to a ten-thousandth of a mm.
      const between = compose(invert(outerFromA), outerFromB);
      const lined =
        a.type === 'cylinder' && b.type === 'cylinder'
          ? meetParallel(a, b, between)
          : a.type === 'box' && b.type === 'box'
            ? meetBoxes(a, b, between)
            : undefined;
      if (lined) {
        if (lined.gapMm > withinMm) return undefined;
        return {
          gapMm: lined.gapMm,
          away: rotate(outerFromA.rotation, lined.away),
          atMm: place(outerFromA, lined.atMm),
        };
      }
      const first = find(a, 'a');
      const second = find(b, 'b');
      second.setRotation(toQuaternion(between.rotation));
      const look = ([x, y, z]: Vec3) => {
        second.setTranslation({ x, y, z });
        return first.contactCollider(second, Math.max(0, withinMm));
      };
      let contact = look(between.originMm);
      const nudged = nudge(between.originMm);
      // In such a place the library may also answer 0 for what is deep.
      if (contact && contact.distance < 0.01 && nudged !== between.originMm) contact = look(nudged);
      // A box beside a cylinder is never missed: touching is most often that, and need not be looked at again.
      const isPlain = a.type !== b.type && a.type !== 'hull' && b.type !== 'hull';
      if (contact && !isPlain && Math.abs(contact.distance) < doubtMm) {
        // One look alone may err as well: two that agree are believed.
        let seen: typeof contact | undefined;
        for (const by of looks) {
          const moved = compose(between, by);
          second.setRotation(toQuaternion(moved.rotation));
          const again = look(moved.originMm);
          if (!again || again.distance > -2 * doubtMm) continue;
          if (seen && Math.abs(again.distance - seen.distance) < agreeMm - again.distance / 20) {
            contact = again;
            break;
          }
          seen = again;
        }
      }
      if (!contact) return undefined;
      const { normal1: n, point1: p } = contact;
      return {
        gapMm: contact.distance,
        away: rotate(outerFromA.rotation, [n.x, n.y, n.z]),
        atMm: place(outerFromA, [p.x, p.y, p.z]),
      };
    },
  };
}
