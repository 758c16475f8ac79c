import {
  connectorLabels,
  listChoices,
  surfaceLabels,
  toolLabels,
  type Connector,
  type PartKind,
} from '../../part/index.js';
import { pinSpacingMm, screwsApartMm, type BaseKind } from '../pieces.js';
import type { Answers, PartQuestion, Thing } from './question.js';

export const num = (answers: Answers, name: string, otherwise: number): number =>
  typeof answers[name] === 'number' ? answers[name] : otherwise;
export const round = (value: number) => Math.round(value * 10) / 10;

export function length(
  name: string,
  label: string,
  usual: readonly [number, number],
  words: RegExp,
  more: Partial<PartQuestion> = {},
): PartQuestion {
  return { name, label, type: 'length', unit: 'mm', usual, words, ...more };
}
export function choice(
  name: string,
  label: string,
  choices: PartQuestion['choices'],
  guess: string | number,
  more: Partial<PartQuestion> = {},
): PartQuestion {
  return { name, label, type: 'choice', choices: choices!, guess: () => guess, ...more };
}
export function flag(
  name: string,
  label: string,
  guess: boolean,
  more: Partial<PartQuestion> = {},
): PartQuestion {
  return { name, label, type: 'flag', guess: () => guess, ...more };
}

/** The ways in which handles, arms, grips and seats are fastened, in words. */
const baseLabels: Readonly<Record<BaseKind, string>> = {
  'three-eighths-pins': '⅜″ screw with pins',
  'three-eighths': '⅜″ screw',
  'quarter-pins': '¼″ screw with pins',
  quarter: '¼″ screw',
  'two-quarter': 'two ¼″ screws',
  nato: 'NATO clamp',
  'cold-shoe': 'shoe foot',
  'hot-shoe': 'foot for the body’s own shoe',
  rosette: 'rosette',
  rod: 'clamp on one rod',
  'own-rail': 'the maker’s own rail',
};
const pinned: readonly unknown[] = ['three-eighths-pins', 'quarter-pins'];
const screwed: readonly unknown[] = [...pinned, 'three-eighths', 'quarter', 'two-quarter'];

/** How a part is fastened, and what is asked of that way: its tool, its screw, its pins, its rail. */
export function askBase(
  kinds: readonly BaseKind[],
  guess: BaseKind,
  names: { readonly label?: string; readonly tool?: string } = {},
): PartQuestion[] {
  const base = (a: Answers): unknown => a['base'] ?? guess;
  return [
    choice('base', names.label ?? 'Fastened by', listChoices(baseLabels, kinds), guess),
    choice(
      names.tool ?? 'tool',
      'Worked with',
      [...tools, ['none', 'a lever or a spring']],
      'thumb',
      {
        guess: (a) => (pinned.includes(base(a)) || base(a) === 'two-quarter' ? 'hex-4' : 'thumb'),
      },
    ),
    length('screwMm', 'Screw stands out by', [3, 15], /screw/iu, {
      optional: true,
      when: (a) => screwed.includes(base(a)),
    }),
    length('apartMm', 'Its pins or screws apart, middle to middle', [8, 60], /apart|spacing/iu, {
      guess: (a) => (base(a) === 'two-quarter' ? screwsApartMm : pinSpacingMm),
      when: (a) => pinned.includes(base(a)) || base(a) === 'two-quarter',
    }),
    {
      name: 'family',
      label: 'What its maker calls the rail',
      type: 'text',
      known: 'own-rail',
      when: (a) => base(a) === 'own-rail',
      hint: 'Rail and clamp must say the same',
    },
  ];
}

/** The voltages that a device takes, both ends guessed. */
export function askVolts(low: number, high: number): PartQuestion[] {
  const volt = { type: 'number', unit: 'V', words: /volt|power|input|DC/iu } as const;
  return [
    { ...volt, name: 'minV', label: 'Lowest voltage it takes', guess: () => low, usual: [3, 30] },
    { ...volt, name: 'maxV', label: 'Highest voltage it takes', guess: () => high, usual: [5, 40] },
  ];
}

