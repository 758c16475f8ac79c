import type { Part } from '../part/index.js';
import { isExtra, type CellNeed, type FewestCells } from './cells.js';
import type { ModeUse } from './media.js';

/** What a day takes along: read by the day itself, the pack list, Spend and the cards alike. */
export interface DayTakes {
  /** Batteries of the kit that are used, those on the rig first, then in the order in which they go in. */
  readonly cells: readonly string[];
  readonly chargers: readonly string[];
  /** Cards and drives of the kit onto which it is recorded, the largest first; none where nobody says how it is recorded. */
  readonly media: readonly string[];
  /** What is surely lacking, so many of each. */
  readonly more: readonly { readonly part: Part; readonly count: number }[];
}

export const noTakes: DayTakes = { cells: [], chargers: [], media: [], more: [] };

/** The list of a day with the fewest cells. */
export function listTakes(
  stores: readonly string[],
  fewest: FewestCells,
  needs: readonly CellNeed[],
  mode: ModeUse | undefined,
  wantedH: number,
): DayTakes {
  const { events } = fewest.run;
  const cells = new Set(stores);
  const chargers = new Set<string>();
  for (const e of events) {
    if (e.kind === 'swap' && !isExtra(e.in)) cells.add(e.in);
    // What is charged where it sits needs no charger of its own.
    if (e.kind === 'charging' && !e.inPlace) chargers.add(e.charger);
  }
  const more = new Map<Part, number>();
  for (const { part, moreAtLeast } of needs) {
    if (moreAtLeast > 0) more.set(part, (more.get(part) ?? 0) + moreAtLeast);
  }
  const media: string[] = [];
  let left = wantedH * 60;
  const usable = (mode?.media ?? []).filter((m) => m.keepsUp !== false);
  for (const m of [...usable].sort(
    (a, b) => b.minutes - a.minutes || (a.itemId < b.itemId ? -1 : 1),
  )) {
    if (left <= 1e-6) break;
    media.push(m.itemId);
    left -= m.minutes;
  }
  return {
    cells: [...cells],
    chargers: [...chargers],
    media,
    more: [...more].map(([part, count]) => ({ part, count })),
  };
}
