import { polygonHull } from 'd3-polygon';
import type { Hold } from '../hold/index.js';
import { createView, isViewKnown, listOpticalPaths, listPupilsMm } from '../optics/index.js';
import {
  add,
  measureLength,
  place,
  scale,
  subtract,
  toUnit,
  type Placement,
  type Vec3,
} from '../placement/index.js';
import { placeRay, type Assembly } from '../rig/index.js';
import { findEye } from '../sight/index.js';
import type { Point2 } from '../solid/index.js';
import { findTip } from '../sound/index.js';
import { viewFromRig, type ViewName } from './views.js';

const flat = (toView: Placement, p: Vec3): Point2 => {
  const [x, y] = place(toView, p);
  return [x, y];
};

/** What a lens takes in at a focal length, as seen from one side. */
export interface DrawnView {
  readonly lensId: string;
  /** Its outline in mm of the view, as far as it is drawn. */
  readonly outline: readonly Point2[];
}

/**
 * The view of each lens of a known body from one side, drawn `farMm` ahead of its front at most; at its widest. Empty where
 * lens or sensor do not state their figures.
 */
export function drawViews(assembly: Assembly, view: ViewName, farMm: number): DrawnView[] {
  const toView = viewFromRig(view);
  return listOpticalPaths(assembly)
    .filter(isViewKnown)
    .flatMap((path): DrawnView[] => {
      const { solid } = createView(path, listPupilsMm(path)[0]!);
      if (solid.type !== 'hull') return [];
      // Near and far rim alternate in halves: the far one is drawn in along each edge.
      const half = solid.pointsMm.length / 2;
      const points = solid.pointsMm.slice(0, half).flatMap((near, i) => {
        const edge = subtract(solid.pointsMm[half + i]!, near);
        return [near, add(near, scale(edge, Math.min(1, farMm / measureLength(edge))))];
      });
      const outline = polygonHull(points.map((p): [number, number] => [...flat(toView, p)]));
      return outline ? [{ lensId: path.lens.item.id, outline }] : [];
    });
}

/** A line that something looks or listens along, as seen from one side. */
export interface DrawnGaze {
  readonly itemId: string;
  readonly from: Point2;
  readonly to: Point2;
}

/** Which way each microphone listens: from its capsule `longMm` ahead, in mm of the view. */
export function drawListening(assembly: Assembly, view: ViewName, longMm: number): DrawnGaze[] {
  const toView = viewFromRig(view);
  return assembly.items
    .filter((p) => p.part.kind === 'microphone')
    .map((placed) => {
      const { tipMm, ahead } = findTip(placed);
      return {
        itemId: placed.item.id,
        from: flat(toView, tipMm),
        to: flat(toView, add(tipMm, scale(ahead, longMm))),
      };
    });
}

/** From each screen towards the operator's eye, `longMm` of the way at most. Empty where nobody knows where the eye is. */
export function drawSightLines(
  assembly: Assembly,
  hold: Hold,
  view: ViewName,
  longMm: number,
): DrawnGaze[] {
  const toView = viewFromRig(view);
  const eye = findEye(assembly, hold);
  if (!eye) return [];
  return assembly.items.flatMap((placed) =>
    (placed.part.screens ?? []).map((screen): DrawnGaze => {
      const { atMm } = placeRay(placed, screen.id, screen.atMm, screen.normal);
      const way = subtract(eye, atMm);
      const shown = scale(toUnit(way), Math.min(longMm, measureLength(way)));
      return {
        itemId: placed.item.id,
        from: flat(toView, atMm),
        to: flat(toView, add(atMm, shown)),
      };
    }),
  );
}
