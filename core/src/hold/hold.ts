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
  /** The lug that a strap pulls at. */
  readonly mountId?: string;
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

/** The cosine of how far a part may lean and still stand as it was made (estimate). */
const standsCosine = 0.7;

/**
 * Whether a hand takes a grip from above, or from the side. Upright, a grip is what its part calls it. Rolled or turned
 * over, what lies on top is a top grip, whatever the part calls it; what was made for the side stays for two hands, one
 * above the other.
 */
export function isGripFor(
  assembly: Assembly,
  placed: PlacedItem,
  grip: Grip,
  place: 'top' | 'side',
  axes: Axes,
): boolean {
  if (grip.place === 'other') return false;
  if (-dot(placed.rigFromPart.rotation.z, axes.down) > standsCosine) return grip.place === place;
  const [from, to] = placeGrip(placed, grip);
  const root = placed.carriedBy?.rigFromParentMount.originMm ?? measureCentreMm(assembly.mass);
  if (!root) return grip.place === place;
  const out = subtract(scale(add(from, to), 0.5), root);
  const isOnTop = -dot(out, axes.down) > Math.abs(dot(out, axes.left));
  return place === 'top' ? isOnTop : grip.place === 'side' || !isOnTop;
}

/** Where the weight of all that is borne lies, seen from above; undefined where nothing has been weighed. */
function findWeight(assembly: Assembly): Vec3 | undefined {
  const ground = assembly.items.find((p) => hasTrait(p.part, 'grounded'));
  const mass = ground
    ? {
        massG: assembly.mass.massG - ground.branchMass.massG,
        momentGmm: subtract(assembly.mass.momentGmm, ground.branchMass.momentGmm),
      }
    : assembly.mass;
  return measureCentreMm(mass);
}

/** How far a hand is from under or over the weight, seen along gravity, in mm. */
function measureOffMm(grip: HeldGrip, weight: Vec3 | undefined, axes: Axes): number {
  if (!weight) return 0;
  const apart = subtract(grip.pointMm, weight);
  return measureLength(subtract(apart, scale(axes.down, dot(apart, axes.down))));
}

/** The grips for one hand or two: the owner's choice first, then in tree order. */
function listGrips(assembly: Assembly, place: 'top' | 'side', axes: Axes): HeldGrip[] {
  const chosen = (assembly.setup.heldBy ?? []).flatMap((ref) => {
    const placed = assembly.byId.get(ref.item);
    const grip = placed?.part.grips?.find((g) => g.id === ref.grip);
    if (!placed || !grip || !isGripFor(assembly, placed, grip, place, axes)) return [];
    return [holdGrip(placed, grip, ref.alongMm)];
  });
  const others = assembly.items.flatMap((placed) =>
    (placed.part.grips ?? [])
      .filter((g) => g.use === 'carry' && isGripFor(assembly, placed, g, place, axes))
      .filter((g) => !chosen.some((c) => c.itemId === placed.item.id && c.gripId === g.id))
      .map((g) => holdGrip(placed, g, undefined)),
  );
  // Who mounts a grip beside the body's own holds that.
  const isBodys = ({ itemId }: HeldGrip) => itemId === assembly.setup.body;
  const mounted = [...chosen, ...others].filter((g) => !isBodys(g));
  const isCovered = (own: HeldGrip) =>
    isBodys(own) &&
    mounted.some((g) => measureLength(subtract(g.pointMm, own.pointMm)) < handLongMm);
  return [...chosen, ...others.filter((g) => !isCovered(g))];
}

const isChosen = (assembly: Assembly, grip: HeldGrip): boolean =>
  assembly.setup.heldBy?.some((h) => h.item === grip.itemId && h.grip === grip.gripId) === true;

/** The grip that one hand takes: the owner's choice, else the one nearest to the weight; alike ones in tree order. */
function chooseOne(
  assembly: Assembly,
  grips: readonly HeldGrip[],
  axes: Axes,
): HeldGrip | undefined {
  const [first] = grips;
  if (!first || isChosen(assembly, first)) return first;
  const weight = findWeight(assembly);
  return grips.reduce((best, grip) =>
    measureOffMm(grip, weight, axes) < measureOffMm(best, weight, axes) - handWideMm ? grip : best,
  );
}

