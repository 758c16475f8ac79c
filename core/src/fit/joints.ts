import {
  createFinding,
  type AnyFinding,
  defineFinding,
  stating,
  defineCheck,
} from '../finding/index.js';
import { sayDeg, sayKind, sayList, sayMismatch, sayMm } from '../words/index.js';
import { aboutJoint, type FitAsked } from './asked.js';
import {
  listTurnsDeg,
  measureOccupancy,
  toAllowedSlideMm,
  type Assembly,
  type Edit,
  type PlacedItem,
  type PlacedJoint,
  listJointsAt,
  listScrewsAt,
  type MountRef,
} from '../rig/index.js';
import {
  mountKinds,
  toAllowedValue,
  type Mismatch,
  type MountKind,
  type Mount,
  type PartBook,
} from '../part/index.js';
import { findPurse } from '../price/index.js';
import { findNearestDeg, measureApartDeg, tolerances } from '../units/index.js';
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
  const purse = findPurse(assembly);
  const seen = new Set<string>();
  return (['price', 'joints'] as const).flatMap((by) => {
    const chain = findChain(measureReachOver(joint.parentMount, adaptors, by, purse), child.part);
    const key = chain?.links.map((l) => l.part.id).join(' ') ?? '';
    if (!chain || seen.has(key)) return [];
    seen.add(key);
    return createChainBetween(assembly, catalogue, joint, chain) ?? [];
  });
}

export const kindsDoNotMate = defineFinding(
  'kinds-do-not-mate',
  stating<{
    readonly mismatch: Mismatch;
    /** Parts that bring the two together, from the carrier outwards, where some are known. */
    readonly bridge?: readonly string[];
  }>(),
  {
    restsOn: ['mounts'],
    weight: 'stops',
    when: 'the two mounts are not a pair of the mating table, or their size, family, pins or keys forbid it',
    offers: 'move it to a mount that takes it; leave it out',
    sentence: ({ items: [child, parent], facts }, n) =>
      `${n.item(child!)} does not join ${n.item(parent!)}: ${sayMismatch(facts.mismatch)}${facts.bridge ? `; with ${sayList(facts.bridge.map((id) => n.part(id)))} between it does` : ''}.`,
    why: 'What does not join is not held at all.',
    todo: 'Move it to a mount that takes it, or put an adaptor between.',
  },
);

export const keyUnknown = defineFinding('key-unknown', stating<{ readonly as: MountKind }>(), {
  restsOn: [],
  weight: 'risk',
  when: 'made-for-each-other mounts, and nobody has stated that these two are',
  offers: '',
  sentence: ({ items: [child, parent], facts }, n) =>
    `Nobody has stated whether ${n.item(child!)} fits ${n.item(parent!)}; ${mountKinds[facts.as].threadMm === undefined ? `as far as the ${sayKind(facts.as)} goes it would` : 'the screw alone would go in'}.`,
  why: 'Some parts are made for each other, and sizes on a shop page do not prove it.',
  todo: 'Ask the maker, or try it in the shop, before you pay.',
});

export const entersNotLatches = defineFinding('enters-not-latches', stating(), {
  restsOn: [],
  weight: 'risk',
  when: 'known to go in without latching',
  offers: '',
  sentence: ({ items: [child, parent] }, n) =>
    `${n.item(child!)} goes into ${n.item(parent!)} but does not latch.`,
  why: 'It holds by friction only and can slide out.',
  todo: 'Put a stop behind it, or use a part that latches.',
});

/** Joints whose mounts do not mate. */
export const mateCheck = defineCheck(
  [kindsDoNotMate],
  ({ assembly, replacements: catalogue }: FitAsked) =>
    assembly.joints.flatMap((joint) => {
      if (joint.mate.state !== 'refuses') return [];
      const { state: _, ...mismatch } = joint.mate;
      const edits = [
        ...listBridges(assembly, joint, catalogue),
        ...listMoves(assembly, joint, () => true, 2),
        removal(assembly, joint.child),
      ];
      const about = aboutJoint(joint);
      return [createFinding(kindsDoNotMate, 'stops', about, { mismatch }, edits)];
    }),
);

