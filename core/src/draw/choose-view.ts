import type { Part } from '../part/index.js';
import { standAlone } from '../rig/index.js';
import { drawRig } from './rig.js';
import type { ViewName } from './views.js';

/** Sides that tell what a part is, the usual one first. */
const tellingViews: readonly ViewName[] = ['near', 'back', 'top'];

/** The near side is kept while it shows at least this share of what the largest side shows. */
const enoughShare = 0.55;

/** The side from which a lone part is best known: the near side, or a larger one where that is thin. */
export function chooseView(part: Part): ViewName {
  const assembly = standAlone(part);
  const areas = tellingViews.map((view) => {
    const { lowMm: low, highMm: high } = drawRig(assembly, view);
    return { view, area: (high[0] - low[0]) * (high[1] - low[1]) };
  });
  const largest = areas.reduce((a, b) => (b.area > a.area ? b : a));
  return areas[0]!.area >= largest.area * enoughShare ? 'near' : largest.view;
}
