import { addCosts, compareCosts, noCost, type Cost } from './cost.js';

/** One way of feeding one device. */
export interface Option {
  /** Ties are broken by it. */
  readonly key: string;
  readonly cost: Cost;
  /** What only one may use: an outlet, an individual. */
  readonly takes: readonly string[];
  /** What it draws from the source, W; 0 where it does not hang on it. */
  readonly drawsW: number;
}

/** The least choice of one option for each device. */
export interface Chosen<O extends Option> {
  readonly options: readonly O[];
  readonly cost: Cost;
}

/**
 * One option of each group so that nothing is used twice and no more is drawn than `bearsW`, at the least cost; of equal ones the
 * first by keys. Undefined where there is none, or none below `below`. Exact: options are tried in the order of their cost, and a
 * branch is left only where even the cheapest of all that is still to choose would not be better. Exponential in the number
 * of groups at worst.
 */
export function chooseLeast<O extends Option>(
  groups: readonly (readonly O[])[],
  bearsW: number,
  below?: Cost,
): Chosen<O> | undefined {
  const sorted = groups.map((group) =>
    [...group].sort((a, b) => compareCosts(a.cost, b.cost) || (a.key < b.key ? -1 : 1)),
  );
  if (sorted.some((group) => group.length === 0)) return undefined;
  // What the groups from here on cost at least.
  const rest: Cost[] = [noCost];
  for (const group of [...sorted].reverse()) rest.unshift(addCosts(group[0]!.cost, rest[0]!));
  const taken = new Set<string>();
  const path: O[] = [];
  let best: Chosen<O> | undefined;
  const visit = (at: number, cost: Cost, drawsW: number): void => {
    const limit = best?.cost ?? below;
    if (limit && compareCosts(addCosts(cost, rest[at]!), limit) >= 0) return;
    if (at === sorted.length) {
      best = { options: [...path], cost };
      return;
    }
    for (const option of sorted[at]!) {
      if (drawsW + option.drawsW > bearsW || option.takes.some((t) => taken.has(t))) continue;
      for (const t of option.takes) taken.add(t);
      path.push(option);
      visit(at + 1, addCosts(cost, option.cost), drawsW + option.drawsW);
      path.pop();
      for (const t of option.takes) taken.delete(t);
    }
  };
  visit(0, noCost, 0);
  return best;
}
