import { placeMovements, type Part } from '../part/index.js';
import { compose, noPlacement, place, type Placement, type Vec3 } from '../placement/index.js';
import { isInsideSolid, partFromSolid, type Solid } from '../solid/index.js';

/** A movement that carries a solid of its part through another one. */
export interface OwnSweep {
  readonly movementId: string;
  readonly solidId: string;
  readonly byId: string;
  /** Where it first does so, on the way from rest: degrees or mm. */
  readonly at: number;
}

/** How deep a solid must reach into another to be told, in mm: less is a hinge that is drawn roughly. */
const deepMm = 1.5;

/** Solids nearer than this at rest are joined there, by a hinge or a slide, in mm. */
const nearMm = 2;

/** How many places of a movement's way are looked at on either side of rest. */
const steps = 24;

/** Points of a solid's skin, a little inside, in its own frame: corners and middles, or three rings. */
function listProbes(solid: Solid): Vec3[] {
  const grid = [-0.98, 0, 0.98];
  if (solid.type === 'box') {
    const [x, y, z] = solid.sizeMm.map((s) => s / 2) as [number, number, number];
    return grid.flatMap((i) => grid.flatMap((j) => grid.map((k): Vec3 => [i * x, j * y, k * z])));
  }
  const half = solid.lengthMm / 2;
  const rings = solid.type === 'prism' ? solid.outlineMm : undefined;
  return grid.flatMap((k): Vec3[] => {
    if (rings) return rings.map(([x, y]): Vec3 => [0.98 * x, 0.98 * y, k * half]);
    const { radiusMm } = solid as Extract<Solid, { radiusMm: number; lengthMm: number }>;
    const end = solid.type === 'frustum' ? solid.endRadiusMm : radiusMm;
    const r = 0.98 * (radiusMm + ((end - radiusMm) * (k + 1)) / 2);
    const round = [0, 1, 2, 3, 4, 5, 6, 7].map((i) => (i * Math.PI) / 4);
    return round.map((a): Vec3 => [r * Math.cos(a), r * Math.sin(a), k * half]);
  });
}

interface Standing {
  readonly solid: Solid;
  readonly frame: Placement;
}

const meets = (a: Standing, b: Standing, byMm: number): boolean =>
  listProbes(a.solid).some((p) => isInsideSolid(b.solid, b.frame, place(a.frame, p), byMm)) ||
  listProbes(b.solid).some((p) => isInsideSolid(a.solid, a.frame, place(b.frame, p), byMm));

/**
 * Movements that run a solid of the part through another that stays, each with the first such place on its way from
 * rest; what touches at rest already is a hinge or a slide and none. Sampled at {@link steps} places a side and at
 * points of the skin: thin things between two places can be missed, none is made up.
 */
export function findOwnSweeps(part: Part): OwnSweep[] {
  const found: OwnSweep[] = [];
  for (const movement of part.movements ?? []) {
    const standing = (value: number): Map<string, Standing> => {
      const moved = placeMovements(part, { [movement.id]: value });
      return new Map(
        part.solids.map((solid) => {
          const own = partFromSolid(solid);
          return [solid.id, { solid, frame: compose(moved.get(solid.id) ?? noPlacement, own) }];
        }),
      );
    };
    const carried = new Set(movement.carries);
    const follow = (part.movements ?? []).filter((m) => m.after === movement.id);
    for (const m of follow) for (const id of m.carries) carried.add(id);
    const goes = part.solids.filter((s) => carried.has(s.id));
    const stays = part.solids.filter((s) => !carried.has(s.id));
    const rest = standing(movement.rest);
    const apart = goes.flatMap((a) =>
      stays
        .filter((b) => !meets(rest.get(a.id)!, rest.get(b.id)!, nearMm))
        .map((b) => [a.id, b.id] as const),
    );
    for (const [a, b] of apart) {
      const ways = [movement.to, movement.from].flatMap((end) =>
        Array.from(
          { length: steps },
          (_, i) => movement.rest + ((end - movement.rest) * (i + 1)) / steps,
        ),
      );
      const at = ways.find((value) => {
        const now = standing(value);
        return meets(now.get(a)!, now.get(b)!, -deepMm);
      });
      if (at !== undefined) found.push({ movementId: movement.id, solidId: a, byId: b, at });
    }
  }
  return found;
}
