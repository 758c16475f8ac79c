import { createFinding, defineFinding, stating, type AnyFinding } from '../finding/index.js';
import { findHold } from '../hold/index.js';
import type { Movement, PartBook } from '../part/index.js';
import { tryEdit, type Assembly, type Edit, type PlacedItem } from '../rig/index.js';
import { createSpace, type Space } from '../space/index.js';
import { listLeadRooms } from './rooms.js';
import { sayMm } from '../words/index.js';
import { defineSolidCheck, type SolidAsked } from './asked.js';
import {
  listLeads,
  measureLeadWays,
  type LeadParts,
  type LeadWay,
  type PluggedLead,
} from './plugs.js';

/** A movement between the two ends of a lead, and where it may stand. */
export interface LeadMovement {
  readonly itemId: string;
  readonly movement: Movement;
  readonly values: readonly number[];
}

/** One item on the way from one end of a lead to the other, and the two of its things at which the way enters and leaves. */
interface Passed {
  readonly placed: PlacedItem;
  readonly things: readonly [string, string];
}

/** The items from one to another through the tree of joints, with the things that the way passes. */
function listPassed(assembly: Assembly, lead: PluggedLead): Passed[] {
  const up = (end: PluggedLead['from']) => {
    const list: { placed: PlacedItem; entered: string }[] = [];
    let placed: PlacedItem | undefined = end.placed;
    let entered = end.port.id;
    while (placed) {
      list.push({ placed, entered });
      const joint: PlacedItem['carriedBy'] = placed.carriedBy;
      if (!joint) break;
      entered = joint.parentMount.id;
      placed = assembly.byId.get(joint.parent);
    }
    return list;
  };
  const [one, other] = [up(lead.from), up(lead.to)];
  const inOther = new Map(other.map((p, i) => [p.placed.item.id, i]));
  const at = one.findIndex((p) => inOther.has(p.placed.item.id));
  if (at < 0) return [];
  const meet = inOther.get(one[at]!.placed.item.id)!;
  const climb = (list: typeof one, count: number): Passed[] =>
    list.slice(0, count).map(({ placed, entered }) => ({
      placed,
      things: [entered, placed.carriedBy!.childMount.id],
    }));
  return [
    ...climb(one, at),
    { placed: one[at]!.placed, things: [one[at]!.entered, other[meet]!.entered] },
    ...climb(other, meet),
  ];
}

/** Values of a movement that are looked at when all of it is asked for. */
const samples = 8;

/**
 * The movements between the two ends of a lead: those that carry one of the two things which the way passes on a part, and not
 * the other. Each with where it stands in the part's named poses, or, when all of it is asked, with values from end to end.
 */
export function listMovementsBetween(
  assembly: Assembly,
  lead: PluggedLead,
  all: boolean,
): LeadMovement[] {
  return listPassed(assembly, lead).flatMap(({ placed, things: [a, b] }) => {
    const movements = placed.part.movements ?? [];
    // What is carried by a movement goes with those that carry that one.
    const carriers = (thing: string): Set<string> => {
      const found = new Set<string>();
      let now = movements.filter((m) => m.carries.includes(thing)).at(-1);
      while (now) {
        found.add(now.id);
        const after = now.after;
        now = after === undefined ? undefined : movements.find((m) => m.id === after);
      }
      return found;
    };
    const [withA, withB] = [carriers(a), carriers(b)];
    return movements
      .filter((m) => withA.has(m.id) !== withB.has(m.id))
      .map((movement): LeadMovement => ({
        itemId: placed.item.id,
        movement,
        values: all
          ? Array.from(
              { length: samples + 1 },
              (_, i) => movement.from + ((movement.to - movement.from) * i) / samples,
            )
          : [
              ...new Set(
                (placed.part.poses ?? []).flatMap((p) => {
                  const value = p.at[movement.id];
                  return value === undefined ? [] : [value];
                }),
              ),
            ],
      }))
      .filter((between) => between.values.length > 0);
  });
}

/** Where a lead needs most, and how much. */
export interface WorstStance {
  readonly neededMm: number;
  /** Each movement that stands otherwise than it does now. */
  readonly stances: readonly {
    readonly itemId: string;
    readonly movementId: string;
    readonly value: number;
  }[];
}

/**
 * The most that a lead needs over where the movements between its ends may stand: one after the other is set where it needs
 * most, twice round. As it stands now counts too. One search of a way for each value.
 */
