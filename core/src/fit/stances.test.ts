import { beforeAll, describe, expect, it } from '@jest/globals';
import { loadCollider, type Collider } from '../clash/index.js';
import type { Movement } from '../part/index.js';
import { placeSetup, tryEdit } from '../rig/index.js';
import { createSpace } from '../space/index.js';
import { createPowerRig, device, lead, socketFor } from '../testing/power.js';
import { joint } from '../testing/rigs.js';
import { measureReport } from '../report/index.js';
import {
  listFarthest,
  listLeads,
  listMovementsBetween,
  listWorstStances,
  measureLeadWays,
} from './index.js';

let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});

/** A screen whose socket turns about an upright axis beside it, by a full circle or less. */
function turning(carries: readonly string[], to = 350, more: readonly Movement[] = []) {
  const socket = socketFor(
    'in',
    'in',
    { minV: 7, maxV: 17 },
    { originMm: [60, 5, 60], normal: [0, 0, 1] },
  );
  const screen = device('screen', 5, {
    ports: [socket],
    movements: [
      {
        id: 'turn',
        name: 'turned',
        type: 'turn',
        originMm: [0, 0, 0],
        axis: [0, 0, 1],
        from: 0,
        to,
        rest: 0,
        carries: [...carries],
      },
      ...more,
    ],
    poses: [{ id: 'half', name: 'half round', at: { turn: to / 2 } }],
  });
  const { rig, parts } = createPowerRig(
    [screen, lead('one')],
    [joint('a', 'screen.base', 'body.a')],
    [['one', 'body.raw', 'screen.in']],
  );
  const assembly = placeSetup(rig, rig.setups[0]!, parts);
  const lookUp = (id: string) => parts.get(id);
  const waysOf = (of: typeof assembly) => {
    const space = createSpace(of, collider);
    return { space, ways: measureLeadWays(space, listLeads(space, lookUp), []) };
  };
  const neededAt = (value: number) =>
    waysOf(
      tryEdit(
        assembly,
        { type: 'set-stance', setupId: 'low', itemId: 'screen', movementId: 'turn', value },
        parts,
      ),
    ).ways[0]!.neededMm;
  return { assembly, parts, ...waysOf(assembly), neededAt };
}

describe('a lead where things move', () => {
  it('has between its ends what carries one of them and not the other', () => {
    const of = (carries: readonly string[], all: boolean) => {
      const { assembly, ways } = turning(carries);
      return listMovementsBetween(assembly, ways[0]!.lead, all).map((b) => [b.itemId, b.values]);
    };
    expect(of(['in'], false)).toEqual([['screen', [175]]]);
    expect((of(['in'], true)[0]![1] as number[]).length).toBe(9);
    // Its foot turns with it, or nothing that the lead knows of: then nothing changes for the lead.
    expect(of(['in', 'base'], true)).toEqual([]);
    expect(of(['solid'], true)).toEqual([]);
  });

  it('at its worst no stance between its ends needs more', () => {
    const { space, ways, parts, neededAt } = turning(['in']);
    const [worst] = listWorstStances(space, ways, parts);
    expect(worst!.neededMm).toBeGreaterThan(ways[0]!.neededMm + 20);
    expect(neededAt(worst!.stances[0]!.value)).toBeCloseTo(worst!.neededMm, 6);
    for (let value = 0; value <= 350; value += 7) {
      expect(neededAt(value)).toBeLessThanOrEqual(worst!.neededMm * 1.01 + 1);
    }
  });

  /** A screen whose socket slides on two rails along x, one on the other, from 60 mm behind the screw to 140 mm ahead of it. */
  function sliding(poses: boolean, lengthMm = 300) {
    const slide = (id: string, after?: string): Movement => ({
      id,
      name: id,
      type: 'shift',
      originMm: [0, 0, 0],
      axis: [1, 0, 0],
      from: 0,
      to: 100,
      rest: 0,
      carries: ['in'],
      ...(after ? { after } : {}),
    });
    const screen = device('screen', 5, {
      ports: [
        socketFor('in', 'in', { minV: 7, maxV: 17 }, { originMm: [-60, 5, 60], normal: [0, 0, 1] }),
      ],
      movements: [slide('lower'), slide('upper', 'lower')],
      ...(poses ? { poses: [{ id: 'out', name: 'out', at: { lower: 100 } }] } : {}),
    });
    const { rig, parts } = createPowerRig(
      [screen, lead('one', { lengthMm })],
      [joint('a', 'screen.base', 'body.a')],
      [['one', 'body.raw', 'screen.in']],
    );
    const assembly = placeSetup(rig, rig.setups[0]!, parts);
    const space = createSpace(assembly, collider);
    const lookUp = (id: string) => parts.get(id);
    const leads = listLeads(space, lookUp);
    return {
      rig,
      parts,
      space,
      assembly,
      lead: leads[0]!,
      ways: measureLeadWays(space, leads, []),
    };
  }

  it('is looked at with all that moves at once: each slider alone brings its end nearer, both together farthest', () => {
    const { space, ways, parts, assembly, lead: plugged } = sliding(false);
    const between = listMovementsBetween(assembly, plugged, true);
    const [far] = listFarthest(assembly, plugged, between, 1);
    // The outlet stands 50 mm beside the middle: √(140² + 45² + 110²) from it at the far end.
    expect(far!.apartMm).toBeCloseTo(Math.hypot(140, 45, 110), 6);
    expect(far!.stances.map((s) => s.value)).toEqual([100, 100]);
    const [worst] = listWorstStances(space, ways, parts);
    expect(worst!.neededMm).toBeGreaterThan(ways[0]!.neededMm + 40);
    expect(worst!.stances.map((s) => s.value)).toEqual([100, 100]);
  });

  it('without named poses it is a note where it falls short somewhere, and nothing where it reaches throughout', () => {
    const told = (lengthMm: number) => {
      const { rig, parts } = sliding(false, lengthMm);
      return measureReport(rig, 'low', parts, { collider })
        .findings.filter((f) => f.code === 'lead-short-when-moved')
        .map((f) => f.weight);
    };
    const { space, ways, parts } = sliding(false);
    const [worst] = listWorstStances(space, ways, parts);
    // Long enough as it stands in both cases.
    expect(ways[0]!.neededMm).toBeLessThan(worst!.neededMm - 20);
    // At the very end of the way 3 % are no news.
    expect(told(worst!.neededMm / 1.031)).toEqual(['note']);
    expect(told(worst!.neededMm / 1.029)).toEqual([]);
  });

  it('that nothing moves needs what it needs', () => {
    const { space, ways, parts } = turning(['solid']);
    expect(listWorstStances(space, ways, parts)).toEqual([
      { runId: 'run-one', neededMm: ways[0]!.neededMm, stances: [] },
    ]);
  });
});
