import { tolerances } from '../units/index.js';
import type { Mount, MountKind, MountSide } from './mount.js';

/** What keeps a joint of a kind from turning about its normal. */
export type Resistance = 'friction' | 'blocked' | 'teeth' | 'weak' | 'none';

/** One line of the mating table. */
export interface MountKindEntry {
  /** The standard's name, as people say it. */
  readonly label: string;
  /** The two halves; a kind whose halves are alike names the same side twice. */
  readonly sides: readonly [MountSide, MountSide];
  readonly resists: Resistance;
  /** How the joint may be turned: freely, in two ways, in steps, in quarter turns, or not at all. */
  readonly turns: 'free' | 'half' | 'quarter' | 'fixed' | { readonly stepDeg: number };
  /** The side that has length and carries several partners. */
  readonly lengthwise: MountSide | undefined;
  /** The nominal figure that both halves must share. */
  readonly sameSize: boolean;
  readonly sameFamily: boolean;
  /** How deep a joined pair may reach into each other, in mm; Infinity where one goes through the other. */
  readonly takesInMm: number;
  /** What the normal and the reference of such a mount mean. */
  readonly frame: string;
}

const screwFrame =
  'normal: along the screw, out of the face; reference: along the line of the locating pins, or forward';

function entry(
  label: string,
  sides: readonly [MountSide, MountSide],
  resists: Resistance,
  turns: MountKindEntry['turns'],
  frame: string,
  more: Partial<Pick<MountKindEntry, 'lengthwise' | 'sameSize' | 'sameFamily' | 'takesInMm'>> = {},
): MountKindEntry {
  return {
    label,
    sides,
    resists,
    turns,
    frame,
    lengthwise: undefined,
    sameSize: false,
    sameFamily: false,
    takesInMm: 0.5,
    ...more,
  };
}

/**
 * The mating table: a new kind of mount is one entry here. Standards are named by their generic names;
 * what resists turning follows the domain's table.
 */
