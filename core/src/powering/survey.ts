import {
  findBatteryFace,
  findSureMate,
  hasMountTrait,
  hasTrait,
  listOutlets,
  readCell,
  takesPower,
  type Mount,
  type Part,
  type PartBook,
  type Port,
} from '../part/index.js';
import {
  placeSetup,
  proposeId,
  type Assembly,
  type KitItem,
  type PlacedItem,
} from '../rig/index.js';
import { measureStates, type Between, type Network } from '../wire/index.js';
import type { PoweringWay } from './ways.js';

/** An individual and its part. */
export interface Used {
  readonly item: KitItem;
  readonly part: Part;
}

/** What may be drawn on: the rig as it stands, the parts that may be bought, and what lies in the drawer. */
export interface Stock {
  readonly assembly: Assembly;
  readonly parts: PartBook;
  readonly drawer: readonly KitItem[];
}

/** Something on the rig that must be fed. */
export interface Device {
  readonly placed: PlacedItem;
  /** While it records. */
  readonly drawsW: Between;
  readonly bays: readonly Mount[];
  readonly inputs: readonly Port[];
  /** It has a cell of its own inside. */
  readonly inner: boolean;
  readonly isCamera: boolean;
}

/** A socket that gives power. */
export interface Outlet {
  readonly itemId: string;
  readonly port: Port;
}

/** A battery that gives power through outlets. */
export interface Source {
  readonly key: string;
  readonly battery: Used;
  /** Where it sits: a plate or bay on the rig, a plate that is brought in, or the belt. */
  readonly on:
    | {
        readonly kind: 'host';
        readonly itemId: string;
        readonly bay: Mount;
        readonly isThere: boolean;
      }
    | { readonly kind: 'plate'; readonly plate: Used; readonly bay: Mount }
    | { readonly kind: 'belt'; readonly isThere: boolean };
  readonly outlets: readonly Outlet[];
}

/** The bays and plates of a part that a battery goes into. */
export const listBays = (part: Part): Mount[] =>
  part.mounts.filter((m) => hasMountTrait(m, 'supply') && m.side !== 'battery');

/** The devices of a setup that need power, the camera first, then in tree order. */
export function listDevices(network: Network): Device[] {
  return [...network.takers.values()].flatMap(({ placed }): Device[] => {
    const { part } = placed;
    const states = measureStates(part);
    const isCamera = hasTrait(part, 'camera');
    if (!states || states.recordW.high <= 0) return [];
    return [
      {
        placed,
        drawsW: states.recordW,
        bays: listBays(part),
        inputs: (part.ports ?? []).filter(takesPower),
        inner: part.innerCell === true || part.cell !== undefined,
        isCamera,
      },
    ];
  });
}

/**
 * The individuals of some kind that are free, each once: those of the kit that this setup does not use, owned ones of the drawer,
 * then a new wish for every part that may be bought, named after the part and `forWhat`. `used` names what is in use.
 */
export function listStock(
  { assembly, parts, drawer }: Stock,
  used: ReadonlySet<string>,
  isWanted: (part: Part) => boolean,
  forWhat: string,
): Used[] {
  const there = new Map<string, Used>();
  for (const item of [...assembly.rig.kit, ...drawer.filter((i) => i.owned)]) {
    const part = parts.get(item.partId);
    if (part && !used.has(item.id) && !there.has(item.id) && isWanted(part)) {
      there.set(item.id, { item, part });
    }
  }
  const wishes = [...parts.values()].filter(isWanted).map((part) => ({
    item: { id: proposeId(`${part.id}-${forWhat}`), partId: part.id, owned: false },
    part,
  }));
  return [...there.values(), ...wishes];
}

/** Whether a battery's face goes into a bay, as far as anybody has stated. */
export function goesInto(part: Part, bay: Mount): boolean {
  const face = findBatteryFace(part);
  return face !== undefined && findSureMate(bay, face) !== undefined;
}

/** Batteries of these kinds run a whole rig. */
const brickKinds: readonly Mount['kind'][] = ['v-mount', 'three-stud'];

function isMeant(way: PoweringWay, battery: Part): boolean {
  const kind = findBatteryFace(battery)?.kind;
  if (way === 'one-brick') return kind !== undefined && brickKinds.includes(kind);
  if (way === 'one-family') return kind === 'l-series';
  return way !== 'own-cells';
}

/**
 * The sources that a way may draw on, in the order of the rig: plates and bays that are there, with the battery that is on them
 * or else with one that goes onto them; then plates that are brought in; on the belt what is worn, or may be. Devices that
 * are fed anew keep their own bays, but those whose battery has outlets or which have outlets themselves.
 */
