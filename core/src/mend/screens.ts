import { listMoves } from '../fit/index.js';
import { hasTrait, mayCarry } from '../part/index.js';
import type { Finding } from '../report/index.js';
import { tryEdit, type Assembly, type Edit, type PlacedItem } from '../rig/index.js';
import { findEye, listFacing, listHinges, lookAt } from '../sight/index.js';
import { createSpace, listOverlaps } from '../space/index.js';
import { listAdded, type ServeContext } from './added.js';
import { listMovers } from './arms.js';
import { joinEdits } from './weigh.js';

/** Between its ends a hinge is tried at eighths of a turn, or at quarters where there are many of them. */
const steps = { stepsDeg: [45, 90], most: 200 } as const;
/** Of those that face the eye so many are looked at with all that may hide them, and so many of one mount proposed, and of all. */
const mostLooked = 8;
const mostFacing = 2;
const mostFound = 6;
/** So many other mounts are tried for the arm of a screen, the nearest first, and so many makes of a monitor. */
const mostMounts = 8;
const mostMonitors = 2;

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
function listTurned(context: ServeContext, first: readonly Edit[], itemId: string): Edit[] {
  const { report, book } = context;
  const start =
    first.length > 0 ? tryEdit(report.assembly, joinEdits(...first), book) : report.assembly;
  const screen = start.byId.get(itemId);
  if (!screen) return [];
  const hinges = listHinges(listMovers(start, screen));
  const moved = new Set([itemId, ...hinges.map((h) => h.itemId)]);
  const place = (edits: readonly Edit[]) =>
    tryEdit(report.assembly, joinEdits(...first, ...edits), book);
  return listFacing(start, itemId, report.hold, hinges, steps, place)
    .filter(({ edits }) => edits.length > 0 || first.length > 0)
    .slice(0, mostLooked)
    .filter(({ after }) => isSeen(context, after, itemId, moved))
    .slice(0, mostFacing)
    .map(({ edits }) => joinEdits(...first, ...edits));
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
  return moves.flatMap((move) => listTurned(context, [...first, move], itemId));
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
    [...listTurned(context, first, id), ...listElsewhere(context, first, id)].slice(0, mostFound);
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
