import { length, choice, width, height, depth, long, surfaces, device } from './pieces.js';
import type { Carries, Connector } from '../../part/index.js';
import type { Answers, PartQuestion, Thing } from './question.js';

/** What a plug usually carries: asked for no further where it is plain. */
export const usuallyCarries: Readonly<Record<Connector, readonly Carries[]>> = {
  'hdmi-a': ['video', 'audio'],
  'hdmi-c': ['video', 'audio'],
  'hdmi-d': ['video', 'audio'],
  sdi: ['video', 'audio'],
  'usb-c': ['power', 'data'],
  'usb-a': ['power', 'data'],
  'd-tap': ['power'],
  barrel: ['power'],
  'push-pull-2': ['power'],
  'jack-3.5': ['audio'],
  'xlr-3': ['audio'],
  'xlr-3-mini': ['audio'],
  timecode: ['timecode'],
  'cell-contacts': ['power'],
  'plate-contacts': ['power'],
  'shoe-contacts': ['audio'],
};

/** What a lead carries is what both its plugs usually do; nobody knows where they have nothing in common. */
function guessCarries(a: Answers): readonly Carries[] | undefined {
  const ends = (a['ends'] ?? []) as readonly { readonly connector?: Connector }[];
  const [one, other] = ends.map((e) => (e.connector ? usuallyCarries[e.connector] : undefined));
  const both = one?.filter((c) => other?.includes(c));
  return both?.length ? both : undefined;
}

/** A figure of a lead that may be left out. */
const figure = (
  name: string,
  label: string,
  unit: string,
  usual: readonly [number, number],
  words: RegExp,
  more: Partial<PartQuestion> = {},
): PartQuestion => ({ name, label, type: 'number', unit, optional: true, usual, words, ...more });

/** Asked of leads that carry power; figures of the same unit stand on their pages for much else. */
const ofPower: Partial<PartQuestion> = {
  onlyByWords: true,
  when: (a) => Array.isArray(a['carries']) && a['carries'].includes('power'),
};

/** What carries, keeps and is taken along: what is asked about each. */
export const carryThings: readonly Thing[] = [
  {
    kind: 'cable',
    template: 'cable',
    label: 'Lead',
    group: 'carry',
    usualG: [3, 600],
    questions: [
      { name: 'ends', label: 'Plugs at its ends', type: 'ends' },
      length('lengthMm', 'Length', [60, 5000], long),
      { name: 'carries', label: 'Carries', type: 'carries', guess: guessCarries },
      length('stretchesToMm', 'Coiled, stretches to', [100, 5000], /stretch|extend|coil/iu, {
        optional: true,
      }),
      figure('thicknessMm', 'Thickness', 'mm', [0, 12], /thick|diameter|ø/iu),
      figure('bendRadiusMm', 'Bends no tighter than a radius of', 'mm', [0, 60], /bend|radius/iu),
      figure('maxA', 'Bears at most', 'A', [0.5, 20], /max|current|rated/iu, ofPower),
      figure(
        'convertsToV',
        'A converter in it gives',
        'V',
        [5, 20],
        /output|regulat|convert/iu,
        ofPower,
      ),
    ],
  },
  {
    kind: 'cable-clamp',
    template: 'small-thing',
    label: 'Cable clamp',
    group: 'carry',
    serves: 'cable-safety',
    usualG: [1, 120],
    sizes: ['lengthMm', 'widthMm', 'heightMm'],
    questions: [
      length('lengthMm', 'Length', [4, 120], long, { guess: () => 20 }),
      length('widthMm', 'Width', [3, 80], width, { guess: () => 12 }),
      length('heightMm', 'Height', [2, 60], height, { guess: () => 10 }),
      choice('surface', 'Made of', surfaces, 'plastic'),
      choice(
        'fixing',
        'Fixed by',
        [
          ['cable-tie', 'a tie'],
          ['bolts', 'two small screws beside the socket'],
          ['cold-shoe', 'shoe foot'],
          ['quarter-screw', '¼″ screw'],
          ['hook-loop', 'hook-and-loop patch'],
        ],
        'cable-tie',
      ),
      {
        name: 'family',
        label: 'What the cage calls its holes',
        type: 'text',
        known: 'bolt-pattern',
        when: (a) => a['fixing'] === 'bolts',
        hint: 'Cage and clamp must say the same',
      },
    ],
  },
  device('media', 'Card or drive', 'carry', 'hook-loop', { serves: 'media', usualG: [1, 400] }),
  {
    kind: 'support',
    template: 'support',
    label: 'Support below',
    group: 'carry',
    serves: 'support',
    usualG: [200, 6000],
    sizes: ['heightMm', 'depthMm', 'widthMm'],
    questions: [
      length('heightMm', 'Height', [30, 700], height),
      length('widthMm', 'Width', [30, 400], width, { guess: () => 80 }),
      length('depthMm', 'Depth', [30, 400], depth, { guess: () => 110 }),
      choice(
        'takes',
        'Takes',
        [
          ['video-plate-50', 'video plate 50 mm'],
          ['dovetail-38', '38 mm dovetail'],
          ['quarter-screw', 'a ¼″ socket'],
          ['three-eighths-screw', 'a ⅜″ socket'],
        ],
        'video-plate-50',
      ),
      {
        name: 'bearsG',
        label: 'Payload',
        type: 'number',
        unit: 'g',
        optional: true,
        usual: [500, 20_000],
        words: /payload|load|capacity/iu,
      },
      {
        name: 'tiltsDeg',
        label: 'Tilts each way by',
        type: 'number',
        unit: '°',
        optional: true,
        usual: [20, 120],
      },
      {
        name: 'counterbalanceNm',
        label: 'A head: greatest counterbalance',
        type: 'number',
        unit: 'N·m',
        optional: true,
        usual: [0.5, 20],
        words: /counterbalance/iu,
      },
      {
        name: 'axisBelowMm',
        label: 'A head: tilt axis below its plate',
        type: 'number',
        unit: 'mm',
        optional: true,
        usual: [0, 120],
      },
      {
        name: 'forwardMm',
        label: 'A gimbal: weight ahead of or behind its plate, at most',
        type: 'length',
        unit: 'mm',
        optional: true,
        usual: [5, 150],
      },
      {
        name: 'sidewaysMm',
        label: 'A gimbal: weight to either side, at most',
        type: 'length',
        unit: 'mm',
        optional: true,
        usual: [3, 80],
      },
      {
        name: 'upToMm',
        label: 'A gimbal: weight above its plate, at most',
        type: 'length',
        unit: 'mm',
        optional: true,
        usual: [20, 200],
      },
    ],
  },
  device('other', 'Another device', 'carry', 'quarter-socket'),
  device('other', 'Focus hand unit', 'lens', 'nato'),
  {
    kind: 'tool',
    template: 'small-thing',
    label: 'Tool',
    group: 'carry',
    usualG: [2, 300],
    sizes: ['lengthMm', 'widthMm', 'heightMm'],
    questions: [
      length('lengthMm', 'Length', [10, 200], long, { guess: () => 70 }),
      length('widthMm', 'Width', [3, 60], width, { guess: () => 20 }),
      length('heightMm', 'Thickness', [1, 40], height, { guess: () => 6 }),
      choice('surface', 'Made of', surfaces, 'metal'),
      choice(
        'fixing',
        'Kept by',
        [
          ['none', 'nothing'],
          ['magnet', 'a magnet'],
        ],
        'none',
      ),
    ],
  },
];
