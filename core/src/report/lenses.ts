import { createFinding, type AnyFinding } from '../finding/index.js';
import { findChain, kindsDoNotMate, listAdaptors, measureReachOver } from '../fit/index.js';
import { measureMate, type Mount, type Part, type PartBook } from '../part/index.js';
import {
  findStandIns,
  type Assembly,
  type Edit,
  type KitItem,
  type PlacedItem,
} from '../rig/index.js';

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
  const standIns = findStandIns(assembly, present, part);
  const mounts: Record<string, string> = { ...standIns.mounts };
  const lost: AnyFinding[] = [];
  const off: Edit[] = [];
  for (const { joint, own, partner, otherId } of standIns.lacking) {
    const nearest = part.mounts.find((m) => m.kind === own.kind && m.side === own.side);
    const mate = nearest && measureMate(nearest, partner);
    const { state: _, ...mismatch } =
      mate?.state === 'refuses' ? mate : { state: 'refuses' as const, reason: 'kinds' as const };
    lost.push(
      createFinding(
        kindsDoNotMate,
        'stops',
        { items: [otherId, item.id], joints: [joint.joint.id] },
        { mismatch, ...findBridge(assembly, nearest, otherId, catalogue) },
      ),
    );
    if (joint.parent === present.item.id) {
      off.push({ type: 'remove-item', setupId: assembly.setup.id, itemId: joint.child });
    } else mounts[own.id] = nearest?.id ?? part.mounts[0]?.id ?? own.id;
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
