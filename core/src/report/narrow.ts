import { hasAllWords, listSearchWords, foldText } from '../units/index.js';
import { listNeedsServed, measureMate, type Part } from '../part/index.js';
import { comparePrices } from '../price/index.js';
import type { Ask, Asked, AskContext } from './candidates.js';

/** Who is judged, and how many wait. */
export interface Narrowed {
  readonly chosen: readonly Asked[];
  /** Asked and not judged: too many for now. */
  readonly held: number;
}

/** How many are judged at once: with a report each, about a second's work for a rig of forty parts (measured). */
const most = { going: 60, other: 140 };

/** Whether every word stands in a part's name, maker or kind, or in what its owner calls it. */
export function isCalled(
  { part, item }: Pick<Asked, 'part' | 'item'>,
  words: readonly string[],
): boolean {
  if (words.length === 0) return true;
  const text = `${part.name} ${part.maker ?? ''} ${part.kind} ${item.label ?? ''}`;
  return hasAllWords(foldText(text), words);
}

/** Whether a part could go where it is asked for as far as its mounts tell; cheap, and never wrongly no. */
function mayGo(context: AskContext, ask: Ask, part: Part): boolean {
  if (ask.kind !== 'mount') return true;
  const mount = context.report.assembly.byId
    .get(ask.itemId)
    ?.part.mounts.find((m) => m.id === ask.mountId);
  return mount !== undefined && part.mounts.some((m) => measureMate(mount, m).state === 'mates');
}

/** Takes turns between kinds, so that a long list of one kind does not hide the others. */
function interleave(asked: readonly Asked[]): Asked[] {
  const turns = new Map<string, number>();
  const placed = asked.map((one) => {
    const turn = turns.get(one.part.kind) ?? 0;
    turns.set(one.part.kind, turn + 1);
    return { one, turn };
  });
  // The sort keeps the order of those whose turn is the same.
  return placed.sort((a, b) => a.turn - b.turn).map((p) => p.one);
}

/**
 * The most promising of all that are asked, when they are too many to be judged at once: what is owned, then
 * what serves an open wish of the brief, then the cheapest of each kind in turn; most of them such as could
 * go there. `words` must all stand in a name, maker or kind. Linear but for one sort.
 */
export function narrowAsked(
  context: AskContext,
  ask: Ask,
  asked: readonly Asked[],
  words = '',
): Narrowed {
  const wanted = listSearchWords(words);
  const called = asked.filter((one) => isCalled(one, wanted));
  if (called.length <= most.going + most.other) return { chosen: called, held: 0 };
  const { assembly } = context.report;
  const served = new Set(
    assembly.items.flatMap((p) => listNeedsServed(p.part) as readonly string[]),
  );
  const open = new Set(
    (assembly.rig.brief.wishes ?? []).map((w) => w.need as string).filter((n) => !served.has(n)),
  );
  const rank = ({ part, inDrawer }: Asked): number =>
    inDrawer ? 0 : listNeedsServed(part).some((need) => open.has(need)) ? 1 : 2;
  const byPrice = comparePrices(context.report.brief);
  const sorted = [...called].sort(
    (a, b) => rank(a) - rank(b) || byPrice(a.part, b.part) || (a.part.id < b.part.id ? -1 : 1),
  );
  const owned = sorted.filter((one) => one.inDrawer);
  const rest = interleave(sorted.filter((one) => !one.inDrawer));
  const going = [...owned, ...rest].filter((one) => mayGo(context, ask, one.part));
  const goes = new Set(going);
  const other = [...owned, ...rest].filter((one) => !goes.has(one));
  const chosen = [...going.slice(0, most.going), ...other.slice(0, most.other)];
  return { chosen, held: called.length - chosen.length };
}
