import {
  hasMountTrait,
  givesPower,
  hasTrait,
  readCell,
  takesPower,
  type Cell,
  type InputEffect,
  type Part,
  type PartBook,
  type Port,
} from '../part/index.js';
import type { Assembly, CableRun, PlacedItem } from '../rig/index.js';

/** What comes out of a converter that states nothing, of what goes in (the domain's figure). */
export const usualEfficiency = 0.9;

/** One way in which power comes to an item: through a lead, or from what sits in its bay or on its plate. */
export interface Feed {
  /** The item that gives. */
  readonly from: string;
  readonly via:
    | {
        readonly kind: 'lead';
        readonly run: CableRun;
        readonly lead: Part | undefined;
        readonly outlet: Port;
        readonly input: Port;
      }
    | { readonly kind: 'bay'; readonly mountId: string };
  /** What reaches the taker of what leaves the giver's own supply, over 0 up to 1. */
  readonly efficiency: number;
  /** What it does while the taker is on. */
  readonly effect: InputEffect;
}

/** A battery on the rig, or the cell inside a device. */
export interface Store {
  /** The battery's item; of an inner cell the device's. */
  readonly itemId: string;
  readonly part: Part;
  readonly inner: boolean;
  /** On the operator’s belt or back; not on the rig. */
  readonly worn: boolean;
  readonly cell: Cell;
  readonly energyWh: number | undefined;
}

/** An item that power comes to, in the order in which its supplies are used. */
export interface Taker {
  readonly placed: PlacedItem;
  readonly feeds: readonly Feed[];
}

/** All that gives, passes on and takes power in a setup, read off its joints and leads. */
export interface Network {
  readonly takers: ReadonlyMap<string, Taker>;
  readonly stores: ReadonlyMap<string, Store>;
  /** Rounds in which items would feed themselves, each once, by the lead that closes it; that lead feeds nothing. */
  readonly loops: readonly { readonly itemIds: readonly string[]; readonly runId: string }[];
}

/** What comes out of a lead of what goes in: all of it where there is no converter in it. */
export function measureLeadEfficiency(lead: Part | undefined): number {
  const converter = lead?.cable?.converter;
  return converter ? (converter.efficiency ?? usualEfficiency) : 1;
}

/** What a lead brings at most, W at its taker: the outlet's watts, less what the lead loses. Infinity where nothing is said. */
export const limitOf = (feed: Feed): number =>
  feed.via.kind === 'lead'
    ? (feed.via.outlet.power?.maxW ?? Infinity) * measureLeadEfficiency(feed.via.lead)
    : Infinity;

/** Whether a battery or a cell inside something stands behind an item, through whatever stands between and is not dead. */
export function hasSource(network: Network, id: string, isDead: (feed: Feed) => boolean): boolean {
  // Ends: the network has no rounds.
  return (
    network.stores.has(id) ||
    (network.takers.get(id)?.feeds ?? []).some(
      (f) => f.effect !== 'charges-off' && !isDead(f) && hasSource(network, f.from, isDead),
    )
  );
}

/** The planned leads by the items at their ends, and the parts that they are. */
interface Leads {
  readonly at: ReadonlyMap<string, readonly CableRun[]>;
  /** The part behind an individual of the kit, whether it is on the rig, worn or a lead. */
  partOf(itemId: string): Part | undefined;
}

function listLeadsAt(assembly: Assembly, parts: PartBook): Leads {
  const at = new Map<string, CableRun[]>();
  for (const run of assembly.setup.cables ?? []) {
    for (const id of new Set([run.from.item, run.to.item])) {
      at.set(id, [...(at.get(id) ?? []), run]);
    }
  }
  const kit = new Map(assembly.rig.kit.map((i) => [i.id, i.partId]));
  return { at, partOf: (itemId) => parts.get(kit.get(itemId) ?? '') };
}

/** The batteries that the operator wears: what gives power to the rig from there. */
function listWornCells(assembly: Assembly, leads: Leads): Store[] {
  return (assembly.setup.worn ?? []).flatMap((itemId): Store[] => {
    const part = leads.partOf(itemId);
    if (!part || !hasTrait(part, 'cell') || assembly.byId.has(itemId)) return [];
    const cell = readCell(part);
    return [{ itemId, part, inner: false, worn: true, cell, energyWh: cell.energyWh }];
  });
}

function findLeadFeeds(
  assembly: Assembly,
  leads: Leads,
  worn: ReadonlyMap<string, Store>,
  placed: PlacedItem,
): Feed[] {
  const inputs = new Map((placed.part.ports ?? []).filter(takesPower).map((p) => [p.id, p]));
  return (leads.at.get(placed.item.id) ?? []).flatMap((run): Feed[] => {
    const [own, other] = run.to.item === placed.item.id ? [run.to, run.from] : [run.from, run.to];
    const input = own.item === placed.item.id ? inputs.get(own.port) : undefined;
    const giver = assembly.byId.get(other.item)?.part ?? worn.get(other.item)?.part;
    const outlet = giver?.ports?.find((p) => p.id === other.port);
    if (!input || !giver || !outlet || !givesPower(outlet)) return [];
    // A socket for both gives only to one that takes: between two of them the lead is read as it was planned.
    if (input.direction === 'both' && outlet.direction === 'both' && own !== run.to) return [];
    // A drive or a card gives nothing.
    if (hasTrait(giver, 'stores')) return [];
    const lead = leads.partOf(run.item);
    if (lead?.cable && !lead.cable.carries.includes('power')) return [];
    const converted = outlet.power?.efficiency ?? (outlet.power?.regulated ? usualEfficiency : 1);
    return [
      {
        from: other.item,
        via: { kind: 'lead', run, lead, outlet, input },
        efficiency: converted * measureLeadEfficiency(lead),
        effect: input.power?.effect ?? 'runs',
      },
    ];
  });
}

