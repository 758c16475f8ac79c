import '../shared/withoutEval';
import {
  createBudget,
  measureLevelling,
  questionBudgetMs,
  withBudget,
  type LeverKind,
  type Levelling,
  type Part,
  type Rig,
} from '@zucchini/core';
import { expose } from 'comlink';
import { WorkerParts, type PartNews } from '../desk/workerParts';
import { readCollider } from '../desk/workerReads';

/** What levelling is asked; parts go over once. */
export interface LevelQuestion extends PartNews {
  readonly rig: Rig;
  readonly setupId: string;
  readonly limitDeg: number;
  readonly kinds: readonly LeverKind[];
}

const known = new WorkerParts();

/** A way to hang level, and the parts of the catalogue that it would bring in. */
export interface LevelAnswer {
  readonly levelling: Levelling;
  readonly parts: readonly Part[];
}

async function level({ era, newParts, ...asked }: LevelQuestion): Promise<LevelAnswer> {
  known.take({ era, newParts });
  // Fetched while the catalogue is read.
  const library = readCollider();
  // Weights are looked for in the catalogue; without it, what is on the rig is moved.
  const parts = await known.withCatalogue().catch(() => known.ofRig);
  const makeId = () => crypto.randomUUID();
  const budget = createBudget(questionBudgetMs, () => performance.now());
  const narrow = withBudget(await library, budget);
  const levelling = measureLevelling({ ...asked, parts, collider: narrow, makeId });
  return {
    levelling,
    parts: known.tell(
      parts,
      levelling.weights.map((o) => o.edit),
    ),
  };
}

const api = { level };
export type LevelApi = typeof api;
expose(api);
