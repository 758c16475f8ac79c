import { measureDayHours } from '../brief/index.js';
import { match } from '../units/index.js';
import {
  createFinding,
  type AnyFinding,
  defineFinding,
  stating,
  defineCheck,
} from '../finding/index.js';
import { sayTool, type Names } from '../words/index.js';
import { aboutJoint, type FitAsked } from './asked.js';
import {
  findBatteryFace,
  hasTrait,
  listBoxPartIds,
  measureMate,
  type Carries,
  type Part,
  type PartBook,
  type Port,
  type Tool,
} from '../part/index.js';
import { comparePrices, findPurse } from '../price/index.js';
import {
  listSetupItems,
  proposeId,
  isMountFull,
  listMatingMounts,
  type Assembly,
  type Edit,
  type KitItem,
  type PlacedItem,
} from '../rig/index.js';

/** Hands and bare fingers are always there. */
const always: readonly Tool[] = ['none', 'thumb'];

export const toolMissing = defineFinding('tool-missing', stating<{ readonly tool: Tool }>(), {
  restsOn: ['mounts'],
  weight: 'risk',
  when: 'a joint wants a tool that neither the brief allows nor a part carries',
  offers: '',
  sentence: ({ items: [item], facts }, n) =>
    `${n.item(item!)} wants ${sayTool(facts.tool)}, which neither your brief allows nor any part carries.`,
  why: 'On location the one key you lack is the one you need.',
  todo: 'Allow the tool in the brief, carry it in a part, or take another fastening.',
});

/** Tools that are there: fingers, those that the brief allows, and those kept in parts; undefined where it names none. */
export function listToolsAtHand(
  { items }: Assembly,
  allowed: readonly Tool[] | undefined,
): Tool[] | undefined {
  return (
    allowed && [...new Set([...always, ...allowed, ...items.flatMap((p) => p.part.tools ?? [])])]
  );
}

/** Tools that a joint asks for and that neither the brief allows nor any part of the setup carries. */
export const toolCheck = defineCheck([toolMissing], ({ assembly, brief }: FitAsked) => {
  const atHand = listToolsAtHand(assembly, brief.limits.tools);
  if (!atHand) return [];
  const there = new Set<Tool>(atHand);
  return assembly.joints.flatMap((joint) => {
    const tool = joint.childMount.fastening?.tool ?? joint.parentMount.fastening?.tool;
    if (tool === undefined || there.has(tool)) return [];
    return [createFinding(toolMissing, 'risk', aboutJoint(joint), { tool })];
  });
});

interface KitPart {
  readonly item: KitItem;
  readonly part: Part;
}

const kits = new WeakMap<Assembly, readonly KitPart[]>();

/** Kit and the parts behind it, as far as they are known. Worked out once for each assembly. */
function listKit(assembly: Assembly, parts: PartBook): readonly KitPart[] {
  let kit = kits.get(assembly);
  if (!kit) {
    kit = assembly.rig.kit.flatMap((item) => {
      const part = parts.get(item.partId);
      return part ? [{ item, part }] : [];
    });
    kits.set(assembly, kit);
  }
  return kit;
}

export const boughtTwice = defineFinding('bought-twice', stating<{ readonly inBoxOf: string }>(), {
  restsOn: [],
  weight: 'note',
  when: 'a wished part comes in the box of another one',
  offers: '',
  sentence: ({ items: [item, box] }, n) =>
    `You plan to buy ${n.item(item!)}; one comes in the box of ${n.item(box!)}.`,
  why: 'You would pay for it twice.',
  todo: 'Leave it out, unless you want a spare.',
});

export const soldOnlyWith = defineFinding(
  'sold-only-with',
  stating<{ readonly partIds: readonly string[] }>(),
  {
    restsOn: [],
    weight: 'risk',
    when: 'a wished part that is only sold with others, none of which is in the kit',
    offers: '',
    sentence: ({ items: [item], facts }, n) =>
      `${n.item(item!)} is sold only with ${facts.partIds.map((id) => n.part(id)).join(' or ')}.`,
    why: 'You cannot buy it alone.',
    todo: 'Plan the other part too, or find another.',
  },
);

