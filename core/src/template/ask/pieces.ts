import {
  connectorLabels,
  listChoices,
  plugConnectors,
  surfaceLabels,
  toolLabels,
  type PartKind,
} from '../../part/index.js';
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

export const width = /wid(?:th|e)|\bW\b/iu;
export const height = /height|high|tall|\bH\b/iu;
export const depth = /depth|deep|thick|\bD\b/iu;
export const long = /(?<!focal )length|long|\bL\b/iu;
export const diameter = /diameter|dia\.?|Ø|ø|⌀/iu;

export const plugs = listChoices(connectorLabels, plugConnectors);
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
  label: 'Family of its lens mount',
  type: 'text',
  hint: 'As the maker calls it: body and lens must say the same',
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
          ['quarter-screw', '¼″ screw of its own'],
          ['quarter-socket', '¼″ socket below'],
          ['belt-clip', 'belt clip'],
          ['hook-loop', 'hook-and-loop patch'],
          ['magnet', 'magnet'],
          ['none', 'nothing'],
        ],
        fixing,
      ),
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
