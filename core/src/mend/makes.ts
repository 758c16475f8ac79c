import type { Part } from '../part/index.js';
import {
  findStandIns,
  proposeId,
  type Assembly,
  type Edit,
  type PlacedItem,
} from '../rig/index.js';

/**
 * The edit that puts another make in the place of a part: one of the same kind that is known to take over all its joints and states
 * the same needs. Undefined where it is no such make.
 */
export function createMake(assembly: Assembly, placed: PlacedItem, part: Part): Edit | undefined {
  if (part.kind !== placed.part.kind || part.id === placed.part.id) return undefined;
  const needs = (placed.part.serves ?? []).map((s) => s.need);
  if (needs.some((need) => !part.serves?.some((s) => s.need === need))) return undefined;
  const { mounts, lacking, keyUnknown } = findStandIns(assembly, placed, part);
  if (lacking.length > 0 || keyUnknown) return undefined;
  return {
    type: 'swap-part',
    setupId: assembly.setup.id,
    itemId: placed.item.id,
    item: { id: proposeId(part.id), partId: part.id, owned: false },
    mounts,
  };
}
