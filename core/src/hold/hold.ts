import { hasTrait, measureCentreMm, type Grip } from '../part/index.js';
import {
  add,
  compose,
  dot,
  measureLength,
  negate,
  place,
  scale,
  subtract,
  type Vec3,
} from '../placement/index.js';
import {
  placeSolids,
  rigFromMount,
  rigFromThing,
  type Assembly,
  type HoldKind,
  type HoldNeed,
  type PlacedItem,
} from '../rig/index.js';
import { measureReachMm } from '../solid/index.js';
import { createAxes, type Axes } from './axes.js';

/** A grip in use, in the rig's frame. */
export interface HeldGrip {
  readonly itemId: string;
  readonly gripId: string;
  readonly fromMm: Vec3;
  readonly toMm: Vec3;
  readonly lengthMm: number;
  /** Where along it the hand is, from its `fromMm` end. */
  readonly alongMm: number;
  readonly pointMm: Vec3;
}

/** What touches the rig and bears it. */
export type BearerRole =
  'hand' | 'under-hand' | 'chest' | 'shoulder' | 'eye' | 'strap' | 'head' | 'table';

/** A place where the rig is borne, in the rig's frame. */
export interface Bearer {
  readonly role: BearerRole;
  readonly itemId: string;
  readonly pointMm: Vec3;
  readonly grip?: HeldGrip;
  /** How far the pressure may wander ahead of and behind the point: half the length of a pad. */
  readonly reachMm?: number;
}

/** How a setup is held, or what it lacks to be held so. */
export type Hold =
  | {
      readonly state: 'held';
      readonly kind: HoldKind;
      readonly axes: Axes;
      readonly grips: readonly HeldGrip[];
      /** The leading one first. */
      readonly contacts: readonly Bearer[];
      readonly itemIds: readonly string[];
    }
  | {
      readonly state: 'needs';
      readonly kind: HoldKind;
      readonly axes: Axes;
      readonly need: HoldNeed;
    };

/** A grip's two ends in the rig's frame, wherever the part's movements have taken it. */
export function placeGrip(placed: PlacedItem, grip: Grip): readonly [Vec3, Vec3] {
  const shift = placed.moved.get(grip.id);
  const frame = shift ? compose(placed.rigFromPart, shift) : placed.rigFromPart;
  return [place(frame, grip.fromMm), place(frame, grip.toMm)];
}

function holdGrip(placed: PlacedItem, grip: Grip, alongMm: number | undefined): HeldGrip {
  const [fromMm, toMm] = placeGrip(placed, grip);
  const lengthMm = measureLength(subtract(toMm, fromMm));
  const along = Math.min(lengthMm, Math.max(0, alongMm ?? lengthMm / 2));
  const pointMm =
    lengthMm > 0 ? add(fromMm, scale(subtract(toMm, fromMm), along / lengthMm)) : fromMm;
  return {
    itemId: placed.item.id,
    gripId: grip.id,
    fromMm,
    toMm,
    lengthMm,
    alongMm: along,
    pointMm,
  };
}

function listGrips(assembly: Assembly, places: readonly Grip['place'][]): HeldGrip[] {
  const stated = assembly.setup.heldBy ?? [];
  const chosen = stated.flatMap((ref) => {
    const placed = assembly.byId.get(ref.item);
    const grip = placed?.part.grips?.find((g) => g.id === ref.grip);
    if (!placed || !grip || !places.includes(grip.place)) return [];
    return [holdGrip(placed, grip, ref.alongMm)];
  });
  const others = assembly.items.flatMap((placed) =>
    (placed.part.grips ?? [])
      .filter((g) => g.use === 'carry' && places.includes(g.place))
      .filter((g) => !chosen.some((c) => c.itemId === placed.item.id && c.gripId === g.id))
      .map((g) => holdGrip(placed, g, undefined)),
  );
  return [...chosen, ...others];
}

const byHand = (grip: HeldGrip): Bearer => ({
  role: 'hand',
  itemId: grip.itemId,
  pointMm: grip.pointMm,
  grip,
});

/** How far an item reaches along a direction from the rig's origin, in mm. */
export function measureItemReachMm(placed: PlacedItem, direction: Vec3): number {
  return placeSolids(placed).reduce(
    (most, s) => Math.max(most, measureReachMm(s.solid, s.rigFromSolid, direction)),
    -Infinity,
  );
}

