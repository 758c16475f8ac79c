import { hasTrait, placeMovements, type Part, type Screen, type Stance } from '../part/index.js';
import { add, dot, measureLength, scale, subtract, toUnit, type Vec3 } from '../placement/index.js';
import { measureSetting, placeRay, placeSolids, type PlacedItem } from '../rig/index.js';
import { createProbe, isEntered, listIntrusions, spaceSolid, type Space } from '../space/index.js';
import { toDeg } from '../units/index.js';

/** Beyond this a screen looks away from the operator, in degrees (estimate). */
const facesAwayDeg = 120;

/** A screen as the operator's eye has it. */
export interface ScreenLook {
  readonly placed: PlacedItem;
  readonly screenId: string;
  readonly angleDeg: number;
  readonly farMm: number;
  readonly trouble: 'hidden' | 'aslant' | 'far' | undefined;
  readonly hiddenBy: string | undefined;
  /** Beyond what it can be judged from, by how far or how flat it is seen, and still good to frame by. */
  readonly frames: boolean;
}

/** So many times as far as focus can be judged from, a picture still serves to frame by (estimate). */
const framesTimes = 1.5;

/** So far aslant beyond what is read well a picture still reads, as a share of that angle (estimate: 75° of 60°). */
const readsAslant = 1.25;

/** Too far to judge focus and near enough to frame by, or too flat to judge the picture and still read. */
export const isMild = (sight: ScreenLook) =>
  (sight.trouble === 'far' || sight.trouble === 'aslant') && sight.frames;

/** The angle at which an eye looks at the best of a part's screens, in degrees from straight on; 180 where it has none. */
export function measureLookDeg(placed: PlacedItem, eye: Vec3): number {
  return Math.min(180, ...(placed.part.screens ?? []).map((s) => measureRayDeg(placed, s, eye)));
}

function measureRayDeg(placed: PlacedItem, screen: Screen, eye: Vec3): number {
  const { atMm, direction } = placeRay(placed, screen.id, screen.atMm, screen.normal);
  const way = toUnit(subtract(eye, atMm));
  return toDeg(Math.acos(Math.max(-1, Math.min(1, dot(way, direction)))));
}

/** Every screen of an item, looked at from an eye: aslant, too far, hidden by what. */
export function lookAt(space: Space, eye: Vec3, placed: PlacedItem): ScreenLook[] {
  const { settings } = space.assembly.rig;
  return (placed.part.screens ?? []).map((screen): ScreenLook => {
    const { atMm } = placeRay(placed, screen.id, screen.atMm, screen.normal);
    const to = subtract(eye, atMm);
    const farMm = measureLength(to);
    const way = toUnit(to);
    const angleDeg = measureRayDeg(placed, screen, eye);
    const readableMm = screen.diagonalMm * measureSetting(settings, 'readableTimes');
    const frames = farMm <= framesTimes * readableMm;
    const base = { placed, screenId: screen.id, angleDeg, farMm, frames };
    // Turned round by its owner it faces whoever is filmed.
    const isTurned = space.assembly.setup.stances?.[placed.item.id] !== undefined;
    if (isTurned && angleDeg > facesAwayDeg) {
      return { ...base, trouble: undefined, hiddenBy: undefined };
    }
    const readableDeg = measureSetting(settings, 'readableAngleDeg');
    if (angleDeg > readableDeg) {
      const reads = frames && angleDeg <= readableDeg * readsAslant;
      return { ...base, frames: reads, trouble: 'aslant', hiddenBy: undefined };
    }
    if (farMm > readableMm) {
      return { ...base, trouble: 'far', hiddenBy: undefined };
    }
    // A third of the picture's diagonal wide: what hides that much of the middle hides the picture.
    const probe = createProbe(
      add(atMm, scale(way, screen.diagonalMm / 3)),
      way,
      screen.diagonalMm / 6,
      farMm - screen.diagonalMm / 3,
    );
    const [first] = listIntrusions(space, [probe], (p) => p.item.id !== placed.item.id);
    return {
      ...base,
      trouble: first ? 'hidden' : undefined,
      hiddenBy: first?.placed.item.id,
    };
  });
}

/** How many places of each hinge are looked at where a part has no named poses. */
const hingeSteps = 6;

/** Ways a part may stand by its own movements: its named poses, else some places of each of them. */
export function listStances({ movements = [], poses = [] }: Part): Stance[] {
  if (poses.length > 0) return poses.map((p) => p.at);
  return movements.reduce<Stance[]>(
    (all, { id, from, to }) =>
      all.flatMap((stance) =>
        Array.from({ length: hingeSteps + 1 }, (_, i) => ({
          ...stance,
          [id]: from + ((to - from) * i) / hingeSteps,
        })),
      ),
    [{}],
  );
}

/** How deep a screen that is turned may brush what stands beside it, in mm. */
const brushMm = 1;

/** Whether a part's own hinges can turn one of its screens to the eye, with nothing in the way of it. */
export function canTurnTo(space: Space, eye: Vec3, { placed, screenId }: ScreenLook): boolean {
  const { part } = placed;
  const isMoved = part.movements?.some((m) => m.type === 'turn' && m.carries.includes(screenId));
  if (!isMoved) return false;
  const { settings } = space.assembly.rig;
  return listStances(part).some((stance) => {
    const moved = placeMovements(part, stance);
    const turned = { ...placed, moved };
    const sight = lookAt(space, eye, turned).find((s) => s.screenId === screenId)!;
    const isSeen = sight.trouble === undefined || isMild(sight);
    if (!isSeen || sight.angleDeg > measureSetting(settings, 'readableAngleDeg')) return false;
    const bodies = placeSolids(turned)
      .filter(({ solid }) => moved.has(solid.id))
      .map(({ solid, rigFromSolid }) => spaceSolid(solid, rigFromSolid));
    const isOther = (p: PlacedItem) => p.item.id !== placed.item.id && !hasTrait(p.part, 'soft');
    return !isEntered(space, bodies, isOther, brushMm);
  });
}
