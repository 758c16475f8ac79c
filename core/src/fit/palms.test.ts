import { beforeAll, describe, expect, it } from '@jest/globals';
import { loadCollider, type Collider } from '../clash/index.js';
import type { KeepClear, Part, Port } from '../part/index.js';
import { measureReport } from '../report/index.js';
import type { Joint } from '../rig/index.js';
import { body, createTestRig, cube, handle, joint, mountAt } from '../testing/rigs.js';

type Triple = [number, number, number];

let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});

/** Held by the top handle: the grip runs along x at z = 100, 15 mm in radius, the palm 90 mm long about its middle. */
function findIn(
  camera: Partial<Part>,
  parts: readonly Part[] = [],
  joints: readonly Joint[] = [],
  cables = false,
) {
  const { rig, parts: book } = createTestRig(
    [{ ...body, ...camera }, handle, ...parts],
    [joint('h', 'handle.base', 'body.rail', { slideMm: -10 }), ...joints],
    {
      setup: cables
        ? {
            cables: [
              {
                id: 'run',
                item: 'lead',
                from: { item: 'body', port: 'out' },
                to: { item: 'body', port: 'in' },
              },
            ],
          }
        : {},
    },
  );
  const report = measureReport(rig, 'low', book, { collider });
  return report.findings;
}

const socket = (id: 'in' | 'out', originMm: Triple, normal: Triple): Port => ({
  id,
  connector: 'hdmi-a',
  direction: id,
  carries: ['video'],
  originMm,
  normal,
});
const lead = cube('lead', 5, {
  kind: 'cable',
  cable: {
    ends: [
      { connector: 'hdmi-a', bodyMm: 30, bodyRadiusMm: 5 },
      { connector: 'hdmi-a', bodyMm: 30, bodyRadiusMm: 5 },
    ],
    lengthMm: 400,
    carries: ['video'],
  },
});

describe('a hand that holds', () => {
  const family = 'Gannet bayonet';
  const lens = (upMm: number): Part =>
    cube(
      'lens',
      100,
      {
        kind: 'lens',
        mounts: [
          mountAt('rear', 'lens-mount', 'lens', [0, 0, 0], [-1, 0, 0], [0, 0, 1], { family }),
        ],
        // 36 mm wide and 24 mm high at 24 mm: half of the height a distance away is half of that distance.
        optics: { focalMm: [24, 24], pupilMm: 10 },
      },
      [5, 0, upMm],
    );
  const seeing = (upMm: number) =>
    findIn(
      {
        sensorMm: [36, 24],
        mounts: [
          ...body.mounts,
          mountAt('lens', 'lens-mount', 'body', [-40, 0, upMm], [1, 0, 0], [0, 0, 1], { family }),
        ],
      },
      [lens(0)],
      [joint('l', 'lens.rear', 'body.lens')],
    ).filter((f) => f.code === 'hand-in-the-way');

  it('is seen where its fingers reach below the edge of the view', () => {
    // The palm ends 45 mm ahead of its middle at x = 0: 75 mm ahead of the pupil at −30, where the view is 37.5 mm high
    // to either side. The fingers reach down to 73 mm.
    expect(seeing(35)).toEqual([]);
    const [found] = seeing(36.5);
    expect(found).toMatchObject({ weight: 'risk', items: ['handle', 'lens'] });
  });

  it('is met by the plug of a lead, and is told at which socket', () => {
    // The plug stands up so far under the grip’s line at z = 100, where the hand reaches 27 mm down.
    const ports = (topMm: number) => [
      socket('out', [0, 0, topMm - 30], [0, 0, 1]),
      socket('in', [0, 100, 0], [0, 1, 0]),
    ];
    const metAt = (topMm: number) =>
      findIn({ ports: ports(topMm) }, [lead], [], true).filter((f) => f.code === 'plug-in-the-way');
    expect(metAt(73.4)).toEqual([]);
    const [found] = metAt(74);
    expect(found).toMatchObject({
      items: ['handle', 'lead'],
      facts: { purpose: 'hand-room', portItem: 'body', portId: 'out' },
    });
  });
});

describe('a plug', () => {
  const dial = (id: string): KeepClear => ({
    id,
    purpose: 'dials',
    shape: { type: 'box', atMm: [0, 20, -20], sizeMm: [10, 10, 10] },
  });
  const ports = [socket('out', [0, 0, -20], [0, 1, 0]), socket('in', [0, 100, 0], [0, 1, 0])];
  const screw = mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
    thread: { lengthMm: 6 },
    carrier: true,
  });
  const box = (keepClear: KeepClear[]): Part =>
    cube('box', 5, { mounts: [screw], keepClear }, [0, 0, 30]);
  const found = (camera: Partial<Part>, own: KeepClear[]) =>
    findIn({ ports, ...camera }, [lead, box(own)], [joint('b', 'box.base', 'body.plain')], true)
      .filter((f) => f.code === 'plug-in-the-way')
      .map((f) => f.items[0]);

  it('is in the way of another part’s knobs, and not of those that a maker built beside the socket', () => {
    expect(found({ keepClear: [dial('own')] }, [])).toEqual([]);
    // The same place, told from the box, which stands 50 mm higher.
    const shape: KeepClear['shape'] = { type: 'box', atMm: [0, 20, -70], sizeMm: [10, 10, 10] };
    expect(found({}, [{ ...dial('dials'), shape }])).toEqual(['box']);
  });
});
