import { add, place, scale, type Placement, type Vec3 } from '../placement/index.js';
import { measureCentroidMm, measureVolumeMm3, partFromSolid } from '../solid/index.js';
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
  const stated = part.solids.reduce((sum, s) => sum + (s.massG ?? 0), 0);
  const free = part.solids.filter((s) => s.massG === undefined);
  const freeVolume = free.reduce((sum, s) => sum + measureVolumeMm3(s), 0);
  // Where every solid states its grams, or the weighed figure is below their sum, all are scaled to it.
  const rest = massG - stated;
  const scaleAll = free.length === 0 || rest < 0;
  let total = noMass;
  for (const solid of part.solids) {
    const own = solid.massG ?? 0;
    const grams = scaleAll
      ? (own * massG) / stated
      : solid.massG !== undefined
        ? own
        : (rest * measureVolumeMm3(solid)) / freeVolume;
    if (grams === 0 || (isCounted && !isCounted(solid))) continue;
    let centre = place(partFromSolid(solid), measureCentroidMm(solid));
    const shift = moved.get(solid.id);
    if (shift) centre = place(shift, centre);
    total = combineMass(total, { massG: grams, momentGmm: scale(centre, grams) });
  }
  // The sum of the shares may be off in its last digit; what was stated is not.
  return isCounted ? total : { massG, momentGmm: total.momentGmm };
}
