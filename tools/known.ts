import { createHash } from 'node:crypto';
import {
  applyEdit,
  compareWeighing,
  createNames,
  createPartBook,
  createSpace,
  drawForces,
  drawRig,
  drawSpaces,
  findingCodes,
  findRemedies,
  findPartFaults,
  judgeCandidates,
  listAlternatives,
  listAsked,
  listPartDoubts,
  measureEffort,
  measureLevelling,
  measureProperties,
  measureReport,
  measureSteadiness,
  mirrorPart,
  placeLabels,
  sayChain,
  sayChainCost,
  sayChange,
  sayEdit,
  sayEffort,
  sayHangLines,
  sayProperties,
  sayReport,
  saySlipLines,
  saySteadiness,
  saySway,
  sayWeighed,
  sayWhyNot,
  sweep,
  toPartFacts,
  toReportJson,
  withRemedies,
  tellFinding,
  toSvg,
  viewNames,
  writeCsv,
  type Collider,
  type PartBook,
  type RigFile,
} from '@zucchini/core';
import { findingFixtures } from '../core/src/testing/findings.ts';

/** Figures are compared to a ten-thousandth: far below what anybody can measure, far above what machines differ by. */
function round(value: unknown): unknown {
  if (typeof value === 'number')
    return Number.isFinite(value) ? Math.round(value * 1e4) / 1e4 + 0 : String(value);
  if (Array.isArray(value)) return value.map(round);
  if (value instanceof Map) return round([...value]);
  if (typeof value === 'object' && value !== null) {
    return Object.fromEntries(
      Object.entries(value).flatMap(([key, one]) => (one === undefined ? [] : [[key, round(one)]])),
    );
  }
  return value;
}

/** A text in a few letters that change with it. */
const digest = (text: string): string =>
  createHash('sha256').update(text).digest('hex').slice(0, 12);

/** What the whole report says of each setup of a rig, as JSON and in words. */
export function makeKnownReports(file: RigFile, catalogue: PartBook, collider: Collider): unknown {
  const parts = createPartBook(file.parts);
  return round(
    file.rig.setups.map((setup) => {
      const found = measureReport(file.rig, setup.id, parts, { collider });
      const report = withRemedies(found, findRemedies(found, parts, { collider, catalogue }));
      const { parts: _, ...json } = toReportJson(report, catalogue) as { parts: unknown };
      return { text: sayReport(report, catalogue).split('\n'), json };
    }),
  );
}

/** What the sections of Hang say of each setup, and how it is drawn from its six sides. */
export function makeKnownHang(file: RigFile, catalogue: PartBook, collider: Collider): unknown {
  const parts = createPartBook(file.parts);
  return round(
    file.rig.setups.map((setup) => {
      const report = measureReport(file.rig, setup.id, parts, { collider });
      const { assembly, hang, hold, fit } = report;
      const names = createNames(assembly, catalogue);
      const effort = measureEffort(assembly, hang);
      const steady = measureSteadiness(assembly, hold);
      const statics = 'statics' in hang ? hang.statics : undefined;
      return {
        setup: setup.id,
        hang: sayHangLines(hang, names),
        effort: effort && [sayEffort(effort), effort],
        steady: steady && [saySteadiness(steady), steady],
        properties: sayProperties(measureProperties(assembly, parts)),
        slips: fit.slips.map((s) => saySlipLines(s, file.rig.settings)),
        weighed: sayWeighed(
          compareWeighing(assembly, {
            totalG: Math.round(assembly.mass.massG * 1.03),
            frontG: Math.round(assembly.mass.massG * 0.6),
            rearG: Math.round(assembly.mass.massG * 0.43),
            frontMm: 60,
            rearMm: -80,
          }),
          names,
        ),
        views: viewNames.map((view) => {
          const plate = drawRig(assembly, view, fit.solidity?.covers() ?? []);
          const points = plate.runs.flatMap((r) => r.solids.flatMap((s) => s.seen.outline));
          return {
            view,
            low: plate.lowMm,
            high: plate.highMm,
            order: plate.runs.map((r) => `${r.itemId} ${r.solids.length}`).join(', '),
            edges: plate.runs.flatMap((r) => r.solids.map((s) => s.seen.edges.length)).join(''),
            sum: [0, 1].map((i) => points.reduce((sum, p) => sum + p[i]!, 0)),
            mounts: plate.mounts
              .map(
                (m) =>
                  `${m.itemId}.${m.mount.id} ${m.state} ${m.at.map((v) => v.toFixed(1)).join()} ${m.turnRad.toFixed(2)} ${m.facing.toFixed(2)}`,
              )
              .join('; '),
            labels: placeLabels(plate.anchors, { leftX: 0, rightX: 600, lowY: 0, highY: 500 }, 21)
              .map((l) => `${l.itemId} ${l.side} ${l.at.map((v) => v.toFixed(1)).join()}`)
              .join('; '),
            spaces: drawSpaces(assembly, view)
              .map(
                (s) =>
                  `${s.itemId}.${s.spaceId} ${s.outlines
                    .flat(2)
                    .reduce((a, b) => a + b, 0)
                    .toFixed(2)}`,
              )
              .join('; '),
            forces: statics && drawForces(statics, view, 2),
            svg: digest(toSvg(assembly, view, { scale: 0.5, caption: 'a & b' })),
          };
        }),
      };
    }),
  );
}