export function listSources(way: PoweringWay, stock: Stock): Source[] {
  const { assembly } = stock;
  const used = new Set(assembly.items.map((p) => p.item.id));
  const isBattery = (part: Part) => hasTrait(part, 'cell') && isMeant(way, part);
  const of = (itemId: string, part: Part): Outlet[] =>
    listOutlets(part).map((port) => ({ itemId, port }));
  if (way === 'own-cells') return [];
  if (way === 'belt') {
    const worn = new Set(assembly.setup.worn ?? []);
    const isWearable = (part: Part) =>
      hasTrait(part, 'cell') &&
      listOutlets(part).length > 0 &&
      part.mounts.some((m) => m.kind === 'belt-clip');
    return listStock(stock, used, isWearable, 'source').map((battery) => ({
      key: `belt ${battery.item.id}`,
      battery,
      on: { kind: 'belt', isThere: worn.has(battery.item.id) },
      outlets: of(battery.item.id, battery.part),
    }));
  }
  const sources: Source[] = [];
  for (const host of assembly.items) {
    if (hasTrait(host.part, 'cell') || hasTrait(host.part, 'charger')) continue;
    for (const bay of listBays(host.part)) {
      const joint = (assembly.jointsOn.get(host.item.id) ?? []).find(
        (j) => j.parentMount.id === bay.id,
      );
      const now = joint && assembly.byId.get(joint.child);
      const own = of(host.item.id, host.part);
      const add = (battery: Used, isThere: boolean) => {
        const outlets = [...own, ...of(battery.item.id, battery.part)];
        if (outlets.length === 0) return;
        sources.push({
          key: `host ${host.item.id}.${bay.id} ${battery.item.id}`,
          battery,
          on: { kind: 'host', itemId: host.item.id, bay, isThere },
          outlets,
        });
      };
      if (now && isBattery(now.part)) add(now, true);
      else if (!now || hasTrait(now.part, 'cell')) {
        const fits = (p: Part) => isBattery(p) && goesInto(p, bay);
        for (const b of listStock(stock, used, fits, 'source')) add(b, false);
      }
    }
  }
  const plates = listStock(stock, used, (part) => part.kind === 'battery-plate', 'plate');
  const batteries = listStock(stock, used, isBattery, 'source');
  for (const plate of plates) {
    for (const bay of listBays(plate.part)) {
      for (const battery of batteries) {
        if (!goesInto(battery.part, bay)) continue;
        const outlets = [...of(plate.item.id, plate.part), ...of(battery.item.id, battery.part)];
        if (outlets.length === 0) continue;
        sources.push({
          key: `plate ${plate.item.id} ${battery.item.id}`,
          battery,
          on: { kind: 'plate', plate, bay },
          outlets,
        });
      }
    }
  }
  return sources;
}

/** What a battery bears in all, W, at its lowest voltage. */
export function measureBearsW({ battery }: Source): number {
  const { maxW = Infinity, maxA = Infinity, emptyV } = readCell(battery.part);
  // To the same rounding as the finding that tells of it.
  return Math.min(maxW, emptyV === undefined ? Infinity : maxA * emptyV) * (1 + 1e-9);
}

/** The setup without what fed some of its devices, and what that leaves free. */
export interface Bare {
  readonly assembly: Assembly;
  /** Items that are off it: cells, dummies, batteries with nothing left to feed, plates that carry nothing else. */
  readonly gone: ReadonlySet<string>;
  /** Runs that are off it. */
  readonly unplugged: ReadonlySet<string>;
}

/**
 * Takes off a setup all that feeds the devices `fed` and nothing else: leads that bring them power from batteries and plates,
 * cells and dummies in their bays, and batteries on plates from which then no lead goes, with plates that carry nothing else.
 * The source, where it is on the rig, stays.
 */
export function bare(
  { assembly, parts }: Stock,
  network: Network,
  fed: readonly Device[],
  source: Source | undefined,
): Bare {
  const host = source?.on.kind === 'host' ? source.on : undefined;
  const stays = (id: string) => host?.isThere === true && id === source!.battery.item.id;
  const carriedOn = (id: string) => (assembly.jointsOn.get(id) ?? []).map((j) => j.child);
  const unplugged = new Set<string>();
  const gone = new Set<string>();
  const givers = new Set<string>();
  const strip = (id: string): void => {
    for (const feed of network.takers.get(id)?.feeds ?? []) {
      if (feed.via.kind === 'lead') {
        const part = assembly.byId.get(feed.from)?.part;
        // What one device gives another is part of how the two work.
        if (part && hasTrait(part, 'device') && part.kind !== 'tap') continue;
        unplugged.add(feed.via.run.id);
        givers.add(feed.from);
      } else if (!stays(feed.from) && carriedOn(feed.from).length === 0) {
        gone.add(feed.from);
        strip(feed.from);
      }
    }
  };
  for (const device of fed) strip(device.placed.item.id);
  const runs = (assembly.setup.cables ?? []).filter((run) => !unplugged.has(run.id));
  const isPlugged = (id: string) => runs.some((r) => r.from.item === id || r.to.item === id);
  for (const id of givers) {
    const giver = assembly.byId.get(id);
    const plate = giver && hasTrait(giver.part, 'cell') ? giver.carriedBy?.parent : giver?.item.id;
    if (plate === undefined || assembly.byId.get(plate)?.part.kind !== 'battery-plate') continue;
    const batteries = carriedOn(plate).filter((c) => hasTrait(assembly.byId.get(c)!.part, 'cell'));
    if (plate === host?.itemId || [plate, ...batteries].some(isPlugged)) continue;
    for (const battery of batteries) if (carriedOn(battery).length === 0) gone.add(battery);
    if (carriedOn(plate).every((c) => gone.has(c))) gone.add(plate);
  }
  // A battery that the way has no use for makes room for the one that it has.
  if (host && !host.isThere) {
    for (const joint of assembly.jointsOn.get(host.itemId) ?? []) {
      if (joint.parentMount.id === host.bay.id) gone.add(joint.child);
    }
  }
  const setup = {
    ...assembly.setup,
    joints: assembly.setup.joints.filter((j) => !gone.has(j.child.item)),
    braces: (assembly.setup.braces ?? []).filter((b) => !gone.has(b.a.item) && !gone.has(b.b.item)),
    cables: runs.filter((run) => !gone.has(run.from.item) && !gone.has(run.to.item)),
  };
  const rig = {
    ...assembly.rig,
    setups: assembly.rig.setups.map((s) => (s.id === setup.id ? setup : s)),
  };
  return { assembly: placeSetup(rig, setup, parts, assembly.rigFromBody), gone, unplugged };
}
