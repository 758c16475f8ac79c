import type { Brief, HoldKind, Scene } from '../brief/index.js';
import { measureSupportedG, type Hold } from '../hold/index.js';
import type { Last } from '../day/index.js';
import type { LightAnswer } from '../light/index.js';
import {
  hasMountTrait,
  hasTrait,
  isOptical,
  listNeedsServed,
  servesNeed,
  type Part,
  type PartBook,
  type Serves,
} from '../part/index.js';
import { listSetupItems, type Assembly, type PlacedItem } from '../rig/index.js';
import {
  findBrightestEv,
  isShielded,
  measureNeededNits,
  measureShadedNits,
  readNits,
  type SeenScreen,
} from '../sight/index.js';
import { countHeard, type Sound } from '../sound/index.js';
import { sayEv, sayStop } from '../words/index.js';
import type { Need } from './need.js';

/** What the questions answered, as far as needs are concerned. */
export interface NeedsAsked {
  readonly assembly: Assembly;
  readonly hold: Hold;
  readonly brief: Brief;
  readonly parts: PartBook;
  readonly light: LightAnswer;
  readonly sound: Sound;
  readonly last: Last;
}

type Draft = Omit<Need, 'weight' | 'servedBy' | 'atHome'> & {
  /** Items of the setup that serve it beyond what says so by itself. */
  readonly by?: readonly string[];
};

const isOwn = ({ part }: PlacedItem): boolean => isOptical(part);

/** Places on a part to which something can be fastened; what looks down is for a support. */
function countPlaces(part: Part): number {
  return part.mounts.filter(
    (m) =>
      hasMountTrait(m, 'takes-parts') &&
      ['socket', 'shoe', 'rail', 'face'].includes(m.side) &&
      !m.carrier &&
      m.normal[2] > -0.5,
  ).length;
}

const scenesWith = (brief: Brief, isSo: (scene: Scene) => boolean): string[] =>
  (brief.scenes ?? []).filter(isSo).map((s) => s.name);

/** Ways of holding, by what they take. */
const heldBy: readonly (readonly [Serves['need'], readonly HoldKind[], number])[] = [
  ['hold-low', ['low', 'low-two', 'carried'], 1],
  ['hold-side', ['grips', 'chest', 'lap'], 2],
  ['hold-shoulder', ['shoulder'], 1],
];

const supported: readonly HoldKind[] = ['tripod', 'monopod', 'slider', 'gimbal'];

/** How many grips for a way of holding a part has: on top, or at a side. */
function countGrips(part: Part, need: Serves['need']): number {
  if (need === 'hold-shoulder') {
    return hasTrait(part, 'shoulder-rest') || servesNeed(part, need) ? 1 : 0;
  }
  const place = need === 'hold-low' ? 'top' : 'side';
  return (part.grips ?? []).filter((g) => g.use === 'carry' && g.place === place).length;
}

function listHolds({ assembly, brief, hold }: NeedsAsked): Draft[] {
  const asked = new Set([
    ...(brief.scenes ?? []).flatMap((s) => s.hold ?? []),
    // A brief without scenes is filmed as the setup is held.
    ...((brief.scenes ?? []).some((s) => s.hold) ? [] : [assembly.setup.hold]),
  ]);
  const holds = heldBy.flatMap(([id, kinds, wanted]): Draft[] => {
    if (!kinds.some((k) => asked.has(k))) return [];
    const count = (items: readonly PlacedItem[]) =>
      items.reduce((sum, p) => sum + countGrips(p.part, id), 0);
    return [
      {
        id,
        unit: 'holds',
        wanted,
        there: count(assembly.items.filter(isOwn)),
        // A grip where no hand can take it holds nothing.
        with:
          kinds.includes(assembly.setup.hold) && hold.state === 'needs'
            ? Math.min(count(assembly.items), wanted - 1)
            : count(assembly.items),
        by: assembly.items
          .filter((p) => !isOwn(p) && countGrips(p.part, id) > 0)
          .map((p) => p.item.id),
        scenes: scenesWith(brief, (s) => s.hold !== undefined && kinds.includes(s.hold)),
        at: undefined,
      },
    ];
  });
  return [...holds, ...listSupports(assembly, brief, asked)];
}

