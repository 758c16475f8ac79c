import { z } from 'zod';
import { measureLength, PointMm, dot, type Vec3 } from '../placement/index.js';
import { tolerances } from '../units/index.js';

/** A positive length in millimetres, at most five metres. */
export const LengthMm = z.number().positive('a length is more than 0 mm').max(5000);

/** A unit vector; four digits after the point are enough. */
export const Direction = z
  .tuple([z.number(), z.number(), z.number()])
  .refine(
    (v) => Math.abs(measureLength(v) - 1) <= tolerances.unitVector,
    'a direction is a unit vector: its three numbers squared sum to 1',
  );

/** Whether `reference` is square to `normal`, within what four written digits allow. */
export function isSquare(normal: Vec3, reference: Vec3): boolean {
  return Math.abs(dot(normal, reference)) <= tolerances.unitVector;
}

/** Whether two unit vectors lie along each other, either way, as exactly as files write them. */
export function isAlong(a: Vec3, b: Vec3): boolean {
  return Math.abs(dot(a, b)) >= 1 - tolerances.unitVector;
}

/** What a surface looks like in the drawing, and what it feels like to a neighbour. */
export const Surface = z.enum([
  'metal',
  'plastic',
  'rubber',
  'wood',
  'cloth',
  'glass',
  'screen',
  'cell',
]);
export type Surface = z.infer<typeof Surface>;

const shared = {
  /** Names the solid inside its part, so that a movement can carry it. */
  id: z.string().regex(/^[a-z0-9-]{1,40}$/),
  /** Middle of the solid in the part's frame. */
  atMm: PointMm,
  /** Local z in the part's frame: the axis of a cylinder, the direction of an extrusion. Up if absent. */
  axis: Direction.optional(),
  /** Local x in the part's frame, square to the axis. Forward if absent, or left where the axis is forward. */
  reference: Direction.optional(),
  /** Grams known for this solid alone; the others share the rest of the part's mass by volume. */
  massG: z.number().positive().max(100_000).optional(),
  surface: Surface.optional(),
};

export const Box = z.strictObject({
  ...shared,
  type: z.literal('box'),
  /** Extents along local x, y, z. */
  sizeMm: z.tuple([LengthMm, LengthMm, LengthMm]),
  /** Corner radius, for the drawing only. */
  radiusMm: z.number().min(0).max(500).optional(),
});

export const Cylinder = z.strictObject({
  ...shared,
  type: z.literal('cylinder'),
  radiusMm: LengthMm,
  lengthMm: LengthMm,
});

export const Frustum = z.strictObject({
  ...shared,
  type: z.literal('frustum'),
  /** Radius at the low end of the axis. */
  radiusMm: LengthMm,
  /** Radius at the high end of the axis. */
  endRadiusMm: LengthMm,
  lengthMm: LengthMm,
});

export const Tube = z.strictObject({
  ...shared,
  type: z.literal('tube'),
  radiusMm: LengthMm,
  innerRadiusMm: LengthMm,
  lengthMm: LengthMm,
});

export const Prism = z.strictObject({
  ...shared,
  type: z.literal('prism'),
  /** A convex outline in local x and y, counter-clockwise, about the solid's own origin. */
  outlineMm: z
    .array(z.tuple([z.number().min(-5000).max(5000), z.number().min(-5000).max(5000)]))
    .min(3)
    .max(64),
  lengthMm: LengthMm,
});

function isConvex(outline: readonly (readonly [number, number])[]): boolean {
  return outline.every((p, i) => {
    const q = outline[(i + 1) % outline.length]!;
    const r = outline[(i + 2) % outline.length]!;
    return (q[0] - p[0]) * (r[1] - q[1]) - (q[1] - p[1]) * (r[0] - q[0]) > 0;
  });
}

/** One of the plain bodies that a part is made of. */
export const Solid = z
  .discriminatedUnion('type', [Box, Cylinder, Frustum, Tube, Prism])
  .superRefine((solid, context) => {
    if (solid.axis && solid.reference && !isSquare(solid.axis, solid.reference)) {
      context.addIssue({
        code: 'custom',
        path: ['reference'],
        message: 'is not square to the axis',
      });
    }
    if (solid.type === 'tube' && solid.innerRadiusMm >= solid.radiusMm) {
      context.addIssue({
        code: 'custom',
        path: ['innerRadiusMm'],
        message: 'is not smaller than the outer radius',
      });
    }
    if (solid.type === 'prism' && !isConvex(solid.outlineMm)) {
      context.addIssue({
        code: 'custom',
        path: ['outlineMm'],
        message: 'is not a convex outline listed counter-clockwise',
      });
    }
  });
export type Solid = z.infer<typeof Solid>;