/** Joints that mate with an unknown key, or enter without latching. */
export const keyCheck = defineCheck([keyUnknown, entersNotLatches], ({ assembly }: FitAsked) =>
  assembly.joints.flatMap((joint): AnyFinding[] => {
    if (joint.mate.state === 'refuses') return [];
    const about = aboutJoint(joint);
    if (joint.mate.key === 'unknown') {
      return [createFinding(keyUnknown, 'risk', about, { as: joint.mate.as })];
    }
    return joint.mate.key === 'enters-only'
      ? [createFinding(entersNotLatches, 'risk', about, {})]
      : [];
  }),
);

export const mountTakenTwice = defineFinding(
  'mount-taken-twice',
  stating<{
    readonly itemId: string;
    readonly mountId: string;
    readonly count: number;
  }>(),
  {
    restsOn: ['mounts'],
    weight: 'stops',
    when: 'a point mount holds more than one joint',
    offers: 'move the later one; leave it out',
    sentence: ({ facts }, n) =>
      `You ask ${facts.count} parts onto one mount: ${n.mount(facts.itemId, facts.mountId)} of ${n.item(facts.itemId)}.`,
    why: 'A point mount holds one part.',
    todo: 'Move all but one of them.',
  },
);

function findTakenTwice(
  assembly: Assembly,
  placed: PlacedItem,
  mount: Mount,
  joints: readonly PlacedJoint[],
): AnyFinding {
  // The first joint keeps the mount; the later ones are the ones to move.
  const later = joints
    .filter((j) => j.parent === placed.item.id)
    .slice(joints[0]!.child === placed.item.id ? 0 : 1);
  const edits = later.flatMap((j) => [
    ...listMoves(assembly, j, () => true, 1),
    removal(assembly, j.child),
  ]);
  return createFinding(
    mountTakenTwice,
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

/** Mounts that a second screw goes into beside a joint or another second screw; two joints are told already. */
function findScrewedTwice(assembly: Assembly): AnyFinding[] {
  const ends = (assembly.setup.braces ?? [])
    .filter((b) => b.kind === 'second-screw')
    .flatMap((b) => [b.a, b.b]);
  const keyOf = (end: MountRef) => `${end.item} ${end.mount}`;
  return [...new Map(ends.map((end) => [keyOf(end), end])).values()].flatMap((end) => {
    const mount = assembly.byId.get(end.item)?.part.mounts.find((m) => m.id === end.mount);
    if (!mount || mount.lengthwise) return [];
    const joints = listJointsAt(assembly, end.item, end.mount);
    const screws = listScrewsAt(assembly, end.item, end.mount);
    if (joints.length > 1 || joints.length + screws.length < 2) return [];
    // The joint keeps the mount, else the first screw.
    const later = screws.slice(joints.length > 0 ? 0 : 1);
    const others = screws.map((b) => (b.a.item === end.item ? b.b.item : b.a.item));
    return [
      createFinding(
        mountTakenTwice,
        'stops',
        { items: [...new Set([end.item, ...others])], joints: joints.map((j) => j.joint.id) },
        { itemId: end.item, mountId: end.mount, count: joints.length + screws.length },
        later.map((b): Edit => ({
          type: 'remove-brace',
          setupId: assembly.setup.id,
          braceId: b.id,
        })),
      ),
    ];
  });
}

export const clampsOverlap = defineFinding(
  'clamps-overlap',
  stating<{
    readonly itemId: string;
    readonly mountId: string;
    readonly overlapMm: number;
  }>(),
  {
    restsOn: ['mounts'],
    weight: 'stops',
    when: 'two clamps take the same stretch of a rail',
    offers: 'slide either away',
    sentence: ({ items: [a, b], facts }, n) =>
      `${n.item(a!)} and ${n.item(b!)} overlap by ${sayMm(facts.overlapMm)} on ${n.mount(facts.itemId, facts.mountId)} of ${n.item(facts.itemId)}.`,
    why: 'Two clamps cannot hold the same stretch of a rail.',
    todo: 'Slide them apart, or move one to another rail.',
  },
);

function findOverlaps(assembly: Assembly, placed: PlacedItem, mount: Mount): AnyFinding[] {
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
        clampsOverlap,
        'stops',
        {
          // Where the rail hangs on one of the clamps itself, it is that one which it meets.
          items: [a, b].map((j) => (j.child === placed.item.id ? j.parent : j.child)),
          joints: [a.joint.id, b.joint.id],
        },
        { itemId: placed.item.id, mountId: mount.id, overlapMm },
        edits,
      ),
    ];
  });
}

