import '../../shared/withoutEval';
import {
  isOnlyWorn,
  createBudget,
  createNames,
  createSpace,
  judgeCandidates,
  listAsked,
  listLeadsBetween,
  listMovePlaces,
  listWorstStances,
  measureReport,
  narrowAsked,
  placeSetup,
  setupBudgetMs,
  tellFinding,
  tryEdit,
  sayList,
  withBudget,
  type Candidate,
  type Edit,
  type PartBook,
  type Report,
} from '@zucchini/core';
import { expose } from 'comlink';
import { WorkerParts, type PartNews } from '../../desk/workerParts';
import { readAll, readCollider } from '../../desk/workerReads';
import type {
  CandidatesAnswer,
  CandidatesQuestion,
  LeadsAnswer,
  LeadsQuestion,
  WorstAnswer,
  WorstQuestion,
  ToldCandidate,
} from './messages';

/** How long the worker works before it lets a newer question in, in ms. */
const breathMs = 24;

const known = new WorkerParts();
let newest = 0;

const breathe = () => new Promise((resolve) => setTimeout(resolve, 0));

function tell(report: Report, parts: PartBook, candidate: Candidate): ToldCandidate {
  if (candidate.state !== 'fits') return { candidate, appears: [], goes: [], where: '' };
  const { appears, goes } = candidate.change;
  const before = createNames(report.assembly, parts);
  const { itemId, mountId } = candidate.onto;
  const isWorn = isOnlyWorn(candidate.edit);
  const where = isWorn
    ? 'taken along'
    : mountId
      ? `on ${before.mount(itemId, mountId)} of ${before.item(itemId)}${candidate.between ? `, with ${sayList(candidate.between.links.map((l) => l.part.name))} between` : ''}`
      : '';
  if (appears.length === 0 && goes.length === 0) return { candidate, appears: [], goes: [], where };
  const after = createNames(tryEdit(report.assembly, candidate.edit, parts), parts);
  return {
    candidate,
    appears: appears.map((f) => tellFinding(f, after).sentence),
    goes: goes.map((f) => tellFinding(f, before).sentence),
    where,
  };
}

/** What would be done with a candidate: it is fitted, or with one of its chains. */
const listEdits = ({ candidate }: ToldCandidate): readonly Edit[] =>
  candidate.state === 'fits' ? [candidate.edit] : candidate.chains.map((c) => c.edit);

/** Told as it comes; a newer question ends an older one, which then answers no more. */
async function ask(
  question: CandidatesQuestion,
  onFound: (answer: CandidatesAnswer) => void,
): Promise<void> {
  const { run, rig, setupId, drawer, ask: asks, words } = question;
  newest = run;
  known.take(question);
  const { budget, narrow, parts } = await readAll(known, setupBudgetMs);
  if (run !== newest) return;
  const report = measureReport(rig, setupId, parts, { collider: narrow });
  const makeId = () => crypto.randomUUID();
  let found: ToldCandidate[] = [];
  let done = 0;
  let since = performance.now();
  const context = { report, parts, collider: narrow, makeId };
  const all = listAsked(report, drawer, parts, makeId, asks);
  const { chosen, held } = narrowAsked(context, asks, all, words);
  const total =
    asks.kind === 'move' ? listMovePlaces(report.assembly, asks.itemId).length : chosen.length;
  const answer = () =>
    onFound({
      found,
      done,
      total,
      held,
      parts: known.tell(parts, found.flatMap(listEdits)),
    });
  for (const candidate of judgeCandidates(context, asks, chosen)) {
    budget.renew();
    found.push(tell(report, parts, candidate));
    done += 1;
    if (performance.now() - since < breathMs) continue;
    answer();
    found = [];
    await breathe();
    if (run !== newest) return;
    since = performance.now();
  }
  answer();
}

/** Reads what will be needed, so that the first question is answered at once. */
function warm(news: PartNews): void {
  known.take(news);
  void readCollider();
  // What fails now is tried again when it is asked for, and told then.
  void known.withCatalogue().catch(() => undefined);
}

/** The leads that go between two ports, out of all that there are, each laid once. */
async function leads(question: LeadsQuestion): Promise<LeadsAnswer> {
  const { rig, setupId, drawer, from, to } = question;
  known.take(question);
  const { narrow, parts } = await readAll(known, setupBudgetMs);
  const assembly = placeSetup(
    rig,
    rig.setups.find((s) => s.id === setupId)!,
    parts,
  );
  const found = listLeadsBetween(createSpace(assembly, narrow), parts, from, to, drawer);
  return { leads: found, parts: known.tellParts(found.map((l) => l.part)) };
}

/** Every planned lead where what moves between its ends pulls at it most. */
async function worst({ rig, setupId, ...news }: WorstQuestion): Promise<WorstAnswer> {
  known.take(news);
  const budget = createBudget(setupBudgetMs, () => performance.now());
  const narrow = withBudget(await readCollider(), budget);
  const { assembly, fit } = measureReport(rig, setupId, known.ofRig, { collider: narrow });
  return listWorstStances(createSpace(assembly, narrow), fit.solidity?.leadWays ?? [], known.ofRig);
}

const api = { ask, leads, warm, worst };
export type CandidatesApi = typeof api;
expose(api);