/** The middle of what an item reaches along the operator's three directions, in the rig's frame. */
function findMiddle(placed: PlacedItem, axes: Axes): Vec3 {
  const middle = (direction: Vec3) =>
    (measureItemReachMm(placed, direction) - measureItemReachMm(placed, negate(direction))) / 2;
  return [axes.forward, axes.left, axes.down].reduce<Vec3>(
    (sum, axis) => add(sum, scale(axis, middle(axis))),
    [0, 0, 0],
  );
}

/** The same point, moved along a direction until the item ends there. */
function moveToEnd(placed: PlacedItem, point: Vec3, direction: Vec3): Vec3 {
  return add(
    point,
    scale(direction, measureItemReachMm(placed, direction) - dot(point, direction)),
  );
}

function findUnderLens(assembly: Assembly, axes: Axes): Bearer | undefined {
  const lens = assembly.items.find((p) => hasTrait(p.part, 'optic'));
  if (!lens) return undefined;
  const pointMm = moveToEnd(lens, findMiddle(lens, axes), axes.down);
  return { role: 'under-hand', itemId: lens.item.id, pointMm };
}

/** Where the chest touches: the part that reaches farthest back, in the middle of its rear. */
function findChest(assembly: Assembly, axes: Axes): Bearer {
  const back = negate(axes.forward);
  const last = assembly.items.reduce((a, b) =>
    measureItemReachMm(b, back) > measureItemReachMm(a, back) ? b : a,
  );
  return {
    role: 'chest',
    itemId: last.item.id,
    pointMm: moveToEnd(last, findMiddle(last, axes), back),
  };
}

/** Where the eye rests: the rear of a loupe, or of the body's own finder. */
function findEyeRest(assembly: Assembly, axes: Axes): Bearer | undefined {
  const back = negate(axes.forward);
  const loupe = assembly.items.find((p) => hasTrait(p.part, 'eye-rest'));
  const finder =
    loupe ??
    assembly.items.find((p) => p.part.keepClear?.some((space) => space.purpose === 'eyepiece'));
  if (!finder) return undefined;
  const role = 'eye' as const;
  const itemId = finder.item.id;
  // The room that the part keeps for the eye says where that is; without it, the middle of a loupe's rear.
  const room = finder.part.keepClear?.find((space) => space.purpose === 'eyepiece');
  if (room && room.shape.type !== 'sector') {
    return { role, itemId, pointMm: place(rigFromThing(finder, room.id), room.shape.atMm) };
  }
  return { role, itemId, pointMm: moveToEnd(finder, findMiddle(finder, axes), back) };
}

function findPad(assembly: Assembly, axes: Axes): Bearer | undefined {
  const pad = assembly.items.find((p) => hasTrait(p.part, 'shoulder-rest'));
  if (!pad) return undefined;
  const long =
    measureItemReachMm(pad, axes.forward) + measureItemReachMm(pad, negate(axes.forward));
  return {
    role: 'shoulder',
    itemId: pad.item.id,
    pointMm: moveToEnd(pad, findMiddle(pad, axes), axes.down),
    // The outer quarter of a pad bends away from the shoulder.
    reachMm: long / 4,
  };
}

/** Where straps pull: where one is fastened, or the lugs that are there for one; at most two. */
function listAnchors(assembly: Assembly): Bearer[] {
  const all = assembly.items.flatMap((placed) =>
    placed.part.mounts
      .filter((m) => m.kind === 'strap-lug' && m.side === 'lug')
      .map((mount): Bearer & { readonly used: boolean } => ({
        role: 'strap',
        itemId: placed.item.id,
        pointMm: rigFromMount(placed, mount).originMm,
        used: (assembly.jointsAt.get(placed.item.id)?.get(mount.id) ?? []).length > 0,
      })),
  );
  const used = all.filter((a) => a.used);
  return (used.length > 0 ? used : all).slice(0, 2).map(({ used: _, ...contact }) => contact);
}

/** What the setup stands on, its head, gimbal or monopod: on the head's own axis, at the height of its plate. */
function findSupport(assembly: Assembly, axes: Axes): Bearer | undefined {
  const support = assembly.items.find((p) => hasTrait(p.part, 'grounded'));
  if (!support) return undefined;
  const { originMm } = support.rigFromPart;
  const plate = support.carriedBy?.rigFromParentMount.originMm ?? originMm;
  const up = dot(subtract(plate, originMm), axes.down);
  return {
    role: 'head',
    itemId: support.item.id,
    pointMm: add(originMm, scale(axes.down, up)),
  };
}

