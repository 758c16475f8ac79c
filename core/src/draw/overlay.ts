import type { KeepClearPurpose } from '../part/index.js';
import { compose, place, type Vec3 } from '../placement/index.js';
import { rigFromThing, type Assembly } from '../rig/index.js';
import { projectSolid, type Point2 } from '../solid/index.js';
import { placeKeepClear } from '../space/index.js';
import { viewFromRig, type ViewName } from './views.js';

/** A space that must stay clear, as seen from one side. */
export interface DrawnSpace {
  readonly itemId: string;
  readonly spaceId: string;
  readonly purpose: KeepClearPurpose;
  /** Outlines of its pieces, in mm of the view. */
  readonly outlines: readonly (readonly Point2[])[];
}

/** All keep-clear spaces of a setup from one side. */
export function drawSpaces(assembly: Assembly, view: ViewName): DrawnSpace[] {
  const toView = viewFromRig(view);
  return assembly.items.flatMap((placed) =>
    (placed.part.keepClear ?? []).map((keep) => ({
      itemId: placed.item.id,
      spaceId: keep.id,
      purpose: keep.purpose,
      outlines: placeKeepClear(placed, keep).flatMap(({ solid, rigFromSolid }) =>
        solid.type === 'hull' ? [] : [projectSolid(solid, compose(toView, rigFromSolid)).outline],
      ),
    })),
  );
}

/** A measured line in the drawing: both ends in mm of the view, and how long it is in the view's plane. */
export interface Dimension {
  readonly from: Point2;
  readonly to: Point2;
  readonly mm: number;
  readonly what: 'across' | 'upright' | 'ports';
}

/** Overall size in the view's plane: across below the drawing, upright beside it. */
export function drawExtent(lowMm: Point2, highMm: Point2): Dimension[] {
  return [
    {
      what: 'across',
      from: [lowMm[0], lowMm[1]],
      to: [highMm[0], lowMm[1]],
      mm: highMm[0] - lowMm[0],
    },
    {
      what: 'upright',
      from: [lowMm[0], lowMm[1]],
      to: [lowMm[0], highMm[1]],
      mm: highMm[1] - lowMm[1],
    },
  ];
}

/** From port to port in space, drawn in the view; its length is the true one, not the view's. */
export function drawPortToPort(
  assembly: Assembly,
  view: ViewName,
  from: { readonly item: string; readonly port: string },
  to: { readonly item: string; readonly port: string },
): Dimension | undefined {
  const find = (end: typeof from): Vec3 | undefined => {
    const placed = assembly.byId.get(end.item);
    const port = placed?.part.ports?.find((p) => p.id === end.port);
    return placed && port && place(rigFromThing(placed, port.id), port.originMm);
  };
  const [a, b] = [find(from), find(to)];
  if (!a || !b) return undefined;
  const toView = viewFromRig(view);
  const [pa, pb] = [place(toView, a), place(toView, b)];
  return {
    what: 'ports',
    from: [pa[0], pa[1]],
    to: [pb[0], pb[1]],
    mm: Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]),
  };
}
