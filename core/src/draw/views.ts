import { cross, dot, type Placement, type Vec3 } from '../placement/index.js';

/** The six sides from which a rig is looked at. The near side is the operator's left. */
export const viewNames = ['near', 'front', 'far', 'back', 'top', 'under'] as const;
export type ViewName = (typeof viewNames)[number];

interface View {
  /** From the rig towards the viewer, and what is up on the page; unit vectors in the rig's frame. */
  readonly towards: Vec3;
  readonly up: Vec3;
}

const views: Readonly<Record<ViewName, View>> = {
  near: { towards: [0, 1, 0], up: [0, 0, 1] },
  front: { towards: [1, 0, 0], up: [0, 0, 1] },
  far: { towards: [0, -1, 0], up: [0, 0, 1] },
  back: { towards: [-1, 0, 0], up: [0, 0, 1] },
  top: { towards: [0, 0, 1], up: [1, 0, 0] },
  under: { towards: [0, 0, -1], up: [1, 0, 0] },
};

/** `viewFromRig`: x to the right of the page, y up the page, z towards the viewer; all in mm. */
export function viewFromRig(name: ViewName): Placement {
  const { towards, up } = views[name];
  const right = cross(up, towards);
  const column = (axis: Vec3): Vec3 => [dot(right, axis), dot(up, axis), dot(towards, axis)];
  return {
    rotation: { x: column([1, 0, 0]), y: column([0, 1, 0]), z: column([0, 0, 1]) },
    originMm: [0, 0, 0],
  };
}

const round: readonly ViewName[] = ['near', 'front', 'far', 'back'];

/** One step round the rig, or over and under it; from top and underside a step goes back to the near side. */
export function walk(from: ViewName, step: 'left' | 'right' | 'up' | 'down'): ViewName {
  if (step === 'up') return from === 'under' ? 'near' : 'top';
  if (step === 'down') return from === 'top' ? 'near' : 'under';
  const at = round.indexOf(from);
  if (at < 0) return 'near';
  return round[(at + (step === 'right' ? 1 : round.length - 1)) % round.length]!;
}
