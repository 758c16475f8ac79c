import '../../shared/withoutEval';
import {
  findRemedies,
  loadCollider,
  measureReport,
  type Collider,
  type Offered,
  type Part,
} from '@zucchini/core';
import { expose } from 'comlink';
import type { RemediesAnswer, RemediesQuestion } from './messages';

const parts = new Map<string, Part>();
let collider: Promise<Collider> | undefined;
let newest = 0;

const breathe = () => new Promise((resolve) => setTimeout(resolve, 0));

/** Told finding by finding; a newer question ends an older one, which then answers no more. */
async function ask(
  { run, rig, setupId, newParts }: RemediesQuestion,
  onFound: (answer: RemediesAnswer) => void,
): Promise<void> {
  newest = run;
  warm(newParts);
  const narrow = await collider!;
  if (run !== newest) return;
  const report = measureReport(rig, setupId, parts, { collider: narrow });
  const total = report.findings.length;
  let done = 0;
  let offered: Offered[] = [];
  let told = performance.now();
  for (const one of findRemedies(report, parts, { collider: narrow, catalogue: parts })) {
    offered.push(one);
    done += 1;
    // What helps is told at once; that nothing does can wait for the next answer.
    if (one.edits.length === 0 && performance.now() - told < 50) continue;
    onFound({ offered, done, total });
    offered = [];
    await breathe();
    if (run !== newest) return;
    told = performance.now();
  }
  onFound({ offered, done: total, total });
}

/** Takes parts that will be needed, so that the first question is answered at once. */
function warm(newParts: readonly Part[]): void {
  for (const part of newParts) parts.set(part.id, part);
  collider ??= loadCollider();
}

const api = { ask };
export type RemediesApi = typeof api;
expose(api);
