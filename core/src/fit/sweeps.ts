import { createFinding, defineFinding, stating, type AnyFinding } from '../finding/index.js';
import type { Hold } from '../hold/index.js';
import { hasTrait, placeMovementAxis, type Movement, type PartBook } from '../part/index.js';
import {
  compose,
  createTurnAbout,
  measureLength,
  noPlacement,
  place,
  rotate,
  scale,
  subtract,
  type Placement,
  type Vec3,
} from '../placement/index.js';
import { isInBranch, placeSolids, type PlacedItem } from '../rig/index.js';
import type { Solid } from '../solid/index.js';
import {
  doMeet,
  listIntrusions,
  spaceSolid,
  sweepSolid,
  type Space,
  type SpacedSolid,
} from '../space/index.js';
import { toRad, tolerances } from '../units/index.js';
import { sayDeg, sayMm } from '../words/index.js';
import { defineSolidCheck, type SolidAsked } from './asked.js';
import { listPalms } from './palms.js';
import { listLeads, placePlug, type PluggedLead } from './plugs.js';

/** A turn is looked at in steps of so many degrees; what is thinner than a step swept is found all the same at its edges. */
const stepDeg = 3;
/** What only brushes by gives way, in mm (estimate). */
const brushMm = 0.5;

/** A way that a part is moved in use: one movement, from where it stands to another value. */
interface Leg {
  readonly placed: PlacedItem;
  readonly movement: Movement;
  readonly from: number;
  readonly to: number;
  /** The pose that it leads to; undefined for what is moved all the time, such as a zoom. */
  readonly poseId: string | undefined;
}

/** What stops a movement, and how far it goes before: degrees or mm from where it stands. */
interface Stop {
  readonly by: 'part' | 'plug' | 'lead' | 'hand';
  /** The part that is met, whose plug or whose grip it is, or the lead. */
  readonly itemId: string;
  readonly at: number;
}

/**
 * The movements that are made in use: a zoom over its whole range, and what goes between named poses by one movement.
 * Arms are set once and stay; the screens of a body have a swing of their own.
 */
function listLegs({ assembly }: Space): Leg[] {
  return assembly.items.flatMap((placed): Leg[] => {
    const { part } = placed;
    const stance = assembly.setup.stances?.[placed.item.id] ?? {};
    const valueOf = (m: Movement) => stance[m.id] ?? m.rest;
    const movements = part.movements ?? [];
    if (hasTrait(part, 'optic')) {
      return movements
        .filter((m) => m.type === 'shift')
        .flatMap((movement) =>
          [movement.from, movement.to]
            .filter((to) => to !== valueOf(movement))
            .map((to) => ({ placed, movement, from: valueOf(movement), to, poseId: undefined })),
        );
    }
    if (hasTrait(part, 'camera')) return [];
    return (part.poses ?? []).flatMap((pose) => {
      const moved = movements.filter((m) => (pose.at[m.id] ?? valueOf(m)) !== valueOf(m));
      const [movement] = moved;
      if (!movement || moved.length > 1) return [];
      const from = valueOf(movement);
      return [{ placed, movement, from, to: pose.at[movement.id]!, poseId: pose.id }];
    });
  });
}

interface Moving {
  readonly itemIds: ReadonlySet<string>;
  readonly solids: readonly { readonly solid: Solid; readonly rigFromSolid: Placement }[];
  readonly leads: readonly PluggedLead[];
}

/** What a movement takes along: solids of the part and all that hangs on its mounts. Undefined where it hangs by them itself. */
function findMoving(space: Space, leg: Leg, leads: readonly PluggedLead[]): Moving | undefined {
  const { placed, movement } = leg;
  const { assembly } = space;
  const carries = new Set(movement.carries);
  // What another movement carries on top goes along.
  for (const m of placed.part.movements ?? []) {
    if (m.after !== undefined && (m.after === movement.id || carries.has(m.after))) {
      for (const id of [m.id, ...m.carries]) carries.add(id);
    }
  }
  if (placed.carriedBy && carries.has(placed.carriedBy.childMount.id)) return undefined;
  const branches = (assembly.jointsOn.get(placed.item.id) ?? [])
    .filter((j) => carries.has(j.parentMount.id))
    .map((j) => assembly.byId.get(j.child)!);
  const gone = assembly.items.filter((p) => branches.some((b) => isInBranch(b, p)));
  return {
    itemIds: new Set(gone.map((p) => p.item.id)),
    solids: [
      ...placeSolids(placed).filter(({ solid }) => carries.has(solid.id)),
      ...gone.filter((p) => space.byId.has(p.item.id)).flatMap((p) => placeSolids(p)),
    ],
    leads: leads.filter(
      ({ from, to }) =>
        [from, to].filter(
          (end) => gone.includes(end.placed) || (end.placed === placed && carries.has(end.port.id)),
        ).length === 1,
    ),
  };
}

