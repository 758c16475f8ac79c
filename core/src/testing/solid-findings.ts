/**
 * For each finding about what stands where, what bears what, and what is absent: a rig that has it and a
 * nearby one that has not.
 */
import type { Brief } from '../brief/index.js';
import type { FindingCode } from '../report/index.js';
import type { Elsewhere } from '../question/index.js';
import type { KeepClear, Mount, Part, PartBook, Port } from '../part/index.js';
import type { Joint, Rig, Setup } from '../rig/index.js';
import { body, createTestRig, cube, handle, joint, mountAt } from './rigs.js';

type Triple = [number, number, number];
export type Made = {
  readonly rig: Rig;
  readonly parts: PartBook;
  readonly elsewhere?: readonly Elsewhere[];
};

const held = joint('h', 'handle.base', 'body.rail', { slideMm: -10 });

const screwBase = (more: Partial<Mount> = {}) =>
  mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
    thread: { lengthMm: 6 },
    fastening: { tool: 'thumb', seconds: 10 },
    ...more,
  });

/** A cube of 10 mm about `at`, on a ¼″ screw at its own origin: nothing in between, so that only the cube is in the way. */
export const post = (
  id: string,
  at: Triple,
  more: Partial<Part> = {},
  base: Partial<Mount> = {},
): Part => {
  const { mounts = [], ...rest } = more;
  return cube(id, 1, { mounts: [screwBase(base), ...mounts], ...rest }, at);
};

/** Body and handle, and parts on the body's mounts: "plain" at (0, 0, 50), "holes" at (30, 0, 50). */
export const on = (
  parts: readonly Part[],
  joints: readonly Joint[],
  more: {
    camera?: Partial<Part>;
    setup?: Partial<Setup>;
    brief?: Brief;
    kit?: Parameters<typeof createTestRig>[2] extends infer M
      ? M extends { kit?: infer K }
        ? K
        : never
      : never;
  } = {},
): Made =>
  createTestRig([{ ...body, ...more.camera }, handle, ...parts], [held, ...joints], {
    ...(more.setup ? { setup: more.setup } : {}),
    ...(more.brief ? { brief: more.brief } : {}),
    ...(more.kit ? { kit: more.kit } : {}),
  });

export const onPlain = (
  part: Part,
  more: Parameters<typeof on>[2] = {},
  at: Partial<Joint> = {},
): Made => on([part], [joint('p', `${part.id}.base`, 'body.plain', at)], more);

export const withMounts = (...mounts: Mount[]): Partial<Part> => ({
  mounts: [...body.mounts, ...mounts],
});
export const lensMount = (more: Partial<Mount> = {}) =>
  mountAt('lens', 'lens-mount', 'body', [5, 0, 0], [1, 0, 0], [0, 0, 1], {
    family: 'Gannet bayonet',
    ...more,
  });
export const lens = (
  more: Partial<Part> = {},
  at: Triple = [5, 0, 0],
  own: Partial<Mount> = {},
): Part => {
  const { mounts = [], ...rest } = more;
  return cube(
    'lens',
    100,
    {
      kind: 'lens',
      mounts: [
        mountAt('rear', 'lens-mount', 'lens', [0, 0, 0], [-1, 0, 0], [0, 0, 1], {
          family: 'Gannet bayonet',
          ...own,
        }),
        ...mounts,
      ],
      ...rest,
    },
    at,
  );
};
export const onLens = (part: Part, more: Partial<Part> = {}, mount: Partial<Mount> = {}) =>
  on([part], [joint('l', `${part.id}.rear`, 'body.lens')], {
    camera: { ...withMounts(lensMount(mount)), ...more },
  });

export const doorAt: KeepClear = {
  id: 'card-door',
  purpose: 'card-door',
  shape: {
    type: 'sector',
    atMm: [0, 100, 0],
    hinge: [0, 0, 1],
    shut: [1, 0, 0],
    sweepDeg: 90,
    radiusMm: 30,
    widthMm: 10,
  },
};

export const socketOut: Port = {
  id: 'video',
  connector: 'hdmi-a',
  direction: 'out',
  carries: ['video'],
  originMm: [0, 5, 0],
  normal: [0, 1, 0],
};
export const socketIn: Port = {
  ...socketOut,
  id: 'picture',
  direction: 'in',
  originMm: [100, 5, -50],
};
export const leadOf = (far: 'hdmi-a' | 'hdmi-c', lengthMm = 250): Part =>
  cube('lead', 10, {
    kind: 'cable',
    cable: {
      ends: [
        { connector: 'hdmi-a', bodyMm: 30, bodyRadiusMm: 6 },
        { connector: far, bodyMm: 30, bodyRadiusMm: 6 },
      ],
      lengthMm,
      bendRadiusMm: 15,
      carries: ['video'],
    },
  });
