import {
  createFinding,
  type Weight,
  type AnyFinding,
  defineFinding,
  stating,
} from '../finding/index.js';
import { sayList, sayNumber, sayMm } from '../words/index.js';
import { findPalm, listPalms } from './palms.js';
import { defineSolidCheck, type SolidAsked } from './asked.js';
import type { Hold } from '../hold/index.js';
import { hasTrait, type KeepClear, type KeepClearPurpose, type PartBook } from '../part/index.js';
import { compose } from '../placement/index.js';
import { isInBranch, measureSetting, rigFromThing, type PlacedItem } from '../rig/index.js';
import { partFromSolid } from '../solid/index.js';
import {
  doMeet,
  isEntered,
  listFans,
  listIntrusions,
  listNear,
  goesThrough,
  measureApartMm,
  measureGapMm,
  placeHandRoom,
  placeKeepClear,
  handRoomMm,
  spaceSolid,
  type Intrusion,
  type Space,
  type SpacedItem,
  type SpacedSolid,
} from '../space/index.js';
import { tolerances } from '../units/index.js';
import { mostMended } from './overlap.js';
import { placePlug, type PluggedLead } from './plugs.js';
import { isWanted } from './wanted.js';
import type { Geometry } from './asked.js';
import { listWaysOut } from './waysout.js';

/** A keep-clear space by what it is kept clear for. */
export const purposeWords: Readonly<Record<KeepClearPurpose, string>> = {
  'battery-door': 'battery door',
  'card-door': 'card door',
  'port-door': 'port door',
  'screen-swing': 'screen',
  'plug-room': 'room for a plug',
  'hand-room': 'room for a hand',
  'record-button': 'record button',
  dials: 'dials',
  eyepiece: 'eyepiece',
  'lens-view': 'view of the lens',
  'air-outlet': 'air outlet',
  'battery-swing': 'battery swing',
  lever: 'lever',
  'battery-release': 'way out of the battery',
};

/** What is lost when the space is entered. */
const lostWords: Readonly<Record<KeepClearPurpose, string>> = {
  'battery-door': 'you cannot change the cell on the rig',
  'card-door': 'you cannot change the card on the rig',
  'port-door': 'the ports behind it stay shut',
  'screen-swing': 'the screen does not come round',
  'plug-room': 'no plug goes in',
  'hand-room': 'your hand does not go round',
  'record-button': 'your finger does not reach it',
  dials: 'you cannot turn them',
  eyepiece: 'your eye does not come near',
  'lens-view': 'the picture is cut',
  'air-outlet': 'the camera runs hot',
  'battery-swing': 'the battery does not come out',
  lever: 'you cannot work it',
  'battery-release': 'the battery does not come off',
};

/** A door that opens this far lets out what is behind it, in degrees. */
export const doorEnoughDeg = 90;

/** How far a leaf opens before anything stands in its way: to a tenth of a degree, and never more than it does. */
export function measureOpensDeg(
  space: Space,
  owner: PlacedItem,
  shape: Extract<KeepClear['shape'], { type: 'sector' }>,
  id: string,
  isAsked: (placed: PlacedItem) => boolean,
): number {
  const frame = rigFromThing(owner, id);
  const isOpenTo = (deg: number) =>
    deg <= 0 ||
    !isEntered(
      space,
      listFans(shape, deg).map((s) => spaceSolid(s, compose(frame, partFromSolid(s)))),
      isAsked,
    );
  // Halving a range of at most 360° to below 0.1° takes twelve steps.
  let [clear, met] = [0, shape.sweepDeg];
  while (met - clear > 0.1) {
    const middle = (clear + met) / 2;
    if (isOpenTo(middle)) clear = middle;
    else met = middle;
  }
  return Math.floor(clear * 10 + 1e-9) / 10;
}

function weigh(purpose: KeepClear['purpose'], opensDeg: number | undefined): Weight {
  const isDoor = purpose === 'battery-door' || purpose === 'card-door';
  if (isDoor && (opensDeg === undefined || opensDeg < doorEnoughDeg)) return 'stops';
  return purpose === 'battery-release' ? 'stops' : 'risk';
}

function isAskedOf(
  space: Space,
  owner: PlacedItem,
  keep: KeepClear,
): (placed: PlacedItem) => boolean {
  return (placed) =>
    placed.item.id !== owner.item.id &&
    !keep.except?.includes(placed.part.kind) &&
    // What the eye rests on stands where the eye comes.
    !(keep.purpose === 'eyepiece' && hasTrait(placed.part, 'eye-rest')) &&
    // What goes through its partner, as a cell in its bay, is what the space is there for.
    !goesThrough(space.assembly, owner.item.id, placed.item.id);
}

