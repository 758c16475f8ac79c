import type { Glass } from '../part/index.js';

/** Glass in a stack, as far as its order matters. */
export interface Ordered {
  readonly id: string;
  readonly does: Glass['does'];
  /** It stands in a tray, where nothing turns it and it turns nothing. */
  readonly inTray?: boolean | undefined;
}

/** Something that is wrong about an order: glass that spoils other glass, the one that suffers first. */
export interface OrderFault {
  readonly why: 'turned-along' | 'buried' | 'two-polarisers';
  readonly ids: readonly [string, string];
}

const isTurnedKind = (g: Ordered): boolean =>
  !g.inTray && (g.does === 'variable-nd' || g.does === 'polariser');

/**
 * What is wrong about a stack from the lens outward. Glass screwed before a ring that turns is turned along, which spoils
 * what has a right way up and moves what was set; a ring that turns must be reached, so nothing else is screwed before it;
 * of two pairs of polarisers the second works on what the first lets through. Empty for a stack in order.
 */
export function listOrderFaults(stack: readonly Ordered[]): OrderFault[] {
  const faults: OrderFault[] = [];
  stack.forEach((behind, i) => {
    for (const before of stack.slice(i + 1)) {
      if (isTurnedKind(behind) && !before.inTray) {
        if (isTurnedKind(before)) {
          faults.push({ why: 'two-polarisers', ids: [before.id, behind.id] });
        } else if (before.does === 'graduated') {
          faults.push({ why: 'turned-along', ids: [before.id, behind.id] });
        } else faults.push({ why: 'buried', ids: [behind.id, before.id] });
      }
    }
  });
  return faults;
}

/** How much each fault costs when one order is held against another: what spoils the picture before what takes time. */
const costs: Readonly<Record<OrderFault['why'], number>> = {
  'two-polarisers': 100,
  'turned-along': 10,
  buried: 1,
};

/** Where glass stands by preference, from the lens outward: mist nearest to it, then what takes light, what turns last. */
const places: Readonly<Record<Glass['does'], number>> = {
  mist: 0,
  clear: 1,
  other: 2,
  nd: 3,
  graduated: 4,
  polariser: 5,
  'variable-nd': 6,
};

/** What an order costs: its faults, then how far it is from where glass stands by preference. 0 is the best there is. */
export function measureOrderCost(stack: readonly Ordered[]): number {
  const faults = listOrderFaults(stack).reduce((sum, f) => sum + costs[f.why], 0);
  let inversions = 0;
  stack.forEach((g, i) => {
    for (const next of stack.slice(i + 1)) if (places[g.does] > places[next.does]) inversions += 1;
  });
  return faults + inversions / 1000;
}

/**
 * The best order of glass before a lens, from the lens outward. What is screwed stands behind what stands in trays. Sorting by
 * preference is exact: every fault is of a pair in which the later one is to be preferred farther out. Ties by id.
 */
export function orderStack<T extends Ordered>(stack: readonly T[]): T[] {
  return [...stack].sort(
    (a, b) =>
      Number(a.inTray ?? false) - Number(b.inTray ?? false) ||
      places[a.does] - places[b.does] ||
      (a.id < b.id ? -1 : 1),
  );
}
