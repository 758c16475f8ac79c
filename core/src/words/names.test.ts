import { describe, expect, it } from '@jest/globals';
import type { Mount, Part } from '../part/index.js';
import { placeSetup } from '../rig/index.js';
import {
  turnAbout,
  body,
  createTestRig,
  cube,
  handle,
  joint,
  mountAt,
  weightAhead,
} from '../testing/rigs.js';
import {
  createNames,
  nameMountOf,
  namePortOf,
  sayHalf,
  sayFastening,
  sayFree,
  sayJoint,
  sayMismatch,
  sayMount,
} from './index.js';

const device: Part = cube('device', 50, {
  name: 'Device',
  mounts: [weightAhead.mounts[0]!],
  ports: [
    {
      id: 'named',
      name: 'DC in',
      connector: 'barrel',
      direction: 'in',
      carries: ['power'],
      originMm: [0, 0, 0],
      normal: [0, 1, 0],
    },
    {
      id: 'plain',
      connector: 'hdmi-a',
      direction: 'out',
      carries: ['video'],
      originMm: [0, 0, 0],
      normal: [0, 1, 0],
    },
  ],
  movements: [
    turnAbout('tilt', [0, 1, 0], [0, 0, 0], [0, 90], [], { name: 'tilted' }),
    {
      id: 'rise',
      name: 'raised',
      type: 'shift',
      originMm: [0, 0, 0],
      axis: [0, 0, 1],
      from: 0,
      to: 9,
      rest: 0,
      carries: [],
    },
  ],
  controls: [
    { id: 'rec', use: 'record', atMm: [0, 0, 0] },
    { id: 'wheel', name: 'front wheel', use: 'dials', atMm: [0, 0, 0] },
  ],
});
const spare = cube('spare', 1, { name: 'Spare' });
const { rig, parts } = createTestRig(
  [body, handle, device, spare],
  [joint('h', 'handle.base', 'body.rail'), joint('d', 'device.base', 'body.plain')],
  {
    kit: [
      { id: 'body', partId: 'body', owned: true },
      { id: 'handle', partId: 'handle', owned: true, label: 'Old handle' },
      { id: 'device', partId: 'device', owned: true },
      { id: 'spare', partId: 'spare', owned: true },
    ],
  },
);
const assembly = placeSetup(rig, rig.setups[0]!, parts);
const names = createNames(assembly, parts);

describe('halves of a mount in words', () => {
  it.each([
    ['quarter-20', 'screw', '¼″-20 screw'],
    ['nato-rail', 'rail', 'NATO rail'],
    ['nato-rail', 'clamp', 'NATO rail clamp'],
    ['cold-shoe', 'shoe', 'cold shoe'],
    ['cold-shoe', 'foot', 'cold shoe foot'],
    ['lens-mount', 'body', 'lens mount of the body'],
    ['strap-lug', 'lug', 'strap lug'],
    ['strap-lug', 'strap', 'strap for a strap lug'],
  ] as const)('%s %s: %s', (kind, side, said) => expect(sayHalf(kind, side)).toBe(said));
});

describe('names of what ids stand for', () => {
  it('are what the owner calls it, else the part’s; of what lies in the drawer too', () => {
    expect([names.item('handle'), names.item('device'), names.item('spare')]).toEqual([
      'Old handle',
      'Device',
      'Spare',
    ]);
  });

  it('are the ids themselves where nothing is known', () => {
    expect([
      names.item('nobody'),
      names.mount('device', 'nothing'),
      names.port('device', 'nothing'),
      names.movement('device', 'nothing'),
      names.control('device', 'nothing'),
      names.part('nothing'),
    ]).toEqual(['nobody', 'nothing', 'nothing', 'nothing', 'nothing', 'nothing']);
    expect(names.joint('nothing')).toBeUndefined();
  });

  it('of ports and controls are their own, else their standard and their use', () => {
    expect([names.port('device', 'named'), names.port('device', 'plain')]).toEqual([
      'DC in',
      'HDMI A',
    ]);
    expect([names.control('device', 'rec'), names.control('device', 'wheel')]).toEqual([
      'record button',
      'front wheel',
    ]);
  });

  it('of movements come with their unit', () => {
    expect([names.movement('device', 'tilt'), names.movementUnit('device', 'tilt')]).toEqual([
      'tilted',
      '°',
    ]);
    expect(names.movementUnit('device', 'rise')).toBe('mm');
  });

  it('count what is carried', () => {
    expect([names.carried('body'), names.carried('handle'), names.carried('nobody')]).toEqual([
      2, 0, 0,
    ]);
  });
});

