import type { Slip } from '../fit/index.js';
import type { Contact } from '../part/index.js';
import { rotate, type Vec3 } from '../placement/index.js';
import { rigFromThing, type Assembly, type PlacedJoint } from '../rig/index.js';

/** Which end of the rig a direction points at. */
export type End = 'front' | 'back' | 'left' | 'right' | 'upper' | 'lower';

/** Where a clamp sits along its rail or plate: how much of that is free at the nearer end. */
export interface FreeEnd {
  /** The part whose rail or plate it is, and its mount. */
  readonly itemId: string;
  readonly mountId: string;
  readonly end: End;
  readonly freeMm: number;
}

/** The end of the rig that a direction points at most; ties go to the earlier of front, left, upper. */
export function nameEnd([x, y, z]: Vec3): End {
  const most = Math.max(Math.abs(x), Math.abs(y), Math.abs(z));
  if (Math.abs(x) === most) return x >= 0 ? 'front' : 'back';
  if (Math.abs(y) === most) return y >= 0 ? 'left' : 'right';
  return z >= 0 ? 'upper' : 'lower';
}

/** What slides less than this is pushed in as far as it goes: nobody measures that, mm. */
const leastSlideMm = 12;

/** How much of a rail or plate is free at its nearer end, to be measured with a ruler; undefined where nothing slides far. */
export function measureFreeEnd(assembly: Assembly, joint: PlacedJoint): FreeEnd | undefined {
  const { slide } = joint;
  if (!slide || slide.toMm - slide.fromMm < leastSlideMm) return undefined;
  const { slideMm } = joint.joint;
  const isParent = slide.along === 'parent';
  const mount = isParent ? joint.parentMount : joint.childMount;
  const owner = assembly.byId.get(isParent ? joint.parent : joint.child)!;
  const [back, ahead] = [slideMm - slide.fromMm, slide.toMm - slideMm];
  const axis = rotate(rigFromThing(owner, mount.id).rotation, mount.lengthwise!.axis);
  const isAhead = ahead <= back;
  const outward: Vec3 = isAhead ? axis : [-axis[0], -axis[1], -axis[2]];
  return {
    itemId: owner.item.id,
    mountId: mount.id,
    end: nameEnd(outward),
    freeMm: isAhead ? ahead : back,
  };
}

/** What the two faces of a joint are lined with; undefined where neither says. */
export function findLining({
  childMount,
  parentMount,
}: PlacedJoint): Contact['lining'] | undefined {
  const linings = [childMount.contact?.lining, parentMount.contact?.lining];
  return linings.includes('rubber') ? 'rubber' : linings.find((l) => l !== undefined);
}

/** The working of a joint's screw, where only friction keeps it from turning. */
export const findSlip = (slips: readonly Slip[], jointId: string): Slip | undefined =>
  slips.find((s) => s.jointId === jointId);
