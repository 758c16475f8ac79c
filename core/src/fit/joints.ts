import { createFinding, type Finding } from '../finding/index.js';
import {
  listTurnsDeg,
  measureOccupancy,
  suggestSlideMm,
  toAllowedSlideMm,
  type Assembly,
  type Edit,
  type PlacedItem,
  type PlacedJoint,
} from '../rig/index.js';
import { toAllowedValue, type Mount, type PartBook } from '../part/index.js';
import { tolerances, wrapDeg } from '../units/index.js';
import { createChainBetween, findChain, listAdaptors, measureReachOver } from './chains.js';
import { listMoves } from './moves.js';

function removal(assembly: Assembly, itemId: string): Edit {
  return { type: 'remove-item', setupId: assembly.setup.id, itemId };
}

/** Adaptors that bring the two halves together: the cheapest chain, and the one with the fewest joints. */
function listBridges(
  assembly: Assembly,
  joint: PlacedJoint,
  catalogue: PartBook | undefined,
): Edit[] {
  if (!catalogue) return [];
  const child = assembly.byId.get(joint.child)!;
  const adaptors = listAdaptors(catalogue);
  const seen = new Set<string>();
  return (['price', 'joints'] as const).flatMap((by) => {
    const chain = findChain(measureReachOver(joint.parentMount, adaptors, by), child.part);
    const key = chain?.links.map((l) => l.part.id).join(' ') ?? '';
    if (!chain || seen.has(key)) return [];
    seen.add(key);
    return createChainBetween(assembly, catalogue, joint, chain) ?? [];
  });
}

/** Joints whose mounts do not mate, mate with an unknown key, or enter without latching. */
export function findMateFindings(assembly: Assembly, catalogue?: PartBook): Finding[] {
  return assembly.joints.flatMap((joint) => {
    const about = { items: [joint.child, joint.parent], joints: [joint.joint.id] };
    if (joint.mate.state === 'refuses') {
      const { state: _, ...mismatch } = joint.mate;
      const edits = [
        ...listBridges(assembly, joint, catalogue),
        ...listMoves(assembly, joint, () => true, 2),
        removal(assembly, joint.child),
      ];
      return [createFinding('kinds-do-not-mate', 'stops', about, { mismatch }, edits)];
    }
    if (joint.mate.key === 'unknown') return [createFinding('key-unknown', 'risk', about, {})];
    if (joint.mate.key === 'enters-only') {
      return [createFinding('enters-not-latches', 'risk', about, {})];
    }
    return [];
  });
}

function findTakenTwice(
  assembly: Assembly,
  placed: PlacedItem,
  mount: Mount,
  joints: readonly PlacedJoint[],
): Finding {
  // The first joint keeps the mount; the later ones are the ones to move.
  const later = joints
    .filter((j) => j.parent === placed.item.id)
    .slice(joints[0]!.child === placed.item.id ? 0 : 1);
  const edits = later.flatMap((j) => [
    ...listMoves(assembly, j, () => true, 1),
    removal(assembly, j.child),
  ]);
  return createFinding(
    'mount-taken-twice',
    'stops',
    {
      items: [
        placed.item.id,
        ...joints.map((j) => (j.parent === placed.item.id ? j.child : j.parent)),
      ],
      joints: joints.map((j) => j.joint.id),
    },
    { itemId: placed.item.id, mountId: mount.id, count: joints.length },
    edits,
  );
}

function findOverlaps(assembly: Assembly, placed: PlacedItem, mount: Mount): Finding[] {
  const { taken: all, joints: own } = measureOccupancy(assembly, placed, mount);
  const byJoint = new Map(assembly.joints.map((j) => [j.joint.id, j]));
  const ownIds = new Set(own.map((j) => j.joint.id));
  // One rod is told with all that grips it; the pair with its own clamps, or each would be told twice.
  const taken = mount.alongside === undefined ? all.filter((t) => ownIds.has(t.jointId)) : all;
  return taken.flatMap((next, i) => {
    const before = taken[i - 1];
    if (!before) return [];
    const overlapMm = before.toMm - next.fromMm;
    if (overlapMm <= tolerances.lengthMm) return [];
    if (!ownIds.has(before.jointId) && !ownIds.has(next.jointId)) return [];
    const [a, b] = [byJoint.get(before.jointId)!, byJoint.get(next.jointId)!];
    const edits: Edit[] = [a, b].flatMap((joint, k): Edit[] => {
      if (!joint.slide || joint.slide.along !== 'parent') return [];
      const wanted = joint.joint.slideMm + (k === 0 ? -overlapMm : overlapMm);
      const slideMm = toAllowedSlideMm(joint.slide, wanted);
      if (Math.abs(slideMm - wanted) > tolerances.lengthMm) return [];
      return [{ type: 'slide', setupId: assembly.setup.id, jointId: joint.joint.id, slideMm }];
    });
    if (edits.length === 0)
      edits.push(...listMoves(assembly, b, () => true, 1), removal(assembly, b.child));
    return [
      createFinding(
        'clamps-overlap',
        'stops',
        { items: [a.child, b.child], joints: [a.joint.id, b.joint.id] },
        { itemId: placed.item.id, mountId: mount.id, overlapMm },
        edits,
      ),
    ];
  });
}

