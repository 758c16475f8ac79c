import type { Brief } from '../brief/index.js';
import type { Hold } from '../hold/index.js';
import { hasTrait, placeMovements, type Part, type Screen } from '../part/index.js';
import { dot, measureLength, subtract, toUnit } from '../placement/index.js';
import {
  measureSetting,
  placeRay,
  type Assembly,
  type HoldKind,
  type PlacedItem,
} from '../rig/index.js';
import { toDeg } from '../units/index.js';
import { findEye } from './eye.js';
import { listStances } from './look.js';

/** A screen on a rig, as far as seeing goes. */
export interface SeenScreen {
  readonly placed: PlacedItem;
  readonly screen: Screen;
  /** From the eye; undefined where nobody knows where that is. */
  readonly angleDeg: number | undefined;
  readonly farMm: number | undefined;
  /** Brightness, cd/m²; undefined where it is not stated. */
  readonly nits: number | undefined;
  /** Shielded by a hood in its box. */
  readonly hooded: boolean;
  /** Whether it faces who stands before the lens: as it stands, on its hinges, not at all. */
  readonly front: 'now' | 'turns' | 'no';
}

/** How bright a screen is: what it states itself, or what its part is said to serve with. */
export const readNits = (part: Part, screen: Screen): number | undefined =>
  screen.nits ?? part.serves?.find((s) => s.need === 'monitor')?.nits;

/**
 * How bright a screen must be to be judged bare in a scene, cd/m² (estimate, after what practitioners say: about 400 wants a hood
 * outdoors, 800 to 1 000 and more are judged in sun): 250 up to EV 9, 400 at EV 12, 1 000 at EV 15, between them in
 * equal ratios, and on in the same ratio above.
 */
export function measureNeededNits(ev: number): number {
  const points = [
    [9, 250],
    [12, 400],
    [15, 1000],
  ] as const;
  if (ev <= points[0][0]) return points[0][1];
  const i = ev <= points[1][0] ? 0 : 1;
  const [[fromEv, from], [toEv, to]] = [points[i]!, points[i + 1]!];
  return from * (to / from) ** ((ev - fromEv) / (toEv - fromEv));
}

/** So many times as bright a screen looks in the shade of a hood (estimate: 400 under a hood is judged in sun). */
export const hoodTimes = 2.5;

/** The brightest that a brief has a picture read in, EV100; undefined where it does not say. */
export function findBrightestEv(brief: Brief): number | undefined {
  const scenes = (brief.scenes ?? []).flatMap((s) => s.toEv ?? s.fromEv ?? []);
  const inSun = brief.watch?.inSun ? [15] : [];
  const all = [...scenes, ...inSun];
  if (all.length > 0) return Math.max(...all);
  return brief.picture?.sceneToEv;
}

/** The cosine within which a screen that looks ahead is seen from before the lens (estimate: 60°). */
const frontCosine = 0.5;

/** Whether a screen can be looked at from before the lens, as it stands or on its own hinges. Its picture must turn over where it says that it does not. */
export function measureFront(placed: PlacedItem, screen: Screen, hold: Hold): SeenScreen['front'] {
  if (screen.finder || screen.flips === false) return 'no';
  const looksAhead = (one: PlacedItem) =>
    dot(placeRay(one, screen.id, screen.atMm, screen.normal).direction, hold.axes.forward) >
    frontCosine;
  if (looksAhead(placed)) return 'now';
  const isMoved = placed.part.movements?.some(
    (m) => m.type === 'turn' && m.carries.includes(screen.id),
  );
  if (!isMoved) return 'no';
  const turns = listStances(placed.part).some((stance) =>
    looksAhead({ ...placed, moved: placeMovements(placed.part, stance) }),
  );
  return turns ? 'turns' : 'no';
}

const hasHood = (part: Part): boolean =>
  (part.inBox ?? []).some((entry) =>
    /\bhood|sunshade/iu.test(typeof entry === 'string' ? entry : entry.name),
  );

/** Every screen on a rig but finders that one has the eye at anyway. In tree order. */
export function listSeenScreens(assembly: Assembly, hold: Hold): SeenScreen[] {
  const eye = findEye(assembly, hold);
  return assembly.items.flatMap((placed) =>
    (placed.part.screens ?? []).map((screen): SeenScreen => {
      const { atMm, direction } = placeRay(placed, screen.id, screen.atMm, screen.normal);
      const to = eye && subtract(eye, atMm);
      return {
        placed,
        screen,
        angleDeg: to && toDeg(Math.acos(Math.max(-1, Math.min(1, dot(toUnit(to), direction))))),
        farMm: to && measureLength(to),
        nits: readNits(placed.part, screen),
        hooded: hasHood(placed.part),
        front: measureFront(placed, screen, hold),
      };
    }),
  );
}

/** What a screen can be judged in: its brightness, as much more in the shade of its hood. Undefined where it is not stated. */
export const measureShadedNits = ({ nits, hooded }: SeenScreen): number | undefined =>
  nits === undefined ? undefined : nits * (hooded ? hoodTimes : 1);

/** Whether a screen is looked at well enough from the eye for its brightness to matter. */
export function isLookedAt(assembly: Assembly, { angleDeg, farMm, screen }: SeenScreen): boolean {
  const { settings } = assembly.rig;
  if (angleDeg === undefined || farMm === undefined) return true;
  return (
    angleDeg <= measureSetting(settings, 'readableAngleDeg') &&
    farMm <= screen.diagonalMm * measureSetting(settings, 'readableTimes') * 1.5
  );
}

/** Ways of holding in which the eye is not at a finder or in a loupe. */
const eyeAway: readonly HoldKind[] = [
  'low',
  'low-two',
  'carried',
  'strap',
  'chest',
  'lap',
  'gimbal',
];

/** Whether the eye is at a finder or in a loupe, as far as the rig is held so: then no sun falls on the picture. */
export const isShielded = (assembly: Assembly): boolean =>
  !eyeAway.includes(assembly.setup.hold) &&
  assembly.items.some(
    ({ part }) => hasTrait(part, 'eye-rest') || part.screens?.some((s) => s.finder),
  );
