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

/** How far above its lower edge the jaws of a seat take hold of a flat device, in mm (estimate). */
export const seatedAtMm = 8;

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
export const baseKinds = [
  'three-eighths-pins',
  'three-eighths',
  'quarter-pins',
  'quarter',
  'two-quarter',
  'nato',
  'cold-shoe',
  'hot-shoe',
  'rosette',
  'rod',
  'own-rail',
] as const;
export type BaseKind = (typeof baseKinds)[number];

/** What may be stated of a base beyond its kind. */
export interface BaseOptions {
  readonly screwMm?: number | undefined;
  readonly padRadiusMm?: number | undefined;
  readonly lining?: 'metal' | 'rubber' | undefined;
  readonly clampMm?: number | undefined;
  readonly tool?: Tool | undefined;
  /** From middle to middle of the pins, or of the two screws. */
  readonly apartMm?: number | undefined;
  /** Of a maker's own rail. */
  readonly family?: string | undefined;
}

/** Two screws stand this far apart where nobody says it, in mm (estimate). */
export const screwsApartMm = 18;

/** A screw of a base, with what is stated of it. */
function createBaseScrew(
  thread: 'quarter-20' | 'three-eighths-16',
  normal: Vec3,
  reference: Vec3,
  options: BaseOptions,
  usual: { readonly lengthMm: number; readonly tool: Tool; readonly seconds: number },
  hasPins: boolean,
): Mount {
  const made = screw('base', thread, [0, 0, 0], normal, reference, {
    lengthMm: options.screwMm ?? usual.lengthMm,
    tool: options.tool ?? usual.tool,
    seconds: usual.seconds,
    pins: hasPins,
    ...(options.lining ? { lining: options.lining } : {}),
    ...(options.padRadiusMm ? { padRadiusMm: options.padRadiusMm } : {}),
  });
  return {
    ...made,
    ...(made.locating && options.apartMm
      ? { locating: { ...made.locating, spacingMm: options.apartMm } }
      : {}),
    carrier: true,
  };
}

/** The mount by which a handle, an arm or a grip is carried, at its own origin. */
export function createBase(
  kind: BaseKind,
  normal: Vec3,
  reference: Vec3,
  options: BaseOptions = {},
): Mount {
  const at: Triple = [0, 0, 0];
  const fastening = (tool: Tool, seconds: number) => ({
    fastening: { tool: options.tool ?? tool, seconds },
  });
  switch (kind) {
    case 'three-eighths-pins':
    case 'three-eighths':
      return createBaseScrew(
        'three-eighths-16',
        normal,
        reference,
        options,
        { lengthMm: 7, tool: 'hex-4', seconds: 30 },
        kind === 'three-eighths-pins',
      );
    case 'quarter-pins':
    case 'quarter':
    case 'two-quarter':
      return createBaseScrew(
        'quarter-20',
        normal,
        reference,
        options,
        { lengthMm: 5.5, tool: kind === 'two-quarter' ? 'hex-4' : 'thumb', seconds: 15 },
        kind === 'quarter-pins',
      );
    case 'nato':
      return mount('base', 'nato-rail', 'clamp', at, normal, reference, {
        clampLengthMm: options.clampMm ?? 30,
        entry: 'side',
        ...fastening('thumb', 5),
        carrier: true,
      });
    case 'own-rail':
      return mount('base', 'own-rail', 'clamp', at, normal, reference, {
        clampLengthMm: options.clampMm ?? 30,
        family: options.family ?? 'own rail',
        entry: 'end',
        ...fastening('thumb', 8),
        carrier: true,
      });
    case 'cold-shoe':
      return mount('base', 'cold-shoe', 'foot', at, normal, reference, {
        clampLengthMm: 18,
        entry: 'end',
        ...fastening('thumb', 8),
        carrier: true,
      });
    case 'hot-shoe':
      return mount('base', 'hot-shoe', 'foot', at, normal, reference, {
        clampLengthMm: 18,
        entry: 'end',
        ...fastening('thumb', 8),
        carrier: true,
      });
    case 'rosette':
      return mount('base', 'rosette-m6', 'face', at, normal, reference, {
        toothPhaseDeg: 0,
        ...fastening('thumb', 10),
        carrier: true,
      });
    case 'rod':
      return mount('base', 'rod-15-single', 'clamp', at, normal, reference, {
        clampLengthMm: 20,
        ...fastening('thumb', 8),
        holdsNm: 2,
        carrier: true,
      });
  }
}

/** All mounts of a base: of two screws the second stands ahead of the first along the reference. */
export function createBases(
  kind: BaseKind,
  normal: Vec3,
  reference: Vec3,
  options: BaseOptions = {},
): Mount[] {
  const base = createBase(kind, normal, reference, options);
  if (kind !== 'two-quarter') return [base];
  const apart = options.apartMm ?? screwsApartMm;
  const { carrier: _, ...second } = base;
  return [
    { ...base, name: 'first screw' },
    {
      ...second,
      id: 'second-screw',
      name: 'second screw',
      originMm: [reference[0] * apart, reference[1] * apart, reference[2] * apart],
    },
  ];
}
