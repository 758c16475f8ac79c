import { length, choice, flag, width, height, long, surfaces, tools } from './pieces.js';
import type { Thing } from './question.js';

/** What joins parts: what is asked about each. */
export const joinThings: readonly Thing[] = [
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
];
