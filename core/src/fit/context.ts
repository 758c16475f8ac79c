import type { Brief } from '../brief/index.js';
import { defineCheck, type AnyFinding, type Check, type FindingKind } from '../finding/index.js';
import type { Slip } from './slip.js';
import type { Hold } from '../hold/index.js';
import type { PartBook } from '../part/index.js';
import type { Assembly } from '../rig/index.js';
import type { Overlap, Space } from '../space/index.js';
import type { Access } from './access.js';
import type { Cover } from './cover.js';
import type { EndEntry } from './entry.js';
import type { LensLoad } from './lens.js';
import type { Order } from './order.js';
import type { Geometry } from './overlap.js';
import type { LeadWay, PluggedLead } from './plugs.js';
import type { Size } from './size.js';

/** What geometry answers, for the checks that need it. */
export interface InSpace {
  readonly geometry: Geometry;
  readonly space: Space;
  readonly overlaps: readonly Overlap[];
  readonly covers: readonly Cover[];
  readonly entries: readonly EndEntry[];
  readonly access: readonly Access[];
  readonly order: Order;
  readonly leads: readonly PluggedLead[];
  readonly leadWays: readonly LeadWay[];
}

/** All that a check of Fit may look at. */
export interface FitContext {
  readonly assembly: Assembly;
  readonly hold: Hold;
  readonly brief: Brief;
  /** Every part that the rig or its kit names. */
  readonly parts: PartBook;
  /** Parts that remedies may put in place of others; remedies are looked for only where it is given. */
  readonly catalogue: PartBook | undefined;
  /** The same with the parts of the rig itself. */
  readonly replacements: PartBook | undefined;
  readonly size: Size;
  readonly slips: readonly Slip[];
  readonly lensLoads: readonly LensLoad[];
  /** Undefined where no collision library was given: then nothing is said of what stands where. */
  readonly solid: InSpace | undefined;
}

/** The same where geometry answers. */
export type SolidContext = FitContext & InSpace;

/** A check that needs geometry: without it, it finds nothing. */
export function defineSolidCheck<const Kinds extends readonly FindingKind[]>(
  kinds: Kinds,
  find: (context: SolidContext) => readonly AnyFinding[],
): Check<FitContext, Kinds> {
  return defineCheck(kinds, (context: FitContext) =>
    context.solid ? find({ ...context, ...context.solid }) : [],
  );
}
