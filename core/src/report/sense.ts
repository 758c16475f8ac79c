import { rankShort, type Need, type NeedWeight } from '../needs/index.js';
import { listNeedsServed, type Part } from '../part/index.js';
import type { Report } from './report.js';

/** Why a part comes where it does in a list: what it would close, and when people put it on. */
export interface Sense {
  /** The need of the brief that it serves and that is short, the weightiest. */
  readonly need: Need | undefined;
  /** People put it on first: what comes later is fastened to it. */
  readonly isFirst: boolean;
  /** Smaller comes first, place by place. */
  readonly rank: readonly number[];
}

export const noSense: Sense = { need: undefined, isFirst: false, rank: [] };

/** The order in which people build, by kind; what is not named comes last. */
const stages: readonly (readonly Part['kind'][])[] = [
  ['cage'],
  ['lens', 'lens-adapter', 'battery', 'media'],
  ['plate'],
  ['top-handle', 'side-grip'],
  ['rod', 'clamp', 'lens-support', 'shoulder-pad', 'support'],
  ['monitor', 'loupe', 'transmitter', 'arm'],
  ['microphone', 'receiver', 'sound-box', 'recorder', 'timecode-box'],
  ['battery-plate', 'dummy-battery', 'tap'],
  ['matte-box', 'follow-focus', 'filter', 'ring'],
  ['cable-clamp', 'adaptor', 'strap'],
];

const stageOf = (kind: Part['kind']): number => {
  const at = stages.findIndex((kinds) => kinds.includes(kind));
  return at < 0 ? stages.length : at;
};

const weights: readonly NeedWeight[] = ['must', 'should', 'nice'];

/**
 * How sensible parts are as the next step on a setup: first those that serve what the brief still lacks, what must be there
 * before what would be nice, in the order in which people build, and what more scenes ask for first; then the others.
 * On a body with nothing on it the order of building goes before all else, so that a cage comes before a plate with a magnet.
 */
export function createSense(report: Report): (part: Part) => Sense {
  const short = rankShort(report.needs());
  const isBare = report.assembly.items.length === 1;
  const known = new Map<string, Sense>();
  const judge = (part: Part): Sense => {
    const served = new Set<string>(listNeedsServed(part));
    const need = short.find((n) => served.has(n.id));
    const stage = stageOf(part.kind);
    const isFirst = isBare && stage === 0;
    const rank = need
      ? [0, weights.indexOf(need.weight), stage, -need.scenes.length, short.indexOf(need)]
      : [1, 0, isBare ? stage : 0, 0, 0];
    return { need, isFirst, rank: isBare ? [stage, ...rank] : rank };
  };
  return (part) => {
    let sense = known.get(part.id);
    if (!sense) {
      sense = judge(part);
      known.set(part.id, sense);
    }
    return sense;
  };
}