/** Point mounts that hold more than one joint, and clamps that lie over each other on a rail. */
export const occupancyCheck = defineCheck(
  [mountTakenTwice, clampsOverlap],
  ({ assembly }: FitAsked) => [
    ...[...assembly.jointsAt].flatMap(([itemId, byMount]) => {
      const placed = assembly.byId.get(itemId)!;
      return [...byMount].flatMap(([mountId, joints]) => {
        const mount = placed.part.mounts.find((m) => m.id === mountId)!;
        if (mount.lengthwise) return findOverlaps(assembly, placed, mount);
        return joints.length < 2 ? [] : [findTakenTwice(assembly, placed, mount, joints)];
      });
    }),
    ...findScrewedTwice(assembly),
  ],
);

export const railTooShort = defineFinding(
  'rail-too-short',
  stating<{
    readonly itemId: string;
    readonly mountId: string;
    readonly railMm: number;
    readonly clampMm: number;
  }>(),
  {
    restsOn: ['mounts'],
    weight: 'stops',
    when: 'the clamp is longer than its rail; a dovetail or a video plate may be shorter than its clamp, down to half of it',
    offers: 'another rail; leave it out',
    sentence: ({ items: [child], facts }, n) =>
      `${n.item(child!)} needs ${sayMm(facts.clampMm)} of rail; ${n.mount(facts.itemId, facts.mountId)} of ${n.item(facts.itemId)} is ${sayMm(facts.railMm)} long.`,
    why: 'A clamp that is only half on its rail holds by its edge.',
    todo: 'Use a longer rail or a shorter clamp.',
  },
);

export const offTheRail = defineFinding(
  'off-the-rail',
  stating<{ readonly itemId: string; readonly mountId: string; readonly overMm: number }>(),
  {
    restsOn: ['mounts'],
    weight: 'stops',
    when: "the clamp stands beyond the rail's end",
    offers: 'slide it back',
    sentence: ({ items: [child, parent], facts }, n) =>
      facts.itemId === child
        ? `${n.item(child)} is slid ${sayMm(facts.overMm)} too far: ${n.item(parent!)} would hold it beyond its end.`
        : `${n.item(child!)} stands ${sayMm(facts.overMm)} beyond the end of ${n.mount(facts.itemId, facts.mountId)} of ${n.item(facts.itemId)}.`,
    why: 'A clamp holds what lies within it.',
    todo: 'Slide it back onto the rail.',
  },
);

export const slideOffNotch = defineFinding(
  'slide-off-notch',
  stating<{
    readonly itemId: string;
    readonly mountId: string;
    readonly slideMm: number;
    readonly nearestMm: number;
  }>(),
  {
    restsOn: ['mounts'],
    weight: 'stops',
    when: 'a clamp on a rail with notches stands between two of them',
    offers: 'the nearest notch',
    sentence: ({ items: [child], facts }, n) =>
      `${n.item(child!)} stands at ${sayMm(facts.slideMm)} on ${n.mount(facts.itemId, facts.mountId)} of ${n.item(facts.itemId)}, between two notches; the nearest is at ${sayMm(facts.nearestMm)}.`,
    why: 'Between two notches it does not lock.',
    todo: 'Slide it to a notch.',
  },
);

