import { readFileSync } from 'node:fs';
import { beforeAll, describe, expect, it } from '@jest/globals';
import {
  countElsewhere,
  countFindings,
  createPartBook,
  judgeNeed,
  listBuild,
  listOwn,
  listPack,
  listToldElsewhere,
  loadCollider,
  measureReport,
  questionOf,
  questions,
  readRigText,
  sayFigure,
  toReportJson,
  type Collider,
  type PartBook,
  type Report,
} from '@zucchini/core';
import { tries } from '../core/src/testing/depth.js';
import { growRig } from '../core/src/testing/grown.js';
import { demoRigs } from './demo-files.js';
import { judge } from '../server/src/rigs/mapper.js';

let collider: Collider;
let all: { readonly name: string; readonly report: Report; readonly parts: PartBook }[];

beforeAll(async () => {
  collider = await loadCollider();
  const demo = demoRigs.flatMap((name) => {
    const text = readFileSync(new URL(`../demo/${name}.rig.json`, import.meta.url), 'utf8');
    const outcome = readRigText(text);
    if (outcome.state !== 'read') throw new Error(`demo/${name}.rig.json cannot be read`);
    const { rig, parts } = { rig: outcome.file.rig, parts: createPartBook(outcome.file.parts) };
    return rig.setups.map((s) => ({
      name: `${name} ${s.id}`,
      report: measureReport(rig, s.id, parts, { collider }),
      parts,
    }));
  });
  // ZUCCHINI_DEPTH=4 walks sixty.
  const grown = Array.from({ length: tries(15) }, (_, seed) => {
    const { rig, parts } = growRig(seed, collider);
    return { name: `grown ${seed}`, report: measureReport(rig, 'use', parts, { collider }), parts };
  });
  all = [...demo, ...grown];
});

describe('what is told in two places', () => {
  it('no ✓ on the strip stands above a risk or a stop of its panel', () => {
    let risks = 0;
    for (const { name, report, parts } of all) {
      for (const question of questions) {
        const { state } = sayFigure(report, question, parts);
        const panel = [
          ...listOwn(report, parts),
          ...listToldElsewhere(report, parts).map((t) => t.finding),
        ].filter((f) => questionOf(f.code) === question);
        const { stops, risk } = countFindings(panel);
        if (stops + risk > 0) risks += 1;
        const worst = stops > 0 ? 'stops' : risk > 0 ? 'risk' : undefined;
        if (worst) expect({ name, question, state }).toEqual({ name, question, state: worst });
      }
      // A device that is surely dark in a day that somebody planned is a red line in the panel of Last.
      const isDark = report.last.plan.from !== 'none' && report.last.dark.some((d) => !d.perhaps);
      if (isDark) expect(sayFigure(report, 'last', parts).state).not.toBe('well');
      // Sound that is asked for and heard by nothing is no ✓ either.
      const isDeaf = report.sound.sources.length === 0 && report.sound.wants.onCameraMics > 0;
      if (isDeaf && report.sound.built.mics === 0 && !report.sound.builtGuide) {
        expect({ name, state: sayFigure(report, 'sound', parts).state }).not.toEqual({
          name,
          state: 'well',
        });
      }
    }
    expect(risks).toBeGreaterThan(tries(15) / 2);
  });

  it('each finding is in the panel of one setup, and in no count twice', () => {
    for (const { report, parts } of all) {
      const elsewhere = listToldElsewhere(report, parts);
      const counted = countElsewhere(elsewhere).reduce((sum, line) => sum + line.count, 0);
      expect(listOwn(report, parts).length + counted).toBe(report.findings.length);
      expect(new Set(report.findings.map((f) => f.id)).size).toBe(report.findings.length);
    }
  });

  it('the day, the pack list, Spend and the JSON say one number of what is lacking', () => {
    let lacking = 0;
    for (const { name, report, parts } of all) {
      const { more } = report.last.takes();
      const steps = (listBuild(report, parts)?.steps ?? []).map((s) => s.step);
      const packed = listPack(report, parts, steps).lines.flatMap((l) =>
        l.what.kind === 'cells' ? [[l.what.partId, l.what.count]] : [],
      );
      const wanted = more.map(({ part, count }) => [part.id, count]);
      expect({ name, packed }).toEqual({ name, packed: wanted });
      // Spend is of the whole rig: of each part the most that any of its setups takes.
      const { rig, setup } = report.assembly;
      const others = rig.setups.flatMap((s) =>
        s.id === setup.id ? more : measureReport(rig, s.id, parts).last.takes().more,
      );
      for (const { partId, count } of report.spend.forTheDay) {
        const counts = others.filter((m) => m.part.id === partId).map((m) => m.count);
        expect({ name, partId, count }).toEqual({ name, partId, count: Math.max(...counts) });
      }
      expect(new Set(report.spend.forTheDay.map((l) => l.partId))).toEqual(
        new Set(others.map((m) => m.part.id)),
      );
      // What is told for each place adds up to it.
      if (report.last.plan.from !== 'none') {
        const atPlaces = report.last.cells().reduce((sum, c) => sum + c.moreAtLeast, 0);
        expect(more.reduce((sum, m) => sum + m.count, 0)).toBe(atPlaces);
      }
      lacking += more.length;
      const sum = [...report.spend.lines, ...report.spend.forTheDay].reduce(
        (total, l) => total + (l.price?.minor ?? 0),
        0,
      );
      expect(report.spend.toSpend.minor).toBe(sum);
    }
    expect(lacking).toBeGreaterThan(0);
  });

  it('one weight hangs, is carried and has to be borne', () => {
    for (const { name, report } of all) {
      const { assembly, hang, spend } = report;
      const worn = (assembly.setup.worn ?? []).length > 0;
      const support = report.needs().find((n) => n.id === 'support');
      if (support && judgeNeed(support) !== 'unknown') {
        expect({ name, g: support.wanted }).toEqual({ name, g: expect.closeTo(spend.carriedG, 6) });
      }
      if ('massG' in hang && !worn) {
        expect({ name, g: hang.massG }).toEqual({ name, g: expect.closeTo(spend.carriedG, 6) });
      }
    }
  });

  it('strip, shelf and JSON show the same figures', () => {
    for (const { report, parts } of all) {
      const json = toReportJson(report, parts) as { figures: Record<string, unknown> };
      for (const question of questions) {
        expect(json.figures[question]).toEqual(sayFigure(report, question, parts));
      }
      const { rig, setup } = report.assembly;
      if (rig.setups[0] !== setup) continue;
      const { summary } = judge(rig, parts, collider, () => 0);
      expect(summary.figures!.hang).toBe(sayFigure(report, 'hang', parts).main);
      expect(summary.figures!.spend).toBe(sayFigure(report, 'spend', parts).main);
      expect([summary.figures!.stops, summary.figures!.risks]).toEqual([
        countFindings(listOwn(report, parts)).stops,
        countFindings(listOwn(report, parts)).risk,
      ]);
    }
  });
});
