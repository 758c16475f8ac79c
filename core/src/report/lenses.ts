import { createFinding, type AnyFinding } from '../finding/index.js';
import { findChain, kindsDoNotMate, listAdaptors, measureReachOver } from '../fit/index.js';
import { measureMate, type Mount, type Part, type PartBook } from '../part/index.js';
import type { Assembly, Edit, KitItem, PlacedItem } from '../rig/index.js';

/**
 * The edit that puts another lens in the place of the present one, with all that is fastened to it as far
 * as the other takes it; what it does not take is left off, and told as a joint that does not mate, with the
 * step ring or adaptor of the catalogue that would mend it.
 */
export function exchangeLens(
  assembly: Assembly,
  present: PlacedItem,
  item: KitItem,
  part: Part,
  catalogue?: PartBook,
): { edit: Edit; lost: AnyFinding[] } {
  const mounts: Record<string, string> = {};
  const lost: AnyFinding[] = [];
  const off: Edit[] = [];
  const joints = [present.carriedBy!, ...(assembly.carriedBy.get(present.item.id) ?? [])];
  for (const joint of joints) {
    const own = joint.child === present.item.id ? joint.childMount : joint.parentMount;
    const partner = joint.child === present.item.id ? joint.parentMount : joint.childMount;
    const alike = part.mounts.filter((m) => m.kind === own.kind && m.side === own.side);
    const taken = alike.find((m) => measureMate(m, partner).state === 'mates') ?? alike[0];
    const mate = taken && measureMate(taken, partner);
    if (taken && mate?.state === 'mates') {
      mounts[own.id] = taken.id;
      continue;
    }
    const { state: _, ...mismatch } =
      mate?.state === 'refuses' ? mate : { state: 'refuses' as const, reason: 'kinds' as const };
    const other = joint.child === present.item.id ? joint.parent : joint.child;
    lost.push(
      createFinding(
        kindsDoNotMate,
        'stops',
        { items: [other, item.id], joints: [joint.joint.id] },
        { mismatch, ...findBridge(assembly, taken, other, catalogue) },
      ),
    );
    if (joint.parent === present.item.id) {
      off.push({ type: 'remove-item', setupId: assembly.setup.id, itemId: joint.child });
    } else if (taken) mounts[own.id] = taken.id;
    else mounts[own.id] = part.mounts[0]?.id ?? own.id;
  }
  return {
    edit: {
      type: 'all',
      edits: [
        ...off,
        {
          type: 'swap-part',
          setupId: assembly.setup.id,
          itemId: present.item.id,
          item,
          mounts,
        },
      ],
    },
    lost,
  };
}

/** The cheapest adaptors from a mount of the other lens to what is fastened to the present one. */
function findBridge(
  assembly: Assembly,
  mount: Mount | undefined,
  itemId: string,
  catalogue: PartBook | undefined,
): { bridge?: readonly string[] } {
  const fastened = assembly.byId.get(itemId)?.part;
  if (!mount || !fastened || !catalogue) return {};
  const chain = findChain(measureReachOver(mount, listAdaptors(catalogue), 'price'), fastened);
  return chain ? { bridge: chain.links.map((l) => l.part.id) } : {};
}
