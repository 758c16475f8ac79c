import type { Hold } from '../hold/index.js';
import type { PartBook } from '../part/index.js';
import type { Assembly } from '../rig/index.js';
import { measureFocusing, type Focusing } from './focus.js';
import { listSeenScreens, type SeenScreen } from './screens.js';

/** What a setup shows, and how it is focused. */
export interface Sight {
  readonly screens: readonly SeenScreen[];
  readonly focusing: Focusing;
}

/** What a setup shows to its operator, and how its lenses are focused. Linear in the parts. */
export function measureSight(assembly: Assembly, hold: Hold, parts: PartBook): Sight {
  return {
    screens: listSeenScreens(assembly, hold),
    focusing: measureFocusing(assembly, parts),
  };
}