/** Nearer together than this two grips are for one hand, in mm: less than a hand is long along a handle (estimate). */
const handLongMm = 80;

/** Distances that differ by less than this are alike to a hand, in mm (estimate). */
const handWideMm = 40;

/** How awkward two hands are together: off level, one before the other, close together, the weight not between them. */
function measureAwkward(a: HeldGrip, b: HeldGrip, weight: Vec3 | undefined, axes: Axes): number {
  const between = subtract(b.pointMm, a.pointMm);
  const height = Math.abs(dot(between, axes.down)) / unevenMm;
  const depth = Math.abs(dot(between, axes.forward)) / unevenMm;
  const spread = Math.abs(dot(between, axes.left));
  const close = Math.max(0, leastSpreadMm - spread) / unevenMm;
  const [first] = weight ? measureShares(weight, a.pointMm, b.pointMm, axes.down) : [0.5];
  return height + depth + close + Math.abs(first - 0.5) * 4;
}

/** Hands farther off level or depth than this twist the wrists, and nearer together than that do not steady, in mm (estimates). */
const unevenMm = 25;
const leastSpreadMm = 120;

/** The pair of side grips that two hands take: the owner's choice, else the least awkward; ties in tree order. */
function choosePair(
  grips: readonly HeldGrip[],
  chosen: number,
  weight: Vec3 | undefined,
  axes: Axes,
): readonly HeldGrip[] {
  if (grips.length < 3 || chosen >= 2) return grips.slice(0, 2);
  let best: readonly HeldGrip[] = [];
  let least = Infinity;
  grips.forEach((a, i) => {
    if (chosen === 1 && i > 0) return;
    for (const b of grips.slice(i + 1)) {
      const awkward = measureAwkward(a, b, weight, axes);
      if (awkward < least - 1e-9) [best, least] = [[a, b], awkward];
    }
  });
  return best;
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

/** Where straps pull: where an end of one is fastened, or the lugs that are there for one; at most two. */
function listAnchors(assembly: Assembly): Bearer[] {
  const tied = new Set(
    (assembly.setup.braces ?? [])
      .filter((b) => b.kind === 'strap')
      .flatMap((b) => [b.a, b.b].map((end) => `${end.item} ${end.mount}`)),
  );
  const all = assembly.items.flatMap((placed) =>
    placed.part.mounts
      .filter((m) => m.kind === 'strap-lug' && m.side === 'lug')
      .map((mount): Bearer & { readonly used: boolean } => ({
        role: 'strap',
        itemId: placed.item.id,
        pointMm: rigFromMount(placed, mount).originMm,
        mountId: mount.id,
        used:
          (assembly.jointsAt.get(placed.item.id)?.get(mount.id) ?? []).length > 0 ||
          tied.has(`${placed.item.id} ${mount.id}`),
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
  const sides = () => {
    const grips = listGrips(assembly, 'side', axes);
    const chosen = grips.filter((g) => isChosen(assembly, g)).length;
    return choosePair(grips, chosen, findWeight(assembly), axes).map(byHand);
  };
  const oneOf = (place: 'top' | 'side') => {
    const grip = chooseOne(assembly, listGrips(assembly, place, axes), axes);
    return grip ? [byHand(grip)] : [];
  };
  const tops = () => oneOf('top');
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
      const [grip] = oneOf('side');
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

/** Every grip that a hand could take in a way of holding, the hands in use among them; empty where no hand holds a grip. */
export function listGripChoices(assembly: Assembly, hold: Hold): readonly HeldGrip[] {
  if (hold.state !== 'held' || hold.grips.length === 0) return [];
  const isTop = ['low', 'carried', 'low-two'].includes(hold.kind);
  const grips = listGrips(assembly, isTop ? 'top' : 'side', hold.axes);
  const isAmong = (grip: HeldGrip) =>
    grips.some((g) => g.itemId === grip.itemId && g.gripId === grip.gripId);
  // A top handle that stands in for a side grip is among the choices as well.
  return [...hold.grips.filter((g) => !isAmong(g)), ...grips];
}