/** What helps to judge the picture on a screen: all may be left out. */
export function askScreenAids(when?: PartQuestion['when']): PartQuestion[] {
  return (
    [
      ['peaking', 'Peaking', /peaking/iu],
      ['falseColour', 'False colour', /false colou?r/iu],
      ['waveform', 'Waveform', /waveform/iu],
      ['zebra', 'Zebra', /zebra/iu],
      ['flips', 'Its picture turns over with it', /flip|invert/iu],
    ] as const
  ).map(([name, label, words]) => ({
    name,
    label,
    type: 'flag',
    optional: true,
    words,
    ...(when ? { when } : {}),
  }));
}

export const width = /wid(?:th|e)|\bW\b/iu;
export const height = /height|high|tall|\bH\b/iu;
export const depth = /depth|deep|thick|\bD\b/iu;
export const long = /(?<!focal )length|long|\bL\b/iu;
export const diameter = /diameter|dia\.?|Ø|ø|⌀/iu;

/** Some plugs to choose from. */
export const plugsOf = (...connectors: readonly Connector[]) =>
  listChoices(connectorLabels, connectors);
export const surfaces = listChoices(surfaceLabels, ['metal', 'plastic', 'rubber', 'wood', 'cloth']);
export const tools = listChoices(toolLabels, [
  'thumb',
  'coin',
  'hex-2.5',
  'hex-3',
  'hex-4',
  'hex-5',
  'screwdriver',
]);
export const batteries = [
  ['l-series', 'L-series'],
  ['v-mount', 'V-mount'],
  ['three-stud', 'three-stud'],
] as const;

export const mountFamily: PartQuestion = {
  name: 'mountFamily',
  label: 'Lens mount',
  type: 'text',
  known: 'lens-mount',
  words: /mount|bayonet/iu,
};
export const outlets: PartQuestion = {
  name: 'outlets',
  label: 'Outlets',
  type: 'ports',
  optional: true,
};
export const ports: PartQuestion = {
  name: 'ports',
  label: 'Plugs and sockets',
  type: 'ports',
  optional: true,
};

export function device(
  kind: PartKind,
  label: string,
  group: Thing['group'],
  fixing: string,
  more: Partial<Thing> = {},
  questions: readonly PartQuestion[] = [],
): Thing {
  return {
    kind,
    template: 'device',
    label,
    group,
    sizes: ['heightMm', 'widthMm', 'depthMm'],
    usualG: [8, 900],
    questions: [
      length('widthMm', 'Width', [10, 200], width),
      length('heightMm', 'Height', [6, 200], height),
      length('depthMm', 'Depth', [4, 160], depth),
      choice(
        'fixing',
        'Fixed by',
        [
          ['cold-shoe', 'shoe foot'],
          ['hot-shoe', 'foot for the body’s own shoe'],
          ['nato', 'NATO clamp'],
          ['quarter-screw', '¼″ screw of its own'],
          ['quarter-socket', '¼″ socket below'],
          ['belt-clip', 'belt clip'],
          ['hook-loop', 'hook-and-loop patch'],
          ['magnet', 'magnet'],
          ['cable-tie', 'a tie'],
          ['none', 'nothing of its own'],
        ],
        fixing,
      ),
      flag('flat', 'Flat: a clamp goes round its edges', false),
      ports,
      flag('innerCell', 'Has a cell inside', false, {
        words: /built-in|internal battery|inner cell/iu,
      }),
      {
        name: 'aerialMm',
        label: 'Aerials stand up by',
        type: 'length',
        unit: 'mm',
        optional: true,
        usual: [10, 200],
        words: /aerial|antenna/iu,
      },
      ...questions,
    ],
    ...more,
  };
}

export const ringEnds = (
  back: readonly [string, string],
  front: readonly [string, string] | undefined,
): PartQuestion[] => [
  {
    name: 'backSizeMm',
    label: 'Size at its back',
    type: 'length',
    unit: 'mm',
    usual: [37, 150],
    words: /thread|filter|mount/iu,
    hint: back[1],
  },
  ...(front
    ? [
        {
          name: 'frontSizeMm',
          label: 'Size at its front',
          type: 'length' as const,
          unit: 'mm',
          usual: [37, 150] as const,
          words: /front|to\b/iu,
          hint: front[1],
        },
      ]
    : []),
];
