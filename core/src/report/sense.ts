import type { Schools } from '../brief/index.js';
import { rankShort, type Need, type NeedWeight } from '../needs/index.js';
import { hasTrait, isKeyed, listNeedsServed, type Part } from '../part/index.js';
import type { Report } from './report.js';

/** Why a part comes where it does in a list: what it would close, and when people put it on. */
export interface Sense {
  /** The need of the brief that it serves and that is short, the weightiest. */
  readonly need: Need | undefined;
  /** People put it on first: what comes later is fastened to it. */
  readonly isFirst: boolean;
  /** Schools of the person that it goes against. */
  readonly against: readonly (keyof Schools)[];
  /** Smaller comes first, place by place. */
  readonly rank: readonly number[];
}

export const noSense: Sense = { need: undefined, isFirst: false, against: [], rank: [] };

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

/** Whose range a rig is of: its cage's, else its camera's; undefined where neither says. */
function findMaker({ assembly }: Report): string | undefined {
  const cage = assembly.items.find((p) => p.part.kind === 'cage');
  const body = assembly.items.find((p) => hasTrait(p.part, 'camera'));
  return cage?.part.maker ?? body?.part.maker;
}

/** What of a person's schools a part goes against, as far as it says what it is. */
function listAgainst(part: Part, schools: Schools, maker: string | undefined): (keyof Schools)[] {
  const held = part.mounts.flatMap((m) => m.fastening?.tool ?? []);
  const isOnRods =
    part.kind === 'rod' ||
    (part.mounts.some((m) => m.kind.startsWith('rod-15') && m.side === 'clamp') &&
      !part.mounts.some((m) => m.kind === 'clamp-ring'));
  const goes: Partial<Record<keyof Schools, boolean>> = {
    tools: schools.tools === 'none' && held.length > 0 && held.every(isKeyed),
    rods: schools.rods === 'none' && isOnRods,
    power: schools.power === 'own-cells' && ['battery-plate', 'tap'].includes(part.kind),
    makers:
      schools.makers === 'one' &&
      maker !== undefined &&
      part.maker !== undefined &&
      part.maker !== maker,
  };
  return (Object.keys(goes) as (keyof Schools)[]).filter((name) => goes[name]);
}

/**
 * How sensible parts are as the next step on a setup: first those that serve what the brief still lacks, what must be there
 * before what would be nice, in the order in which people build, and what more scenes ask for first; then the others.
 * Of the same rank what a person's schools speak against comes later; who buys ahead has what serves more scenes before the order
 * of building. On a body with nothing on it the order of building goes before all else, so that a cage comes before a plate with a magnet.
 */
export function createSense(report: Report): (part: Part) => Sense {
  const short = rankShort(report.needs());
  const isBare = report.assembly.items.length === 1;
  const known = new Map<string, Sense>();
  const { schools = {} } = report.brief;
  const maker = findMaker(report);
  const judge = (part: Part): Sense => {
    const served = new Set<string>(listNeedsServed(part));
    const need = short.find((n) => served.has(n.id));
    const stage = stageOf(part.kind);
    const isFirst = isBare && stage === 0;
    const against = listAgainst(part, schools, maker);
    const rank = need
      ? [
          0,
          weights.indexOf(need.weight),
          ...(schools.buys === 'ahead'
            ? [-need.scenes.length, stage]
            : [stage, -need.scenes.length]),
          against.length,
          short.indexOf(need),
        ]
      : [1, 0, 0, 0, against.length, 0];
    return { need, isFirst, against, rank: isBare ? [stage, ...rank] : rank };
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
