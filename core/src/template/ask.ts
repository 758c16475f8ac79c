import type { PartKind, Serves } from '../part/index.js';
import type { TemplateName } from './recipe.js';

/** What has been answered so far, by question. */
export type Answers = Readonly<Record<string, unknown>>;

/** One thing that is asked about a part. `name` is the figure of the template, or one of {@link factNames}. */
export interface PartQuestion {
  readonly name: string;
  readonly label: string;
  readonly type:
    | 'length'
    | 'number'
    | 'whole'
    | 'flag'
    | 'choice'
    | 'text'
    | 'body'
    | 'pair'
    | 'ends'
    | 'ports'
    | 'mounts'
    | 'carries'
    | 'money';
  readonly unit?: string;
  readonly choices?: readonly (readonly [value: string | number, label: string])[];
  /** What is taken where nobody answers; a question without a guess must be answered. */
  readonly guess?: (answers: Answers) => unknown;
  /** Left out of the part altogether where nobody answers. */
  readonly optional?: boolean;
  /** What is usual; beyond it the person is asked again, never refused. */
  readonly usual?: readonly [low: number, high: number];
  readonly hint?: string;
  /** Words that stand beside such a figure on a sheet. */
  readonly words?: RegExp;
}

/** Facts of every part that are no figures of a template. */
export const factNames = [
  'name',
  'maker',
  'massG',
  'price',
  'homeMade',
  'nits',
  'stops',
  'channels',
] as const;

/** Choices that decide what a part joins, by name: asked at once, though each has a guess. */
const joining: readonly string[] = ['coverage', 'base', 'fixing', 'on', 'mount', 'holds', 'takes'];

/**
 * Whether a question stands before the others: it has no guess, it is on every price tag, it says who made it, or it decides what
 * the part joins. The rest can wait until the drawing is there.
 */
export function isAskedFirst(question: PartQuestion): boolean {
  if (['massG', 'price', 'maker', 'homeMade'].includes(question.name)) return true;
  return (!question.guess && !question.optional) || joining.includes(question.name);
}

/** What a kind of part is asked: its template, what it usually serves, and its own questions. */
export interface Thing {
  readonly kind: PartKind;
  readonly template: TemplateName;
  readonly label: string;
  readonly group: 'camera' | 'hold' | 'join' | 'see' | 'hear' | 'power' | 'lens' | 'carry';
  readonly serves?: Serves['need'];
  readonly questions: readonly PartQuestion[];
  /** Which questions an unlabelled “a × b × c” answers, from the largest size to the smallest. */
  readonly sizes?: readonly string[];
  /** What grams are usual; beyond it the person is asked again. */
  readonly usualG: readonly [low: number, high: number];
}

const num = (answers: Answers, name: string, otherwise: number): number =>
  typeof answers[name] === 'number' ? answers[name] : otherwise;
const round = (value: number) => Math.round(value * 10) / 10;

function length(
  name: string,
  label: string,
  usual: readonly [number, number],
  words: RegExp,
  more: Partial<PartQuestion> = {},
): PartQuestion {
  return { name, label, type: 'length', unit: 'mm', usual, words, ...more };
}
function choice(
  name: string,
  label: string,
  choices: PartQuestion['choices'],
  guess: string | number,
  more: Partial<PartQuestion> = {},
): PartQuestion {
  return { name, label, type: 'choice', choices: choices!, guess: () => guess, ...more };
}
function flag(
  name: string,
  label: string,
  guess: boolean,
  more: Partial<PartQuestion> = {},
): PartQuestion {
  return { name, label, type: 'flag', guess: () => guess, ...more };
}

const width = /wid(?:th|e)|\bW\b/iu;
const height = /height|high|tall|\bH\b/iu;
const depth = /depth|deep|thick|\bD\b/iu;
const long = /(?<!focal )length|long|\bL\b/iu;
const diameter = /diameter|dia\.?|Ø|ø|⌀/iu;