export function measureWorstStance(
  space: Space,
  way: LeadWay,
  lookUp: LeadParts,
  parts: PartBook,
  all: boolean,
): WorstStance {
  const { assembly, collider } = space;
  const between = listMovementsBetween(assembly, way.lead, all);
  const runId = way.lead.run.id;
  const set = new Map<string, WorstStance['stances'][number]>();
  let worst = way.neededMm;
  const measure = (stances: Iterable<WorstStance['stances'][number]>): number | undefined => {
    const edits = [...stances].map((s): Edit => ({
      type: 'set-stance',
      setupId: assembly.setup.id,
      ...s,
    }));
    const moved = createSpace(tryEdit(assembly, { type: 'all', edits }, parts), collider);
    const lead = listLeads(moved, lookUp).filter((l) => l.run.id === runId);
    const rooms = listLeadRooms(moved, findHold(moved.assembly), parts);
    return measureLeadWays(moved, lead, rooms)[0]?.neededMm;
  };
  // Two rounds: where one stands may decide where another needs most.
  for (let round = 0; round < (between.length > 1 ? 2 : 1); round += 1) {
    for (const { itemId, movement, values } of between) {
      const key = `${itemId} ${movement.id}`;
      const look = (value: number): void => {
        if (value < movement.from || value > movement.to) return;
        const one = { itemId, movementId: movement.id, value };
        const needed = measure(new Map([...set, [key, one]]).values());
        if (needed === undefined || needed <= worst + 0.5) return;
        worst = needed;
        set.set(key, one);
      };
      for (const value of values) look(value);
      if (!all) continue;
      // LeadMovement two samples it may be worse still: nearer and nearer round the worst so far.
      for (
        let step = (movement.to - movement.from) / samples / 2, i = 0;
        i < 3;
        i += 1, step /= 2
      ) {
        const at = set.get(key)?.value;
        if (at === undefined) break;
        look(at - step);
        look(at + step);
      }
    }
  }
  return { neededMm: worst, stances: [...set.values()] };
}

export const leadShortWhenMoved = defineFinding(
  'lead-short-when-moved',
  stating<{
    readonly lengthMm: number;
    readonly neededMm: number;
    readonly stances: WorstStance['stances'];
  }>(),
  {
    restsOn: ['shape', 'ports'],
    bad: ({ lengthMm, neededMm }) => neededMm - lengthMm,
    weight: 'risk',
    when: 'long enough as the rig stands, and too short in another of the named poses of a part between its ends',
    offers: '',
    sentence: ({ items: [lead], facts }, n) => {
      const [first] = facts.stances;
      const moved = first
        ? ` with “${n.pose(first.itemId, { [first.movementId]: first.value }) ?? n.movement(first.itemId, first.movementId)}” of ${n.item(first.itemId)}`
        : '';
      return `${n.item(lead!)} is ${sayMm(facts.lengthMm)} long;${moved} its way takes ≈ ${sayMm(Math.round(facts.neededMm))}.`;
    },
    why: 'What is moved on the job pulls its lead out, or its socket off the board.',
    todo: 'Take a longer or a coiled lead, or lay it past the hinge.',
  },
);

/** Leads that reach as the rig stands, and not where a part between their ends is moved to on the job. */
export const movedLeadCheck = defineSolidCheck(
  [leadShortWhenMoved],
  ({ space, parts, leadWays }: SolidAsked & { readonly leadWays: readonly LeadWay[] }) => {
    const kit = new Map(space.assembly.rig.kit.map((i) => [i.id, i]));
    const lookUp: LeadParts = (id) => parts.get(kit.get(id)?.partId ?? '');
    return leadWays.flatMap((way): AnyFinding[] => {
      const { lead, neededMm } = way;
      // One that is too short as it stands is told already; most leads have nothing that moves between their ends.
      if (lead.lengthMm === undefined || lead.lengthMm < neededMm) return [];
      const worst = measureWorstStance(space, way, lookUp, parts, false);
      if (worst.neededMm <= lead.lengthMm) return [];
      return [
        createFinding(
          leadShortWhenMoved,
          'risk',
          {
            items: [lead.run.item, lead.from.placed.item.id, lead.to.placed.item.id],
            key: lead.run.id,
          },
          { lengthMm: lead.lengthMm, neededMm: worst.neededMm, stances: worst.stances },
        ),
      ];
    });
  },
);

/** Every planned lead at its worst, with all that its movements can do; for a worker: some dozen searches for each movement. */
export function listWorstStances(
  space: Space,
  ways: readonly LeadWay[],
  parts: PartBook,
): (WorstStance & { readonly runId: string })[] {
  const kit = new Map(space.assembly.rig.kit.map((i) => [i.id, i]));
  const lookUp: LeadParts = (id) => parts.get(kit.get(id)?.partId ?? '');
  return ways.map((way) => ({
    runId: way.lead.run.id,
    ...measureWorstStance(space, way, lookUp, parts, true),
  }));
}
