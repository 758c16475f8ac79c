import { compose, noPlacement, type Placement, type Vec3 } from '../placement/index.js';
import { listCornersMm, measurePointBounds, type Solid } from '../solid/index.js';

/** A convex body about its own origin, as the collision library takes it. Lengths in mm. */
export type Shape =
  | { readonly type: 'box'; readonly halfMm: Vec3 }
  /** Along its own y. */
  | { readonly type: 'cylinder'; readonly radiusMm: number; readonly halfLengthMm: number }
  | { readonly type: 'hull'; readonly pointsMm: readonly Vec3[] };

/** The convex hull of points: what a body passes through, what a lens sees. At least four, not in one plane. */
export interface Hull {
  readonly id: string;
  readonly type: 'hull';
  readonly pointsMm: readonly Vec3[];
}

/** What can stand in space. */
export type Body = Solid | Hull;

/** A convex piece of a solid, and where it stands in the solid's own frame. */
export interface Piece {
  readonly shape: Shape;
  readonly solidFromPiece: Placement;
}

/** The library's cylinders lie along y, ours along z. */
const alongZ: Placement = {
  rotation: { x: [1, 0, 0], y: [0, 0, 1], z: [0, -1, 0] },
  originMm: [0, 0, 0],
};

const ringSteps = 24;
// Corners half way between the circle and the polygon about it: off by at most 0.45 % of the radius.
const ringStretch = (1 + 1 / Math.cos(Math.PI / ringSteps)) / 2;

function ring(radius: number, z: number): Vec3[] {
  return Array.from({ length: ringSteps }, (_, i) => {
    const angle = (2 * Math.PI * i) / ringSteps;
    const r = radius * ringStretch;
    return [r * Math.cos(angle), r * Math.sin(angle), z] as const;
  });
}

/** The library finds no hull of what is thinner than this part of its length. */
const thinnest = 1 / 250;

/** The hull of points as a piece; of a needle or a leaf the box about it, which is larger by less than its thickness. */
function createHullPiece(pointsMm: readonly Vec3[]): Piece {
  const { lowMm, highMm } = measurePointBounds(pointsMm);
  const sizes = lowMm.map((low, i) => highMm[i]! - low);
  if (Math.min(...sizes) >= Math.max(...sizes) * thinnest) {
    return { shape: { type: 'hull', pointsMm }, solidFromPiece: noPlacement };
  }
  const [x, y, z] = sizes.map((size) => Math.max(size, leastMm) / 2);
  const [u, v, w] = lowMm.map((low, i) => (low + highMm[i]!) / 2);
  return {
    shape: { type: 'box', halfMm: [x!, y!, z!] },
    solidFromPiece: { ...noPlacement, originMm: [u!, v!, w!] },
  };
}

/** What is flat is taken to be so thick, in mm. */
const leastMm = 0.01;

/** A tube in wedges whose inner faces touch the bore from outside: what just fits the bore does not clash. */
function listWedges(radiusMm: number, innerRadiusMm: number, lengthMm: number): Piece[] {
  const inner = innerRadiusMm / Math.cos(Math.PI / ringSteps);
  const outer = Math.max(radiusMm * ringStretch, inner * 1.0001);
  const h = lengthMm / 2;
  return Array.from({ length: ringSteps }, (_, i) => {
    const corner = (r: number, step: number, z: number): Vec3 => {
      const angle = (2 * Math.PI * step) / ringSteps;
      return [r * Math.cos(angle), r * Math.sin(angle), z];
    };
    const pointsMm = [i, i + 1].flatMap((step) =>
      [inner, outer].flatMap((r) => [corner(r, step, -h), corner(r, step, h)]),
    );
    return createHullPiece(pointsMm);
  });
}

interface Pieces {
  /** One convex piece that holds the whole solid. */
  readonly whole: Piece;
  /** The solid itself, where it is not convex. */
  readonly parts: readonly Piece[] | undefined;
}

const known = new WeakMap<Body, Pieces>();

function cut(solid: Body): Pieces {
  switch (solid.type) {
    case 'hull':
      return {
        whole: createHullPiece(solid.pointsMm),
        parts: undefined,
      };
    case 'box': {
      const [x, y, z] = solid.sizeMm;
      const shape: Shape = { type: 'box', halfMm: [x / 2, y / 2, z / 2] };
      return { whole: { shape, solidFromPiece: noPlacement }, parts: undefined };
    }
    case 'cylinder':
    case 'tube': {
      const { radiusMm, lengthMm } = solid;
      const shape: Shape = { type: 'cylinder', radiusMm, halfLengthMm: lengthMm / 2 };
      return {
        whole: { shape, solidFromPiece: alongZ },
        parts:
          solid.type === 'tube' ? listWedges(radiusMm, solid.innerRadiusMm, lengthMm) : undefined,
      };
    }
    case 'frustum': {
      const h = solid.lengthMm / 2;
      const pointsMm = [...ring(solid.radiusMm, -h), ...ring(solid.endRadiusMm, h)];
      return {
        whole: createHullPiece(pointsMm),
        parts: undefined,
      };
    }
    case 'prism':
      return {
        whole: createHullPiece(listCornersMm(solid)),
        parts: undefined,
      };
  }
}

/** The convex pieces of a solid. Worked out once for each solid. */
export function listPieces(solid: Body): Pieces {
  let pieces = known.get(solid);
  if (!pieces) {
    pieces = cut(solid);
    known.set(solid, pieces);
  }
  return pieces;
}

/** Where a piece of a solid stands in the outer frame. */
export function placePiece(outerFromSolid: Placement, piece: Piece): Placement {
  return piece.solidFromPiece === noPlacement
    ? outerFromSolid
    : compose(outerFromSolid, piece.solidFromPiece);
}
