import { createFinding, defineCheck, defineFinding, stating } from '../finding/index.js';
import { hasTrait, listNeedsServed, type Part, type PartBook, type Serves } from '../part/index.js';
import { measureLength, subtract } from '../placement/index.js';
import { listSetupItems, placeRay, type Assembly, type CableRun } from '../rig/index.js';
import { needNames, sayList, sayMm } from '../words/index.js';
import type { FitAsked } from './asked.js';

export const needUnserved = defineFinding(
  'need-unserved',
  stating<{ readonly needs: readonly Serves['need'][] }>(),
  {
    owner: 'rig',
    restsOn: [],
    bad: ({ needs }) => needs.length,
    weight: 'risk',
    when: 'the brief says it must be there, and no part that any setup uses serves it',
    offers: '',
    sentence: ({ facts }) =>
      `You said that you must have ${sayList(facts.needs.map((need) => needNames[need]))}, and nothing that this rig uses serves ${facts.needs.length === 1 ? 'that' : 'them'}.`,
    why: 'What must be there is what the job was taken for.',
    todo: 'Look for it by need, or take it out of what must be there.',
  },
);

/** Needs that a brief calls a must and that nothing in any setup serves: one trouble, however many there are. */
export const servedCheck = defineCheck([needUnserved], ({ assembly, brief, parts }: FitAsked) => {
  const served = listServed(assembly, parts);
  const needs = (brief.wishes ?? []).flatMap((w) =>
    w.weight === 'must' && !served.has(w.need) ? [w.need] : [],
  );
  if (needs.length === 0) return [];
  return [createFinding(needUnserved, 'risk', { items: [] }, { needs })];
});

/** Every need that a part in use in any setup serves, worn ones and leads included. */
function listServed(assembly: Assembly, parts: PartBook): Set<Serves['need']> {
  const kit = new Map(assembly.rig.kit.map((i) => [i.id, i.partId]));
  const used = new Set(
    assembly.rig.setups.flatMap((s) => [...listSetupItems(s), ...(s.worn ?? [])]),
  );
  return new Set(
    [...used].flatMap((id) => {
      const part = parts.get(kit.get(id) ?? '');
      return part ? listNeedsServed(part) : [];
    }),
  );
}

export const doorStaysOpen = defineFinding('door-stays-open', stating(), {
  owner: 'rig',
  restsOn: [],
  weight: 'note',
  when: 'a part that keeps its device’s door open, as the lead of a dummy cell does',
  offers: '',
  sentence: ({ items: [part, device] }, n) =>
    `With ${n.item(part!)} in it the door of ${n.item(device!)} stays open.`,
  why: 'Dust and water get in where a door stays open.',
  todo: 'Tape it over in rain and sand, or feed it another way.',
});

/** Parts that keep the door of what they stand in open. */
export const openDoorCheck = defineCheck([doorStaysOpen], ({ assembly }: FitAsked) =>
  assembly.items.flatMap(({ item, part, carriedBy }) =>
    part.opensDoor && carriedBy
      ? [createFinding(doorStaysOpen, 'note', { items: [item.id, carriedBy.parent] }, {})]
      : [],
  ),
);

export const socketWears = defineFinding(
  'socket-wears',
  stating<{
    readonly itemId: string;
    readonly portId: string;
    /** How far from the socket the lead is tied, straight; undefined where it is tied nowhere. */
    readonly tiedMm: number | undefined;
  }>(),
  {
    restsOn: ['ports'],
    bad: ({ tiedMm }) => tiedMm ?? Infinity,
    weight: 'note',
    when: 'a lead in a fragile socket that is tied nowhere, or only more than 120 mm from it, and no clamp in the setup that holds it; one that is called after another plug does not',
    offers: '',
    sentence: ({ facts }, n) =>
      facts.tiedMm !== undefined
        ? `Only a tie, ${sayMm(Math.round(facts.tiedMm))} away, holds the lead in ${n.port(facts.itemId, facts.portId)} of ${n.item(facts.itemId)}, a socket that wears fast: the plug still levers.`
        : `A lead pulls at ${n.port(facts.itemId, facts.portId)} of ${n.item(facts.itemId)}, a socket that wears fast, and nothing holds the lead.`,
    why: 'A small socket breaks with the first pull at its lead, and is soldered to the board.',
    todo: 'Hold the lead by a clamp or a tie near the socket, or leave a short adaptor in it for good.',
  },
);

/** Plugs that a clamp may be called after, and the connectors which that means. */
const clampedPlugs: readonly { readonly word: RegExp; readonly is: RegExp }[] = [
  { word: /usb/iu, is: /^usb/u },
  { word: /hdmi/iu, is: /^hdmi/u },
  { word: /sdi|bnc/iu, is: /^sdi/u },
];

/** Whether a clamp holds the lead of a connector: one that is called after a plug holds that, any other holds whatever lies in it. */
function doesHold({ name }: Pick<Part, 'name'>, connector: string): boolean {
  const named = clampedPlugs.filter(({ word }) => word.test(name));
  return named.length === 0 || named.some(({ is }) => is.test(connector));
}

/** A tie so near to a plug keeps it from levering, in mm (estimate: two lengths of a plug and a bend). */
const nearTieMm = 120;

/** How far from a socket the nearest tie of a lead is, straight. */
function measureNearestTieMm(
  assembly: Assembly,
  end: CableRun['from'],
  { ties = [] }: CableRun,
): number | undefined {
  const at = ({ item, id, of }: { item: string; id: string; of: 'ports' | 'mounts' }) => {
    const placed = assembly.byId.get(item);
    const thing = placed?.part[of]?.find((t) => t.id === id);
    return placed && thing && placeRay(placed, id, thing.originMm, thing.normal).atMm;
  };
  const socket = at({ item: end.item, id: end.port, of: 'ports' });
  const apart = ties.flatMap(({ item, mount }) => {
    const tie = at({ item, id: mount, of: 'mounts' });
    return socket && tie ? [measureLength(subtract(tie, socket))] : [];
  });
  return apart.length > 0 ? Math.min(...apart) : undefined;
}

/** Fragile sockets with a lead in them and no clamp on the setup that is for their plug. */
export const socketCheck = defineCheck([socketWears], ({ assembly }: FitAsked) => {
  const clamps = assembly.items.filter((p) => hasTrait(p.part, 'holds-leads'));
  return (assembly.setup.cables ?? []).flatMap((run) =>
    [run.from, run.to].flatMap((end) => {
      const port = assembly.byId.get(end.item)?.part.ports?.find((p) => p.id === end.port);
      if (port?.wear !== 'fragile') return [];
      // Tied near by, neither a pull nor a knock comes as far as the socket.
      const tiedMm = measureNearestTieMm(assembly, end, run);
      if (tiedMm !== undefined && tiedMm <= nearTieMm) return [];
      if (clamps.some((c) => doesHold(c.part, port.connector))) return [];
      return [
        createFinding(
          socketWears,
          'note',
          { items: [end.item, run.item], named: 1, key: end.port },
          { itemId: end.item, portId: end.port, tiedMm },
        ),
      ];
    }),
  );
});