/** What a support bears, g: what the brief says of the person's own, or the part itself. */
const measurePayloadG = (part: Part): number =>
  Math.max(0, ...part.mounts.flatMap((m) => m.bears?.massG ?? []));

function listSupports(assembly: Assembly, brief: Brief, asked: ReadonlySet<HoldKind>): Draft[] {
  const kinds = supported.filter((k) => asked.has(k));
  if (kinds.length === 0) return [];
  const massG = measureSupportedG(assembly);
  const stated = [
    ...(kinds.includes('gimbal') ? [brief.supports?.gimbalPayloadG] : []),
    ...(kinds.some((k) => k !== 'gimbal') ? [brief.supports?.tripodPayloadG] : []),
  ].flatMap((g) => g ?? []);
  const standing = assembly.items.filter((p) => hasTrait(p.part, 'grounded'));
  const own = stated.length > 0 ? Math.min(...stated) : 0;
  return [
    {
      id: 'support',
      unit: 'grams',
      wanted: massG,
      // One that the person says they have need not be bought.
      there: own,
      with: Math.max(own, ...standing.map((p) => measurePayloadG(p.part))),
      by: standing.map((p) => p.item.id),
      scenes: scenesWith(brief, (s) => s.hold !== undefined && supported.includes(s.hold)),
      at: undefined,
    },
  ];
}

function listLight({ light }: NeedsAsked): Draft[] {
  const lens = light.lenses.find((l) => l.onRig) ?? light.lenses[0];
  if (!lens || light.scenes.length === 0) return [];
  const cases = lens.exposings.flatMap((exposing) =>
    light.scenes.map((scene) => ({
      scene,
      exposing,
      stops: scene.to - exposing.bare.at(-1)!.to,
    })),
  );
  const worst = cases.reduce((a, b) => (b.stops > a.stops ? b : a));
  const wanted = Math.max(0, worst.stops);
  const inside = lens.inside.at(-1)!.to;
  const gap = worst.exposing.gaps.find((g) => g.scene === worst.scene && g.side === 'bright');
  return [
    {
      id: 'light-control',
      unit: 'stops',
      wanted,
      // What the tolerance forgives is not wanted.
      there: inside >= wanted - light.toleranceStops ? wanted : inside,
      with: gap ? Math.max(0, wanted - gap.stops) : wanted,
      scenes: [
        ...new Set(
          cases.filter((c) => c.stops > light.toleranceStops).flatMap((c) => c.scene.name ?? []),
        ),
      ],
      at: `at ${sayEv(worst.scene.to)}${worst.scene.name === undefined ? '' : ` in “${worst.scene.name}”`}, ${sayStop(lens.stops.smallest, lens.stops.isF)}`,
    },
  ];
}

