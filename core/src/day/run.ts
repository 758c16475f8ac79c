import { hasSource, limitOf, type Feed, type Network } from '../wire/index.js';
import { measureColdShare } from './cold.js';

/** What stands on the rig in a stretch of the day, and what it takes. */
export interface DayRig {
  readonly network: Network;
  /** What an item takes while it records and while it waits, W. 0 for what passes power on. */
  readonly watts: (itemId: string) => { readonly recordW: number; readonly idleW: number };
  /** Feeds that give nothing: their voltage or level does not agree. */
  readonly isDead?: (feed: Feed) => boolean;
}

/** When a cell is changed that need not be yet. */
export interface SwapRule {
  /** When so much of it is left, 0 to 1; 0 where it is used up. */
  readonly atShare: number;
  /** In every break what is not full. */
  readonly inBreaks: boolean;
}

/** What a camera puts into a cell in its bay where nobody says it, W (estimate). */
export const usualInPlaceW = 10;

/** A stretch of the day, every figure said. Shares are of its time, 0 to 1. */
export interface DayPart {
  readonly name: string;
  readonly hours: number;
  readonly record: number;
  readonly idle: number;
  readonly mains: boolean;
  readonly temperatureC: number;
  /** The setup that it names. */
  readonly setupId?: string;
  /** What stands on the rig in it, where that is not what stands on it otherwise. */
  readonly rig?: DayRig;
}

/** A cell of the kit that is not on the rig. */
export interface Spare {
  readonly itemId: string;
  readonly energyWh: number;
  /** How fast it takes charge at most, W; as the charger gives where absent. */
  readonly chargeW?: number | undefined;
  /** The stores of the rig whose place it can take. */
  readonly fits: readonly string[];
}

/** A charger at hand, and which cells its bays take. */
export interface ChargingBays {
  readonly itemId: string;
  readonly bays: number;
  readonly bayW: number;
  readonly together: boolean;
  takes(itemId: string): boolean;
}

export interface DayAsked extends DayRig {
  readonly parts: readonly DayPart[];
  /** What the cells on the rig hold when full, Wh, by store; what is left out holds nothing. */
  readonly energyWh: ReadonlyMap<string, number>;
  readonly spares: readonly Spare[];
  readonly chargers: readonly ChargingBays[];
  /** Cells that are charged where they are, from mains, while all is switched off: by store, W, and the item that does it. */
  readonly inPlace?: ReadonlyMap<string, { readonly by: string; readonly w: number }>;
  /** The places that a battery in use can take: its own where absent. */
  readonly fits?: (itemId: string) => readonly string[];
  /** Share of each cell that is not planned with. */
  readonly reserve: number;
  /** Cells are used up where absent. */
  readonly swap?: SwapRule;
}

/** What happens in the day, in order; `atH` from its first minute. */
export type DayEvent =
  | {
      readonly kind: 'swap';
      readonly atH: number;
      /** What is left in the one that goes out, 0 to 1. */
      readonly left: number;
      readonly store: string;
      readonly out: string;
      readonly in: string;
      /** How full the one is that goes in, 0 to 1. */
      readonly filled: number;
      /** Whether all is switched off meanwhile. */
      readonly atRest: boolean;
      readonly dark: readonly string[];
    }
  | { readonly kind: 'empty'; readonly atH: number; readonly store: string; readonly cell: string }
  | { readonly kind: 'dark'; readonly atH: number; readonly itemId: string }
  | { readonly kind: 'back'; readonly atH: number; readonly itemId: string }
  | {
      readonly kind: 'charging';
      readonly atH: number;
      /** The charger, or the device in which the cell stays. */
      readonly charger: string;
      readonly cell: string;
      readonly inPlace?: true;
    }
  | {
      readonly kind: 'charged';
      readonly atH: number;
      readonly charger: string;
      readonly cell: string;
    };

/** A day run to its end. Energies in Wh. */
export interface DayRun {
  readonly hours: number;
  readonly events: readonly DayEvent[];
  /** When an item first goes dark, h; what never does is left out. */
  readonly darkAtH: ReadonlyMap<string, number>;
  /** The same of what its setup feeds at that time: what nothing feeds was never lit. */
  readonly ranOutAtH: ReadonlyMap<string, number>;
  /** For how long in all, h of the time in which it was wanted. */
  readonly darkH: ReadonlyMap<string, number>;
  /** Charge of each cell over time: one point at each event, straight lines between. */
  readonly charge: ReadonlyMap<string, readonly { readonly atH: number; readonly wh: number }[]>;
  /** Hours in which an item was on and recording, of those wanted. */
  readonly recordedH: ReadonlyMap<string, number>;
  readonly wantedH: number;
  readonly energy: {
    readonly startWh: number;
    readonly chargedWh: number;
    readonly deliveredWh: number;
    /** In converters, and to the cold. */
    readonly lostWh: number;
    readonly endWh: number;
  };
}

