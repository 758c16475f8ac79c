/**
 * What people who build rigs judge at a glance: for each of it a rig that has the trouble and a nearby one that has not, and the
 * finding that tells it.
 */
import type { FindingCode } from '../report/index.js';
import type { KeepClear, Part, Port } from '../part/index.js';
import type { Brace, Setup } from '../rig/index.js';
import { lastFixtures } from './last-findings.js';
import { lightFixtures } from './light-findings.js';
import { brick, createPowerRig, device, onPlate, station } from './power.js';
import { body, cube, joint, mountAt, noBrief } from './rigs.js';
import {
  doorAt,
  leadOf,
  lens,
  lensMount,
  on,
  onPlain,
  plugged,
  post,
  run,
  socketIn,
  socketOut,
  solidFixtures,
  withMounts,
  type Made,
} from './solid-findings.js';

type Triple = [number, number, number];
type Pair = { readonly has: Made; readonly hasNot: Made };

const top = mountAt('top', 'quarter-20', 'socket', [0, 0, 15], [0, 0, 1], [1, 0, 0], {
  thread: { depthMm: 8 },
});
const boxRoom = (
  id: string,
  purpose: KeepClear['purpose'],
  atMm: Triple,
  size = 10,
): KeepClear => ({
  id,
  purpose,
  shape: { type: 'box', atMm, sizeMm: [size, size, size] },
});
const onHoles = (part: Part) => joint(`at-${part.id}`, `${part.id}.base`, 'body.holes');

/** A wrist strap at a lug of the body, which is stated to bear so much. */
export const wrist = (more: Partial<Part>, bearsG?: number, eyes = ['eye']) =>
  on(
    [
      cube('loop', 30, {
        kind: 'strap',
        mounts: eyes.map((id) =>
          mountAt(id, 'strap-lug', 'strap', [0, 0, 0], [0, 0, 1], [1, 0, 0]),
        ),
      }),
    ],
    [joint('w', 'loop.eye', 'body.lug')],
    {
      camera: {
        ...withMounts(
          mountAt('lug', 'strap-lug', 'lug', [0, 5, 0], [0, 1, 0], [0, 0, 1], {
            ...(bearsG === undefined ? {} : { bears: { massG: bearsG } }),
          }),
        ),
        ...more,
      },
    },
  );

/** A lever of 20 mm under the grip, whose line is at z = 100, that begins its way up or down. */
const opening = (z: number, up: boolean) =>
  on([], [], {
    camera: {
      keepClear: [
        {
          id: 'lever',
          purpose: 'lever',
          shape: {
            type: 'sector',
            atMm: [0, 0, z],
            hinge: [0, up ? -1 : 1, 0],
            shut: [1, 0, 0],
            sweepDeg: 90,
            radiusMm: 20,
            widthMm: 10,
          },
        },
      ],
    },
  });

/** A body with a screen as a leaf beside it, which has moved by so much along a way. */
const leafed = (atMm: Triple, axis: Triple, outMm: number, more: Partial<Setup>, ports: Port[]) => {
  const screen = post('screen', [100, 0, -50], { kind: 'monitor', ports: [socketIn] });
  const isWired = more.cables !== undefined;
  return on(
    isWired ? [screen, leadOf('hdmi-a')] : [],
    isWired ? [joint('s', 'screen.base', 'body.plain')] : [],
    {
      camera: {
        ports,
        solids: [...body.solids, { id: 'leaf', type: 'box', sizeMm: [10, 10, 10], atMm }],
        screens: [{ id: 'rear', atMm, normal: [-1, 0, 0], diagonalMm: 80 }],
        movements: [
          {
            id: 'flip',
            name: 'turned out',
            type: 'shift',
            originMm: [0, 0, 0],
            axis,
            from: 0,
            to: 60,
            rest: 0,
            carries: ['leaf', 'rear'],
          },
        ],
      },
      setup: { ...more, stances: { body: { flip: outMm } } },
    },
  );
};

/** A flap over sockets, with a picture lead plugged in elsewhere and a block beside its tip. */
const flapped = (y: number) => {
  const block = post('block', [-30, y, -50]);
  return on(
    [
      post('screen', [100, 0, -50], { kind: 'monitor', ports: [socketIn] }),
      leadOf('hdmi-a'),
      block,
    ],
    [joint('s', 'screen.base', 'body.plain'), onHoles(block)],
    {
      camera: {
        ports: [socketOut],
        keepClear: [{ ...doorAt, id: 'flap', purpose: 'port-door' }],
      },
      setup: { cables: run },
    },
  );
};

