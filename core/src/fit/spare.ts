import { createFinding, type Finding } from '../finding/index.js';
import type { Mount, Part, PartBook } from '../part/index.js';
import type { Assembly, PlacedItem } from '../rig/index.js';
import { measureEngagement } from './screw.js';

/** What is unused of a rod or rail must be at least this much, and this share, to be worth a word (estimates). */
const leastUnusedMm = 40;
const leastUnusedShare = 0.4;

/** Kinds that one buys in lengths. */
const byLength: readonly Part['kind'][] = ['rod', 'plate', 'adaptor'];

/** The stretch of a mount, or of those that share its length, that clamps need in any setup, in mm along it. */
function measureUsed(
  assembly: Assembly,
  parts: PartBook,
  placed: PlacedItem,
  mount: Mount,
): { fromMm: number; toMm: number } | undefined {
  let [fromMm, toMm] = [Infinity, -Infinity];
  const kit = assembly.rig.kit;
  const itemId = placed.item.id;
  const shared = placed.part.mounts
    .filter((m) => m.id === mount.id || m.alongside === mount.id)
    .map((m) => m.id);
  for (const setup of assembly.rig.setups) {
    for (const joint of setup.joints) {
      const end = [joint.child, joint.parent].find(
        (ref) => ref.item === itemId && shared.includes(ref.mount),
      );
      if (!end) continue;
      const other = end === joint.child ? joint.parent : joint.child;
      const part = parts.get(kit.find((i) => i.id === other.item)?.partId ?? '');
      const half = (part?.mounts.find((m) => m.id === other.mount)?.clampLengthMm ?? 0) / 2;
      fromMm = Math.min(fromMm, joint.slideMm - half);
      toMm = Math.max(toMm, joint.slideMm + half);
    }
  }
  return fromMm <= toMm ? { fromMm, toMm } : undefined;
}

/** Rods and rails much longer than any setup of the rig needs, with the grams a shorter one would save. */
export function findSpareFindings(assembly: Assembly, parts: PartBook): Finding[] {
  return assembly.items.flatMap((placed) => {
    if (!byLength.includes(placed.part.kind)) return [];
    return placed.part.mounts.flatMap((mount) => {
      if (!mount.lengthwise || mount.alongside !== undefined) return [];
      const lengthMm = mount.lengthwise.toMm - mount.lengthwise.fromMm;
      const used = measureUsed(assembly, parts, placed, mount);
      if (!used) return [];
      const usedMm = used.toMm - used.fromMm;
      const unusedMm = lengthMm - usedMm;
      if (unusedMm <= leastUnusedMm || unusedMm <= leastUnusedShare * lengthMm) return [];
      const savesG =
        placed.mass && placed.part.kind === 'rod'
          ? (placed.mass.massG * unusedMm) / lengthMm
          : undefined;
      return [
        createFinding(
          'longer-than-needed',
          'note',
          { items: [placed.item.id], key: mount.id },
          { lengthMm, usedMm, savesG },
        ),
      ];
    });
  });
}

/** A screw that comes this much out of the back of its hole is longer than it need be, in mm (estimate). */
const spareScrewMm = 3;

/** Screws that stand far out of the back of their through hole. */
export function findSpareScrewFindings(assembly: Assembly): Finding[] {
  return assembly.joints.flatMap((joint) => {
    const found = measureEngagement(assembly, joint);
    if (!found || found.blind || found.standsOutMm - found.depthMm <= spareScrewMm) return [];
    const about = {
      items: [joint.child, joint.parent],
      joints: [joint.joint.id],
    };
    return [
      createFinding('longer-than-needed', 'note', about, {
        lengthMm: found.standsOutMm,
        usedMm: found.depthMm,
        savesG: undefined,
      }),
    ];
  });
}