describe('mounts and joints in words', () => {
  const socket = mountAt('s', 'quarter-20', 'socket', [0, 0, 0], [0, 0, 1], [1, 0, 0]);
  const pinned = (side: 'pins' | 'holes'): Mount => ({
    ...socket,
    locating: { side, spacingMm: 19 },
  });

  it('name the half once, and the pins', () => {
    expect(sayMount(socket)).toBe('¼″-20 socket');
    expect(sayMount(pinned('holes'))).toBe('¼″-20 socket with pin holes');
    expect(sayMount(pinned('pins'))).toBe('¼″-20 socket with pins');
    expect(sayMount({ ...socket, kind: 'cold-shoe', side: 'shoe' })).toBe('cold shoe');
    expect(sayMount({ ...socket, kind: 'cold-shoe', side: 'foot' })).toBe('cold shoe foot');
    expect(sayMount({ ...socket, kind: 'nato-rail', side: 'rail' })).toBe('NATO rail');
  });

  it('tell the tool where there is one', () => {
    const [h, d] = assembly.joints;
    expect([sayJoint(h!), sayJoint(d!)]).toEqual(['NATO rail', '¼″-20 · by hand']);
    const refused = { ...h!, mate: { state: 'refuses', reason: 'kinds' } as const };
    expect(sayJoint(refused)).toBe('NATO rail clamp on NATO rail: does not join');
    const none = {
      ...d!,
      childMount: { ...d!.childMount, fastening: { tool: 'none' as const, seconds: 1 } },
    };
    expect(sayJoint(none)).toBe('¼″-20');
  });

  it('tell seconds, the way on, and what it bears; of both what carries first', () => {
    const [h] = assembly.joints;
    const made = {
      ...h!,
      childMount: {
        ...h!.childMount,
        entry: 'end' as const,
        fastening: { tool: 'thumb' as const, seconds: 5 },
        bears: { massG: 900 },
      },
      parentMount: { ...h!.parentMount, bears: { massG: 350, momentNm: 2 } },
    };
    expect(sayFastening(made)).toBe(
      '5 s to fasten · goes on over the end · bears 350 g · bears 2.00 N·m',
    );
    expect(
      sayFastening({
        ...made,
        childMount: { ...h!.childMount, entry: 'side' },
        parentMount: h!.parentMount,
      }),
    ).toBe('opens sideways');
  });

  it('say what of a rail is free', () => {
    expect(sayFree([])).toBe('all taken');
    expect(
      sayFree([
        { fromMm: -10, toMm: 2 },
        { fromMm: 5, toMm: 35 },
      ]),
    ).toBe('free 12 mm and 30 mm');
  });
});

describe('why two do not go together', () => {
  it.each([
    [{ reason: 'kinds' }, 'different kinds'],
    [{ reason: 'same-side', side: 'screw' }, 'both are the screw half'],
    [{ reason: 'thread-size', bushing: true }, 'reducer bushing'],
    [{ reason: 'thread-size', bushing: false }, 'does not go into a ¼″ socket'],
    [{ reason: 'size', aMm: 77, bMm: undefined }, '77 mm and not stated'],
    [{ reason: 'size', aMm: undefined, bMm: 82 }, 'not stated and 82 mm'],
    [{ reason: 'family', a: 'One', b: undefined }, 'One and not stated'],
    [{ reason: 'key-refused' }, 'known not to go in'],
    [{ reason: 'pins-without-holes' }, 'does not seat'],
    [{ reason: 'pin-spacing', aMm: 19, bMm: 20 }, '19 mm apart and the holes 20 mm'],
  ] as const)('%j', (mismatch, words) => expect(sayMismatch(mismatch)).toContain(words));
});

