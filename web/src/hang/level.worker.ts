import '../shared/withoutEval';
import {
  createBudget,
  loadCollider,
  measureLevelling,
  questionBudgetMs,
  withBudget,
  type Collider,
  type LeverKind,
  type Levelling,
  type Part,
  type Rig,
} from '@zucchini/core';
import { expose } from 'comlink';

/** What levelling is asked; parts go over once. */
export interface LevelQuestion {
  readonly rig: Rig;
  readonly setupId: string;
  readonly limitDeg: number;
  readonly kinds: readonly LeverKind[];
  readonly newParts: readonly Part[];
}

const parts = new Map<string, Part>();
let collider: Promise<Collider> | undefined;

async function level({ newParts, ...asked }: LevelQuestion): Promise<Levelling> {
  for (const part of newParts) parts.set(part.id, part);
  collider ??= loadCollider();
  const makeId = () => crypto.randomUUID();
  const budget = createBudget(questionBudgetMs, () => performance.now());
  const narrow = withBudget(await collider, budget);
  return measureLevelling({ ...asked, parts, collider: narrow, makeId });
}

const api = { level };
export type LevelApi = typeof api;
expose(api);
