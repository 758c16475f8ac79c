import { createBudget, loadCollider, withBudget, type Collider } from '@zucchini/core';
import type { WorkerParts } from './workerParts';

let collider: Promise<Collider> | undefined;

/** The collision library of the worker that this runs in, fetched when it is first asked for. */
export function readCollider(): Promise<Collider> {
  collider ??= loadCollider();
  return collider;
}

/**
 * The collision library under a budget of so many ms, and the catalogue over it; the budget begins when both are there. Rejects where
 * either cannot be read.
 */
export async function readAll(known: WorkerParts, budgetMs: number) {
  const budget = createBudget(budgetMs, () => performance.now());
  const [narrow, parts] = await Promise.all([
    readCollider().then((one) => withBudget(one, budget)),
    known.withCatalogue(),
  ]);
  budget.renew();
  return { budget, narrow, parts };
}