interface Held {
  readonly itemId: string;
  readonly fullWh: number;
  readonly chargeW: number | undefined;
  readonly fits: readonly string[];
  wh: number;
}

/** Less than this is nothing, Wh and h: below any figure that is shown. */
const tiny = 1e-9;
/** An empty cell is only changed for one that has at least this share more than its reserve: a change costs a take. */
const worthASwap = 0.05;
/** No day has more events: a cell would have to be changed twice a minute. */
const mostEvents = 100_000;

interface Flow {
  /** What leaves each store, W. */
  readonly from: Map<string, number>;
  /** What goes into a store out of another one, W. */
  readonly into: Map<string, number>;
  readonly powered: Set<string>;
  readonly deliveredW: number;
  readonly lostW: number;
}

/**
 * Runs the day from event to event: a stretch ends, a cell is empty, a charge is full. Between two events every load is the
 * stretch's own average, so charges fall in straight lines. A cell that is empty is changed at once for the fullest that
 * fits; one that is charged later takes the place of an empty one. Cells are charged from mains, at 0 °C and above, in the bays
 * of chargers; on the rig only while all is switched off, where their device does that. Events × (items + cells) steps.
 */
export function runDay(asked: DayAsked): DayRun {
  const { reserve, swap: rule = { atShare: 0, inBreaks: false } } = asked;
  const rigs = new Set<DayRig>(asked.parts.map((p) => p.rig ?? asked));
  let { network, watts, isDead = () => false } = asked as DayRig;
  const floorOf = (cell: Held) => cell.fullWh * reserve;
  const shelf: Held[] = asked.spares.map(({ itemId, energyWh, chargeW, fits }) => ({
    itemId,
    fullWh: energyWh,
    chargeW,
    fits,
    wh: energyWh,
  }));
  /** What sits at each place: on the rig as it stands, named by the battery that is planned there. */
  const slots = new Map<string, Held>();
  for (const store of [...rigs].flatMap((r) => [...r.network.stores.values()])) {
    const { itemId, inner } = store;
    if (slots.has(itemId)) continue;
    const fullWh = asked.energyWh.get(itemId) ?? 0;
    // The cell inside a device stays there.
    const fits = inner ? [] : (asked.fits?.(itemId) ?? [itemId]);
    slots.set(itemId, { itemId, fullWh, chargeW: store.cell.chargeW, fits, wh: fullWh });
  }
  const cells = [...slots.values(), ...shelf];
  /** Puts what sits at places that the rig does not have now onto the shelf, and into those that it has what is planned there. */
  const seat = (): void => {
    for (const [store, cell] of [...slots]) {
      if (network.stores.has(store)) continue;
      slots.delete(store);
      shelf.push(cell);
    }
    for (const store of network.stores.keys()) {
      if (slots.has(store)) continue;
      const planned = shelf.find((c) => c.itemId === store);
      const [other] = shelf
        .filter((c) => c.fits.includes(store))
        .sort((a, b) => b.wh - a.wh || (a.itemId < b.itemId ? -1 : 1));
      const cell = planned ?? other;
      if (cell) shelf.splice(shelf.indexOf(cell), 1);
      slots.set(store, cell ?? { itemId: store, fullWh: 0, chargeW: undefined, fits: [], wh: 0 });
    }
  };
  const charge = new Map(cells.map((c) => [c.itemId, [{ atH: 0, wh: c.wh }]]));
  const startWh = cells.reduce((sum, c) => sum + c.wh, 0);
  const events: DayEvent[] = [];
  const darkAtH = new Map<string, number>();
  const ranOutAtH = new Map<string, number>();
  const darkH = new Map<string, number>();
  const recordedH = new Map<string, number>();
  let [atH, chargedWh, deliveredWh, lostWh, wantedH] = [0, 0, 0, 0, 0];
  const inBay = new Map<string, Held[]>(asked.chargers.map((c) => [c.itemId, []]));
  let dark = new Set<string>();
  /** Dark, and without power ever since. */
  const unlit = new Set<string>();
  /** Whether all was switched off until now: at the beginning of the day, and after a break. */
  let wasOff = true;

  const isLive = (id: string, seen: Map<string, boolean>): boolean => {
    const known = seen.get(id);
    if (known !== undefined) return known;
    const slot = slots.get(id);
    const live =
      (slot !== undefined && slot.wh > floorOf(slot) + tiny) ||
      (network.takers.get(id)?.feeds ?? []).some(
        (f) =>
          f.effect !== 'charges-off' && f.effect !== 'keeps' && !isDead(f) && isLive(f.from, seen),
      );
    seen.set(id, live);
    return live;
  };

  /** Whether an outlet of a network says how many watts it gives: then recording and waiting are looked at one by one. */
  const limited = new Map<Network, boolean>();
  const isLimited = (): boolean => {
    let known = limited.get(network);
    if (known === undefined) {
      known = [...network.takers.values()].some((t) => t.feeds.some((f) => limitOf(f) < Infinity));
      limited.set(network, known);
    }
    return known;
  };

  /** Who draws how much from where, with what is live now. What gets less than it takes does not run, and takes nothing. */
  const flow = (part: DayPart): Flow => {
    const out = new Set<string>();
    for (;;) {
      const { short, ...found } = flowWithout(part, out);
      if (short.size === 0) return found;
      // Ends: each round leaves out one more of the items.
      for (const id of short) out.add(id);
    }
  };

  /** The same with some left out, and what is short of power then. What the tree names first is served first. */
  const flowWithout = (
    part: DayPart,
    out: ReadonlySet<string>,
  ): Flow & { readonly short: ReadonlySet<string> } => {
    const seen = new Map<string, boolean>();
    const from = new Map<string, number>();
    const into = new Map<string, number>();
    const powered = new Set<string>();
    let [deliveredW, lostW] = [0, 0];
    const isOff = part.record + part.idle <= 0;
    // Without a bound on what an outlet gives, the stretch is its own average.
    const states: readonly { share: number; watts: (id: string) => number }[] = !isLimited()
      ? [{ share: 1, watts: (id) => part.record * watts(id).recordW + part.idle * watts(id).idleW }]
      : [
          { share: part.record, watts: (id: string) => watts(id).recordW },
          { share: part.idle, watts: (id: string) => watts(id).idleW },
          { share: 1 - part.record - part.idle, watts: () => 0 },
        ].filter((s) => s.share > tiny);
    const short = new Set<string>();
    for (const state of states) {
      /** What each lead brings so far, W at its taker. */
      const given = new Map<Feed, number>();
      const bring = (feed: Feed, w: number, taken: (() => void)[]): number => {
        const own = Math.min(w, limitOf(feed) - (given.get(feed) ?? 0));
        if (own <= tiny) return 0;
        const missing = pull(feed.from, own / feed.efficiency, taken) * feed.efficiency;
        const got = own - missing;
        given.set(feed, (given.get(feed) ?? 0) + got);
        const lost = (got / feed.efficiency - got) * state.share;
        lostW += lost;
        taken.push(() => {
          given.set(feed, given.get(feed)! - got);
          lostW -= lost;
        });
        return got;
      };
      /** Takes so many watts out of what feeds an item, and says for how many there is nothing. */
      const pull = (id: string, w: number, taken: (() => void)[]): number => {
        if (w <= 0) return 0;
        const taker = network.takers.get(id);
        let left = w;
        for (const feed of taker?.feeds ?? []) {
          if (feed.effect === 'charges-off' || isDead(feed) || !isLive(feed.from, seen)) continue;
          left -= bring(feed, left, taken);
          if (left <= tiny) return 0;
        }
        const slot = slots.get(id);
        if (!slot || slot.wh <= floorOf(slot) + tiny) return left;
        const was = from.get(id);
        from.set(id, (was ?? 0) + left * state.share);
        taken.push(() => (was === undefined ? from.delete(id) : from.set(id, was)));
        return 0;
      };
      for (const id of network.takers.keys()) {
        const { recordW, idleW } = watts(id);
        if (isOff || out.has(id) || (recordW <= 0 && idleW <= 0)) continue;
        if (!isLive(id, seen)) continue;
        const w = state.watts(id);
        const taken: (() => void)[] = [];
        if (w > 0 && pull(id, w, taken) > w * 1e-9) {
          for (const undo of taken.reverse()) undo();
          short.add(id);
          continue;
        }
        powered.add(id);
        deliveredW += w * state.share;
      }
      // What is left over at an input that charges goes into the cell behind it.
      for (const [id, { feeds }] of part.temperatureC < 0 ? [] : network.takers) {
        const feed = feeds.find(
          (f) =>
            f.via.kind === 'lead' &&
            (f.effect === 'charges' || (isOff && f.effect !== 'runs')) &&
            !isDead(f) &&
            isLive(f.from, seen),
        );
        if (feed?.via.kind !== 'lead') continue;
        const store = slots.has(id) ? id : feeds.find((f) => slots.has(f.from))?.from;
        const cell = store === undefined ? undefined : slots.get(store);
        if (store === undefined || !cell || cell.wh >= cell.fullWh - tiny) continue;
        const w = bring(feed, cell.chargeW ?? usualInPlaceW, []);
        if (w > tiny) into.set(store, (into.get(store) ?? 0) + w * state.share);
      }
    }
    return { from, into, powered, deliveredW, lostW, short };
  };

  const wantedNow = (part: DayPart): string[] =>
    part.record + part.idle <= 0
      ? []
      : [...network.takers.keys()].filter((id) => {
          const { recordW, idleW } = watts(id);
          return recordW > 0 || idleW > 0;
        });

  const note = (cell: Held): void => {
    // A place for which there was no cell holds none.
    if (cells.includes(cell)) charge.get(cell.itemId)!.push({ atH, wh: cell.wh });
  };

  /** Changes an empty cell for the fullest that fits; false where there is none worth it. */
  const swap = (store: string, part: DayPart): boolean => {
    const old = slots.get(store)!;
    const fitting = [...shelf, ...[...inBay.values()].flat()].filter(
      (c) =>
        c.fits.includes(store) &&
        c.wh - floorOf(c) > c.fullWh * worthASwap &&
        c.wh > old.wh + c.fullWh * worthASwap,
    );
    const [best] = fitting.sort((a, b) => b.wh - a.wh || (a.itemId < b.itemId ? -1 : 1));
    if (!best || network.stores.get(store)?.inner) return false;
    for (const bay of [shelf, ...inBay.values()]) {
      const at = bay.indexOf(best);
      if (at >= 0) bay.splice(at, 1);
    }
    slots.set(store, { ...old, wh: 0, fullWh: 0 });
    const without = flow(part).powered;
    slots.set(store, best);
    const withIt = flow(part).powered;
    shelf.push(old);
    events.push({
      kind: 'swap',
      atH,
      left: old.fullWh > 0 ? old.wh / old.fullWh : 0,
      store,
      out: old.itemId,
      in: best.itemId,
      atRest: wasOff,
      filled: best.fullWh > 0 ? best.wh / best.fullWh : 0,
      // What was switched off, or dark already, does not go dark by it.
      dark: wasOff ? [] : [...withIt].filter((id) => !without.has(id) && !dark.has(id)),
    });
    note(best);
    return true;
  };

  const isEmpty = (store: string): boolean => {
    const slot = slots.get(store)!;
    return slot.wh <= floorOf(slot) + tiny;
  };
  const told = new Set<string>();

  for (const part of asked.parts) {
    const rig: DayRig = part.rig ?? asked;
    if (rig.network !== network || atH === 0) {
      ({ network, watts, isDead = () => false } = rig);
      seat();
    }
    const endH = atH + part.hours;
    wantedH += part.record * part.hours;
    const cold = measureColdShare(part.temperatureC);
    const mayCharge = part.mains && part.temperatureC >= 0;
    /** Cells that are being charged where they are, in this stretch. */
    const begun = new Set<string>();
    if (!mayCharge) for (const bay of inBay.values()) shelf.push(...bay.splice(0));
    // Before it has to be: all is switched off.
    if (rule.inBreaks && part.record + part.idle <= 0) {
      wasOff = true;
      for (const store of [...slots.keys()]) {
        if (slots.get(store)!.fullWh > 0 && swap(store, part)) told.delete(store);
      }
    }
    while (atH < endH - tiny) {
      if (events.length > mostEvents) throw new Error('runDay: a day without end');
      // Empty cells are changed first, in the order of the rig.
      for (const store of slots.keys()) {
        const { wh, fullWh } = slots.get(store)!;
        const isDue = isEmpty(store) || wh <= fullWh * rule.atShare + tiny;
        if (!isDue || fullWh === 0) continue;
        if (swap(store, part)) told.delete(store);
        else if (isEmpty(store) && !told.has(store)) {
          told.add(store);
          events.push({ kind: 'empty', atH, store, cell: slots.get(store)!.itemId });
        }
      }
      if (mayCharge) {
        for (const charger of asked.chargers) {
          const bay = inBay.get(charger.itemId)!;
          const waiting = shelf
            .filter((c) => c.wh < c.fullWh - tiny && charger.takes(c.itemId))
            .sort((a, b) => a.wh - b.wh || (a.itemId < b.itemId ? -1 : 1));
          for (const cell of waiting.slice(0, charger.bays - bay.length)) {
            shelf.splice(shelf.indexOf(cell), 1);
            bay.push(cell);
            events.push({ kind: 'charging', atH, charger: charger.itemId, cell: cell.itemId });
            note(cell);
          }
        }
      }
      const now = flow(part);
      const wanted = wantedNow(part);
      const lost = new Set(wanted.filter((id) => !now.powered.has(id)));
      for (const id of lost) {
        if (!ranOutAtH.has(id) && hasSource(network, id, isDead)) ranOutAtH.set(id, atH);
      }
      const wasUnlit = [...unlit];
      for (const id of now.powered) unlit.delete(id);
      for (const id of lost) {
        // What was switched off while it was dark does not go dark once more.
        if (dark.has(id) || unlit.has(id)) continue;
        unlit.add(id);
        events.push({ kind: 'dark', atH, itemId: id });
        if (!darkAtH.has(id)) darkAtH.set(id, atH);
      }
      for (const id of wasUnlit) {
        if (now.powered.has(id)) events.push({ kind: 'back', atH, itemId: id });
      }
      dark = lost;
      wasOff = part.record + part.idle <= 0;
      const charging = asked.chargers.flatMap((charger) => {
        const bay = inBay.get(charger.itemId)!;
        return (charger.together ? bay : bay.slice(0, 1)).map((cell) => ({
          charger: charger.itemId,
          cell,
          w: Math.min(charger.bayW, cell.chargeW ?? Infinity),
        }));
      });
      const isOff = part.record + part.idle <= 0;
      for (const [store, { by, w }] of mayCharge && isOff ? (asked.inPlace ?? []) : []) {
        const cell = slots.get(store);
        if (!cell || cell.wh >= cell.fullWh - tiny) continue;
        charging.push({ charger: by, cell, w: Math.min(w, cell.chargeW ?? Infinity) });
        if (begun.has(store)) continue;
        begun.add(store);
        events.push({ kind: 'charging', atH, charger: by, cell: cell.itemId, inPlace: true });
        note(cell);
      }
      let dtH = endH - atH;
      /** What a store gives at its contacts, W, less what goes into it. */
      const drains = (store: string) =>
        (now.from.get(store) ?? 0) / cold - (now.into.get(store) ?? 0);
      for (const store of new Set([...now.from.keys(), ...now.into.keys()])) {
        const slot = slots.get(store)!;
        const w = drains(store);
        if (w < 0) dtH = Math.min(dtH, (slot.fullWh - slot.wh) / -w);
        if (w <= 0) continue;
        dtH = Math.min(dtH, (slot.wh - floorOf(slot)) / w);
        const due = slot.fullWh * rule.atShare;
        if (slot.wh > due + tiny) dtH = Math.min(dtH, (slot.wh - due) / w);
      }
      for (const { cell, w } of charging) dtH = Math.min(dtH, (cell.fullWh - cell.wh) / w);
      dtH = Math.max(dtH, 0);
      for (const store of new Set([...now.from.keys(), ...now.into.keys()])) {
        const slot = slots.get(store)!;
        const w = now.from.get(store) ?? 0;
        const more = (now.into.get(store) ?? 0) * dtH;
        const out = Math.min((w / cold) * dtH, slot.wh + more);
        slot.wh = Math.min(slot.wh + more - out, slot.fullWh);
        lostWh += out - w * dtH;
      }
      for (const { cell, w } of charging) {
        const taken = Math.min(w * dtH, cell.fullWh - cell.wh);
        cell.wh += taken;
        chargedWh += taken;
      }
      deliveredWh += now.deliveredW * dtH;
      lostWh += now.lostW * dtH;
      for (const id of lost) darkH.set(id, (darkH.get(id) ?? 0) + dtH);
      for (const id of now.powered) {
        recordedH.set(id, (recordedH.get(id) ?? 0) + part.record * dtH);
      }
      atH += dtH;
      for (const store of new Set([...now.from.keys(), ...now.into.keys()])) {
        note(slots.get(store)!);
      }
      for (const { charger, cell } of charging) {
        note(cell);
        if (cell.wh < cell.fullWh - tiny) continue;
        const bay = inBay.get(charger);
        if (bay) {
          bay.splice(bay.indexOf(cell), 1);
          shelf.push(cell);
        }
        events.push({ kind: 'charged', atH, charger, cell: cell.itemId });
      }
    }
  }
  for (const cell of cells) note(cell);
  const endWh = cells.reduce((sum, c) => sum + c.wh, 0);
  return {
    hours: atH,
    events,
    darkAtH,
    ranOutAtH,
    darkH,
    charge,
    recordedH,
    wantedH,
    energy: { startWh, chargedWh, deliveredWh, lostWh, endWh },
  };
}
