import { beforeAll, describe, expect, it } from '@jest/globals';
import { loadCollider, type Collider } from '../clash/index.js';
import type { Part, Port } from '../part/index.js';
import { measureReport, type Finding, type FindingCode } from '../report/index.js';
import { applyEdit, type Edit, type Setup } from '../rig/index.js';
import { Build } from '../testing/build.js';
import { body, createTestRig, cube, joint, mountAt } from '../testing/rigs.js';
import { listServing } from './serve.js';
import { listFlat } from './weigh.js';

let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});

const screwAt = (z: number) =>
  mountAt('base', 'quarter-20', 'screw', [0, 0, z], [0, 0, -1], [1, 0, 0], {
    thread: { lengthMm: 6 },
    carrier: true,
  });
const hdmi = (id: string, direction: Port['direction']): Port => ({
  id,
  connector: 'hdmi-a',
  direction,
  carries: ['video'],
  originMm: [0, 5, 0],
  normal: [0, 1, 0],
});
const lead = (id: string, lengthMm: number): Part =>
  cube(id, 20, {
    kind: 'cable',
    cable: {
      ends: [
        { connector: 'hdmi-a', bodyMm: 20, bodyRadiusMm: 6 },
        { connector: 'hdmi-a', bodyMm: 20, bodyRadiusMm: 6 },
      ],
      lengthMm,
      carries: ['video'],
    } as unknown as NonNullable<Part['cable']>,
  });

/** The ways that are proposed for the first finding of a code, the setup as it is, and the shop that they come from. */
function proposalsFor(
  made: ReturnType<typeof createTestRig>,
  shop: readonly Part[],
  code: FindingCode,
) {
  const [setup] = made.rig.setups;
  const book = new Map([...made.parts, ...shop.map((p) => [p.id, p] as const)]);
  const report = measureReport(made.rig, setup!.id, book, { collider });
  const finding = report.findings.find((f) => f.code === code) as Finding;
  const edits = listServing({ report, book, collider }, finding);
  const after = (edit: Edit) =>
    measureReport(applyEdit(made.rig, edit), setup!.id, book, { collider });
  return { finding, edits, after };
}
const codes = (findings: readonly Finding[]) => findings.map((f) => f.code);

describe('a picture for two from one output', () => {
  const camera: Part = { ...body, ports: [hdmi('out', 'out')] };
  const screen = (id: string, ports: readonly Port[]): Part =>
    cube(id, 100, { kind: 'monitor', mounts: [screwAt(-5)], ports: [...ports] });
  const sender: Part = cube('sender', 50, {
    kind: 'transmitter',
    mounts: [screwAt(-5)],
    ports: [hdmi('in', 'in')],
  });
  const made = (monitor: Part) =>
    createTestRig(
      [camera, monitor, sender, lead('first', 200)],
      [joint('m', `${monitor.id}.base`, 'body.plain'), joint('s', 'sender.base', 'body.holes')],
      {
        setup: {
          cables: [
            {
              id: 'run',
              item: 'first',
              from: { item: 'body', port: 'out' },
              to: { item: monitor.id, port: 'in' },
            },
          ],
        },
      },
    );
  const plain = screen('plain', [hdmi('in', 'in')]);
  const looping = screen('looping', [hdmi('in', 'in'), hdmi('loop', 'out')]);
  const shop = [lead('short', 150), lead('long', 400)];

  it('goes on through another make of the screen, which keeps its lead, by one about as long', () => {
    const { edits, after } = proposalsFor(made(plain), [...shop, looping], 'no-lead');
    const found = after(edits[0]!);
    expect(codes(found.findings)).not.toContain('no-lead');
    const swapped = found.assembly.items.find((p) => p.part.id === 'looping')!.item.id;
    const [, second] = found.assembly.setup.cables!;
    const [itsLead] = found.assembly.rig.kit.filter((i) => i.id === second!.item);
    // Another of the very lead that is there is as long as that.
    expect(itsLead!.partId).toBe('first');
    expect(itsLead!.id).not.toBe('first');
    expect(found.assembly.setup.cables!.map((c) => [c.from, c.to])).toEqual([
      [
        { item: 'body', port: 'out' },
        { item: swapped, port: 'in' },
      ],
      [
        { item: swapped, port: 'loop' },
        { item: 'sender', port: 'in' },
      ],
    ]);
  });

  it('or what wants it stands before the screen: two leads of one make are two of them', () => {
    const loops: Part = { ...sender, id: 'loops', ports: [hdmi('in', 'in'), hdmi('loop', 'out')] };
    const { edits, after } = proposalsFor(made(plain), [lead('only', 200), loops], 'no-lead');
    const { cables } = after(edits[0]!).assembly.setup;
    expect(cables!.map((c) => [c.from.item, c.to.item])).toMatchObject([
      ['body', expect.stringContaining('loops')],
      [expect.stringContaining('loops'), 'plain'],
    ]);
    expect(new Set(cables!.map((c) => c.item)).size).toBe(2);
  });

  it('is not made up where nothing in the shop passes it on', () => {
    expect(proposalsFor(made(plain), shop, 'no-lead').edits).toEqual([]);
  });
});

