import {
  judgeNeed,
  measureShort,
  type Need,
  type NeedState,
  type NeedUnit,
} from '../needs/index.js';
import type { Sense } from '../report/index.js';
import { needNames, sayG, sayHours, sayNumber, sayStops } from '../words/index.js';

const plural = (n: number, one: string, many: string): string =>
  `${sayNumber(n)} ${Math.abs(n - 1) < 1e-9 ? one : many}`;

/** An amount of what a need is counted in: “6.3 stops”, “2 channels”. */
export function sayAmount(value: number, unit: NeedUnit): string {
  switch (unit) {
    case 'places':
      return plural(value, 'place', 'places');
    case 'holds':
      return plural(value, 'grip', 'grips');
    case 'grams':
      return sayG(value);
    case 'stops':
      return sayStops(value);
    case 'nits':
      return `${sayNumber(Math.round(value / 10) * 10)} cd/m²`;
    case 'metres':
      return `${sayNumber(value)} m`;
    case 'microphones':
      return plural(value, 'microphone', 'microphones');
    case 'channels':
      return plural(value, 'channel', 'channels');
    case 'inputs':
      return plural(value, 'input', 'inputs');
    case 'pieces':
      return plural(value, 'piece', 'pieces');
    case 'hours':
      return sayHours(value);
    case 'gigabytes':
      return `${sayNumber(value)} GB`;
    case 'level':
      return ['nothing', 'foam', 'fur'][Math.round(value)] ?? 'fur';
  }
}

/** Names a need with a capital letter, as a heading has it. */
export const nameNeed = (need: Pick<Need, 'id'>): string => {
  // By the camera, or by a drive: either is focus.
  const name =
    need.id === 'focus-drive'
      ? 'focus'
      : need.id === 'video-link'
        ? 'a picture for others'
        : needNames[need.id];
  return name.charAt(0).toUpperCase() + name.slice(1);
};

const estimated: readonly NeedUnit[] = ['nits', 'hours', 'stops'];

/** What has become of a need, in one line: “6.3 stops short at EV 15 in “Noon”, T4”, “there already: buy nothing”. */
export function sayNeed(need: Need, nameOf: (itemId: string) => string): string {
  const about = estimated.includes(need.unit) ? '≈ ' : '';
  const where = need.at === undefined ? '' : ` ${need.at}`;
  const by = need.servedBy.map(nameOf).join(' and ');
  const home = need.atHome.map(nameOf).join(' or ');
  const short = measureShort(need);
  const lacks =
    short === undefined
      ? ''
      : need.unit === 'pieces'
        ? 'not there'
        : need.unit === 'level'
          ? `${sayAmount(need.wanted, need.unit)} is wanted`
          : `${about}${sayAmount(short, need.unit)} short`;
  switch (judgeNeed(need)) {
    case 'there':
      return `there already, so buy nothing${need.unit === 'pieces' || need.unit === 'level' ? '' : `: ${about}${sayAmount(need.wanted, need.unit)} wanted`}${where}`;
    case 'served':
      return by === '' ? `served${where}` : `served by ${by}${where}`;
    case 'twice':
      return by === ''
        ? 'served twice'
        : `served twice: ${need.there !== undefined && need.there >= need.wanted ? 'by the camera and ' : ''}by ${by}`;
    case 'at-home':
      return `${lacks}${where}; ${home} would help, and ${need.atHome.length === 1 ? 'stays' : 'stay'} at home here`;
    case 'short':
      return `${lacks}${where}`;
    case 'unknown':
      return `nobody says${where}: ${about}${sayAmount(need.wanted, need.unit)} wanted`;
  }
}

/** The mark of a need's state, as findings have theirs. */
export const needMarks: Readonly<Record<NeedState, 'well' | 'risk' | 'note'>> = {
  there: 'well',
  served: 'well',
  twice: 'note',
  'at-home': 'risk',
  short: 'risk',
  unknown: 'note',
};

/** What a part does that somebody of a school would rather not have. */
const againsts: Partial<Record<Sense['against'][number], string>> = {
  tools: 'needs a key, and you like to need none',
  rods: 'stands on rods, and you like to have none',
  power: 'feeds several, and you like each to have its own cell',
  makers: 'of another maker, and you like one range',
};

/** Why a part stands where it does in a list of candidates; empty where it has no reason of its own. */
export function saySense({ need, isFirst, against }: Sense): string {
  const first = isFirst ? 'first: what comes later is fastened to it' : '';
  const likes = against.flatMap((school) => againsts[school] ?? []);
  if (!need) return [first, ...likes].filter(Boolean).join('; ');
  const short = measureShort(need) ?? 0;
  const scenes = need.scenes.length > 1 ? `, in ${need.scenes.length} scenes` : '';
  const lack =
    need.unit === 'pieces' || need.unit === 'level'
      ? `you lack ${needNames[need.id]}`
      : `you lack ${needNames[need.id]}: ${sayAmount(short, need.unit)}`;
  return [first, `${lack}${scenes}`, ...likes].filter(Boolean).join('; ');
}
