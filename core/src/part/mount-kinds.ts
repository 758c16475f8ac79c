import { z } from 'zod';
import { inchMm } from '../units/index.js';

/** Which of the two halves of a joint a mount is. */
export const MountSide = z.enum([
  'screw',
  'socket',
  'foot',
  'shoe',
  'clamp',
  'rail',
  'plate',
  'receiver',
  'rods',
  'face',
  'battery',
  'body',
  'lens',
  'male',
  'female',
  'ring',
  'tray',
  'stage',
  'drive',
  'strap',
  'lug',
  'pad',
  'device',
]);
export type MountSide = z.infer<typeof MountSide>;

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
  /** Diameter of its thread; undefined for what is no single screw. */
  readonly threadMm: number | undefined;
  readonly traits: readonly MountTrait[];
}

/**
 * What kinds of mount have in common, where the model asks about it:
 *
 * - `supply`: a battery on it feeds what it is on
 * - `bears-weights`: a counterweight with a screw, a foot or a clamp goes there
 * - `seldom-wanted`: other parts stand before it as a rule, so that it says nothing
 * - `meets-lens`: is made to meet a lens: a lens before it does not cover it
 * - `off-skin`: stands for something inside or around a part and not on its skin
 * - `takes-parts`: things are fastened to it on location
 * - `small-mark`: drawn only for the chosen part
 */
export type MountTrait =
  | 'supply'
  | 'bears-weights'
  | 'seldom-wanted'
  | 'meets-lens'
  | 'off-skin'
  | 'takes-parts'
  | 'small-mark'
  | 'overhangs';

const screwFrame =
  'normal: along the screw, out of the face; reference: along the line of the locating pins, or forward';

function entry(
  label: string,
  sides: readonly [MountSide, MountSide],
  resists: Resistance,
  turns: MountKindEntry['turns'],
  frame: string,
  more: Partial<
    Pick<
      MountKindEntry,
      'lengthwise' | 'sameSize' | 'sameFamily' | 'takesInMm' | 'threadMm' | 'traits'
    >
  > = {},
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
    threadMm: undefined,
    traits: [],
    ...more,
  };
}

/**
 * The mating table: a new kind of mount is one entry here. Standards are named by their generic names;
 * what resists turning follows the domain's table.
 */
