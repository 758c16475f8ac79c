import type { Brief, HoldKind } from '../brief/index.js';
import {
  listAdaptersFor,
  listOpticalPaths,
  measureAngles,
  measureGaze,
  type Angles,
  type OpticalPath,
} from '../optics/index.js';
import { hasTrait, type Part, type PartBook } from '../part/index.js';
import {
  listLenses,
  measureSetting,
  type Assembly,
  type PlacedItem,
  type Setup,
} from '../rig/index.js';
import {
  listFilterChoices,
  listGlassPieces,
  type FilterChoice,
  type Front,
  type KitGlass,
  type GlassPieces,
} from './choices.js';
import {
  listBareEv,
  listIsos,
  listTimings,
  measureStops,
  type IsoChoice,
  type StopRange,
  type Timing,
} from './exposure.js';
import type { EvenAsked } from './glass.js';
import { addSpans, listHoles, uniteSpans, type StopSpan } from './ranges.js';
import { readStack, type LensStack } from './stack.js';

/** A scene as far as its light goes. */
export interface LitScene extends StopSpan {
  /** Undefined for the range that the brief states as a whole. */
  readonly name: string | undefined;
}

/** Where exposure does not hold: a stretch of scene brightness, and why nothing reaches it. */
export interface Gap extends StopSpan {
  readonly scene: LitScene;
  readonly side: 'dark' | 'bright' | 'between';
  /** How wide it is, beyond the tolerance. */
  readonly stops: number;
  readonly timing: Timing;
}

/** What one way of exposing a lens holds. */
export interface Exposing {
  readonly timing: Timing;
  /** With nothing before the lens, EV100. */
  readonly bare: readonly StopSpan[];
  /** With what is before it now; undefined for a lens that is not on the rig. */
  readonly now: readonly StopSpan[] | undefined;
  /** With all that the kit can put before it, one way at a time. */
  readonly held: readonly StopSpan[];
  readonly gaps: readonly Gap[];
}

/** One lens of the set, as far as light is concerned. */
export interface LensLight {
  readonly itemId: string;
  readonly part: Part;
  readonly onRig: boolean;
  readonly stops: StopRange;
  readonly angles: Angles | undefined;
  readonly front: Front;
  /** What the filters inside the body take, and those that drop into an adapter behind it, stops. */
  readonly inside: readonly StopSpan[];
  readonly pieces: GlassPieces;
  readonly choices: readonly FilterChoice[];
  readonly exposings: readonly Exposing[];
}

/** The answer to “does exposure hold?”. */
export interface Light {
  readonly body: PlacedItem | undefined;
  readonly timings: readonly Timing[];
  readonly isos: IsoChoice;
  readonly toleranceStops: number;
  /** Where the brief says how bright it is; empty where it does not. */
  readonly scenes: readonly LitScene[];
  /** How many scenes of the brief are held otherwise than this setup. */
  readonly otherScenes: number;
  /** The one on the rig first, then those of the set. Only those of which it is known how wide they open. */
  readonly lenses: readonly LensLight[];
  /** Lenses that say nothing of their stops, and a brief that asks for none: nothing can be computed for them. */
  readonly unknown: readonly string[];
  /** How pairs of polarisers are judged before a lens. */
  readonly evenAt: (lens: Pick<LensLight, 'angles'>) => EvenAsked;
  /** What stands before the lens on the rig. */
  readonly stack: LensStack | undefined;
  readonly path: OpticalPath | undefined;
}

/**
 * The brightnesses that a brief asks for, scene by scene; a scene of which one end is stated is of that brightness alone. A
 * scene that says how the rig is held in it is asked of the setups that are held so, and of all where none is.
 */
export function listLitScenes(
  brief: Brief,
  setup?: Setup,
  setups: readonly Setup[] = [],
): LitScene[] {
  const isAsked = (hold: HoldKind | undefined) =>
    !setup ||
    hold === undefined ||
    setup.hold === hold ||
    !setups.some((other) => other.hold === hold);
  const all = (brief.scenes ?? []).filter((s) => isAsked(s.hold));
  const isElsewhere = all.length < (brief.scenes ?? []).length;
  const scenes = all.flatMap((s): LitScene[] => {
    const [from, to] = [s.fromEv ?? s.toEv, s.toEv ?? s.fromEv];
    return from === undefined || to === undefined ? [] : [{ name: s.name, from, to }];
  });
  if (scenes.length > 0 || isElsewhere) return scenes;
  const { sceneFromEv, sceneToEv } = brief.picture ?? {};
  const [from, to] = [sceneFromEv ?? sceneToEv, sceneToEv ?? sceneFromEv];
  if (from === undefined || to === undefined) return [];
  return [{ name: undefined, from: Math.min(from, to), to: Math.max(from, to) }];
}