function listSeeing({ assembly, brief, light }: NeedsAsked): Draft[] {
  const { screens } = light.sight;
  const ev = findBrightestEv(brief);
  const wantsPicture = ev !== undefined || (brief.wishes ?? []).some((w) => w.need === 'monitor');
  const best = (of: readonly SeenScreen[]): number | undefined =>
    of.some((s) => s.nits === undefined) && of.length > 0
      ? undefined
      : Math.max(0, ...of.map((s) => measureShadedNits(s)!));
  const own = screens.filter((s) => isOwn(s.placed));
  const wanted = measureNeededNits(ev ?? 9);
  const isInShade = isShielded(assembly);
  const ownFinder = own.some((s) => s.screen.finder);
  const picture: Draft[] = wantsPicture
    ? [
        {
          id: 'monitor',
          unit: 'nits',
          wanted,
          there: ownFinder ? Math.max(wanted, best(own) ?? 0) : best(own),
          with: isInShade ? Math.max(wanted, best(screens) ?? 0) : best(screens),
          by: screens.filter((s) => !isOwn(s.placed)).map((s) => s.placed.item.id),
          scenes: scenesWith(brief, (s) => s.toEv !== undefined && s.toEv >= 12),
          at: ev === undefined ? undefined : `at ${sayEv(ev)}`,
        },
      ]
    : [];
  const faces = (of: readonly SeenScreen[]) => of.filter((s) => s.front !== 'no').length;
  const front: Draft[] = brief.watch?.fromFront
    ? [
        {
          id: 'front-view',
          unit: 'pieces',
          wanted: 1,
          there: Math.min(1, faces(own)),
          with: Math.min(1, faces(screens)),
          by: screens
            .filter((s) => !isOwn(s.placed) && s.front !== 'no')
            .map((s) => s.placed.item.id),
          scenes: [],
          at: undefined,
        },
      ]
    : [];
  return [...picture, ...front, ...listClient(assembly, brief)];
}

function listClient(assembly: Assembly, brief: Brief): Draft[] {
  const { client, clientM } = brief.people ?? {};
  if (client === undefined) return [];
  if (client === 'wired') {
    // One output feeds one's own screen; the client's is the next.
    const outs = (items: readonly PlacedItem[]) =>
      items.reduce(
        (n, p) =>
          n +
          (p.part.ports ?? []).filter((q) => q.direction === 'out' && q.carries.includes('video'))
            .length,
        0,
      );
    const ownScreens = assembly.items.filter((p) => hasTrait(p.part, 'wants-picture')).length;
    const own = outs(assembly.items.filter(isOwn));
    return [
      {
        id: 'video-link',
        unit: 'pieces',
        wanted: 1,
        there: Math.min(1, Math.max(0, own - ownScreens)),
        with: Math.min(1, Math.max(0, outs(assembly.items) - ownScreens)),
        scenes: [],
        at: undefined,
      },
    ];
  }
  const wanted = clientM ?? 1;
  const reach = (items: readonly PlacedItem[]): number | undefined => {
    const links = items.filter((p) => p.part.kind === 'transmitter' || p.part.link);
    if (links.length === 0) return 0;
    const stated = links.flatMap((p) => p.part.link?.rangeM ?? []);
    // One of which nobody says how far it reaches serves who did not say how far off they are.
    if (stated.length === 0) return clientM === undefined ? wanted : undefined;
    return Math.max(...stated);
  };
  return [
    {
      id: 'video-link',
      unit: 'metres',
      wanted,
      there: reach(assembly.items.filter(isOwn)),
      with: reach(assembly.items),
      by: assembly.items.filter((p) => p.part.kind === 'transmitter').map((p) => p.item.id),
      scenes: [],
      at: undefined,
    },
  ];
}

/** Channels or pieces of a need that a part states. */
const channelsOf = (part: Part, need: Serves['need']): number =>
  part.serves?.find((s) => s.need === need)?.channels ?? (servesNeed(part, need) ? 1 : 0);

