import type { Brief } from '../brief/index.js';
import type { Part } from '../part/index.js';
import type { StopSpan } from './ranges.js';

/** Frames a second and shutter that are taken where the brief says neither: the demo's and television's (convention). */
export const usualFramesPerS = 25;
export const usualShutterDeg = 180;

/** How long a frame is exposed, s: (angle ∕ 360) ∕ frames a second. */
export function measureTimeS(framesPerS: number, shutterDeg: number): number {
  return shutterDeg / 360 / framesPerS;
}

/**
 * The scene brightness that a camera exposes rightly, EV100: log₂(N² ∕ t) − log₂(ISO ∕ 100), with N the T-stop where it
 * is known (the exposure equation of the photographic standards; K of the meter is in the table of scenes).
 */
export function measureEv(stop: number, timeS: number, iso: number): number {
  return Math.log2(stop ** 2 / timeS) - Math.log2(iso / 100);
}

/** One way in which frames are exposed. */
export interface Timing {
  /** The deliverable's name; undefined for the brief's own. */
  readonly name: string | undefined;
  readonly framesPerS: number;
  readonly timeS: number;
  /** Neither the brief nor a deliverable says it. */
  readonly assumed: boolean;
}

/** What is handed over, with its time of exposure: the brief's own where no deliverable is listed. At least one. */
export function listTimings(brief: Brief): Timing[] {
  const { picture } = brief;
  const own = (framesPerS: number): number =>
    picture?.shutterS === undefined
      ? measureTimeS(framesPerS, picture?.shutterDeg ?? usualShutterDeg)
      : // No frame is exposed longer than it lasts.
        Math.min(picture.shutterS, 1 / framesPerS);
  const listed = (brief.deliverables ?? []).map((d): Timing => ({
    name: d.name,
    framesPerS: d.framesPerS,
    timeS:
      d.shutterS ??
      (d.shutterDeg === undefined ? own(d.framesPerS) : measureTimeS(d.framesPerS, d.shutterDeg)),
    assumed: false,
  }));
  if (listed.length > 0) return listed;
  const framesPerS = picture?.framesPerS ?? usualFramesPerS;
  return [
    {
      name: undefined,
      framesPerS,
      timeS: own(framesPerS),
      assumed: picture?.framesPerS === undefined,
    },
  ];
}

/** The stops that are used on a lens, widest and smallest. */
export interface StopRange {
  readonly widest: number;
  readonly smallest: number;
  readonly isF: boolean;
  /** Whose the ends are: the brief asks for them, the lens has no others, or nobody says. */
  readonly widestBy: 'brief' | 'lens';
  readonly smallestBy: 'brief' | 'lens' | 'assumed';
}

/** Where nobody says how far a lens is stopped down (estimate: most can, and beyond it pictures get soft). */
export const usualSmallestT = 16;

/**
 * The stops of a brief that a lens has. Undefined where neither says how wide it opens. What is asked for wider than the
 * lens opens is taken at the lens's own.
 */
export function measureStops(lens: Part | undefined, brief: Brief): StopRange | undefined {
  const { widestT, smallestT, isF = false } = lens?.optics ?? {};
  const asked = brief.picture;
  const wants = asked?.widestT;
  const widest = Math.max(wants ?? 0, widestT ?? 0);
  if (widest === 0) return undefined;
  const narrow = asked?.smallestT ?? smallestT ?? usualSmallestT;
  const smallest = Math.max(widest, Math.min(narrow, smallestT ?? Infinity));
  return {
    widest,
    smallest,
    isF,
    widestBy: wants !== undefined && wants >= (widestT ?? 0) ? 'brief' : 'lens',
    smallestBy:
      asked?.smallestT !== undefined ? 'brief' : smallestT !== undefined ? 'lens' : 'assumed',
  };
}

/** The base ISO that a body may have of which nobody states it, and the highest that most have (estimates over current cameras). */
export const usualBaseIso: readonly [number, number] = [100, 800];
export const usualMostIso = 12_800;

/** The sensitivities that are used: all from one to another. */
export interface IsoChoice {
  readonly stretches: readonly StopSpan[];
  /** False where the body states no base ISO: then the lowest usual one is taken, at which glass is needed least. */
  readonly known: boolean;
  /** Who ends it: what the person accepts, the body, or nobody, so that no darkness is too dark. */
  readonly mostBy: 'brief' | 'body' | 'nobody';
  /** The brief's highest is below the lowest base: then the base alone is used. */
  readonly refused: boolean;
}

/**
 * Which ISO may be set: all from the lowest base up to the highest that the person accepts, or else that the body has. Where
 * neither is stated the usual one is taken, and nothing is said of what is darker.
 */
export function listIsos(body: Part | undefined, brief: Brief): IsoChoice {
  const { baseIso, mostIso } = body?.exposes ?? {};
  const accepted = brief.picture?.highestIso;
  const most = Math.min(accepted ?? Infinity, mostIso ?? Infinity);
  const from = baseIso?.[0] ?? usualBaseIso[0];
  const to = Math.max(from, Number.isFinite(most) ? most : usualMostIso);
  return {
    stretches: [{ from, to }],
    known: baseIso !== undefined,
    mostBy:
      accepted !== undefined && accepted === most
        ? 'brief'
        : mostIso !== undefined
          ? 'body'
          : 'nobody',
    refused: baseIso !== undefined && accepted !== undefined && accepted < from,
  };
}

/** The scene brightnesses that a camera holds with nothing before its lens, EV100. */
export function listBareEv(stops: StopRange, timeS: number, isos: readonly StopSpan[]): StopSpan[] {
  return isos.map(({ from, to }) => ({
    from: measureEv(stops.widest, timeS, to),
    to: measureEv(stops.smallest, timeS, from),
  }));
}
