/** A camera, microphones and boxes whose sound can be followed by hand. */
import type { Brief } from '../brief/index.js';
import type { Part, PartBook, Port } from '../part/index.js';
import type { Joint, Rig } from '../rig/index.js';
import { createTestRig, cube, joint, mountAt, noBrief } from './rigs.js';

type Made = { readonly rig: Rig; readonly parts: PartBook };

/** A socket for sound at the origin. */
export const soundPort = (
  id: string,
  connector: Port['connector'],
  direction: Port['direction'],
  sound?: Port['sound'],
): Port => ({
  id,
  connector,
  direction,
  carries: ['audio'],
  originMm: [0, 5, 0],
  normal: [0, 1, 0],
  ...(sound ? { sound } : {}),
});

const shoe = (id: string, y: number) =>
  mountAt(id, 'cold-shoe', 'shoe', [0, y, 50], [0, 0, 1], [1, 0, 0], {
    lengthwise: { axis: [1, 0, 0], fromMm: -10, toMm: 10 },
  });

/** One 3.5 mm input with plug-in power, a socket for headphones, contacts in its shoe; two tracks. */
export const listener: Part = cube('body', 500, {
  kind: 'body',
  tracks: { count: 2 },
  mounts: [
    shoe('a', 0),
    shoe('b', 60),
    shoe('c', -60),
    mountAt('hot', 'hot-shoe', 'shoe', [-40, 0, 50], [0, 0, 1], [1, 0, 0], {
      lengthwise: { axis: [1, 0, 0], fromMm: -9, toMm: 9 },
    }),
  ],
  ports: [
    soundPort('mic', 'jack-3.5', 'in', { channels: 2, powers: ['plug-in'], noiseDbu: -108 }),
    soundPort('phones', 'jack-3.5', 'out'),
    soundPort('contacts', 'shoe-contacts', 'in', { channels: 4 }),
  ],
});

const foot = mountAt('foot', 'cold-shoe', 'foot', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
  clampLengthMm: 18,
  carrier: true,
});
const hotFoot = mountAt('foot', 'hot-shoe', 'foot', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
  clampLengthMm: 18,
  carrier: true,
});

export const micOf = (
  id: string,
  hears: Part['hears'] = {},
  port: Port['connector'] = 'jack-3.5',
) =>
  cube(id, 50, {
    kind: 'microphone',
    serves: [{ need: 'microphone', channels: 1 }],
    hears,
    mounts: [foot],
    ports: [soundPort('out', port, 'out')],
  });

export const receiverOf = (id: string, channels: number, safetyTrack = false) =>
  cube(id, 40, {
    kind: 'receiver',
    serves: [{ need: 'wireless-audio', channels }],
    hears: { safetyTrack },
    mounts: [foot],
    ports: [soundPort('out', 'jack-3.5', 'out')],
  });

/** Two XLR inputs with phantom power; out by a 3.5 mm plug, or by the contacts in its foot. */
export const boxOfSound = (id: string, by: 'jack' | 'shoe'): Part =>
  cube(id, 200, {
    kind: 'sound-box',
    mounts: [by === 'jack' ? foot : hotFoot],
    ports: [
      soundPort('one', 'xlr-3', 'in', { channels: 1, powers: ['phantom'], noiseDbu: -126 }),
      soundPort('two', 'xlr-3', 'in', { channels: 1, powers: ['phantom'], noiseDbu: -126 }),
      by === 'jack'
        ? soundPort('out', 'jack-3.5', 'out')
        : soundPort('out', 'shoe-contacts', 'out', { channels: 4 }),
    ],
  });

export const soundLead = (
  id: string,
  one: Port['connector'] = 'jack-3.5',
  other: Port['connector'] = 'jack-3.5',
): Part =>
  cube(id, 10, {
    kind: 'cable',
    cable: {
      ends: [
        { connector: one, bodyMm: 20 },
        { connector: other, bodyMm: 20 },
      ],
      lengthMm: 300,
      carries: ['audio'],
    },
  });

/** A rig of these parts; leads as `[lead, from, to]`, each end `item.port`. */
export function createSoundRig(
  parts: readonly Part[],
  joints: readonly Joint[],
  leads: readonly (readonly [string, string, string])[],
  brief: Brief = noBrief,
): Made {
  const end = (ref: string) => {
    const [item, port] = ref.split('.') as [string, string];
    return { item, port };
  };
  return createTestRig(parts, joints, {
    brief,
    setup: {
      cables: leads.map(([item, from, to]) => ({
        id: `run-${item}`,
        item,
        from: end(from),
        to: end(to),
      })),
    },
  });
}

export const seat = (id: string, at: string, by = 'foot') =>
  joint(`j-${id}`, `${id}.${by}`, `body.${at}`);
