import type { Grip } from '../part/index.js';
import {
  add,
  compose,
  dot,
  measureLength,
  place,
  scale,
  subtract,
  type Vec3,
} from '../placement/index.js';
import type { Assembly, HoldKind, HoldNeed, PlacedItem } from '../rig/index.js';
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

/** How a setup is held, or what it lacks to be held so. */
export type Hold =
  | {
      readonly state: 'held';
      readonly hold: HoldKind;
      readonly axes: Axes;
      readonly grips: readonly HeldGrip[];
      readonly itemIds: readonly string[];
    }
  | {
      readonly state: 'needs';
      readonly hold: HoldKind;
      readonly axes: Axes;
      readonly need: HoldNeed;
    }
  | { readonly state: 'not-yet'; readonly hold: HoldKind; readonly axes: Axes };

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

/**
 * How the setup is held: which grips bear it and where. Top handle, one grip, two grips and tripod are
 * solved; the other ways answer `not-yet` until their statics are there. A way of holding that lacks
 * its grip says which.
 */
export function findHold(assembly: Assembly): Hold {
  const { hold, attitude } = assembly.setup;
  const axes = createAxes(attitude, assembly.rigFromBody.rotation);
  const held = (grips: readonly HeldGrip[]): Hold => ({
    state: 'held',
    hold,
    axes,
    grips,
    itemIds: [...new Set(grips.map((g) => g.itemId))],
  });
  switch (hold) {
    case 'low':
    case 'carried': {
      const [grip] = listGrips(assembly, ['top']);
      return grip ? held([grip]) : { state: 'needs', hold, axes, need: 'top-grip' };
    }
    case 'one-grip': {
      const [grip] = listGrips(assembly, ['side']);
      return grip ? held([grip]) : { state: 'needs', hold, axes, need: 'side-grip' };
    }
    case 'grips': {
      const [first, second] = listGrips(assembly, ['side']);
      if (!first) return { state: 'needs', hold, axes, need: 'side-grip' };
      return second ? held([first, second]) : { state: 'needs', hold, axes, need: 'second-grip' };
    }
    case 'tripod': {
      const support = assembly.items.find((p) => p.part.kind === 'support');
      if (!support) return { state: 'needs', hold, axes, need: 'support' };
      return { state: 'held', hold, axes, grips: [], itemIds: [support.item.id] };
    }
    default:
      return { state: 'not-yet', hold, axes };
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
