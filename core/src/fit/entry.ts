import { createFinding, defineFinding, stating } from '../finding/index.js';
import { sayList } from '../words/index.js';
import { defineSolidCheck, type SolidAsked } from './asked.js';
import { mountKinds } from '../part/index.js';
import { negate, scale } from '../placement/index.js';
import {
  isInBranch,
  measureSlideDirection,
  placeSolids,
  type Edit,
  type PlacedItem,
  type PlacedJoint,
} from '../rig/index.js';
import {
  doMeet,
  listIntruders,
  listMateSolids,
  pressMm,
  sweepAll,
  type Overlap,
  type Space,
} from '../space/index.js';
import { tolerances } from '../units/index.js';
import { isThereBefore } from './access.js';

/** One way on: how far, past what. */
export interface Way {
  readonly travelMm: number;
  /** In tree order; empty where the way is free. */
  readonly blockers: readonly PlacedItem[];
  /** Those of them that a hand does not get past by tilting what it brings on: looked for when it is asked. */
  readonly firm: () => readonly PlacedItem[];
}

/** A clamp that only goes on over the end of its rail, and what stands in the way of each end. */
export interface EndEntry {
  readonly joint: PlacedJoint;
  readonly ways: readonly [Way, Way];
}

function isEndEntry(joint: PlacedJoint): boolean {
  const clamp = joint.slide?.along === 'parent' ? joint.childMount : joint.parentMount;
  return joint.slide !== undefined && clamp.entry === 'end';
}

function measureWay(space: Space, joint: PlacedJoint, end: 'from' | 'to'): Way {
  const { assembly } = space;
  const slide = joint.slide!;
  const placed = assembly.byId.get(joint.child)!;
  const direction = measureSlideDirection(assembly, joint)!;
  const { slideMm } = joint.joint;
  // Until the whole clamp is off the rail.
  const travelMm = Math.max(
    0,
    (end === 'from' ? slideMm - slide.fromMm : slide.toMm - slideMm) + slide.clampMm,
  );
  const by = scale(end === 'from' ? negate(direction) : direction, travelMm);
  const swept = sweepAll(placeSolids(placed), by);
  const takesIn =
    joint.mate.state === 'mates' ? mountKinds[joint.mate.as].takesInMm : tolerances.lengthMm;
  const others = listIntruders(
    space,
    swept,
    (p) => !isInBranch(placed, p) && p.item.id !== joint.parent,
    sweepSlackMm,
  );
  const rail = listIntruders(
    space,
    swept,
    (p) => p.item.id === joint.parent,
    takesIn + sweepSlackMm,
  );
  // What stands on the rail's own part beside the rail, a wall at its end, is no part of the mate.
  const mate = listMateSolids(space, joint);
  const beside = (space.byId.get(joint.parent)?.solids ?? []).filter((s) => !mate.has(s));
  const isWalled = rail.length === 0 && doMeet(space, swept, beside, pressMm + sweepSlackMm);
  const walls = isWalled ? [assembly.byId.get(joint.parent)!] : [];
  const blockers = [...others, ...rail, ...walls].sort((a, b) => a.number - b.number);
  const firm = (): readonly PlacedItem[] => {
    const overMm = tolerances.tiltsPastMm + tolerances.lengthMm;
    const deep = listIntruders(space, swept, (p) => others.includes(p), overMm);
    return blockers.filter((b) => !others.includes(b) || deep.includes(b));
  };
  return { travelMm, blockers, firm };
}

/** What a part may scrape past on its way on, in mm: less than a finger's play (estimate). */
const sweepSlackMm = 0.2;

/** The ways onto their rails of all clamps that go on over the end. */
export function listEndEntries(space: Space): EndEntry[] {
  return space.assembly.joints
    .filter((j) => j.mate.state === 'mates' && space.byId.has(j.child) && isEndEntry(j))
    .map((joint) => ({
      joint,
      ways: [measureWay(space, joint, 'from'), measureWay(space, joint, 'to')],
    }));
}

export const cannotBringOn = defineFinding(
  'cannot-bring-on',
  stating<{ readonly travelMm: number }>(),
  {
    restsOn: ['shape', 'mounts'],
    weight: 'stops',
    when: 'a clamp that goes on over the end of its rail, with both ways closed by what carries it',
    offers: 'leave it out',
    sentence: ({ items: [child, ...blockers] }, n) =>
      `${n.item(child!)} goes on over the end of its rail, and ${sayList(blockers.map((b) => n.item(b)))} ${blockers.length === 1 ? 'closes' : 'close'} both ways.`,
    why: 'A clamp that cannot be brought on is not on.',
    todo: 'Take a clamp that opens sideways, or another rail.',
  },
);

/**
 * Clamps that can be brought onto their rail from neither end, because what stands in the way must be
 * there before them: it carries them. What could go on later is a matter of the order of assembly.
 */
export const entryCheck = defineSolidCheck(
  [cannotBringOn],
  ({
    space,
    entries,
    overlaps,
  }: SolidAsked & {
    readonly entries: readonly EndEntry[];
    readonly overlaps: readonly Overlap[];
  }) =>
    entries.flatMap(({ joint, ways }) => {
      const child = space.assembly.byId.get(joint.child)!;
      // What it stands in where it ends closes its way as well: that is told already.
      const isIn = (b: PlacedItem) =>
        overlaps.some(
          (o) => (o.a === b && isInBranch(child, o.b)) || (o.b === b && isInBranch(child, o.a)),
        );
      const lasting = ways.map((way) =>
        way.blockers.filter((b) => isThereBefore(b, child) && !isIn(b)),
      );
      if (lasting.some((list) => list.length === 0)) return [];
      const items = [...new Set(lasting.flat().map((b) => b.item.id))];
      const edits: Edit[] = [
        { type: 'remove-item', setupId: space.assembly.setup.id, itemId: joint.child },
      ];
      return [
        createFinding(
          cannotBringOn,
          'stops',
          { items: [joint.child, ...items], joints: [joint.joint.id] },
          { travelMm: Math.min(...ways.map((w) => w.travelMm)) },
          edits,
        ),
      ];
    }),
);