/** A wide plate on the rail, its edge beside the swing of the screen. */
export const wide = (slideMm: number) =>
  on(
    [
      cube(
        'wide',
        1,
        {
          kind: 'plate',
          mounts: [
            mountAt('base', 'nato-rail', 'clamp', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
              clampLengthMm: 10,
            }),
          ],
        },
        [0, 115, -50],
      ),
    ],
    [joint('p', 'wide.base', 'body.rail', { slideMm })],
    { camera: { keepClear: [{ ...doorAt, id: 'swing', purpose: 'screen-swing' }] } },
  );

/** A clamp round the barrel where the zoom ring is; 30 mm in radius, and a finger is 8 mm thick. */
const ringed = (innerMm: number) =>
  on(
    [
      lens({
        solids: [
          {
            id: 'barrel',
            type: 'cylinder',
            atMm: [30, 0, 0],
            axis: [1, 0, 0],
            radiusMm: 30,
            lengthMm: 60,
          },
        ],
        controls: [{ id: 'zoom', name: 'zoom ring', use: 'zoom', atMm: [20, 0, -30] }],
      }),
      post('collar', [0, 0, 0], {
        solids: [
          {
            id: 'collar',
            type: 'tube',
            atMm: [25, 0, -50],
            axis: [1, 0, 0],
            radiusMm: innerMm + 6,
            innerRadiusMm: innerMm,
            lengthMm: 20,
          },
        ],
      }),
    ],
    [joint('l', 'lens.rear', 'body.lens'), joint('c', 'collar.base', 'body.plain')],
    { camera: withMounts(lensMount()) },
  );

/** A screen on an arm whose end stands before the screen's own socket. */
const armed = (y: number) =>
  on(
    [
      post('arm', [100, y, -50], {
        kind: 'arm',
        mounts: [{ ...top, id: 'tip', originMm: [0, 0, 0] }],
      }),
      post('screen', [100, 0, -50], { kind: 'monitor', ports: [socketIn] }),
      leadOf('hdmi-a'),
    ],
    [joint('a', 'arm.base', 'body.plain'), joint('s', 'screen.base', 'arm.tip')],
    { camera: { ports: [socketOut] }, setup: { cables: run } },
  );

/** A plate that folds forward by 30 mm, a battery on it and a box on that, with a block ahead. */
const folding = (x: number) => {
  const block = post('block', [x - 30, 80, 35]);
  return on(
    [
      post('plate', [0, 0, 5], {
        kind: 'battery-plate',
        mounts: [{ ...top, id: 'seat', originMm: [0, 80, 15] }],
        movements: [
          {
            id: 'fold',
            name: 'folded',
            type: 'shift',
            originMm: [0, 0, 0],
            axis: [1, 0, 0],
            from: 0,
            to: 30,
            rest: 0,
            carries: ['solid', 'seat'],
          },
        ],
        poses: [{ id: 'down', name: 'folded', at: { fold: 30 } }],
      }),
      post('brick', [0, 0, 5], { kind: 'battery', mounts: [top] }),
      post('box', [0, 0, 5], { kind: 'transmitter' }),
      block,
    ],
    [
      joint('p', 'plate.base', 'body.plain'),
      joint('b', 'brick.base', 'plate.seat'),
      joint('t', 'box.base', 'brick.top'),
      onHoles(block),
    ],
  );
};

/** A cage on one screw with a grip on either side, and a second screw where asked. */
export const gripped = (braces: Brace[]) => {
  const grip = (id: string, y: number): NonNullable<Part['grips']>[number] => ({
    id,
    use: 'carry',
    place: 'side',
    fromMm: [0, y, -10],
    toMm: [0, y, 10],
  });
  return on(
    [
      post('cage', [0, 0, 5], {
        kind: 'cage',
        grips: [grip('left', 120), grip('right', -120)],
        mounts: [
          mountAt('second', 'quarter-20', 'screw', [30, 0, 0], [0, 0, -1], [1, 0, 0], {
            thread: { lengthMm: 6 },
            fastening: { tool: 'hex-4', seconds: 10 },
          }),
        ],
      }),
    ],
    [joint('c', 'cage.base', 'body.plain')],
    { setup: { hold: 'grips', braces } },
  );
};
export const secondScrew: Brace = {
  id: 'x',
  kind: 'second-screw',
  a: { item: 'cage', mount: 'second' },
  b: { item: 'body', mount: 'holes' },
};