export const run: NonNullable<Setup['cables']> = [
  {
    id: 'run',
    item: 'lead',
    from: { item: 'body', port: 'video' },
    to: { item: 'screen', port: 'picture' },
  },
];
/** A cube of 10 mm on the left of the body, on a patch. */
const stuck = (massG: number) => {
  const patch = (normal: Triple, at: Triple) =>
    mountAt('patch', 'hook-loop', 'face', at, normal, [1, 0, 0]);
  return on(
    [cube('drive', massG, { mounts: [patch([0, -1, 0], [0, -5, 0])] })],
    [joint('p', 'drive.patch', 'body.patch')],
    { camera: withMounts(patch([0, 1, 0], [0, 5, 0])), setup: { motion: 'still' } },
  );
};
/** A camera and a screen with a lead between; something may stand 10 mm wide before the camera's socket. */
export const plugged = (lead: Part, blockerY?: number, cables = run) =>
  on(
    [
      post('screen', [100, 0, -50], {
        kind: 'monitor',
        ports: [
          socketIn,
          { ...socketIn, id: 'second', carries: ['data'], originMm: [120, 5, -50] },
        ],
      }),
      lead,
      ...(blockerY === undefined ? [] : [post('block', [-30, blockerY, -50])]),
    ],
    [
      joint('s', 'screen.base', 'body.plain'),
      ...(blockerY === undefined ? [] : [joint('b', 'block.base', 'body.holes')]),
    ],
    { camera: { ports: [socketOut] }, setup: { cables } },
  );

/** A screen that is drawn out ahead by `toMm` on the job, with a lead of 195 mm: its way takes 190.5 as it stands. */
const drawnOut = (toMm: number) =>
  on(
    [
      post('screen', [100, 0, -50], {
        kind: 'monitor',
        ports: [socketIn],
        movements: [
          {
            id: 'out',
            name: 'drawn out',
            type: 'shift',
            originMm: [0, 0, 0],
            axis: [1, 0, 0],
            from: 0,
            to: 20,
            rest: 0,
            carries: [socketIn.id],
          },
        ],
        poses: [{ id: 'out', name: 'drawn out', at: { out: toMm } }],
      }),
      leadOf('hdmi-a', 195),
    ],
    [joint('s', 'screen.base', 'body.plain')],
    { camera: { ports: [socketOut] }, setup: { cables: run } },
  );

const adapted = (lensFlangeMm: number, thickMm: number) => {
  const adapter = cube('adapter', 50, {
    kind: 'lens-adapter',
    mounts: [
      mountAt('back', 'lens-mount', 'lens', [0, 0, 0], [-1, 0, 0], [0, 0, 1], {
        family: 'Gannet bayonet',
      }),
      mountAt('front', 'lens-mount', 'body', [thickMm, 0, 0], [1, 0, 0], [0, 0, 1], {
        family: 'Puffin bayonet',
      }),
    ],
  });
  return on(
    [adapter, lens({}, [5, 0, 0], { family: 'Puffin bayonet', flangeMm: lensFlangeMm })],
    [joint('a', 'adapter.back', 'body.lens'), joint('l', 'lens.rear', 'adapter.front')],
    { camera: withMounts(lensMount({ flangeMm: 20 })) },
  );
};

const geared = (apartMm: number) => {
  // Ring of 60 mm and drive of 30 mm: the drive's axis 45 mm from the lens's, plus the gap.
  const ring = mountAt('gear', 'gear-08', 'ring', [20, 0, 30], [0, 0, 1], [1, 0, 0], {
    sizeMm: 60,
    gearWidthMm: 10,
  });
  const drive = mountAt(
    'drive',
    'gear-08',
    'drive',
    [25, 0, -20 + apartMm],
    [0, 0, -1],
    [1, 0, 0],
    {
      sizeMm: 30,
      gearWidthMm: 6,
    },
  );
  return on(
    [lens({ mounts: [ring] }), post('wheel', [0, 0, 30], { mounts: [drive] })],
    [joint('l', 'lens.rear', 'body.lens'), joint('w', 'wheel.base', 'body.plain')],
    { camera: withMounts(lensMount()) },
  );
};

