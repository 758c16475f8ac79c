import { hasTrait, type Mount, type Part } from '../part/index.js';
import { dot, scale, subtract, type Vec3 } from '../placement/index.js';
import {
  placeSolids,
  rigFromMount,
  type Assembly,
  type PlacedItem,
  type PlacedJoint,
} from '../rig/index.js';
import { measureReachMm } from '../solid/index.js';

/** A lens and the body it looks into, with the adapters between them. */
export interface OpticalPath {
  readonly body: PlacedItem;
  readonly bodyMount: Mount;
  readonly lens: PlacedItem;
  readonly lensMount: Mount;
  /** Between the body's face and the lens's, along the axis. */
  readonly apartMm: number;
  readonly adapters: readonly PlacedItem[];
}

/** Each lens and the body it looks into, with the adapters between them. */
export function listOpticalPaths(assembly: Assembly): OpticalPath[] {
  return assembly.items.flatMap((lens): OpticalPath[] => {
    if (!hasTrait(lens.part, 'optic') || !lens.carriedBy) return [];
    const adapters: PlacedItem[] = [];
    let joint: PlacedJoint = lens.carriedBy;
    for (;;) {
      const parent = assembly.byId.get(joint.parent)!;
      if (hasTrait(parent.part, 'lens-adapter') && parent.carriedBy) {
        adapters.push(parent);
        joint = parent.carriedBy;
        continue;
      }
      const own = rigFromMount(parent, joint.parentMount);
      const far = rigFromMount(lens, lens.carriedBy.childMount);
      return [
        {
          body: parent,
          bodyMount: joint.parentMount,
          lens,
          lensMount: lens.carriedBy.childMount,
          apartMm: dot(subtract(far.originMm, own.originMm), own.rotation.z),
          adapters,
        },
      ];
    }
  });
}

/** What makes a lens go through the adapters that are on a rig: the same rear as the one that is on them. */
const findRear = (lens: Part): string | undefined =>
  lens.mounts.find((m) => m.kind === 'lens-mount' && m.side === 'lens')?.family;

/** The adapters of a path that another lens would stand on as well: those on the rig where it has the same rear, none else. */
export const listAdaptersFor = (lens: Part, path: OpticalPath): readonly PlacedItem[] =>
  findRear(lens) === findRear(path.lens.part) ? path.adapters : [];

/** How far the front of a lens lies ahead of a point on its axis, mm. */
export function measureFrontAheadMm(lens: PlacedItem, fromMm: Vec3, ahead: Vec3): number {
  const reach = Math.max(
    ...placeSolids(lens).map((s) => measureReachMm(s.solid, s.rigFromSolid, ahead)),
  );
  return reach - dot(fromMm, ahead);
}

/** Where a lens looks: its mounting face, the way ahead, up and to its left, in the rig's frame. */
export function measureGaze(path: OpticalPath) {
  const frame = rigFromMount(path.lens, path.lensMount);
  // The mount's normal points back at the body; its reference is up.
  const ahead = scale(frame.rotation.z, -1);
  const up = frame.rotation.x;
  return {
    originMm: frame.originMm,
    ahead,
    up,
    frontMm: measureFrontAheadMm(path.lens, frame.originMm, ahead),
  };
}
