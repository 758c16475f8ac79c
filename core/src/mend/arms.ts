import { listMoves } from '../fit/index.js';
import { mayCarry, type PartBook } from '../part/index.js';
import { dot } from '../placement/index.js';
import { tryEdit, type Assembly, type Edit, type PlacedItem } from '../rig/index.js';
import { sameWayUp, stays } from './build.js';
import { joinEdits } from './weigh.js';

/** What moves a part by itself: the part and what carries it, as far as they have movements, the part first. */
export function listMovers(assembly: Assembly, of: PlacedItem): PlacedItem[] {
  const found: PlacedItem[] = [];
  // Ends at the root of the tree.
  for (let placed: PlacedItem | undefined = of; placed;) {
    if (placed.part.movements?.length) found.push(placed);
    const parent: PlacedItem | undefined =
      placed.carriedBy && assembly.byId.get(placed.carriedBy.parent);
    // The camera, and what it stands on, do not turn for what is on them.
    placed = parent && !stays(parent.part) ? parent : undefined;
  }
  return found;
}

/** So many other mounts are tried for one arm, the nearest first. */
const mostMounts = 6;
/** Between its ends a movement is tried at quarter turns, where it swings, as one sets an arm by eye. */
const quarterDeg = 90;
/** So many stances are looked through for one mount at most: three hinges at their quarters. */
const mostStances = 125;

/** Every stance of an arm whose hinges stand at quarter turns, the one with the fewest of them moved first. */
function listQuarters(arm: PlacedItem): (readonly (readonly [string, number])[])[] {
  let stances: (readonly [string, number])[][] = [[]];
  for (const m of arm.part.movements ?? []) {
    const places =
      m.type === 'turn'
        ? [0, 1, -1, 2, -2].map((n) => n * quarterDeg).filter((d) => d >= m.from && d <= m.to)
        : [m.rest];
    stances = stances.flatMap((s) => places.map((value) => [...s, [m.id, value] as const]));
    if (stances.length > mostStances) return [];
  }
  const turned = (s: readonly (readonly [string, number])[]) => s.filter(([, v]) => v !== 0).length;
  return stances.sort((a, b) => turned(a) - turned(b));
}

/** Whether all that an arm carries stands and looks as it did, within how far a thing may lean and still be the same way up. */
function looksAlike(before: Assembly, after: Assembly, armId: string): boolean {
  return (before.jointsOn.get(armId) ?? []).every(({ child }) => {
    const [was, is] = [before.byId.get(child), after.byId.get(child)];
    if (!was || !is) return false;
    const [a, b] = [was.rigFromPart.rotation, is.rigFromPart.rotation];
    return dot(a.z, b.z) >= sameWayUp && dot(a.x, b.x) >= sameWayUp;
  });
}

/**
 * Edits that bring an arm, with what is on it, to another mount, and set its hinges so that that stands and looks as before. An arm may
 * point anywhere by itself. Not tried yet; costs a placing for each stance that is looked through.
 */
export function listArmPlaces(assembly: Assembly, arm: PlacedItem, parts: PartBook): Edit[] {
  if (!arm.carriedBy) return [];
  const setupId = assembly.setup.id;
  const moves = listMoves(
    assembly,
    arm.carriedBy,
    ({ onto, childMount }) =>
      mayCarry(onto.part, arm.part) && childMount.id === arm.carriedBy!.childMount.id,
    mostMounts,
  );
  const carries = (assembly.jointsOn.get(arm.item.id) ?? []).length > 0;
  const stances = carries ? listQuarters(arm) : [];
  const now = assembly.setup.stances?.[arm.item.id] ?? {};
  return moves.flatMap((move): Edit[] => {
    if (!carries || looksAlike(assembly, tryEdit(assembly, move, parts), arm.item.id)) {
      return [move];
    }
    for (const stance of stances) {
      const edit = joinEdits(
        move,
        ...stance.flatMap(([movementId, value]): Edit[] => {
          const rest = arm.part.movements?.find((m) => m.id === movementId)?.rest;
          return value === (now[movementId] ?? rest)
            ? []
            : [{ type: 'set-stance', setupId, itemId: arm.item.id, movementId, value }];
        }),
      );
      if (looksAlike(assembly, tryEdit(assembly, edit, parts), arm.item.id)) return [edit];
    }
    return [];
  });
}