/** What is answered when one asks: candidates for a mount, alternatives, levelling, what if. */
export function makeKnownAnswers(file: RigFile, catalogue: PartBook, collider: Collider): unknown {
  const { rig } = file;
  const setupId = rig.setups[0]!.id;
  const report = measureReport(rig, setupId, catalogue, { collider });
  const { assembly } = report;
  const names = createNames(assembly, catalogue);
  let made = 0;
  const makeId = () => `id-${(made += 1)}`;
  const levelling = measureLevelling({ rig, setupId, parts: catalogue, collider, makeId });
  const sayOption = (o: (typeof levelling.options)[number]) => [
    sayEdit(o.edit, names),
    saySway(o.sway),
    o.moves,
    o.sizeMm,
    o.newTroubles,
  ];
  const cage = assembly.items.find((p) => p.part.kind === 'cage') ?? assembly.items[0]!;
  const free = cage.part.mounts.find((m) => m.kind === 'quarter-20' || m.kind === 'cold-shoe')!;
  const ask = { kind: 'mount', itemId: cage.item.id, mountId: free.id } as const;
  const context = { report, parts: catalogue, collider, makeId };
  const asked = listAsked(report, [], catalogue, makeId, ask)
    .sort((a, b) => (a.part.id < b.part.id ? -1 : 1))
    .filter((_, i) => i % 6 === 0);
  const currency = report.spend.toSpend.currency;
  const slid = assembly.joints.find((j) => j.slide && j.slide.fromMm < j.slide.toMm);
  return round({
    levelling: {
      state: levelling.state,
      options: levelling.options.map(sayOption),
      moves: levelling.moves.map(sayOption),
      weights: levelling.weights.map(sayOption),
      counterweights: levelling.counterweights,
      nearest: levelling.nearest && sayOption(levelling.nearest),
    },
    candidates: [...judgeCandidates(context, ask, asked)].map((c) =>
      c.state === 'fits'
        ? [c.part.id, sayChange(c, currency), sayEdit(c.edit, names)]
        : [
            c.part.id,
            sayWhyNot(c),
            ...c.chains.map((o) => [sayChain(o), sayChainCost(o, currency)]),
          ],
    ),
    alternatives: assembly.items
      .filter((p) => p.carriedBy)
      .slice(0, 6)
      .map((p) => [
        p.item.id,
        listAlternatives(rig, setupId, catalogue, p.item.id, 3).map((a) => [
          a.part.id,
          a.massG,
          a.sway && saySway(a.sway),
        ]),
      ]),
    sweep: slid
      ? sweep(rig, setupId, catalogue, { kind: 'slide', jointId: slid.joint.id }, 4).map((p) => [
          p.value,
          p.sway && saySway(p.sway),
        ])
      : [],
    overlaps: createSpace(assembly, collider).items.map((i) => [i.placed.item.id, i.bounds]),
    edited: applyEdit(rig, { type: 'remove-item', setupId, itemId: cage.item.id }).kit.length,
  });
}

/** Every part of the catalogue by its shape, its facts, what is doubtful in it, and its mirror image. */
export function makeKnownParts(catalogue: PartBook): unknown {
  const sumOf = (value: unknown): number => {
    // A sum in which every figure has a weight of its own, so that two that change places are noticed.
    let at = 0;
    const walk = (v: unknown): number => {
      if (typeof v === 'number') return v * (1 + ((at += 1) % 97) / 97);
      if (typeof v === 'object' && v !== null) {
        return Object.values(v).reduce((sum: number, one) => sum + walk(one), 0);
      }
      return 0;
    };
    return walk(value);
  };
  return round({
    parts: [...catalogue.values()].map((part) => {
      const {
        name: _,
        maker: __,
        offers: ___,
        note: ____,
        ...facts
      } = toPartFacts(part) as never as Record<string, unknown>;
      return [
        part.id,
        {
          facts: JSON.stringify(round(facts)),
          solids: [part.solids.length, sumOf(part.solids)],
          mounts: part.mounts
            .map((m) => `${m.id}:${m.kind}/${m.side}@${m.originMm.map((v) => v.toFixed(1)).join()}`)
            .join(' '),
          mountSum: sumOf(part.mounts),
          rest: sumOf([
            part.keepClear,
            part.ports,
            part.movements,
            part.grips,
            part.screens,
            part.controls,
            part.optics,
            part.cable,
          ]),
          doubts: listPartDoubts(part)
            .map((d) => d.label)
            .join(),
          faults: findPartFaults(part)
            .map((f) => `${f.code} ${f.id} ${f.mm.toFixed(2)}`)
            .join(),
          mirrored: sumOf(mirrorPart(part).mounts),
        },
      ];
    }),
    csv: writeCsv([...catalogue.values()].slice(0, 12)).split('\n'),
  });
}

/** Every finding as its fixture makes it: facts, sentence and ways out; and what is found just beside. */
export function makeKnownFindings(collider: Collider): unknown {
  return round(
    findingCodes.map((code) => {
      const { has, hasNot } = findingFixtures[code];
      const look = ({ rig, parts }: typeof has) =>
        measureReport(rig, 'low', parts, { collider, catalogue: parts });
      const report = look(has);
      const names = createNames(report.assembly, has.parts);
      return [
        code,
        report.findings
          .filter((f) => f.code === code)
          .map((f) => [
            f.weight,
            tellFinding(f, names).sentence,
            ...f.remedies.map((r) => sayEdit(r.edit, names)),
            JSON.stringify(round(f.facts)),
          ]),
        report.findings.map((f) => f.code).join(' '),
        look(hasNot)
          .findings.map((f) => f.code)
          .join(' '),
      ];
    }),
  );
}
