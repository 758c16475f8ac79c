import type { Movement } from '../part/index.js';
import { placeMovementAxis, toAllowedValue } from '../part/index.js';
import {
  compose,
  cross,
  dot,
  invert,
  measureLength,
  place,
  rotate,
  scale,
  subtract,
  type Vec3,
} from '../placement/index.js';
import { toDeg } from '../units/index.js';
import type { Assembly } from './assembly.js';
import type { PlacedItem } from './placed.js';
import type { Edit } from './edit.js';
import { tryEdit } from './try.js';
import type { PartBook } from '../part/index.js';

/** A movement that carries a part, near or far. */
export interface Carrier {
  readonly itemId: string;
  readonly movement: Movement;
}

/** The movements that carry an item's thing or mount, its own first, then those of what carries it. */
export function listCarriers(
  assembly: Assembly,
  itemId: string,
  solidId: string | undefined,
): Carrier[] {
  const carriers: Carrier[] = [];
  let at: PlacedItem | undefined = assembly.byId.get(itemId);
  let through = solidId;
  while (at) {
    const own = at.part.movements ?? [];
    // The last movement listed that carries it is the outermost one: it turns first.
    for (const movement of [...own].reverse()) {
      if (through !== undefined && movement.carries.includes(through)) {
        carriers.push({ itemId: at.item.id, movement });
      }
    }
    through = at.carriedBy?.parentMount.id;
    at = at.carriedBy && assembly.byId.get(at.carriedBy.parent);
  }
  return carriers;
}

/** How arms would stand so that a point of a part comes nearest to a target, and how much it falls short. */
export interface Following {
  readonly edits: readonly Edit[];
  readonly shortMm: number;
}

const rounds = 8;

function nearestValue(
  assembly: Assembly,
  { itemId, movement }: Carrier,
  from: Vec3,
  target: Vec3,
): number {
  const placed = assembly.byId.get(itemId)!;
  const stance = assembly.setup.stances?.[itemId] ?? {};
  const now = stance[movement.id] ?? movement.rest;
  const local = placeMovementAxis(placed.part, stance, movement);
  const axis = rotate(placed.rigFromPart.rotation, local.axis);
  const through = place(placed.rigFromPart, local.throughMm);
  if (movement.type === 'shift') {
    return toAllowedValue(movement, now + dot(subtract(target, from), axis));
  }
  const flat = (p: Vec3): Vec3 => {
    const out = subtract(p, through);
    return subtract(out, scale(axis, dot(out, axis)));
  };
  const [a, b] = [flat(from), flat(target)];
  if (measureLength(a) < 1 || measureLength(b) < 1) return now;
  const turn = Math.atan2(dot(cross(a, b), axis), dot(a, b));
  return toAllowedValue(movement, Math.round(now + toDeg(turn)));
}

/**
 * Sets the movements that carry a part so that a point of it follows a target: each in turn is brought as
 * near as it goes, outermost first, for at most eight rounds (cyclic coordinate descent); no round leaves it
 * farther away. Whole degrees, within each movement's ends. Undefined where nothing moves the part.
 */
export function followTarget(
  assembly: Assembly,
  parts: PartBook,
  itemId: string,
  solidId: string | undefined,
  grabbedMm: Vec3,
  targetMm: Vec3,
): Following | undefined {
  const carriers = listCarriers(assembly, itemId, solidId);
  if (carriers.length === 0) return undefined;
  const solidOf = (a: Assembly) => {
    const placed = a.byId.get(itemId)!;
    const shift = solidId === undefined ? undefined : placed.moved.get(solidId);
    return shift ? compose(placed.rigFromPart, shift) : placed.rigFromPart;
  };
  const held = place(invert(solidOf(assembly)), grabbedMm);
  const setupId = assembly.setup.id;
  let now = assembly;
  let point = grabbedMm;
  let shortMm = measureLength(subtract(targetMm, point));
  const values = new Map<Carrier, number>();
  for (let round = 0; round < rounds; round += 1) {
    const before = shortMm;
    for (const carrier of carriers) {
      const value = nearestValue(now, carrier, point, targetMm);
      const edit: Edit = {
        type: 'set-stance',
        setupId,
        itemId: carrier.itemId,
        movementId: carrier.movement.id,
        value,
      };
      const next = tryEdit(now, edit, parts);
      const moved = place(solidOf(next), held);
      const nextShort = measureLength(subtract(targetMm, moved));
      if (nextShort >= shortMm) continue;
      now = next;
      point = moved;
      shortMm = nextShort;
      values.set(carrier, value);
    }
    if (before - shortMm < 0.1) break;
  }
  return {
    edits: [...values].map(([carrier, value]) => ({
      type: 'set-stance',
      setupId,
      itemId: carrier.itemId,
      movementId: carrier.movement.id,
      value,
    })),
    shortMm,
  };
}
