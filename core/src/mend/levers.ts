import { measureSlideShift } from '../hang/index.js';
import type { Hold } from '../hold/index.js';
import {
  hasTrait,
  combineMass,
  measureCentreMm,
  measurePartMass,
  moveMass,
  noMass,
  placeMovementAxis,
  toAllowedValue,
  type Mass,
  type Movement,
} from '../part/index.js';
import {
  add,
  createTurnAbout,
  measureLength,
  place,
  rotate,
  scale,
  subtract,
  type Vec3,
} from '../placement/index.js';
import {
  measureSlideStepMm,
  isInBranch,
  listTurnsDeg,
  toAllowedSlideMm,
  type Assembly,
  type Edit,
  type PlacedItem,
  type PlacedJoint,
} from '../rig/index.js';
import { measureApartDeg, toRad, wrapDeg } from '../units/index.js';

/** One place that a lever can be put to, and what it does to the vector from the hand to the centre of mass. */
export interface Setting {
  readonly value: number;
  /** How far the thing itself is moved, in mm: a turn counts by the way of the middle of what it turns. */
  readonly sizeMm: number;
  readonly shiftMm: Vec3;
}

/** Something on the rig that can be slid, turned or moved to balance it. */
export interface Lever {
  readonly id: string;
  readonly kind: 'hand' | 'slide' | 'turn' | 'movement';
  readonly itemId: string;
  /** Smallest size first; the place where it is now is not among them. */
  readonly settings: readonly Setting[];
  /** For what shifts in proportion: the shift for each mm. */
  readonly perMm: Vec3 | undefined;
  readonly toEdit: (value: number) => Edit;
}

/** How many places of an arm or a turn are tried. */
const mostTurns = 24;

const bySize = (a: Setting, b: Setting) => a.sizeMm - b.sizeMm || a.value - b.value;

/** What a branch of some mass does when it moves, seen from the point that bears: `holds` says who is on it. */
function toShift(moved: Vec3, share: number, holds: boolean, handMoved: Vec3): Vec3 {
  const shift = scale(moved, share);
  return holds ? subtract(shift, handMoved) : shift;
}

function listWholeMm(from: number, to: number, each: number): number[] {
  const list: number[] = [];
  for (let v = Math.ceil(from / each) * each; v <= to + 1e-9; v += each) list.push(v);
  return list;
}

function createSlide(
  assembly: Assembly,
  joint: PlacedJoint,
  bearerId: string,
  massG: number,
): Lever | undefined {
  const perMm = measureSlideShift(assembly, joint, bearerId, massG);
  const { slide } = joint;
  if (!perMm || !slide || slide.fromMm >= slide.toMm) return undefined;
  if (measureLength(perMm) < 1e-6) return undefined;
  const now = joint.joint.slideMm;
  const settings = listWholeMm(slide.fromMm, slide.toMm, measureSlideStepMm(slide))
    .map((v) => toAllowedSlideMm(slide, v))
    .filter((v) => Math.abs(v - now) > 0.5)
    .map((value) => ({
      value,
      sizeMm: Math.abs(value - now),
      shiftMm: scale(perMm, value - now),
    }))
    .sort(bySize);
  return {
    id: `slide ${joint.joint.id}`,
    kind: 'slide',
    itemId: joint.child,
    settings,
    perMm,
    toEdit: (slideMm) => ({
      type: 'slide',
      setupId: assembly.setup.id,
      jointId: joint.joint.id,
      slideMm,
    }),
  };
}

function createTurn(
  assembly: Assembly,
  joint: PlacedJoint,
  bearer: { readonly itemId: string; readonly pointMm: Vec3 },
  massG: number,
): Lever | undefined {
  if (joint.mate.state !== 'mates') return undefined;
  const branch = assembly.byId.get(joint.child)!;
  if (hasTrait(branch.part, 'placed-by-picture') || hasTrait(branch.part, 'aimed'))
    return undefined;
  const centre = measureCentreMm(branch.branchMass);
  if (!centre) return undefined;
  const now = wrapDeg(joint.joint.turnDeg);
  const values = listTurnsDeg(joint.mate, joint.parentMount, joint.childMount).filter(
    (deg) => measureApartDeg(deg, now) > 0.1,
  );
  const held = assembly.byId.get(bearer.itemId);
  const holds = held !== undefined && isInBranch(branch, held);
  const { originMm, rotation } = joint.rigFromParentMount;
  const settings = values
    .map((value): Setting => {
      const turn = createTurnAbout(originMm, rotation.z, toRad(value - now));
      const moved = subtract(place(turn, centre), centre);
      const hand = subtract(place(turn, bearer.pointMm), bearer.pointMm);
      return {
        value,
        sizeMm: measureLength(moved),
        shiftMm: toShift(moved, branch.branchMass.massG / massG, holds, hand),
      };
    })
    .filter((s) => measureLength(s.shiftMm) > 0.01)
    .sort(bySize)
    .slice(0, mostTurns);
  if (settings.length === 0) return undefined;
  return {
    id: `turn ${joint.joint.id}`,
    kind: 'turn',
    itemId: joint.child,
    settings,
    perMm: undefined,
    toEdit: (turnDeg) => ({
      type: 'turn',
      setupId: assembly.setup.id,
      jointId: joint.joint.id,
      turnDeg,
    }),
  };
}

/** Everything that a movement carries: its own things, and those of movements that it carries. */
function listMoved(placed: PlacedItem, movement: Movement): ReadonlySet<string> {
  const carried = new Set([movement.id]);
  const things = new Set(movement.carries);
  for (const other of placed.part.movements ?? []) {
    if (other.after === undefined || !carried.has(other.after)) continue;
    carried.add(other.id);
    other.carries.forEach((id) => things.add(id));
  }
  return things;
}

