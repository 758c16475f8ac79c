import {
  num,
  round,
  length,
  choice,
  flag,
  width,
  height,
  long,
  diameter,
  surfaces,
  askBase,
} from './pieces.js';
import { pinSpacingMm } from '../pieces.js';
import type { Answers, Thing } from './question.js';

/** A cage for any body: then the room inside is asked. */
const isGeneric = (a: Answers): boolean => a['body'] === undefined || a['body'] === '';

/** What a rig is held by: what is asked about each. */
export const holdThings: readonly Thing[] = [
  {
    kind: 'cage',
    template: 'cage',
    label: 'Cage',
    group: 'hold',
    usualG: [40, 900],
    questions: [
      {
        name: 'body',
        label: 'Made for',
        type: 'body',
        optional: true,
        hint: 'For any body, or one that is not here yet: say how much room is inside instead',
      },
      length('insideWidthMm', 'Room inside, width', [60, 220], /inside|inner|room/iu, {
        when: isGeneric,
      }),
      length('insideHeightMm', 'Room inside, height', [40, 200], /inside|inner|room/iu, {
        when: isGeneric,
      }),
      length('insideDepthMm', 'Room inside, depth', [35, 200], /inside|inner|room/iu, {
        when: isGeneric,
      }),
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
      // Without a rail the thread for a handle is in the middle, where a handle hangs straight.
      length('topRailMm', 'Rail on top, length', [0, 200], /top|rail/iu, { guess: () => 0 }),
      length('leftRailMm', 'Rail on the left, length', [0, 120], /left|side|rail/iu, {
        guess: () => 40,
      }),
      length('rightRailMm', 'Rail on the right, length', [0, 120], /right|side|rail/iu, {
        guess: () => 0,
        when: (a) => (a['coverage'] ?? 'full') === 'full',
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
      flag('dovetail', '38 mm dovetail below', false, { words: /dovetail|quick.?release/iu }),
      length('dovetailMm', 'Length of that dovetail', [30, 200], /dovetail|long|length/iu, {
        optional: true,
        onlyByWords: true,
        when: (a) => a['dovetail'] === true,
      }),
      length('underPairMm', 'A second ¼″ below, from the first', [10, 80], /second|two/iu, {
        optional: true,
        onlyByWords: true,
      }),
      {
        name: 'heldLeft',
        label: 'Held by its left bar',
        type: 'flag',
        optional: true,
        when: (a) => a['coverage'] !== 'plate',
      },
      { name: 'anchors', label: 'Eyes for a strap, on both sides', type: 'flag', optional: true },
      flag('lugScrew', 'Screw that takes hold of the strap lug', false, { words: /lug/iu }),
      flag('shoeOpen', 'Roof open over the body’s shoe', false, {
        words: /open|cut.?out/iu,
        when: (a) => Number(a['topRailMm'] ?? 0) === 0 && a['coverage'] !== 'plate',
      }),
      length('holePairMm', 'Two plain ¼″ holes on the roof, apart', [10, 60], /apart|pair/iu, {
        optional: true,
      }),
      choice(
        'holePairAt',
        'That pair is',
        [
          ['right', 'over the hand’s side'],
          ['middle', 'in the middle'],
          ['left', 'at the left'],
        ],
        'right',
        {
          // Where no rail and no shoe to stay free lies there, two screws hold a handle in the middle.
          guess: (a) =>
            num(a, 'topRailMm', 0) === 0 && a['shoeOpen'] !== true ? 'middle' : 'right',
          when: (a) => typeof a['holePairMm'] === 'number',
        },
      ),
      length('pinsApartMm', 'Holes for locating pins, apart', [8, 60], /pin/iu, {
        guess: () => pinSpacingMm,
      }),
      flag('bare', 'No padding where it meets the body', false),
      {
        name: 'clampHoles',
        label: 'Holes for a plug clamp',
        type: 'text',
        known: 'bolt-pattern',
        optional: true,
        hint: 'What their maker calls the pattern; the clamp must say the same',
      },
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
      ...askBase(
        [
          'three-eighths-pins',
          'three-eighths',
          'quarter-pins',
          'quarter',
          'two-quarter',
          'nato',
          'cold-shoe',
          'hot-shoe',
          'rosette',
          'own-rail',
        ],
        'three-eighths-pins',
      ),
      length('baseFromRearMm', 'Base from the rear end of the bar', [0, 200], /base/iu, {
        guess: (a) => round(num(a, 'lengthMm', 110) * 0.3),
      }),
      length('barDiameterMm', 'Thickness of the bar', [12, 50], diameter, { guess: () => 26 }),
      choice('surface', 'Where it is held', surfaces, 'rubber'),
      flag('record', 'Record button, with a socket for its lead', false, {
        words: /record|trigger|run.?stop/iu,
      }),
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
      {
        name: 'xlr',
        label: 'XLR inputs in it',
        type: 'whole',
        optional: true,
        usual: [1, 2],
        words: /XLR/iu,
        onlyByWords: true,
        hint: 'Of a handle that brings sound to the camera',
      },
      { name: 'anchor', label: 'Eye for a strap', type: 'flag', optional: true },
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
      ...askBase(
        [
          'nato',
          'rosette',
          'quarter-pins',
          'quarter',
          'two-quarter',
          'three-eighths-pins',
          'three-eighths',
          'rod',
          'own-rail',
        ],
        'nato',
      ),
      flag('record', 'Record button, with a socket for its lead', false, {
        words: /record|trigger|run.?stop/iu,
      }),
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
        words: /load|carr(?:y|ies)|bear|capacity/iu,
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
      choice(
        'ends',
        'Eyes',
        [
          ['one', 'at one end, round the wrist'],
          ['two', 'at both ends, round the neck or over the shoulder'],
        ],
        'two',
        {
          // Round a wrist goes no strap of half a metre.
          guess: (answers) => (Number(answers.lengthMm ?? 1000) < 500 ? 'one' : 'two'),
        },
      ),
    ],
  },
];