/** Wished parts that come in another part's box anyway, and parts that are only sold with others. */
export const boxCheck = defineCheck(
  [boughtTwice, soldOnlyWith],
  ({ assembly, parts }: FitAsked) => {
    const kit = listKit(assembly, parts);
    const count = new Map<string, number>();
    const boxes = new Map<string, KitPart>();
    for (const one of kit) {
      count.set(one.part.id, (count.get(one.part.id) ?? 0) + 1);
      for (const id of listBoxPartIds([one.part])) if (!boxes.has(id)) boxes.set(id, one);
    }
    return kit.flatMap(({ item, part }) => {
      if (item.owned || item.comesWith !== undefined) return [];
      const findings: AnyFinding[] = [];
      const box = boxes.get(part.id);
      if (box && box.item.id !== item.id && count.get(part.id) === 1) {
        findings.push(
          createFinding(
            boughtTwice,
            'note',
            { items: [item.id, box.item.id] },
            { inBoxOf: box.item.id },
          ),
        );
      }
      const only = part.soldOnlyWith ?? [];
      if (only.length > 0 && !only.some((id) => count.has(id))) {
        findings.push(createFinding(soldOnlyWith, 'risk', { items: [item.id] }, { partIds: only }));
      }
      return findings;
    });
  },
);

export const excludesPart = defineFinding('excludes-part', stating(), {
  restsOn: [],
  weight: 'stops',
  when: 'a part is stated not to go with another one of the setup',
  offers: 'leave it out',
  sentence: ({ items: [a, b] }, n) => `${n.item(a!)} does not go together with ${n.item(b!)}.`,
  why: 'Its maker says so.',
  todo: 'Leave out one of the two.',
});

/** Parts of one setup that are stated not to go together. */
export const excludeCheck = defineCheck([excludesPart], ({ assembly }: FitAsked) =>
  assembly.items
    .filter((a) => a.part.excludes?.length)
    .flatMap((a) =>
      assembly.items
        .filter((b) => a.part.excludes!.includes(b.part.id))
        .map((b) =>
          createFinding(excludesPart, 'stops', { items: [a.item.id, b.item.id] }, {}, [
            { type: 'remove-item', setupId: assembly.setup.id, itemId: a.item.id },
          ]),
        ),
    ),
);

/** Free mounts of a setup that take a part, each with what bears it. */
function listPlaces(assembly: Assembly, part: Part): { itemId: string; mountId: string }[] {
  return assembly.items.flatMap((placed) =>
    placed.part.mounts
      .filter((m) => !isMountFull(assembly, placed.item.id, m))
      .filter((m) => listMatingMounts(part, m).length > 0)
      .map((m) => ({ itemId: placed.item.id, mountId: m.id })),
  );
}

/** Individuals of the kit that no setup uses and that one fits to a mount, with the free mounts here that take them. */
export function listUnplaced(
  assembly: Assembly,
  parts: PartBook,
): { item: KitItem; places: { itemId: string; mountId: string }[] }[] {
  const used = new Set(
    assembly.rig.setups.flatMap((s) => [...listSetupItems(s), ...(s.worn ?? [])]),
  );
  return listKit(assembly, parts)
    .filter(({ item, part }) => !used.has(item.id) && !hasTrait(part, 'loose'))
    .map(({ item, part }) => ({ item, places: listPlaces(assembly, part) }));
}

export const partUnplaced = defineFinding('part-unplaced', stating<{ readonly places: number }>(), {
  restsOn: [],
  weight: 'risk where nothing takes it, note otherwise',
  when: 'a wished part is in no setup',
  offers: '',
  sentence: ({ items: [item], facts }, n) =>
    facts.places === 0
      ? `You plan to buy ${n.item(item!)}, and nothing on this rig takes it.`
      : `You plan to buy ${n.item(item!)}, and no setup uses it; ${facts.places} ${facts.places === 1 ? 'mount takes' : 'mounts take'} it here.`,
  why: 'A part with nowhere to stand is money in a drawer.',
  todo: 'Fit it, or leave it out.',
});