const supported = (gapMm: number) =>
  on(
    [
      lens({}, [5, 0, 80]),
      post('crutch', [60, 0, 0], {
        kind: 'lens-support',
        // The lens's underside is at z = 75 in the rig, 25 over this part's own origin.
        mounts: [mountAt('pad', 'rod-pad', 'pad', [10, 0, 25 - gapMm], [0, 0, 1], [1, 0, 0])],
        movements: [
          {
            id: 'lift',
            name: 'raised',
            type: 'shift',
            originMm: [0, 0, 0],
            axis: [0, 0, 1],
            from: 0,
            to: 20,
            rest: 0,
            carries: ['pad'],
          },
        ],
      }),
    ],
    [joint('l', 'lens.rear', 'body.lens'), joint('c', 'crutch.base', 'body.plain')],
    { camera: withMounts(lensMount()) },
  );

const access = (atMm: Triple, direction: Triple): Partial<Mount> => ({
  fastening: { tool: 'coin', seconds: 10, access: { atMm, direction } },
});
const pair = (a: Part, b: Part, more: Parameters<typeof on>[2] = {}) =>
  on(
    [a, b],
    [joint('a', `${a.id}.base`, 'body.plain'), joint('b', `${b.id}.base`, 'body.holes')],
    more,
  );

const caged = (onGrip: boolean) => {
  const grip = post('grip', [0, 0, 30], {
    kind: 'side-grip',
    assembleAfter: ['cage'],
    mounts: [
      mountAt('top', 'quarter-20', 'socket', [0, 0, 40], [0, 0, 1], [1, 0, 0], {
        thread: { depthMm: 8 },
      }),
    ],
  });
  const cage = post('cage', [0, 0, 30], { kind: 'cage' });
  return on(
    [grip, cage],
    [
      joint('g', 'grip.base', 'body.plain'),
      joint('c', 'cage.base', onGrip ? 'grip.top' : 'body.holes'),
    ],
  );
};

const carrying = (homeMade: boolean) => {
  const bracket = post('bracket', [0, 0, 30], {
    ...(homeMade ? { homeMade } : {}),
    mounts: [
      mountAt('top', 'quarter-20', 'socket', [0, 0, 40], [0, 0, 1], [1, 0, 0], {
        thread: { depthMm: 8 },
      }),
    ],
  });
  return on(
    [bracket, post('load', [0, 0, 30])],
    [joint('b', 'bracket.base', 'body.plain'), joint('l', 'load.base', 'bracket.top')],
  );
};

/** A lens whose front comes out 30 mm, and a block about `x` ahead of the origin. */
const zooming = (x: number) =>
  on(
    [
      lens({
        movements: [
          {
            id: 'zoom',
            name: 'zoom drawn out',
            type: 'shift',
            originMm: [0, 0, 0],
            axis: [1, 0, 0],
            from: 0,
            to: 30,
            rest: 0,
            carries: ['solid'],
          },
        ],
      }),
      post('block', [x, 0, -50]),
    ],
    [joint('l', 'lens.rear', 'body.lens'), joint('p', 'block.base', 'body.plain')],
    { camera: withMounts(lensMount()) },
  );

/** Rods on a plain screw of the body, turned about it, and a box on them that must meet the lens. */
const askew = (turnDeg: number) => {
  const rods = post('rods', [0, 0, 30], {
    mounts: [
      mountAt('pair', 'rod-15-pair', 'rods', [60, 0, 30], [0, 0, 1], [1, 0, 0], {
        lengthwise: { axis: [1, 0, 0], fromMm: -40, toMm: 40 },
      }),
    ],
  });
  const box = cube(
    'box',
    1,
    {
      mounts: [
        mountAt('clamp', 'rod-15-pair', 'clamp', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
          clampLengthMm: 20,
          carrier: true,
        }),
      ],
      opticalAxis: { atMm: [0, 0, -80], direction: [1, 0, 0] },
    },
    [0, 0, 20],
  );
  return on(
    [rods, box],
    [joint('p', 'rods.base', 'body.plain', { turnDeg }), joint('b', 'box.clamp', 'rods.pair')],
    { camera: withMounts(lensMount()) },
  );
};

/** A part whose screw is reached from above, on a body with an eave so high over its face. */
const under = (eaveMm: number) =>
  on(
    [post('a', [0, 0, 5], {}, access([0, 0, 10], [0, 0, 1]))],
    [joint('a', 'a.base', 'body.plain')],
    {
      camera: {
        ...body,
        solids: [
          ...body.solids,
          { id: 'eave', type: 'box', atMm: [0, 0, 50 + eaveMm], sizeMm: [10, 10, 10] },
        ],
      },
    },
  );