/** What sits in the bays of an item: a cell, or a dummy that is fed from outside. */
function findBayFeeds(assembly: Assembly, placed: PlacedItem): Feed[] {
  return (assembly.jointsOn.get(placed.item.id) ?? []).flatMap((joint): Feed[] => {
    const child = assembly.byId.get(joint.child)!;
    const isSupply = hasTrait(child.part, 'cell') || hasTrait(child.part, 'fed-from-outside');
    // A brick that is only screwed on feeds nothing.
    if (!isSupply || joint.childMount.side !== 'battery' || joint.mate.state !== 'mates') return [];
    return [
      {
        from: child.item.id,
        via: { kind: 'bay', mountId: joint.parentMount.id },
        efficiency: 1,
        effect: 'runs',
      },
    ];
  });
}

/** How early a supply is used: power from outside before a dummy, that before a cell. */
function rankFeed(assembly: Assembly, feed: Feed): number {
  if (feed.via.kind === 'lead') return 0;
  return hasTrait(assembly.byId.get(feed.from)!.part, 'fed-from-outside') ? 1 : 2;
}

/** Takes out of the feeds those that close a round, in tree order of the items, and tells the rounds. */
function cutLoops(takers: Map<string, Taker>): Network['loops'] {
  const loops: { itemIds: string[]; runId: string }[] = [];
  const state = new Map<string, 'open' | 'done'>();
  const path: string[] = [];
  // Ends: every item is opened once, and every feed looked at once.
  const visit = (id: string): void => {
    state.set(id, 'open');
    path.push(id);
    const taker = takers.get(id);
    if (taker) {
      const kept = taker.feeds.filter((feed) => {
        if (state.get(feed.from) === 'open') {
          const runId = feed.via.kind === 'lead' ? feed.via.run.id : '';
          loops.push({ itemIds: path.slice(path.indexOf(feed.from)), runId });
          return false;
        }
        if (!state.has(feed.from)) visit(feed.from);
        return true;
      });
      takers.set(id, { ...taker, feeds: kept });
    }
    path.pop();
    state.set(id, 'done');
  };
  for (const id of [...takers.keys()]) if (!state.has(id)) visit(id);
  return loops;
}

// Several questions ask for the network of one setup.
const networks = new WeakMap<Assembly, { readonly parts: PartBook; readonly network: Network }>();

/** {@link makeNetwork}, made once for a setup as it stands. */
export function readNetwork(assembly: Assembly, parts: PartBook): Network {
  let known = networks.get(assembly);
  if (known?.parts !== parts) {
    known = { parts, network: makeNetwork(assembly, parts) };
    networks.set(assembly, known);
  }
  return known.network;
}

/**
 * The network of a setup: what feeds what, by its cells in bays, batteries on plates and leads between ports. Linear in
 * items and leads. Whether a voltage agrees is not asked here; a lead that would let an item feed itself is named and
 * left out.
 */
function makeNetwork(assembly: Assembly, parts: PartBook): Network {
  const takers = new Map<string, Taker>();
  const stores = new Map<string, Store>();
  const leads = listLeadsAt(assembly, parts);
  const worn = new Map(listWornCells(assembly, leads).map((s) => [s.itemId, s]));
  for (const placed of assembly.items) {
    const { item, part } = placed;
    const own = { itemId: item.id, part, worn: false };
    if (hasTrait(part, 'cell')) {
      const cell = readCell(part);
      stores.set(item.id, { ...own, inner: false, cell, energyWh: cell.energyWh });
      continue;
    }
    if (part.innerCell === true || (part.cell && hasTrait(part, 'device'))) {
      const cell = part.cell ?? {};
      stores.set(item.id, { ...own, inner: true, cell, energyWh: cell.energyWh });
    }
    const feeds = [
      ...findLeadFeeds(assembly, leads, worn, placed),
      ...findBayFeeds(assembly, placed),
    ];
    const takes =
      feeds.length > 0 ||
      stores.has(item.id) ||
      part.draw !== undefined ||
      (part.ports ?? []).some((p) => takesPower(p) || givesPower(p)) ||
      part.mounts.some((m) => hasMountTrait(m, 'supply') && m.side !== 'battery');
    if (!takes || hasTrait(part, 'stores') || hasTrait(part, 'charger')) continue;
    takers.set(item.id, {
      placed,
      feeds: feeds.sort((a, b) => rankFeed(assembly, a) - rankFeed(assembly, b)),
    });
  }
  // Of what is worn only what a lead goes to the rig from is in the network: the rest is a spare.
  const used = new Set([...takers.values()].flatMap((t) => t.feeds.map((f) => f.from)));
  for (const store of worn.values()) if (used.has(store.itemId)) stores.set(store.itemId, store);
  const loops = cutLoops(takers);
  return { takers, stores, loops };
}

/** The battery that feeds an item, through whatever stands between; undefined where it is the cell inside it, or none. */
export function findFeeding(
  network: Network,
  id: string,
  isDead: (f: Feed) => boolean,
): string | undefined {
  const store = network.stores.get(id);
  if (store && !network.takers.has(id)) return store.inner ? undefined : id;
  for (const feed of network.takers.get(id)?.feeds ?? []) {
    if (feed.effect === 'charges-off' || isDead(feed)) continue;
    const found = findFeeding(network, feed.from, isDead);
    if (found !== undefined) return found;
  }
  return undefined;
}
