/** Rigs for the findings of Last: each just over and just under its limit. */
import type { FindingCode } from '../report/index.js';
import type { PartBook } from '../part/index.js';
import type { Rig } from '../rig/index.js';
import { brick, createPowerRig, device, lead, onPlate, socketFor, station } from './power.js';
import { cube, joint, mountAt, noBrief } from './rigs.js';

type Made = { readonly rig: Rig; readonly parts: PartBook };

const onA = (id: string) => joint('a', `${id}.base`, 'body.a');
const onB = (id: string) => joint('b', `${id}.base`, 'body.b');

/** The brick as it is, 12 to 16 V, on an input that takes so much. */
const taking = (minV: number, maxV: number): Made =>
  createPowerRig(
    [
      brick('brick', 60),
      device('screen', 5, { ports: [socketFor('in', 'in', { minV, maxV })] }),
      lead('one'),
    ],
    [onPlate('brick'), onA('screen')],
    [['one', 'body.raw', 'screen.in']],
  );

/** A relay that passes on what it is given. */
const relay = (id: string) =>
  device(id, 1, {
    ports: [
      socketFor('in', 'in', { minV: 7, maxV: 17 }),
      socketFor('out', 'out', { minV: 12, maxV: 16 }),
    ],
  });
const relayed = (from: string): Made =>
  createPowerRig(
    [brick('brick', 60), relay('one'), relay('two'), lead('there'), lead('back')],
    [onPlate('brick'), onA('one'), onB('two')],
    [
      ['there', 'one.out', 'two.in'],
      ['back', from, 'one.in'],
    ],
  );

/** At the outlet of 12 V that gives 2 A. */
const drawing = (recordW: number): Made =>
  createPowerRig(
    [brick('brick', 60), device('screen', recordW), lead('one')],
    [onPlate('brick'), onA('screen')],
    [['one', 'body.twelve', 'screen.in']],
  );

/** A body of 10 W that records without a pause for six hours at 25 °C. */
const lasting = (energyWh: number): Made =>
  createPowerRig([brick('brick', energyWh)], [onPlate('brick')], [], {
    brief: {
      ...noBrief,
      day: {
        temperatureC: 25,
        stretches: [{ name: 'Work', hours: 6, record: 1, idle: 0 }],
      },
    },
  });

const pictureTo = (id: string, direction: 'in' | 'out') => ({
  ...socketFor(id, direction, undefined),
  connector: 'sdi' as const,
  carries: ['video' as const],
});

/** A screen that shows the body's picture, fed from the body's own brick or from that of a box beside it. */
const pictured = (outlet: string): Made =>
  createPowerRig(
    [
      { ...station, ports: [...station.ports!, pictureTo('pic', 'out')] },
      brick('brick', 60),
      device('screen', 5, {
        ports: [socketFor('in', 'in', { minV: 7, maxV: 17 }), pictureTo('show', 'in')],
      }),
      device('box', 2, { ports: [socketFor('tap', 'out', { minV: 12, maxV: 16 })] }),
      brick('other', 60),
      lead('power'),
      lead('picture', {
        ends: [
          { connector: 'sdi', bodyMm: 20 },
          { connector: 'sdi', bodyMm: 20 },
        ],
        carries: ['video'],
      }),
    ],
    [onPlate('brick'), onA('screen'), onB('box'), joint('o', 'other.face', 'box.bay')],
    [
      ['power', outlet, 'screen.in'],
      ['picture', 'body.pic', 'screen.show'],
    ],
  );

/** A brick with an outlet on a plate that is to be bought; what is plugged into the plate takes so many volts. */
const plated = (minV: number): Made => {
  const made = createPowerRig(
    [
      { ...station, ports: [] },
      cube('plate', 100, {
        kind: 'battery-plate',
        mounts: [
          mountAt('bay', 'v-mount', 'plate', [-50, 0, 0], [-1, 0, 0], [0, 0, 1]),
          mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
            thread: { lengthMm: 6 },
          }),
        ],
        ports: [socketFor('out', 'out', { minV: 14, maxV: 16 })],
      }),
      brick('brick', 60, { ports: [socketFor('tap', 'out', { minV: 12, maxV: 16 })] }),
      device('screen', 5, { ports: [socketFor('in', 'in', { minV, maxV: 17 })] }),
      lead('one'),
    ],
    [onA('plate'), onB('screen'), joint('k', 'brick.face', 'plate.bay')],
    [['one', 'plate.out', 'screen.in']],
    {
      kit: ['body', 'plate', 'brick', 'screen', 'one'].map((id) => ({
        id,
        partId: id,
        owned: id !== 'plate',
      })),
    },
  );
  return made;
};

/** A body that records 400 Mb/s for six hours without a pause, and a card of so many GB. */
const recording = (capacityGB: number): Made => {
  const { rig, parts } = createPowerRig(
    [
      { ...station, modes: [{ name: 'Fine', rateMbps: 400 }] },
      brick('brick', 100),
      cube('card', 5, { kind: 'media', medium: { capacityGB, sustainedMbps: 400 } }),
    ],
    [onPlate('brick')],
    [],
    {
      brief: {
        ...noBrief,
        day: {
          mode: 'Fine',
          temperatureC: 25,
          stretches: [{ name: 'Work', hours: 6, record: 1, idle: 0 }],
        },
      },
    },
  );
  return { rig, parts };
};

const video = (carries: ('video' | 'audio')[] = ['video']) =>
  lead('picture', {
    ends: [
      { connector: 'sdi', bodyMm: 20 },
      { connector: 'sdi', bodyMm: 20 },
    ],
    carries,
  });

