/**
 * `npm run bench`: medians, and how cost grows with the size of the rig. Prints; judges nothing.
 */
import { existsSync, readFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import {
  applyEdit,
  drawPlate,
  listCandidates,
  measureReport,
  type Part,
  type PartBook,
} from '@zucchini/core';
import { readDemoCatalogue } from '../tools/demo-files.ts';
import { createBenchRig } from './rigs.ts';
import { measureSlideSteps } from './slide.ts';

/** Median and slowest tenth of the times that `work` takes, in ms, after a warm-up. */
function time(work: () => void, runs: number): { readonly median: number; readonly slow: number } {
  for (let i = 0; i < Math.min(runs, 200); i += 1) work();
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

function printGrowth(title: string, reach: string, work: (count: number) => () => void): void {
  process.stdout.write(`\n${title}${reach ? ` (reach: ${reach})` : ''}\n`);
  process.stdout.write('  parts      median    slow 10 %      parts/s\n');
  for (const count of [10, 40, 160]) {
    const { median, slow } = time(work(count), count > 100 ? 200 : 400);
    const rate = Math.round((count / median) * 1000);
    process.stdout.write(
      `  ${String(count).padStart(5)}${ms(median)} ${ms(slow)} ${String(rate).padStart(12)}\n`,
    );
  }
}

const catalogue: PartBook = readDemoCatalogue();

printGrowth(
  'Report of a rig, nothing kept from the run before',
  'median at most 3 ms at 40 parts',
  (count) => {
    const { rig, parts } = createBenchRig(count, catalogue);
    return () => void measureReport(rig, 'bench', parts);
  },
);

printGrowth('Report with remedies from the catalogue', '', (count) => {
  const { rig, parts } = createBenchRig(count, catalogue);
  return () => void measureReport(rig, 'bench', parts, { catalogue });
});

printGrowth('One step of a slide: edit, report and drawing', 'within a frame of 16 ms', (count) => {
  const { rig, parts, jointId } = createBenchRig(count, catalogue);
  let slideMm = 0;
  return () => {
    slideMm = (slideMm + 1) % 10;
    const next = applyEdit(rig, { type: 'slide', setupId: 'bench', jointId, slideMm });
    drawPlate(measureReport(next, 'bench', parts).assembly, 'near');
  };
});

printGrowth('Drawing of one side', '', (count) => {
  const { rig, parts } = createBenchRig(count, catalogue);
  const { assembly } = measureReport(rig, 'bench', parts);
  return () => void drawPlate(assembly, 'near');
});

const { rig, parts, mount } = createBenchRig(40, catalogue);
const report = measureReport(rig, 'bench', parts);
const asked = [...catalogue.values()].map((part: Part, i) => ({
  part,
  item: { id: `asked-${i}`, partId: part.id, owned: false },
  inDrawer: false,
}));
const both: PartBook = new Map([...catalogue, ...parts]);
const { median } = time(
  () => void listCandidates(report, both, mount.item, mount.mount, asked, () => 'new-joint'),
  40,
);
process.stdout.write(
  `\nCandidates for a mount of a 40-part rig, ${asked.length} parts asked:${ms(median)}\n`,
);

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
  const steps = await measureSlideSteps();
  const at = (share: number) => ms(steps[Math.floor(steps.length * share)]!);
  process.stdout.write(
    `\nOne step of a slide on the bench in Chromium, Mark 1 (reach: a frame of 16 ms)\n  median${at(0.5)}, slow 10 %${at(0.9)}\n`,
  );
} else {
  process.stdout.write('\nSlide in the browser: needs npm run build and Chromium\n');
}