/** Wished parts that stand in no setup: bought and left in the drawer, or with nowhere to stand. */
export const unplacedCheck = defineCheck([partUnplaced], ({ assembly, parts }: FitAsked) =>
  listUnplaced(assembly, parts).flatMap(({ item, places: { length: places } }) =>
    item.owned
      ? []
      : [
          createFinding(
            partUnplaced,
            places === 0 ? 'risk' : 'note',
            { items: [item.id] },
            { places },
          ),
        ],
  ),
);

/** Whether a planned lead is plugged into a socket. */
export function isPlugged(assembly: Assembly, itemId: string, portId: string): boolean {
  return (assembly.setup.cables ?? []).some((c) =>
    [c.from, c.to].some((end) => end.item === itemId && end.port === portId),
  );
}

/** Whether a lead has the plugs for two ports, either way round. */
export function fitsPorts(part: Part, a: Port, b: Port): boolean {
  const [one, other] = part.cable?.ends.map((e) => e.connector) ?? [];
  return (
    (one === a.connector && other === b.connector) || (one === b.connector && other === a.connector)
  );
}

interface Want {
  readonly device: PlacedItem;
  readonly port: Port;
  readonly source: PlacedItem;
  readonly sourcePort: Port;
  readonly carries: Carries;
}

/** Whether a camera hears a trigger at a socket: one that is for it, by the same plug. */
export const hearsTrigger = (port: Port, trigger: Port): boolean =>
  port.direction !== 'out' &&
  port.carries.includes('trigger') &&
  port.connector === trigger.connector;

/** Record buttons that go out by a lead, with the free socket of the camera that hears them. */
function listTriggerWants(assembly: Assembly): Want[] {
  const camera = assembly.items[0]!;
  return assembly.items.slice(1).flatMap((device) =>
    (device.part.ports ?? []).flatMap((port): Want[] => {
      const isTrigger = port.carries.includes('trigger') && port.direction !== 'in';
      if (!isTrigger || isPlugged(assembly, device.item.id, port.id)) return [];
      const sourcePort = camera.part.ports?.find((p) => hearsTrigger(p, port));
      if (!sourcePort || isPlugged(assembly, camera.item.id, sourcePort.id)) return [];
      return [{ device, port, source: camera, sourcePort, carries: 'trigger' }];
    }),
  );
}

/** A socket of something that gives sound and is not plugged in, with the inputs that it could go into. */
interface Voice {
  readonly device: PlacedItem;
  readonly port: Port;
  readonly ends: readonly { readonly placed: PlacedItem; readonly port: Port }[];
}

/**
 * Which input each microphone and receiver goes into, as many of them as there are inputs. Those that find none are left out:
 * that there are too few is told once, as what Sound asks.
 */
function listSoundWants(assembly: Assembly, voices: readonly Voice[]): Want[] {
  const isFree = (s: Voice['ends'][number]) => !isPlugged(assembly, s.placed.item.id, s.port.id);
  const alike = ({ ends, port }: Voice) => ends.filter((s) => s.port.connector === port.connector);
  const given = match(
    new Map(
      voices.map(
        (v) =>
          [
            v,
            alike(v)
              .filter(isFree)
              .map((s) => s.port),
          ] as const,
      ),
    ),
  );
  return voices.flatMap((voice): Want[] => {
    const own = given.get(voice);
    // One whose plug no input has goes in by an adaptor, or over what is plugged in there.
    const source = own
      ? voice.ends.find((s) => s.port === own)
      : alike(voice).length > 0
        ? undefined
        : (voice.ends.find(isFree) ?? voice.ends[0]);
    if (!source) return [];
    const { device, port } = voice;
    return [
      { device, port, source: source.placed, sourcePort: source.port, carries: 'audio' as const },
    ];
  });
}

