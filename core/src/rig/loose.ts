import { tolerances } from '../units/index.js';
import type { Assembly } from './assembly.js';
import { measureOccupancy } from './stretch.js';

const known = new WeakMap<Assembly, ReadonlySet<string>>();

/**
 * Items of which nobody knows where they are, by id: what hangs on a joint whose mounts do not mate, or on a mount or a
 * stretch of a rail that another joint took first, with all that it carries. They are drawn where they were put; nothing is said of what
 * they touch there, since the joint must be mended first.
 */
export function listLoose(assembly: Assembly): ReadonlySet<string> {
  let loose = known.get(assembly);
  if (loose) return loose;
  const late = new Set<string>();
  for (const [itemId, byMount] of assembly.jointsAt) {
    const placed = assembly.byId.get(itemId);
    for (const [mountId, joints] of byMount) {
      const mount = placed?.part.mounts.find((m) => m.id === mountId);
      if (!placed || !mount) continue;
      if (mount.lengthwise) {
        // Of two clamps on one stretch the one that was put there later has no place.
        const order = new Map(assembly.joints.map((j, i) => [j.joint.id, i]));
        const { taken } = measureOccupancy(assembly, placed, mount);
        taken.forEach((next, i) => {
          const before = taken[i - 1];
          if (!before || before.toMm - next.fromMm <= tolerances.lengthMm) return;
          const isLater = (order.get(next.jointId) ?? 0) > (order.get(before.jointId) ?? 0);
          late.add(isLater ? next.jointId : before.jointId);
        });
        continue;
      }
      for (const joint of joints.slice(1)) late.add(joint.joint.id);
    }
  }
  const found = new Set<string>();
  for (const { item, carriedBy } of assembly.items) {
    // In tree order: what carries comes before what it carries.
    const isLoose =
      carriedBy !== undefined &&
      (carriedBy.mate.state === 'refuses' ||
        late.has(carriedBy.joint.id) ||
        found.has(carriedBy.parent));
    if (isLoose) found.add(item.id);
  }
  loose = found;
  known.set(assembly, loose);
  return loose;
}