describe('twins', () => {
  const lug = (id: string, normal: [number, number, number]) =>
    mountAt(id, 'strap-lug', 'lug', [0, 0, 0], normal, [0, 0, 1]);
  const port = (id: string, direction: 'in' | 'out', normal: [number, number, number]) => ({
    id,
    connector: 'hdmi-a' as const,
    direction,
    carries: ['video' as const],
    originMm: [0, 0, 0] as [number, number, number],
    normal,
  });

  it('on a part are told apart by their faces, and two on one face by number', () => {
    const part = cube('p', 1, {
      mounts: [
        lug('l', [0, 1, 0]),
        lug('r', [0, -1, 0]),
        mountAt('a', 'quarter-20', 'socket', [0, 0, 5], [0, 0, 1], [1, 0, 0]),
        mountAt('b', 'quarter-20', 'socket', [9, 0, 5], [0, 0, 1], [1, 0, 0]),
        mountAt('own', 'quarter-20', 'socket', [9, 0, 5], [0, 0, -1], [1, 0, 0], { name: 'foot' }),
      ],
    });
    expect(part.mounts.map((m) => nameMountOf(part, m.id))).toEqual([
      'left strap lug',
      'right strap lug',
      'upper ¼″-20',
      'second upper ¼″-20',
      'foot',
    ]);
  });

  it('among sockets are told by which way they go before where they are', () => {
    const part = cube('p', 1, {
      ports: [port('i', 'in', [0, 1, 0]), port('o', 'out', [0, 1, 0])],
    });
    expect(['i', 'o'].map((id) => namePortOf(part, id))).toEqual(['HDMI A in', 'HDMI A out']);
    const same = cube('q', 1, {
      ports: [port('l', 'in', [0, 1, 0]), port('r', 'in', [0, -1, 0])],
    });
    expect(['l', 'r'].map((id) => namePortOf(same, id))).toEqual(['left HDMI A', 'right HDMI A']);
  });

  it('in the kit are counted, the first keeps its name', () => {
    const off = cube('stand-off', 5, { name: 'Stand-off' });
    const { rig, parts } = createTestRig([body, off], [], {
      kit: [
        { id: 'body', partId: 'body', owned: true },
        { id: 'one', partId: 'stand-off', owned: true },
        { id: 'two', partId: 'stand-off', owned: true },
        { id: 'own', partId: 'stand-off', owned: true, label: 'The bent one' },
      ],
    });
    const names = createNames(placeSetup(rig, rig.setups[0]!, parts), parts);
    expect(['one', 'two', 'own'].map(names.item)).toEqual([
      'Stand-off',
      'Stand-off, second',
      'The bent one',
    ]);
  });

  it('in the kit are counted as one says it, however many there are', () => {
    const off = cube('stand-off', 5, { name: 'Stand-off' });
    const many = Array.from({ length: 112 }, (_, i) => ({
      id: `s${i + 1}`,
      partId: 'stand-off',
      owned: true,
    }));
    const kit = [{ id: 'body', partId: 'body', owned: true }, ...many];
    const { rig, parts } = createTestRig([body, off], [], { kit });
    const names = createNames(placeSetup(rig, rig.setups[0]!, parts), parts);
    const said = [6, 7, 11, 21, 22, 23, 101, 112].map((n) => names.item(`s${n}`));
    expect(said.map((name) => name.replace('Stand-off, ', ''))).toEqual([
      'sixth',
      '7th',
      '11th',
      '21st',
      '22nd',
      '23rd',
      '101st',
      '112th',
    ]);
  });
});
