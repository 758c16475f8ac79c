import '../../shared/withoutEval';
import {
  createNames,
  judgeCandidates,
  listAsked,
  loadCollider,
  measureReport,
  narrowAsked,
  tellFinding,
  tryEdit,
  type Candidate,
  type Collider,
  type Part,
  type Report,
} from '@zucchini/core';
import type { CandidatesAnswer, CandidatesQuestion, ToldCandidate, WarmUp } from './messages';

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

function send(answer: CandidatesAnswer): void {
  self.postMessage(answer);
}

async function answer(question: CandidatesQuestion): Promise<void> {
  const { run, rig, setupId, drawer, ask, words } = question;
  collider ??= loadCollider();
  const narrow = await collider;
  if (run !== newest) return;
  const report = measureReport(rig, setupId, parts, { collider: narrow });
  const makeId = () => crypto.randomUUID();
  let found: ToldCandidate[] = [];
  let done = 0;
  let since = performance.now();
  const context = { report, parts, collider: narrow, makeId };
  const all = listAsked(report, drawer, parts, makeId, ask);
  const { chosen: asked, held } = narrowAsked(context, ask, all, words);
  for (const candidate of judgeCandidates(context, ask, asked)) {
    found.push(tell(report, candidate));
    done += 1;
    if (performance.now() - since < breathMs) continue;
    send({ run, found, done, total: asked.length, held });
    found = [];
    await breathe();
    if (run !== newest) return;
    since = performance.now();
  }
  send({ run, found, done, total: asked.length, held });
}

self.onmessage = ({ data }: MessageEvent<CandidatesQuestion | WarmUp>) => {
  if ('warm' in data) {
    for (const part of data.newParts) parts.set(part.id, part);
    collider ??= loadCollider();
    return;
  }
  newest = data.run;
  for (const part of data.newParts) parts.set(part.id, part);
  answer(data).catch((error: unknown) => {
    const trouble = error instanceof Error ? error.message : String(error);
    send({ run: data.run, found: [], done: 0, total: 0, held: 0, trouble });
  });
};