/** Two rods so far apart by their shapes, in a clamp of the body that takes 60 mm. */
const roddedApart = (apartMm: number) =>
  on(
    [
      cube('rods', 200, {
        kind: 'rod',
        solids: [-apartMm / 2, apartMm / 2].map((y, i) => ({
          id: `rod-${i}`,
          type: 'cylinder' as const,
          atMm: [0, y, 0] as [number, number, number],
          axis: [1, 0, 0] as [number, number, number],
          radiusMm: 7.5,
          lengthMm: 200,
        })),
        mounts: [
          mountAt('pair', 'rod-15-pair', 'rods', [0, 0, 0], [0, 0, 1], [1, 0, 0], {
            lengthwise: { axis: [1, 0, 0], fromMm: -100, toMm: 100 },
            carrier: true,
          }),
        ],
      }),
    ],
    [joint('r', 'rods.pair', 'body.rods')],
    {
      camera: withMounts(
        mountAt('rods', 'rod-15-pair', 'clamp', [0, 0, -40], [0, 0, -1], [1, 0, 0], {
          clampLengthMm: 20,
        }),
      ),
    },
  );

/** A body that breathes out in a space of 10 mm which ends at a height. */
const venting = (topMm: number) =>
  on([], [], {
    camera: {
      keepClear: [
        {
          id: 'fan',
          purpose: 'air-outlet',
          shape: { type: 'box', atMm: [0, 0, topMm - 5], sizeMm: [10, 10, 10] },
        },
      ],
    },
  });

const pressing = (z: number) =>
  on([], [], { camera: { controls: [{ id: 'record', use: 'record', atMm: [0, 0, z] }] } });

/** A strap with an eye at either end, at one lug of the body or at both. */
const strapped = (both: boolean) => {
  const lug = (id: string, y: number) =>
    mountAt(id, 'strap-lug', 'lug', [0, y, 0], [0, Math.sign(y), 0], [0, 0, 1]);
  const eye = (id: string) => mountAt(id, 'strap-lug', 'strap', [0, 0, 0], [0, 0, 1], [1, 0, 0]);
  return on(
    [cube('strap', 40, { kind: 'strap', mounts: [eye('near'), eye('far')], webbingMm: 900 })],
    [joint('s', 'strap.near', 'body.left')],
    {
      camera: withMounts(lug('left', 5), lug('right', -5)),
      setup: both
        ? {
            braces: [
              {
                id: 'end',
                kind: 'strap',
                a: { item: 'strap', mount: 'far' },
                b: { item: 'body', mount: 'right' },
              },
            ],
          }
        : {},
    },
  );
};

const sideGrip = (id: string, y: number, z = 0) => ({
  id,
  use: 'carry' as const,
  place: 'side' as const,
  fromMm: [0, y, z - 40] as Triple,
  toMm: [0, y, z + 40] as Triple,
});
const twoHanded = (camera: Partial<Part>, z = 0) =>
  on([], [], {
    camera: { grips: [sideGrip('left', 60), sideGrip('right', -60, z)], ...camera },
    setup: { hold: 'grips' },
  });

const day: Brief = { currency: 'EUR', limits: {}, day: { temperatureC: 4, hoursOn: 6 } };

/** Looked at from (−300, 0, 750): 65.22° above the way back, from a screen at the hand. */
const aslant = (deg: number) => {
  const angle = ((65.2249 - deg) * Math.PI) / 180;
  return on([], [], {
    camera: {
      screens: [
        {
          id: 'picture',
          atMm: [0, 0, 100],
          normal: [-Math.cos(angle), 0, Math.sin(angle)],
          diagonalMm: 120,
        },
      ],
    },
  });
};

const wished = (part: Part, ...more: Part[]) =>
  createTestRig([body, handle, part, ...more], [held], {
    kit: [
      { id: 'body', partId: 'body', owned: true },
      { id: 'handle', partId: 'handle', owned: true },
      { id: 'wish', partId: part.id, owned: false },
      ...more.map((p) => ({ id: p.id, partId: p.id, owned: true })),
    ],
  });

const battery = cube('cell', 50, {
  kind: 'battery',
  mounts: [mountAt('face', 'l-series', 'battery', [0, 0, 0], [0, 0, -1], [1, 0, 0])],
});
const fed = (cells: boolean) =>
  on(
    [
      post('screen', [0, 0, 30], {
        kind: 'monitor',
        mounts: [mountAt('plate', 'l-series', 'plate', [0, 0, 35], [0, 0, 1], [1, 0, 0])],
      }),
      ...(cells ? [battery] : []),
    ],
    [
      joint('s', 'screen.base', 'body.plain'),
      ...(cells ? [joint('c', 'cell.face', 'screen.plate')] : []),
    ],
  );
