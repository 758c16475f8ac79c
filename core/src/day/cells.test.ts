import { describe, expect, it } from '@jest/globals';
import type { Store } from '../wire/index.js';
import { brick } from '../testing/power.js';
import { countFewest, listCellNeeds, type CellTrial } from './cells.js';
import type { DayRun } from './run.js';

/** Two kinds of battery that help each other out: it takes three more, of whichever kind. */
function createShared(): { trial: CellTrial; base: DayRun } {
  const stores = ['a', 'b'].map((id): Store => {
    const part = brick(id, 20);
    return {
      itemId: id,
      part,
      inner: false,
      worn: false,
      cell: part.cell!,
      energyWh: 20,
    };
  });
  const runWith = (more: ReadonlyMap<string, number>): DayRun => {
    const all = [...more].flatMap(([id, n]) => Array.from({ length: n }, (_, i) => ({ id, i })));
    const isLit = all.length >= 3;
    return {
      hours: 3,
      // Of plenty, three of each go in.
      events: all
        .filter(({ i }) => i < 3)
        .map(({ id, i }) => ({
          kind: 'swap' as const,
          atH: i,
          left: 0,
          store: id,
          in: `more-${id}-${i}`,
          out: id,
          filled: 1,
          atRest: false,
          dark: [],
        })),
      darkAtH: new Map(),
      ranOutAtH: new Map(isLit ? [] : [['screen', 1]]),
      darkH: new Map(),
      charge: new Map(),
      recordedH: new Map(),
      wantedH: 3,
      energy: { startWh: 0, chargedWh: 0, deliveredWh: 0, lostWh: 0, endWh: 0 },
    };
  };
  return { trial: { stores, feeding: () => 'a', runWith }, base: runWith(new Map()) };
}

describe('the fewest batteries', () => {
  it('are proven where every way to share them was tried', () => {
    const { trial, base } = createShared();
    const fewest = countFewest(trial, base, 1 / 3);
    expect([...fewest.more]).toEqual([
      ['a', 3],
      ['b', 0],
    ]);
    expect(fewest.least).toEqual(fewest.more);
    const needs = listCellNeeds(trial.stores, fewest, fewest);
    expect(needs.map((n) => [n.more, n.moreAtLeast])).toEqual([
      [3, 3],
      [0, 0],
    ]);
  });

  it('are told as "up to" where the search was given up', () => {
    const { trial, base } = createShared();
    const fewest = countFewest(trial, base, 1 / 3, 5);
    const needs = listCellNeeds(trial.stores, fewest, fewest);
    // Six that do, none of which is proven to be needed.
    expect(needs.map((n) => [n.more, n.moreAtLeast])).toEqual([
      [3, 0],
      [3, 0],
    ]);
  });
});
