import '../shared/withoutEval';
import {
  createNames,
  measureReport,
  poweringWays,
  proposeWays,
  questionBudgetMs,
  tellWay,
  type WayTold,
} from '@zucchini/core';
import { expose } from 'comlink';
import type { RigAnswer, RigQuestion } from '../desk/useAsking';
import { WorkerParts } from '../desk/workerParts';
import { readAll } from '../desk/workerReads';

/** One way more, and the parts of the catalogue that it would bring in. */
export interface PoweringAnswer extends RigAnswer {
  readonly told: WayTold;
}

const known = new WorkerParts();
let newest = 0;

const breathe = () => new Promise((resolve) => setTimeout(resolve, 0));

/** Told way by way; a newer question ends an older one, which then answers no more. */
async function propose(
  { rig, setupId, drawer, ...news }: RigQuestion,
  onWay: (answer: PoweringAnswer) => void,
): Promise<void> {
  const run = (newest += 1);
  known.take(news);
  const { budget, narrow, parts } = await readAll(known, questionBudgetMs);
  if (run !== newest) return;
  const report = measureReport(rig, setupId, parts, { collider: narrow });
  const names = createNames(report.assembly, parts);
  let done = 0;
  for (const answer of proposeWays({ report, parts, drawer, collider: narrow })) {
    budget.renew();
    if (answer) {
      done += 1;
      const told = tellWay(answer, names, parts);
      const edit = told.offered?.edit;
      onWay({
        told,
        done,
        total: poweringWays.length,
        parts: known.tell(parts, edit ? [edit] : []),
      });
    }
    await breathe();
    if (run !== newest) return;
  }
}

const api = { propose };
export type PoweringApi = typeof api;
expose(api);
