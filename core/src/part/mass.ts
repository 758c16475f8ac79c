import {
  add,
  compose,
  place,
  scale,
  subtract,
  type Placement,
  type Vec3,
} from '../placement/index.js';
import {
  addTensor,
  createPointTensor,
  measureCentroidMm,
  measureSolidTensor,
  measureVolumeMm3,
  noTensor,
  partFromSolid,
  rotateTensor,
  type Tensor,
} from '../solid/index.js';
import type { Part } from './schema.js';

/** Mass in grams and its first moment in g·mm; the moment over the mass is the centre of mass. */
export interface Mass {
  readonly massG: number;
  readonly momentGmm: Vec3;
}

export const noMass: Mass = { massG: 0, momentGmm: [0, 0, 0] };

export function combineMass(a: Mass, b: Mass): Mass {
  return { massG: a.massG + b.massG, momentGmm: add(a.momentGmm, b.momentGmm) };
}

/** The centre of mass in mm, or undefined where there is no mass. */
export function measureCentreMm(mass: Mass): Vec3 | undefined {
  return mass.massG > 0 ? scale(mass.momentGmm, 1 / mass.massG) : undefined;
}

/** The same mass seen from an outer frame. */
export function moveMass(mass: Mass, outerFromInner: Placement): Mass {
  const centre = measureCentreMm(mass);
  if (!centre) return noMass;
  return { massG: mass.massG, momentGmm: scale(place(outerFromInner, centre), mass.massG) };
}

/**
 * Mass of a part in its own frame, spread over its solids by volume; a solid that states its grams
 * keeps them and the others share the rest. Undefined where the part's mass is not known. What
 * `moved` carries is counted where it now stands. `massG` overrides the catalogue by a weighed figure.
 * With `isCounted`, only the shares of those solids.
 */
export function measurePartMass(
  part: Part,
  moved: ReadonlyMap<string, Placement>,
  massG: number | undefined = part.massG,
  isCounted?: (solid: Part['solids'][number]) => boolean,
): Mass | undefined {
  if (massG === undefined) return undefined;
  let total = noMass;
  for (const { solid, grams } of listShares(part, massG)) {
    if (grams === 0 || (isCounted && !isCounted(solid))) continue;
    const centre = place(partFromMoved(solid, moved), measureCentroidMm(solid));
    total = combineMass(total, { massG: grams, momentGmm: scale(centre, grams) });
  }
  // The sum of the shares may be off in its last digit; what was stated is not.
  return isCounted ? total : { massG, momentGmm: total.momentGmm };
}

type Solid = Part['solids'][number];

/** The grams of each solid of a part that weighs `massG`. */
function listShares(part: Part, massG: number): { solid: Solid; grams: number }[] {
  const stated = part.solids.reduce((sum, s) => sum + (s.massG ?? 0), 0);
  const free = part.solids.filter((s) => s.massG === undefined);
  const freeVolume = free.reduce((sum, s) => sum + measureVolumeMm3(s), 0);
  // Where every solid states its grams, or the weighed figure is below their sum, all are scaled to it.
  const rest = massG - stated;
  const scaleAll = free.length === 0 || rest < 0;
  return part.solids.map((solid) => {
    const own = solid.massG ?? 0;
    const grams = scaleAll
      ? (own * massG) / stated
      : solid.massG !== undefined
        ? own
        : (rest * measureVolumeMm3(solid)) / freeVolume;
    return { solid, grams };
  });
}

function partFromMoved(solid: Solid, moved: ReadonlyMap<string, Placement>): Placement {
  const shift = moved.get(solid.id);
  return shift ? compose(shift, partFromSolid(solid)) : partFromSolid(solid);
}

/** A body's mass, where its centre is, and its inertia about that centre along the axes of the frame it is in. */
export interface Inertia {
  readonly massG: number;
  readonly centreMm: Vec3;
  readonly tensorGmm2: Tensor;
}

export const noInertia: Inertia = { massG: 0, centreMm: [0, 0, 0], tensorGmm2: noTensor };

/** Inertia about another point than the centre of mass, by parallel axes, in g·mm². */
export function measureTensorAt(inertia: Inertia, atMm: Vec3): Tensor {
  const off = subtract(inertia.centreMm, atMm);
  return addTensor(inertia.tensorGmm2, createPointTensor(inertia.massG, off));
}

/** Two bodies as one: masses add, tensors add about the common centre. */
export function combineInertia(a: Inertia, b: Inertia): Inertia {
  const massG = a.massG + b.massG;
  if (massG === 0) return noInertia;
  const centreMm = add(scale(a.centreMm, a.massG / massG), scale(b.centreMm, b.massG / massG));
  const tensorGmm2 = addTensor(measureTensorAt(a, centreMm), measureTensorAt(b, centreMm));
  return { massG, centreMm, tensorGmm2 };
}

/** The same body seen from an outer frame. */
export function moveInertia(inertia: Inertia, outerFromInner: Placement): Inertia {
  return {
    massG: inertia.massG,
    centreMm: place(outerFromInner, inertia.centreMm),
    tensorGmm2: rotateTensor(inertia.tensorGmm2, outerFromInner.rotation),
  };
}

const atRest = new WeakMap<Part, Inertia>();

/**
 * Inertia of a part in its own frame: each solid by its textbook formula, together by parallel axes. Shares of
 * mass as in {@link measurePartMass}. Undefined where the mass is not known. Worked out once for a part at
 * rest: it goes with the mass.
 */
export function measurePartInertia(
  part: Part,
  moved: ReadonlyMap<string, Placement>,
  massG: number | undefined = part.massG,
): Inertia | undefined {
  if (massG === undefined) return undefined;
  const known = moved.size === 0 ? atRest.get(part) : undefined;
  if (known) {
    const ratio = massG / known.massG;
    const isStated = part.solids.some((s) => s.massG !== undefined);
    // Shares by volume grow with the mass; stated grams do not.
    if (ratio === 1) return known;
    if (!isStated) {
      const tensorGmm2 = known.tensorGmm2.map((v) => v * ratio) as unknown as Tensor;
      return { ...known, massG, tensorGmm2 };
    }
  }
  const whole = listShares(part, massG).reduce((sum, { solid, grams }) => {
    if (grams === 0) return sum;
    const frame = partFromMoved(solid, moved);
    return combineInertia(sum, {
      massG: grams,
      centreMm: place(frame, measureCentroidMm(solid)),
      tensorGmm2: rotateTensor(measureSolidTensor(solid, grams), frame.rotation),
    });
  }, noInertia);
  const inertia = { ...whole, massG };
  if (moved.size === 0 && !known) atRest.set(part, inertia);
  return inertia;
}