const plugs = [
  ['hdmi-a', 'HDMI A'],
  ['hdmi-c', 'HDMI C'],
  ['hdmi-d', 'HDMI D'],
  ['sdi', 'SDI'],
  ['usb-c', 'USB-C'],
  ['d-tap', 'D-Tap'],
  ['barrel', 'barrel plug'],
  ['push-pull-2', '2-pin push-pull'],
  ['jack-3.5', '3.5 mm'],
  ['xlr-3', 'XLR'],
  ['xlr-3-mini', 'small XLR'],
  ['timecode', 'timecode'],
] as const;
const surfaces = [
  ['metal', 'metal'],
  ['plastic', 'plastic'],
  ['rubber', 'rubber'],
  ['wood', 'wood'],
  ['cloth', 'cloth'],
] as const;
const tools = [
  ['thumb', 'thumb'],
  ['coin', 'coin'],
  ['hex-2.5', 'hex 2.5 mm'],
  ['hex-3', 'hex 3 mm'],
  ['hex-4', 'hex 4 mm'],
  ['hex-5', 'hex 5 mm'],
  ['screwdriver', 'screwdriver'],
] as const;
const batteries = [
  ['l-series', 'L-series'],
  ['v-mount', 'V-mount'],
  ['three-stud', 'three-stud'],
] as const;

const mountFamily: PartQuestion = {
  name: 'mountFamily',
  label: 'Family of its lens mount',
  type: 'text',
  hint: 'As the maker calls it: body and lens must say the same',
};
const outlets: PartQuestion = {
  name: 'outlets',
  label: 'Outlets',
  type: 'ports',
  optional: true,
};
const ports: PartQuestion = {
  name: 'ports',
  label: 'Plugs and sockets',
  type: 'ports',
  optional: true,
};