/** Where a scene is not held, each stretch with its side; what the tolerance bridges is none. */
export function listGaps(
  scene: LitScene,
  held: readonly StopSpan[],
  toleranceStops: number,
  timing: Timing,
): Gap[] {
  const wide = uniteSpans(
    held.map(({ from, to }) => ({ from: from - toleranceStops, to: to + toleranceStops })),
  );
  const [lowest, highest] = [held[0]?.from ?? Infinity, held.at(-1)?.to ?? -Infinity];
  /** The step between what holds below a hole and above it, as far as the scene goes. */
  const measureStep = (from: number, to: number): number => {
    const middle = (from + to) / 2;
    const below = Math.max(...held.filter((h) => h.to <= middle).map((h) => h.to));
    const above = Math.min(...held.filter((h) => h.from >= middle).map((h) => h.from));
    return Math.min(above, scene.to) - Math.max(below, scene.from);
  };
  return listHoles(scene, wide).map(({ from, to }): Gap => {
    const side = from >= highest ? 'bright' : to <= lowest ? 'dark' : 'between';
    // Short of what holds exactly: the tolerance forgives, and is no reach of its own.
    const stops =
      held.length === 0
        ? to - from
        : side === 'bright'
          ? to - highest
          : side === 'dark'
            ? lowest - from
            : measureStep(from, to);
    return { from, to, scene, side, stops, timing };
  });
}

function measureFront(
  lens: Part,
  angles: Angles | undefined,
  path: OpticalPath | undefined,
): Front {
  const thread = lens.mounts.find((m) => m.kind === 'front-thread' && m.side === 'female');
  const ring = lens.mounts.find((m) => m.kind === 'clamp-ring' && m.side === 'ring');
  const pupilMm = lens.optics?.pupilMm;
  const frontMm = path ? measureGaze(path).frontMm : thread?.originMm[0];
  return {
    threadMm: thread?.sizeMm,
    clampMm: ring?.sizeMm,
    aheadMm: pupilMm === undefined || frontMm === undefined ? 0 : Math.max(0, frontMm - pupilMm),
    diagonal: angles && Math.tan((angles.diagonalDeg * Math.PI) / 360),
  };
}

interface Choosing {
  readonly pieces: GlassPieces;
  readonly choices: readonly FilterChoice[];
}

// What can stand before a lens follows from the kit, not from how the rig stands: it is worked out once while one drags.
const known = new WeakMap<
  object,
  { readonly parts: PartBook; readonly of: Map<string, Choosing> }
>();

/** What of a kit can stand before a lens, and every set of filters of it. Kept by the kit, which is never changed in place. */
function chooseGlass(
  assembly: Assembly,
  parts: PartBook,
  list: readonly KitGlass[],
  front: Front,
  even: EvenAsked,
): Choosing {
  const { kit } = assembly.rig;
  let entry = known.get(kit);
  if (entry?.parts !== parts) {
    entry = { parts, of: new Map() };
    known.set(kit, entry);
  }
  const key = JSON.stringify([front, even]);
  let choosing = entry.of.get(key);
  if (!choosing) {
    const pieces = listGlassPieces(list, even);
    choosing = { pieces, choices: listFilterChoices(front, pieces) };
    entry.of.set(key, choosing);
  }
  return choosing;
}

/** Glass inside a body, or that drops into an adapter: none of it, or one filter of each. */
function listInside(parts: readonly Part[]): readonly StopSpan[] {
  return parts.reduce<readonly StopSpan[]>(
    (sum, { exposes: { ndStops = [], ndRange } = {} }) =>
      addSpans(
        sum,
        uniteSpans([
          { from: 0, to: 0 },
          ...ndStops.map((stops) => ({ from: stops, to: stops })),
          ...(ndRange ? [{ from: ndRange[0], to: ndRange[1] }] : []),
        ]),
      ),
    [{ from: 0, to: 0 }],
  );
}

