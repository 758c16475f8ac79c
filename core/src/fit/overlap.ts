import { createFinding, defineFinding, stating } from '../finding/index.js';
import { sayMm } from '../words/index.js';
import { defineSolidCheck, type SolidAsked } from './asked.js';
import type { Vec3 } from '../placement/index.js';
import type { PlacedItem } from '../rig/index.js';
import { listOverlaps, type Overlap } from '../space/index.js';
import { listWaysOut } from './waysout.js';

/** Ways out are looked for so many clashes, the deepest, and as many entered spaces: each takes many tries, and mending one often mends the next. */
export const mostMended = 4;

/** The shortest move that parts the two; the solids that are deepest in each other. */
export const partsOverlap = defineFinding(
  'parts-overlap',
  stating<{
    readonly depthMm: number;
    readonly solidA: string;
    readonly solidB: string;
    readonly atMm: Vec3;
  }>(),
  {
    restsOn: ['shape', 'mounts'],
    weight: 'stops',
    when: 'two parts stand in each other deeper than their mates take in; touching within 0.01 mm is no clash',
    offers: 'the smallest slide or turn that frees them; another mount; leave it out',
    sentence: ({ items: [a, b], facts }, n) =>
      `${n.item(a!)} stands ${sayMm(facts.depthMm)} deep in ${n.item(b!)}.`,
    why: 'Two things cannot be in one place; what does not fit is forced, or does not go on.',
    todo: 'Slide or turn one of them, or give it another mount.',
  },
);

/** Pairs of parts that stand in each other, each with the deepest place. Touching is no overlap. */
export const overlapCheck = defineSolidCheck(
  [partsOverlap],
  ({
    geometry: { space, parts },
    overlaps,
  }: SolidAsked & { readonly overlaps: readonly Overlap[] }) =>
    overlaps.map((overlap, i) => {
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
        partsOverlap,
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
    }),
);
