import { createFinding, defineCheck, defineFinding, stating } from '../finding/index.js';
import {
  findSureMate,
  givesPower,
  hasMountTrait,
  hasTrait,
  takesPower,
  type Mount,
  type Part,
  type PartBook,
  type Port,
} from '../part/index.js';
import { comparePrices, findPurse } from '../price/index.js';
import {
  listJointsAt,
  proposeId,
  suggestSlideMm,
  suggestTurnDeg,
  type Assembly,
  type Edit,
  type KitItem,
  type PlacedItem,
} from '../rig/index.js';
import { readNetwork, type Feed, type Network } from '../wire/index.js';
import type { FitAsked } from './asked.js';
import { isPlugged, listFittingLeads } from './complete.js';

/** Whether a feed brings power in, or would once what stands between is fed: a dummy cell by its own lead, or with one built in. */
function isSupply(network: Network, feed: Feed, assembly: Assembly): boolean {
  const giver = assembly.byId.get(feed.from)?.part;
  if (feed.via.kind === 'lead' || !giver || !hasTrait(giver, 'fed-from-outside')) return true;
  // One whose lead is not told of has it built in.
  if (!(giver.ports ?? []).some(takesPower)) return true;
  return (network.takers.get(feed.from)?.feeds ?? []).some((f) => f.via.kind === 'lead');
}

/** Whether an item runs on power from outside: by a lead, or by a dummy cell in its bay that is fed by one. */
export function hasOutsidePower(assembly: Assembly, parts: PartBook, itemId: string): boolean {
  const network = readNetwork(assembly, parts);
  return (network.takers.get(itemId)?.feeds ?? []).some((feed) => {
    const giver = assembly.byId.get(feed.from)?.part;
    const isOutside = feed.via.kind === 'lead' || (giver && hasTrait(giver, 'fed-from-outside'));
    return isOutside && isSupply(network, feed, assembly);
  });
}

export const noSupply = defineFinding(
  'no-supply',
  stating<{
    /** Its first power input, or its bay. */
    readonly portId: string;
    /** It has a bay or a plate for a battery, and none is in it. */
    readonly hasBay: boolean;
  }>(),
  {
    restsOn: ['ports'],
    weight: 'risk',
    when: 'a device or a converter with no cell in it or on it and no lead that brings power to its input',
    offers:
      'a battery that goes into its bay or on its plate, of the kit first; a lead from a socket that gives power',
    sentence: ({ items: [item], facts }, n) =>
      facts.hasBay
        ? `Nothing feeds ${n.item(item!)}: no battery is in or on it, and no lead brings power.`
        : `Nothing feeds ${n.item(item!)}: no lead brings power to it.`,
    why: 'A device without power stays dark.',
    todo: 'Fit its battery, or plan a lead from what has power to give; if it has a cell inside, say so where the part is corrected.',
  },
);

/** How many cells, and how many leads, are proposed for one device. */
const mostFeeds = 2;

/** The batteries that a bay or plate takes: those of the kit that are not in use, then the cheapest of the catalogue. */
function listCells(assembly: Assembly, parts: PartBook, bay: Mount) {
  const goesIn = (part: Part) =>
    hasTrait(part, 'cell') &&
    part.mounts.some((m) => m.side === 'battery' && findSureMate(bay, m) !== undefined);
  const byPrice = comparePrices(findPurse(assembly));
  const own = assembly.rig.kit
    .filter((item) => !assembly.byId.has(item.id))
    .flatMap((item) => {
      const part = parts.get(item.partId);
      return part && goesIn(part) ? [{ item, part }] : [];
    });
  const wishes = [...parts.values()]
    .filter(goesIn)
    .map((part) => ({ item: { id: proposeId(part.id), partId: part.id, owned: false }, part }))
    .sort((a, b) => byPrice(a.part, b.part) || (a.part.id < b.part.id ? -1 : 1));
  return [...own, ...wishes];
}

