/** Rigs that are legal and that nobody would build: what a file may hold at its worst, for budgets of time. */
import type { Part } from '../part/index.js';
import { rigFormat, rigFormatVersion, type Joint, type Rig, type RigFile } from '../rig/index.js';
import { mountAt } from './rigs.js';

type Triple = [number, number, number];

/** As long as a rail may be. */
const endless = { axis: [1, 0, 0] as Triple, fromMm: -5000, toMm: 5000 };

const camera: Part = {
  id: 'camera',
  kind: 'body',
  name: 'Camera',
  massG: 700,
  solids: [{ id: 'case', type: 'box', atMm: [0, 0, 0], sizeMm: [130, 60, 90] }],
  mounts: [
    mountAt('rail', 'nato-rail', 'rail', [0, 0, 45], [0, 0, 1], [1, 0, 0], { lengthwise: endless }),
  ],
};

const foot = (id: string, more: Partial<Part> = {}): Part => ({
  id,
  kind: 'plate',
  name: id,
  massG: 20,
  solids: [{ id: 'case', type: 'box', atMm: [0, 0, 10], sizeMm: [40, 30, 20] }],
  mounts: [
    mountAt('clamp', 'nato-rail', 'clamp', [0, 0, 0], [0, 0, -1], [1, 0, 0]),
    // Where it stands itself: what is on it stands in it.
    mountAt('seat', 'nato-rail', 'rail', [0, 0, 0], [0, 0, 1], [1, 0, 0], { lengthwise: endless }),
  ],
  ...more,
});

/** A rig of `count` of one part, each on the last one and `stepMm` further than that. */
function chain(id: string, part: Part, count: number, stepMm: number): RigFile {
  const ids = Array.from({ length: count }, (_, i) => `one-${i}`);
  const joints: Joint[] = ids.map((item, i) => ({
    id: `joint-${i}`,
    parent: i === 0 ? { item: 'body', mount: 'rail' } : { item: ids[i - 1]!, mount: 'seat' },
    child: { item, mount: 'clamp' },
    slideMm: stepMm,
    turnDeg: 0,
  }));
  const rig: Rig = {
    id,
    name: id,
    brief: { currency: 'EUR', limits: {} },
    kit: [
      { id: 'body', partId: camera.id, owned: true },
      ...ids.map((item) => ({ id: item, partId: part.id, owned: false })),
    ],
    setups: [
      {
        id: 'one',
        name: 'One',
        body: 'body',
        hold: 'tripod',
        attitude: 'level',
        motion: 'walking',
        joints,
      },
    ],
  };
  return {
    format: rigFormat,
    formatVersion: rigFormatVersion,
    parts: [camera, part],
    rig,
    versions: [],
    log: [],
  };
}

const manySolids = (count: number): Part['solids'] =>
  Array.from({ length: count }, (_, i) => ({
    id: `s${i}`,
    type: 'tube' as const,
    innerRadiusMm: 3,
    atMm: [
      (i % 10) * 6 - 30,
      (Math.floor(i / 10) % 10) * 5 - 25,
      5 + Math.floor(i / 100) * 10,
    ] as Triple,
    axis: [0, 0, 1] as Triple,
    radiusMm: 4,
    lengthMm: 9,
  }));

/** The worst of each kind, by what is too much in it. */
export const worstRigs: Readonly<Record<string, () => RigFile>> = {
  'parts 5 m apart': () => chain('apart', foot('block'), 3, 5000),
  '400 parts in one place': () => chain('heap', foot('block'), 400, 0),
  '400 parts of 5 m': () =>
    chain(
      'beams',
      foot('beam', {
        solids: [{ id: 'case', type: 'box', atMm: [0, 0, 10], sizeMm: [20, 5000, 20] }],
      }),
      400,
      5,
    ),
  '100 spaces on 100 parts': () =>
    chain(
      'spaced',
      foot('spacious', {
        keepClear: Array.from({ length: 100 }, (_, i) => ({
          id: `space-${i}`,
          purpose: 'battery-door' as const,
          shape: {
            type: 'box' as const,
            atMm: [0, (i % 10) * 4 - 20, 30] as Triple,
            sizeMm: [40, 30, 60] as Triple,
          },
        })),
      }),
      100,
      20,
    ),
  '30 parts of 200 tubes': () =>
    chain('crowd', foot('crowded', { solids: manySolids(200) }), 30, 3),
  '100 leads of 5 m': () => {
    const port = {
      id: 'port',
      connector: 'hdmi-a' as const,
      direction: 'both' as const,
      carries: ['video' as const],
      originMm: [20, 0, 10] as Triple,
      normal: [1, 0, 0] as Triple,
      reference: [0, 0, 1] as Triple,
    };
    const file = chain('wired', foot('wired', { ports: [port] }), 200, 40);
    const { rig } = file;
    const leads = Array.from({ length: 100 }, (_, i) => `lead-${i}`);
    const lead: Part = {
      id: 'lead',
      kind: 'cable',
      name: 'Lead',
      massG: 60,
      solids: [{ id: 'coil', type: 'box', atMm: [0, 0, 0], sizeMm: [60, 60, 20] }],
      mounts: [],
      cable: {
        ends: [
          { connector: 'hdmi-a', bodyMm: 30 },
          { connector: 'hdmi-a', bodyMm: 30 },
        ],
        carries: ['video'],
        lengthMm: 5000,
      },
    };
    return {
      ...file,
      parts: [...file.parts, lead],
      rig: {
        ...rig,
        kit: [...rig.kit, ...leads.map((id) => ({ id, partId: 'lead', owned: false }))],
        setups: rig.setups.map((s) => ({
          ...s,
          cables: leads.map((item, i) => ({
            id: `run-${i}`,
            item,
            from: { item: `one-${i}`, port: 'port' },
            to: { item: `one-${199 - i}`, port: 'port' },
          })),
        })),
      },
    };
  },
};
