import '../../shared/withoutEval';
import {
  createBudget,
  createNames,
  judgeCandidates,
  listAsked,
  loadCollider,
  measureReport,
  narrowAsked,
  setupBudgetMs,
  tellFinding,
  tryEdit,
  withBudget,
  type Candidate,
  type Collider,
  type Part,
  type Report,
} from '@zucchini/core';
import { expose } from 'comlink';
import type { CandidatesAnswer, CandidatesQuestion, ToldCandidate } from './messages';

/** How long the worker works before it lets a newer question in, in ms. */
const breathMs = 24;

const parts = new Map<string, Part>();
let collider: Promise<Collider> | undefined;
let newest = 0;

const breathe = () => new Promise((resolve) => setTimeout(resolve, 0));

function tell(report: Report, candidate: Candidate): ToldCandidate {
  if (candidate.state !== 'fits') return { candidate, appears: [], goes: [], where: '' };
  const { appears, goes } = candidate.change;
  const before = createNames(report.assembly, parts);
  const { itemId, mountId } = candidate.onto;
  const where = mountId ? `${before.mount(itemId, mountId)} of ${before.item(itemId)}` : '';
  if (appears.length === 0 && goes.length === 0) return { candidate, appears: [], goes: [], where };
  const after = createNames(tryEdit(report.assembly, candidate.edit, parts), parts);
  return {
    candidate,
    appears: appears.map((f) => tellFinding(f, after).sentence),
    goes: goes.map((f) => tellFinding(f, before).sentence),
    where,
  };
}

/** Told as it comes; a newer question ends an older one, which then answers no more. */
async function ask(
  question: CandidatesQuestion,
  onFound: (answer: CandidatesAnswer) => void,
): Promise<void> {
  const { run, rig, setupId, drawer, ask: asks, words } = question;
  newest = run;
  warm(question.newParts);
  const budget = createBudget(setupBudgetMs, () => performance.now());
  const narrow = withBudget(await collider!, budget);
  if (run !== newest) return;
  const report = measureReport(rig, setupId, parts, { collider: narrow });
  const makeId = () => crypto.randomUUID();
  let found: ToldCandidate[] = [];
  let done = 0;
  let since = performance.now();
  const context = { report, parts, collider: narrow, makeId };
  const all = listAsked(report, drawer, parts, makeId, asks);
  const { chosen, held } = narrowAsked(context, asks, all, words);
  for (const candidate of judgeCandidates(context, asks, chosen)) {
    budget.renew();
    found.push(tell(report, candidate));
    done += 1;
    if (performance.now() - since < breathMs) continue;
    onFound({ found, done, total: chosen.length, held });
    found = [];
    await breathe();
    if (run !== newest) return;
    since = performance.now();
  }
  onFound({ found, done, total: chosen.length, held });
}

/** Takes parts that will be needed, so that the first question is answered at once. */
function warm(newParts: readonly Part[]): void {
  for (const part of newParts) parts.set(part.id, part);
  collider ??= loadCollider();
}

const api = { ask, warm };
export type CandidatesApi = typeof api;
expose(api);