/** Puts a battery or a dummy into a bay of the rig; undefined where it does not go in, as far as anybody has stated. */
export function createBayEdit(
  assembly: Assembly,
  hostId: string,
  bay: Mount,
  { item, part }: { readonly item: KitItem; readonly part: Part },
): Edit | undefined {
  const host = assembly.byId.get(hostId);
  const face = part.mounts.find((m) => m.side === 'battery' && findSureMate(bay, m) !== undefined);
  const slideMm = host && face && suggestSlideMm(assembly, host, bay, face);
  if (!host || !face || slideMm === undefined) return undefined;
  return {
    type: 'add-part',
    setupId: assembly.setup.id,
    item,
    joint: {
      id: proposeId(`joint-${item.id.replace(/^new:/u, '')}`),
      child: { item: item.id, mount: face.id },
      parent: { item: hostId, mount: bay.id },
      slideMm,
      turnDeg: suggestTurnDeg(host, bay, face),
    },
  };
}

function listCellEdits(
  assembly: Assembly,
  parts: PartBook,
  placed: PlacedItem,
  bays: readonly Mount[],
): Edit[] {
  return bays
    .filter((bay) => listJointsAt(assembly, placed.item.id, bay.id).length === 0)
    .flatMap((bay) =>
      listCells(assembly, parts, bay).flatMap(
        (cell) => createBayEdit(assembly, placed.item.id, bay, cell) ?? [],
      ),
    )
    .slice(0, mostFeeds);
}

/** Leads from what gives power on the rig to the inputs of a device, as far as their voltages meet. */
function listLeadEdits(
  assembly: Assembly,
  parts: PartBook,
  placed: PlacedItem,
  inputs: readonly Port[],
): Edit[] {
  const doMeet = (a: Port, b: Port) =>
    !a.power || !b.power || (a.power.minV <= b.power.maxV && b.power.minV <= a.power.maxV);
  const sources = assembly.items
    .filter((p) => p !== placed && !hasTrait(p.part, 'stores'))
    .flatMap((source) =>
      (source.part.ports ?? [])
        .filter((port) => givesPower(port) && !isPlugged(assembly, source.item.id, port.id))
        .map((port) => ({ source, port })),
    );
  return inputs
    .filter((input) => !isPlugged(assembly, placed.item.id, input.id))
    .flatMap((input) =>
      sources
        .filter(({ port }) => doMeet(port, input))
        .flatMap(({ source, port }) =>
          listFittingLeads(assembly, parts, port, input)
            .filter(({ part }) => part.cable?.carries.includes('power') ?? true)
            .map(({ item }): Edit => ({
              type: 'add-cable',
              setupId: assembly.setup.id,
              item,
              cable: {
                id: proposeId(`lead-${placed.item.id}-${input.id}`),
                item: item.id,
                from: { item: source.item.id, port: port.id },
                to: { item: placed.item.id, port: input.id },
              },
            })),
        ),
    )
    .slice(0, mostFeeds);
}

/** Devices with a power input and nothing that feeds them: no cell in them or on them, and no lead. */
export const supplyCheck = defineCheck(
  [noSupply],
  ({ assembly, parts, replacements }: FitAsked) => {
    const network = readNetwork(assembly, parts);
    const inRound = new Set(network.loops.flatMap((l) => l.itemIds));
    return assembly.items.flatMap((placed) => {
      const { id } = placed.item;
      const inputs = (placed.part.ports ?? []).filter(takesPower);
      const bays = placed.part.mounts.filter(
        (m) => hasMountTrait(m, 'supply') && m.side !== 'battery',
      );
      if (!hasTrait(placed.part, 'device') || placed.part.innerCell === true) return [];
      if (inputs.length === 0 && bays.length === 0) return [];
      // What feeds itself in a round is told as that.
      if (inRound.has(id)) return [];
      const feeds = network.takers.get(id)?.feeds ?? [];
      if (feeds.some((feed) => isSupply(network, feed, assembly))) return [];
      const portId = inputs[0]?.id ?? bays[0]!.id;
      return [
        createFinding(
          noSupply,
          'risk',
          { items: [id] },
          { portId, hasBay: bays.length > 0 },
          replacements
            ? [
                ...listCellEdits(assembly, replacements, placed, bays),
                ...listLeadEdits(assembly, replacements, placed, inputs),
              ]
            : [],
        ),
      ];
    });
  },
);