/** A weight screwed into the front of a lens, its middle 50 mm before the thread. */
const fronted = (massG: number) =>
  on(
    [
      lens({
        mounts: [
          mountAt('thread', 'front-thread', 'female', [60, 0, 0], [1, 0, 0], [0, 0, 1], {
            sizeMm: 77,
          }),
        ],
      }),
      cube(
        'box',
        massG,
        {
          kind: 'matte-box',
          mounts: [
            mountAt('back', 'front-thread', 'male', [0, 0, 0], [-1, 0, 0], [0, 0, 1], {
              sizeMm: 77,
              carrier: true,
            }),
          ],
        },
        [50, 0, 0],
      ),
    ],
    [joint('l', 'lens.rear', 'body.lens'), joint('b', 'box.back', 'lens.thread')],
    { camera: withMounts(lensMount()), setup: { motion: 'still' } },
  );

/** A foot that springs hold, in a shoe that stands upright. */
const upright = (massG: number) =>
  on(
    [
      cube('mic', massG, {
        mounts: [
          mountAt('foot', 'cold-shoe', 'foot', [0, 0, 0], [0, -1, 0], [0, 0, 1], {
            carrier: true,
            clampLengthMm: 18,
            fastening: { tool: 'none', seconds: 2 },
          }),
        ],
      }),
    ],
    [joint('m', 'mic.foot', 'body.wall')],
    {
      camera: withMounts(
        mountAt('wall', 'cold-shoe', 'shoe', [0, 40, 0], [0, 1, 0], [0, 0, 1], {
          lengthwise: { axis: [0, 0, 1], fromMm: -10, toMm: 10 },
        }),
      ),
      setup: { motion: 'still' },
    },
  );

/** A lead in a fragile socket, tied so far from it. */
const tied = (apartMm: number) =>
  on(
    [post('screen', [100, 0, -50], { kind: 'monitor', ports: [socketIn] }), leadOf('hdmi-a')],
    [joint('s', 'screen.base', 'body.plain')],
    {
      camera: {
        ...withMounts(
          mountAt('far', 'quarter-20', 'socket', [apartMm, 5, 0], [0, 1, 0], [1, 0, 0]),
        ),
        ports: [{ ...socketOut, wear: 'fragile' }],
      },
      setup: { cables: [{ ...run[0]!, ties: [{ item: 'body', mount: 'far' }] }] },
    },
  );

const trigger = (direction: 'in' | 'out'): Port => ({
  ...socketOut,
  id: 'trigger',
  connector: 'jack-3.5',
  direction,
  carries: ['trigger'],
});

/** A grip with a record button that goes out by a lead, plugged in or not, and a camera that hears it. */
const buttoned = (isPlugged: boolean) => {
  const wire = cube('wire', 10, {
    kind: 'cable',
    cable: {
      ends: [
        { connector: 'jack-3.5', bodyMm: 20 },
        { connector: 'jack-3.5', bodyMm: 20 },
      ],
      lengthMm: 240,
      carries: ['trigger'],
    },
  });
  const grip = post('grip', [100, 0, -50], {
    kind: 'side-grip',
    ports: [{ ...trigger('out'), originMm: [100, 5, -50] }],
  });
  return on([grip, wire], [joint('g', 'grip.base', 'body.plain')], {
    camera: { ports: [trigger('in')] },
    setup: isPlugged
      ? {
          cables: [
            {
              id: 'wire',
              item: 'wire',
              from: { item: 'body', port: 'trigger' },
              to: { item: 'grip', port: 'trigger' },
            },
          ],
        }
      : {},
  });
};

