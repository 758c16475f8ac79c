import type {
  Ask,
  CableRun,
  Candidate,
  LeadBetween,
  KitItem,
  Part,
  Rig,
  WorstStance,
} from '@zucchini/core';
import type { PartNews } from '../../desk/workerParts';

/** What the worker is asked. Parts go over once; later questions name only what is new. */
export interface CandidatesQuestion extends PartNews {
  readonly run: number;
  readonly rig: Rig;
  readonly setupId: string;
  readonly drawer: readonly KitItem[];
  readonly ask: Ask;
  /** Words that must stand in a name, maker or kind: they look among all, also those that waited. */
  readonly words: string;
}

/** Which leads go from one port to another. */
export interface LeadsQuestion extends PartNews {
  readonly rig: Rig;
  readonly setupId: string;
  readonly drawer: readonly KitItem[];
  readonly from: CableRun['from'];
  readonly to: CableRun['from'];
}

export interface LeadsAnswer {
  /** Those that are as long as their way first; what is owned and free before the cheapest. */
  readonly leads: readonly LeadBetween[];
  readonly parts: readonly Part[];
}

/** How long each planned lead must be where what moves between its ends pulls at it most. */
export interface WorstQuestion extends PartNews {
  readonly rig: Rig;
  readonly setupId: string;
}
export type WorstAnswer = readonly (WorstStance & { readonly runId: string })[];

/** A candidate with its findings in words, which the worker knows how to say. */
export interface ToldCandidate {
  readonly candidate: Candidate;
  readonly appears: readonly string[];
  readonly goes: readonly string[];
  /** Where it would stand, in words; empty where it does not fit. */
  readonly where: string;
}

/** What has been judged since the last answer to the same question. */
export interface CandidatesAnswer {
  readonly found: readonly ToldCandidate[];
  readonly done: number;
  readonly total: number;
  /** Asked and not judged, because they are too many at once. */
  readonly held: number;
  /** Parts of the catalogue that what was found would bring in, and that the page has not been told of yet. */
  readonly parts: readonly Part[];
}