function listWants(assembly: Assembly): Want[] {
  const outputs = (carries: Carries, direction: 'out' | 'in') =>
    assembly.items.flatMap((placed) =>
      (placed.part.ports ?? [])
        .filter(
          (p) =>
            p.carries.includes(carries) &&
            p.direction === direction &&
            // What goes through the shoe needs no lead.
            p.connector !== 'shoe-contacts',
        )
        .map((port) => ({ placed, port })),
    );
  const wants: Want[] = [];
  const voices: Voice[] = [];
  for (const device of assembly.items) {
    const others = (ends: ReturnType<typeof outputs>) =>
      ends.filter(
        (s) => s.placed.item.id !== device.item.id && s.placed.part.kind !== device.part.kind,
      );
    for (const port of device.part.ports ?? []) {
      if (isPlugged(assembly, device.item.id, port.id)) continue;
      const video =
        hasTrait(device.part, 'wants-picture') &&
        port.direction === 'in' &&
        port.carries.includes('video');
      if (video) {
        const ends = others(outputs('video', 'out'));
        // A free socket first; the camera before others, since it is the first in tree order.
        const source =
          ends.find((s) => !isPlugged(assembly, s.placed.item.id, s.port.id)) ?? ends[0];
        if (source) {
          const { placed, port: sourcePort } = source;
          wants.push({ device, port, source: placed, sourcePort, carries: 'video' });
        }
      } else if (
        hasTrait(device.part, 'gives-sound') &&
        port.direction === 'out' &&
        port.carries.includes('audio') &&
        port.connector !== 'shoe-contacts'
      ) {
        // Sound that rides along in a picture's socket is not put in there by a microphone.
        const ends = others(outputs('audio', 'in')).filter(
          (s) => !s.port.carries.includes('video'),
        );
        voices.push({ device, port, ends });
      }
    }
  }
  return [...wants, ...listSoundWants(assembly, voices), ...listTriggerWants(assembly)];
}

/** The box of the kit in which a lead for two ports lies that is not planned yet, and that lead. */
function findBoxLead(
  assembly: Assembly,
  parts: PartBook,
  want: Want,
): { box: KitPart; partId: string } | undefined {
  const kit = listKit(assembly, parts);
  for (const box of kit) {
    for (const partId of listBoxPartIds([box.part])) {
      const lead = parts.get(partId);
      if (!lead || !fitsPorts(lead, want.sourcePort, want.port)) continue;
      const isTaken = kit.some((k) => k.item.comesWith === box.item.id && k.item.partId === partId);
      if (!isTaken) return { box, partId };
    }
  }
  return undefined;
}

/** A lead that has the plugs for two ports, and the individual that would be used. */
export interface FittingLead {
  readonly item: KitItem;
  readonly part: Part;
}

/**
 * Leads for two ports: individuals of the kit, and owned ones of the drawer, that are not plugged in yet, then a
 * new wish for each part of the catalogue, the cheapest first. A wish is named after its part.
 */
export function listFittingLeads(
  assembly: Assembly,
  parts: PartBook,
  a: Port,
  b: Port,
  drawer: readonly KitItem[] = [],
): FittingLead[] {
  const inUse = new Set((assembly.setup.cables ?? []).map((c) => c.item));
  const items = new Map(
    [...assembly.rig.kit, ...drawer.filter((i) => i.owned)].map((i) => [i.id, i]),
  );
  const there = [...items.values()].flatMap((item) => {
    const part = parts.get(item.partId);
    return part && !inUse.has(item.id) && fitsPorts(part, a, b) ? [{ item, part }] : [];
  });
  const byPrice = comparePrices(findPurse(assembly));
  const wishes = [...parts.values()]
    .filter((part) => fitsPorts(part, a, b))
    .sort((x, y) => byPrice(x, y) || (x.id < y.id ? -1 : 1))
    .map((part) => ({ item: { id: proposeId(part.id), partId: part.id, owned: false }, part }));
  return [...there, ...wishes];
}

