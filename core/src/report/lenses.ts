import { createFinding, type AnyFinding } from '../finding/index.js';
import {
  createChainBetween,
  findChain,
  kindsDoNotMate,
  listAdaptors,
  measureReachOver,
} from '../fit/index.js';
import { hasTrait, measureMate, type Mount, type Part, type PartBook } from '../part/index.js';
import { findPurse } from '../price/index.js';
import {
  findStandIns,
  listLenses,
  tryEdit,
  type Assembly,
  type Edit,
  type KitItem,
  type LensUse,
  type PlacedItem,
} from '../rig/index.js';

/**
 * The edit that puts another lens in the place of the present one, with all that is fastened to it as far
 * as the other takes it, by a ring of the kit where one lies there, and with the rig set as it is kept for that lens.
 * What it does not take is left off, and told as a joint that does not mate, with the step ring or adaptor of the
 * catalogue that would mend it.
 */
export function exchangeLens(
  assembly: Assembly,
  present: PlacedItem,
  item: KitItem,
  part: Part,
  parts: PartBook,
  catalogue?: PartBook,
): { edit: Edit; lost: AnyFinding[] } {
  const standIns = findStandIns(assembly, present, part);
  const mounts: Record<string, string> = { ...standIns.mounts };
  const lost: AnyFinding[] = [];
  const off: Edit[] = [];
  const bridged: (() => Edit | undefined)[] = [];
  const spare = listSpareAdaptors(assembly, parts);
  for (const { joint, own, partner, otherId } of standIns.lacking) {
    const nearest = part.mounts.find((m) => m.kind === own.kind && m.side === own.side);
    const fastened = assembly.byId.get(otherId)?.part;
    const ownRing =
      nearest && joint.parent === present.item.id
        ? findOwnRing(assembly, assembly.byId.get(otherId), nearest, parts)
        : undefined;
    if (nearest && ownRing) {
      // On the thread that does not fit for a moment, then exchanged for the ring that is this lens's own.
      mounts[own.id] = nearest.id;
      bridged.push(() => ownRing);
      continue;
    }
    const ring =
      nearest && fastened && joint.parent === present.item.id
        ? findChain(measureReachOver(nearest, spare, 'joints', findPurse(assembly)), fastened)
        : undefined;
    if (nearest && ring) {
      // Joined to the thread that does not fit for a moment, then carried onto the ring.
      mounts[own.id] = nearest.id;
      bridged.push(() =>
        bridgeBy(
          assembly,
          swapTo(assembly, present, item, mounts, off),
          joint.joint.id,
          ring,
          parts,
        ),
      );
      continue;
    }
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
  const swap = swapTo(assembly, present, item, mounts, off);
  const rings = bridged.flatMap((make) => make() ?? []);
  const gone = new Set(off.flatMap((e) => (e.type === 'remove-item' ? [e.itemId] : [])));
  return {
    edit: { type: 'all', edits: [swap, ...rings, ...listKept(assembly, item.id, gone)] },
    lost,
  };
}

/**
 * The edit that exchanges a ring for another one of the kit that lies in no place of this setup: it goes onto the other lens, and
 * all that the present ring carries goes onto it. Undefined where the kit has none, or the part is no ring.
 */
function findOwnRing(
  assembly: Assembly,
  ring: PlacedItem | undefined,
  thread: Mount,
  parts: PartBook,
): Edit | undefined {
  if (!ring || ring.part.kind !== 'ring' || !ring.carriedBy) return undefined;
  const back = ring.carriedBy.childMount.id;
  const carried = assembly.jointsOn.get(ring.item.id) ?? [];
  for (const item of assembly.rig.kit) {
    const part = assembly.byId.has(item.id) ? undefined : parts.get(item.partId);
    if (part?.kind !== 'ring') continue;
    const behind = part.mounts.find((m) => measureMate(m, thread).state === 'mates');
    if (!behind) continue;
    const mounts: Record<string, string> = { [back]: behind.id };
    const takesAll = carried.every((j) => {
      const front = part.mounts.find(
        (m) => m !== behind && measureMate(j.childMount, m).state === 'mates',
      );
      if (front) mounts[j.parentMount.id] = front.id;
      return front !== undefined;
    });
    if (takesAll) {
      return { type: 'swap-part', setupId: assembly.setup.id, itemId: ring.item.id, item, mounts };
    }
  }
  return undefined;
}

function swapTo(
  assembly: Assembly,
  present: PlacedItem,
  item: KitItem,
  mounts: Readonly<Record<string, string>>,
  off: readonly Edit[],
): Edit {
  return {
    type: 'all',
    edits: [
      ...off,
      {
        type: 'swap-part',
        setupId: assembly.setup.id,
        itemId: present.item.id,
        item,
        mounts: { ...mounts },
      },
    ],
  };
}

/** Rings and adaptors of the kit that lie in no place of this setup, each once. */
function listSpareAdaptors(assembly: Assembly, parts: PartBook): Part[] {
  const free = assembly.rig.kit.filter((i) => !assembly.byId.has(i.id));
  const book = new Map(
    free.flatMap(({ partId }) => {
      const part = parts.get(partId);
      return part ? [[partId, part] as const] : [];
    }),
  );
  return listAdaptors(book);
}

/** The edit that puts rings of the kit between the other lens and what is fastened to it. */
function bridgeBy(
  assembly: Assembly,
  swap: Edit,
  jointId: string,
  ring: NonNullable<ReturnType<typeof findChain>>,
  parts: PartBook,
): Edit | undefined {
  const after = tryEdit(assembly, swap, parts);
  const joint = after.joints.find((j) => j.joint.id === jointId);
  return joint && createChainBetween(after, parts, joint, ring);
}

/** How the rig is set while a lens is on it, as its set keeps it; of what is still there. */
function listKept(assembly: Assembly, lensId: string, gone: ReadonlySet<string>): Edit[] {
  const { rig, setup } = assembly;
  const kept = listLenses(rig, setup).find((l) => l.item === lensId)?.set;
  const isThere = (id: string) => assembly.byId.has(id) && !gone.has(id);
  return [
    ...Object.entries(kept?.stances ?? {}).flatMap(([itemId, stance]): Edit[] =>
      isThere(itemId)
        ? Object.entries(stance).map(([movementId, value]) => ({
            type: 'set-stance',
            setupId: setup.id,
            itemId,
            movementId,
            value,
          }))
        : [],
    ),
    ...Object.entries(kept?.slides ?? {}).flatMap(([jointId, slideMm]): Edit[] => {
      const joint = setup.joints.find((j) => j.id === jointId);
      return joint && isThere(joint.child.item)
        ? [{ type: 'slide', setupId: setup.id, jointId, slideMm }]
        : [];
    }),
  ];
}

/**
 * How the rig stands now, as far as it depends on the lens: the height of its support, the place of the gear that drives
 * it, the matte box before it. What `LensUse.set` keeps.
 */
export function readLensSetting(assembly: Assembly): NonNullable<LensUse['set']> {
  const stances: Record<string, Record<string, number>> = {};
  const slides: Record<string, number> = {};
  for (const placed of assembly.items) {
    if (!hasTrait(placed.part, 'set-by-lens')) continue;
    const movements = placed.part.movements ?? [];
    const now = assembly.setup.stances?.[placed.item.id] ?? {};
    if (movements.length > 0) {
      stances[placed.item.id] = Object.fromEntries(
        movements.map((m) => [m.id, now[m.id] ?? m.rest]),
      );
    }
    if (placed.carriedBy?.slide) slides[placed.carriedBy.joint.id] = placed.carriedBy.joint.slideMm;
  }
  return { stances, slides };
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
  const reach = measureReachOver(mount, listAdaptors(catalogue), 'price', findPurse(assembly));
  const chain = findChain(reach, fastened);
  return chain ? { bridge: chain.links.map((l) => l.part.id) } : {};
}
