import {
  combineInertia,
  measurePartInertia,
  moveInertia,
  noInertia,
  type Inertia,
} from '../part/index.js';
import { noTensor } from '../solid/index.js';
import type { Assembly } from './assembly.js';
import type { PlacedItem } from './placed.js';

/** Inertia of one item where it stands, in the rig's frame; undefined where its mass is not known. */
export function measureItemInertia(placed: PlacedItem): Inertia | undefined {
  const massG = placed.item.measuredMassG ?? placed.part.massG;
  const own = measurePartInertia(placed.part, placed.moved, massG);
  return own && moveInertia(own, placed.rigFromPart);
}

/**
 * Mass, centre and inertia of the items that are counted (all where not said), in the rig's frame, with the
 * leads as points at their ports. Items that nobody weighed are left out: see `assembly.unweighed`. Linear.
 */
export function measureInertia(
  assembly: Assembly,
  isCounted: (placed: PlacedItem) => boolean = () => true,
): Inertia {
  let sum = noInertia;
  for (const placed of assembly.items) {
    if (!isCounted(placed)) continue;
    const own = measureItemInertia(placed);
    if (own) sum = combineInertia(sum, own);
  }
  for (const { itemId, massG, atMm } of assembly.leadEnds) {
    if (!isCounted(assembly.byId.get(itemId)!)) continue;
    sum = combineInertia(sum, { massG, centreMm: atMm, tensorGmm2: noTensor });
  }
  return sum;
}
