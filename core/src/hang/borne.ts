import type { Statics } from '../hold/index.js';
import type { Vec3 } from '../placement/index.js';
import type { Range } from './unknown.js';

/** What every answer states: what is borne, how sure that is, and all that acts on it. */
export interface Borne {
  readonly massG: number;
  /** The same with what the parts that nobody weighed may weigh; both ends equal where all are weighed. */
  readonly massRangeG: Range;
  readonly centreMm: Vec3;
  readonly unweighed: readonly string[];
  readonly statics: Statics | undefined;
}