export const keepClearEntered = defineFinding(
  'keep-clear-entered',
  stating<{
    readonly itemId: string;
    readonly spaceId: string;
    readonly purpose: KeepClearPurpose;
    readonly depthMm: number;
    /** For what swings: how far it opens before it meets something, and how far it would. */
    readonly opensDeg: number | undefined;
    readonly sweepDeg: number | undefined;
  }>(),
  {
    restsOn: ['shape', 'mounts', 'spaces'],
    bad: ({ opensDeg, depthMm }) => (opensDeg === undefined ? depthMm : -opensDeg),
    weight:
      'stops for a battery or card door that opens less than 90°, but for a support that the rig is lifted off; otherwise risk',
    when: 'a part stands in a space that this setup wants clear; a door says how far it opens',
    offers: 'the smallest slide or turn; another mount',
    sentence: ({ items: [intruder], facts }, n) => {
      const what = `The ${purposeWords[facts.purpose]} of ${n.item(facts.itemId)}`;
      const lost = `: ${lostWords[facts.purpose]}`;
      return facts.opensDeg !== undefined && facts.sweepDeg !== undefined
        ? `${what} opens ${sayNumber(facts.sweepDeg)}° and meets ${n.item(intruder!)} at ${sayNumber(facts.opensDeg, Number.isInteger(facts.opensDeg) ? 0 : 1)}°${facts.opensDeg >= doorEnoughDeg ? '' : lost}.`
        : `${what} is entered ${sayMm(facts.depthMm)} deep by ${n.item(intruder!)}${lost}.`;
    },
    why: 'What must move, be reached or breathe needs its room while it is wanted.',
    todo: 'Move what stands in it, or do without.',
  },
);

/** A keep-clear space that another part stands in. */
export interface Entered {
  readonly owner: PlacedItem;
  readonly keep: KeepClear;
  readonly intruder: PlacedItem;
  readonly depthMm: number;
  /** For what swings: how far it opens. */
  readonly opensDeg: number | undefined;
  /** Whether this setup wants the space clear; what it does without is no trouble. */
  readonly wanted: boolean;
}

function findEntered(
  space: Space,
  parts: PartBook,
  hold: Hold,
  owner: PlacedItem,
  keep: KeepClear,
): Entered | undefined {
  const probes = placeKeepClear(owner, keep);
  const near = listNear(space, probes, isAskedOf(space, owner, keep), fanSlackMm);
  const there = near.map((item) => item.solids);
  let known = kept.get(probes);
  if (known?.there.length !== there.length || !known.there.every((s, i) => s === there[i])) {
    known = { there, met: meetNear(space, owner, keep, near) };
    kept.set(probes, known);
  }
  if (!known.met) return undefined;
  const { at, depthMm, opensDeg } = known.met;
  return {
    owner,
    keep,
    intruder: near[at]!.placed,
    depthMm,
    opensDeg,
    wanted: isWanted(space.assembly, parts, hold, owner, keep),
  };
}

/** A leaf that is half open may reach beyond the swing's own facets by so much, in mm: 0.1 % of a long one. */
const fanSlackMm = 1;

/** Who of those that are near stands in a space: which of them, how deep, and how far the leaf opens. */
interface Met {
  readonly at: number;
  readonly depthMm: number;
  readonly opensDeg: number | undefined;
}

// Kept by the space as it stands: it is entered as it was as long as all that is near stands where it stood.
const kept = new WeakMap<
  readonly SpacedSolid[],
  { readonly there: readonly (readonly SpacedSolid[])[]; readonly met: Met | undefined }
>();

function meetNear(
  space: Space,
  owner: PlacedItem,
  keep: KeepClear,
  near: readonly SpacedItem[],
): Met | undefined {
  const places = new Map(near.map((item, i) => [item.placed, i]));
  const isAsked = (placed: PlacedItem) => places.has(placed);
  const [first] = listIntrusions(space, placeKeepClear(owner, keep), isAsked);
  if (!first) return undefined;
  const { shape } = keep;
  const opensDeg =
    shape.type === 'sector' ? measureOpensDeg(space, owner, shape, keep.id, isAsked) : undefined;
  const met = findFirstMet(space, owner, keep, isAsked, opensDeg) ?? first;
  return { at: places.get(met.placed)!, depthMm: met.depthMm, opensDeg };
}

