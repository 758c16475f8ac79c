import {
  num,
  round,
  length,
  choice,
  flag,
  width,
  depth,
  height,
  long,
  diameter,
  tools,
  plugsOf,
  mountFamily,
  ringEnds,
  askVolts,
} from './pieces.js';
import type { Thing } from './question.js';

/** The diameter of the barrel: “filter diameter” and “thread diameter” are another figure. */
const barrelDiameter =
  /(?<!(?:filter|thread|attachment)[- ](?:size |thread )?)(?:diameter|dia\.?)|[Øø⌀]/iu;

/** Lenses and what goes on them: what is asked about each. */
export const lensThings: readonly Thing[] = [
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
      length('diameterMm', 'Diameter', [40, 160], barrelDiameter),
      mountFamily,
      length('filterMm', 'Filter thread', [37, 150], /filter|thread/iu, {
        guess: (a) => Math.round(num(a, 'diameterMm', 80) * 0.94),
      }),
      length(
        'frontDiameterMm',
        'Diameter of the front',
        [40, 160],
        /front(?! (?:filter|thread))/iu,
        {
          guess: (a) => num(a, 'diameterMm', 80),
        },
      ),
      length('mountRadiusMm', 'Radius of its mount', [18, 45], /mount/iu, {
        guess: (a) => Math.min(28, round(num(a, 'diameterMm', 70) / 2)),
      }),
      length('extendsMm', 'Comes out when zoomed by', [0, 120], /extend|comes out/iu, {
        optional: true,
      }),
      flag('gearRing', '0.8 module gear ring', false),
      flag('barrelFree', 'A gear ring can be put round its focus ring', true, {
        when: (a) => a['gearRing'] !== true,
      }),
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
      {
        name: 'smallestT',
        label: 'Smallest T-stop',
        type: 'number',
        unit: 'T',
        optional: true,
        usual: [11, 45],
        words: /smallest|min(?:imum)? aperture/iu,
        onlyByWords: true,
      },
      {
        name: 'isF',
        label: 'Its stops are f-numbers',
        type: 'flag',
        optional: true,
        hint: 'Nobody says how much light its glass takes',
      },
      {
        name: 'squeeze',
        label: 'Squeeze of an anamorphic lens',
        type: 'number',
        optional: true,
        usual: [1.25, 2],
        words: /squeeze|anamorphic/iu,
        onlyByWords: true,
      },
      { name: 'hardStops', label: 'Focus ring stops at both ends', type: 'flag', optional: true },
      { name: 'frontTurns', label: 'Front turns as it focuses', type: 'flag', optional: true },
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
      {
        name: 'backFamily',
        label: 'Goes on bodies with the mount',
        type: 'text',
        known: 'lens-mount',
      },
      {
        name: 'frontFamily',
        label: 'Takes lenses with the mount',
        type: 'text',
        known: 'lens-mount',
      },
      length('backFlangeMm', 'Flange distance of the body', [10, 60], /body/iu, {
        optional: true,
      }),
      length('frontFlangeMm', 'Flange distance of the lenses', [10, 60], /lens/iu, {
        optional: true,
      }),
      length('footMm', 'A foot with a ¼″ socket, below its axis by', [25, 90], /foot/iu, {
        optional: true,
        onlyByWords: true,
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
      flag('clampable', 'A clamp goes round its rim', false),
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
      length('thicknessMm', 'Thickness', [2, 25], /thick/iu, { guess: () => 8 }),
      length('outerMm', 'Outer diameter', [40, 160], diameter, {
        guess: (a) => num(a, 'backSizeMm', 77) + 3,
      }),
      length('innerMm', 'Free opening', [30, 150], /inner|opening/iu, {
        guess: (a) => num(a, 'backSizeMm', 77) - 4,
      }),
      flag('clampable', 'A clamp goes round its rim', false),
    ],
  },
  {
    kind: 'filter',
    template: 'tray-glass',
    label: 'Square filter',
    group: 'lens',
    serves: 'light-control',
    usualG: [20, 300],
    questions: [
      length('trayMm', 'Size of the tray it goes into', [60, 170], /size|filter|tray/iu),
      length('heightMm', 'Height of the glass', [60, 200], height, {
        guess: (a) => num(a, 'trayMm', 100),
      }),
      length('thicknessMm', 'Thickness', [1, 8], /thick/iu, { guess: () => 4 }),
    ],
  },
  {
    kind: 'ring',
    template: 'ring',
    label: 'Lens hood',
    group: 'lens',
    usualG: [5, 200],
    questions: [
      ...ringEnds(['', 'the thread that it screws into'], undefined),
      length('thicknessMm', 'Depth', [10, 120], /depth|long|length/iu),
      length('outerMm', 'Outer diameter', [40, 200], diameter, {
        guess: (a) => num(a, 'backSizeMm', 77) + 12,
      }),
      length('innerMm', 'Free opening', [35, 190], /inner|opening/iu, {
        guess: (a) => num(a, 'backSizeMm', 77) + 6,
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
      choice(
        'stages',
        'Filter stages',
        [
          [1, 'one'],
          [2, 'two'],
          [3, 'three'],
        ],
        1,
        { when: (a) => typeof a['trayMm'] === 'number', words: /stage/iu },
      ),
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
    kind: 'follow-focus',
    template: 'follow-focus',
    label: 'Focus motor',
    group: 'lens',
    serves: 'focus-drive',
    usualG: [40, 500],
    questions: [
      {
        name: 'motorMm',
        label: 'Motor, diameter and length',
        type: 'pair',
        unit: 'mm',
        usual: [15, 140],
        words: /motor|size|diameter/iu,
      },
      length('gearMm', 'Pitch diameter of its gear', [15, 80], /gear/iu, { guess: () => 40 }),
      length('gearWidthMm', 'Width of its gear', [4, 30], /gear|width/iu, { guess: () => 12 }),
      length('reachMm', 'From the rod up to the gear’s axis', [30, 140], /reach|height/iu, {
        guess: () => 85,
      }),
      choice('powerIn', 'Power in', plugsOf('usb-c', 'd-tap', 'barrel', 'push-pull-2'), 'usb-c'),
      ...askVolts(5, 17),
      choice('tool', 'Worked with', tools, 'thumb'),
    ],
  },
  {
    kind: 'ring',
    template: 'gear-ring',
    label: 'Gear ring',
    group: 'lens',
    usualG: [5, 150],
    questions: [
      length('innerMm', 'Goes round a focus ring of', [30, 160], /inner|focus|fits/iu),
      length('gearMm', 'Pitch diameter of its teeth', [34, 180], diameter, {
        guess: (a) => num(a, 'innerMm', 76) + 10,
      }),
      length('widthMm', 'Width', [4, 30], width, { guess: () => 12 }),
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
];