/** A transmitter with a cell of its own on one of two like batteries, by patch or by screw, with a picture lead of a length or none. */
export const riding = (by: 'patch' | 'screw', leadMm: number | undefined) => {
  const patch = mountAt('patch', 'hook-loop', 'face', [-60, 0, 50], [0, 0, 1], [1, 0, 0]);
  const hole = { ...top, id: 'patch', originMm: [-60, 0, 50] as Triple };
  const picture = (id: string, direction: 'in' | 'out', originMm: Triple): Port => ({
    ...socketOut,
    id,
    direction,
    originMm,
  });
  const box = device('box', 0.001, {
    innerCell: true,
    cell: { energyWh: 10 },
    ports: [picture('show', 'in', [0, 5, 0])],
  });
  const stuck: Part = {
    ...box,
    mounts: [
      by === 'screw'
        ? box.mounts.find((m) => m.id === 'base')!
        : mountAt('base', 'hook-loop', 'face', [0, 0, 0], [0, 0, -1], [1, 0, 0], { carrier: true }),
    ],
  };
  const lead: Part = { ...leadOf('hdmi-a', leadMm ?? 100), id: 'picture', name: 'picture' };
  return createPowerRig(
    [
      { ...station, ports: [...station.ports!, picture('pic', 'out', [0, 5, 0])] },
      brick('brick', 40, { mounts: [...brick('x', 1).mounts, by === 'patch' ? patch : hole] }),
      stuck,
      lead,
    ],
    [onPlate('brick'), joint('t', 'box.base', 'brick.patch')],
    leadMm === undefined ? [] : [['picture', 'body.pic', 'box.show']],
    {
      kit: ['body', 'brick', 'spare', 'box', 'picture'].map((id) => ({
        id,
        partId: id === 'spare' ? 'brick' : id,
        owned: true,
      })),
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

/** A coil of 100 mm that stretches so far, on a way of 190.5 mm. */
const coiled = (toMm: number): Made => {
  const lead = leadOf('hdmi-a', 100);
  return plugged({ ...lead, cable: { ...lead.cable!, stretchesToMm: toMm } });
};

/** A camera without a screen that plays back in one format, and a screen that takes others. */
const playing = (takes: string[]) => {
  const made = plugged(leadOf('hdmi-a'));
  const edit = (id: string, port: Partial<Port>, more: Partial<Part> = {}): [string, Part] => {
    const part = made.parts.get(id)!;
    return [id, { ...part, ...more, ports: part.ports!.map((p) => ({ ...p, ...port })) }];
  };
  const screens = [
    { id: 'face', atMm: [100, 0, -50] as Triple, normal: [-1, 0, 0] as Triple, diagonalMm: 120 },
  ];
  return {
    rig: made.rig,
    parts: new Map([
      ...made.parts,
      edit('body', { formats: ['1080p25'], playbackFormats: ['2160p25'] }),
      edit('screen', { formats: takes }, { screens }),
    ]),
  };
};

const behind = (x: number) =>
  onPlain(post('block', [x, 0, -50]), {
    camera: {
      keepClear: [
        {
          id: 'eye',
          purpose: 'eyepiece',
          shape: {
            type: 'cylinder',
            atMm: [-30, 0, 0],
            axis: [1, 0, 0],
            radiusMm: 15,
            lengthMm: 30,
          },
        },
      ],
    },
  });

/** The fixtures of the findings that say what none said before. */
export const practiceFixtures = {
  // A loop of 20 mm about the lug at x = 0; the lever's side is at 19.9 or 20.1.
  'strap-on-lever': {
    has: wrist({ keepClear: [boxRoom('lever', 'lever', [24.9, 5, 0])] }),
    hasNot: wrist({ keepClear: [boxRoom('lever', 'lever', [25.1, 5, 0])] }),
  },
  // 1001 g caught with a jolt of 1 g are 2002 g.
  'anchor-weak': { has: wrist({}, 2001), hasNot: wrist({}, 2002) },
  'ring-covered': { has: ringed(38.4), hasNot: ringed(38.6) },
  // 153 g, 50 mm out, bring 0.07502 N·m; half of 0.15 is 0.075.
  'front-thread-loaded': { has: fronted(153), hasNot: fronted(152.9) },
  // 204 g weigh 2.0006 N.
  'seat-slides': { has: upright(204), hasNot: upright(203.9) },
  // Its way takes 190.5 mm: three quarters of the way from 100 to 218 mm are 188.5, to 222 are 191.5.
  'coil-pulls': { has: coiled(218), hasNot: coiled(222) },
  'playback-refused': { has: playing(['1080p25']), hasNot: playing(['1080p25', '2160p25']) },
  // The eyepiece ends at x = −15; the block's face is at −29.9 or −30.1.
  'eyepiece-touched': { has: behind(-34.9), hasNot: behind(-35.1) },
} satisfies Partial<Record<FindingCode, Pair>>;

/** What is judged at a glance, line by line, with the finding that tells it. */
export const practice: readonly ({ readonly line: string; readonly code: FindingCode } & Pair)[] = [
  ...[
    ['a strap’s loop on a quick-release lever', 'strap-on-lever'],
    ['a monitor clamp over the rings of the lens', 'ring-covered'],
    ['a battery plate that touches an eyepiece', 'eyepiece-touched'],
    ['a wrist strap’s anchor under the rig’s weight and jolt', 'anchor-weak'],
    ['glass and box on a filter’s thread', 'front-thread-loaded'],
    ['a friction seat that carries 200 g when tilted', 'seat-slides'],
    ['a coil at full stretch', 'coil-pulls'],
    ['a playback format that a screen refuses, with no rear screen to look at', 'playback-refused'],
  ].map(([line, code]) => ({
    line: line!,
    code: code as keyof typeof practiceFixtures,
    ...practiceFixtures[code as keyof typeof practiceFixtures],
  })),
  {
    line: 'a lever that opens towards the hand',
    code: 'lever-under-hand',
    has: opening(45, true),
    hasNot: opening(65, false),
  },
  {
    line: 'a dial inside the hand',
    code: 'pressed-unawares',
    has: on([], [], { camera: { controls: [{ id: 'dial', use: 'dials', atMm: [0, 0, 80.1] }] } }),
    hasNot: on([], [], {
      camera: { controls: [{ id: 'dial', use: 'dials', atMm: [0, 0, 79.9] }] },
    }),
  },
  {
    line: 'a screen turned out beside a straight plug of 30 mm',
    code: 'plug-in-the-way',
    // The plug ends at y = 35; the leaf begins at 30 or at 36.
    has: leafed([0, 60, 0], [0, -1, 0], 25, { cables: run }, [socketOut]),
    hasNot: leafed([0, 60, 0], [0, -1, 0], 19, { cables: run }, [socketOut]),
  },
  {
    line: 'a screen turned up beside a handle',
    code: 'hand-room',
    // Fingers want 40 mm round the line at z = 100; the leaf begins at 39.9 or at 40.1.
    has: leafed([0, 44.9, 60], [0, 0, 1], 40, {}, []),
    hasNot: leafed([0, 45.1, 60], [0, 0, 1], 40, {}, []),
  },
  {
    line: 'a port flap beside a clamp',
    code: 'keep-clear-entered',
    has: flapped(134.9),
    hasNot: flapped(135.1),
  },
  {
    line: 'a screen’s swing closed by a wide plate',
    code: 'keep-clear-entered',
    has: wide(30),
    hasNot: wide(40),
  },
  {
    line: 'a mount over a device’s own socket',
    code: 'plug-cannot-enter',
    has: armed(39.9),
    hasNot: armed(40.1),
  },
  {
    line: 'a battery whose way out a pad blocks',
    code: 'keep-clear-entered',
    has: onPlain(post('pad', [0, 114.9, -50], { kind: 'shoulder-pad' }), {
      camera: { keepClear: [boxRoom('out', 'battery-release', [0, 100, 0], 20)] },
    }),
    hasNot: onPlain(post('pad', [0, 115.1, -50], { kind: 'shoulder-pad' }), {
      camera: { keepClear: [boxRoom('out', 'battery-release', [0, 100, 0], 20)] },
    }),
  },
  {
    line: 'a hinged plate’s sweep with what stands on the battery',
    code: 'movement-blocked',
    // Half a millimetre is brushed past: the box comes as far as x = 35.
    has: folding(39.4),
    hasNot: folding(39.6),
  },
  {
    line: 'a cage on one screw under the moments of two handles',
    code: 'screw-can-turn',
    has: gripped([]),
    hasNot: gripped([secondScrew]),
  },
  {
    line: 'a ring that turns with the dial of the glass that carries the box',
    code: 'glass-turns',
    ...lightFixtures['glass-turns'],
  },
  {
    line: 'a record button for which the camera has no socket',
    code: 'trigger-unheard',
    ...lastFixtures['trigger-unheard'],
  },
  {
    line: 'two grips unequal in height by more than 25 mm',
    code: 'grips-uneven',
    has: solidFixtures['grips-uneven'].has,
    hasNot: solidFixtures['grips-uneven'].hasNot,
  },
  {
    line: 'a tie alone as strain relief',
    code: 'socket-wears',
    has: tied(120.1),
    hasNot: tied(119.9),
  },
  {
    line: 'a record button without its lead',
    code: 'no-lead',
    has: buttoned(false),
    hasNot: buttoned(true),
  },
  {
    line: 'a transmitter that leaves with its battery, a patch for each',
    code: 'travels-with-cell',
    has: riding('patch', undefined),
    hasNot: riding('screw', undefined),
  },
  {
    line: 'a transmitter that leaves with its battery, its lead long enough',
    code: 'travels-with-cell',
    has: riding('screw', 200),
    hasNot: riding('screw', 900),
  },
];
