import {
  num,
  round,
  length,
  choice,
  flag,
  width,
  height,
  depth,
  plugsOf,
  mountFamily,
} from './pieces.js';
import type { Thing } from './question.js';

/** Cameras: what is asked about each. */
export const cameraThings: readonly Thing[] = [
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
      choice(
        'hdmi',
        'HDMI socket',
        [...plugsOf('hdmi-a', 'hdmi-c', 'hdmi-d'), ['none', 'none']],
        'hdmi-a',
        {
          words: /hdmi/iu,
        },
      ),
      flag('usbC', 'USB-C socket', true),
      {
        name: 'usbDoes',
        label: 'Power at its USB-C',
        type: 'choice',
        optional: true,
        choices: [
          ['runs', 'runs it'],
          ['charges', 'runs it and charges its cell'],
          ['keeps', 'keeps its cell up while it is on'],
          ['charges-off', 'charges its cell while it is off'],
        ],
        when: (a) => a['usbC'] !== false,
      },
      {
        name: 'usbLeastW',
        label: 'Its USB-C wants at least',
        type: 'number',
        unit: 'W',
        optional: true,
        usual: [7, 100],
        words: /at least|minimum|from/iu,
        onlyByWords: true,
        when: (a) => a['usbC'] !== false,
      },
      flag('micIn', 'Microphone socket, 3.5 mm', true),
      flag('phonesOut', 'Headphone socket, 3.5 mm', true),
      { name: 'noTrigger', label: 'No socket for a trigger', type: 'flag', optional: true },
      choice(
        'screen',
        'Rear screen',
        [
          ['side', 'swings out to the side'],
          ['tilt', 'tilts up'],
          ['fixed', 'fixed'],
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
        words: /sensor|picture area|image area|imager/iu,
      },
    ],
  },
];
