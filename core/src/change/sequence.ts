import type { Tool } from '../part/index.js';
import type { Step, Steps } from './steps.js';

/** Steps in an order in which they can be done. */
export interface Sequence {
  readonly steps: readonly Step[];
  /** How often a tool is taken up. */
  readonly pickups: number;
  /** Fewer are not possible; false where not every way was looked at. */
  readonly proven: boolean;
  /** No order takes up tools less often than this. */
  readonly atLeast: number;
}

/** So many ways of standing in the middle of it are looked at before the rest is done as it comes. */
const mostStates = 4000;

/** Whether a tool has to be looked for: fingers are there. */
export const isTaken = (tool: Tool): boolean => tool !== 'none' && tool !== 'thumb';

/** What is done so far, with the tool in the hand used for all that can be done with it. */
interface Stand {
  readonly done: readonly boolean[];
  readonly order: readonly number[];
}

/**
 * The order of steps that takes up tools as few times as possible. What can be done with the tool in the hand is done at once:
 * it never has to wait, as doing it sooner only lets others begin. So only which tool is taken up next is searched, level by
 * level of how often one was; the first level on which all is done has the fewest. Where too many ways lie open, the rest is
 * done as it comes, and the level that was reached says how few there could be. Ties in the order of `steps`.
 *
 * Throws an Error where moves wait for each other in a ring.
 */
export function orderSteps({ steps: moves, before }: Steps): Sequence {
  const at = new Map(moves.map((m, i) => [m.id, i]));
  const waits = moves.map((): number[] => []);
  for (const [first, then] of before) waits[at.get(then)!]!.push(at.get(first)!);
  const isOpen = (done: readonly boolean[], i: number) =>
    !done[i] && waits[i]!.every((w) => done[w]);
  /** All that can be done with fingers and what is in the hand. */
  const goOn = (from: Stand, held: Tool | undefined): Stand => {
    const [done, order] = [[...from.done], [...from.order]];
    const next = () =>
      moves.findIndex((m, i) => (!isTaken(m.tool) || m.tool === held) && isOpen(done, i));
    for (let i = next(); i >= 0; i = next()) {
      done[i] = true;
      order.push(i);
    }
    return { done, order };
  };
  const toolsOf = ({ done }: Stand): Tool[] => [
    ...new Set(moves.flatMap((m, i) => (isOpen(done, i) ? [m.tool] : []))),
  ];
  const isWhole = ({ order }: Stand) => order.length === moves.length;
  let level = [goOn({ done: moves.map(() => false), order: [] }, undefined)];
  let pickups = 0;
  let states = 1;
  const seen = new Set<string>();
  // Ends: each level has done at least one step more.
  while (!level.some(isWhole)) {
    const next: Stand[] = [];
    for (const stand of level) {
      for (const tool of toolsOf(stand)) {
        const then = goOn(stand, tool);
        const key = then.done.map(Number).join('');
        if (seen.has(key)) continue;
        seen.add(key);
        next.push(then);
      }
    }
    if (next.length === 0) throw new Error('orderSteps: moves wait for each other');
    pickups += 1;
    level = next;
    states += next.length;
    if (states > mostStates && !level.some(isWhole)) break;
  }
  const whole = level.find(isWhole);
  const { order } = whole ?? finish(level);
  const steps = order.map((i) => moves[i]!);
  return {
    steps,
    pickups: countPickups(steps),
    proven: whole !== undefined,
    atLeast: whole ? pickups : pickups + 1,
  };

  /** From where most is done, with the tool that does most. */
  function finish(stands: readonly Stand[]): Stand {
    let stand = stands.reduce((a, b) => (b.order.length > a.order.length ? b : a));
    while (!isWhole(stand)) {
      stand = toolsOf(stand)
        .map((tool) => goOn(stand, tool))
        .reduce((a, b) => (b.order.length > a.order.length ? b : a));
    }
    return stand;
  }
}

/** How often a tool is taken up in an order: fingers do not make one put down what is in the hand. */
export function countPickups(steps: readonly Step[]): number {
  let held: Tool | undefined;
  let count = 0;
  for (const { tool } of steps) {
    if (!isTaken(tool) || tool === held) continue;
    held = tool;
    count += 1;
  }
  return count;
}
