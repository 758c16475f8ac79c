import { hasTrait, type Part, type PartBook } from '../part/index.js';
import { comparePrices, findPurse } from '../price/index.js';
import {
  findStandInPorts,
  findStandIns,
  proposeId,
  type Assembly,
  type Edit,
  type PlacedJoint,
} from '../rig/index.js';

/**
 * Edits that put another part of the same kind in the place of either end of a joint, so that this
 * joint can no longer turn and every other joint still mates. Cheapest first, then lightest, at most
 * `most`. The new individual's id is derived from the part's: whoever applies the edit gives it its own.
 */
export function listSwaps(
  assembly: Assembly,
  joint: PlacedJoint,
  catalogue: PartBook,
  most: number,
): Edit[] {
  const byPrice = comparePrices(findPurse(assembly));
  const found: { readonly edit: Edit; readonly part: Part }[] = [];
  for (const end of [joint.parent, joint.child]) {
    const placed = assembly.byId.get(end)!;
    // Another body or lens is another rig.
    if (hasTrait(placed.part, 'camera') || hasTrait(placed.part, 'optic')) continue;
    for (const part of catalogue.values()) {
      if (part.kind !== placed.part.kind || part.id === placed.part.id) continue;
      const { mounts, lacking } = findStandIns(
        assembly,
        placed,
        part,
        (mate, tie) =>
          mate.key !== 'unknown' &&
          (tie.joint.joint.id !== joint.joint.id || mate.resists === 'blocked'),
      );
      if (lacking.length > 0) continue;
      found.push({
        part,
        edit: {
          type: 'swap-part',
          setupId: assembly.setup.id,
          itemId: end,
          item: { id: proposeId(part.id), partId: part.id, owned: false },
          mounts,
          ports: findStandInPorts(placed.part, part),
        },
      });
    }
  }
  return found
    .sort(
      (a, b) =>
        byPrice(a.part, b.part) ||
        (a.part.massG ?? Infinity) - (b.part.massG ?? Infinity) ||
        (a.part.id < b.part.id ? -1 : 1),
    )
    .slice(0, most)
    .map((f) => f.edit);
}