/** How the rig's frame is carried by a movement that has gone so far: a turn about its axis, or a shift along it. */
export function rigFromBefore(
  { placed, movement }: { readonly placed: PlacedItem; readonly movement: Movement },
  stance: Readonly<Record<string, number>>,
  by: number,
): Placement {
  const line = placeMovementAxis(placed.part, stance, movement);
  const axis = rotate(placed.rigFromPart.rotation, line.axis);
  return movement.type === 'turn'
    ? createTurnAbout(place(placed.rigFromPart, line.throughMm), axis, toRad(by))
    : { ...noPlacement, originMm: scale(axis, by) };
}

/** Plugs that stay where they are, as bodies with the item they belong to. */
function listStillPlugs(
  leads: readonly PluggedLead[],
  isMoving: (end: PluggedLead['from']) => boolean,
): readonly { readonly itemId: string; readonly body: SpacedSolid }[] {
  return leads.flatMap(({ from, to }) =>
    [from, to]
      .filter((end) => end.fits && !isMoving(end))
      .map((end) => ({ itemId: end.placed.item.id, body: placePlug(end) })),
  );
}

function findStop(
  space: Space,
  hold: Hold,
  leg: Leg,
  leads: readonly PluggedLead[],
  everyDeg = stepDeg,
  mayBrushMm = brushMm,
): Stop | undefined {
  const moving = findMoving(space, leg, leads);
  if (!moving || moving.solids.length === 0) return undefined;
  const { assembly } = space;
  const stance = assembly.setup.stances?.[leg.placed.item.id] ?? {};
  const isAsked = (p: PlacedItem) =>
    p.item.id !== leg.placed.item.id && !moving.itemIds.has(p.item.id) && !hasTrait(p.part, 'soft');
  const carried = new Set(leg.movement.carries);
  const plugs = listStillPlugs(
    leads,
    (end) =>
      moving.itemIds.has(end.placed.item.id) ||
      (end.placed === leg.placed && carried.has(end.port.id)),
  );
  // A hand that holds the moving part itself goes along.
  const palms = listPalms(space, hold).filter(({ owner }) => isAsked(owner));
  const meets = (bodies: readonly SpacedSolid[]): Omit<Stop, 'at'> | undefined => {
    const [first] = listIntrusions(space, bodies, isAsked, mayBrushMm);
    if (first) return { by: 'part', itemId: first.placed.item.id };
    const plug = plugs.find(({ body }) => doMeet(space, bodies, [body], brushMm));
    if (plug) return { by: 'plug', itemId: plug.itemId };
    const palm = palms.find(({ room }) => doMeet(space, bodies, room, brushMm));
    return palm && { by: 'hand', itemId: palm.owner.item.id };
  };
  const total = leg.to - leg.from;
  const bodiesTo = (by: number): SpacedSolid[] => {
    const carry = rigFromBefore(leg, stance, by);
    return moving.solids.map(({ solid, rigFromSolid }) =>
      leg.movement.type === 'shift'
        ? sweepSolid(solid, rigFromSolid, carry.originMm)
        : spaceSolid(solid, compose(carry, rigFromSolid)),
    );
  };
  // What stands in it already has a finding of its own.
  if (meets(bodiesTo(leg.movement.type === 'shift' ? Math.sign(total) * 0.01 : 0)))
    return undefined;
  const count =
    leg.movement.type === 'shift' ? 1 : Math.max(1, Math.ceil(Math.abs(total) / everyDeg));
  const pulls = (by: number): Omit<Stop, 'at'> | undefined => {
    const carry = rigFromBefore(leg, stance, by);
    const isIn = (end: PluggedLead['from']) =>
      moving.itemIds.has(end.placed.item.id) || end.placed === leg.placed;
    const taut = moving.leads.find(({ from, to, lengthMm }) => {
      const [a, b]: [Vec3, Vec3] = isIn(from) ? [from.atMm, to.atMm] : [to.atMm, from.atMm];
      return lengthMm !== undefined && measureLength(subtract(place(carry, a), b)) > lengthMm;
    });
    return taut && { by: 'lead', itemId: taut.run.item };
  };
  const stopsAt = (by: number) => meets(bodiesTo(by)) ?? pulls(by);
  for (let i = 1; i <= count; i += 1) {
    let met = (total * i) / count;
    const first = stopsAt(met);
    if (!first) continue;
    let [clear, found] = [(total * (i - 1)) / count, first];
    // Halving a step of a few degrees, or a zoom of some centimetres, to a tenth.
    while (Math.abs(met - clear) > 0.1) {
      const middle = (clear + met) / 2;
      const now = stopsAt(middle);
      if (now) [met, found] = [middle, now];
      else clear = middle;
    }
    return { ...found, at: Math.floor(Math.abs(clear) * 10 + 1e-9) / 10 };
  }
  return undefined;
}

