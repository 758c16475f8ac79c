import {
  num,
  round,
  length,
  choice,
  flag,
  width,
  height,
  depth,
  long,
  diameter,
  plugsOf,
  device,
  askScreenAids,
  askVolts,
} from './pieces.js';
import { pinSpacingMm } from '../pieces.js';
import type { Thing } from './question.js';

/** What one sees the picture with: what is asked about each. */
export const seeThings: readonly Thing[] = [
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
      ...askScreenAids(),
      flag('pinHoles', 'Holes for locating pins below', false),
      length('pinsApartMm', 'Its pin holes apart', [8, 60], /pin/iu, {
        guess: () => pinSpacingMm,
        when: (a) => a['pinHoles'] === true,
      }),
      flag('cellPlate', 'L-series plate behind', true),
      choice(
        'videoIn',
        'Video in',
        plugsOf('hdmi-a', 'hdmi-c', 'hdmi-d', 'sdi', 'usb-c'),
        'hdmi-a',
      ),
      choice(
        'videoOut',
        'Loops the picture on, out of',
        plugsOf('hdmi-a', 'hdmi-c', 'hdmi-d', 'sdi'),
        '',
        {
          guess: () => undefined,
          optional: true,
        },
      ),
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
      ...askVolts(7, 17),
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
          ['cold-shoe', 'a shoe foot below'],
          ['hook-loop', 'a hook-and-loop frame'],
        ],
        'device',
      ),
      choice(
        'sockets',
        '¼″ sockets on its hood',
        [
          ['none', 'none'],
          ['top', 'on top'],
          ['three', 'on top and at both sides'],
        ],
        'none',
        { words: /socket|thread/iu },
      ),
    ],
  },
  device('lamp', 'Lamp', 'see', 'cold-shoe'),
  device('transmitter', 'Video transmitter', 'see', 'cold-shoe', { serves: 'video-link' }),
];
