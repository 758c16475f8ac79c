import { describe, expect, it } from '@jest/globals';
import type { Mount, Part } from '../part/index.js';
import { applyEdit, isMountFull, placeSetup, type Brace } from '../rig/index.js';
import { createTestRig, cube, joint, mountAt } from '../testing/rigs.js';
import { createScrewEdit, listBraces, listSecondScrews, measureBraceGapMm } from './brace.js';
import { occupancyCheck } from './joints.js';
import type { FitAsked } from './asked.js';

const hole = (id: string, x: number, y: number, more: Partial<Mount> = {}) =>
  mountAt(id, 'quarter-20', 'socket', [x, y, 10], [0, 0, 1], [1, 0, 0], {
    thread: { depthMm: 8 },
    ...more,
  });
const screw = (id: string, x: number, more: Partial<Mount> = {}) =>
  mountAt(id, 'quarter-20', 'screw', [x, 0, -10], [0, 0, -1], [1, 0, 0], {
    thread: { lengthMm: 5 },
    ...more,
  });
/** A body with holes at (0, 0), (18, 0), (0, 24) and (30, 40), and a handle with two screws 18 or 24 mm apart. */
function rigOf(apartMm: number, more: { pins?: boolean; turnDeg?: number } = {}) {
  const pins = more.pins
    ? ({ locating: { side: 'holes', spacingMm: 19 } } as const)
    : ({} as const);
  const body: Part = cube('body', 500, {
    kind: 'body',
    mounts: [hole('a', 0, 0, pins), hole('b', 18, 0), hole('c', 0, 24), hole('d', 30, 40)],
  });
  const handle: Part = cube('handle', 100, {
    mounts: [
      screw('base', 0, {
        carrier: true,
        ...(more.pins ? { locating: { side: 'pins', spacingMm: 19 } } : {}),
      }),
      screw('second', apartMm),
    ],
  });
  return createTestRig(
    [body, handle],
    [{ ...joint('h', 'handle.base', 'body.a'), turnDeg: more.turnDeg ?? 0 }],
  );
}
const offersOf = (made: ReturnType<typeof rigOf>) =>
  listSecondScrews(placeSetup(made.rig, made.rig.setups[0]!, made.parts), 'handle');

describe('a second screw', () => {
  it('is offered where the two holes meet once the part is turned on its first', () => {
    expect(offersOf(rigOf(18))).toMatchObject([
      { a: { item: 'handle', mount: 'second' }, b: { item: 'body', mount: 'b' }, byDeg: 0 },
    ]);
    const [turned, ...more] = offersOf(rigOf(24));
    expect(more).toEqual([]);
    expect(turned).toMatchObject({ b: { mount: 'c' } });
    expect(turned!.byDeg).toBeCloseTo(90, 6);
    expect(turned!.turnDeg).toBeCloseTo(90, 6);
  });

  it('is told from where the part stands now', () => {
    const [offer] = offersOf(rigOf(24, { turnDeg: 60 }));
    expect([offer!.byDeg, offer!.turnDeg].map(Math.round)).toEqual([30, 90]);
  });

  it('is not, where no hole is so far away, or pins let nothing turn', () => {
    expect(offersOf(rigOf(21))).toEqual([]);
    expect(offersOf(rigOf(24, { pins: true }))).toEqual([]);
    expect(offersOf(rigOf(18, { pins: true }))).toHaveLength(1);
  });

  it('meets its hole once the turn is made and the brace put in, and fills both', () => {
    const made = rigOf(24);
    const [offer] = offersOf(made);
    const brace: Brace = { id: 's', kind: 'second-screw', a: offer!.a, b: offer!.b };
    const setupId = made.rig.setups[0]!.id;
    const rig = applyEdit(made.rig, createScrewEdit(setupId, offer!, 's'));
    const assembly = placeSetup(rig, rig.setups[0]!, made.parts);
    expect(measureBraceGapMm(assembly, brace)).toBeLessThan(0.01);
    const isFull = (itemId: string, mountId: string) =>
      isMountFull(
        assembly,
        itemId,
        assembly.byId.get(itemId)!.part.mounts.find((m) => m.id === mountId)!,
      );
    expect([isFull('handle', 'second'), isFull('body', 'c'), isFull('body', 'b')]).toEqual([
      true,
      true,
      false,
    ]);
    expect(listSecondScrews(assembly, 'handle')).toEqual([]);
    expect(listBraces(assembly, 'handle')).toEqual([]);
  });

  it('into a hole that holds a part already is one part too many, and is taken out again', () => {
    const made = rigOf(18);
    const brace: Brace = {
      id: 's',
      kind: 'second-screw',
      a: { item: 'handle', mount: 'second' },
      b: { item: 'body', mount: 'a' },
    };
    const setupId = made.rig.setups[0]!.id;
    const rig = applyEdit(made.rig, { type: 'add-brace', setupId, brace });
    const assembly = placeSetup(rig, rig.setups[0]!, made.parts);
    const findings = occupancyCheck.find({ assembly } as FitAsked);
    expect(findings).toMatchObject([
      {
        code: 'mount-taken-twice',
        facts: { itemId: 'body', mountId: 'a', count: 2 },
      },
    ]);
    expect(findings[0]!.remedies).toMatchObject([{ edit: { type: 'remove-brace', braceId: 's' } }]);
  });
});