/** Every keep-clear space that another part stands in, wanted or not. The lens's view is asked about by its own cone. */
export function listEntered(space: Space, parts: PartBook, hold: Hold): Entered[] {
  return space.items.flatMap(({ placed: owner }) =>
    (owner.part.keepClear ?? []).flatMap((keep) =>
      keep.purpose === 'lens-view' ? [] : (findEntered(space, parts, hold, owner, keep) ?? []),
    ),
  );
}

function createEnteredFinding(entered: Entered, geometry: Geometry): AnyFinding {
  const { owner, keep, intruder, depthMm, opensDeg } = entered;
  const { space, parts } = geometry;
  const isAsked = isAskedOf(space, owner, keep);
  const isClear = (tried: Space) => {
    const now = tried.assembly.byId.get(owner.item.id);
    return (
      now !== undefined &&
      !isEntered(
        tried,
        placeKeepClear(now, keep),
        (p) => p.item.id === intruder.item.id && isAsked(p),
      )
    );
  };
  const edits = parts ? listWaysOut(space, parts, [owner, intruder], isClear) : [];
  const weight = weigh(keep.purpose, opensDeg);
  // A rig is lifted off its support to change a cell: a nuisance in the middle of a take, no end of the build.
  const isLifted = hasTrait(intruder.part, 'grounded');
  return createFinding(
    keepClearEntered,
    isLifted && weight === 'stops' ? 'risk' : weight,
    { items: [intruder.item.id, owner.item.id], key: keep.id },
    {
      itemId: owner.item.id,
      spaceId: keep.id,
      purpose: keep.purpose,
      depthMm,
      opensDeg,
      sweepDeg: keep.shape.type === 'sector' ? keep.shape.sweepDeg : undefined,
    },
    edits,
  );
}

/** What a leaf meets first: what stands just beyond the angle to which it opens. */
function findFirstMet(
  space: Space,
  owner: PlacedItem,
  keep: KeepClear,
  isAsked: (placed: PlacedItem) => boolean,
  opensDeg: number | undefined,
): Intrusion | undefined {
  if (keep.shape.type !== 'sector' || opensDeg === undefined) return undefined;
  const frame = rigFromThing(owner, keep.id);
  const fans = listFans(keep.shape, Math.min(keep.shape.sweepDeg, opensDeg + 0.5));
  return listIntrusions(
    space,
    fans.map((s) => spaceSolid(s, compose(frame, partFromSolid(s)))),
    isAsked,
  )[0];
}

/** Whether a cell's way out is shut by what keeps the door before it shut already: one trouble, told of the door. */
const isBehindShutDoor = (one: Entered, all: readonly Entered[]): boolean =>
  one.keep.purpose === 'battery-release' &&
  all.some(
    (door) =>
      door.keep.purpose === 'battery-door' &&
      door.owner.item.id === one.owner.carriedBy?.parent &&
      door.intruder === one.intruder &&
      (door.opensDeg ?? 0) < doorEnoughDeg,
  );

/** Keep-clear spaces that this setup wants and another part enters, with what is lost by it. */
export const clearCheck = defineSolidCheck(
  [keepClearEntered],
  ({ geometry, entered }: SolidAsked & { readonly entered: readonly Entered[] }) =>
    entered
      .filter((e) => e.wanted)
      .filter((e, _, wanted) => !isBehindShutDoor(e, wanted))
      .map((e, i) =>
        createEnteredFinding(e, i < mostMended ? geometry : { ...geometry, parts: undefined }),
      ),
);

/** What swings or comes out, and so may meet a plug, its own part's as well. */
const swings: readonly KeepClearPurpose[] = [
  'battery-door',
  'card-door',
  'screen-swing',
  'battery-swing',
  'battery-release',
];
/** Where a plug is in the way; a port's own room and door are where its plug is. */
const meetsPlugs: readonly KeepClearPurpose[] = [
  ...swings,
  'record-button',
  'dials',
  'eyepiece',
  'lever',
];

export const plugInTheWay = defineFinding(
  'plug-in-the-way',
  stating<{
    readonly itemId: string;
    readonly spaceId: string;
    readonly purpose: KeepClearPurpose;
    readonly portItem: string;
    readonly portId: string;
  }>(),
  {
    restsOn: ['shape', 'spaces', 'ports'],
    weight: 'risk',
    when: 'the plug of a planned lead stands in the swing of a door or a screen that this setup wants, in a screen that is turned out, or where a finger, the eye or a hand goes',
    offers: 'another lead for the same two sockets',
    sentence: ({ facts }, n) =>
      facts.purpose === 'hand-room'
        ? `The plug at ${n.port(facts.portItem, facts.portId)} of ${n.item(facts.portItem)} stands where your hand holds ${n.item(facts.itemId)}.`
        : `The plug at ${n.port(facts.portItem, facts.portId)} of ${n.item(facts.portItem)} stands in the way of the ${purposeWords[facts.purpose]} of ${n.item(facts.itemId)}: ${lostWords[facts.purpose]}.`,
    why: 'A plug is as hard as any other part: a door or a screen bends it, a finger or an eye goes round it.',
    todo: 'Take a lead with an elbow that leads away, or another socket.',
  },
);

