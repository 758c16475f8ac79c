import type { Mount } from '../part/index.js';
import { add, compose, place, rotate, scale, type Vec3 } from '../placement/index.js';
import { tolerances } from '../units/index.js';
import type { Assembly } from './assembly.js';
import type { PlacedItem, PlacedJoint } from './placed.js';
import type { Brace } from './schema.js';

/** A piece of a lengthwise mount, in mm from its origin along its axis. */
export interface Stretch {
  readonly fromMm: number;
  readonly toMm: number;
}

/** A piece that a clamp takes. */
export interface TakenStretch extends Stretch {
  readonly jointId: string;
}

/** What one mount of an item holds. */
export interface Occupancy {
  readonly joints: readonly PlacedJoint[];
  /** Only for lengthwise mounts, sorted by place; with what sits on mounts that share the length. */
  readonly taken: readonly TakenStretch[];
  readonly free: readonly Stretch[];
}

/** Which joints use a mount, whichever end of the joint it is. */
export function listJointsAt(
  assembly: Assembly,
  itemId: string,
  mountId: string,
): readonly PlacedJoint[] {
  return assembly.jointsAt.get(itemId)?.get(mountId) ?? [];
}

/** Second screws of the setup that end in a mount. */
export function listScrewsAt(assembly: Assembly, itemId: string, mountId: string): Brace[] {
  return (assembly.setup.braces ?? []).filter(
    (b) =>
      b.kind === 'second-screw' &&
      [b.a, b.b].some((end) => end.item === itemId && end.mount === mountId),
  );
}

/** Whether a mount takes nothing more: a point that holds a joint or a second screw. Lengthwise ones have stretches. */
export function isMountFull(assembly: Assembly, itemId: string, mount: Mount): boolean {
  if (mount.lengthwise) return false;
  return (
    listJointsAt(assembly, itemId, mount.id).length > 0 ||
    listScrewsAt(assembly, itemId, mount.id).length > 0
  );
}

/** Joints that take a stretch of a lengthwise mount: its own, and those on mounts that share its length. */
function listJointsAlong(assembly: Assembly, placed: PlacedItem, mount: Mount): PlacedJoint[] {
  return placed.part.mounts
    .filter((m) => m.id === mount.id || m.alongside === mount.id || mount.alongside === m.id)
    .flatMap((m) => listJointsAt(assembly, placed.item.id, m.id));
}

/**
 * What a mount of an item holds, and for a lengthwise one which stretches are taken and free. Stretches
 * that only touch leave no free piece between them.
 */
export function measureOccupancy(assembly: Assembly, placed: PlacedItem, mount: Mount): Occupancy {
  const joints = listJointsAt(assembly, placed.item.id, mount.id);
  if (!mount.lengthwise) return { joints, taken: [], free: [] };
  const taken = listJointsAlong(assembly, placed, mount)
    .flatMap((j): TakenStretch[] => {
      const half = (j.slide?.clampMm ?? 0) / 2;
      const { slideMm, id } = j.joint;
      return [{ fromMm: slideMm - half, toMm: slideMm + half, jointId: id }];
    })
    .sort((a, b) => a.fromMm - b.fromMm || (a.jointId < b.jointId ? -1 : 1));
  const free: Stretch[] = [];
  let at = mount.lengthwise.fromMm;
  for (const piece of taken) {
    if (piece.fromMm - at > tolerances.lengthMm) free.push({ fromMm: at, toMm: piece.fromMm });
    at = Math.max(at, piece.toMm);
  }
  if (mount.lengthwise.toMm - at > tolerances.lengthMm) {
    free.push({ fromMm: at, toMm: mount.lengthwise.toMm });
  }
  return { joints, taken, free };
}

/** A free piece shorter than this takes no clamp, in mm (estimate: half of a small shoe foot). */
export const leastRoomMm = 8;

/** Whether a mount can still take something: a point mount that is free, a lengthwise one with a free piece. */
export function hasRoom(assembly: Assembly, placed: PlacedItem, mount: Mount): boolean {
  if (!mount.lengthwise) return !isMountFull(assembly, placed.item.id, mount);
  const { free } = measureOccupancy(assembly, placed, mount);
  return free.some((f) => f.toMm - f.fromMm >= leastRoomMm);
}

/** A place on a lengthwise mount, `alongMm` from its origin, in the rig's frame. */
export function placeAlong(placed: PlacedItem, mount: Mount, alongMm: number): Vec3 {
  const axis = mount.lengthwise?.axis;
  if (!axis) throw new Error(`placeAlong: mount ${mount.id} has no length`);
  const shift = placed.moved.get(mount.id);
  const frame = shift ? compose(placed.rigFromPart, shift) : placed.rigFromPart;
  return place(frame, add(mount.originMm, scale(axis, alongMm)));
}

/** Which way an item moves in the rig's frame as its joint's slide grows; a unit vector. */
export function measureSlideDirection(assembly: Assembly, joint: PlacedJoint): Vec3 | undefined {
  if (!joint.slide) return undefined;
  if (joint.slide.along === 'parent') {
    const parent = assembly.byId.get(joint.parent)!;
    const shift = parent.moved.get(joint.parentMount.id);
    const axis = joint.parentMount.lengthwise!.axis;
    return rotate(parent.rigFromPart.rotation, shift ? rotate(shift.rotation, axis) : axis);
  }
  const child = assembly.byId.get(joint.child)!;
  const shift = child.moved.get(joint.childMount.id);
  const axis = joint.childMount.lengthwise!.axis;
  return scale(rotate(child.rigFromPart.rotation, shift ? rotate(shift.rotation, axis) : axis), -1);
}
