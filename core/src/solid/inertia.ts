import { rotate, type Rotation, type Vec3 } from '../placement/index.js';
import type { Solid } from './schema.js';

/**
 * A symmetric inertia tensor in g·mm²: xx, yy, zz, then xy, xz, yz as they stand in the tensor (the negative
 * of the products of inertia).
 */
export type Tensor = readonly [
  xx: number,
  yy: number,
  zz: number,
  xy: number,
  xz: number,
  yz: number,
];

export const noTensor: Tensor = [0, 0, 0, 0, 0, 0];

export function addTensor(a: Tensor, b: Tensor): Tensor {
  return a.map((v, i) => v + b[i]!) as unknown as Tensor;
}

/** Inertia of a point of `massG` that lies at `offMm` from where it is asked about: the parallel-axis term. */
export function createPointTensor(massG: number, offMm: Vec3): Tensor {
  const [x, y, z] = offMm;
  return [
    massG * (y * y + z * z),
    massG * (x * x + z * z),
    massG * (x * x + y * y),
    -massG * x * y,
    -massG * x * z,
    -massG * y * z,
  ];
}

/** The same inertia seen from an outer frame: R·T·Rᵀ. */
export function rotateTensor(t: Tensor, outerFromInner: Rotation): Tensor {
  const [xx, yy, zz, xy, xz, yz] = t;
  const rows: readonly Vec3[] = [
    [xx, xy, xz],
    [xy, yy, yz],
    [xz, yz, zz],
  ];
  // Columns of T·Rᵀ turned by R; T is symmetric, so its rows are its columns.
  const { x, y, z } = outerFromInner;
  const half = rows.map((row) => rotate(outerFromInner, row));
  const entry = (i: 0 | 1 | 2, j: 0 | 1 | 2) =>
    x[i] * half[0]![j] + y[i] * half[1]![j] + z[i] * half[2]![j];
  return [entry(0, 0), entry(1, 1), entry(2, 2), entry(0, 1), entry(0, 2), entry(1, 2)];
}

/** Inertia about a line through the point the tensor is about, along the unit vector `axis`, in g·mm². */
export function measureAbout(t: Tensor, axis: Vec3): number {
  const [x, y, z] = axis;
  return (
    t[0] * x * x + t[1] * y * y + t[2] * z * z + 2 * (t[3] * x * y + t[4] * x * z + t[5] * y * z)
  );
}

/** Second moments of a convex outline about its centroid: area, ∫x², ∫y², ∫xy, from the shoelace formulas. */
function measureOutline(outline: readonly (readonly [number, number])[]) {
  let [area, sx, sy, xx, yy, xy] = [0, 0, 0, 0, 0, 0];
  outline.forEach(([px, py], i) => {
    const [qx, qy] = outline[(i + 1) % outline.length]!;
    const c = px * qy - qx * py;
    area += c / 2;
    sx += (c * (px + qx)) / 6;
    sy += (c * (py + qy)) / 6;
    xx += (c * (px * px + px * qx + qx * qx)) / 12;
    yy += (c * (py * py + py * qy + qy * qy)) / 12;
    xy += (c * (px * qy + 2 * px * py + 2 * qx * qy + qx * py)) / 24;
  });
  return {
    area,
    xx: xx - (sx * sx) / area,
    yy: yy - (sy * sy) / area,
    xy: xy - (sx * sy) / area,
  };
}

/** Nodes and weights of three-point Gauss integration over −1 to 1: exact up to the fifth power. */
const gauss: readonly (readonly [at: number, weight: number])[] = [
  [-Math.sqrt(3 / 5), 5 / 9],
  [0, 8 / 9],
  [Math.sqrt(3 / 5), 5 / 9],
];

function measureFrustum(a: number, b: number, h: number, massG: number): Tensor {
  // Discs of radius r(z); all integrands are of the fourth power of z at most.
  let [volume, first, second, spin] = [0, 0, 0, 0];
  for (const [at, weight] of gauss) {
    const z = (at * h) / 2;
    const r = (a + b) / 2 + ((b - a) * z) / h;
    const w = (weight * h) / 2;
    volume += w * r ** 2;
    first += w * r ** 2 * z;
    second += w * r ** 2 * z ** 2;
    spin += (w * r ** 4) / 2;
  }
  const density = massG / volume;
  const across = density * (spin / 2 + second - first ** 2 / volume);
  return [across, across, density * spin, 0, 0, 0];
}

/**
 * Inertia of a solid of even density about its own centre of volume, along its own axes, in g·mm². Textbook
 * formulas; a box's corner radius is not taken off, as with its volume.
 */
export function measureSolidTensor(solid: Solid, massG: number): Tensor {
  switch (solid.type) {
    case 'box': {
      const [x, y, z] = solid.sizeMm.map((v) => (massG * v * v) / 12) as [number, number, number];
      return [y + z, x + z, x + y, 0, 0, 0];
    }
    case 'cylinder':
    case 'tube': {
      const inner = solid.type === 'tube' ? solid.innerRadiusMm : 0;
      const square = solid.radiusMm ** 2 + inner ** 2;
      const across = (massG * (3 * square + solid.lengthMm ** 2)) / 12;
      return [across, across, (massG * square) / 2, 0, 0, 0];
    }
    case 'frustum':
      return measureFrustum(solid.radiusMm, solid.endRadiusMm, solid.lengthMm, massG);
    case 'prism': {
      const { area, xx, yy, xy } = measureOutline(solid.outlineMm);
      const k = massG / area;
      const along = (massG * solid.lengthMm ** 2) / 12;
      return [k * yy + along, k * xx + along, k * (xx + yy), -k * xy, 0, 0];
    }
  }
}
