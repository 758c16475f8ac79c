import type { Hold } from '../hold/index.js';
import { hasTrait, type KeepClear, type PartBook } from '../part/index.js';
import type { Assembly, PlacedItem } from '../rig/index.js';
import { hasOutsidePower } from './supply.js';

/** Whether a purpose is wanted in this setup: what is not is a note, not a risk. */
export function isWanted(
  assembly: Assembly,
  parts: PartBook,
  hold: Hold,
  owner: PlacedItem,
  space: Pick<KeepClear, 'id' | 'purpose'>,
): boolean {
  switch (space.purpose) {
    case 'battery-door':
    case 'battery-release': {
      // The way out is the cell's own, the door its device's: what is fed from outside needs neither.
      const carrier = hasTrait(owner.part, 'cell') ? owner.carriedBy?.parent : undefined;
      return !hasOutsidePower(assembly, parts, carrier ?? owner.item.id);
    }
    case 'screen-swing':
      // With another screen on the rig the body's own may stay shut.
      return !assembly.items.some(
        (p) => p.item.id !== owner.item.id && (p.part.screens?.length ?? 0) > 0,
      );
    case 'eyepiece':
      return hold.kind === 'eye';
    case 'plug-room':
    case 'port-door':
      return assembly.setup.cables !== undefined && assembly.setup.cables.length > 0;
    default:
      return true;
  }
}
