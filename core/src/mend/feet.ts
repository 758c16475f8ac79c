import { hasTrait, mayCarry } from '../part/index.js';
import { dot } from '../placement/index.js';
import { isMountFull, rigFromMount, tryEdit, type Edit, type PlacedItem } from '../rig/index.js';
import { measureStanding } from '../hold/index.js';
import { sortMakes, type ServeContext } from './added.js';
import { sameWayUp } from './build.js';
import { listClamped } from './supports.js';

/** So far inside its base the weight lies of a rig that is put down with one hand, in mm (estimate). */
const insideMm = 5;
/** So many plates are proposed, what lies in the kit first, then the cheapest. */
const mostPlates = 4;

/**
 * Edits that screw a plate under the rig on which it stands: of those in the kit and the catalogue the first few, at the place along
 * their slot at which the weight lies farthest inside. Not tried yet; costs a placing for each.
 */
export function listFeet({ report, book }: ServeContext): Edit[] {
  const { assembly, hold } = report;
  const plates = sortMakes(
    assembly,
    [...book.values()].filter((part) => part.kind === 'plate'),
  );
  // A plate under an arm or a screen is no foot.
  const bears = ({ part }: PlacedItem) =>
    hasTrait(part, 'camera') || part.kind === 'cage' || part.kind === 'plate';
  const under = assembly.items
    .filter(bears)
    .filter((placed) =>
      placed.part.mounts.some(
        (m) =>
          !isMountFull(assembly, placed.item.id, m) &&
          dot(rigFromMount(placed, m).rotation.z, hold.axes.down) > sameWayUp,
      ),
    );
  const found: Edit[] = [];
  for (const part of plates) {
    const stands = under
      .filter((placed) => mayCarry(placed.part, part))
      .flatMap((placed) => listClamped(assembly, placed, part))
      .flatMap((edit) => {
        const standing = measureStanding(tryEdit(assembly, edit, book), hold);
        const isOn = standing.on.some((p) => p.item.id === edit.item.id);
        const inMm = standing.insideMm ?? -Infinity;
        return isOn && inMm >= insideMm ? [{ edit, inMm }] : [];
      })
      .sort((a, b) => b.inMm - a.inMm);
    if (stands[0]) found.push(stands[0].edit);
    if (found.length === mostPlates) break;
  }
  return found;
}