/** So many leads are proposed for one want, since only some are as long as their way. */
const mostLeads = 6;

function listLeadEdits(assembly: Assembly, parts: PartBook, want: Want): Edit[] {
  // Into a socket that is taken no lead is offered.
  if (isPlugged(assembly, want.source.item.id, want.sourcePort.id)) return [];
  const boxed = findBoxLead(assembly, parts, want);
  const inBox = boxed
    ? [
        {
          id: proposeId(boxed.partId),
          partId: boxed.partId,
          owned: boxed.box.item.owned,
          comesWith: boxed.box.item.id,
        },
      ]
    : [];
  const ids = new Set(assembly.rig.kit.map((i) => i.id));
  const leads = listFittingLeads(assembly, parts, want.sourcePort, want.port);
  const kit = leads.filter((l) => ids.has(l.item.id)).map((l) => l.item);
  // Its way is not known yet: the cheapest of each length.
  const lengths = new Set<number | undefined>();
  const wishes = leads.flatMap(({ item, part: { cable } }) => {
    if (ids.has(item.id) || lengths.has(cable?.lengthMm)) return [];
    lengths.add(cable?.lengthMm);
    return [item];
  });
  const from = { item: want.source.item.id, port: want.sourcePort.id };
  const to = { item: want.device.item.id, port: want.port.id };
  return [...kit, ...inBox, ...wishes].slice(0, mostLeads).map((item) => ({
    type: 'add-cable',
    setupId: assembly.setup.id,
    item,
    cable: {
      id: proposeId(`lead-${want.device.item.id}-${want.port.id}`),
      item: item.id,
      from,
      to,
    },
  }));
}

/** What no lead carries from where to where. */
function sayNoLead(
  { carries, toItem }: { readonly carries: Carries; readonly toItem: string },
  n: Names,
  source: string,
): string {
  if (carries === 'video') {
    return `No lead brings the picture from ${n.item(source)} to ${n.item(toItem)}`;
  }
  return carries === 'trigger'
    ? `No lead takes the record button of ${n.item(toItem)} to ${n.item(source)}`
    : `No lead brings the sound of ${n.item(toItem)} to ${n.item(source)}`;
}

export const noLead = defineFinding(
  'no-lead',
  stating<{
    readonly fromPort: string;
    readonly toItem: string;
    readonly toPort: string;
    readonly carries: Carries;
    /** The part in whose box such a lead comes. */
    readonly inBoxOf: string | undefined;
  }>(),
  {
    restsOn: ['ports'],
    weight: 'risk; note for a record button',
    when: 'a screen without a lead that brings its picture, a microphone or receiver without one that takes its sound, a record button without one to a socket of the camera that hears it',
    offers: 'a lead of the kit, or the cheapest that fits and is as long as its way',
    sentence: ({ items: [, source], facts }, n) =>
      `${sayNoLead(facts, n, source!)}${facts.inBoxOf === undefined ? '' : `; one comes in the box of ${n.item(facts.inBoxOf)}`}.`,
    why: 'Without its lead it does nothing, and leads are what is forgotten.',
    todo: 'Plan the lead, or add one to the kit.',
  },
);

/** Of the sound that wants one input the first; what finds it taken is short of inputs, which Sound tells. */
function isFirstAtInput(assembly: Assembly): (want: Want) => boolean {
  const taken = new Set<string>();
  return ({ carries, source, sourcePort }) => {
    if (carries !== 'audio') return true;
    const key = `${source.item.id} ${sourcePort.id}`;
    const isFree = !taken.has(key) && !isPlugged(assembly, source.item.id, sourcePort.id);
    taken.add(key);
    return isFree;
  };
}

