import type { Mount, MountKind, MountSide, Tool } from '../part/index.js';
import type { Vec3 } from '../placement/index.js';
import type { Solid, Surface } from '../solid/index.js';

/** A point or direction as schemas hand it out. */
export type Triple = [number, number, number];

/** The six faces of a part that stands as it is usually used, and their outward normals. */
export const faceNormals = {
  front: [1, 0, 0],
  back: [-1, 0, 0],
  left: [0, 1, 0],
  right: [0, -1, 0],
  top: [0, 0, 1],
  bottom: [0, 0, -1],
} as const satisfies Record<string, Vec3>;
export type Face = keyof typeof faceNormals;

/** Pins in mounting faces stand this far apart (from screw to screw of the pair); an estimate for the demo's makers. */
export const pinSpacingMm = 19;

/** A box between two corners. */
export function box(
  id: string,
  low: Vec3,
  high: Vec3,
  surface: Surface,
  radiusMm = 0,
  more: { massG?: number } = {},
): Solid {
  return {
    id,
    type: 'box',
    atMm: [(low[0] + high[0]) / 2, (low[1] + high[1]) / 2, (low[2] + high[2]) / 2],
    sizeMm: [high[0] - low[0], high[1] - low[1], high[2] - low[2]],
    surface,
    ...(radiusMm > 0 ? { radiusMm } : {}),
    ...more,
  };
}

/** A cylinder between two points on its axis. */
export function rod(
  id: string,
  from: Vec3,
  to: Vec3,
  radiusMm: number,
  surface: Surface,
  more: { massG?: number } = {},
): Solid {
  const along: Triple = [to[0] - from[0], to[1] - from[1], to[2] - from[2]];
  const lengthMm = Math.hypot(...along);
  return {
    id,
    type: 'cylinder',
    atMm: [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2, (from[2] + to[2]) / 2],
    axis: [along[0] / lengthMm, along[1] / lengthMm, along[2] / lengthMm],
    radiusMm,
    lengthMm,
    surface,
    ...more,
  };
}

/** A cone frustum along a principal axis, from one radius to the other. */
export function cone(
  id: string,
  from: Vec3,
  to: Vec3,
  radiusMm: number,
  endRadiusMm: number,
  surface: Surface,
): Solid {
  const { type: _, ...straight } = rod(id, from, to, radiusMm, surface) as Extract<
    Solid,
    { type: 'cylinder' }
  >;
  return { ...straight, type: 'frustum', endRadiusMm };
}

/** A mount; what is not said takes its kind's usual meaning. */
export function mount(
  id: string,
  kind: MountKind,
  side: MountSide,
  originMm: Triple,
  normal: Vec3,
  reference: Vec3,
  more: Partial<Mount> = {},
): Mount {
  return {
    id,
    kind,
    side,
    originMm,
    normal: [...normal] as Triple,
    reference: [...reference] as Triple,
    ...more,
  };
}

/** The usual sockets of handles, cages and plates: depth, and holes for pins or none. */
export function socket(
  id: string,
  thread: 'quarter-20' | 'three-eighths-16',
  originMm: Triple,
  normal: Vec3,
  reference: Vec3,
  options: { holes?: boolean; depthMm?: number; blind?: boolean; name?: string } = {},
): Mount {
  return mount(id, thread, 'socket', originMm, normal, reference, {
    thread: { depthMm: options.depthMm ?? 8, blind: options.blind ?? false },
    contact: {
      innerRadiusMm: thread === 'quarter-20' ? 3.3 : 4.9,
      outerRadiusMm: 9,
      lining: 'metal',
    },
    ...(options.holes ? { locating: { side: 'holes', spacingMm: pinSpacingMm } } : {}),
    ...(options.name ? { name: options.name } : {}),
  });
}

/** A screw that stands out of a face. */
export function screw(
  id: string,
  thread: 'quarter-20' | 'three-eighths-16',
  originMm: Triple,
  normal: Vec3,
  reference: Vec3,
  options: {
    lengthMm?: number;
    tool?: Tool;
    seconds?: number;
    pins?: boolean;
    lining?: 'metal' | 'rubber';
    padRadiusMm?: number;
    exchangeable?: boolean;
    name?: string;
    access?: NonNullable<Mount['fastening']>['access'];
  } = {},
): Mount {
  return mount(id, thread, 'screw', originMm, normal, reference, {
    thread: { lengthMm: options.lengthMm ?? 5.5, exchangeable: options.exchangeable ?? false },
    fastening: {
      tool: options.tool ?? 'thumb',
      seconds: options.seconds ?? 15,
      ...(options.access ? { access: options.access } : {}),
    },
    contact: {
      innerRadiusMm: thread === 'quarter-20' ? 3.3 : 4.9,
      outerRadiusMm: options.padRadiusMm ?? 9,
      lining: options.lining ?? 'metal',
    },
    ...(options.pins ? { locating: { side: 'pins', spacingMm: pinSpacingMm } } : {}),
    ...(options.name ? { name: options.name } : {}),
  });
}

/** The lengthwise part of a rail, shoe or dovetail, centred on the mount. */
export function along(axis: Vec3, lengthMm: number): NonNullable<Mount['lengthwise']> {
  return { axis: [...axis] as Triple, fromMm: -lengthMm / 2, toMm: lengthMm / 2 };
}

/** What a base mount is made as: the ways in which handles, arms and grips are fastened. */
export type BaseKind =
  'three-eighths-pins' | 'quarter-pins' | 'quarter' | 'nato' | 'cold-shoe' | 'rosette';

/** The mount by which a handle, an arm or a grip is carried, at its own origin. */
export function createBase(
  kind: BaseKind,
  normal: Vec3,
  reference: Vec3,
  options: {
    screwMm?: number;
    padRadiusMm?: number;
    lining?: 'metal' | 'rubber';
    clampMm?: number;
  } = {},
): Mount {
  const at: Triple = [0, 0, 0];
  switch (kind) {
    case 'three-eighths-pins':
      return {
        ...screw('base', 'three-eighths-16', at, normal, reference, {
          lengthMm: options.screwMm ?? 7,
          tool: 'hex-4',
          seconds: 30,
          pins: true,
        }),
        carrier: true,
      };
    case 'quarter-pins':
    case 'quarter':
      return {
        ...screw('base', 'quarter-20', at, normal, reference, {
          lengthMm: options.screwMm ?? 5.5,
          pins: kind === 'quarter-pins',
          ...(options.lining ? { lining: options.lining } : {}),
          ...(options.padRadiusMm ? { padRadiusMm: options.padRadiusMm } : {}),
        }),
        carrier: true,
      };
    case 'nato':
      return mount('base', 'nato-rail', 'clamp', at, normal, reference, {
        clampLengthMm: options.clampMm ?? 30,
        entry: 'side',
        fastening: { tool: 'thumb', seconds: 5 },
        carrier: true,
      });
    case 'cold-shoe':
      return mount('base', 'cold-shoe', 'foot', at, normal, reference, {
        clampLengthMm: 18,
        entry: 'end',
        fastening: { tool: 'thumb', seconds: 8 },
        carrier: true,
      });
    case 'rosette':
      return mount('base', 'rosette-m6', 'face', at, normal, reference, {
        toothPhaseDeg: 0,
        fastening: { tool: 'thumb', seconds: 10 },
        carrier: true,
      });
  }
}
