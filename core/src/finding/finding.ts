import type { Edit } from '../rig/index.js';

/** Whether a finding stops the build, wants a look, or is good to know. */
export type Weight = 'stops' | 'risk' | 'note';

export const weights: readonly Weight[] = ['stops', 'risk', 'note'];

/** A way out of a finding: an edit that can be made as it stands. */
export interface Remedy {
  readonly edit: Edit;
}

/**
 * Trouble in a rig, as data. The sentence is made from it at the edge. The closed union of all that can be found,
 * `Finding`, follows from the kinds that the questions list.
 */
export interface AnyFinding<Code extends string = string, Facts = unknown> {
  /** The code and what it is about: the same trouble keeps its id from one report to the next. */
  readonly id: string;
  readonly code: Code;
  readonly weight: Weight;
  /** What it is about, the subject first; empty where it is about the whole rig. */
  readonly items: readonly string[];
  readonly joints: readonly string[];
  readonly facts: Facts;
  readonly remedies: readonly Remedy[];
  /** The lens of the set with which it comes up, where that is not the one on the rig. */
  readonly lens?: string;
}

/** The same finding as it comes up with another lens of the set. */
export function withLens<F extends AnyFinding>(finding: F, lens: string): F {
  return { ...finding, id: `${finding.id}@${lens}`, lens };
}