/** The leaves of a part that stand open: what a screen that is turned out or up brings with it. */
function listOpenScreens({ placed, solids }: SpacedItem, { setup }: Space['assembly']) {
  const screens = new Set((placed.part.screens ?? []).map((s) => s.id));
  return (placed.part.movements ?? []).flatMap((movement) => {
    const now = setup.stances?.[placed.item.id]?.[movement.id] ?? movement.rest;
    const leaf = new Set(movement.carries);
    if (now === movement.rest || ![...screens].some((id) => leaf.has(id))) return [];
    const bodies = solids.filter(({ solid }) => leaf.has(solid.id));
    return [
      { owner: placed, id: movement.id, purpose: 'screen-swing' as const, bodies, own: true },
    ];
  });
}

/** Plugs of planned leads that stand where a door or a screen swings, a battery comes out, a finger, the eye or a hand goes. */
export const plugInTheWayCheck = defineSolidCheck(
  [plugInTheWay],
  ({ space, parts, hold, leads }: SolidAsked & { readonly leads: readonly PluggedLead[] }) => {
    const kept = space.items.flatMap(({ placed: owner }) =>
      (owner.part.keepClear ?? [])
        .filter((keep) => meetsPlugs.includes(keep.purpose))
        .filter((keep) => isWanted(space.assembly, parts, hold, owner, keep))
        .map((keep) => ({
          owner,
          id: keep.id,
          purpose: keep.purpose,
          bodies: placeKeepClear(owner, keep),
        })),
    );
    const held = listPalms(space, hold).map(({ owner, grip, room }) => ({
      owner,
      id: grip.id,
      purpose: 'hand-room' as const,
      bodies: room,
    }));
    // Against another part an open screen's plug is told as one that cannot go in.
    const open = space.items.flatMap((item) => listOpenScreens(item, space.assembly));
    const ends = leads.flatMap(({ run, from, to }) =>
      [from, to].filter((end) => end.fits).map((end) => ({ run, end, plug: placePlug(end) })),
    );
    const told = new Set<string>();
    return [...kept, ...held, ...open].flatMap(({ owner, id, purpose, bodies, ...more }) =>
      ends
        .filter(({ end }) => !('own' in more) || end.placed === owner)
        // Beside its own knobs, finder and grip a maker has put the socket where a plug is no hindrance.
        .filter(({ end }) => end.placed !== owner || swings.includes(purpose))
        .filter(({ plug }) => doMeet(space, bodies, [plug], plugPlayMm))
        .flatMap(({ run, end }) => {
          // A screen's swing and the screen that stands open in it are one trouble.
          const key = [owner.item.id, purpose, end.placed.item.id, end.port.id].join(' ');
          if (purpose === 'screen-swing' && told.has(key)) return [];
          told.add(key);
          return [
            createFinding(
              plugInTheWay,
              'risk',
              { items: [owner.item.id, run.item], named: 1, key: `${id}:${end.port.id}` },
              {
                itemId: owner.item.id,
                spaceId: id,
                purpose,
                portItem: end.placed.item.id,
                portId: end.port.id,
              },
            ),
          ];
        }),
    );
  },
);

/** A plug that only brushes what swings by it gives way, in mm (estimate). */
const plugPlayMm = 0.5;

export const handRoom = defineFinding(
  'hand-room',
  stating<{
    readonly gripId: string;
    /** What is left, from the surface of the grip to the nearest intruder. */
    readonly leftMm: number;
    readonly roomMm: number;
    readonly gloves: boolean;
  }>(),
  {
    restsOn: ['shape', 'mounts'],
    bad: ({ leftMm }) => -leftMm,
    weight: 'risk',
    when: 'less than 25 mm round a grip where the palm is on it; less than 35 mm on a job cold enough for gloves',
    offers: 'the smallest slide or turn; another mount',
    sentence: ({ items: [owner, ...intruders], facts }, n) => {
      return `Your hand on ${n.item(owner!)} has ${sayMm(facts.leftMm)} of the ≈ ${sayMm(facts.roomMm)} it needs${facts.gloves ? ' with gloves' : ''}; ${sayList(intruders.map((id) => n.item(id)))} ${intruders.length === 1 ? 'is' : 'are'} in the way.`;
    },
    why: 'A hand that does not close round its grip holds with the fingertips.',
    todo: 'Move one of them, or hold it elsewhere.',
    toGet: ({ facts }) =>
      `Move one of them, hold it elsewhere, or get a handle or grip that stands at least ${sayMm(Math.ceil(facts.roomMm - facts.leftMm))} farther off.`,
  },
);

