import { createFinding, defineFinding, stating } from '../finding/index.js';
import { sayPartKind } from '../words/index.js';
import { defineSolidCheck, type SolidAsked } from './asked.js';
import { hasTrait, type PartKind } from '../part/index.js';
import { isInBranch, type Assembly, type PlacedItem } from '../rig/index.js';
import { isThereBefore, type Access } from './access.js';
import type { EndEntry } from './entry.js';

/** What a part says must be on before it: any part of a kind, or one part of the catalogue. */
export type After = { readonly kind: PartKind } | { readonly partId: string };

/** The order in which a setup can be put together. */
export interface Order {
  /** Item ids, the body first; undefined where no order is possible. */
  readonly itemIds: readonly string[] | undefined;
  /** Items that each must be on before the next, and the last before the first. */
  readonly ring: readonly string[];
  /** Rules of parts that no order keeps. */
  readonly broken: readonly { readonly itemId: string; readonly after: After }[];
  /** What must be on before what, that the order keeps. */
  readonly edges: readonly Edge[];
}

/** One must be on before the other. */
export type Edge = readonly [before: string, after: string];

function sort(ids: readonly string[], edges: readonly Edge[]): string[] | undefined {
  const waits = new Map(ids.map((id) => [id, 0]));
  const next = new Map<string, string[]>();
  for (const [before, after] of edges) {
    waits.set(after, (waits.get(after) ?? 0) + 1);
    next.set(before, [...(next.get(before) ?? []), after]);
  }
  const left = [...ids];
  const done: string[] = [];
  // Kahn's order; each round takes one item out or ends.
  while (left.length > 0) {
    const at = left.findIndex((id) => waits.get(id) === 0);
    if (at < 0) return undefined;
    const [id] = left.splice(at, 1) as [string];
    done.push(id);
    for (const after of next.get(id) ?? []) waits.set(after, waits.get(after)! - 1);
  }
  return done;
}

/** A shortest ring of items that wait for each other, through breadth-first search from each. */
function findRing(ids: readonly string[], edges: readonly Edge[]): string[] {
  const next = new Map<string, string[]>();
  for (const [before, after] of edges) next.set(before, [...(next.get(before) ?? []), after]);
  let best: string[] = [];
  for (const start of ids) {
    const cameFrom = new Map<string, string>();
    const queue = [start];
    for (let at = queue.shift(); at !== undefined; at = queue.shift()) {
      for (const to of next.get(at) ?? []) {
        if (to === start) {
          const ring = [at];
          while (ring[0] !== start) ring.unshift(cameFrom.get(ring[0]!)!);
          if (best.length === 0 || ring.length < best.length) best = ring;
          queue.length = 0;
          break;
        }
        if (cameFrom.has(to)) continue;
        cameFrom.set(to, at);
        queue.push(to);
      }
    }
  }
  return best;
}

/** A box goes over the lens that stands in its bore, a support and a drive are set against it: the lens is on before them. */
const isSetBy = (child: PlacedItem, lens: PlacedItem): boolean =>
  hasTrait(child.part, 'set-by-lens') && hasTrait(lens.part, 'optic');

/** Before what an end-entry clamp must go on: what blocks its freer way and is not there before it. */
function listEntryEdges({ joint, ways }: EndEntry, assembly: Assembly): Edge[] {
  // With one way free nothing has to wait.
  if (ways.some((way) => way.blockers.length === 0)) return [];
  const child = assembly.byId.get(joint.child)!;
  const open = ways
    .map((way) => way.firm())
    .filter((blockers) => blockers.every((b) => !isThereBefore(b, child)));
  const [fewest] = open.sort((a, b) => a.length - b.length);
  return (fewest ?? [])
    .filter((b) => !isInBranch(child, b) && !isSetBy(child, b))
    .map((b): Edge => [joint.child, b.item.id]);
}

/** Before what a joint must be tightened: what will stand where the tool goes. */
function listAccessEdges({ joint, firm }: Access, assembly: Assembly): Edge[] {
  const child = assembly.byId.get(joint.child)!;
  return firm
    .filter((b) => !isThereBefore(b, child) && !isInBranch(child, b) && !isSetBy(child, b))
    .map((b): Edge => [joint.child, b.item.id]);
}