const charged = (charger: boolean) =>
  on(
    [
      post('screen', [0, 0, 30], {
        mounts: [mountAt('plate', 'l-series', 'plate', [0, 0, 35], [0, 0, 1], [1, 0, 0])],
      }),
      battery,
      ...(charger
        ? [
            cube('charger', 90, {
              kind: 'charger' as const,
              mounts: [mountAt('bay', 'l-series', 'plate', [0, 0, 0], [0, 0, 1], [1, 0, 0])],
            }),
          ]
        : []),
    ],
    [joint('s', 'screen.base', 'body.plain'), joint('c', 'cell.face', 'screen.plate')],
    { brief: day },
  );

const rods = (clampMm: number) => {
  const pairOfRods = cube('oars', 100, {
    kind: 'rod',
    mounts: [
      mountAt('pair', 'rod-15-pair', 'rods', [0, 0, 0], [0, 0, 1], [1, 0, 0], {
        lengthwise: { axis: [1, 0, 0], fromMm: -50, toMm: 50 },
      }),
    ],
  });
  return on([pairOfRods], [joint('r', 'oars.pair', 'body.clamp')], {
    camera: withMounts(
      mountAt('clamp', 'rod-15-pair', 'clamp', [0, 0, -60], [0, 0, -1], [1, 0, 0], {
        clampLengthMm: clampMm,
      }),
    ),
  });
};

const endStops = (both: boolean) => {
  const stop = (id: string, x: number): Part['solids'][number] => ({
    id,
    type: 'box',
    sizeMm: [10, 30, 30],
    atMm: [x, 0, 50],
  });
  const clamp = cube('clamp', 1, {
    mounts: [
      mountAt('base', 'nato-rail', 'clamp', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
        clampLengthMm: 20,
        entry: 'end',
      }),
    ],
  });
  return on([clamp], [joint('c', 'clamp.base', 'body.rail', { slideMm: 20 })], {
    camera: { solids: [...body.solids, stop('ahead', 60), ...(both ? [stop('behind', -60)] : [])] },
  });
};

/** The fixtures of all findings that geometry, loads or completeness give. */
/** A part with pins waits in the drawer for the one mount that takes it, before which a block stands. */
const waiting = (highMm: number): Made => {
  const pinned = cube('pinned', 1, {
    mounts: [screwBase({ locating: { side: 'pins', spacingMm: 19 } })],
  });
  const ids = ['body', 'handle', 'block', 'pinned'];
  return createTestRig(
    [body, handle, post('block', [30, 0, highMm]), pinned],
    [held, joint('p', 'block.base', 'body.plain')],
    { kit: ids.map((id) => ({ id, partId: id, owned: true })) },
  );
};

const wishing: Parameters<typeof on>[2] = {
  brief: { currency: 'EUR', limits: {}, wishes: [{ need: 'monitor', weight: 'must' }] },
};

/** The handle held by a foot in the shoe. */
const inShoe = (more: Partial<Mount>) =>
  createTestRig(
    [
      body,
      {
        ...handle,
        mounts: [
          mountAt('base', 'cold-shoe', 'foot', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
            clampLengthMm: 18,
            carrier: true,
            ...more,
          }),
        ],
      },
    ],
    [joint('h', 'handle.base', 'body.shoe')],
  );

/** A block on a rig for one day, which another rig uses on a day. */
const planned = (date: string, on: string) => ({
  ...onPlain(post('block', [0, 0, 30]), { brief: { currency: 'EUR', limits: {}, day: { date } } }),
  elsewhere: [{ itemId: 'block', rigId: 'skiff', rig: 'Skiff', on }],
});

