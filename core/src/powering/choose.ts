import { addCosts, compareCosts, noCost, type Cost } from './cost.js';

/** One way of feeding one device. */
export interface Option {
  /** Ties are broken by it. */
  readonly key: string;
  readonly cost: Cost;
  /** What only one may use: individuals. */
  readonly takes: readonly string[];
  /** The outlet that it hangs on, which only one may use too; undefined of what needs none. */
  readonly outlet: string | undefined;
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
 * branch is left only where even the cheapest of all that is still to choose would not be better, or where fewer outlets are left than
 * groups that need one. Exponential in the number of groups at worst.
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
  const outlets = new Set(sorted.flatMap((group) => group.flatMap((o) => o.outlet ?? [])));
  // How many of the groups from here on need an outlet, whatever is chosen.
  const needs = [0];
  for (const group of [...sorted].reverse()) {
    needs.unshift(needs[0]! + (group.every((o) => o.outlet !== undefined) ? 1 : 0));
  }
  let plugged = 0;
  const taken = new Set<string>();
  const path: O[] = [];
  let best: Chosen<O> | undefined;
  const visit = (at: number, cost: Cost, drawsW: number): void => {
    const limit = best?.cost ?? below;
    if (needs[at]! > outlets.size - plugged) return;
    if (limit && compareCosts(addCosts(cost, rest[at]!), limit) >= 0) return;
    if (at === sorted.length) {
      best = { options: [...path], cost };
      return;
    }
    for (const option of sorted[at]!) {
      const uses = option.outlet === undefined ? option.takes : [...option.takes, option.outlet];
      if (drawsW + option.drawsW > bearsW || uses.some((t) => taken.has(t))) continue;
      for (const t of uses) taken.add(t);
      plugged += uses.length - option.takes.length;
      path.push(option);
      visit(at + 1, addCosts(cost, option.cost), drawsW + option.drawsW);
      path.pop();
      plugged -= uses.length - option.takes.length;
      for (const t of uses) taken.delete(t);
    }
  };
  visit(0, noCost, 0);
  return best;
}
