import {
  num,
  round,
  length,
  choice,
  flag,
  width,
  height,
  plugsOf,
  mountFamily,
  askScreenAids,
} from './pieces.js';
import type { Answers, Thing } from './question.js';

/** How far a grip stands out: what lies between the two depths, or as usual, less of a flat body (estimate). */
function guessGrip(a: Answers): number {
  const { overallMm, depthMm } = a;
  if (typeof overallMm !== 'number') return 20;
  if (typeof depthMm === 'number') return round(Math.max(0, overallMm - depthMm));
  return round(Math.min(20, overallMm * 0.28));
}

/** The shell of a body whose page states its depth with the grip; unknown where it does not. */
function guessShell(a: Answers): number | undefined {
  const { overallMm, gripDepthMm } = a;
  if (typeof overallMm !== 'number') return undefined;
  const grip = typeof gripDepthMm === 'number' ? gripDepthMm : guessGrip({ overallMm });
  return round(overallMm - grip);
}

/** What nobody names is a type of its own: the battery of one body does not go into another. */
function guessBatteryType({ name }: Answers): string {
  const called = typeof name === 'string' ? name.trim() : '';
  return called === '' ? 'its own battery' : `${called.slice(0, 60)} battery`;
}

/** Cameras: what is asked about each. */
export const cameraThings: readonly Thing[] = [
  {
    kind: 'body',
    template: 'body',
    label: 'Camera body',
    group: 'camera',
    serves: 'picture',
    usualG: [250, 2500],
    sizes: ['widthMm', 'heightMm', 'overallMm'],
    questions: [
      length('widthMm', 'Width', [80, 200], width),
      length('heightMm', 'Height', [60, 180], height),
      length(
        'depthMm',
        'Depth of the shell, without grip',
        [25, 180],
        /(?:without|w\/o|excl\w*\.?)\s(?:the\s)?(?:hand ?)?grip|shell/iu,
        { onlyByWords: true, early: true, guess: guessShell },
      ),
      length(
        'overallMm',
        'Depth as its page states it, grip included',
        [30, 220],
        /depth|deep|thick|\bD\b|(?:with|incl\w*\.?) (?:the )?grip/iu,
        { optional: true, early: true },
      ),
      mountFamily,
      {
        name: 'cellFamily',
        label: 'Battery type',
        type: 'text',
        known: 'cell-bay',
        early: true,
        guess: guessBatteryType,
        words: /battery|cell/iu,
      },
      {
        name: 'batteryWh',
        label: 'Its battery holds',
        type: 'number',
        unit: 'Wh',
        optional: true,
        early: true,
        usual: [3, 100],
        words: /battery|cell|Wh/iu,
        hint: 'Then the battery is stored with the body, as a part of its own',
      },
      {
        name: 'batteryG',
        label: 'Its battery weighs',
        type: 'number',
        unit: 'g',
        optional: true,
        usual: [20, 500],
        // “585 g with battery” is no mass of the battery: no sheet answers it.
        onlyByWords: true,
        when: (a) => typeof a['batteryWh'] === 'number',
      },
      length('bayMm', 'Length of its battery', [20, 120], /battery/iu, {
        optional: true,
        onlyByWords: true,
        hint: 'So deep is its compartment',
        when: (a) => a['noBay'] !== true,
      }),
      { name: 'noBay', label: 'No battery compartment', type: 'flag', optional: true },
      {
        name: 'cards',
        label: 'Cards go in',
        type: 'choice',
        optional: true,
        choices: [
          ['side', 'at the hand’s side'],
          ['with-battery', 'beside the battery, behind its door'],
        ],
      },
      length('axisHeightMm', 'Lens axis above the underside', [25, 80], /axis/iu, {
        guess: (a) => round(num(a, 'heightMm', 90) * 0.42),
      }),
      length('axisFromLeftMm', 'Lens axis from its left side', [20, 110], /axis/iu, {
        guess: (a) => round(num(a, 'widthMm', 130) * 0.38),
      }),
      length('gripDepthMm', 'Hand grip stands out by', [0, 60], /grip/iu, {
        onlyByWords: true,
        guess: guessGrip,
      }),
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
          ['charges', 'runs it and charges its battery'],
          ['keeps', 'keeps its battery up while it is on'],
          ['charges-off', 'charges its battery while it is off'],
          ['nothing', 'none: it takes no power'],
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
        when: (a) => a['usbC'] !== false && a['usbDoes'] !== 'nothing',
      },
      flag('micIn', 'Microphone socket, 3.5 mm', true),
      flag('plugIn', 'That socket runs a microphone', true, {
        when: (a) => a['micIn'] !== false,
      }),
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
      {
        name: 'screenNits',
        label: 'Brightness of that screen',
        type: 'number',
        unit: 'cd/m²',
        optional: true,
        usual: [200, 2500],
        words: /screen|display|bright/iu,
        when: (a) => a['screen'] !== 'none',
      },
      ...askScreenAids((a) => a['screen'] !== 'none'),
      {
        name: 'socketsBehind',
        label: 'Its sockets are at the back',
        type: 'flag',
        optional: true,
        when: (a) => a['screen'] === 'none',
      },
      {
        name: 'portFlap',
        label: 'A flap over its sockets at the side',
        type: 'flag',
        optional: true,
        words: /flap|port cover/iu,
        when: (a) => a['socketsBehind'] !== true,
      },
      {
        name: 'formats',
        label: 'Formats it gives at HDMI',
        type: 'text',
        optional: true,
        hint: 'With commas: 2160p 25, 1080p 50',
        when: (a) => a['hdmi'] !== 'none',
      },
      {
        name: 'playbackFormats',
        label: 'Formats it plays back there',
        type: 'text',
        optional: true,
        hint: 'Where they are others',
        when: (a) => typeof a['formats'] === 'string',
      },
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
