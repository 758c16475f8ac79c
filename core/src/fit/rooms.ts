import type { Hold } from '../hold/index.js';
import type { KeepClearPurpose, PartBook } from '../part/index.js';
import { measureSetting, placeSolids, type PlacedSolid } from '../rig/index.js';
import { placeHandRoom, placeKeepClear, type Space, type SpacedSolid } from '../space/index.js';
import { findPalm } from './palms.js';
import { isWanted } from './wanted.js';

/** Spaces through which no lead is laid while they are wanted: what moves, is pressed, is looked through, or must breathe. */
const noLeads: readonly KeepClearPurpose[] = [
  'battery-door',
  'card-door',
  'screen-swing',
  'battery-swing',
  'battery-release',
  'record-button',
  'dials',
  'eyepiece',
  'air-outlet',
  'lever',
];

// Kept by the solids of what is held: while that stands where it stood, so does the hand.
const palms = new WeakMap<readonly PlacedSolid[], Map<string, readonly SpacedSolid[]>>();

/**
 * What the leads of a setup are laid round besides its solids: spaces that it wants clear, and the hands that hold it. The same bodies as
 * long as they stand where they stood.
 */
export function listLeadRooms(space: Space, hold: Hold, parts: PartBook): SpacedSolid[] {
  const { assembly } = space;
  const spaces = space.items.flatMap(({ placed }) =>
    (placed.part.keepClear ?? []).flatMap((keep) =>
      noLeads.includes(keep.purpose) && isWanted(assembly, parts, hold, placed, keep)
        ? placeKeepClear(placed, keep)
        : [],
    ),
  );
  if (hold.state !== 'held') return spaces;
  const { settings } = assembly.rig;
  const roomMm = measureSetting(settings, 'bareHandMm');
  const wideMm = measureSetting(settings, 'handWideMm');
  const hands = hold.grips.flatMap((held) => {
    const owner = assembly.byId.get(held.itemId);
    const grip = owner?.part.grips?.find((g) => g.id === held.gripId);
    if (!owner || !grip) return [];
    const solids = placeSolids(owner);
    let known = palms.get(solids);
    if (!known) palms.set(solids, (known = new Map()));
    const key = [held.gripId, held.alongMm, roomMm, wideMm].join(' ');
    let room = known.get(key);
    if (!room) {
      room = placeHandRoom(owner, findPalm(grip, held.alongMm, wideMm), roomMm);
      known.set(key, room);
    }
    return room;
  });
  return [...spaces, ...hands];
}