/**
 * Grips in use without room for the hand: from their surface, where the palm is, their own part excepted. Straps, cords
 * and leads are soft and take no room.
 */
export const handRoomCheck = defineSolidCheck(
  [handRoom],
  ({ geometry: { space, parts }, hold, brief }: SolidAsked) => {
    if (hold.state !== 'held') return [];
    const { settings } = space.assembly.rig;
    const coldC = measureSetting(settings, 'gloveBelowC');
    const gloves = (brief.day?.temperatureC ?? coldC) < coldC;
    const roomMm = gloves ? handRoomMm : measureSetting(settings, 'bareHandMm');
    const wideMm = measureSetting(settings, 'handWideMm');
    return hold.grips.flatMap((held) => {
      const owner = space.assembly.byId.get(held.itemId)!;
      const grip = findPalm(
        owner.part.grips!.find((g) => g.id === held.gripId)!,
        held.alongMm,
        wideMm,
      );
      // What carries the grip, and what goes with it as one piece, is part of its posts.
      const carrier = owner.carriedBy?.parent;
      // A body's own grip was made to be held beside the lens on its mount, with the cell in its bay.
      const isOwn = (p: PlacedItem) =>
        hasTrait(owner.part, 'camera') &&
        p.carriedBy?.parent === owner.item.id &&
        ['lens-mount', 'cell-bay'].includes(p.carriedBy.parentMount.kind);
      const isAsked = (p: PlacedItem) =>
        p.item.id !== owner.item.id &&
        p.item.id !== carrier &&
        p.carriedBy !== undefined &&
        !hasTrait(p.part, 'soft') &&
        !isOwn(p);
      const gapTo = (tried: Space, now: PlacedItem, id: string) =>
        measureGapMm(tried, placeHandRoom(now, grip, 0), id, roomMm);
      const around = (tried: Space, now: PlacedItem) => {
        const met = listIntrusions(tried, placeHandRoom(now, grip, roomMm), isAsked);
        const own = met.length > 0 ? tried.assembly.items.filter(isOwn) : [];
        // What a lens carries and what comes no nearer than that lens is as good as the lens: a filter, a ring, a cap.
        return met.filter(({ placed }) => {
          const lens = own.find((o) => isInBranch(o, placed));
          return (
            !lens ||
            gapTo(tried, now, placed.item.id) <
              gapTo(tried, now, lens.item.id) - tolerances.lengthMm
          );
        });
      };
      // Of what carries the grip a screen that stands open is none of its posts.
      const leavesOf = (tried: Space) =>
        tried.items
          .filter((i) => i.placed.item.id === carrier)
          .flatMap((i) => listOpenScreens(i, tried.assembly).flatMap((open) => open.bodies));
      const leafMm = measureApartMm(space, placeHandRoom(owner, grip, 0), leavesOf(space), roomMm);
      const intruders = around(space, owner).map((m) => m.placed);
      if (leafMm < roomMm) intruders.push(space.assembly.byId.get(carrier!)!);
      const [first] = intruders;
      if (!first) return [];
      const leftMm = Math.min(
        leafMm,
        ...intruders
          .filter((p) => p.item.id !== carrier)
          .map((p) => gapTo(space, owner, p.item.id)),
      );
      const edits = parts
        ? listWaysOut(space, parts, [owner, first], (tried) => {
            const now = tried.assembly.byId.get(owner.item.id);
            return (
              now !== undefined &&
              around(tried, now).length === 0 &&
              !doMeet(tried, placeHandRoom(now, grip, roomMm), leavesOf(tried))
            );
          })
        : [];
      return [
        createFinding(
          handRoom,
          'risk',
          {
            items: [owner.item.id, ...intruders.map((p) => p.item.id)],
            named: 1,
            key: held.gripId,
          },
          {
            gripId: held.gripId,
            leftMm,
            roomMm,
            gloves,
          },
          edits,
        ),
      ];
    });
  },
);
