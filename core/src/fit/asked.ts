import type { Brief } from '../brief/index.js';
import { defineCheck, type AnyFinding, type Check, type FindingKind } from '../finding/index.js';
import type { Hold } from '../hold/index.js';
import type { PartBook } from '../part/index.js';
import type { Elsewhere } from '../question/index.js';
import type { Assembly, PlacedJoint } from '../rig/index.js';
import type { Space } from '../space/index.js';

/** What geometry checks may draw on: the setup in space, and the parts where remedies are wanted. */
export interface Geometry {
  readonly space: Space;
  /** Parts by id where ways out are looked for; undefined while only the verdict matters. */
  readonly parts: PartBook | undefined;
}

/** What every check of Fit may look at; some are given more. */
export interface FitAsked {
  readonly assembly: Assembly;
  readonly hold: Hold;
  readonly brief: Brief;
  /** What other rigs of the kit use, and when. */
  readonly elsewhere: readonly Elsewhere[];
  /** Every part that the rig or its kit names. */
  readonly parts: PartBook;
  /** Parts that remedies may put in place of others; remedies are looked for only where it is given. */
  readonly catalogue: PartBook | undefined;
  /** The same with the parts of the rig itself. */
  readonly replacements: PartBook | undefined;
}

/** What every check that needs geometry may look at besides. */
export interface InSpaceAsked {
  readonly geometry: Geometry;
  readonly space: Space;
}

export type SolidAsked = FitAsked & InSpaceAsked;

// One object for all checks of one report: there are two dozen of them, and each asks.
const merged = new WeakMap<object, object>();

/** What a report's checks look at together with what geometry answers. */
function mergeSolid<Context extends object, Solid extends object>(
  context: Context,
  solid: Solid,
): Context & Solid {
  let both = merged.get(solid) as (Context & Solid) | undefined;
  if (!both) {
    both = { ...context, ...solid };
    merged.set(solid, both);
  }
  return both;
}

/** A check that needs geometry: without it, it finds nothing. `More` is what it looks at beyond the space itself. */
export function defineSolidCheck<const Kinds extends readonly FindingKind[], More>(
  kinds: Kinds,
  find: (context: SolidAsked & More) => readonly AnyFinding[],
): Check<FitAsked & { readonly solid: (InSpaceAsked & More) | undefined }, Kinds> {
  return defineCheck(
    kinds,
    (context: FitAsked & { readonly solid: (InSpaceAsked & More) | undefined }) =>
      context.solid ? find(mergeSolid(context, context.solid)) : [],
  );
}

/** What a finding about a joint is about: what is carried first, then what carries it. */
export function aboutJoint(joint: PlacedJoint): {
  readonly items: readonly string[];
  readonly joints: readonly string[];
} {
  return { items: [joint.child, joint.parent], joints: [joint.joint.id] };
}