/**
 * How the setup is held: what bears it and where. A way of holding that lacks its grip, its pad or its
 * support says which.
 */
export function findHold(assembly: Assembly): Hold {
  const { hold: kind, attitude } = assembly.setup;
  const axes = createAxes(attitude, assembly.rigFromBody.rotation);
  const held = (...contacts: readonly Bearer[]): Hold => ({
    state: 'held',
    kind,
    axes,
    grips: contacts.flatMap((c) => c.grip ?? []),
    contacts,
    itemIds: [...new Set(contacts.map((c) => c.itemId))],
  });
  const needs = (need: HoldNeed): Hold => ({ state: 'needs', kind, axes, need });
  const sides = () => listGrips(assembly, ['side']).map(byHand);
  const tops = () => listGrips(assembly, ['top']).map(byHand);
  /** Two hands as people find them: side grips, else one and the lens, else the top handle and the lens. */
  const twoHands = (): readonly Bearer[] => {
    const [first, second] = sides();
    if (first && second) return [first, second];
    const [lead] = first ? [first] : tops();
    const under = findUnderLens(assembly, axes);
    return [...(lead ? [lead] : []), ...(under ? [under] : [])];
  };
  switch (kind) {
    case 'low':
    case 'carried': {
      const [grip] = tops();
      return grip ? held(grip) : needs('top-grip');
    }
    case 'low-two': {
      const [grip] = tops();
      if (!grip) return needs('top-grip');
      const under = findUnderLens(assembly, axes);
      return under ? held(grip, under) : needs('lens');
    }
    case 'one-grip': {
      const [grip] = sides();
      return grip ? held(grip) : needs('side-grip');
    }
    case 'grips': {
      const [first, second] = sides();
      if (!first) return needs('side-grip');
      return second ? held(first, second) : needs('second-grip');
    }
    case 'eye': {
      const hands = twoHands();
      const eye = findEyeRest(assembly, axes);
      if (hands.length === 0) return needs('side-grip');
      return eye ? held(...hands, eye) : needs('loupe');
    }
    case 'chest': {
      const hands = twoHands();
      if (hands.length === 0) return needs('side-grip');
      return held(...hands, findChest(assembly, axes));
    }
    case 'shoulder': {
      const pad = findPad(assembly, axes);
      if (!pad) return needs('shoulder-pad');
      const hands = twoHands();
      return held(pad, ...hands);
    }
    case 'strap': {
      const anchors = listAnchors(assembly);
      return anchors.length > 0 ? held(...anchors) : needs('strap-anchor');
    }
    case 'tripod':
    case 'monopod':
    case 'slider':
    case 'gimbal': {
      const support = findSupport(assembly, axes);
      return support ? held(support) : needs('support');
    }
    case 'lap':
    case 'set-down':
      return held();
  }
}

/** The share of the weight that two hands pushing upwards carry, by balance along the line between them. */
export function measureShares(
  centreMm: Vec3,
  first: Vec3,
  second: Vec3,
  down: Vec3,
): readonly [number, number] {
  const between = subtract(second, first);
  const flat = subtract(between, scale(down, dot(between, down)));
  const square = dot(flat, flat);
  if (square === 0) return [0.5, 0.5];
  const t = dot(subtract(centreMm, first), flat) / square;
  return [1 - t, t];
}

/** What is borne: the rig without the support it stands on, and what that carries. */
export function measureBorne(
  assembly: Assembly,
  hold: Hold,
): { readonly massG: number; readonly centreMm: Vec3 } | undefined {
  const onHead = hold.state === 'held' && hold.contacts[0]?.role === 'head';
  const support = onHead ? assembly.byId.get(hold.contacts[0]!.itemId) : undefined;
  const massG = assembly.mass.massG - (support?.branchMass.massG ?? 0);
  const momentGmm = support
    ? subtract(assembly.mass.momentGmm, support.branchMass.momentGmm)
    : assembly.mass.momentGmm;
  const centreMm = measureCentreMm({ massG, momentGmm });
  return centreMm && massG > 0 ? { massG, centreMm } : undefined;
}
