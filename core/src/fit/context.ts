import type { Overlap } from '../space/index.js';
import type { Access } from './access.js';
import type { FitAsked, InSpaceAsked } from './asked.js';
import type { Entered } from './clear.js';
import type { Cover } from './cover.js';
import type { EndEntry } from './entry.js';
import type { LensLoad } from './lens.js';
import type { Order } from './order.js';
import type { LeadWay, PluggedLead } from './plugs.js';
import type { Size } from './size.js';
import type { Slip } from './slip.js';

/** What geometry answers, for the checks that need it. */
export interface InSpace extends InSpaceAsked {
  readonly overlaps: readonly Overlap[];
  /** Worked out when it is first asked for. */
  readonly covers: () => readonly Cover[];
  readonly entered: readonly Entered[];
  readonly entries: readonly EndEntry[];
  readonly access: readonly Access[];
  readonly order: Order;
  readonly leads: readonly PluggedLead[];
  readonly leadWays: readonly LeadWay[];
}

/** All that the checks of Fit look at; each takes what it needs of it. */
export interface FitContext extends FitAsked {
  readonly size: Size;
  readonly slips: readonly Slip[];
  readonly lensLoads: readonly LensLoad[];
  /** Undefined where no collision library was given: then nothing is said of what stands where. */
  readonly solid: InSpace | undefined;
}