/**
 * Over which range of scene brightness a setup holds its exposure, lens by lens: with its stops, its ISO and its shutter, with the
 * filters inside the body and its adapters, and with every set of filters of the kit that can stand before the lens. EV100 = log₂(N² ∕ t)
 * − log₂(ISO ∕ 100); glass adds its stops. Exponential in the filters of the kit, for at most three at a time.
 */
export function measureLight(assembly: Assembly, parts: PartBook, brief: Brief): Light {
  const { rig, setup } = assembly;
  const body = assembly.items.find((p) => hasTrait(p.part, 'camera'));
  const [path] = listOpticalPaths(assembly);
  const timings = listTimings(brief);
  const isos = listIsos(body?.part, brief);
  const toleranceStops = measureSetting(rig.settings, 'holdsWithinStops');
  const scenes = listLitScenes(brief, setup, rig.setups);
  const sensor = body?.part.sensorMm;
  const kit = rig.kit.flatMap((item): KitGlass[] => {
    const part = assembly.byId.get(item.id)?.part ?? parts.get(item.partId);
    return part ? [{ id: item.id, part }] : [];
  });
  const ids = new Set([
    ...(path ? [path.lens.item.id] : []),
    ...listLenses(rig, setup).map((use) => use.item),
  ]);
  const unknown: string[] = [];
  const evenAt: Light['evenAt'] = ({ angles }) => ({
    halfRad: angles && (angles.diagonalDeg * Math.PI) / 360,
    unevenStops: measureSetting(rig.settings, 'unevenStops'),
    index: measureSetting(rig.settings, 'sheetIndex'),
  });
  const stack = path && readStack(assembly, path);
  const lenses = [...ids].flatMap((itemId): LensLight[] => {
    const part = kit.find((k) => k.id === itemId)?.part;
    if (!part) return [];
    const stops = measureStops(part, brief);
    if (!stops) {
      unknown.push(itemId);
      return [];
    }
    const { optics } = part;
    const angles =
      optics && sensor ? measureAngles(optics.focalMm[0], sensor, optics.squeeze) : undefined;
    const even = evenAt({ angles });
    const onRig = path?.lens.item.id === itemId;
    const front = measureFront(part, angles, onRig ? path : undefined);
    const inside = listInside([
      ...(body ? [body.part] : []),
      ...(path ? listAdaptersFor(part, path).map((p) => p.part) : []),
    ]);
    const { pieces, choices } = chooseGlass(assembly, parts, kit, front, even);
    const ofKit = addSpans(
      inside,
      uniteSpans(choices.filter((c) => !c.cuts).flatMap((c) => c.takes)),
    );
    const onIt = onRig && stack ? addSpans(inside, stack.takes(even)) : undefined;
    // What stands before it now is a way of filtering, however it is fastened.
    const takes = onIt ? uniteSpans([...ofKit, ...onIt]) : ofKit;
    return [
      {
        itemId,
        part,
        onRig,
        stops,
        angles,
        front,
        inside,
        pieces,
        choices,
        exposings: timings.map((timing): Exposing => {
          const bare = uniteSpans(listBareEv(stops, timing.timeS, isos.stretches));
          const held = addSpans(bare, takes);
          return {
            timing,
            bare,
            now: onIt && addSpans(bare, onIt),
            held,
            gaps: scenes
              .flatMap((scene) => listGaps(scene, held, toleranceStops, timing))
              .filter((gap) => gap.side !== 'dark' || isos.mostBy !== 'nobody'),
          };
        }),
      },
    ];
  });
  return {
    body,
    timings,
    isos,
    toleranceStops,
    scenes,
    otherScenes: Math.max(0, listLitScenes(brief).length - scenes.length),
    lenses,
    unknown,
    evenAt,
    stack,
    path,
  };
}

/** The gap that is the widest, of whichever lens; undefined where there is none. */
export function findWorstGap(
  light: Light,
): { readonly lens: LensLight; readonly gap: Gap } | undefined {
  const all = light.lenses.flatMap((lens) =>
    lens.exposings.flatMap((e) => e.gaps.map((gap) => ({ lens, gap }))),
  );
  return all.sort((a, b) => b.gap.stops - a.gap.stops)[0];
}
