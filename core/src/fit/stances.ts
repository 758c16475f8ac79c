import { createFinding, defineFinding, stating, type AnyFinding } from '../finding/index.js';
import { findHold } from '../hold/index.js';
import { placeMovementAxis, type Movement, type PartBook } from '../part/index.js';
import { measureLength, place, subtract, type Placement, type Vec3 } from '../placement/index.js';
import { tryEdit, type Assembly, type Edit, type PlacedItem } from '../rig/index.js';
import { measurePath } from '../route/index.js';
import { createSpace, type Space } from '../space/index.js';
import { listLeadRooms } from './rooms.js';
import { rigFromBefore } from './sweeps.js';
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

/** The movements that take a thing along, its own first, then those which carry that one. */
function listCarriers(movements: readonly Movement[], thing: string): string[] {
  const found: string[] = [];
  let now = movements.filter((m) => m.carries.includes(thing)).at(-1);
  while (now && !found.includes(now.id)) {
    found.push(now.id);
    const { after } = now;
    now = after === undefined ? undefined : movements.find((m) => m.id === after);
  }
  return found;
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
    const [withA, withB] = [a, b].map((thing) => new Set(listCarriers(movements, thing))) as [
      Set<string>,
      Set<string>,
    ];
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

/** Which end of a lead a movement takes along, and how: backwards where its part hangs by what it moves. */
interface Carrying {
  readonly itemId: string;
  readonly movement: Movement;
  readonly end: 'from' | 'to';
  /** How it carries the rig's frame when it goes so far from where it stands now. */
  readonly rigFromBefore: (by: number) => Placement;
  /** A point that both sides of it keep their distance to, as it stands now. */
  readonly pivotMm: Vec3;
}

/** The movements between, in the order in which they take the ends along: what is nearest to an end first. */
function listCarrying(
  assembly: Assembly,
  lead: PluggedLead,
  between: readonly LeadMovement[],
): Carrying[] {
  const asked = new Map(between.map((b) => [`${b.itemId} ${b.movement.id}`, b]));
  const passed = listPassed(assembly, lead);
  const meet = passed.findIndex(
    (p, i) => i === passed.length - 1 || p.placed.carriedBy?.childMount.id !== p.things[1],
  );
  // To the end of the other side its own part comes first, and what both hang on last.
  const order = [
    ...passed.slice(0, meet),
    ...passed.slice(meet + 1),
    ...passed.slice(meet, meet + 1),
  ];
  return order.flatMap(({ placed, things }, i) => {
    const isMeet = i === order.length - 1;
    const own = i < meet ? 'from' : 'to';
    const stance = assembly.setup.stances?.[placed.item.id] ?? {};
    return things.flatMap((thing, k): Carrying[] =>
      listCarriers(placed.part.movements ?? [], thing).flatMap((id): Carrying[] => {
        const movement = asked.get(`${placed.item.id} ${id}`)?.movement;
        if (!movement) return [];
        // Of what both hang on the one thing goes with the one end, the other with the other.
        const end = isMeet ? (k === 0 ? 'from' : 'to') : own;
        const sign = isMeet || k === 0 ? 1 : -1;
        return [
          {
            itemId: placed.item.id,
            movement,
            end,
            rigFromBefore: (by) => rigFromBefore({ placed, movement }, stance, sign * by),
            pivotMm: place(
              placed.rigFromPart,
              placeMovementAxis(placed.part, stance, movement).throughMm,
            ),
          },
        ];
      }),
    );
  });
}

/**
 * The ends of a lead come no farther apart than this, mm: from the one to the other by way of every joint that moves between them, each
 * piece of which keeps its length in a turn, and longer by every shift.
 */
function measureMostApartMm(lead: PluggedLead, carrying: readonly Carrying[]): number {
  const way = (end: Carrying['end']) => carrying.filter((c) => c.end === end).map((c) => c.pivotMm);
  const points = [lead.from.atMm, ...way('from'), ...way('to').reverse(), lead.to.atMm];
  const shifts = carrying.reduce(
    (sum, { movement: m }) => sum + (m.type === 'shift' ? m.to - m.from : 0),
    0,
  );
  return measurePath(points) + shifts;
}

/** So many ways to stand are looked at by how far apart they bring the ends of a lead. */
const mostStood = 2000;

/**
 * How far apart the two ends of a lead come over where the movements between them may stand, all of them together: the straight
 * way, which no lead is shorter than. The widest apart first; at most `most`. Cheap: points are moved, and no way is looked for.
 */
export function listFarthest(
  assembly: Assembly,
  lead: PluggedLead,
  between: readonly LeadMovement[],
  most: number,
): { readonly apartMm: number; readonly stances: WorstStance['stances'] }[] {
  const carrying = listCarrying(assembly, lead, between);
  const each = Math.max(2, Math.floor(mostStood ** (1 / Math.max(1, carrying.length))));
  const choices = carrying.map(({ itemId, movement, rigFromBefore }) => {
    const now = assembly.setup.stances?.[itemId]?.[movement.id] ?? movement.rest;
    const { values } = between.find((b) => b.itemId === itemId && b.movement === movement)!;
    const few = values.length <= each ? values : [values[0]!, values.at(-1)!];
    return [...new Set([now, ...few])].map((value) => ({
      value,
      isNow: value === now,
      moved: rigFromBefore(value - now),
    }));
  });
  const found: { apartMm: number; stances: WorstStance['stances'] }[] = [];
  const stand = (i: number, from: Vec3, to: Vec3, stances: WorstStance['stances']): void => {
    const one = carrying[i];
    if (!one) {
      found.push({ apartMm: measureLength(subtract(to, from)), stances });
      return;
    }
    for (const { value, isNow, moved } of choices[i]!) {
      const [a, b] = one.end === 'from' ? [place(moved, from), to] : [from, place(moved, to)];
      const more = { itemId: one.itemId, movementId: one.movement.id, value };
      stand(i + 1, a, b, isNow ? stances : [...stances, more]);
    }
  };
  stand(0, lead.from.atMm, lead.to.atMm, []);
  return found.sort((a, b) => b.apartMm - a.apartMm).slice(0, most);
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

/** How much a lead needs where movements stand otherwise, mm; undefined where it finds no way. */
function measureAt(
  { assembly, collider }: Space,
  runId: string,
  stances: WorstStance['stances'],
  lookUp: LeadParts,
  parts: PartBook,
): number | undefined {
  const edits = stances.map((s): Edit => ({
    type: 'set-stance',
    setupId: assembly.setup.id,
    ...s,
  }));
  const moved = createSpace(tryEdit(assembly, { type: 'all', edits }, parts), collider);
  const lead = listLeads(moved, lookUp).filter((l) => l.run.id === runId);
  const rooms = listLeadRooms(moved, findHold(moved.assembly), parts);
  return measureLeadWays(moved, lead, rooms)[0]?.neededMm;
}

/**
 * The most that a lead needs over where the movements between its ends may stand: from those ways to stand together that bring
 * its ends farthest apart, one after the other is set where it needs most, twice round. As it stands now counts too. One search
 * of a way for each value.
 */
export function measureWorstStance(
  space: Space,
  way: LeadWay,
  lookUp: LeadParts,
  parts: PartBook,
  all: boolean,
): WorstStance {
  const { assembly } = space;
  const between = listMovementsBetween(assembly, way.lead, all);
  const runId = way.lead.run.id;
  const set = new Map<string, WorstStance['stances'][number]>();
  let worst = way.neededMm;
  const measure = (stances: Iterable<WorstStance['stances'][number]>): number | undefined =>
    measureAt(space, runId, [...stances], lookUp, parts);
  // Several together may need more than each by itself.
  for (const { stances } of between.length > 1
    ? listFarthest(assembly, way.lead, between, 3)
    : []) {
    const needed = measure(stances);
    if (needed === undefined || needed <= worst + 0.5) continue;
    worst = needed;
    set.clear();
    for (const s of stances) set.set(`${s.itemId} ${s.movementId}`, s);
  }
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
    weight:
      'risk; note where it falls short, by more than 3 %, only somewhere on the way of a movement that has no named poses',
    when: 'long enough as the rig stands, and too short in another of the named poses of a part between its ends; of what has none, somewhere on its way',
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

/** At the very end of a free movement a lead that lacks so little, as a share of its length, is no news: one stops before (estimate). */
const givesShare = 1.03;

/**
 * Where what has no named poses, an arm that somebody described, may stand and a lead does not reach: where it brings the ends
 * farthest apart. A way is looked for only where the straight one, longer by what the lead takes round corners now, is too long.
 */
function findShortFree(
  space: Space,
  { lead, neededMm }: LeadWay,
  lookUp: LeadParts,
  parts: PartBook,
): WorstStance | undefined {
  const { assembly } = space;
  const unposed = listMovementsBetween(assembly, lead, true).filter(
    ({ itemId }) => (assembly.byId.get(itemId)?.part.poses ?? []).length === 0,
  );
  if (unposed.length === 0 || lead.lengthMm === undefined) return undefined;
  const nowMm = measureLength(subtract(lead.to.atMm, lead.from.atMm));
  const enoughMm = lead.lengthMm * givesShare;
  const isEnough = (apartMm: number) => apartMm + (neededMm - nowMm) <= enoughMm;
  if (isEnough(measureMostApartMm(lead, listCarrying(assembly, lead, unposed)))) return undefined;
  const [far] = listFarthest(assembly, lead, unposed, 1);
  if (!far || isEnough(far.apartMm)) return undefined;
  const needed = measureAt(space, lead.run.id, far.stances, lookUp, parts);
  return needed !== undefined && needed > enoughMm
    ? { neededMm: needed, stances: far.stances }
    : undefined;
}

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
      const posed = measureWorstStance(space, way, lookUp, parts, false);
      const free =
        posed.neededMm <= lead.lengthMm ? findShortFree(space, way, lookUp, parts) : undefined;
      const worst = free ?? posed;
      if (worst.neededMm <= lead.lengthMm) return [];
      return [
        createFinding(
          leadShortWhenMoved,
          free ? 'note' : 'risk',
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
