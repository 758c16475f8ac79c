import { listMoves } from '../fit/index.js';
import { hasTrait, mayCarry, type Movement } from '../part/index.js';
import type { Finding } from '../report/index.js';
import {
  measureSetting,
  tryEdit,
  type Assembly,
  type Edit,
  type PlacedItem,
} from '../rig/index.js';
import { findEye, lookAt, measureLookDeg } from '../sight/index.js';
import { createSpace, listOverlaps } from '../space/index.js';
import { listAdded, type ServeContext } from './added.js';
import { listMovers } from './arms.js';
import { joinEdits } from './weigh.js';

/** Between its ends a hinge is tried at eighths of a turn, or at quarters where there are many of them. */
const stepsDeg = [45, 90] as const;
/** So many stances are looked through at most for one screen. */
const mostStances = 200;
/** Of those that face the eye so many are looked at with all that may hide them, and so many of one mount proposed, and of all. */
const mostLooked = 8;
const mostFacing = 2;
const mostFound = 6;
/** So many other mounts are tried for the arm of a screen, the nearest first, and so many makes of a monitor. */
const mostMounts = 8;
const mostMonitors = 2;
/** A screen is turned so much nearer to the eye than what still reads, in degrees. */
const spareDeg = 5;

interface Place {
  readonly itemId: string;
  readonly movementId: string;
  readonly value: number;
}

/** A hinge of the part itself or of an arm that carries it. */
interface Hinge {
  readonly itemId: string;
  readonly movement: Movement;
}

/** What turns a screen. */
const listHinges = (assembly: Assembly, placed: PlacedItem): Hinge[] =>
  listMovers(assembly, placed).flatMap(({ item, part }) =>
    (part.movements ?? [])
      .filter((movement) => movement.type === 'turn')
      .map((movement) => ({ itemId: item.id, movement })),
  );

/** Places of some hinges, each between its ends: all together, as many as are looked through. */
function listStances(hinges: readonly Hinge[]): Place[][] {
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
    if (all.length <= mostStances) return all;
  }
  return [];
}

/** Whether the eye sees a screen well after an edit, and what was moved with it stands in nothing. */
function isSeen(
  context: ServeContext,
  after: Assembly,
  itemId: string,
  moved: Set<string>,
): boolean {
  const eye = findEye(after, context.report.hold);
  const placed = after.byId.get(itemId);
  if (!eye || !placed || !context.collider) return true;
  const space = createSpace(after, context.collider);
  const isMoved = (a: PlacedItem, b: PlacedItem) => moved.has(a.item.id) || moved.has(b.item.id);
  return (
    lookAt(space, eye, placed).some((look) => look.trouble === undefined) &&
    listOverlaps(space, isMoved).length === 0
  );
}

/** Edits in which a screen looks at the eye and is seen, the fewest hinges moved first, then the straightest. */
function listFacing(context: ServeContext, first: readonly Edit[], itemId: string): Edit[] {
  const { report, book } = context;
  const start =
    first.length > 0 ? tryEdit(report.assembly, joinEdits(...first), book) : report.assembly;
  const screen = start.byId.get(itemId);
  const eye = findEye(start, report.hold);
  if (!screen || !eye) return [];
  const limitDeg = measureSetting(start.rig.settings, 'readableAngleDeg') - spareDeg;
  const hinges = listHinges(start, screen);
  const moved = new Set([itemId, ...hinges.map((h) => h.itemId)]);
  const now = ({ itemId: id, movementId }: Place) =>
    start.setup.stances?.[id]?.[movementId] ??
    hinges.find((h) => h.itemId === id && h.movement.id === movementId)?.movement.rest;
  return listStances(hinges)
    .map((stance) => stance.filter((place) => place.value !== now(place)))
    .map((places) => {
      const edits = places.map((place): Edit => ({
        type: 'set-stance',
        setupId: start.setup.id,
        ...place,
      }));
      const edit = joinEdits(...first, ...edits);
      const after = places.length > 0 ? tryEdit(report.assembly, edit, book) : start;
      const angleDeg = measureLookDeg(after.byId.get(itemId)!, eye);
      return { edit, after, angleDeg, many: places.length };
    })
    .filter(({ angleDeg, many }) => angleDeg <= limitDeg && (many > 0 || first.length > 0))
    .sort((a, b) => a.many - b.many || a.angleDeg - b.angleDeg)
    .slice(0, mostLooked)
    .filter(({ after }) => isSeen(context, after, itemId, moved))
    .slice(0, mostFacing)
    .map(({ edit }) => edit);
}

/** Edits that bring the arm of a screen to other mounts near by, and turn the screen to the eye there. */
function listElsewhere(context: ServeContext, first: readonly Edit[], itemId: string): Edit[] {
  const { report, book } = context;
  const start =
    first.length > 0 ? tryEdit(report.assembly, joinEdits(...first), book) : report.assembly;
  const joint = start.byId.get(itemId)?.carriedBy;
  const arm = joint && start.byId.get(joint.parent);
  const onArm = arm?.part.kind === 'arm' ? arm : undefined;
  if (!onArm?.carriedBy) return [];
  const moves = listMoves(
    start,
    onArm.carriedBy,
    ({ onto, childMount }) =>
      mayCarry(onto.part, onArm.part) && childMount.id === onArm.carriedBy!.childMount.id,
    mostMounts,
  );
  return moves.flatMap((move) => listFacing(context, [...first, move], itemId));
}

/**
 * Edits that turn a screen to the eye by all the hinges that carry it together, where it is or on another mount; where it is the camera's
 * own, they put a monitor on the rig that looks at the eye. Not tried yet; costs a placing for each stance.
 */
export function listScreens(
  context: ServeContext,
  finding: Extract<Finding, { code: 'screen-not-seen' }>,
): Edit[] {
  const { assembly } = context.report;
  const [itemId] = finding.items;
  const placed = assembly.byId.get(itemId!);
  if (!placed) return [];
  const listAll = (first: readonly Edit[], id: string) =>
    [...listFacing(context, first, id), ...listElsewhere(context, first, id)].slice(0, mostFound);
  if (!hasTrait(placed.part, 'camera')) return listAll([], placed.item.id);
  const monitors = [...context.book.values()].filter((part) => part.kind === 'monitor');
  return listAdded(context, monitors, mostMonitors).flatMap((edit) => {
    const after = tryEdit(assembly, edit, context.book);
    const monitor = after.items.find(
      (p) => !assembly.byId.has(p.item.id) && p.part.kind === 'monitor',
    );
    return monitor ? listAll([edit], monitor.item.id) : [];
  });
}