function createMovement(
  assembly: Assembly,
  placed: PlacedItem,
  movement: Movement,
  bearer: { readonly itemId: string; readonly pointMm: Vec3; readonly gripId: string | undefined },
  massG: number,
): Lever | undefined {
  const stance = assembly.setup.stances?.[placed.item.id] ?? {};
  const now = stance[movement.id] ?? movement.rest;
  const things = listMoved(placed, movement);
  const own = measurePartMass(
    placed.part,
    placed.moved,
    placed.item.measuredMassG ?? placed.part.massG,
    (solid) => things.has(solid.id),
  );
  let mass: Mass = own ? moveMass(own, placed.rigFromPart) : noMass;
  let holds = bearer.itemId === placed.item.id && things.has(bearer.gripId ?? '');
  for (const joint of assembly.jointsOn.get(placed.item.id) ?? []) {
    if (!things.has(joint.parentMount.id)) continue;
    const child = assembly.byId.get(joint.child)!;
    mass = combineMass(mass, child.branchMass);
    const held = assembly.byId.get(bearer.itemId);
    if (held && isInBranch(child, held)) holds = true;
  }
  // The side that carries the part moves the other way when the part is carried by a moved mount.
  if (placed.carriedBy && things.has(placed.carriedBy.childMount.id)) return undefined;
  const centre = measureCentreMm(mass);
  if (!centre) return undefined;
  const at = placeMovementAxis(placed.part, stance, movement);
  const through = place(placed.rigFromPart, at.throughMm);
  const axis = rotate(placed.rigFromPart.rotation, at.axis);
  const count = Math.min(mostTurns, Math.max(2, Math.round((movement.to - movement.from) / 5)));
  const values = [
    ...new Set(
      Array.from({ length: count + 1 }, (_, i) =>
        toAllowedValue(movement, movement.from + ((movement.to - movement.from) * i) / count),
      ),
    ),
  ];
  const move = (point: Vec3, by: number): Vec3 =>
    movement.type === 'turn'
      ? place(createTurnAbout(through, axis, toRad(by)), point)
      : add(point, scale(axis, by));
  const settings = values
    .filter((v) => Math.abs(v - now) > 1e-6)
    .map((value): Setting => {
      const moved = subtract(move(centre, value - now), centre);
      const hand = subtract(move(bearer.pointMm, value - now), bearer.pointMm);
      return {
        value,
        sizeMm: measureLength(moved),
        shiftMm: toShift(moved, mass.massG / massG, holds, hand),
      };
    })
    .filter((s) => measureLength(s.shiftMm) > 0.01)
    .sort(bySize);
  if (settings.length === 0) return undefined;
  const itemId = placed.item.id;
  return {
    id: `movement ${itemId} ${movement.id}`,
    kind: 'movement',
    itemId,
    settings,
    perMm: undefined,
    toEdit: (value) => ({
      type: 'set-stance',
      setupId: assembly.setup.id,
      itemId,
      movementId: movement.id,
      value,
    }),
  };
}

function createHand(assembly: Assembly, hold: Hold): Lever | undefined {
  const grip = hold.state === 'held' ? hold.grips[0] : undefined;
  if (!grip || grip.lengthMm < 1) return undefined;
  const along = scale(subtract(grip.toMm, grip.fromMm), 1 / grip.lengthMm);
  const settings = listWholeMm(0, grip.lengthMm, 1)
    .filter((v) => Math.abs(v - grip.alongMm) > 0.5)
    .map((value) => ({
      value,
      sizeMm: Math.abs(value - grip.alongMm),
      shiftMm: scale(along, grip.alongMm - value),
    }))
    .sort(bySize);
  return {
    id: `hand ${grip.itemId} ${grip.gripId}`,
    kind: 'hand',
    itemId: grip.itemId,
    settings,
    perMm: scale(along, -1),
    toEdit: (alongMm) => ({
      type: 'hold-at',
      setupId: assembly.setup.id,
      item: grip.itemId,
      grip: grip.gripId,
      alongMm,
    }),
  };
}

/** What of the rig may be moved to balance it. */
export type LeverKind = Lever['kind'];

/**
 * Every lever of a setup that is borne at its first contact. Slides and the hand go in steps of 1 mm or of the
 * mount's own; turns and arms in at most 24 places. Shifts are exact for one lever at a time.
 */
export function listLevers(
  assembly: Assembly,
  hold: Hold,
  kinds: readonly LeverKind[] = ['hand', 'slide', 'turn', 'movement'],
): Lever[] {
  const contact = hold.state === 'held' ? hold.contacts[0] : undefined;
  if (!contact) return [];
  const massG =
    contact.role === 'head'
      ? assembly.mass.massG - (assembly.byId.get(contact.itemId)?.branchMass.massG ?? 0)
      : assembly.mass.massG;
  const bearer = {
    itemId: contact.itemId,
    pointMm: contact.pointMm,
    gripId: contact.grip?.gripId,
  };
  const levers: (Lever | undefined)[] = [];
  if (kinds.includes('hand')) levers.push(createHand(assembly, hold));
  for (const joint of assembly.joints) {
    if (kinds.includes('slide')) levers.push(createSlide(assembly, joint, bearer.itemId, massG));
    if (kinds.includes('turn')) levers.push(createTurn(assembly, joint, bearer, massG));
  }
  if (kinds.includes('movement')) {
    for (const placed of assembly.items) {
      if (hasTrait(placed.part, 'placed-by-picture')) continue;
      for (const movement of placed.part.movements ?? []) {
        levers.push(createMovement(assembly, placed, movement, bearer, massG));
      }
    }
  }
  return levers.flatMap((l) => l ?? []).filter((l) => l.settings.length > 0);
}
