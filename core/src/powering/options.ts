import {
  findBatteryFace,
  hasTrait,
  takesPower,
  type Mount,
  type Part,
  type Port,
} from '../part/index.js';

import {
  findDisagreement,
  isAgreed,
  listLeadLoads,
  measureLeadEfficiency,
  usualEfficiency,
} from '../wire/index.js';
import { fitsPorts } from '../fit/index.js';
import type { CableRun } from '../rig/index.js';
import type { Option } from './choose.js';
import { addCosts, measureCost, noCost, type Cost } from './cost.js';
import {
  goesInto,
  listStock,
  type Bare,
  type Device,
  type Outlet,
  type Source,
  type Stock,
  type Used,
} from './survey.js';
import type { PoweringWay } from './ways.js';

/** A lead from an outlet to an input. */
export interface PlannedLead extends Used {
  readonly from: CableRun['from'];
  readonly to: CableRun['to'];
  /** The run that is there already; undefined of a new one. */
  readonly runId: string | undefined;
}

/** How one device is fed: what goes into its bay, and the lead that brings it power. */
export interface FeedOption extends Option {
  readonly deviceId: string;
  readonly inBay: (Used & { readonly bay: Mount; readonly isThere: boolean }) | undefined;
  readonly lead: PlannedLead | undefined;
  /** It runs on the cell inside it, or on the source that sits on it. */
  readonly by: 'inner' | 'host' | 'cell' | 'dummy' | 'lead';
}

/** What options are made from. */
export interface OptionsAsked {
  readonly way: PoweringWay;
  readonly stock: Stock;
  readonly bare: Bare;
  readonly source: Source | undefined;
  readonly currency: string;
  readonly rates: Parameters<typeof measureCost>[3];
}

/** Whether a lead that is told of carries power. */
const carriesPower = (part: Part) => part.cable?.carries.includes('power') ?? false;

/**
 * Whether a lead may be planned between two sockets: plugs that fit, and voltages that are known to agree, or that the two ends
 * settle between them. What nobody stated is no agreement.
 */
export function mayFeed(outlet: Port, lead: Part, input: Port): boolean {
  if (!carriesPower(lead) || !fitsPorts(lead, outlet, input)) return false;
  const settles = isAgreed(outlet) && isAgreed(input) && !lead.cable?.converter;
  const isKnown =
    input.power !== undefined &&
    (outlet.power !== undefined || lead.cable?.converter !== undefined);
  return (settles || isKnown) && findDisagreement({ outlet, lead, input }) === undefined;
}

/** What leaves the source of what reaches the device, W. */
function measureDrawn(outlet: Port, lead: Part, drawsW: number): number {
  const converted = outlet.power?.efficiency ?? (outlet.power?.regulated ? usualEfficiency : 1);
  return drawsW / (converted * measureLeadEfficiency(lead));
}

/**
 * The leads that may go from an outlet to an input, with what each costs: the one that is there now, free ones of the kit and the
 * drawer, then a new wish of every part that fits.
 */
function listLeads(
  asked: OptionsAsked,
  device: Device,
  outlet: Outlet,
  to: { readonly itemId: string; readonly port: Port },
): { readonly lead: PlannedLead; readonly cost: Cost }[] {
  const { stock, bare, source, currency, rates } = asked;
  const { assembly } = stock;
  const inUse = new Set((bare.assembly.setup.cables ?? []).map((c) => c.item));
  const from = { item: outlet.itemId, port: outlet.port.id };
  const end = { item: to.itemId, port: to.port.id };
  const now = (assembly.setup.cables ?? []).find(
    (c) =>
      [c.from, c.to].some((e) => e.item === from.item && e.port === from.port) &&
      [c.from, c.to].some((e) => e.item === end.item && e.port === end.port),
  );
  const isWanted = (part: Part) => mayFeed(outlet.port, part, to.port);
  const belt = source?.on.kind === 'belt' && source.battery.item.id === outlet.itemId;
  return listStock(stock, inUse, isWanted, to.itemId.replace(/^new:/u, ''))
    .filter(
      ({ part }) =>
        listLeadLoads({ outlet: outlet.port, lead: part, input: to.port }, device.drawsW).length ===
        0,
    )
    .map(({ item, part }) => {
      const isThere = now?.item === item.id;
      const cost = measureCost(item, part, currency, rates, { isLead: true });
      // Half of a lead to the belt hangs on the belt.
      const carried: Cost = belt ? [cost[0], cost[1], cost[2], cost[3] / 2, cost[4]] : cost;
      return {
        lead: { item, part, from, to: end, runId: isThere ? now.id : undefined },
        cost: isThere ? noCost : carried,
      };
    });
}

/** Whether the wish of a part is one and the same in two places: a wish can be made as often as one likes. */
const takesOf = ({ item }: Used, asked: OptionsAsked): string[] =>
  item.owned || asked.stock.assembly.rig.kit.some((i) => i.id === item.id)
    ? [`item ${item.id}`]
    : [];

interface InBay {
  readonly used: Used & { readonly bay: Mount; readonly isThere: boolean };
  readonly cost: Cost;
}

