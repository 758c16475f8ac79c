import type { Movement } from '../part/index.js';
import type { Hold } from '../hold/index.js';
import {
  add,
  dot,
  measureLength,
  negate,
  scale,
  subtract,
  toUnit,
  type Vec3,
} from '../placement/index.js';
import {
  measureSetting,
  placeRay,
  type Assembly,
  type Edit,
  type PlacedItem,
} from '../rig/index.js';
import { findEye } from './eye.js';
import { measureLookDeg } from './look.js';

/** A screen is turned so much nearer to the eye than what still reads, in degrees. */
const spareDeg = 5;

/** A picture that is rolled no farther than 45° about the line of sight reads as upright: the cosine (estimate). */
const uprightCosine = 0.7;

/** A screen that lies in its part, looking up or down, says nothing of where the top of its picture is: the cosine. */
const lyingCosine = 0.9;

/**
 * Whether a picture stands upright before an eye, or on its head where it turns itself over. Who looks straight down has the front of
 * the rig above. Where no top of the picture is known it is not upside down.
 */
function isUpright(placed: PlacedItem, eye: Vec3, { axes }: Hold): boolean {
  return (placed.part.screens ?? []).some((screen) => {
    if (Math.abs(screen.normal[2]) > lyingCosine) return true;
    const at = placeRay(placed, screen.id, screen.atMm, screen.normal);
    const top = placeRay(placed, screen.id, screen.atMm, [0, 0, 1]).direction;
    const sight = toUnit(subtract(at.atMm, eye));
    const across = (v: Vec3) => subtract(v, scale(sight, dot(v, sight)));
    const [its, own] = [across(top), across(add(negate(axes.down), scale(axes.forward, 0.3)))];
    const size = measureLength(its) * measureLength(own);
    // Looked at along its own edge, or along what is above: neither way up.
    if (size < 1e-9) return true;
    const level = dot(its, own) / size;
    return (screen.flips ? Math.abs(level) : level) >= uprightCosine;
  });
}

/** A hinge of a screen itself or of an arm that carries it. */
export interface Hinge {
  readonly itemId: string;
  readonly movement: Movement;
}

/** Where one hinge stands. */
interface Place {
  readonly itemId: string;
  readonly movementId: string;
  readonly value: number;
}

/** How finely hinges are tried, degrees, the finest first, and how many stances are looked through at most. */
export interface HingeSteps {
  readonly stepsDeg: readonly number[];
  readonly most: number;
}

/** A way to turn a screen to the eye. */
export interface Facing {
  readonly edits: readonly Edit[];
  readonly after: Assembly;
  /** From straight on. */
  readonly angleDeg: number;
}

/** The hinges of what moves a screen. */
export const listHinges = (movers: readonly PlacedItem[]): Hinge[] =>
  movers.flatMap(({ item, part }) =>
    (part.movements ?? [])
      .filter((movement) => movement.type === 'turn')
      .map((movement) => ({ itemId: item.id, movement })),
  );

/** Places of some hinges, each between its ends: all together, by the finest step at which they are not too many. */
function listStances(hinges: readonly Hinge[], { stepsDeg, most }: HingeSteps): Place[][] {
  for (const step of stepsDeg) {
    let all: Place[][] = [[]];
    for (const { itemId, movement } of hinges) {
      const many = Math.floor(180 / step);
      const values = Array.from({ length: 2 * many + 1 }, (_, i) => (i - many) * step).filter(
        (v) => v > -180 && v >= movement.from && v <= movement.to,
      );
      all = all.flatMap((stance) =>
        values.map((value) => [...stance, { itemId, movementId: movement.id, value }]),
      );
    }
    if (all.length <= most) return all;
  }
  return [];
}

/**
 * Stances of some hinges in which a screen looks at the eye and stands upright before it, the fewest of them moved first, then the
 * straightest; as it stands may be one of them. `place` puts the rig together with some edits. Costs a placing for each stance.
 */
export function listFacing(
  start: Assembly,
  screenId: string,
  hold: Hold,
  hinges: readonly Hinge[],
  steps: HingeSteps,
  place: (edits: readonly Edit[]) => Assembly,
): Facing[] {
  const eye = findEye(start, hold);
  if (!eye) return [];
  const limitDeg = measureSetting(start.rig.settings, 'readableAngleDeg') - spareDeg;
  const now = ({ itemId, movementId }: Place) =>
    start.setup.stances?.[itemId]?.[movementId] ??
    hinges.find((h) => h.itemId === itemId && h.movement.id === movementId)?.movement.rest;
  return listStances(hinges, steps)
    .map((stance): Facing => {
      const edits = stance
        .filter((p) => p.value !== now(p))
        .map((p): Edit => ({ type: 'set-stance', setupId: start.setup.id, ...p }));
      const after = edits.length > 0 ? place(edits) : start;
      return { edits, after, angleDeg: measureLookDeg(after.byId.get(screenId)!, eye) };
    })
    .filter(
      ({ after, angleDeg }) =>
        angleDeg <= limitDeg && isUpright(after.byId.get(screenId)!, eye, hold),
    )
    .sort((a, b) => a.edits.length - b.edits.length || a.angleDeg - b.angleDeg);
}
