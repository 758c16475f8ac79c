/**
 * `npm run bench`: medians, and how cost grows with the size of the rig. Prints; judges nothing.
 */
import { existsSync, readFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import {
  applyEdit,
  createFromAnswers,
  createPartBook,
  createSpace,
  drawRig,
  findRemedies,
  isMountFull,
  judgeCandidates,
  listOverlaps,
  listAsked,
  listQuestions,
  loadCollider,
  measureEffort,
  measureHang,
  measureLevelling,
  measureProperties,
  measureReport,
  measureSteadiness,
  narrowAsked,
  things,
  type Assembly,
  type BodyFigures,
  type Part,
  type PartBook,
} from '@zucchini/core';
import { createDemoRigFile, readDemo, readDemoCatalogue } from '../tools/demo-files.ts';
import { createBenchRig } from './rigs.ts';
import { printLast } from './last.ts';
import { printChange } from './change.ts';
import { printLight } from './light.ts';
import { listReals, printReals } from './reals.ts';
import { measureCatalogue } from './catalogue.ts';
import { printServer } from './server.ts';
import { measureSlideSteps } from './slide.ts';

/** Median and slowest tenth of the times that `work` takes, in ms, after a warm-up. */
function time(work: () => void, runs: number): { readonly median: number; readonly slow: number } {
  for (let i = 0; i < Math.min(runs, 200) / 2; i += 1) work();
  const times: number[] = [];
  for (let i = 0; i < runs; i += 1) {
    const start = performance.now();
    work();
    times.push(performance.now() - start);
  }
  times.sort((a, b) => a - b);
  return { median: times[Math.floor(runs / 2)]!, slow: times[Math.floor(runs * 0.9)]! };
}

const ms = (value: number) => `${value.toFixed(3)} ms`.padStart(12);

function nameMount(ref: { item: string; mount: string }) {
  return { itemId: ref.item, mountId: ref.mount };
}

/** A free ¼″ hole of the first cage. */
function findFreeHole(assembly: Assembly): { itemId: string; mountId: string } {
  for (const { part, item } of assembly.items) {
    const hole = part.mounts.find(
      (m) =>
        part.kind === 'cage' &&
        m.kind === 'quarter-20' &&
        m.side === 'socket' &&
        !isMountFull(assembly, item.id, m),
    );
    if (hole) return { itemId: item.id, mountId: hole.id };
  }
  throw new Error('findFreeHole: the rig has none');
}

function printGrowth(
  title: string,
  reach: string,
  work: (count: number) => () => void,
  runs?: number,
  counts: readonly number[] = [10, 40, 160],
): void {
  process.stdout.write(`\n${title}${reach ? ` (reach: ${reach})` : ''}\n`);
  process.stdout.write('  parts      median    slow 10 %      parts/s\n');
  for (const count of counts) {
    const { median, slow } = time(work(count), runs ?? (count > 100 ? 60 : 200));
    const rate = Math.round((count / median) * 1000);
    process.stdout.write(
      `  ${String(count).padStart(5)}${ms(median)} ${ms(slow)} ${String(rate).padStart(12)}\n`,
    );
  }
}

const catalogue: PartBook = readDemoCatalogue();

const collider = await loadCollider();

printReals(catalogue, collider, time);
printLast(catalogue, collider, time);
printLight(catalogue, collider, time);
printChange(time, catalogue, collider);

printGrowth(
  'Whole report, full Fit with geometry in it; nothing kept but shapes',
  'full Fit: median at most 8 ms at 40 parts',
  (count) => {
    const { rig, parts } = createBenchRig(count, catalogue);
    return () => void measureReport(rig, 'bench', parts, { collider });
  },
);

printGrowth('Overlaps alone: placing, broad and narrow phase', '', (count) => {
  const { rig, parts } = createBenchRig(count, catalogue);
  return () =>
    void listOverlaps(createSpace(measureReport(rig, 'bench', parts).assembly, collider));
});

printGrowth('Report without geometry', '', (count) => {
  const { rig, parts } = createBenchRig(count, catalogue);
  return () => void measureReport(rig, 'bench', parts);
});

printGrowth(
  'Full Hang: statics, inertia and principal axes, steadiness, effort',
  'median at most 2 ms at 40 parts',
  (count) => {
    const { rig, parts } = createBenchRig(count, catalogue);
    const { assembly, hold } = measureReport(rig, 'bench', parts);
    return () => {
      const hang = measureHang(assembly, hold);
      measureProperties(assembly, parts);
      measureSteadiness(assembly, hold);
      measureEffort(assembly, hang);
    };
  },
);

printGrowth(
  'Levelling over all slides, each way looked at again with the whole of Fit',
  'at most 150 ms at 40 parts, in the worker',
  (count) => {
    const { rig, parts } = createBenchRig(count, catalogue);
    return () =>
      void measureLevelling({ rig, setupId: 'bench', parts, collider, kinds: ['hand', 'slide'] });
  },
  9,
);

printGrowth(
  'Report with remedies from the catalogue, each tried on the rig',
  '',
  (count) => {
    const { rig, parts } = createBenchRig(count, catalogue);
    return () => void measureReport(rig, 'bench', parts, { catalogue, collider });
  },
  12,
);

{
  const file = createDemoRigFile('mark-1', catalogue);
  const parts = createPartBook(file.parts);
  const report = measureReport(file.rig, 'low', parts, { collider });
  const options = { collider, catalogue };
  const first = time(() => {
    for (const { edits } of findRemedies(report, parts, options)) if (edits.length > 0) return;
  }, 15);
  const all = time(() => void [...findRemedies(report, parts, options)], 9);
  process.stdout.write(
    `\nRemedies of Mark 1, each tried by the whole report (reach: first 100 ms, all 1 s, in the worker)\n` +
      `  first ${ms(first.median)}   all ${ms(all.median)}\n`,
  );
}

printGrowth('One step of a slide: edit, report and drawing', 'within a frame of 16 ms', (count) => {
  const { rig, parts, jointId } = createBenchRig(count, catalogue);
  let slideMm = 0;
  return () => {
    slideMm = (slideMm + 1) % 10;
    const next = applyEdit(rig, { type: 'slide', setupId: 'bench', jointId, slideMm });
    drawRig(measureReport(next, 'bench', parts, { collider }).assembly, 'near');
  };
});

printGrowth(
  'Drawing of one side',
  'within 8 ms at 60 parts',
  (count) => {
    const { rig, parts } = createBenchRig(count, catalogue);
    const { assembly } = measureReport(rig, 'bench', parts);
    return () => void drawRig(assembly, 'near');
  },
  undefined,
  [10, 40, 60, 160],
);

/** The catalogue several times over, under other ids: as many parts as a full one. */
function createLargeCatalogue(count: number): PartBook {
  const parts = [...catalogue.values()];
  return new Map(
    Array.from({ length: count }, (_, i): [string, Part] => {
      const part = parts[i % parts.length]!;
      const id = i < parts.length ? part.id : `${part.id.slice(0, 50)}-${i}`;
      return [id, { ...part, id }];
    }),
  );
}

process.stdout.write(
  '\nCandidates for a hole of the cage (reach at 40 parts: first twelve of 300 within 100 ms, all within 600; of 5 000 first within 150)\n',
);
for (const [which, size] of [
  [2, 300],
  [4, 300],
  [4, 5000],
] as const) {
  const { name, rig, parts, setupId } = listReals(catalogue)[which]!;
  const book: PartBook = new Map([...createLargeCatalogue(size), ...parts]);
  const report = measureReport(rig, setupId, parts, { collider });
  const ask = { kind: 'mount', ...findFreeHole(report.assembly) } as const;
  let made = 0;
  const first: number[] = [];
  const all: number[] = [];
  for (let run = 0; run < 5; run += 1) {
    const start = performance.now();
    let seen = 0;
    const context = { report, parts: book, collider, makeId: () => `new-${(made += 1)}` };
    const { chosen } = narrowAsked(context, ask, listAsked(report, [], book, context.makeId, ask));
    for (const _ of judgeCandidates(context, ask, chosen)) {
      seen += 1;
      if (seen === 12) first.push(performance.now() - start);
    }
    all.push(performance.now() - start);
  }
  const median = (list: number[]) => list.sort((a, b) => a - b)[2]!;
  process.stdout.write(
    `  ${name.padEnd(30)}${String(size).padStart(5)} parts: first twelve${ms(median(first))}, all${ms(median(all))}\n`,
  );
}

process.stdout.write(
  '\nOffers for a need, 300 parts (reach: all within 600 ms); the dearest three of each rig\n',
);
for (const which of [2, 4]) {
  const { name, rig, parts, setupId } = listReals(catalogue)[which]!;
  const book: PartBook = new Map([...createLargeCatalogue(300), ...parts]);
  const report = measureReport(rig, setupId, parts, { collider });
  let made = 0;
  const rows = report.needs().map(({ id }) => {
    const ask = { kind: 'need', need: id } as const;
    const { median } = time(() => {
      const context = { report, parts: book, collider, makeId: () => `need-${(made += 1)}` };
      const asked = listAsked(report, [], book, context.makeId, ask);
      void [...judgeCandidates(context, ask, narrowAsked(context, ask, asked).chosen)];
    }, 5);
    return { id, median };
  });
  rows.sort((a, b) => b.median - a.median);
  for (const { id, median } of rows.slice(0, 3)) {
    process.stdout.write(`  ${name.padEnd(30)}${id.padEnd(18)}${ms(median)}\n`);
  }
}

// Parts from what a shop page states, and one tried on a rig that is open.
{
  const bodies = new Map<string, BodyFigures>();
  const rows = things.map((thing) => {
    const stated: Record<string, unknown> = { name: 'Mine', massG: 100 };
    for (const q of listQuestions(thing)) {
      if (q.guess ?? q.optional) continue;
      const [low, high] = q.usual ?? [1, 100];
      stated[q.name] ??=
        q.type === 'text'
          ? 'One'
          : q.type === 'pair'
            ? [low + (high - low) / 4, low + (high - low) / 2]
            : q.type === 'ends'
              ? [{ connector: 'usb-c' }, { connector: 'usb-c' }]
              : q.type === 'carries'
                ? ['power']
                : q.type === 'mounts'
                  ? [
                      {
                        id: 'top',
                        face: 'top',
                        kind: 'quarter-20',
                        side: 'screw',
                        reference: 'front',
                      },
                    ]
                  : Math.round((low + high) / 2);
    }
    const { median, slow } = time(() => void createFromAnswers(thing, 'mine', stated, bodies), 100);
    return { label: thing.label, median, slow };
  });
  rows.sort((a, b) => b.median - a.median);
  process.stdout.write('\nA part from its answers (reach: 5 ms); the dearest five\n');
  for (const { label, median, slow } of rows.slice(0, 5)) {
    process.stdout.write(`  ${label.padEnd(24)}${ms(median)}${ms(slow)}\n`);
  }
  const { rig, parts, mount } = createBenchRig(40, catalogue);
  const book: PartBook = new Map([...catalogue, ...parts]);
  const report = measureReport(rig, 'bench', parts, { collider });
  const ask = { kind: 'mount', ...nameMount(mount) } as const;
  let made = 0;
  const makeId = () => `trial-${(made += 1)}`;
  const context = { report, parts: book, collider, makeId };
  const [one] = listAsked(report, [], book, makeId, ask);
  const { median, slow } = time(() => void [...judgeCandidates(context, ask, [one!])], 30);
  process.stdout.write(
    `\nOne part tried on a rig of 40 parts (reach: 100 ms)\n  median${ms(median)}, slow 10 %${ms(slow)}\n`,
  );
}

await printServer(readDemo());

interface Chunk {
  readonly file: string;
  readonly imports?: readonly string[];
}

const manifestUrl = new URL('../web/dist/.vite/manifest.json', import.meta.url);
if (existsSync(manifestUrl)) {
  const manifest = JSON.parse(readFileSync(manifestUrl, 'utf8')) as Record<string, Chunk>;
  const sizeOf = (entry: string): number => {
    const seen = new Set<string>();
    const walk = (key: string): number => {
      const chunk = manifest[key];
      if (!chunk || seen.has(key)) return 0;
      seen.add(key);
      const own = gzipSync(
        readFileSync(new URL(`../web/dist/${chunk.file}`, import.meta.url)),
      ).length;
      return own + (chunk.imports ?? []).reduce((sum, next) => sum + walk(next), 0);
    };
    return walk(entry);
  };
  const kb = (entry: string) => `${(sizeOf(entry) / 1000).toFixed(1)} kB`;
  process.stdout.write(`\nJavaScript, gzipped (reach: first screen at most 200 kB)\n`);
  process.stdout.write(
    `  shelf ${kb('index.html')}, bench with all it needs ${kb('src/bench/BenchPage.vue')}\n`,
  );
} else {
  process.stdout.write('\nJavaScript: run npm run build first\n');
}

if (existsSync(manifestUrl) && existsSync('/usr/bin/chromium')) {
  process.stdout.write(
    '\nOne step of a slide on the bench in Chromium (reach: 6 ms for Mark 1 and 2, 12 ms for Barge, none over 16.7; four times slower a quarter over 50)\n',
  );
  for (const [rig, item] of [
    ['mark-1', 'yoke'],
    ['mark-2', 'yoke'],
    ['barge', 'sweeps'],
  ] as const) {
    for (const slower of [1, 4]) {
      const steps = await measureSlideSteps(rig, item, slower);
      const at = (share: number) => ms(steps[Math.floor(steps.length * share)]!);
      const over = (limit: number) =>
        `${Math.round((steps.filter((t) => t > limit).length / steps.length) * 100)} %`;
      process.stdout.write(
        `  ${rig.padEnd(8)}${slower === 1 ? '          ' : '4 × slower'} median${at(0.5)}, slow 10 %${at(0.9)}, over 16.7 ms ${over(16.7)}, over 50 ms ${over(50)}\n`,
      );
    }
  }
  process.stdout.write('\nThe catalogue in Chromium, an installation of its own\n');
  for (const size of [500, 5000, 20_000]) {
    const many = [...createLargeCatalogue(size).values()].map((part, i) => ({
      ...part,
      name: `${part.name} ${i}`.slice(0, 120),
    }));
    const { dryRunMs, openMs, filterMs } = await measureCatalogue(many);
    const middle = (list: readonly number[]) => ms(list[Math.floor(list.length / 2)]!);
    process.stdout.write(
      `  ${String(size).padStart(5)} parts: ${dryRunMs === undefined ? '' : `dry run${ms(dryRunMs)} (reach 3 s), `}table opens${middle(openMs)} (${size > 5000 ? '1 s' : '300 ms'}), filters${middle(filterMs)} (100 ms)\n`,
    );
  }
} else {
  process.stdout.write('\nIn the browser: needs npm run build and Chromium\n');
}