const table = {
  'quarter-20': entry('¼″-20', ['screw', 'socket'], 'friction', 'free', screwFrame, {
    threadMm: 0.25 * inchMm,
    traits: ['bears-weights', 'takes-parts'],
  }),
  'three-eighths-16': entry('⅜″-16', ['screw', 'socket'], 'friction', 'free', screwFrame, {
    threadMm: 0.375 * inchMm,
    traits: ['bears-weights', 'takes-parts'],
  }),
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
    { lengthwise: 'shoe', takesInMm: 4, traits: ['bears-weights', 'takes-parts'] },
  ),
  'hot-shoe': entry(
    'hot shoe',
    ['foot', 'shoe'],
    'weak',
    'half',
    'normal: out of the shoe; reference: along the slot, forward',
    { lengthwise: 'shoe', takesInMm: 4, traits: ['takes-parts'] },
  ),
  'nato-rail': entry(
    'NATO rail',
    ['clamp', 'rail'],
    'blocked',
    'half',
    'normal: out of the rail; reference: along the rail',
    { lengthwise: 'rail', takesInMm: 8, traits: ['bears-weights', 'takes-parts'] },
  ),
  'own-rail': entry(
    'maker’s own rail',
    ['clamp', 'rail'],
    'blocked',
    'half',
    'normal: out of the rail; reference: along the rail',
    { lengthwise: 'rail', sameFamily: true, takesInMm: 8 },
  ),
  'dovetail-38': entry(
    '38 mm dovetail',
    ['plate', 'clamp'],
    'blocked',
    'half',
    'normal: out of the mating face; reference: along the dovetail',
    { lengthwise: 'plate', takesInMm: 12, traits: ['overhangs'] },
  ),
  'video-plate-50': entry(
    'video plate 50 mm',
    ['plate', 'receiver'],
    'blocked',
    'half',
    'normal: out of the mating face; reference: along the plate',
    { lengthwise: 'plate', takesInMm: 10, traits: ['overhangs'] },
  ),
  'rod-15-pair': entry(
    '15 mm rods',
    ['clamp', 'rods'],
    'blocked',
    'half',
    'normal: up from the rods; reference: along the rods, forward',
    { lengthwise: 'rods', takesInMm: Infinity, traits: ['bears-weights', 'off-skin'] },
  ),
  'rod-15-single': entry(
    'one 15 mm rod',
    ['clamp', 'rods'],
    'friction',
    'half',
    'normal: out of the rod towards the clamp’s part; reference: along the rod, forward',
    { lengthwise: 'rods', takesInMm: Infinity, traits: ['off-skin'] },
  ),
  'rosette-m6': entry(
    'rosette M6',
    ['face', 'face'],
    'teeth',
    { stepDeg: 6 },
    'normal: out of the teeth; reference: to a tooth, plus the tooth phase',
    { takesInMm: 3, traits: ['takes-parts'] },
  ),
  'v-mount': entry(
    'V-mount',
    ['battery', 'plate'],
    'blocked',
    'fixed',
    'normal: out of the plate; reference: up, against the way the battery slides in',
    { takesInMm: 12, traits: ['supply'] },
  ),
  'three-stud': entry(
    'three-stud battery plate',
    ['battery', 'plate'],
    'blocked',
    'fixed',
    'normal: out of the plate; reference: up',
    { takesInMm: 12, traits: ['supply'] },
  ),
  'l-series': entry(
    'L-series',
    ['battery', 'plate'],
    'blocked',
    'fixed',
    'normal: out of the plate; reference: up, against the way the battery slides in',
    { takesInMm: 8, traits: ['supply'] },
  ),
  'cell-bay': entry(
    'cell bay',
    ['battery', 'body'],
    'blocked',
    'fixed',
    'normal: out of the bay; reference: towards the lens',
    { sameFamily: true, takesInMm: Infinity, traits: ['supply', 'seldom-wanted', 'off-skin'] },
  ),
  'lens-mount': entry(
    'lens mount',
    ['body', 'lens'],
    'blocked',
    'fixed',
    'normal: along the optical axis out of the part; reference: up',
    { sameFamily: true, takesInMm: 6, traits: ['seldom-wanted', 'off-skin'] },
  ),
  'front-thread': entry(
    'front thread',
    ['male', 'female'],
    'weak',
    'free',
    'normal: along the optical axis out of the part; reference: up',
    { sameSize: true, takesInMm: 6, traits: ['seldom-wanted', 'off-skin', 'small-mark'] },
  ),
  'clamp-ring': entry(
    'clamp-on ring',
    ['ring', 'clamp'],
    'weak',
    'free',
    'normal: along the optical axis out of the part; reference: up',
    { sameSize: true, takesInMm: 4, traits: ['off-skin', 'small-mark'] },
  ),
  'filter-tray': entry(
    'filter tray',
    ['tray', 'stage'],
    'blocked',
    'quarter',
    'normal: along the optical axis; reference: up, the way the tray is drawn out',
    { sameSize: true, takesInMm: Infinity, traits: ['off-skin'] },
  ),
  'gear-08': entry(
    '0.8 module gear',
    ['ring', 'drive'],
    'none',
    'free',
    'normal: from the ring’s axis to the drive; reference: along the optical axis',
    { takesInMm: 3, traits: ['meets-lens', 'off-skin', 'small-mark'] },
  ),
  'strap-lug': entry(
    'strap lug',
    ['strap', 'lug'],
    'none',
    'free',
    'normal: out of the lug; reference: up',
    { takesInMm: 5, traits: ['seldom-wanted', 'small-mark'] },
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
    'flat device',
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
    { lengthwise: 'rods', takesInMm: 3, traits: ['meets-lens'] },
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
} as const satisfies Readonly<Record<string, MountKindEntry>>;

/** Kinds of mount, each named by its standard or by what it is. */
export type MountKind = keyof typeof table;

export const mountKinds: Readonly<Record<MountKind, MountKindEntry>> = table;

export const MountKind = z.enum(Object.keys(table) as [MountKind, ...MountKind[]]);

/** Whether a mount's kind has a trait. */
export function hasMountTrait(mount: { readonly kind: MountKind }, trait: MountTrait): boolean {
  return mountKinds[mount.kind].traits.includes(trait);
}
