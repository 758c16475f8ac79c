import type { Cell, Part } from '../part/index.js';
import { exactly, measureStates, type Between } from './draw.js';
import { isAgreed, isLeadFeed, type LeadVia } from './faults.js';
import { limitOf, measureLeadEfficiency, type Feed, type Network } from './network.js';

/** Something that bears less current or power than what hangs on it draws at once. */
export interface Overload {
  /** The battery or the item of the outlet. */
  readonly itemId: string;
  readonly at:
    | { readonly kind: 'cell' }
    | { readonly kind: 'outlet'; readonly portId: string; readonly runId: string }
    | { readonly kind: 'lead'; readonly runId: string; readonly leadItemId: string };
  /** All that is drawn there while everything records, W before what follows; and at which voltage. */
  readonly drawsW: Between;
  readonly atV: number | undefined;
  readonly drawsA: number | undefined;
  readonly limit: { readonly a: number } | { readonly w: number };
  /** The device that is being switched on: the others wait. While everything records where undefined. */
  readonly starting?: string;
}

/** What an item draws: while everything records, or while one of them is being switched on and the others wait. */
function readDraw(part: Part, isStarting: boolean | undefined): Between {
  const states = measureStates(part);
  if (!states) return exactly(0);
  if (isStarting === undefined) return states.recordW;
  if (!isStarting) return states.idleW;
  return part.draw?.inrushW === undefined ? states.recordW : exactly(part.draw.inrushW);
}

/**
 * What is drawn at each feed and store while every device records, W, or while `starting` is switched on and the others wait: by the
 * first supply of each that agrees, and by the next for what an outlet does not give. Losses of converters count where they arise.
 */
export function measureLoads(
  network: Network,
  isDead: (feed: Feed) => boolean,
  starting?: string,
): { readonly feeds: ReadonlyMap<Feed, Between>; readonly stores: ReadonlyMap<string, Between> } {
  const feeds = new Map<Feed, Between>();
  const stores = new Map<string, Between>();
  const plus = (a: Between | undefined, b: Between): Between => ({
    low: (a?.low ?? 0) + b.low,
    high: (a?.high ?? 0) + b.high,
  });
  // Ends: the network has no rounds.
  const pull = (id: string, w: Between): void => {
    const taker = network.takers.get(id);
    if (!taker) {
      if (network.stores.has(id)) stores.set(id, plus(stores.get(id), w));
      return;
    }
    const isOwn = network.stores.has(id);
    const supplies = taker.feeds.filter((f) => f.effect !== 'charges-off' && !isDead(f));
    let left = w;
    supplies.forEach((feed, i) => {
      // What only keeps a cell up, or has another supply beside it, takes no more than there is.
      const isHelped = feed.effect === 'keeps' || isOwn || i < supplies.length - 1;
      const most = isHelped ? limitOf(feed) : Infinity;
      const own = { low: Math.min(left.low, most), high: Math.min(left.high, most) };
      if (own.high <= 0) return;
      feeds.set(feed, plus(feeds.get(feed), own));
      pull(feed.from, { low: own.low / feed.efficiency, high: own.high / feed.efficiency });
      left = { low: left.low - own.low, high: left.high - own.high };
    });
    if (isOwn && left.high > 0) stores.set(id, plus(stores.get(id), left));
  };
  for (const [id, { placed }] of network.takers) {
    const w = readDraw(placed.part, starting === undefined ? undefined : id === starting);
    if (w.high > 0) pull(id, w);
  }
  return { feeds, stores };
}

/**
 * Where more is drawn than what is stated there bears: of outlets, leads and batteries, at the lowest voltage of the source,
 * where the current is largest; while everything records, and where that is borne while one device after the other is switched
 * on. Judged by what is surely drawn: the low end of what is not known.
 */
export function listOverloads(network: Network, isDead: (feed: Feed) => boolean): Overload[] {
  const full = listOverloadsAt(network, isDead, undefined);
  const keyOf = ({ itemId, at }: Overload) => `${itemId} ${JSON.stringify(at)}`;
  const told = new Set(full.map(keyOf));
  const starts = [...network.takers].flatMap(([id, { placed }]) =>
    placed.part.draw?.inrushW === undefined
      ? []
      : listOverloadsAt(network, isDead, id).map((o) => ({ ...o, starting: id })),
  );
  return [
    ...full,
    ...starts.filter((o) => {
      const isFresh = !told.has(keyOf(o));
      told.add(keyOf(o));
      return isFresh;
    }),
  ];
}

function listOverloadsAt(
  network: Network,
  isDead: (feed: Feed) => boolean,
  starting: string | undefined,
): Overload[] {
  const loads = measureLoads(network, isDead, starting);
  const found: Overload[] = [];
  for (const [feed, drawsW] of loads.feeds) {
    if (!isLeadFeed(feed)) continue;
    const { outlet, run } = feed.via;
    for (const { on, ...load } of listLeadLoads(feed.via, drawsW)) {
      const at =
        on === 'lead'
          ? ({ kind: 'lead', runId: run.id, leadItemId: run.item } as const)
          : ({ kind: 'outlet', portId: outlet.id, runId: run.id } as const);
      found.push({ itemId: feed.from, at, ...load });
    }
  }
  for (const [itemId, drawsW] of loads.stores) {
    const load = findCellLoad(network.stores.get(itemId)!.cell, drawsW);
    if (load) found.push({ itemId, at: { kind: 'cell' }, ...load });
  }
  return found;
}

type Load = Pick<Overload, 'drawsW' | 'atV' | 'drawsA' | 'limit'>;

const isOver = (value: number | undefined, limit: number | undefined): limit is number =>
  value !== undefined && limit !== undefined && value > limit * (1 + 1e-9);

/** Where an outlet and the lead in it bear less than `drawsW` at the far end of the lead; empty where both bear it. */
export function listLeadLoads(
  { outlet, lead, input }: Pick<LeadVia, 'outlet' | 'lead' | 'input'>,
  drawsW: Between,
): (Load & { readonly on: 'outlet' | 'lead' })[] {
  const { maxA, maxW } = outlet.power ?? {};
  const inLead = measureLeadEfficiency(lead);
  const w = { low: drawsW.low / inLead, high: drawsW.high / inLead };
  // Over USB-C the two settle on the highest voltage that both take.
  const atV =
    isAgreed(outlet) && outlet.power && input.power
      ? Math.min(outlet.power.maxV, input.power.maxV)
      : outlet.power?.minV;
  const drawsA = atV === undefined ? undefined : w.low / atV;
  const load = { drawsW: w, atV, drawsA };
  const bears = lead?.cable?.maxA;
  return [
    ...(isOver(drawsA, maxA)
      ? [{ on: 'outlet' as const, ...load, limit: { a: maxA } }]
      : isOver(w.low, maxW)
        ? [{ on: 'outlet' as const, ...load, limit: { w: maxW } }]
        : []),
    ...(isOver(drawsA, bears) ? [{ on: 'lead' as const, ...load, limit: { a: bears } }] : []),
  ];
}

/** Whether a battery bears less than `drawsW`, at its lowest voltage; undefined where it bears it. */
export function findCellLoad({ maxA, maxW, emptyV }: Cell, drawsW: Between): Load | undefined {
  const drawsA = emptyV === undefined ? undefined : drawsW.low / emptyV;
  const load = { drawsW, atV: emptyV, drawsA };
  if (isOver(drawsA, maxA)) return { ...load, limit: { a: maxA } };
  return isOver(drawsW.low, maxW) ? { ...load, limit: { w: maxW } } : undefined;
}