export const solidFixtures = {
  'parts-overlap': {
    has: pair(post('a', [0, 0, 30]), post('b', [-20.1, 0, 30])),
    hasNot: pair(post('a', [0, 0, 30]), post('b', [-19.9, 0, 30])),
  },
  // The leaf's tip passes y = 130 above its hinge; the cube's side is at 129.9 or 130.1.
  'keep-clear-entered': {
    has: onPlain(post('block', [0, 134.9, -50]), { camera: { keepClear: [doorAt] } }),
    hasNot: onPlain(post('block', [0, 135.1, -50]), { camera: { keepClear: [doorAt] } }),
  },
  // A grip of 15 mm radius and 25 mm of room: 40 mm from its line at z = 100.
  'hand-room': {
    has: onPlain(post('block', [0, 44.9, 50])),
    hasNot: onPlain(post('block', [0, 45.1, 50])),
  },
  // 8 mm of room from half a millimetre above the socket at x = 30.
  'mount-covered': {
    has: waiting(13.4),
    hasNot: waiting(13.6),
  },
  'cannot-bring-on': { has: endStops(true), hasNot: endStops(false) },
  // 30 mm of plug, and half of the cube from the socket at y = 5.
  'plug-cannot-enter': {
    has: plugged(leadOf('hdmi-a'), 39.9),
    hasNot: plugged(leadOf('hdmi-a'), 40.1),
  },
  'bend-too-tight': {
    has: plugged(leadOf('hdmi-a'), 54.9),
    hasNot: plugged(leadOf('hdmi-a'), 55.1),
  },
  'lead-wrong-end': { has: plugged(leadOf('hdmi-c')), hasNot: plugged(leadOf('hdmi-a')) },
  'port-taken-twice': {
    has: plugged(leadOf('hdmi-a'), undefined, [
      ...run,
      { ...run[0]!, id: 'again', to: { item: 'screen', port: 'second' } },
    ]),
    hasNot: plugged(leadOf('hdmi-a')),
  },
  // Straight out of both sockets by 45 mm, then 100 mm along x: 190 mm and the two half millimetres.
  'lead-too-short': {
    has: plugged(leadOf('hdmi-a', 185)),
    hasNot: plugged(leadOf('hdmi-a', 195)),
  },
  // Drawn out by so much, its way takes so much more.
  'lead-short-when-moved': { has: drawnOut(6), hasNot: drawnOut(2) },
  'lead-too-long': {
    has: plugged(leadOf('hdmi-a', 345)),
    hasNot: plugged(leadOf('hdmi-a', 240)),
  },
  // 1 kg, 104 or 100 mm ahead: 1.02 and 0.98 N·m, where a third of 3 N·m is 1.
  'lens-mount-overloaded': {
    has: onLens({ ...lens({}, [104, 0, 0]), massG: 1000 }),
    hasNot: onLens({ ...lens({}, [100, 0, 0]), massG: 1000 }),
  },
  'adapter-impossible': { has: adapted(20, 10), hasNot: adapted(44, 24) },
  'flange-off': { has: adapted(44, 24.2), hasNot: adapted(44, 24.05) },
  // 36 by 24 mm measures 43.27 mm across.
  'sensor-not-covered': {
    has: onLens(lens({ optics: { focalMm: [50, 50], imageCircleMm: 43.2 } }), {
      sensorMm: [36, 24],
    }),
    hasNot: onLens(lens({ optics: { focalMm: [50, 50], imageCircleMm: 43.3 } }), {
      sensorMm: [36, 24],
    }),
  },
  // The middle of the opening 50 mm below the screw at z = 50, and 1.1 or 0.9 mm more.
  'off-optical-axis': {
    has: onPlain(
      post('box', [80, 0, 0], { opticalAxis: { atMm: [80, 0, -51.1], direction: [1, 0, 0] } }),
      { camera: withMounts(lensMount()) },
    ),
    hasNot: onPlain(
      post('box', [80, 0, 0], { opticalAxis: { atMm: [80, 0, -50.9], direction: [1, 0, 0] } }),
      { camera: withMounts(lensMount()) },
    ),
  },
  'rods-apart': { has: roddedApart(57.5), hasNot: roddedApart(60.4) },
  'camera-askew': { has: askew(1.1), hasNot: askew(0.9) },
  'gear-out-of-mesh': { has: geared(0.4), hasNot: geared(0.2) },
  'support-too-short': { has: supported(1.3), hasNot: supported(0.7) },
  // 50 mm, 24 mm high, pupil in the flange: 25.2 mm above the axis at x = 110.
  'view-cut': {
    has: viewed(30.1),
    hasNot: viewed(30.3),
  },
  // A coin of 25 mm from half a millimetre above z = 60.
  'tool-cannot-reach': {
    has: under(40.4),
    hasNot: under(40.6),
  },
  'assembly-impossible': {
    has: pair(
      post('a', [0, 0, 30], {}, access([6, 0, 30], [1, 0, 0])),
      post('b', [0, 0, 30], {}, access([-6, 0, 30], [-1, 0, 0])),
    ),
    hasNot: pair(
      post('a', [0, 0, 30], {}, access([6, 0, 30], [1, 0, 0])),
      post('b', [0, 0, 30], {}, access([6, 0, 30], [1, 0, 0])),
    ),
  },
  'scratches-body': { has: caged(true), hasNot: caged(false) },
  'screw-hits-behind': {
    has: pair(post('a', [0, 0, 30], {}, { thread: { lengthMm: 9 } }), post('b', [-30, 0, -13.9])),
    hasNot: pair(
      post('a', [0, 0, 30], {}, { thread: { lengthMm: 9 } }),
      post('b', [-30, 0, -14.1]),
    ),
  },
  // A palm of 27 mm about the grip's line at z = 100; the lever's side is at 26.9 or 27.1.
  // A hand of 12 mm on a grip of 15 mm radius: 27 mm about its line at z = 100.
  'hand-in-the-way': { has: venting(73.1), hasNot: venting(72.9) },
  'lever-under-hand': { has: levered(31.9), hasNot: levered(32.1) },
  'over-payload': {
    has: on([], [], {
      setup: { hold: 'tripod' },
      brief: { currency: 'EUR', limits: {}, supports: { tripodPayloadG: 1000 } },
    }),
    hasNot: on([], [], {
      setup: { hold: 'tripod' },
      brief: { currency: 'EUR', limits: {}, supports: { tripodPayloadG: 1001 } },
    }),
  },
  // The cube ends at x = 105, the lens mount is at 5.
  'over-ahead': {
    has: onPlain(post('block', [100, 0, 0]), {
      camera: withMounts(lensMount()),
      brief: { currency: 'EUR', limits: { aheadMm: 99.9 } },
    }),
    hasNot: onPlain(post('block', [100, 0, 0]), {
      camera: withMounts(lensMount()),
      brief: { currency: 'EUR', limits: { aheadMm: 100 } },
    }),
  },
  'home-made-load': { has: carrying(true), hasNot: carrying(false) },
  'one-fastening': {
    has: inShoe({}),
    // How firmly it holds is stated: then the ratio speaks.
    hasNot: inShoe({ holdsNm: 3 }),
  },
  // The handle is held: 1000 g of body hang on the rail.
  'mount-overloaded': { has: bearing(999), hasNot: bearing(1000) },
  // Its front ends at x = 15 and comes out 30 mm; the block begins at 44 or at 45.
  'movement-blocked': { has: zooming(49), hasNot: zooming(50) },
  'strap-end-loose': { has: strapped(false), hasNot: strapped(true) },
  // 100 g, 100 mm out: 0.0981 N·m; half of 0.19 is less, half of 0.2 more.
  'arm-sags': { has: drooping(0.19), hasNot: drooping(0.2) },
  // A patch of 1 cm² on an upright face: 6 N along it, 3 N off it, 0.0075 N·m over. 61.2 g, 5 mm out, take up half of it.
  'may-come-off': { has: stuck(62), hasNot: stuck(61) },
  'no-lining': {
    has: onPlain(post('block', [0, 0, 30], {}, lined('metal'))),
    hasNot: onPlain(post('block', [0, 0, 30], {}, lined('rubber'))),
  },
  'out-of-reach': {
    has: twoHanded({ controls: [{ id: 'record', use: 'record', atMm: [90.1, 60, 0] }] }),
    hasNot: twoHanded({ controls: [{ id: 'record', use: 'record', atMm: [89.9, 60, 0] }] }),
  },
  // The palm closes round the handle's line at z = 100.
  'pressed-unawares': { has: pressing(80.1), hasNot: pressing(79.9) },
  'not-with-gloves': {
    has: on([], [], {
      camera: { controls: [{ id: 'wheel', use: 'dials', atMm: [0, 0, 5], sizeMm: 8.9 }] },
      brief: day,
    }),
    hasNot: on([], [], {
      camera: { controls: [{ id: 'wheel', use: 'dials', atMm: [0, 0, 5], sizeMm: 9 }] },
      brief: day,
    }),
  },
  'grips-uneven': { has: twoHanded({}, 25.1), hasNot: twoHanded({}, 24.9) },
  'screen-not-seen': { has: aslant(60.5), hasNot: aslant(59.5) },
  // A cube of 10 mm is a point; a plate of 100 mm below it is not.
  'does-not-stand': {
    has: on([], [], { setup: { hold: 'set-down' } }),
    hasNot: on([], [], {
      setup: { hold: 'set-down' },
      camera: {
        solids: [
          ...body.solids,
          { id: 'foot', type: 'box', sizeMm: [100, 100, 10], atMm: [0, 0, -20] },
        ],
      },
    }),
  },
  'longer-than-needed': { has: rods(59), hasNot: rods(61) },
  'excludes-part': {
    has: pair(post('a', [0, 0, 30], { excludes: ['b'] }), post('b', [0, 0, 30])),
    hasNot: pair(post('a', [0, 0, 30]), post('b', [0, 0, 30])),
  },
  'part-unplaced': {
    has: wished(post('spare', [0, 0, 30])),
    hasNot: onPlain(post('spare', [0, 0, 30])),
  },
  'no-lead': {
    has: on(
      [post('screen', [100, 0, -50], { kind: 'monitor', ports: [socketIn] })],
      [joint('s', 'screen.base', 'body.plain')],
      { camera: { ports: [socketOut] } },
    ),
    hasNot: plugged(leadOf('hdmi-a')),
  },
  'no-supply': { has: fed(false), hasNot: fed(true) },
  'planned-twice': {
    has: planned('2026-03-01', '2026-03-01'),
    hasNot: planned('2026-03-01', '2026-03-02'),
  },
  'tool-missing': {
    has: onPlain(post('block', [0, 0, 30], {}, { fastening: { tool: 'hex-4', seconds: 9 } }), {
      brief: { currency: 'EUR', limits: { tools: ['coin'] } },
    }),
    hasNot: onPlain(
      post('block', [0, 0, 30], { tools: ['hex-4'] }, { fastening: { tool: 'hex-4', seconds: 9 } }),
      { brief: { currency: 'EUR', limits: { tools: ['coin'] } } },
    ),
  },
  'bought-twice': {
    has: wished(leadOf('hdmi-a'), cube('kit', 1, { inBox: [{ name: 'a lead', partId: 'lead' }] })),
    hasNot: wished(leadOf('hdmi-a'), cube('kit', 1, { inBox: ['a lead'] })),
  },
  'sold-only-with': {
    has: wished(post('spare', [0, 0, 30], { soldOnlyWith: ['kit'] })),
    hasNot: wished(post('spare', [0, 0, 30], { soldOnlyWith: ['kit'] }), cube('kit', 1)),
  },
  'no-charger': { has: charged(false), hasNot: charged(true) },
  'need-unserved': {
    has: onPlain(post('block', [0, 0, 30]), wishing),
    hasNot: onPlain(
      post('block', [0, 0, 30], { serves: [{ need: 'monitor', nits: 400 }] }),
      wishing,
    ),
  },
  'door-stays-open': {
    has: onPlain(post('block', [0, 0, 30], { opensDoor: true })),
    hasNot: onPlain(post('block', [0, 0, 30], { opensDoor: false })),
  },
  // The plug's end is 35 mm out; the swing of a card door begins there, or just beyond.
  'plug-in-the-way': { has: swung(34), hasNot: swung(35.1) },
  'socket-wears': { has: worn('fragile'), hasNot: worn('ordinary') },
  'joint-plays': {
    has: onPlain(post('block', [0, 0, 30]), {}, { playMm: 0.2 }),
    hasNot: onPlain(post('block', [0, 0, 30])),
  },
} satisfies Partial<Record<FindingCode, { readonly has: Made; readonly hasNot: Made }>>;

