import { drawRig, type ViewName } from '../draw/index.js';
import { isInside, type Point2 } from '../solid/index.js';
import type { Assembly } from '../rig/index.js';

/** A setup with some of its parts only, each where it stands in the whole. */
export function narrowTo(assembly: Assembly, ids: ReadonlySet<string>): Assembly {
  return {
    ...assembly,
    items: assembly.items.filter((p) => ids.has(p.item.id)),
    joints: assembly.joints.filter((j) => ids.has(j.child) && ids.has(j.parent)),
    byId: new Map([...assembly.byId].filter(([id]) => ids.has(id))),
  };
}

/** So finely a part is looked at: points to a side. */
const gridPoints = 6;
/** The near side is kept where at least this share of the new part is seen. */
const enoughShare = 0.6;
const sides: readonly ViewName[] = ['near', 'far', 'front', 'back', 'top', 'under'];

/** How much of some parts is seen from a side: the share of them, and the area, mm². */
export function measureSeen(
  assembly: Assembly,
  view: ViewName,
  ids: ReadonlySet<string>,
): { readonly share: number; readonly areaMm2: number } {
  const solids = drawRig(assembly, view).runs.flatMap((run) => run.solids);
  let [seen, all, areaMm2] = [0, 0, 0];
  solids.forEach(({ itemId, seen: { outline } }, at) => {
    if (!ids.has(itemId)) return;
    const [xs, ys] = [outline.map((p) => p[0]), outline.map((p) => p[1])];
    const [left, right] = [Math.min(...xs), Math.max(...xs)];
    const [low, high] = [Math.min(...ys), Math.max(...ys)];
    const cell = ((right - left) * (high - low)) / gridPoints ** 2;
    for (let i = 0; i < gridPoints; i += 1) {
      for (let k = 0; k < gridPoints; k += 1) {
        const point: Point2 = [
          left + ((right - left) * (i + 0.5)) / gridPoints,
          low + ((high - low) * (k + 0.5)) / gridPoints,
        ];
        if (!isInside(outline, point)) continue;
        all += 1;
        const isCovered = solids.some(
          (other, n) =>
            n > at &&
            !ids.has(other.itemId) &&
            isInside(other.seen.outline, point) &&
            !(other.seen.hole && isInside(other.seen.hole, point)),
        );
        if (isCovered) continue;
        seen += 1;
        areaMm2 += cell;
      }
    }
  });
  return { share: all === 0 ? 0 : seen / all, areaMm2 };
}

/** The side from which new parts are seen best: the near side where most of them shows there, else the one that shows most. */
export function chooseStepView(assembly: Assembly, fresh: readonly string[]): ViewName {
  const ids = new Set(fresh);
  let best: ViewName = 'near';
  let most = -1;
  for (const view of sides) {
    const { share, areaMm2 } = measureSeen(assembly, view, ids);
    if (view === 'near' && share >= enoughShare) return view;
    if (areaMm2 > most + 1e-9) [best, most] = [view, areaMm2];
  }
  return best;
}