/** Devices whose picture or sound has no lead, with the box in which one comes and leads that would do. */
export const leadCheck = defineCheck([noLead], ({ assembly, parts, catalogue }: FitAsked) =>
  listWants(assembly)
    .filter(isFirstAtInput(assembly))
    .map((want) => {
      const box = findBoxLead(assembly, parts, want)?.box;
      return createFinding(
        noLead,
        // The camera has a button of its own.
        want.carries === 'trigger' ? 'note' : 'risk',
        { items: [want.device.item.id, want.source.item.id], named: 1, key: want.port.id },
        {
          fromPort: want.sourcePort.id,
          toItem: want.device.item.id,
          toPort: want.port.id,
          carries: want.carries,
          inBoxOf: box?.item.id,
        },
        catalogue ? listLeadEdits(assembly, parts, want) : [],
      );
    }),
);

export const noCharger = defineFinding('no-charger', stating(), {
  owner: 'kit',
  restsOn: [],
  weight: 'note',
  when: 'a battery in use on a job of stated hours, and nothing in the kit charges it',
  offers: '',
  sentence: ({ items: [item] }, n) => `Nothing in your kit charges ${n.item(item!)}.`,
  why: 'A cell is empty once.',
  todo: 'Add a charger with a bay for it.',
});

/** Batteries in use on a job of several hours that nothing in the kit charges. */
export const chargerCheck = defineCheck([noCharger], ({ assembly, parts, brief }: FitAsked) => {
  if (measureDayHours(brief) === undefined) return [];
  const kit = listKit(assembly, parts);
  const seen = new Set<string>();
  return assembly.items.flatMap((placed) => {
    const face = hasTrait(placed.part, 'cell') ? findBatteryFace(placed.part) : undefined;
    if (!face) return [];
    const family = `${face.kind} ${face.family ?? ''}`;
    if (seen.has(family)) return [];
    seen.add(family);
    const charged = kit.some(
      ({ part }) =>
        // A body with a power input charges the cell in its own bay.
        (hasTrait(part, 'charger') ||
          (face.kind === 'cell-bay' &&
            hasTrait(part, 'camera') &&
            part.ports?.some((p) => p.direction !== 'out' && p.carries.includes('power')))) &&
        part.mounts.some((m) => measureMate(face, m).state === 'mates'),
    );
    if (charged) return [];
    return [createFinding(noCharger, 'note', { items: [placed.item.id] }, {})];
  });
});

export const portTakenTwice = defineFinding(
  'port-taken-twice',
  stating<{
    readonly itemId: string;
    readonly portId: string;
    readonly count: number;
  }>(),
  {
    restsOn: ['ports'],
    weight: 'stops',
    when: 'two planned leads go into one socket',
    offers: 'unplug the later one',
    sentence: ({ facts }, n) =>
      `You plan ${facts.count} leads into one socket: ${n.port(facts.itemId, facts.portId)} of ${n.item(facts.itemId)}.`,
    why: 'A socket takes one plug.',
    todo: 'Use another socket, a splitter, or a device that loops through.',
  },
);

/** Ports that more than one planned lead goes into. The first keeps it; the later ones are unplugged by a remedy. */
export const portCheck = defineCheck([portTakenTwice], ({ assembly }: FitAsked) => {
  const byPort = new Map<
    string,
    { itemId: string; portId: string; runs: string[]; leads: string[] }
  >();
  for (const run of assembly.setup.cables ?? []) {
    for (const end of [run.from, run.to]) {
      const key = `${end.item} ${end.port}`;
      const port = byPort.get(key) ?? { itemId: end.item, portId: end.port, runs: [], leads: [] };
      port.runs.push(run.id);
      port.leads.push(run.item);
      byPort.set(key, port);
    }
  }
  return [...byPort.values()].flatMap(({ itemId, portId, runs, leads }) =>
    runs.length < 2
      ? []
      : [
          createFinding(
            portTakenTwice,
            'stops',
            { items: [itemId, ...leads], key: portId },
            { itemId, portId, count: runs.length },
            runs.length === 2
              ? [{ type: 'remove-cable', setupId: assembly.setup.id, cableId: runs[1]! }]
              : [],
          ),
        ],
  );
});
