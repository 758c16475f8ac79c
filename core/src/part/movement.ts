import {
  compose,
  createShift,
  createTurnAbout,
  noPlacement,
  place,
  rotate,
  scale,
  type Placement,
  type Vec3,
} from '../placement/index.js';
import { toRad } from '../units/index.js';
import type { Movement, Part } from './schema.js';

/** How a part stands: the value of each movement in degrees or mm; those not named are at rest. */
export type Stance = Readonly<Record<string, number>>;

const resting: ReadonlyMap<string, Placement> = new Map();

function measureMoved(movement: Movement, value: number): Placement {
  return movement.type === 'turn'
    ? createTurnAbout(movement.originMm, movement.axis, toRad(value))
    : createShift(scale(movement.axis, value));
}

/**
 * Where the things that a part's movements carry now stand: for each id of a solid, mount, grip, port
 * or keep-clear space, `partFromResting`. What is not listed has not moved. A part is drawn with every
 * movement at 0, so a movement at 0 moves nothing; a movement that is carried by another turns with it.
 */
export function placeMovements(part: Part, stance: Stance): ReadonlyMap<string, Placement> {
  if (!part.movements?.length) return resting;
  const byMovement = new Map<string, Placement>();
  const byThing = new Map<string, Placement>();
  for (const movement of part.movements) {
    const value = stance[movement.id] ?? movement.rest;
    const own = measureMoved(movement, value);
    const outer = movement.after ? (byMovement.get(movement.after) ?? noPlacement) : noPlacement;
    const total = compose(outer, own);
    byMovement.set(movement.id, total);
    for (const id of movement.carries) byThing.set(id, total);
  }
  return byThing;
}

/** The point and the axis of a movement as the part now stands: carried along by the movements before it. */
export function placeMovementAxis(
  part: Part,
  stance: Stance,
  movement: Movement,
): { readonly throughMm: Vec3; readonly axis: Vec3 } {
  let outer = noPlacement;
  let after = movement.after;
  // Each movement is listed after the one that carries it, so the chain ends.
  while (after !== undefined) {
    const carrier = part.movements?.find((m) => m.id === after);
    if (!carrier) break;
    outer = compose(measureMoved(carrier, stance[carrier.id] ?? carrier.rest), outer);
    after = carrier.after;
  }
  return {
    throughMm: place(outer, movement.originMm),
    axis: rotate(outer.rotation, movement.axis),
  };
}

/** The nearest value a movement can take: within its ends, on its steps. */
export function toAllowedValue(movement: Movement, value: number): number {
  const stepped = movement.step
    ? movement.from + Math.round((value - movement.from) / movement.step) * movement.step
    : value;
  return Math.min(movement.to, Math.max(movement.from, stepped));
}