/** What may go into the bays of a device, of one kind: what is in it now, and nothing else; else all that goes in. */
function listInBays(
  asked: OptionsAsked,
  device: Device,
  trait: 'cell' | 'fed-from-outside',
): InBay[] {
  const { stock, bare, currency, rates } = asked;
  const { assembly } = stock;
  const itemId = device.placed.item.id;
  const used = new Set(bare.assembly.items.map((p) => p.item.id));
  if (asked.source) used.add(asked.source.battery.item.id);
  return device.bays.flatMap((bay): InBay[] => {
    const joint = (assembly.jointsOn.get(itemId) ?? []).find((j) => j.parentMount.id === bay.id);
    const now = joint && assembly.byId.get(joint.child);
    if (now && hasTrait(now.part, trait)) {
      const { item, part } = now;
      return [{ used: { item, part, bay, isThere: true }, cost: noCost }];
    }
    // What carries others is not taken out of its bay.
    if (now && !bare.gone.has(now.item.id)) return [];
    const isWanted = (p: Part) => hasTrait(p, trait) && goesInto(p, bay);
    return listStock(stock, used, isWanted, itemId).map((u) => ({
      used: { ...u, bay, isThere: false },
      cost: measureCost(u.item, u.part, currency, rates),
    }));
  });
}

/** Ways by which all that is fed hangs on one battery. */
const fromOne: readonly PoweringWay[] = ['one-brick', 'belt'];

/** What power at an input does for a device that is on: whether it needs a cell of its own besides, and whether it helps at all. */
function readEffect(input: Port): 'alone' | 'with-cell' | 'nothing' {
  const effect = input.power?.effect ?? 'runs';
  if (effect === 'charges-off') return 'nothing';
  return effect === 'runs' ? 'alone' : 'with-cell';
}

/** Every way in which one device may be fed in a way of powering. */
export function listOptions(asked: OptionsAsked, device: Device): FeedOption[] {
  const { way, source } = asked;
  const deviceId = device.placed.item.id;
  const draws = device.drawsW.low;
  const options: FeedOption[] = [];
  const add = (
    by: FeedOption['by'],
    inBay: InBay | undefined,
    led?: ReturnType<typeof listLeads>[number],
    outlet?: Outlet,
  ) => {
    const used = [...(inBay ? [inBay.used] : []), ...(led ? [led.lead] : [])];
    options.push({
      key: [
        by,
        inBay?.used.item.id,
        outlet && `${outlet.itemId}.${outlet.port.id}`,
        led?.lead.to.port,
        led?.lead.item.id,
      ].join(' '),
      deviceId,
      by,
      inBay: inBay?.used,
      lead: led?.lead,
      cost: addCosts(inBay?.cost ?? noCost, led?.cost ?? noCost),
      takes: used.flatMap((u) => takesOf(u, asked)),
      outlet: outlet && `outlet ${outlet.itemId}.${outlet.port.id}`,
      drawsW: led && outlet ? measureDrawn(outlet.port, led.lead.part, draws) : 0,
    });
  };
  // The source sits in its own bay.
  if (source?.on.kind === 'host' && source.on.itemId === deviceId) {
    options.push({
      key: 'host',
      deviceId,
      by: 'host',
      inBay: undefined,
      lead: undefined,
      cost: noCost,
      takes: [],
      outlet: undefined,
      drawsW: draws,
    });
    return options;
  }
  const isOne = fromOne.includes(way);
  const mustBe = device.isCamera && (way === 'dummy' || way === 'usb-c') ? way : undefined;
  const cells = listInBays(asked, device, 'cell').filter(
    ({ used }) => way !== 'one-family' || findBatteryFace(used.part)?.kind === 'l-series',
  );
  if (!mustBe) {
    if (device.inner && !(isOne && device.inputs.length > 0)) add('inner', undefined);
    if (!isOne) for (const cell of cells) add('cell', cell);
  }
  if (way === 'own-cells') return options;
  const free = (source?.outlets ?? []).filter(
    (o) =>
      !(asked.bare.assembly.setup.cables ?? []).some((c) =>
        [c.from, c.to].some((e) => e.item === o.itemId && e.port === o.port.id),
      ),
  );
  if (mustBe !== 'dummy') {
    for (const input of device.inputs) {
      if (mustBe === 'usb-c' && input.connector !== 'usb-c') continue;
      const needs = readEffect(input);
      if (needs === 'nothing') continue;
      const withCell = mustBe === 'usb-c' || needs === 'with-cell';
      // A cell beside the one battery would be a second one.
      if (withCell && !device.inner && isOne) continue;
      for (const outlet of free) {
        for (const led of listLeads(asked, device, outlet, { itemId: deviceId, port: input })) {
          if (!withCell || device.inner) add('lead', undefined, led, outlet);
          else for (const cell of cells) add('lead', cell, led, outlet);
        }
      }
    }
  }
  if (mustBe !== 'usb-c') {
    for (const dummy of listInBays(asked, device, 'fed-from-outside')) {
      for (const port of (dummy.used.part.ports ?? []).filter(takesPower)) {
        const to = { itemId: dummy.used.item.id, port };
        for (const outlet of free) {
          for (const led of listLeads(asked, device, outlet, to)) add('dummy', dummy, led, outlet);
        }
      }
    }
  }
  return options;
}
