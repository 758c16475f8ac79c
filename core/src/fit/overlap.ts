import { createFinding, type Finding } from '../finding/index.js';
import type { PartBook } from '../part/index.js';
import type { PlacedItem } from '../rig/index.js';
import { listOverlaps, type Overlap, type Space } from '../space/index.js';
import { listWaysOut } from './waysout.js';

/** What geometry checks may draw on: the setup in space, and the parts where remedies are wanted. */
export interface Geometry {
  readonly space: Space;
  /** Parts by id where ways out are looked for; undefined while only the verdict matters. */
  readonly parts: PartBook | undefined;
}

/** Ways out are looked for so many clashes, the deepest, and as many entered spaces: each takes many tries, and mending one often mends the next. */
export const mostMended = 4;

/** Pairs of parts that stand in each other, each with the deepest place. Touching is no overlap. */
export function findOverlapFindings({ space, parts }: Geometry, overlaps: Overlap[]): Finding[] {
  return overlaps.map((overlap, i) => {
    const { a, b } = overlap;
    // Tried elsewhere on the tree, the two may stand in it the other way round.
    const pair = new Set([a.item.id, b.item.id]);
    const isPair = (x: PlacedItem, y: PlacedItem) => pair.has(x.item.id) && pair.has(y.item.id);
    const edits =
      parts && i < mostMended
        ? listWaysOut(space, parts, [a, b], (tried) => listOverlaps(tried, isPair).length === 0)
        : [];
    if (parts && b.carriedBy) {
      edits.push({ type: 'remove-item', setupId: space.assembly.setup.id, itemId: b.item.id });
    }
    return createFinding(
      'parts-overlap',
      'stops',
      { items: [b.item.id, a.item.id] },
      {
        depthMm: overlap.depthMm,
        solidA: overlap.solidB,
        solidB: overlap.solidA,
        atMm: overlap.atMm,
      },
      edits,
    );
  });
}
