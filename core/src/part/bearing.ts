import { hasTrait, type PartKind } from './kinds.js';
import type { Mount } from './mount.js';

type OfKind = { readonly kind: PartKind };

/** What holds others up: a builder hangs anything on it that mates. */
const bearers: readonly PartKind[] = [
  'body',
  'cage',
  'plate',
  'rod',
  'clamp',
  'adaptor',
  'support',
];
/** What hands hold and what the rig is built on: it hangs on what holds others up, and on nothing light. */
const borneOnlyByBearers: readonly PartKind[] = [
  'cage',
  'top-handle',
  'side-grip',
  'rod',
  'shoulder-pad',
  'support',
  'battery-plate',
];
/** What each of the lighter kinds may carry; kinds that are not named carry nothing but what is made for them. */
const carries: Partial<Record<PartKind, readonly PartKind[]>> = {
  lens: ['ring', 'filter', 'matte-box'],
  ring: ['ring', 'filter', 'matte-box'],
  filter: ['ring', 'filter', 'matte-box'],
  'lens-adapter': ['lens', 'lens-support'],
  monitor: ['battery', 'dummy-battery', 'loupe', 'battery-plate', 'ring'],
  transmitter: ['battery', 'dummy-battery'],
  recorder: ['battery', 'dummy-battery', 'media'],
  'battery-plate': ['battery', 'dummy-battery', 'tap', 'media', 'transmitter', 'receiver'],
  battery: ['tap', 'media'],
  'side-grip': ['receiver', 'microphone', 'cable-clamp', 'strap', 'arm'],
};

/** Whether a builder would hang one part on another, given that their mounts mate. */
export function mayCarry(parent: OfKind, child: OfKind): boolean {
  if (bearers.includes(parent.kind)) return true;
  if (borneOnlyByBearers.includes(child.kind)) {
    return carries[parent.kind]?.includes(child.kind) ?? false;
  }
  if (parent.kind === 'arm' || parent.kind === 'top-handle') return true;
  return carries[parent.kind]?.includes(child.kind) ?? false;
}

/**
 * The mounts by which a person fastens a part: those that carry it, so that an arm is not hung by its head with its foot left free; all
 * of them where it states none.
 */
export function listOwnMounts(part: { readonly mounts: readonly Mount[] }): readonly Mount[] {
  const carriers = part.mounts.filter((m) => m.carrier);
  return carriers.length > 0 ? carriers : part.mounts;
}

/** Kinds that are put on from above and stand or hang upright: on a mount that looks up, and on no other. */
const onlyUp: readonly PartKind[] = ['top-handle'];

/**
 * Whether a person would put a part on a mount of another, as far as both say what they are and which way the mount looks
 * (its normal's part along up, 1 to −1): a cage goes round the camera alone, a handle stands on what looks up.
 */
export function wouldPut(parent: OfKind, child: OfKind, up: number): boolean {
  if (hasTrait(child, 'round-body')) return hasTrait(parent, 'camera');
  if (onlyUp.includes(child.kind)) return mayCarry(parent, child) && up > upCosine;
  return mayCarry(parent, child);
}

/**
 * Whether a part is packed or worn without being fitted: headphones, a filter, a strap. A battery that is worn feeds by its
 * outlets, and spares, media, chargers and lenses are counted in the kit: none of them is packed for a setup.
 */
export const mayPack = (part: OfKind & { readonly mounts: readonly Mount[] }): boolean =>
  !(['cell', 'stores', 'charger', 'optic', 'camera'] as const).some((t) => hasTrait(part, t)) &&
  (hasTrait(part, 'loose') || !part.mounts.some((m) => m.carrier));

/** What hands hold, and what goes round the camera. */
const heldOrBuiltOn: readonly PartKind[] = ['cage', 'top-handle', 'side-grip'];

/**
 * Whether a person would bring a part onto a mount of another over an arm or an adaptor: a handle or a
 * cage goes straight onto its place or over a bushing, never on a post over the camera's own shoe or under it; a device bears over
 * one what it bears without, and no other device.
 */
export const wouldBridge = (parent: OfKind, child: OfKind): boolean =>
  !(hasTrait(parent, 'camera') && heldOrBuiltOn.includes(child.kind)) &&
  (mayCarry(parent, child) || !hasTrait(parent, 'device'));

/** The cosine within which a mount looks up (estimate: 45°). */
const upCosine = 0.7;