function listHearing({ assembly, brief, sound }: NeedsAsked): Draft[] {
  const { wants } = sound;
  const own = assembly.items.filter(isOwn);
  const sum = (items: readonly PlacedItem[], need: Serves['need']) =>
    items.reduce((n, p) => n + channelsOf(p.part, need), 0);
  const heard = countHeard(sound);
  const draft = (
    id: Serves['need'],
    unit: Need['unit'],
    wanted: number,
    there: number,
    all: number,
    scenes: readonly string[] = [],
    by?: readonly string[],
  ): Draft[] =>
    wanted > 0
      ? [{ id, unit, wanted, there, with: all, scenes, at: undefined, ...(by ? { by } : {}) }]
      : [];
  // A camera's own microphones serve a guide track.
  const ownMics =
    wants.purpose === 'guide' && own.some((p) => p.part.hears !== undefined)
      ? wants.onCameraMics
      : sum(own, 'microphone');
  const needed = wants.wirelessChannels > 0 || wants.onCameraMics > 0;
  const count = (isIt: (input: Sound['usable'][number]) => boolean) =>
    sound.usable.filter(isIt).length;
  // What the body hears by itself takes no socket.
  const ownRadio = sum(own, 'wireless-audio');
  const sources =
    (wants.wirelessChannels > ownRadio ? 1 : 0) + (ownMics > 0 ? 0 : wants.onCameraMics);
  const sockets = (of: readonly Sound['phones'][number][]) => Math.min(1, of.length);
  const windLevels = { bare: 0, foam: 1, fur: 2 } as const;
  const level = (items: readonly PlacedItem[]) =>
    Math.max(
      0,
      ...items.flatMap((p) => (p.part.hears?.wind ? [windLevels[p.part.hears.wind]] : [])),
    );
  const mics = assembly.items.filter((p) => p.part.kind === 'microphone');
  // One of which nobody says what it has against wind is not accused.
  const isWindKnown = mics.every((p) => p.part.hears?.wind !== undefined);
  const wind = { still: 0, breeze: 1, wind: 2 }[wants.wind];
  return [
    ...draft(
      'microphone',
      'microphones',
      wants.onCameraMics,
      ownMics,
      ownMics + heard.mics,
      scenesWith(brief, (s) => (s.onCameraMics ?? 0) > 0),
    ),
    ...draft(
      'wireless-audio',
      'channels',
      wants.wirelessChannels,
      sum(own, 'wireless-audio'),
      sum(own, 'wireless-audio') + heard.wireless,
      scenesWith(brief, (s) => (s.wirelessChannels ?? 0) > 0),
    ),
    ...(needed
      ? draft(
          'sound-inputs',
          'inputs',
          sources,
          count((i) => isOwn(i.placed)) + sum(own, 'sound-inputs'),
          count(() => true) + sum(own, 'sound-inputs'),
          [],
          [...new Set(sound.usable.filter((i) => !isOwn(i.placed)).map((i) => i.placed.item.id))],
        )
      : []),
    ...draft(
      'headphones',
      'pieces',
      wants.headphones ? 1 : 0,
      sum(own, 'headphones'),
      (sound.hasHeadphones ? sockets(sound.phones.filter((p) => p.hearsIt)) : 0) +
        sum(own, 'headphones'),
    ),
    ...draft(
      'timecode',
      'pieces',
      wants.timecode ? 1 : 0,
      own.some(
        (p) =>
          p.part.ports?.some((q) => q.carries.includes('timecode') && q.direction !== 'in') ||
          servesNeed(p.part, 'timecode'),
      )
        ? 1
        : 0,
      sound.timecode.length > 0 || own.some((p) => servesNeed(p.part, 'timecode')) ? 1 : 0,
    ),
    ...(wants.onCameraMics > 0 && wind > 0 && mics.length > 0 && isWindKnown
      ? draft(
          'wind-shield',
          'level',
          wind,
          level(own),
          level(assembly.items),
          scenesWith(brief, (s) => s.wind === 'breeze' || s.wind === 'wind'),
        )
      : []),
  ];
}

function listFocus({ assembly, brief, light }: NeedsAsked): Draft[] {
  const { focusing } = light.sight;
  const school = brief.schools?.focus;
  const isPulled = brief.people?.focusFrom !== undefined || school === 'gears';
  if (!isPulled && school !== 'autofocus') return [];
  const lens = focusing.lenses.find((l) => l.onRig) ?? focusing.lenses[0];
  const state = lens?.autofocus.state;
  const isBrought = assembly.items.some((p) => isOwn(p) && servesNeed(p.part, 'focus-drive'));
  const byItself =
    state === undefined || state === 'unknown' ? undefined : state === 'works' ? 1 : 0;
  const there = isBrought ? 1 : isPulled ? 0 : byItself;
  return [
    {
      id: 'focus-drive',
      unit: 'pieces',
      wanted: 1,
      there,
      with: there === 1 || focusing.drives.length > 0 ? 1 : there,
      by: focusing.drives.map((d) => d.placed.item.id),
      scenes: [],
      at: undefined,
    },
  ];
}