function listRules(assembly: Assembly): { placed: PlacedItem; after: After; edges: Edge[] }[] {
  return assembly.items.flatMap((placed) => {
    const afters: After[] = [
      ...(placed.part.assembleAfter ?? []).map((kind) => ({ kind })),
      ...(placed.part.assembleAfterParts ?? []).map((partId) => ({ partId })),
    ];
    return afters.map((after) => ({
      placed,
      after,
      edges: assembly.items
        .filter((p) => ('kind' in after ? p.part.kind === after.kind : p.part.id === after.partId))
        .filter((p) => p.item.id !== placed.item.id)
        .map((p): Edge => [p.item.id, placed.item.id]),
    }));
  });
}

/** What is screwed into the front of a lens goes in before a box stands round it: no fingers reach it there. */
function listGlassEdges(assembly: Assembly): Edge[] {
  const boxes = assembly.items.filter((p) => p.part.kind === 'matte-box');
  return assembly.items
    .filter((p) => p.carriedBy?.parentMount.kind === 'front-thread' && !boxes.includes(p))
    .flatMap((glass) =>
      boxes
        .filter((box) => !isInBranch(box, glass) && !isInBranch(glass, box))
        .map((box): Edge => [glass.item.id, box.item.id]),
    );
}

/**
 * An order of assembly: what carries before what it carries, clamps before what closes their way on,
 * screws before what stands where their tool goes, glass in a thread before the box that stands round it, and the rules that parts state of themselves. Or the
 * ring in which parts wait for each other. About quadratic in the number of parts.
 */
export function measureOrder(
  assembly: Assembly,
  entries: readonly EndEntry[],
  access: readonly Access[],
): Order {
  const ids = assembly.items.map((p) => p.item.id);
  let edges: Edge[] = [
    ...assembly.joints.map((j): Edge => [j.parent, j.child]),
    ...entries.flatMap((e) => listEntryEdges(e, assembly)),
    ...access.flatMap((a) => listAccessEdges(a, assembly)),
  ];
  let itemIds = sort(ids, edges);
  // A builder’s custom: kept where nothing else speaks against it.
  const glass = listGlassEdges(assembly);
  const withGlass = itemIds && sort(ids, [...edges, ...glass]);
  if (withGlass) [itemIds, edges] = [withGlass, [...edges, ...glass]];
  if (!itemIds) return { itemIds: undefined, ring: findRing(ids, edges), broken: [], edges };
  const broken: { itemId: string; after: After }[] = [];
  for (const rule of listRules(assembly)) {
    const kept = sort(ids, [...edges, ...rule.edges]);
    if (kept) {
      edges = [...edges, ...rule.edges];
      itemIds = kept;
    } else broken.push({ itemId: rule.placed.item.id, after: rule.after });
  }
  return { itemIds, ring: [], broken, edges };
}

export const assemblyImpossible = defineFinding(
  'assembly-impossible',
  stating<{ readonly ring: readonly string[] }>(),
  {
    restsOn: ['mounts'],
    weight: 'stops',
    when: 'parts that each must be on before the other',
    offers: '',
    sentence: ({ facts }, n) =>
      `You cannot put it together in any order: ${facts.ring.map((id) => n.item(id)).join(' must be on before ')}, and that before ${n.item(facts.ring[0]!)}.`,
    why: 'Each waits for the other.',
    todo: 'Give one of them another mount, or a clamp that opens sideways.',
  },
);

export const scratchesBody = defineFinding('scratches-body', stating<{ readonly after: After }>(), {
  restsOn: [],
  weight: 'risk',
  when: 'a rule of a part about what goes on before it cannot be kept',
  offers: '',
  sentence: ({ items: [item], facts }, n) =>
    `${n.item(item!)} should go on after ${'kind' in facts.after ? `the ${sayPartKind(facts.after.kind)}` : n.part(facts.after.partId)}, and cannot.`,
  why: 'Its maker says that the other order scratches the body.',
  todo: 'Carry it by another part, or lay a cloth between.',
});

/** A setup that cannot be put together in any order, or only against a part's own rule. */
export const orderCheck = defineSolidCheck(
  [assemblyImpossible, scratchesBody],
  ({ order }: SolidAsked & { readonly order: Order }) => [
    ...(order.ring.length > 0
      ? [createFinding(assemblyImpossible, 'stops', { items: order.ring }, { ring: order.ring })]
      : []),
    ...order.broken.map(({ itemId, after }) =>
      createFinding(
        scratchesBody,
        'risk',
        { items: [itemId], key: 'kind' in after ? after.kind : after.partId },
        { after },
      ),
    ),
  ],
);
