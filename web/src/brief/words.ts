import type { HoldKind, Schools } from '@zucchini/core';

export type Choice = readonly (readonly [value: string, label: string])[];

/** A question between schools: what each does, and what follows from it in one sentence. */
export interface School {
  readonly name: keyof Schools | 'leads';
  readonly label: string;
  readonly options: readonly (readonly [value: string, label: string, follows: string])[];
}

export const schools: readonly School[] = [
  {
    name: 'leads',
    label: 'Light or planted',
    options: [
      ['hold-time', 'light all day', 'Hold time leads where it and steadiness disagree.'],
      ['steadiness', 'planted', 'Steadiness leads: mass slows every shake, and tires you sooner.'],
    ],
  },
  {
    name: 'tools',
    label: 'Tools',
    options: [
      ['none', 'none', 'Only thumbs and coins: fewer joints hold as fast.'],
      ['some', 'keys are fine', 'Keys hold more, and must be with you.'],
    ],
  },
  {
    name: 'rods',
    label: 'Rods',
    options: [
      ['none', 'none', 'Boxes and drives clamp to the lens, or stay at home.'],
      [
        'some',
        'rods',
        'Box, drive and brick find a place; 200 to 400 g and some length go with them.',
      ],
    ],
  },
  {
    name: 'focus',
    label: 'Focus',
    options: [
      ['autofocus', 'the camera', 'Every lens and adapter must hand it on.'],
      ['gears', 'gears', 'A drive is needed, and moved from lens to lens.'],
    ],
  },
  {
    name: 'power',
    label: 'Power',
    options: [
      ['own-cells', 'own cells', 'Each device has its own to change; nothing hangs on one lead.'],
      ['one-brick', 'one brick', 'One thing to charge; when it is empty, all is dark.'],
    ],
  },
  {
    name: 'makers',
    label: 'Makers',
    options: [
      ['one', 'one range', 'What is made together goes together, and is offered first.'],
      ['best', 'the best of each', 'Every joint between makers is looked at twice.'],
    ],
  },
  {
    name: 'buys',
    label: 'Bought for',
    options: [
      ['today', 'this job', 'What people put on first comes first.'],
      ['ahead', 'what is coming', 'What serves more scenes is offered first.'],
    ],
  },
];

export const holdOptions: readonly (readonly [HoldKind | '', string])[] = [
  ['', 'not said'],
  ['low', 'low, top handle'],
  ['low-two', 'low, two hands'],
  ['one-grip', 'one grip'],
  ['grips', 'two grips'],
  ['eye', 'at the eye'],
  ['chest', 'chest'],
  ['shoulder', 'shoulder'],
  ['lap', 'lap'],
  ['carried', 'carried'],
  ['strap', 'on a strap'],
  ['tripod', 'tripod'],
  ['monopod', 'monopod'],
  ['slider', 'slider'],
  ['gimbal', 'gimbal'],
];
export const withOptions: Choice = [
  ['', 'not said'],
  ['alone', 'alone'],
  ['someone', 'someone'],
  ['crowd', 'a crowd'],
];
export const windOptions: Choice = [
  ['', 'not said'],
  ['still', 'still air'],
  ['breeze', 'a breeze'],
  ['wind', 'wind'],
];
export const colourOptions: Choice = [
  ['', 'not said'],
  ['warm', 'warm'],
  ['cold', 'cold'],
  ['mixed', 'mixed'],
];
export const frameOptions: Choice = [
  ['', 'not said'],
  ['landscape', 'landscape'],
  ['portrait', 'portrait'],
  ['both', 'both'],
];