function listPowering({ assembly, brief, last }: NeedsAsked): Draft[] {
  if (last.plan.from === 'none') return [];
  const camera = assembly.items.find((p) => hasTrait(p.part, 'camera'));
  if (!camera) return [];
  const { hours } = last.plan;
  const darkAt = (id: string) => last.worst.darkAtH.get(id) ?? hours;
  const first = last.first?.betweenH.low ?? hours;
  // By the cell in its own bay alone: what it holds over what the day draws on average.
  const bay = assembly.items.find(
    (p) => hasTrait(p.part, 'cell') && p.carriedBy?.parent === camera.item.id,
  );
  const heldWh = bay && last.network.stores.get(bay.item.id)?.energyWh;
  const states = last.network.takers.get(camera.item.id);
  const recordW = camera.part.draw?.recordW;
  const idleW = camera.part.draw?.idleW ?? recordW;
  const on = last.plan.parts.reduce(
    (sum, p) => sum + p.hours * (p.record * (recordW ?? 0) + p.idle * (idleW ?? 0)),
    0,
  );
  const alone =
    recordW === undefined || heldWh === undefined || on === 0
      ? undefined
      : Math.min(hours, (heldWh / on) * hours);
  return [
    {
      id: 'power',
      unit: 'hours',
      wanted: hours,
      there: bay ? alone : camera.part.innerCell ? undefined : 0,
      with: states ? Math.min(first, darkAt(camera.item.id)) : 0,
      scenes: (brief.day?.stretches ?? []).map((s) => s.name),
      at: undefined,
    },
  ];
}

/** Parts that carry nothing else and are of no use to anybody: they serve no need of this brief. */
export function listIdle(
  { assembly }: Pick<NeedsAsked, 'assembly'>,
  needs: readonly Need[],
): PlacedItem[] {
  if (needs.length === 0) return [];
  const wanted = new Set<string>(needs.map((n) => n.id));
  const serving = new Set(needs.flatMap((n) => n.servedBy));
  const inUse = new Set([
    ...(assembly.setup.braces ?? []).flatMap((b) => [b.a.item, b.b.item]),
    ...(assembly.setup.heldBy ?? []).map((h) => h.item),
    ...(assembly.setup.cables ?? []).flatMap((c) => [
      c.from.item,
      c.to.item,
      ...(c.ties ?? []).map((t) => t.item),
    ]),
  ]);
  return assembly.items.filter((p) => {
    if (isOwn(p) || serving.has(p.item.id) || inUse.has(p.item.id)) return false;
    // What carries something, feeds something or holds the rig is there for that.
    if (p.branchEnd - p.number > 0) return false;
    const { part } = p;
    if (hasTrait(part, 'cell') || hasTrait(part, 'grounded') || hasTrait(part, 'soft'))
      return false;
    if (
      hasTrait(part, 'fed-from-outside') ||
      part.kind === 'battery-plate' ||
      part.kind === 'cage'
    ) {
      return false;
    }
    if ((part.grips ?? []).some((g) => g.use === 'carry')) return false;
    const served = listNeedsServed(part);
    return served.length > 0 && !served.some((need) => wanted.has(need));
  });
}

/**
 * Need by need what the job asks of a rig: what body and lens bring, what the setup's parts add, who serves it and who
 * stays at home. In the order in which people build. Empty where the brief says nothing. Linear in the parts.
 */
