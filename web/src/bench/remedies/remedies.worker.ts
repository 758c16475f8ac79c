import '../../shared/withoutEval';
import {
  createBudget,
  findRemedies,
  measureReport,
  setupBudgetMs,
  withBudget,
  type Offered,
} from '@zucchini/core';
import { expose } from 'comlink';
import { WorkerParts } from '../../desk/workerParts';
import { readCollider } from '../../desk/workerReads';
import type { RemediesAnswer, RemediesQuestion } from './messages';

const known = new WorkerParts();
let newest = 0;

/** Findings that ways out are looked for, the heaviest: more than a person ever mends one by one. */
const mostTried = 200;

const breathe = () => new Promise((resolve) => setTimeout(resolve, 0));

/** Told finding by finding; a newer question ends an older one, which then answers no more. */
async function ask(
  { run, rig, setupId, era, newParts }: RemediesQuestion,
  onFound: (answer: RemediesAnswer) => void,
): Promise<void> {
  newest = run;
  known.take({ era, newParts });
  const budget = createBudget(setupBudgetMs, () => performance.now());
  const narrow = withBudget(await readCollider(), budget);
  if (run !== newest) return;
  const report = measureReport(rig, setupId, known.ofRig, { collider: narrow });
  const total = Math.min(report.findings.length, mostTried);
  let done = 0;
  let offered: Offered[] = [];
  let told = performance.now();
  if (total === 0) return onFound({ offered, done, total, parts: [] });
  // Where the catalogue cannot be read, what is on the rig may still be moved.
  const parts = await known.withCatalogue().catch(() => known.ofRig);
  if (run !== newest) return;
  const tell = () =>
    known.tell(
      parts,
      offered.flatMap((o) => o.edits),
    );
  for (const one of findRemedies(report, parts, { collider: narrow, catalogue: parts })) {
    budget.renew();
    offered.push(one);
    done += 1;
    if (done === total) break;
    // What helps is told at once; that nothing does can wait for the next answer.
    if (one.edits.length === 0 && performance.now() - told < 50) continue;
    onFound({ offered, done, total, parts: tell() });
    offered = [];
    await breathe();
    if (run !== newest) return;
    told = performance.now();
  }
  onFound({ offered, done: total, total, parts: tell() });
}

const api = { ask };
export type RemediesApi = typeof api;
expose(api);