function device(
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

const ringEnds = (
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

/** Every kind of part that can be made, with what is asked about it: the one table the wizard reads. */
export const things: readonly Thing[] = [
  {
    kind: 'body',
    template: 'body',
    label: 'Camera body',
    group: 'camera',
    serves: 'picture',
    usualG: [250, 2500],
    sizes: ['widthMm', 'heightMm', 'depthMm'],
    questions: [
      length('widthMm', 'Width', [80, 200], width),
      length('heightMm', 'Height', [60, 180], height),
      length('depthMm', 'Depth of the shell, without grip', [30, 180], depth),
      mountFamily,
      {
        name: 'cellFamily',
        label: 'Family of its cell',
        type: 'text',
        guess: () => 'own cell',
        words: /battery|cell/iu,
      },
      length('axisHeightMm', 'Lens axis above the underside', [25, 80], /axis/iu, {
        guess: (a) => round(num(a, 'heightMm', 90) * 0.42),
      }),
      length('axisFromLeftMm', 'Lens axis from its left side', [20, 110], /axis/iu, {
        guess: (a) => round(num(a, 'widthMm', 130) * 0.38),
      }),
      length('gripDepthMm', 'Hand grip stands out by', [0, 60], /grip/iu, { guess: () => 20 }),
      length('humpHeightMm', 'Finder hump is high by', [0, 40], /finder|hump/iu, {
        guess: () => 14,
      }),
      length('mountRadiusMm', 'Radius of the lens mount', [18, 45], /mount/iu, {
        guess: () => 28,
      }),
      choice('hdmi', 'HDMI socket', plugs.slice(0, 3), 'hdmi-a', { words: /hdmi/iu }),
      choice(
        'screen',
        'Rear screen',
        [
          ['side', 'swings out to the side'],
          ['fixed', 'fixed or tilts'],
          ['none', 'none'],
        ],
        'side',
      ),
      length('flangeMm', 'Flange distance', [10, 60], /flange/iu, { optional: true }),
      {
        name: 'sensorMm',
        label: 'Picture area, width and height',
        type: 'pair',
        unit: 'mm',
        optional: true,
        usual: [4, 60],
        words: /sensor/iu,
      },
    ],
  },
  {
    kind: 'cage',
    template: 'cage',
    label: 'Cage',
    group: 'hold',
    usualG: [40, 900],
    questions: [
      { name: 'body', label: 'Made for', type: 'body' },
      choice(
        'coverage',
        'Goes round',
        [
          ['full', 'the whole body'],
          ['half', 'the left side and the top'],
          ['plate', 'the underside only'],
        ],
        'full',
      ),
      length('wallMm', 'Thickness of its bars', [3, 20], /wall|thick/iu, { guess: () => 8 }),
      length('topRailMm', 'Rail on top, length', [0, 200], /top|rail/iu, { guess: () => 60 }),
      length('leftRailMm', 'Rail on the left, length', [0, 120], /left|side|rail/iu, {
        guess: () => 40,
      }),
      choice(
        'shoes',
        'Cold shoes on top',
        [
          [0, 'none'],
          [1, 'one'],
          [2, 'two'],
        ],
        1,
        { words: /shoe/iu },
      ),
      flag('rosettes', 'Rosette on the left', false, { words: /rosette/iu }),
    ],
  },
  {
    kind: 'top-handle',
    template: 'top-handle',
    label: 'Top handle',
    group: 'hold',
    serves: 'hold-low',
    usualG: [50, 700],
    sizes: ['lengthMm', 'heightMm', 'barDiameterMm'],
    questions: [
      length('lengthMm', 'Bar, where the hand goes', [60, 260], long),
      length('heightMm', 'Height', [30, 160], height),
      choice(
        'base',
        'Fastened by',
        [
          ['three-eighths-pins', '⅜″ screw with pins'],
          ['nato', 'NATO clamp'],
          ['cold-shoe', 'shoe foot'],
        ],
        'three-eighths-pins',
      ),
      length('baseFromRearMm', 'Base from the rear end of the bar', [0, 200], /base/iu, {
        guess: (a) => round(num(a, 'lengthMm', 110) * 0.3),
      }),
      length('barDiameterMm', 'Thickness of the bar', [12, 50], diameter, { guess: () => 26 }),
      choice('surface', 'Where it is held', surfaces, 'rubber'),
      flag('shoe', 'Shoe on its nose', true, { words: /shoe/iu }),
      choice(
        'socket',
        '¼″ socket on top',
        [
          ['none', 'none'],
          ['plain', 'plain'],
          ['holes', 'with pin holes'],
        ],
        'plain',
      ),
      choice(
        'posts',
        'Posts',
        [
          [1, 'one, open at the rear'],
          [2, 'two'],
        ],
        1,
      ),
    ],
  },
  {
    kind: 'side-grip',
    template: 'side-grip',
    label: 'Side grip',
    group: 'hold',
    serves: 'hold-side',
    usualG: [40, 600],
    sizes: ['heightMm', 'outMm', 'diameterMm'],
    questions: [
      length('heightMm', 'Height', [50, 200], height),
      length('diameterMm', 'Thickness', [20, 60], diameter, { guess: () => 36 }),
      length('outMm', 'Middle of the grip from the mating face', [20, 120], /reach|out/iu, {
        guess: () => 52,
      }),
      choice(
        'base',
        'Fastened by',
        [
          ['nato', 'NATO clamp'],
          ['rosette', 'rosette'],
          ['quarter-pins', '¼″ screw with pins'],
        ],
        'nato',
      ),
      choice('surface', 'Where it is held', surfaces, 'rubber'),
    ],
  },
  {
    kind: 'shoulder-pad',
    template: 'shoulder-pad',
    label: 'Shoulder pad',
    group: 'hold',
    serves: 'hold-shoulder',
    usualG: [60, 1200],
    sizes: ['lengthMm', 'widthMm', 'heightMm'],
    questions: [
      length('lengthMm', 'Length', [60, 300], long),
      length('widthMm', 'Width', [30, 200], width),
      length('heightMm', 'Height', [20, 120], height),
      choice(
        'fixing',
        'Fastened by',
        [
          ['rods', '15 mm rods'],
          ['quarter-socket', '¼″ socket on top'],
          ['dovetail-38', '38 mm dovetail'],
        ],
        'rods',
      ),
    ],
  },
  {
    kind: 'strap',
    template: 'strap',
    label: 'Strap',
    group: 'hold',
    usualG: [8, 500],
    sizes: ['lengthMm', 'widthMm'],
    questions: [
      length('lengthMm', 'Length', [120, 2000], long),
      length('widthMm', 'Width', [5, 80], width, { guess: () => 25 }),
      {
        name: 'bearsG',
        label: 'Stated to carry',
        type: 'number',
        unit: 'g',
        optional: true,
        usual: [500, 30_000],
        words: /load|carry|bear|capacity/iu,
      },
      choice(
        'fixing',
        'Fastened to',
        [
          ['lug', 'strap lugs'],
          ['quarter-screw', 'a ¼″ socket'],
        ],
        'lug',
      ),
    ],
  },
  {
    kind: 'plate',
    template: 'plate',
    label: 'Plate',
    group: 'join',
    usualG: [5, 800],
    sizes: ['lengthMm', 'widthMm', 'heightMm'],
    questions: [
      length('lengthMm', 'Length', [10, 300], long),
      length('widthMm', 'Width', [10, 200], width),
      length('heightMm', 'Thickness', [3, 80], /thick|height/iu),
      choice('surface', 'Made of', surfaces, 'metal'),
      { name: 'mounts', label: 'What is on its faces', type: 'mounts' },
    ],
  },
  {
    kind: 'adaptor',
    template: 'plate',
    label: 'Adaptor',
    group: 'join',
    usualG: [1, 400],
    sizes: ['lengthMm', 'widthMm', 'heightMm'],
    questions: [
      length('lengthMm', 'Length', [5, 200], long),
      length('widthMm', 'Width', [5, 120], width),
      length('heightMm', 'Height', [3, 120], /height|thick/iu),
      choice('surface', 'Made of', surfaces, 'metal'),
      { name: 'mounts', label: 'What is on its faces', type: 'mounts' },
    ],
  },
  {
    kind: 'clamp',
    template: 'rod-clamp',
    label: 'Rod clamp',
    group: 'join',
    usualG: [15, 500],
    questions: [
      choice(
        'on',
        'Clamps',
        [
          ['rods', 'the pair of rods'],
          ['rod', 'one rod'],
        ],
        'rods',
      ),
      length('lengthMm', 'Length along the rods', [8, 100], long, { guess: () => 24 }),
      length('heightMm', 'Height', [18, 140], height, { guess: () => 34 }),
      choice(
        'top',
        'Its top offers',
        [
          ['quarter-socket', '¼″ socket'],
          ['quarter-screw', '¼″ screw'],
          ['nato', 'NATO rail'],
          ['cold-shoe', 'cold shoe'],
          ['rosette', 'rosette'],
          ['rod', 'a rod across'],
        ],
        'quarter-socket',
      ),
      choice('tool', 'Worked with', tools, 'thumb'),
    ],
  },
  {
    kind: 'rod',
    template: 'rods',
    label: '15 mm rods',
    group: 'join',
    usualG: [30, 900],
    questions: [length('lengthMm', 'Length', [60, 600], long)],
  },
  {
    kind: 'arm',
    template: 'arm',
    label: 'Arm',
    group: 'join',
    usualG: [25, 500],
    questions: [
      length('heightMm', 'Height, from base to head', [25, 350], height),
      choice(
        'base',
        'Its base',
        [
          ['cold-shoe', 'shoe foot'],
          ['quarter', '¼″ screw'],
          ['quarter-pins', '¼″ screw with pins'],
          ['nato', 'NATO clamp'],
        ],
        'cold-shoe',
      ),
      choice(
        'head',
        'Its head',
        [
          ['plain', 'a plain ¼″ screw'],
          ['pins', 'a ¼″ screw with pins'],
        ],
        'plain',
      ),
      choice('headTool', 'Head worked with', tools.slice(0, 2).concat([tools[4]!]), 'thumb'),
      length('headScrewMm', 'Screw stands out by', [3, 15], /screw/iu, { guess: () => 5.5 }),
      length('headRadiusMm', 'Radius of the head', [5, 30], /head/iu, { guess: () => 12 }),
      flag('rubber', 'Rubber on the head', true, { words: /rubber/iu }),
      {
        name: 'holdsNm',
        label: 'Its joint holds',
        type: 'number',
        unit: 'N·m',
        optional: true,
        usual: [0.2, 10],
      },
    ],
  },
  {
    kind: 'adaptor',
    template: 'bracket',
    label: 'Bent bracket',
    group: 'join',
    usualG: [5, 500],
    questions: [
      length('footMm', 'Lying leg', [10, 300], long),
      length('uprightMm', 'Upright leg', [10, 300], height),
      length('widthMm', 'Width', [8, 120], width),
      length('thicknessMm', 'Thickness', [1, 15], /thick/iu, { guess: () => 3 }),
      choice(
        'hole',
        'Holes',
        [
          ['quarter-20', '¼″-20'],
          ['three-eighths-16', '⅜″-16'],
        ],
        'quarter-20',
      ),
      length('holeFromEndMm', 'Holes from the ends', [4, 100], /hole/iu, { guess: () => 12 }),
      choice('surface', 'Made of', surfaces, 'metal'),
    ],
  },
  {
    kind: 'monitor',
    template: 'monitor',
    label: 'Monitor',
    group: 'see',
    serves: 'monitor',
    usualG: [90, 1500],
    sizes: ['widthMm', 'heightMm', 'depthMm'],
    questions: [
      {
        name: 'diagonalIn',
        label: 'Picture, diagonal',
        type: 'number',
        unit: 'in',
        usual: [3, 12],
        words: /screen|display|diagonal|picture|panel|monitor/iu,
      },
      length('widthMm', 'Width', [80, 330], width, {
        // A 16:9 picture is 22.1 mm wide for each inch of its diagonal; the rim adds about 17 mm.
        guess: (a) => round(num(a, 'diagonalIn', 5) * 22.14 + 17),
      }),
      length('heightMm', 'Height', [50, 230], height, {
        guess: (a) => round(num(a, 'diagonalIn', 5) * 12.45 + 18),
      }),
      length('depthMm', 'Depth', [8, 70], depth, { guess: () => 24 }),
      {
        name: 'nits',
        label: 'Brightness',
        type: 'number',
        unit: 'cd/m²',
        optional: true,
        usual: [200, 4000],
        words: /bright|lumin|nit/iu,
      },
      flag('pinHoles', 'Holes for locating pins below', false),
      flag('cellPlate', 'L-series plate behind', true),
      choice('videoIn', 'Video in', plugs.slice(0, 5), 'hdmi-a'),
      choice(
        'powerIn',
        'Power in',
        [
          ['barrel', 'barrel plug'],
          ['usb-c', 'USB-C'],
          ['d-tap', 'D-Tap'],
          ['push-pull-2', '2-pin push-pull'],
          ['none', 'none'],
        ],
        'barrel',
      ),
      {
        name: 'minV',
        label: 'Lowest voltage it takes',
        type: 'number',
        unit: 'V',
        guess: () => 7,
        usual: [4, 30],
        words: /volt|power|input|DC/iu,
      },
      {
        name: 'maxV',
        label: 'Highest voltage it takes',
        type: 'number',
        unit: 'V',
        guess: () => 17,
        usual: [5, 40],
        words: /volt|power|input|DC/iu,
      },
    ],
  },
  {
    kind: 'loupe',
    template: 'loupe',
    label: 'Loupe',
    group: 'see',
    serves: 'loupe',
    usualG: [40, 600],
    questions: [
      length('widthMm', 'Hood, width', [40, 200], width),
      length('heightMm', 'Hood, height', [30, 150], height),
      length('lengthMm', 'Length to the eye', [40, 250], long),
      length('eyeDiameterMm', 'Eyecup, diameter', [30, 90], diameter, { guess: () => 56 }),
      choice(
        'fixing',
        'Fixed by',
        [
          ['device', 'a clamp round the screen'],
          ['quarter-screw', 'a ¼″ screw below'],
          ['hook-loop', 'a hook-and-loop frame'],
        ],
        'device',
      ),
    ],
  },
  device('transmitter', 'Video transmitter', 'see', 'cold-shoe', { serves: 'video-link' }),
  {
    kind: 'microphone',
    template: 'microphone',
    label: 'Microphone',
    group: 'hear',
    serves: 'microphone',
    usualG: [15, 400],
    sizes: ['lengthMm', 'diameterMm'],
    questions: [
      length('lengthMm', 'Length', [40, 400], long),
      length('diameterMm', 'Diameter', [10, 40], diameter, { guess: () => 21 }),
      length('axisHeightMm', 'Its axis above the shoe', [18, 90], /axis|height/iu, {
        guess: () => 36,
      }),
      flag('windshield', 'Windshield on', true, { words: /wind/iu }),
    ],
  },
  device('receiver', 'Wireless receiver', 'hear', 'cold-shoe', { serves: 'wireless-audio' }),
  device('recorder', 'Sound recorder', 'hear', 'quarter-socket', {
    serves: 'wireless-audio',
  }),
  {
    kind: 'battery',
    template: 'battery',
    label: 'Battery',
    group: 'power',
    serves: 'power',
    usualG: [25, 2500],
    sizes: ['heightMm', 'widthMm', 'depthMm'],
    questions: [
      choice('mount', 'Kind', [...batteries, ['cell-bay', 'the body’s own cell']], 'l-series'),
      length('heightMm', 'Height', [15, 220], height),
      length('widthMm', 'Width', [10, 160], width),
      length('depthMm', 'Depth, away from the plate', [8, 120], depth),
      {
        name: 'voltageV',
        label: 'Voltage',
        type: 'number',
        unit: 'V',
        usual: [3.6, 30],
        guess: (a) => (a['mount'] === 'v-mount' || a['mount'] === 'three-stud' ? 14.4 : 7.2),
        words: /volt|output|nominal|@/iu,
      },
      {
        name: 'energyWh',
        label: 'Energy',
        type: 'number',
        unit: 'Wh',
        usual: [3, 350],
        words: /energy|capacity|Wh/iu,
      },
      {
        name: 'family',
        label: 'Family of the cell',
        type: 'text',
        optional: true,
        hint: 'For a body’s own cell: as the body says it',
      },
    ],
  },
  {
    kind: 'battery-plate',
    template: 'battery-plate',
    label: 'Battery plate',
    group: 'power',
    usualG: [25, 700],
    sizes: ['heightMm', 'widthMm', 'depthMm'],
    questions: [
      choice('holds', 'Holds', batteries, 'v-mount'),
      length('heightMm', 'Height', [40, 200], height),
      length('widthMm', 'Width', [30, 160], width),
      length('depthMm', 'Depth', [6, 60], depth, { guess: () => 18 }),
      choice(
        'fixing',
        'Fastened by',
        [
          ['quarter-socket', '¼″ socket with pin holes'],
          ['quarter-screw', '¼″ screw'],
          ['nato', 'NATO clamp'],
          ['rods', 'the pair of rods'],
          ['rod', 'one rod'],
        ],
        'quarter-socket',
      ),
      outlets,
      {
        name: 'swingsDeg',
        label: 'Swings down by',
        type: 'number',
        unit: '°',
        optional: true,
        usual: [20, 120],
      },
    ],
  },
  {
    kind: 'dummy-battery',
    template: 'dummy-battery',
    label: 'Dummy battery',
    group: 'power',
    usualG: [10, 200],
    sizes: ['heightMm', 'depthMm', 'widthMm'],
    questions: [
      {
        name: 'family',
        label: 'Family of the cell it stands for',
        type: 'text',
        hint: 'As the body says it',
      },
      length('heightMm', 'Height', [20, 90], height, { guess: () => 46 }),
      length('depthMm', 'Depth', [10, 60], depth, { guess: () => 38 }),
      length('widthMm', 'Width', [8, 50], width, { guess: () => 20 }),
      choice('connector', 'Its tail ends in', plugs.slice(4, 8), 'usb-c'),
      {
        name: 'minV',
        label: 'Takes from',
        type: 'number',
        unit: 'V',
        guess: () => 7,
        usual: [4, 30],
      },
      {
        name: 'maxV',
        label: 'Takes up to',
        type: 'number',
        unit: 'V',
        guess: () => 9,
        usual: [4, 40],
      },
    ],
  },
  device('tap', 'Tap or regulator', 'power', 'hook-loop'),
  {
    kind: 'charger',
    template: 'charger',
    label: 'Charger',
    group: 'power',
    usualG: [30, 1500],
    sizes: ['widthMm', 'depthMm', 'heightMm'],
    questions: [
      choice(
        'bays',
        'Bays',
        [
          [1, 'one'],
          [2, 'two'],
          [3, 'three'],
          [4, 'four'],
        ],
        2,
        { words: /bay/iu },
      ),
      choice('holds', 'For', [...batteries, ['cell-bay', 'a body’s own cells']], 'l-series'),
      length('widthMm', 'Width', [30, 300], width, { guess: () => 90 }),
      length('depthMm', 'Depth', [30, 250], depth, { guess: () => 100 }),
      length('heightMm', 'Height', [15, 120], height, { guess: () => 30 }),
      choice('connector', 'Fed by', plugs.slice(4, 7), 'usb-c'),
      { name: 'family', label: 'Family of the cells', type: 'text', optional: true },
    ],
  },
  {
    kind: 'lens',
    template: 'lens',
    label: 'Lens',
    group: 'lens',
    serves: 'optics',
    usualG: [80, 4000],
    sizes: ['lengthMm', 'diameterMm'],
    questions: [
      length('lengthMm', 'Length', [20, 400], long),
      length('diameterMm', 'Diameter', [40, 160], diameter),
      mountFamily,
      length('filterMm', 'Filter thread', [37, 150], /filter|thread/iu, {
        guess: (a) => Math.round(num(a, 'diameterMm', 80) * 0.94),
      }),
      length('frontDiameterMm', 'Diameter of the front', [40, 160], /front/iu, {
        guess: (a) => num(a, 'diameterMm', 80),
      }),
      length('mountRadiusMm', 'Radius of its mount', [18, 45], /mount/iu, {
        guess: (a) => Math.min(28, round(num(a, 'diameterMm', 70) / 2)),
      }),
      length('extendsMm', 'Comes out when zoomed by', [0, 120], /extend|comes out/iu, {
        optional: true,
      }),
      flag('gearRing', '0.8 module gear ring', false),
      {
        name: 'focalMm',
        label: 'Focal length, shortest and longest',
        type: 'pair',
        unit: 'mm',
        optional: true,
        usual: [6, 600],
        words: /focal|zoom|lens/iu,
      },
      {
        name: 'widestT',
        label: 'Widest T-stop',
        type: 'number',
        unit: 'T',
        optional: true,
        usual: [0.9, 8],
        words: /aperture|stop/iu,
      },
      length('imageCircleMm', 'Image circle', [10, 80], /circle|cover/iu, { optional: true }),
      length('flangeMm', 'Flange distance', [10, 60], /flange/iu, { optional: true }),
    ],
  },
  {
    kind: 'lens-adapter',
    template: 'ring',
    label: 'Lens adapter',
    group: 'lens',
    usualG: [20, 500],
    questions: [
      length('thicknessMm', 'Length between the two mounts', [2, 60], /length|thick/iu),
      length('outerMm', 'Outer diameter', [40, 110], diameter, { guess: () => 68 }),
      length('innerMm', 'Free opening', [20, 90], /inner|opening/iu, { guess: () => 48 }),
      { name: 'backFamily', label: 'Goes on a body of', type: 'text' },
      { name: 'frontFamily', label: 'Takes lenses of', type: 'text' },
      length('backFlangeMm', 'Flange distance of the body', [10, 60], /body/iu, {
        optional: true,
      }),
      length('frontFlangeMm', 'Flange distance of the lenses', [10, 60], /lens/iu, {
        optional: true,
      }),
    ],
  },
  {
    kind: 'ring',
    template: 'ring',
    label: 'Step ring',
    group: 'lens',
    usualG: [3, 120],
    questions: [
      ...ringEnds(['', 'the thread of the lens'], ['', 'the thread of the filter']),
      length('thicknessMm', 'Thickness', [2, 20], /thick/iu, { guess: () => 5 }),
      length('outerMm', 'Outer diameter', [40, 160], diameter, {
        guess: (a) => num(a, 'frontSizeMm', 82) + 4,
      }),
      length('innerMm', 'Free opening', [30, 150], /inner|opening/iu, {
        guess: (a) => num(a, 'backSizeMm', 77) - 4,
      }),
    ],
  },
  {
    kind: 'filter',
    template: 'ring',
    label: 'Round filter',
    group: 'lens',
    serves: 'light-control',
    usualG: [8, 250],
    questions: [
      ...ringEnds(['', 'the thread of the lens'], undefined),
      {
        name: 'stops',
        label: 'Takes away, at most',
        type: 'number',
        unit: 'stops',
        optional: true,
        usual: [0.3, 12],
        words: /stop|ND/iu,
      },
      length('thicknessMm', 'Thickness', [2, 25], /thick/iu, { guess: () => 8 }),
      length('outerMm', 'Outer diameter', [40, 160], diameter, {
        guess: (a) => num(a, 'backSizeMm', 77) + 5,
      }),
      length('innerMm', 'Free opening', [30, 150], /inner|opening/iu, {
        guess: (a) => num(a, 'backSizeMm', 77) - 4,
      }),
    ],
  },
  {
    kind: 'matte-box',
    template: 'matte-box',
    label: 'Matte box',
    group: 'lens',
    serves: 'light-control',
    usualG: [60, 1500],
    questions: [
      {
        name: 'openingMm',
        label: 'Opening, width and height',
        type: 'pair',
        unit: 'mm',
        usual: [60, 250],
        words: /opening|outer|size/iu,
      },
      length('depthMm', 'Depth of the hood', [15, 200], depth, { guess: () => 55 }),
      length('wallMm', 'Wall', [1, 10], /wall/iu, { guess: () => 3 }),
      length('ringMm', 'Ring behind, diameter', [49, 150], /ring|clamp|dia/iu),
      choice(
        'holds',
        'Held by',
        [
          ['rods', '15 mm rods'],
          ['clamp', 'a clamp on the lens'],
        ],
        'clamp',
      ),
      length('trayMm', 'Filter tray size', [60, 170], /tray|filter/iu, { optional: true }),
    ],
  },
  {
    kind: 'follow-focus',
    template: 'follow-focus',
    label: 'Follow focus',
    group: 'lens',
    serves: 'focus-drive',
    usualG: [60, 900],
    questions: [
      length('gearMm', 'Pitch diameter of its gear', [15, 80], /gear/iu, { guess: () => 40 }),
      length('gearWidthMm', 'Width of its gear', [4, 30], /gear|width/iu, { guess: () => 12 }),
      length('reachMm', 'From the rod up to the gear’s axis', [30, 140], /reach|height/iu, {
        guess: () => 85,
      }),
      length('wheelMm', 'Hand wheel, diameter', [25, 120], /wheel|dia/iu, { guess: () => 60 }),
      choice('tool', 'Worked with', tools, 'thumb'),
    ],
  },
  {
    kind: 'lens-support',
    template: 'lens-support',
    label: 'Lens support',
    group: 'lens',
    usualG: [30, 500],
    questions: [
      length('lowMm', 'Pad above the rods, lowest', [15, 90], /low|min|height/iu),
      length('liftMm', 'Rises by', [3, 80], /lift|adjust|range|rise/iu, { guess: () => 20 }),
      length('padWidthMm', 'Width of the pad', [10, 100], width, { guess: () => 40 }),
    ],
  },
  {
    kind: 'cable',
    template: 'cable',
    label: 'Lead',
    group: 'carry',
    usualG: [3, 600],
    questions: [
      { name: 'ends', label: 'Plugs at its ends', type: 'ends' },
      length('lengthMm', 'Length', [60, 5000], long),
      { name: 'carries', label: 'Carries', type: 'carries' },
      length('stretchesToMm', 'Coiled, stretches to', [100, 5000], /stretch|extend|coil/iu, {
        optional: true,
      }),
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
          ['cold-shoe', 'shoe foot'],
          ['quarter-screw', '¼″ screw'],
          ['hook-loop', 'hook-and-loop patch'],
        ],
        'cable-tie',
      ),
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

/** The thing that a kind of part is; undefined for none. */
export function findThing(kind: string, template?: string): Thing | undefined {
  return things.find((t) => t.kind === kind && (template === undefined || t.template === template));
}