export const movementBlocked = defineFinding(
  'movement-blocked',
  stating<{
    readonly itemId: string;
    readonly movementId: string;
    readonly kind: Movement['type'];
    /** How far it goes before something stops it, and how far it would: degrees or mm. */
    readonly goes: number;
    readonly wanted: number;
    readonly by: Stop['by'];
    /** The value that it is on its way to, where that is a named pose. */
    readonly poseAt: number | undefined;
  }>(),
  {
    restsOn: ['shape', 'mounts', 'ports'],
    bad: ({ goes }) => -goes,
    weight: 'risk for a zoom, note for what goes between poses',
    when: 'a zoom over its range, or a part on its way to another of its poses, meets a part, a plug or a hand, or pulls at a lead',
    offers: '',
    sentence: ({ items: [, stop], facts }, n) => {
      const say = facts.kind === 'turn' ? sayDeg : sayMm;
      const what =
        facts.poseAt === undefined
          ? `“${n.movement(facts.itemId, facts.movementId)}” of ${n.item(facts.itemId)} goes ${say(facts.goes)} of ${say(facts.wanted)}`
          : `${n.item(facts.itemId)} goes ${say(facts.goes)} of the ${say(facts.wanted)} to “${n.pose(facts.itemId, { [facts.movementId]: facts.poseAt }) ?? 'its pose'}”`;
      const by = {
        part: `meets ${n.item(stop!)}`,
        plug: `meets a plug at ${n.item(stop!)}`,
        hand: `meets your hand on ${n.item(stop!)}`,
        lead: `pulls at ${n.item(stop!)}`,
      }[facts.by];
      return `${what} and ${by}.`;
    },
    why: 'What moves in use must have its way, or the lens stops short and the plate stays shut.',
    todo: 'Move what stands in the way, or turn the part about.',
  },
);

/** Zooms and poses whose way is not free. The hinge's own part is not asked, nor what is in it already. */
export const sweepCheck = defineSolidCheck(
  [movementBlocked],
  ({ space, hold, leads }: SolidAsked & { readonly leads: readonly PluggedLead[] }): AnyFinding[] =>
    listLegs(space).flatMap((leg) => {
      if (!space.byId.has(leg.placed.item.id)) return [];
      const stop = findStop(space, hold, leg, leads);
      if (!stop) return [];
      return [
        createFinding(
          movementBlocked,
          leg.poseId === undefined ? 'risk' : 'note',
          {
            items: [leg.placed.item.id, stop.itemId],
            named: 2,
            key: `${leg.movement.id}:${leg.poseId ?? leg.to}`,
          },
          {
            itemId: leg.placed.item.id,
            movementId: leg.movement.id,
            kind: leg.movement.type,
            goes: stop.at,
            wanted: Math.abs(leg.to - leg.from),
            by: stop.by,
            poseAt: leg.poseId === undefined ? undefined : leg.to,
          },
        ),
      ];
    }),
);

/** How far a movement goes from where it stands, either way: degrees or mm, and what stops it there. */
export interface FreeWay {
  readonly movementId: string;
  readonly from: number;
  readonly to: number;
  /** Undefined where it goes to its own end. */
  readonly fromStop: Pick<Stop, 'by' | 'itemId'> | undefined;
  readonly toStop: Pick<Stop, 'by' | 'itemId'> | undefined;
}

/** What stands so deep in something is a clash: a movement is free up to where it would be told as one. */
const standsIn = tolerances.lengthMm;
/** So near to its end a movement is free, in degrees or mm. */
const nearEnd = 1;
/** A turn is looked at in wider steps where its whole range is asked for, in degrees. */
const wideStepDeg = 5;

/**
 * How far each movement of a part is free from where it stands now, against parts, plugs, hands and leads: for an arm that
 * is set once as for what moves in use. Costs some tens of milliseconds for what turns all the way round.
 */
export function measureFreeWays(
  space: Space,
  hold: Hold,
  placed: PlacedItem,
  parts: PartBook,
): FreeWay[] {
  const { assembly } = space;
  const kit = new Map(assembly.rig.kit.map((i) => [i.id, i]));
  const leads = listLeads(space, (id) => parts.get(kit.get(id)?.partId ?? ''));
  const stance = assembly.setup.stances?.[placed.item.id] ?? {};
  return (placed.part.movements ?? []).map((movement): FreeWay => {
    const now = stance[movement.id] ?? movement.rest;
    const stopTo = (to: number) => {
      const leg: Leg = { placed, movement, from: now, to, poseId: undefined };
      const stop =
        to === now ? undefined : findStop(space, hold, leg, leads, wideStepDeg, standsIn);
      // What is met at the very end of the way is no news.
      return stop && Math.abs(to - now) - stop.at > nearEnd ? stop : undefined;
    };
    const [low, high] = [stopTo(movement.from), stopTo(movement.to)];
    return {
      movementId: movement.id,
      from: low ? now - low.at : movement.from,
      to: high ? now + high.at : movement.to,
      fromStop: low && { by: low.by, itemId: low.itemId },
      toStop: high && { by: high.by, itemId: high.itemId },
    };
  });
}
