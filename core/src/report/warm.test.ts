import { readFileSync } from 'node:fs';
import { beforeAll, describe, expect, it } from '@jest/globals';
import { loadCollider, type Collider } from '../clash/index.js';
import { applyEdit, readRigText, rigFormat, rigFormatVersion, type Rig } from '../rig/index.js';
import { tries } from '../testing/depth.js';
import { createRandom, growRig } from '../testing/grown.js';
import type { PartBook } from '../part/index.js';
import { measureReport } from './report.js';

let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});

function read(text: string): { rig: Rig; parts: PartBook } {
  const outcome = readRigText(text);
  if (outcome.state !== 'read') throw new Error(JSON.stringify(outcome.issues[0]));
  return { rig: outcome.file.rig, parts: outcome.parts };
}
const demo = (name: string) =>
  readFileSync(new URL(`../../../demo/${name}.rig.json`, import.meta.url), 'utf8');
const grown = (seed: number) => {
  const { rig, parts } = growRig(seed, collider, true);
  const head = { format: rigFormat, formatVersion: rigFormatVersion, versions: [], log: [] };
  return JSON.stringify({ ...head, parts: [...parts.values()], rig });
};

/** Everything of a report that is told: findings, hang, leads. */
const tell = (rig: Rig, setupId: string, parts: PartBook) => {
  const { findings, hang, fit, spend } = measureReport(rig, setupId, parts, { collider });
  const ways = fit.solidity?.leadWays.map((l) => [l.neededMm, l.way]);
  return JSON.stringify([findings, hang, fit.slips, fit.size, ways, spend]);
};

describe('a report of a rig that was slid and turned about', () => {
  it.each([
    ['Mark 1', () => demo('mark-1')],
    ['Mark 2', () => demo('mark-2')],
    ['Barge', () => demo('barge')],
    ['one that was grown', () => grown(11)],
    ['another', () => grown(23)],
  ])('is that of a rig nobody has seen before: %s', (_, make) => {
    const text = make();
    // Read once: what stands still is the same object at every step, as on the bench.
    const warm = read(text);
    const random = createRandom(5);
    let { rig } = warm;
    for (let n = 0; n < tries(6); n += 1) {
      const setup = rig.setups[Math.floor(random() * rig.setups.length)]!;
      const joint = setup.joints[Math.floor(random() * setup.joints.length)]!;
      const by = Math.round(random() * 30 - 15);
      rig =
        random() < 0.7
          ? applyEdit(rig, {
              type: 'slide',
              setupId: setup.id,
              jointId: joint.id,
              slideMm: joint.slideMm + by,
            })
          : applyEdit(rig, {
              type: 'turn',
              setupId: setup.id,
              jointId: joint.id,
              turnDeg: ((joint.turnDeg + 90 + 180) % 360) - 180,
            });
      const cold = read(text);
      expect(tell(rig, setup.id, warm.parts)).toBe(tell(rig, setup.id, cold.parts));
    }
  });
});