export const mountKinds: Readonly<Record<MountKind, MountKindEntry>> = {
  'quarter-20': entry('¼″-20', ['screw', 'socket'], 'friction', 'free', screwFrame),
  'three-eighths-16': entry('⅜″-16', ['screw', 'socket'], 'friction', 'free', screwFrame),
  'screw-pair': entry(
    'two screws',
    ['screw', 'socket'],
    'blocked',
    'half',
    'normal: along the screws; reference: from one screw to the other',
    { sameSize: true },
  ),
  'cold-shoe': entry(
    'cold shoe',
    ['foot', 'shoe'],
    'weak',
    'quarter',
    'normal: out of the shoe; reference: along the slot, the way the foot goes in',
    { lengthwise: 'shoe', takesInMm: 4 },
  ),
  'hot-shoe': entry(
    'hot shoe',
    ['foot', 'shoe'],
    'weak',
    'half',
    'normal: out of the shoe; reference: along the slot, forward',
    { lengthwise: 'shoe', takesInMm: 4 },
  ),
  'nato-rail': entry(
    'NATO rail',
    ['clamp', 'rail'],
    'blocked',
    'half',
    'normal: out of the rail; reference: along the rail',
    { lengthwise: 'rail', takesInMm: 8 },
  ),
  'dovetail-38': entry(
    '38 mm dovetail',
    ['plate', 'clamp'],
    'blocked',
    'half',
    'normal: out of the mating face; reference: along the dovetail',
    { lengthwise: 'plate', takesInMm: 12 },
  ),
  'video-plate-50': entry(
    'video plate 50 mm',
    ['plate', 'receiver'],
    'blocked',
    'half',
    'normal: out of the mating face; reference: along the plate',
    { lengthwise: 'plate', takesInMm: 10 },
  ),
  'rod-15-pair': entry(
    '15 mm rods',
    ['clamp', 'rods'],
    'blocked',
    'half',
    'normal: up from the rods; reference: along the rods, forward',
    { lengthwise: 'rods', takesInMm: Infinity },
  ),
  'rod-15-single': entry(
    'one 15 mm rod',
    ['clamp', 'rods'],
    'friction',
    'half',
    'normal: out of the rod towards the clamp’s part; reference: along the rod, forward',
    { lengthwise: 'rods', takesInMm: Infinity },
  ),
  'rosette-m6': entry(
    'rosette M6',
    ['face', 'face'],
    'teeth',
    { stepDeg: 6 },
    'normal: out of the teeth; reference: to a tooth, plus the tooth phase',
    { takesInMm: 3 },
  ),
  'v-mount': entry(
    'V-mount',
    ['battery', 'plate'],
    'blocked',
    'fixed',
    'normal: out of the plate; reference: up, against the way the battery slides in',
    { takesInMm: 12 },
  ),
  'three-stud': entry(
    'three-stud battery plate',
    ['battery', 'plate'],
    'blocked',
    'fixed',
    'normal: out of the plate; reference: up',
    { takesInMm: 12 },
  ),
  'l-series': entry(
    'L-series',
    ['battery', 'plate'],
    'blocked',
    'fixed',
    'normal: out of the plate; reference: up, against the way the battery slides in',
    { takesInMm: 8 },
  ),
  'cell-bay': entry(
    'cell bay',
    ['battery', 'body'],
    'blocked',
    'fixed',
    'normal: out of the bay; reference: towards the lens',
    { sameFamily: true, takesInMm: Infinity },
  ),
  'lens-mount': entry(
    'lens mount',
    ['body', 'lens'],
    'blocked',
    'fixed',
    'normal: along the optical axis out of the part; reference: up',
    { sameFamily: true, takesInMm: 6 },
  ),
  'front-thread': entry(
    'front thread',
    ['male', 'female'],
    'weak',
    'free',
    'normal: along the optical axis out of the part; reference: up',
    { sameSize: true, takesInMm: 6 },
  ),
  'clamp-ring': entry(
    'clamp-on ring',
    ['ring', 'clamp'],
    'weak',
    'free',
    'normal: along the optical axis out of the part; reference: up',
    { sameSize: true, takesInMm: 4 },
  ),
  'filter-tray': entry(
    'filter tray',
    ['tray', 'stage'],
    'blocked',
    'quarter',
    'normal: along the optical axis; reference: up, the way the tray is drawn out',
    { sameSize: true, takesInMm: Infinity },
  ),
  'gear-08': entry(
    '0.8 module gear',
    ['ring', 'drive'],
    'none',
    'free',
    'normal: from the ring’s axis to the drive; reference: along the optical axis',
    { takesInMm: 3 },
  ),
  'strap-lug': entry(
    'strap lug',
    ['strap', 'lug'],
    'none',
    'free',
    'normal: out of the lug; reference: up',
    { takesInMm: 5 },
  ),
  'bolt-pattern': entry(
    'bolt pattern',
    ['screw', 'socket'],
    'blocked',
    'fixed',
    'normal: along the bolts; reference: along the pattern’s longer side',
    { sameFamily: true },
  ),
  'device-clamp': entry(
    'clamp round a flat device',
    ['clamp', 'device'],
    'weak',
    'half',
    'normal: out of the device’s back; reference: along its long edge',
    { takesInMm: 6 },
  ),
  'belt-clip': entry(
    'belt clip',
    ['clamp', 'rail'],
    'weak',
    'fixed',
    'normal: out of the belt; reference: along the belt',
    { lengthwise: 'rail', takesInMm: 6 },
  ),
  magnet: entry(
    'magnet',
    ['face', 'face'],
    'weak',
    'free',
    'normal: out of the face; reference: any',
  ),
  'rod-pad': entry(
    'pad on the rods',
    ['pad', 'rods'],
    'weak',
    'fixed',
    'normal: up from the rods; reference: along the rods, forward',
    { lengthwise: 'rods', takesInMm: 3 },
  ),
  'rod-end-thread': entry(
    'threaded rod end',
    ['screw', 'socket'],
    'friction',
    'free',
    'normal: along the rod out of its end; reference: any',
    { takesInMm: 30 },
  ),
  'slot-pins': entry(
    'slot with sliding pins',
    ['screw', 'rail'],
    'blocked',
    'half',
    'normal: out of the slotted face; reference: along the slot',
    { lengthwise: 'rail', takesInMm: 4 },
  ),
  'hook-loop': entry(
    'hook-and-loop patch',
    ['face', 'face'],
    'weak',
    'free',
    'normal: out of the patch; reference: any',
    { takesInMm: 1 },
  ),
  'cable-tie': entry(
    'cable tie',
    ['strap', 'rail'],
    'weak',
    'free',
    'normal: out of the bar; reference: along the bar',
    { lengthwise: 'rail', takesInMm: 6 },
  ),
};

/**
 * Mates between two kinds: what is fastened is the first, what receives it the second. Each such pair
 * behaves like the kind named.
 */
const crossMates: readonly {
  readonly carried: readonly [MountKind, MountSide];
  readonly by: readonly [MountKind, MountSide];
  readonly as: MountKind;
}[] = [
  { carried: ['cold-shoe', 'foot'], by: ['hot-shoe', 'shoe'], as: 'hot-shoe' },
  { carried: ['rod-pad', 'pad'], by: ['rod-15-pair', 'rods'], as: 'rod-pad' },
];

/** Why two mounts do not go together. */
export type Mismatch =
  | { readonly reason: 'kinds' }
  | { readonly reason: 'same-side'; readonly side: MountSide }
  | { readonly reason: 'thread-size'; readonly bushing: boolean }
  | { readonly reason: 'size'; readonly aMm: number | undefined; readonly bMm: number | undefined }
  | { readonly reason: 'family'; readonly a: string | undefined; readonly b: string | undefined }
  | { readonly reason: 'key-refused' }
  | { readonly reason: 'pins-without-holes' }
  | { readonly reason: 'pin-spacing'; readonly aMm: number; readonly bMm: number };

