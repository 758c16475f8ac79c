import '../../shared/withoutEval';
import {
  createBudget,
  findRemedies,
  loadCollider,
  measureReport,
  setupBudgetMs,
  withBudget,
  type Collider,
  type Offered,
  type Part,
} from '@zucchini/core';
import { expose } from 'comlink';
import type { RemediesAnswer, RemediesQuestion } from './messages';

const parts = new Map<string, Part>();
let collider: Promise<Collider> | undefined;
let newest = 0;

/** Findings that ways out are looked for, the heaviest: more than a person ever mends one by one. */
const mostTried = 200;

const breathe = () => new Promise((resolve) => setTimeout(resolve, 0));

/** Told finding by finding; a newer question ends an older one, which then answers no more. */
async function ask(
  { run, rig, setupId, newParts }: RemediesQuestion,
  onFound: (answer: RemediesAnswer) => void,
): Promise<void> {
  newest = run;
  warm(newParts);
  const budget = createBudget(setupBudgetMs, () => performance.now());
  const narrow = withBudget(await collider!, budget);
  if (run !== newest) return;
  const report = measureReport(rig, setupId, parts, { collider: narrow });
  const total = Math.min(report.findings.length, mostTried);
  let done = 0;
  let offered: Offered[] = [];
  let told = performance.now();
  for (const one of findRemedies(report, parts, { collider: narrow, catalogue: parts })) {
    budget.renew();
    offered.push(one);
    done += 1;
    if (done === total) break;
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
