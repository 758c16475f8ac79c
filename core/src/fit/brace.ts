import { createFinding, type Finding } from '../finding/index.js';
import { measureLength, subtract } from '../placement/index.js';
import {
  isInBranch,
  rigFromMount,
  type Assembly,
  type Brace,
  type PlacedJoint,
} from '../rig/index.js';
import { tolerances } from '../units/index.js';

/** How far apart the two ends of a brace are, in mm; undefined where an end is not in this setup. */
export function measureBraceGapMm(assembly: Assembly, brace: Brace): number | undefined {
  const ends = [brace.a, brace.b].map((ref) => {
    const placed = assembly.byId.get(ref.item);
    const mount = placed?.part.mounts.find((m) => m.id === ref.mount);
    return placed && mount ? rigFromMount(placed, mount).originMm : undefined;
  });
  const [a, b] = ends;
  return a && b ? measureLength(subtract(a, b)) : undefined;
}

/** Whether a brace within tolerance closes the loop across a joint. */
export function isBraced(assembly: Assembly, joint: PlacedJoint): boolean {
  const braces = assembly.setup.braces ?? [];
  if (braces.length === 0) return false;
  const branch = assembly.byId.get(joint.child)!;
  const isInside = (itemId: string) => {
    const placed = assembly.byId.get(itemId);
    return placed !== undefined && isInBranch(branch, placed);
  };
  return braces.some((brace) => {
    if (isInside(brace.a.item) === isInside(brace.b.item)) return false;
    const gap = measureBraceGapMm(assembly, brace);
    return gap !== undefined && gap <= tolerances.braceGapMm;
  });
}

/** Braces whose ends do not meet. A gap of just the tolerance still meets. */
export function findBraceFindings(assembly: Assembly): Finding[] {
  return (assembly.setup.braces ?? []).flatMap((brace) => {
    const gapMm = measureBraceGapMm(assembly, brace);
    if (gapMm === undefined || gapMm <= tolerances.braceGapMm) return [];
    return [
      createFinding(
        'brace-apart',
        'risk',
        { items: [brace.a.item, brace.b.item], key: brace.id },
        { braceId: brace.id, gapMm, allowedMm: tolerances.braceGapMm },
      ),
    ];
  });
}