function swung(fromY: number): Made {
  const made = plugged(leadOf('hdmi-a'));
  const camera = made.parts.get('body')!;
  const door: KeepClear = {
    id: 'card-room',
    purpose: 'card-door',
    shape: { type: 'box', atMm: [socketOut.originMm[0], fromY + 10, 0], sizeMm: [40, 20, 40] },
  };
  return {
    rig: made.rig,
    parts: new Map([...made.parts, ['body', { ...camera, keepClear: [door] }]]),
  };
}

function worn(wear: NonNullable<Port['wear']>): Made {
  const made = plugged(leadOf('hdmi-a'));
  const camera = made.parts.get('body')!;
  const ports = camera.ports!.map((p) => ({ ...p, wear }));
  return { rig: made.rig, parts: new Map([...made.parts, ['body', { ...camera, ports }]]) };
}

function viewed(z: number): Made {
  return on(
    [lens({ optics: { focalMm: [50, 50], pupilMm: 0 } }), post('flag', [105, 0, z - 50])],
    [joint('l', 'lens.rear', 'body.lens'), joint('f', 'flag.base', 'body.plain')],
    { camera: { ...withMounts(lensMount()), sensorMm: [36, 24] } },
  );
}

function levered(y: number): Made {
  return onPlain(
    post('quick', [0, 80, 0], {
      keepClear: [
        {
          id: 'lever',
          purpose: 'lever',
          shape: { type: 'box', atMm: [0, y, 50], sizeMm: [10, 10, 10] },
        },
      ],
    }),
  );
}

function bearing(massG: number): Made {
  return on([], [], {
    camera: {
      mounts: body.mounts.map((m) => (m.id === 'rail' ? { ...m, bears: { massG } } : m)),
    },
  });
}

function drooping(holdsNm: number): Made {
  return onPlain({
    ...post('flap', [100, 0, 0], {
      movements: [
        {
          id: 'tilt',
          name: 'tilted',
          type: 'turn',
          originMm: [0, 0, 0],
          axis: [0, 1, 0],
          from: -90,
          to: 90,
          rest: 0,
          holdsNm,
          carries: ['solid'],
        },
      ],
    }),
    massG: 100,
  });
}

function lined(lining: 'metal' | 'rubber'): Partial<Mount> {
  return { contact: { innerRadiusMm: 3.3, outerRadiusMm: 9, lining } };
}
