import { beforeAll, describe, expect, it } from '@jest/globals';
import { loadCollider, type Collider } from '../clash/index.js';
import { tries } from '../testing/depth.js';
import { growRig, grownHolds, type Grown } from '../testing/grown.js';
import { countFindings, measureReport, type Finding } from './index.js';

let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});

/** How many rigs are grown: each of the six ways of holding is meant by as many. */
const many = tries(30);

/** Why a finding may stand on more than a fifth of the rigs that careful people build. */
const reasons: Readonly<Record<string, string>> = {
  'tool-cannot-reach note':
    'what goes under a cage covers the screw that holds the body: true, and good to know before one screws',
  'lens-mount-overloaded note':
    'every second lens here is a heavy zoom on a light body, where play shows first; in the hands a note only',
  'not-level risk':
    'nobody has balanced these rigs: the handle stands wherever it went on, and a lens pulls it down',
  'screw-can-turn note':
    'a monitor on a plain thumb screw is what most people have; it says that a push turns it, once',
};

describe('what the app says of rigs that careful strangers build', () => {
  const grown: Grown[] = [];
  const all: Finding[][] = [];
  beforeAll(() => {
    for (let seed = 0; seed < many; seed += 1) {
      const { rig, parts } = (grown[seed] = growRig(seed, collider));
      all.push([...measureReport(rig, 'use', parts, { collider }).findings]);
    }
  });

  it('says nothing of more than a fifth of them without a reason', () => {
    const on = new Map<string, number>();
    for (const findings of all) {
      for (const key of new Set(findings.map((f) => `${f.code} ${f.weight}`))) {
        on.set(key, (on.get(key) ?? 0) + 1);
      }
    }
    const often = [...on].filter(([, count]) => count / many > 0.2).map(([key]) => key);
    expect(often.filter((key) => !(key in reasons))).toEqual([]);
  });

  it('is little: of each rig one or two risks and notes, and a stop on every fifth at most', () => {
    const sum = countFindings(all.flat());
    // The stops are thin bodies with a rail and a rosette on one side, and cells whose way out is built up.
    expect(sum.stops / many).toBeLessThan(0.3);
    expect(sum.risk / many).toBeLessThan(1.6);
    expect(sum.note / many).toBeLessThan(1.8);
    const stopped = all.filter((findings) => findings.some((f) => f.weight === 'stops'));
    expect(stopped.length / many).toBeLessThan(0.2);
  });

  it('never names one trouble twice', () => {
    for (const findings of all) {
      const ids = findings.map((f) => f.id);
      expect(new Set(ids).size).toBe(ids.length);
    }
  });

  it('is about rigs that differ: each way of holding, from a few parts to twenty', () => {
    const holds = new Set(grown.map((g) => g.rig.setups[0]!.hold));
    expect(holds.size).toBeGreaterThanOrEqual(grownHolds.length - 1);
    const sizes = grown.map((g) => g.rig.setups[0]!.joints.length + 1);
    expect(Math.min(...sizes)).toBeLessThan(8);
    expect(Math.max(...sizes)).toBeGreaterThan(12);
    // The same seed grows the same rig.
    expect(growRig(5, collider).rig).toEqual(grown[5]!.rig);
  });
});
