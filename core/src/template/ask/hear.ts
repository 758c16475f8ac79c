import { length, flag, long, diameter, device } from './pieces.js';
import type { Thing } from './question.js';

/** What hears: what is asked about each. */
export const hearThings: readonly Thing[] = [
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
  device('receiver', 'Wireless receiver', 'hear', 'cold-shoe', { serves: 'wireless-audio' }, [
    {
      name: 'channels',
      label: 'Channels',
      type: 'whole',
      optional: true,
      usual: [1, 8],
      words: /channel/iu,
    },
  ]),
  device('sound-box', 'XLR box', 'hear', 'hot-shoe'),
  device('timecode-box', 'Timecode box', 'hear', 'cold-shoe'),
  // It records what is plugged into it: a need for sound without a lead is not served by it.
  device('recorder', 'Sound recorder', 'hear', 'quarter-socket'),
];
