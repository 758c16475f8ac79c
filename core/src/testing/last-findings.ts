/** Rigs for the findings of Last: each just over and just under its limit. */
import type { FindingCode } from '../report/index.js';
import type { PartBook } from '../part/index.js';
import type { Rig } from '../rig/index.js';
import { brick, createPowerRig, device, lead, onPlate, socketFor, station } from './power.js';
import { joint, noBrief } from './rigs.js';

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

export const lastFixtures: Pick<
  Readonly<Record<FindingCode, { readonly has: Made; readonly hasNot: Made }>>,
  'power-disagrees' | 'feeds-itself' | 'draws-too-much' | 'two-supplies' | 'goes-dark'
> = {
  'power-disagrees': { has: taking(11, 15.9), hasNot: taking(11, 16) },
  'feeds-itself': { has: relayed('two.out'), hasNot: relayed('body.raw') },
  'draws-too-much': { has: drawing(24.1), hasNot: drawing(24) },
  'two-supplies': { has: pictured('box.tap'), hasNot: pictured('body.raw') },
  'goes-dark': { has: lasting(59.9), hasNot: lasting(60) },
};