/** A body that gives one format to a screen that takes another one, or the same. */
const shown = (takes: string): Made =>
  createPowerRig(
    [
      { ...station, ports: [{ ...pictureTo('pic', 'out'), formats: ['2160p25', '1080p25'] }] },
      brick('brick', 60),
      device('screen', 5, {
        innerCell: true,
        ports: [{ ...pictureTo('show', 'in'), formats: [takes] }],
      }),
      video(),
    ],
    [onPlate('brick'), onA('screen')],
    [['picture', 'body.pic', 'screen.show']],
  );

/** A screen with a socket for headphones, and a picture lead with or without sound. */
const heard = (carries: ('video' | 'audio')[]): Made => {
  const both = { carries: ['video' as const, 'audio' as const] };
  return createPowerRig(
    [
      {
        ...station,
        ports: [
          { ...pictureTo('pic', 'out'), ...both },
          { ...socketFor('ears', 'out', undefined), connector: 'jack-3.5', carries: ['audio'] },
        ],
      },
      brick('brick', 60),
      device('screen', 5, {
        innerCell: true,
        ports: [
          { ...pictureTo('show', 'in'), ...both },
          {
            ...socketFor('phones', 'out', undefined),
            connector: 'jack-3.5',
            carries: ['audio'],
          },
        ],
      }),
      video(carries),
    ],
    [onPlate('brick'), onA('screen')],
    [['picture', 'body.pic', 'screen.show']],
    { brief: { ...noBrief, sound: { headphones: true } } },
  );
};

/** A handle with a trigger on a camera that is said to hear none, or of which nobody says so. */
const triggered = (noTrigger: boolean): Made =>
  createPowerRig(
    [
      { ...station, ...(noTrigger ? { noTrigger } : {}) },
      brick('brick', 60),
      cube('grip', 100, {
        kind: 'side-grip',
        mounts: device('x', 1).mounts.filter((m) => m.id === 'base'),
        ports: [
          {
            ...socketFor('trigger', 'out', undefined),
            connector: 'jack-3.5',
            carries: ['trigger'],
          },
        ],
      }),
    ],
    [onPlate('brick'), onA('grip')],
  );

/** A box on a brick, with a lead to the body: six hours at 10 W, and a second brick. */
const riding = (energyWh: number): Made => {
  const top = mountAt('top', 'quarter-20', 'socket', [-60, 0, 50], [0, 0, 1], [1, 0, 0], {
    thread: { depthMm: 8 },
  });
  const mounts = [...brick('x', 1).mounts, top];
  return createPowerRig(
    [
      { ...station, ports: [...station.ports!, pictureTo('pic', 'out')] },
      brick('brick', energyWh, { mounts }),
      brick('spare', energyWh, { mounts }),
      device('box', 0.001, {
        innerCell: true,
        cell: { energyWh: 10 },
        ports: [pictureTo('show', 'in')],
      }),
      video(),
    ],
    [onPlate('brick'), joint('t', 'box.base', 'brick.top')],
    [['picture', 'body.pic', 'box.show']],
    {
      brief: {
        ...noBrief,
        day: {
          temperatureC: 25,
          stretches: [{ name: 'Work', hours: 6, record: 1, idle: 0 }],
        },
      },
    },
  );
};

/** A body of 20 W on bricks of 20 Wh, two of them, and a charger of so many watts all day: at less than 20 they go in half-charged. */
const goingRound = (bayW: number): Made =>
  createPowerRig(
    [
      { ...station, draw: { recordW: 20 } },
      brick('brick', 20),
      brick('spare', 20),
      cube('charger', 100, {
        kind: 'charger',
        mounts: [mountAt('bay', 'v-mount', 'plate', [0, 0, 50], [0, 0, 1], [1, 0, 0])],
        charger: { bayW },
      }),
    ],
    [onPlate('brick')],
    [],
    {
      brief: {
        ...noBrief,
        day: {
          temperatureC: 25,
          stretches: [{ name: 'Work', hours: 6, record: 1, idle: 0, mains: true }],
        },
      },
    },
  );

export const lastFixtures: Pick<
  Readonly<Record<FindingCode, { readonly has: Made; readonly hasNot: Made }>>,
  | 'power-disagrees'
  | 'feeds-itself'
  | 'draws-too-much'
  | 'two-supplies'
  | 'goes-dark'
  | 'swaps-in-haste'
  | 'outlets-twice'
  | 'media-short'
  | 'travels-with-cell'
  | 'formats-disagree'
  | 'jack-silent'
  | 'trigger-unheard'
> = {
  'power-disagrees': { has: taking(11, 15.9), hasNot: taking(11, 16) },
  'feeds-itself': { has: relayed('two.out'), hasNot: relayed('body.raw') },
  'draws-too-much': { has: drawing(24.1), hasNot: drawing(24) },
  'two-supplies': { has: pictured('box.tap'), hasNot: pictured('body.raw') },
  'swaps-in-haste': { has: goingRound(16.5), hasNot: goingRound(20) },
  'goes-dark': { has: lasting(59.9), hasNot: lasting(60) },
  // What falls to 12 V is no input of 13 V, though the plate's own outlet would be.
  'outlets-twice': { has: plated(12), hasNot: plated(13) },
  // 400 Mb/s for six hours are 1080 GB.
  'formats-disagree': { has: shown('1080i50'), hasNot: shown('1080p25') },
  'jack-silent': { has: heard(['video']), hasNot: heard(['video', 'audio']) },
  'trigger-unheard': { has: triggered(true), hasNot: triggered(false) },
  'travels-with-cell': { has: riding(59), hasNot: riding(61) },
  'media-short': { has: recording(1079), hasNot: recording(1080) },
};