/** Point mounts that hold more than one joint, and clamps that lie over each other on a rail. */
export function findOccupancyFindings(assembly: Assembly): Finding[] {
  return [...assembly.jointsAt].flatMap(([itemId, byMount]) => {
    const placed = assembly.byId.get(itemId)!;
    return [...byMount].flatMap(([mountId, joints]) => {
      const mount = placed.part.mounts.find((m) => m.id === mountId)!;
      if (mount.lengthwise) return findOverlaps(assembly, placed, mount);
      return joints.length < 2 ? [] : [findTakenTwice(assembly, placed, mount, joints)];
    });
  });
}

function findSlideFinding(assembly: Assembly, joint: PlacedJoint): Finding[] {
  const range = joint.slide;
  if (!range) return [];
  const onParent = range.along === 'parent';
  const itemId = onParent ? joint.parent : joint.child;
  const mount = onParent ? joint.parentMount : joint.childMount;
  const about = { items: [joint.child, joint.parent], joints: [joint.joint.id] };
  if (range.fromMm > range.toMm + tolerances.lengthMm) {
    const { fromMm, toMm } = mount.lengthwise!;
    return [
      createFinding(
        'rail-too-short',
        'stops',
        about,
        { itemId, mountId: mount.id, railMm: toMm - fromMm, clampMm: range.clampMm },
        [...listMoves(assembly, joint, () => true, 1), removal(assembly, joint.child)],
      ),
    ];
  }
  const { slideMm } = joint.joint;
  const overMm = Math.max(range.fromMm - slideMm, slideMm - range.toMm);
  if (overMm <= tolerances.lengthMm) return [];
  const back =
    toAllowedSlideMm(range, slideMm) ??
    suggestSlideMm(assembly, assembly.byId.get(joint.parent)!, joint.parentMount, joint.childMount);
  return [
    createFinding('off-the-rail', 'stops', about, { itemId, mountId: mount.id, overMm }, [
      { type: 'slide', setupId: assembly.setup.id, jointId: joint.joint.id, slideMm: back },
    ]),
  ];
}

function measureTurnApartDeg(a: number, b: number): number {
  const apart = wrapDeg(a - b);
  return Math.min(apart, 360 - apart);
}

function findTurnFinding(assembly: Assembly, joint: PlacedJoint): Finding[] {
  const { mate, joint: own } = joint;
  if (mate.state !== 'mates') return [];
  const limited = joint.childMount.turnsDeg ?? joint.parentMount.turnsDeg;
  if (mate.turns === 'free' && !limited) return [];
  const allowed = listTurnsDeg(mate, joint.parentMount, joint.childMount);
  const nearest = allowed.reduce((best, turn) =>
    measureTurnApartDeg(turn, own.turnDeg) < measureTurnApartDeg(best, own.turnDeg) ? turn : best,
  );
  if (measureTurnApartDeg(nearest, own.turnDeg) <= tolerances.turnDeg) return [];
  return [
    createFinding(
      'turn-off-step',
      'stops',
      { items: [joint.child, joint.parent], joints: [own.id] },
      { turnDeg: own.turnDeg, nearestDeg: nearest },
      [{ type: 'turn', setupId: assembly.setup.id, jointId: own.id, turnDeg: nearest }],
    ),
  ];
}

/** Joints that stand where their mounts do not let them: off the rail, between two notches of a turn. */
export function findStandingFindings(assembly: Assembly): Finding[] {
  return assembly.joints.flatMap((joint) =>
    joint.mate.state === 'mates'
      ? [...findSlideFinding(assembly, joint), ...findTurnFinding(assembly, joint)]
      : [],
  );
}

/** Movements set beyond their ends, or between two of their steps. */
export function findStanceFindings(assembly: Assembly): Finding[] {
  const { stances, id: setupId } = assembly.setup;
  return Object.entries(stances ?? {}).flatMap(([itemId, stance]) => {
    const placed = assembly.byId.get(itemId);
    return (placed?.part.movements ?? []).flatMap((movement) => {
      const value = stance[movement.id];
      if (value === undefined) return [];
      const allowed = toAllowedValue(movement, value);
      const within = movement.type === 'turn' ? tolerances.turnDeg : tolerances.lengthMm;
      if (Math.abs(allowed - value) <= within) return [];
      return [
        createFinding(
          'stance-out-of-range',
          'stops',
          { items: [itemId], key: movement.id },
          {
            itemId,
            movementId: movement.id,
            value,
            allowed,
            unit: movement.type === 'turn' ? 'deg' : 'mm',
          },
          [{ type: 'set-stance', setupId, itemId, movementId: movement.id, value: allowed }],
        ),
      ];
    });
  });
}
