import type { Tool } from '../part/index.js';
import type { Step, Steps } from './steps.js';

/** Steps in an order in which they can be done. */
export interface Sequence {
  readonly steps: readonly Step[];
  /** How often a tool is taken up. */
  readonly pickups: number;
  /** Fewer are not possible; false where only the number of tools says how few there could be. */
  readonly proven: boolean;
  /** No order takes up tools less often than this. */
  readonly atLeast: number;
}

/** Up to so many moves every order is looked at, each set of done moves once. */
const mostExact = 16;

/** Whether a tool has to be looked for: fingers are there. */
export const isTaken = (tool: Tool): boolean => tool !== 'none' && tool !== 'thumb';

/**
 * The order of steps that takes up tools as few times as possible. Exact for up to 16 steps (a shortest way over sets of done
 * ones); beyond that the tool in the hand is used for all that can be done with it before another is taken, and the number of
 * tools says how few there could be. Ties in the order of `steps`.
 *
 * Throws an Error where moves wait for each other in a ring.
 */
export function orderSteps({ steps: moves, before }: Steps): Sequence {
  const at = new Map(moves.map((m, i) => [m.id, i]));
  const waits = moves.map((): number[] => []);
  for (const [first, then] of before) waits[at.get(then)!]!.push(at.get(first)!);
  const tools = new Set(moves.map((m) => m.tool).filter(isTaken));
  const order =
    moves.length <= mostExact ? orderExactly(moves, waits) : orderGreedily(moves, waits);
  const steps = order.map((i) => moves[i]!);
  const pickups = countPickups(steps);
  return {
    steps,
    pickups,
    proven: moves.length <= mostExact || pickups === tools.size,
    atLeast: moves.length <= mostExact ? pickups : tools.size,
  };
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

const ringed = () => new Error('orderSteps: moves wait for each other');

/** All moves that can be done with what is in the hand, then the tool of the first that cannot. */
function orderGreedily(moves: readonly Step[], waits: readonly (readonly number[])[]): number[] {
  const done = new Set<number>();
  const order: number[] = [];
  let held: Tool | undefined;
  while (order.length < moves.length) {
    const open = moves.flatMap((_, i) =>
      !done.has(i) && waits[i]!.every((w) => done.has(w)) ? [i] : [],
    );
    const next = open.find((i) => !isTaken(moves[i]!.tool) || moves[i]!.tool === held) ?? open[0];
    if (next === undefined) throw ringed();
    if (isTaken(moves[next]!.tool)) held = moves[next]!.tool;
    done.add(next);
    order.push(next);
  }
  return order;
}

/** The fewest pickups over all orders: by dynamic programming over the sets of moves that are done and the tool in the hand. */
function orderExactly(moves: readonly Step[], waits: readonly (readonly number[])[]): number[] {
  const needs = waits.map((w) => w.reduce((mask, i) => mask | (1 << i), 0));
  const full = (1 << moves.length) - 1;
  const known = new Map<string, { readonly cost: number; readonly next: number }>();
  const look = (done: number, held: Tool | undefined): number => {
    if (done === full) return 0;
    const key = `${done} ${held}`;
    const was = known.get(key);
    if (was) return was.cost;
    let best = { cost: Infinity, next: -1 };
    for (let i = 0; i < moves.length; i += 1) {
      if (done & (1 << i) || (needs[i]! & done) !== needs[i]) continue;
      const { tool } = moves[i]!;
      const takes = isTaken(tool) && tool !== held;
      const cost = (takes ? 1 : 0) + look(done | (1 << i), isTaken(tool) ? tool : held);
      if (cost < best.cost) best = { cost, next: i };
      // What needs no other tool never has to wait.
      if (!takes) break;
    }
    known.set(key, best);
    return best.cost;
  };
  if (look(0, undefined) === Infinity) throw ringed();
  const order: number[] = [];
  let [done, held]: [number, Tool | undefined] = [0, undefined];
  while (done !== full) {
    const { next }: { readonly next: number } = known.get(`${done} ${held}`)!;
    order.push(next);
    done |= 1 << next;
    if (isTaken(moves[next]!.tool)) held = moves[next]!.tool;
  }
  return order;
}