describe('a rig that tips over', () => {
  // 1 000 g over a foot of 20 mm, and a weight that draws it 30 mm ahead.
  const camera: Part = {
    ...body,
    solids: [{ id: 'deck', type: 'box', sizeMm: [20, 20, 20], atMm: [0, 0, 10] }],
    mounts: [
      ...body.mounts,
      mountAt('under', 'quarter-20', 'socket', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
        thread: { depthMm: 8 },
      }),
    ],
  };
  const ahead = cube('ahead', 1000, { mounts: [screwAt(0)] }, [60, 0, 20]);
  const plate = (id: string, longMm: number): Part => ({
    ...cube(id, 60, { kind: 'plate' }),
    solids: [{ id: 'plate', type: 'box', sizeMm: [longMm, 60, 8], atMm: [0, 0, -4] }],
    mounts: [
      mountAt('top', 'quarter-20', 'screw', [0, 0, 0], [0, 0, 1], [1, 0, 0], {
        thread: { lengthMm: 5 },
        carrier: true,
      }),
    ],
  });
  const setup: Partial<Setup> = { hold: 'set-down' };
  const made = createTestRig([camera, ahead], [joint('a', 'ahead.base', 'body.plain')], { setup });

  it('stands on the plate that reaches under its weight, and on no shorter one', () => {
    const shop = [plate('short', 40), plate('wide', 120)];
    const { edits, after } = proposalsFor(made, shop, 'does-not-stand');
    expect(edits.map((e) => e.type === 'add-part' && e.item.partId)).toEqual(['wide']);
    expect(codes(after(edits[0]!).findings)).not.toContain('does-not-stand');
    expect(proposalsFor(made, shop.slice(0, 1), 'does-not-stand').edits).toEqual([]);
  });
});

describe('a screen that looks past the eye', () => {
  const hinge = (id: string, axis: [number, number, number], carries: readonly string[]) => ({
    id,
    name: id,
    type: 'turn' as const,
    originMm: [0, 0, 40] as [number, number, number],
    axis,
    from: -90,
    to: 90,
    rest: 0,
    carries: [...carries],
  });
  const arm: Part = {
    ...cube('arm', 50, { kind: 'arm' }),
    mounts: [
      screwAt(0),
      mountAt('head', 'quarter-20', 'screw', [0, 0, 60], [0, 0, 1], [1, 0, 0], {
        thread: { lengthMm: 5 },
      }),
    ],
    movements: [hinge('swivel', [0, 0, 1], ['head'])],
  };
  const screen: Part = cube('screen', 100, {
    kind: 'monitor',
    mounts: [
      mountAt('under', 'quarter-20', 'socket', [0, 0, -5], [0, 0, -1], [1, 0, 0], {
        thread: { depthMm: 8 },
        carrier: true,
      }),
    ],
    screens: [{ id: 'picture', atMm: [0, 5.1, 0], normal: [0, 1, 0], diagonalMm: 130 }],
  });

  it('is turned by the arm that carries it, as little as is enough', () => {
    const made = createTestRig(
      [body, arm, screen],
      [joint('a', 'arm.base', 'body.plain'), joint('s', 'screen.under', 'arm.head')],
      { setup: { hold: 'tripod' } },
    );
    const { edits, after } = proposalsFor(made, [], 'screen-not-seen');
    expect(edits[0]).toMatchObject({ type: 'set-stance', itemId: 'arm', movementId: 'swivel' });
    expect(codes(after(edits[0]!).findings)).not.toContain('screen-not-seen');
  });
});

describe('a lens too heavy for its mount', () => {
  const build = (heightMm: number) => {
    const made = new Build();
    made.make('body', { widthMm: 120, heightMm, depthMm: 60, mountFamily: 'Alder' });
    made.make('lens', { mountFamily: 'Alder', lengthMm: 170, diameterMm: 76, massG: 2000 });
    made.join('lens', 'rear', 'body', 'lens');
    return { rig: made.rig, parts: made.parts };
  };
  const shelf = new Build();
  const onFace = (id: string, face: 'top' | 'bottom') => ({ id, face, reference: 'front' });
  const screw = { ...onFace('top', 'top'), kind: 'quarter-20', side: 'screw', carrier: true };
  shelf.make('plate', {
    lengthMm: 60,
    widthMm: 80,
    heightMm: 18,
    mounts: [
      screw,
      { ...onFace('rods', 'bottom'), kind: 'rod-15-pair', side: 'clamp', clampMm: 40 },
    ],
  });
  shelf.make('rod', { lengthMm: 300 });
  shelf.make('lens-support', { lowMm: 20, liftMm: 40 });
  const shop = [...shelf.parts.values()];
  shelf.make('adaptor', {
    lengthMm: 30,
    widthMm: 30,
    heightMm: 14,
    mounts: [screw, { ...onFace('under', 'bottom'), kind: 'quarter-20', side: 'socket' }],
  });
  const withRiser = [...shelf.parts.values()];
  const settle = (heightMm: number, makes: readonly Part[]) => {
    const { edits, after } = proposalsFor(build(heightMm), makes, 'lens-mount-overloaded');
    const good = edits.find((edit) => {
      const found = codes(after(edit).findings);
      return !found.includes('lens-mount-overloaded') && !found.includes('parts-overlap');
    });
    const kinds = good && after(good).assembly.items.map((p) => p.part.kind);
    return { kinds, raised: good && listFlat(good).some((e) => e.type === 'set-stance') };
  };

  it('stands on a support that comes with its rods and their base, raised to the barrel', () => {
    expect(settle(100, shop)).toEqual({
      kinds: expect.arrayContaining(['plate', 'rod', 'lens-support']),
      raised: true,
    });
  });

  it('where that is too high for a low body, with a riser above the base, and not without one', () => {
    expect(settle(70, shop).kinds).toBeUndefined();
    expect(settle(70, withRiser).kinds).toEqual(
      expect.arrayContaining(['adaptor', 'plate', 'rod', 'lens-support']),
    );
  });
});
