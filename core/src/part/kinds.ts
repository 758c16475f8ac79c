import { z } from 'zod';

/**
 * What kinds of part have in common, where the model asks about it:
 *
 * - `camera`: the rig is built on it; another one is another rig
 * - `optic`: throws the picture; it is exchanged within the set of lenses
 * - `lens-adapter`: stands in the optical path between lens and camera
 * - `lens-foot`: stands under a lens and bears it
 * - `grounded`: stands on the ground and carries the rig: it is not carried itself
 * - `eye-rest`, `shoulder-rest`: the eye or the shoulder bears a part of the weight there
 * - `front-glass`: glass that a rig must not be put down on
 * - `bridges`: one puts it between two parts that do not join
 * - `by-length`: is sold in lengths, so a shorter one may do; `cuts-to-length`: its mass goes with its length
 * - `device`: runs on power; `wants-picture`, `gives-sound`: is of no use without a lead for it
 * - `cell`: a battery that is charged; `fed-from-outside`: stands in a bay and is fed by a lead
 * - `charger`: charges cells
 * - `stores`: keeps what is recorded; it gives no power, whatever its socket could
 * - `loose`: one has it without fitting it; `unasked`: is not fitted to a mount
 * - `placed-by-picture`: the picture decides how it stands, or it stands still: neither turned nor posed to balance a rig
 * - `aimed`: looks or points somewhere: it is slid to balance a rig, not turned
 * - `turned-to-aim`: is pointed by turning it on its joint, so that it is no fault when a hand turns it
 * - `ballast`: weighs, and can as well stand elsewhere
 * - `soft`: gives way: it takes no hand's room and clashes with nothing
 * - `set-by-lens`: is set anew for each lens: its height, its place along the rods
 * - `holds-leads`: keeps a pull at a lead from its socket
 * - `upright`: stands on what it is fastened to, above the rig and not beside it
 * - `exchanged`: often comes in several weights: what if it were another one?
 * - `round-body`: goes round the camera, with the lens off
 */
export type PartTrait =
  | 'camera'
  | 'optic'
  | 'lens-adapter'
  | 'lens-foot'
  | 'grounded'
  | 'eye-rest'
  | 'shoulder-rest'
  | 'front-glass'
  | 'bridges'
  | 'by-length'
  | 'cuts-to-length'
  | 'device'
  | 'wants-picture'
  | 'gives-sound'
  | 'cell'
  | 'fed-from-outside'
  | 'charger'
  | 'stores'
  | 'loose'
  | 'unasked'
  | 'placed-by-picture'
  | 'aimed'
  | 'turned-to-aim'
  | 'ballast'
  | 'soft'
  | 'holds-leads'
  | 'set-by-lens'
  | 'upright'
  | 'exchanged'
  | 'round-body';

/** Every kind of part with its traits: a new kind is one entry here, and one beside its template. */
const table = {
  body: ['camera', 'device', 'loose', 'unasked', 'placed-by-picture'],
  lens: ['optic', 'front-glass', 'loose', 'placed-by-picture', 'exchanged'],
  'lens-adapter': ['lens-adapter', 'bridges'],
  cage: ['round-body'],
  'top-handle': ['upright'],
  'side-grip': [],
  plate: ['bridges', 'by-length'],
  rod: ['by-length', 'cuts-to-length'],
  clamp: ['bridges'],
  arm: [],
  adaptor: ['bridges', 'by-length'],
  monitor: ['device', 'wants-picture', 'aimed', 'turned-to-aim', 'upright', 'exchanged'],
  loupe: ['eye-rest', 'aimed', 'turned-to-aim', 'upright'],
  transmitter: ['device', 'wants-picture', 'ballast'],
  microphone: ['gives-sound', 'aimed', 'turned-to-aim', 'ballast', 'upright', 'exchanged'],
  receiver: ['gives-sound', 'ballast', 'upright'],
  lamp: ['device', 'aimed', 'turned-to-aim', 'ballast', 'exchanged'],
  'sound-box': ['device', 'gives-sound', 'ballast'],
  'timecode-box': ['device', 'ballast'],
  recorder: ['device', 'wants-picture', 'ballast'],
  battery: ['cell', 'loose', 'ballast', 'exchanged'],
  'battery-plate': ['ballast'],
  'dummy-battery': ['fed-from-outside', 'exchanged'],
  tap: ['device'],
  'matte-box': ['aimed', 'set-by-lens'],
  ring: ['bridges', 'loose'],
  filter: ['front-glass', 'loose'],
  'follow-focus': ['placed-by-picture', 'set-by-lens'],
  'lens-support': ['lens-foot', 'placed-by-picture', 'set-by-lens'],
  cable: ['loose', 'unasked'],
  'cable-clamp': ['loose', 'holds-leads'],
  support: ['grounded', 'placed-by-picture'],
  'shoulder-pad': ['shoulder-rest'],
  strap: ['loose', 'soft'],
  media: ['loose', 'stores'],
  charger: ['charger', 'loose'],
  tool: ['loose', 'unasked'],
  other: ['device', 'aimed'],
} as const satisfies Readonly<Record<string, readonly PartTrait[]>>;

/** What a part is, in the words of the trade. */
export type PartKind = keyof typeof table;

export const partKinds = Object.keys(table) as readonly PartKind[];

export const PartKind = z.enum(partKinds as [PartKind, ...PartKind[]]);

/** The traits of a kind. */
export const listTraits = (kind: PartKind): readonly PartTrait[] => table[kind];

const traits = new Map<PartKind, ReadonlySet<PartTrait>>(
  partKinds.map((kind) => [kind, new Set<PartTrait>(table[kind])]),
);

/** The kinds that have a trait, in their order. */
export const listKindsWith = (trait: PartTrait): PartKind[] =>
  partKinds.filter((kind) => traits.get(kind)!.has(trait));

/** Whether a part's kind has a trait. */
export function hasTrait(part: { readonly kind: PartKind }, trait: PartTrait): boolean {
  return traits.get(part.kind)!.has(trait);
}

/** What the picture goes through until it is one: camera, lens, and what stands between them. */
export const isOptical = (part: { readonly kind: PartKind }): boolean =>
  hasTrait(part, 'camera') || hasTrait(part, 'optic') || hasTrait(part, 'lens-adapter');
