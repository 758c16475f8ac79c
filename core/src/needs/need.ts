import type { Brief } from '../brief/index.js';
import type { Serves } from '../part/index.js';

/** What a need is counted in. */
export type NeedUnit =
  | 'places'
  | 'holds'
  | 'grams'
  | 'stops'
  | 'nits'
  | 'metres'
  | 'microphones'
  | 'channels'
  | 'inputs'
  | 'pieces'
  | 'hours'
  | 'gigabytes'
  | 'level';

/** How firmly something is wanted. */
export type NeedWeight = NonNullable<Brief['wishes']>[number]['weight'];

/** One thing that the job asks of a rig, and who answers for it. */
export interface Need {
  /** Parts that could serve it are asked for under this name. */
  readonly id: Serves['need'];
  readonly unit: NeedUnit;
  readonly weight: NeedWeight;
  /** How much the job asks. */
  readonly wanted: number;
  /** How much body and lens bring by themselves; undefined where they do not say. */
  readonly there: number | undefined;
  /** How much there is with all that stands on this setup; undefined where somebody does not say. */
  readonly with: number | undefined;
  /** Items of this setup beside body and lens that serve it, the most first. */
  readonly servedBy: readonly string[];
  /** Items of the kit that would, and that this setup leaves at home. */
  readonly atHome: readonly string[];
  /** Scenes of the brief that ask for it, by name; empty where the brief as a whole does. */
  readonly scenes: readonly string[];
  /** Where it comes to the worst, in words of the brief: “at EV 15 in Harbour at noon, T4”. */
  readonly at: string | undefined;
}

/** What has become of a need. */
export type NeedState =
  /** Body and lens bring it: nothing is to be bought. */
  | 'there'
  /** A part of the setup serves it. */
  | 'served'
  /** Two parts do, and each alone would. */
  | 'twice'
  /** It is short, and a part that stays at home would serve it. */
  | 'at-home'
  | 'short'
  /** Nobody says. */
  | 'unknown';

/** As much as rounding may miss and it is still enough. */
const enough = 1e-6;

/** By how much a need is short with all that stands on the setup; 0 where it is not, undefined where nobody says. */
export const measureShort = (need: Need): number | undefined =>
  need.with === undefined ? undefined : Math.max(0, need.wanted - need.with);

/** Needs that one thing serves whole, so that a second one of it is one too many. */
const single: readonly Need['id'][] = [
  'microphone',
  'video-link',
  'timecode',
  'focus-drive',
  'loupe',
];

/** What has become of a need. */
export function judgeNeed(need: Need): NeedState {
  if (need.there !== undefined && need.there >= need.wanted - enough) {
    return need.servedBy.length > 0 && single.includes(need.id) ? 'twice' : 'there';
  }
  if (need.with === undefined) return 'unknown';
  if (need.with >= need.wanted - enough) {
    return single.includes(need.id) && need.servedBy.length > need.wanted ? 'twice' : 'served';
  }
  return need.atHome.length > 0 ? 'at-home' : 'short';
}

/** The needs that are short, what must be there first, then what most scenes ask for; ties in the order of building. */
export function rankShort(needs: readonly Need[]): Need[] {
  const weights: readonly NeedWeight[] = ['must', 'should', 'nice'];
  return needs
    .filter((n) => ['short', 'at-home'].includes(judgeNeed(n)))
    .map((need, i) => ({ need, i }))
    .sort(
      (a, b) =>
        weights.indexOf(a.need.weight) - weights.indexOf(b.need.weight) ||
        b.need.scenes.length - a.need.scenes.length ||
        a.i - b.i,
    )
    .map(({ need }) => need);
}
