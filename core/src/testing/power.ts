/** Small parts with power for tests: cells, devices, plates, leads, each with what a network needs and nothing else. */
import type { Part, Port } from '../part/index.js';
import type { Joint } from '../rig/index.js';
import { createTestRig, cube, joint, mountAt } from './rigs.js';

const up = [0, 0, 1] as const;

export function socketFor(
  id: string,
  direction: Port['direction'],
  power: NonNullable<Port['power']> | undefined,
  more: Partial<Port> = {},
): Port {
  return {
    id,
    connector: 'barrel',
    direction,
    carries: ['power'],
    originMm: [0, 50, 0],
    normal: [0, 1, 0],
    ...(power ? { power } : {}),
    ...more,
  };
}

const bay = (id: string, kind: 'v-mount' | 'l-series' = 'v-mount') =>
  mountAt(id, kind, 'plate', [-50, 0, 0], [-1, 0, 0], [...up]);

/** A battery of so many Wh at 12 to 16 V. */
export const brick = (id: string, energyWh: number, more: Partial<Part> = {}): Part =>
  cube(id, 500, {
    kind: 'battery',
    mounts: [
      mountAt('face', 'v-mount', 'battery', [50, 0, 0], [1, 0, 0], [...up], { carrier: true }),
    ],
    cell: { energyWh, fullV: 16, emptyV: 12 },
    ...more,
  });

/** A device that takes 7 to 17 V at a round plug. */
export const device = (id: string, recordW: number | undefined, more: Partial<Part> = {}): Part =>
  cube(id, 100, {
    kind: 'monitor',
    mounts: [
      mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
        thread: { lengthMm: 6 },
      }),
      bay('bay'),
    ],
    ports: [socketFor('in', 'in', { minV: 7, maxV: 17 })],
    ...(recordW === undefined ? {} : { draw: { recordW } }),
    ...more,
  });

/** A body with a plate for a brick, its own input, and two outlets: as the battery is, and 12 V behind a converter. */
export const station: Part = cube('body', 600, {
  kind: 'body',
  mounts: [
    bay('plate'),
    mountAt('a', 'quarter-20', 'socket', [0, 0, 50], [...up], [1, 0, 0], {
      thread: { depthMm: 8 },
    }),
    mountAt('b', 'quarter-20', 'socket', [30, 0, 50], [...up], [1, 0, 0], {
      thread: { depthMm: 8 },
    }),
  ],
  ports: [
    socketFor('raw', 'out', { minV: 12, maxV: 16 }),
    socketFor('twelve', 'out', { minV: 12, maxV: 12, regulated: true, efficiency: 0.8, maxA: 2 }),
  ],
  draw: { recordW: 10, idleW: 5 },
});

/** A lead between two round plugs. */
export const lead = (id: string, more: Partial<NonNullable<Part['cable']>> = {}): Part =>
  cube(id, 20, {
    kind: 'cable',
    cable: {
      ends: [
        { connector: 'barrel', bodyMm: 20 },
        { connector: 'barrel', bodyMm: 20 },
      ],
      lengthMm: 300,
      carries: ['power'],
      ...more,
    },
  });

/** The body as a station with these parts, joints and leads: `[lead, from item.port, to item.port]`. */
export function createPowerRig(
  parts: readonly Part[],
  joints: readonly Joint[],
  leads: readonly (readonly [lead: string, from: string, to: string])[] = [],
  more: Parameters<typeof createTestRig>[2] = {},
) {
  const end = (text: string) => {
    const [item, port] = text.split('.') as [string, string];
    return { item, port };
  };
  const cables = leads.map(([item, from, to]) => ({
    id: `run-${item}`,
    item,
    from: end(from),
    to: end(to),
  }));
  const body = parts.some((p) => p.id === 'body') ? [] : [station];
  return createTestRig([...body, ...parts], joints, {
    ...more,
    setup: { cables, ...more.setup },
  });
}

export const onPlate = (id: string) => joint(`j-${id}`, `${id}.face`, 'body.plate');
