import { hasTrait, measureMate, type Mount, type Part, type PartBook } from '../part/index.js';
import type { Assembly, Edit, PlacedItem, PlacedJoint } from '../rig/index.js';

function findStandIn(
  part: Part,
  partner: Mount,
  oldId: string,
  taken: ReadonlySet<string>,
  blocked: boolean,
) {
  return part.mounts
    .filter((m) => !taken.has(m.id))
    .filter((m) => {
      const mate = measureMate(m, partner);
      return (
        mate.state === 'mates' && mate.key !== 'unknown' && (!blocked || mate.resists === 'blocked')
      );
    })
    .sort((a, b) => Number(b.id === oldId) - Number(a.id === oldId))[0];
}

function fitInPlace(
  assembly: Assembly,
  placed: PlacedItem,
  part: Part,
  joint: PlacedJoint,
): Record<string, string> | undefined {
  const joints = [
    ...(placed.carriedBy ? [placed.carriedBy] : []),
    ...(assembly.carriedBy.get(placed.item.id) ?? []),
  ];
  const mounts: Record<string, string> = {};
  const taken = new Set<string>();
  for (const one of joints) {
    const own = one.child === placed.item.id ? one.childMount : one.parentMount;
    const partner = one.child === placed.item.id ? one.parentMount : one.childMount;
    const standIn = findStandIn(part, partner, own.id, taken, one.joint.id === joint.joint.id);
    if (!standIn) return undefined;
    if (!standIn.lengthwise) taken.add(standIn.id);
    mounts[own.id] = standIn.id;
  }
  return mounts;
}

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
  const found: { readonly edit: Edit; readonly part: Part }[] = [];
  for (const end of [joint.parent, joint.child]) {
    const placed = assembly.byId.get(end)!;
    // Another body or lens is another rig.
    if (hasTrait(placed.part, 'camera') || hasTrait(placed.part, 'optic')) continue;
    for (const part of catalogue.values()) {
      if (part.kind !== placed.part.kind || part.id === placed.part.id) continue;
      const mounts = fitInPlace(assembly, placed, part, joint);
      if (!mounts) continue;
      found.push({
        part,
        edit: {
          type: 'swap-part',
          setupId: assembly.setup.id,
          itemId: end,
          item: { id: `new-${part.id}`, partId: part.id, owned: false },
          mounts,
        },
      });
    }
  }
  return found
    .sort(
      (a, b) =>
        (a.part.price?.minor ?? Infinity) - (b.part.price?.minor ?? Infinity) ||
        (a.part.massG ?? Infinity) - (b.part.massG ?? Infinity) ||
        (a.part.id < b.part.id ? -1 : 1),
    )
    .slice(0, most)
    .map((f) => f.edit);
}
