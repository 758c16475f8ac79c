import { measureMate, type Mate, type Mount, type Part } from '../part/index.js';
import type { Assembly } from './assembly.js';
import type { PlacedItem, PlacedJoint } from './placed.js';

/** A joint of the part that leaves, seen from it: its own mount and what that is joined to. */
export interface Tie {
  readonly joint: PlacedJoint;
  readonly own: Mount;
  readonly partner: Mount;
  readonly otherId: string;
}

/** Which mount of a new part stands in for each that the old one uses. */
export interface StandIns {
  /** By the old part's mount. */
  readonly mounts: Readonly<Record<string, string>>;
  /** Whether nobody has stated that one of these mates fits. */
  readonly keyUnknown: boolean;
  /** Joints for which the new part has nothing that mates. */
  readonly lacking: readonly Tie[];
}

/** The joints of an item: the one that carries it, then those it carries. */
export function listTies(assembly: Assembly, placed: PlacedItem): Tie[] {
  const { id } = placed.item;
  const carried = assembly.jointsOn.get(id) ?? [];
  return [...(placed.carriedBy ? [placed.carriedBy] : []), ...carried].map((joint) =>
    joint.child === id
      ? { joint, own: joint.childMount, partner: joint.parentMount, otherId: joint.parent }
      : { joint, own: joint.parentMount, partner: joint.childMount, otherId: joint.child },
  );
}

/**
 * The one rule of exchange: each mount of the old part that is in use is stood in for by a mount of the new one
 * that mates with the same partner: one of the same name first, one that is known to fit before one that nobody
 * has stated, then in the part's own order. A point mount stands in once; a mount in use twice keeps one stand-in.
 * `accepts` may ask more of a mate.
 */
export function findStandIns(
  assembly: Assembly,
  old: PlacedItem,
  part: Part,
  accepts: (mate: Extract<Mate, { state: 'mates' }>, tie: Tie) => boolean = () => true,
): StandIns {
  const mounts: Record<string, string> = {};
  const taken = new Set<string>();
  const lacking: Tie[] = [];
  let keyUnknown = false;
  for (const tie of listTies(assembly, old)) {
    const rank = (mount: Mount) => {
      const mate = measureMate(mount, tie.partner);
      if (mate.state !== 'mates' || !accepts(mate, tie)) return undefined;
      const isUnknown = mate.key === 'unknown';
      return { mount, isUnknown, rank: (mount.id === tie.own.id ? 0 : 2) + (isUnknown ? 1 : 0) };
    };
    const kept = mounts[tie.own.id];
    const free = part.mounts.filter((m) => (kept === undefined ? !taken.has(m.id) : m.id === kept));
    // The sort keeps the part's own order among equals.
    const [best] = free.flatMap((m) => rank(m) ?? []).sort((a, b) => a.rank - b.rank);
    if (!best) {
      lacking.push(tie);
      continue;
    }
    keyUnknown ||= best.isUnknown;
    if (!best.mount.lengthwise) taken.add(best.mount.id);
    mounts[tie.own.id] = best.mount.id;
  }
  return { mounts, keyUnknown, lacking };
}

/**
 * Which socket of a new part stands in for each of the old one's: one that takes the same plug the same way and carries all that
 * the old one carries, of the same name first, then in the part's own order; each once. What finds none is left out.
 */
export function findStandInPorts(old: Part, part: Part): Readonly<Record<string, string>> {
  const taken = new Set<string>();
  const own = old.ports ?? [];
  // What has the same name keeps it, whatever stands before it.
  const named = (id: string) => part.ports?.some((p) => p.id === id) ?? false;
  const inOrder = [...own].sort((a, b) => Number(named(b.id)) - Number(named(a.id)));
  return Object.fromEntries(
    inOrder.flatMap((port): [string, string][] => {
      const [best] = (part.ports ?? [])
        .filter(
          (p) =>
            !taken.has(p.id) &&
            p.connector === port.connector &&
            p.direction === port.direction &&
            port.carries.every((c) => p.carries.includes(c)),
        )
        .sort((a, b) => Number(b.id === port.id) - Number(a.id === port.id));
      if (!best) return [];
      taken.add(best.id);
      return [[port.id, best.id]];
    }),
  );
}