function findSlideFinding(assembly: Assembly, joint: PlacedJoint): AnyFinding[] {
  const range = joint.slide;
  if (!range) return [];
  const onParent = range.along === 'parent';
  const itemId = onParent ? joint.parent : joint.child;
  const mount = onParent ? joint.parentMount : joint.childMount;
  const about = aboutJoint(joint);
  if (range.fromMm > range.toMm + tolerances.lengthMm) {
    const { fromMm, toMm } = mount.lengthwise!;
    return [
      createFinding(
        railTooShort,
        'stops',
        about,
        { itemId, mountId: mount.id, railMm: toMm - fromMm, clampMm: range.clampMm },
        [...listMoves(assembly, joint, () => true, 1), removal(assembly, joint.child)],
      ),
    ];
  }
  const { slideMm } = joint.joint;
  const overMm = Math.max(range.fromMm - slideMm, slideMm - range.toMm);
  const back = toAllowedSlideMm(range, slideMm);
  if (overMm <= tolerances.lengthMm) {
    if (!range.stepMm || Math.abs(back - slideMm) <= tolerances.lengthMm) return [];
    return [
      createFinding(
        slideOffNotch,
        'stops',
        about,
        { itemId, mountId: mount.id, slideMm, nearestMm: back },
        [{ type: 'slide', setupId: assembly.setup.id, jointId: joint.joint.id, slideMm: back }],
      ),
    ];
  }
  return [
    createFinding(offTheRail, 'stops', about, { itemId, mountId: mount.id, overMm }, [
      { type: 'slide', setupId: assembly.setup.id, jointId: joint.joint.id, slideMm: back },
    ]),
  ];
}

export const turnOffStep = defineFinding(
  'turn-off-step',
  stating<{ readonly turnDeg: number; readonly nearestDeg: number }>(),
  {
    restsOn: ['mounts'],
    weight: 'stops',
    when: 'the joint is turned where teeth, pins or rails do not hold',
    offers: 'the nearest step',
    sentence: ({ items: [child], facts }, n) =>
      `${n.item(child!)} is turned to ${sayDeg(facts.turnDeg)}, which its mount does not allow; the nearest is ${sayDeg(facts.nearestDeg)}.`,
    why: 'Teeth, pins and rails hold in certain turns only.',
    todo: 'Turn it to one of the steps.',
  },
);

function findTurnFinding(assembly: Assembly, joint: PlacedJoint): AnyFinding[] {
  const { mate, joint: own } = joint;
  if (mate.state !== 'mates') return [];
  const limited = joint.childMount.turnsDeg ?? joint.parentMount.turnsDeg;
  if (mate.turns === 'free' && !limited) return [];
  const allowed = listTurnsDeg(mate, joint.parentMount, joint.childMount);
  const nearest = findNearestDeg(allowed, own.turnDeg);
  if (measureApartDeg(nearest, own.turnDeg) <= tolerances.turnDeg) return [];
  return [
    createFinding(
      turnOffStep,
      'stops',
      { items: [joint.child, joint.parent], joints: [own.id] },
      { turnDeg: own.turnDeg, nearestDeg: nearest },
      [{ type: 'turn', setupId: assembly.setup.id, jointId: own.id, turnDeg: nearest }],
    ),
  ];
}

/** Joints that stand where their mounts do not let them: off the rail, between two notches of a turn. */
export const standingCheck = defineCheck(
  [railTooShort, offTheRail, slideOffNotch, turnOffStep],
  ({ assembly }: FitAsked) =>
    assembly.joints.flatMap((joint) =>
      joint.mate.state === 'mates'
        ? [...findSlideFinding(assembly, joint), ...findTurnFinding(assembly, joint)]
        : [],
    ),
);

export const stanceOutOfRange = defineFinding(
  'stance-out-of-range',
  stating<{
    readonly itemId: string;
    readonly movementId: string;
    readonly value: number;
    readonly allowed: number;
    readonly unit: 'deg' | 'mm';
  }>(),
  {
    restsOn: [],
    weight: 'stops',
    when: 'a movement is set beyond its ends or between its steps',
    offers: 'the nearest value',
    sentence: ({ facts }, n) => {
      const say = facts.unit === 'deg' ? sayDeg : sayMm;
      return `${n.item(facts.itemId)}: “${n.movement(facts.itemId, facts.movementId)}” is set to ${say(facts.value)}, which it does not reach; the nearest is ${say(facts.allowed)}.`;
    },
    why: 'What is drawn and weighed here cannot be set up.',
    todo: 'Set it within its range.',
  },
);

/** Movements set beyond their ends, or between two of their steps. */
export const stanceCheck = defineCheck([stanceOutOfRange], ({ assembly }: FitAsked) => {
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
          stanceOutOfRange,
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
});