/** What becomes of two mounts that are brought together. */
export type Mate =
  | {
      readonly state: 'mates';
      readonly as: MountKind;
      readonly resists: Resistance;
      readonly turns: MountKindEntry['turns'];
      /** Whether the keys that made-for-each-other mounts carry say that it fits. */
      readonly key: 'none' | 'fits' | 'enters-only' | 'unknown';
      readonly pinned: boolean;
    }
  | ({ readonly state: 'refuses' } & Mismatch);

const threads: readonly MountKind[] = ['quarter-20', 'three-eighths-16'];

function findKind(a: Mount, b: Mount): MountKind | Mismatch {
  if (a.kind === b.kind) {
    const [one, other] = mountKinds[a.kind].sides;
    const opposite = (a.side === one && b.side === other) || (a.side === other && b.side === one);
    return opposite ? a.kind : { reason: 'same-side', side: a.side };
  }
  for (const cross of crossMates) {
    for (const [x, y] of [
      [a, b],
      [b, a],
    ] as const) {
      if (
        x.kind === cross.carried[0] &&
        x.side === cross.carried[1] &&
        y.kind === cross.by[0] &&
        y.side === cross.by[1]
      ) {
        return cross.as;
      }
    }
  }
  if (threads.includes(a.kind) && threads.includes(b.kind) && a.side !== b.side) {
    const screw = a.side === 'screw' ? a : b;
    return { reason: 'thread-size', bushing: screw.kind === 'quarter-20' };
  }
  return { reason: 'kinds' };
}

function findKey(a: Mount, b: Mount): 'none' | 'fits' | 'enters-only' | 'unknown' | 'refused' {
  const offered = { a: a.keys ?? [], b: b.keys ?? [] };
  const any = (list: readonly string[] | undefined, keys: readonly string[]) =>
    list?.some((key) => keys.includes(key)) ?? false;
  if (any(a.refuses, offered.b) || any(b.refuses, offered.a)) return 'refused';
  if (any(a.entersOnly, offered.b) || any(b.entersOnly, offered.a)) return 'enters-only';
  if (!a.takes && !b.takes) return 'none';
  const aTaken = !a.takes || any(a.takes, offered.b);
  const bTaken = !b.takes || any(b.takes, offered.a);
  return aTaken && bTaken ? 'fits' : 'unknown';
}

/**
 * Whether two mounts join, how the joint resists turning, and why not otherwise. The order of the two
 * does not matter. Threads of different size never mate; a key that nobody has stated is `unknown`,
 * never a fit.
 */
export function measureMate(a: Mount, b: Mount): Mate {
  const kind = findKind(a, b);
  if (typeof kind !== 'string') return { state: 'refuses', ...kind };
  const table = mountKinds[kind];
  if (table.sameSize && (a.sizeMm === undefined || a.sizeMm !== b.sizeMm)) {
    return { state: 'refuses', reason: 'size', aMm: a.sizeMm, bMm: b.sizeMm };
  }
  if (table.sameFamily && (a.family === undefined || a.family !== b.family)) {
    return { state: 'refuses', reason: 'family', a: a.family, b: b.family };
  }
  const key = findKey(a, b);
  if (key === 'refused') return { state: 'refuses', reason: 'key-refused' };
  const pins = [a, b].find((m) => m.locating?.side === 'pins');
  const holes = [a, b].find((m) => m.locating?.side === 'holes');
  let pinned = false;
  if (pins?.locating && holes?.locating) {
    const off = Math.abs(pins.locating.spacingMm - holes.locating.spacingMm);
    pinned = off <= tolerances.pinSpacingMm;
    if (!pinned && !pins.locating.retracts) {
      return {
        state: 'refuses',
        reason: 'pin-spacing',
        aMm: pins.locating.spacingMm,
        bMm: holes.locating.spacingMm,
      };
    }
  } else if (pins?.locating && !pins.locating.retracts) {
    return { state: 'refuses', reason: 'pins-without-holes' };
  }
  const formFit = (a.formFit ?? false) && (b.formFit ?? false);
  const fitted = (a.takes ?? b.takes) !== undefined && key === 'fits' && (a.formFit || b.formFit);
  const blocked = pinned || formFit || fitted;
  return {
    state: 'mates',
    as: kind,
    resists: blocked ? 'blocked' : table.resists,
    turns: pinned ? 'half' : fitted || formFit ? 'fixed' : table.turns,
    key,
    pinned,
  };
}

const interfaces = new WeakMap<Mount, string>();

/**
 * What a mount is to its partners, as one text: mounts of the same text mate alike, whatever part they are on
 * and wherever they sit. Made once for each mount.
 */
export function toInterface(mount: Mount): string {
  let text = interfaces.get(mount);
  if (text === undefined) {
    const { kind, side, sizeMm, family, keys, takes, refuses, entersOnly, locating, formFit } =
      mount;
    const hasLength = mount.lengthwise !== undefined;
    text = JSON.stringify([
      ...[
        kind,
        side,
        sizeMm,
        family,
        keys,
        takes,
        refuses,
        entersOnly,
        locating,
        formFit,
        hasLength,
      ],
    ]);
    interfaces.set(mount, text);
  }
  return text;
}