export function listNeeds(asked: NeedsAsked): Need[] {
  const { assembly, brief, parts } = asked;
  const wishes = new Map((brief.wishes ?? []).map((w) => [w.need, w.weight]));
  const others = [
    ...listHolds(asked),
    ...listSeeing(asked),
    ...listHearing(asked),
    ...listPowering(asked),
    ...listLight(asked),
    ...listFocus(asked),
  ];
  const known = new Set(others.map((d) => d.id));
  // What is wished for and not computed is wanted once.
  const wished = [...wishes.keys()]
    .filter((id) => !known.has(id) && id !== 'picture' && id !== 'optics' && id !== 'protection')
    .map((id): Draft => {
      const count = (items: readonly PlacedItem[]) =>
        Math.min(1, items.filter((p) => servesNeed(p.part, id)).length);
      return {
        id,
        unit: 'pieces',
        wanted: 1,
        there: count(assembly.items.filter(isOwn)),
        with: count(assembly.items) || (isInKitUse(assembly, parts, id) ? 1 : 0),
        scenes: [],
        at: undefined,
      };
    });
  const all = [...others, ...wished];
  const places = listProtection(asked, all);
  return [...places, ...all].map((draft): Need => {
    const { by, ...need } = draft;
    const serves = (part: Part) => servesNeed(part, need.id);
    // A screen that is dimmer than what is there is no help.
    const helps = (part: Part): boolean =>
      need.unit !== 'nits' ||
      (part.screens ?? []).some((s) => (readNits(part, s) ?? Infinity) > (need.with ?? 0));
    const stated = assembly.items.filter((p) => !isOwn(p) && serves(p.part)).map((p) => p.item.id);
    const used = new Set(listSetupItems(assembly.setup));
    const worn = new Set(assembly.setup.worn ?? []);
    return {
      ...need,
      weight: wishes.get(need.id) ?? 'must',
      servedBy: [...new Set([...(by ?? []), ...stated])],
      atHome: assembly.rig.kit
        .filter((item) => {
          const part = parts.get(item.partId);
          return (
            part !== undefined &&
            serves(part) &&
            helps(part) &&
            !assembly.byId.has(item.id) &&
            !used.has(item.id) &&
            !worn.has(item.id)
          );
        })
        .map((item) => item.id),
    };
  });
}

/** Whether something that is worn, or a lead, serves a need: headphones round the neck, a card in its slot. */
function isInKitUse(assembly: Assembly, parts: PartBook, need: Serves['need']): boolean {
  const kit = new Map(assembly.rig.kit.map((i) => [i.id, i.partId]));
  return [...listSetupItems(assembly.setup), ...(assembly.setup.worn ?? [])].some((id) => {
    const part = parts.get(kit.get(id) ?? '');
    return part !== undefined && servesNeed(part, need);
  });
}

/** Needs whose part is fastened somewhere on the rig, one place each. */
const fastened: readonly Serves['need'][] = [
  'hold-low',
  'hold-side',
  'hold-shoulder',
  'monitor',
  'video-link',
  'microphone',
  'wireless-audio',
  'sound-inputs',
  'timecode',
  'focus-drive',
  'loupe',
];

/** Places to fasten things to: as many as what the body does not bring itself takes. */
function listProtection({ assembly, brief }: NeedsAsked, drafts: readonly Draft[]): Draft[] {
  const wanted = drafts.filter(
    (d) => fastened.includes(d.id) && (d.there === undefined || d.there < d.wanted - 1e-6),
  ).length;
  if (wanted === 0) return [];
  const count = (items: readonly PlacedItem[]) =>
    items.reduce((n, p) => n + countPlaces(p.part), 0);
  const own = assembly.items.filter(isOwn);
  const cages = assembly.items.filter((p) => !isOwn(p) && servesNeed(p.part, 'protection'));
  return [
    {
      id: 'protection',
      unit: 'places',
      wanted,
      there: count(own),
      with: count(own) + count(cages),
      by: cages.map((p) => p.item.id),
      scenes: scenesWith(brief, (s) => s.wet === true || s.dusty === true || s.with === 'crowd'),
      at: undefined,
    },
  ];
}
