import { beforeAll, describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import {
  applyEdit,
  createNames,
  createRig,
  findRigIssues,
  judgeCandidates,
  listAsked,
  listJointsAt,
  loadCollider,
  measureReport,
  sayEdit,
  sayReport,
  tellFinding,
  toReportJson,
  toSvg,
  viewNames,
  type Collider,
  type Rig,
} from '@zucchini/core';
import { tries } from '../core/src/testing/depth.ts';
import { readDemoCatalogue } from './demo-files.ts';

const parts = readDemoCatalogue();
let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});

const ids = () => {
  let n = 0;
  return () => `id-${(n += 1)}`;
};

/** A rig that grows by whatever fits a mount chosen by chance, slid and turned by chance. */
function grow(seeds: readonly (readonly [number, number, number])[]): Rig {
  const makeId = ids();
  let rig = createRig(
    { rig: 'wild', item: 'body', setup: 'low' },
    'Wild',
    parts.get('corvane-petrel')!,
    {
      currency: 'EUR',
      limits: { tools: ['coin'], heightMm: 300, aheadMm: 120 },
      day: { hoursOn: 6, temperatureC: 4 },
    },
  );
  for (const [where, what, how] of seeds) {
    const report = measureReport(rig, 'low', parts);
    const { assembly } = report;
    const free = assembly.items.flatMap((p) =>
      p.part.mounts
        .filter((m) => m.lengthwise || listJointsAt(assembly, p.item.id, m.id).length === 0)
        .map((m) => ({ itemId: p.item.id, mountId: m.id })),
    );
    const mount = free[where % free.length]!;
    const asked = listAsked(report, [], parts, makeId);
    const fitting = [
      ...judgeCandidates({ report, parts, makeId }, { kind: 'mount', ...mount }, asked),
    ].filter((c) => c.state === 'fits');
    const chosen = fitting[what % Math.max(1, fitting.length)];
    if (!chosen || chosen.state !== 'fits') continue;
    rig = applyEdit(rig, chosen.edit);
    const joint = rig.setups[0]!.joints.at(-1)!;
    const at = { setupId: 'low', jointId: joint.id };
    rig = applyEdit(rig, { type: 'slide', ...at, slideMm: (how % 90) - 45 });
    rig = applyEdit(rig, { type: 'turn', ...at, turnDeg: (how % 8) * 45 });
    const movement = chosen.part.movements?.[how % (chosen.part.movements.length || 1)];
    if (movement) {
      rig = applyEdit(rig, {
        type: 'set-stance',
        setupId: 'low',
        itemId: chosen.item.id,
        movementId: movement.id,
        value: movement.from + ((movement.to - movement.from) * (how % 11)) / 10,
      });
    }
  }
  return rig;
}

const seeds = fc.array(fc.tuple(fc.nat(999), fc.nat(999), fc.nat(999)), {
  minLength: 3,
  maxLength: 14,
});

describe('rigs that nobody would build', () => {
  it('are placed, judged, told, drawn and mended without a fault of ours', () => {
    fc.assert(
      fc.property(
        seeds,
        fc.constantFrom('low', 'grips', 'tripod', 'one-grip', 'set-down'),
        (list, hold) => {
          const grown = grow(list);
          const rig = applyEdit(grown, {
            type: 'set-hold',
            setupId: 'low',
            hold: hold as 'low',
            attitude: 'level',
            motion: 'walking',
          });
          expect(findRigIssues(rig, parts, 'rig')).toEqual([]);
          const report = measureReport(rig, 'low', parts, { collider, catalogue: parts });
          const names = createNames(report.assembly, parts);
          expect(new Set(report.findings.map((f) => f.id)).size).toBe(report.findings.length);
          for (const finding of report.findings) {
            const { sentence } = tellFinding(finding, names);
            expect(sentence).not.toMatch(/undefined|NaN|Infinity|\[object/);
            for (const { edit } of finding.remedies) {
              expect(sayEdit(edit, names)).not.toMatch(/undefined|NaN/);
              expect(findRigIssues(applyEdit(rig, edit), parts, 'rig')).toEqual([]);
            }
          }
          expect(sayReport(report, parts)).not.toMatch(/undefined|NaN/);
          expect(JSON.stringify(toReportJson(report, parts))).not.toMatch(/Infinity/);
          for (const view of viewNames) {
            expect(toSvg(report.assembly, view, { scale: 1, caption: 'Wild' })).not.toMatch(/NaN/);
          }
        },
      ),
      { numRuns: tries(5) },
    );
  });
});
