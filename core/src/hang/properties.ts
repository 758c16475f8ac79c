import { EigenvalueDecomposition, Matrix } from 'ml-matrix';
import { measurePartMass, type Inertia, type PartBook } from '../part/index.js';
import { toUnit, type Vec3 } from '../placement/index.js';
import { measureInertia, type Assembly, type KitItem } from '../rig/index.js';
import type { Tensor } from '../solid/index.js';

/** A principal axis, and the inertia about it through the centre of mass. */
export interface PrincipalAxis {
  readonly axis: Vec3;
  readonly kgm2: number;
}

/** What the operator carries elsewhere than on the rig. */
export interface Worn {
  readonly items: readonly KitItem[];
  readonly massG: number;
  readonly unweighed: readonly string[];
}

/** Mass, centre, inertia and principal axes of a setup; what is worn apart. */
export interface Properties {
  readonly inertia: Inertia;
  /** Smallest first. */
  readonly principal: readonly PrincipalAxis[];
  readonly worn: Worn;
}

/** From g·mm² to kg·m². */
export const kgm2PerGmm2 = 1e-9;

/** The three axes square to each other about which a body turns without shaking, by eigenvalues. */
export function measurePrincipal(t: Tensor): PrincipalAxis[] {
  const [xx, yy, zz, xy, xz, yz] = t;
  const found = new EigenvalueDecomposition(
    new Matrix([
      [xx, xy, xz],
      [xy, yy, yz],
      [xz, yz, zz],
    ]),
    { assumeSymmetric: true },
  );
  return found.realEigenvalues
    .map((value, i) => ({
      axis: toUnit(found.eigenvectorMatrix.getColumn(i) as unknown as Vec3),
      kgm2: value * kgm2PerGmm2,
    }))
    .sort((a, b) => a.kgm2 - b.kgm2);
}

/** What lies on the operator's belt or back in this setup. */
export function measureWorn(assembly: Assembly, parts: PartBook): Worn {
  const items = (assembly.setup.worn ?? []).flatMap(
    (id) => assembly.rig.kit.find((item) => item.id === id) ?? [],
  );
  const unweighed: string[] = [];
  let massG = 0;
  for (const item of items) {
    const part = parts.get(item.partId);
    const own = part && measurePartMass(part, new Map(), item.measuredMassG ?? part.massG);
    if (own) massG += own.massG;
    else unweighed.push(item.id);
  }
  return { items, massG, unweighed };
}

/** Mass properties of a setup in the rig's frame, about its centre of mass. Linear. */
export function measureProperties(assembly: Assembly, parts: PartBook): Properties {
  const inertia = measureInertia(assembly);
  return {
    inertia,
    principal: inertia.massG > 0 ? measurePrincipal(inertia.tensorGmm2) : [],
    worn: measureWorn(assembly, parts),
  };
}
