import { takeSpare } from '../fit/index.js';
import { hasTrait, type Part } from '../part/index.js';
import { add, dot, place, scale, subtract, type Vec3 } from '../placement/index.js';
import { reportOn } from '../report/index.js';
import {
  isMountFull,
  listMatingMounts,
  listSlidesMm,
  proposeId,
  rigFromMount,
  suggestTurnDeg,
  tryEdit,
  type Assembly,
  type Edit,
  type PlacedItem,
} from '../rig/index.js';
import { listAdded, sortMakes, type ServeContext } from './added.js';
import { listInserted, listRisers } from './between.js';
import { joinEdits } from './weigh.js';

/** Where along a lens a support is tried, from its mount to its front: behind the middle, where a barrel is stiff, first. */
const alongLens = [0.5, 0.7, 0.35] as const;

/** The points of a lens's axis at which a support may stand. */
function listAims(lens: PlacedItem): Vec3[] {
  const rear = lens.carriedBy?.rigFromParentMount;
  if (!rear) return [];
  const reach = lens.part.mounts
    .filter((m) => m.side === 'female')
    .map((m) => dot(subtract(place(lens.rigFromPart, m.originMm), rear.originMm), rear.rotation.z));
  const longMm = Math.max(0, ...reach);
  return longMm > 0
    ? alongLens.map((share) => add(rear.originMm, scale(rear.rotation.z, share * longMm)))
    : [];
}

/** So many risers are tried above the base of the rods where the lens comes too low for the support, the lowest first. */
const mostRisers = 2;

/** Edits that lower the rods of a support: a riser above the base that holds them. */
function listLowered(
  { book }: ServeContext,
  assembly: Assembly,
  support: PlacedItem,
  byMm: number,
): Edit[] {
  const rods = support.carriedBy && assembly.byId.get(support.carriedBy.parent);
  const base = rods?.carriedBy && assembly.byId.get(rods.carriedBy.parent);
  const joint = base?.carriedBy;
  if (!joint || joint.mate.state !== 'mates') return [];
  return listInserted(assembly, joint, listRisers(book, joint, byMm).slice(0, mostRisers), book);
}

/**
 * Edits that bring a support under a lens along its rods and up or down to it, after an edit that leaves it elsewhere; where
 * even its lowest is in the lens, with the rods lower.
 */
function listUnderLens(
  context: ServeContext,
  assembly: Assembly,
  support: PlacedItem,
  first: readonly Edit[],
  mayLower = true,
): Edit[] {
  const { book, collider } = context;
  const joint = support.carriedBy;
  const pad = support.part.mounts.find((m) => m.id === 'pad');
  const lens = assembly.items.find((p) => hasTrait(p.part, 'optic'));
  if (!joint || !pad || !lens) return [];
  const slide = (slideMm: number): Edit => ({
    type: 'slide',
    setupId: assembly.setup.id,
    jointId: joint.joint.id,
    slideMm,
  });
  const at = (edits: readonly Edit[]) => {
    const after = tryEdit(assembly, joinEdits(...edits), book);
    const placed = after.byId.get(support.item.id);
    return placed && rigFromMount(placed, pad).originMm;
  };
  const { slideMm } = joint.joint;
  const [here, further] = [at([slide(slideMm)]), at([slide(slideMm + 1)])];
  if (!here || !further) return [];
  const along = subtract(further, here);
  const perMm = dot(along, along);
  // On a mount without a rail nothing slides.
  if (perMm < 0.5) return [];
  return listAims(lens).flatMap((aim) => {
    const byMm = dot(subtract(aim, here), along) / perMm;
    const edits = [slide(Math.round(slideMm + byMm))];
    const after = tryEdit(assembly, joinEdits(...edits), book);
    const { findings } = reportOn(after, book, { collider, oneLens: true, lean: true });
    const own = findings.filter((f) => f.items.includes(support.item.id));
    if (own.some((f) => f.code === 'off-the-rail')) return [];
    // Too low, or in the lens: its own finding says to which height it goes.
    const raise = own
      .flatMap((f) => f.remedies.map((r) => r.edit))
      .find((e) => e.type === 'set-stance' && e.itemId === support.item.id);
    const asIs = joinEdits(...first, ...edits, ...(raise ? [raise] : []));
    const deep = own.find(
      (f) => f.code === 'parts-overlap' && f.items.includes(lens.item.id) && !raise,
    );
    if (deep?.code !== 'parts-overlap' || !mayLower) return [asIs];
    return listLowered(context, after, support, deep.facts.depthMm).flatMap((lower) => {
      const lowered = tryEdit(after, lower, book);
      const moved = lowered.byId.get(support.item.id);
      return moved
        ? listUnderLens(context, lowered, moved, [...first, lower], false).slice(0, 1)
        : [];
    });
  });
}

/** So many places along a rail are tried. */
const mostAlong = 6;

/** Some of the places along a rail, evenly from one end to the other. */
export function listSpread(slides: readonly number[], most: number): number[] {
  const sorted = [...slides].sort((a, b) => a - b);
  const many = Math.min(most, sorted.length);
  return Array.from(
    { length: many },
    (_, i) => sorted[many < 2 ? 0 : Math.round((i * (sorted.length - 1)) / (many - 1))]!,
  );
}

/** The edits that clamp a part to a free mount of one that is on the rig, at a few places along its rail. */
export function listClamped(
  assembly: Assembly,
  onto: PlacedItem,
  part: Part,
  most = mostAlong,
): Extract<Edit, { type: 'add-part' }>[] {
  const item = takeSpare(assembly, part);
  return onto.part.mounts.flatMap((mount) => {
    const [own] = listMatingMounts(part, mount);
    if (!own || isMountFull(assembly, onto.item.id, mount)) return [];
    return listSpread(listSlidesMm(assembly, onto, mount, own), most).map((slideMm) => ({
      type: 'add-part' as const,
      setupId: assembly.setup.id,
      item,
      joint: {
        id: proposeId(`${part.id}-on`),
        child: { item: item.id, mount: own.id },
        parent: { item: onto.item.id, mount: mount.id },
        slideMm,
        turnDeg: suggestTurnDeg(onto, mount, own),
      },
    }));
  });
}

/** Whether a part holds a pair of rods and is screwed on by itself. */
const isRodBase = (part: Part): boolean =>
  part.mounts.some((m) => m.kind === 'rod-15-pair' && m.side === 'clamp') &&
  part.mounts.some((m) => m.carrier && m.side === 'screw');
const isRods = (part: Part): boolean =>
  part.mounts.some((m) => m.kind === 'rod-15-pair' && m.side === 'rods');

/** So many bases and pairs of rods are tried, what lies in the kit first, then the cheapest. */
const mostBases = 4;
const mostRods = 2;
/** So many places of the rods in their base: a third of them before it, the half, and most. */
const mostRodPlaces = 3;

/** The part that an edit has brought in. */
const findAdded = (before: Assembly, after: Assembly, isIt: (part: Part) => boolean) =>
  after.items.find((p) => !before.byId.has(p.item.id) && isIt(p.part));

/** Edits that put a base under the camera, rods into it and a support on those, set against the lens. */
function listWithRods(context: ServeContext): Edit[] {
  const { book, report } = context;
  const { assembly } = report;
  const makes = (isIt: (part: Part) => boolean) =>
    sortMakes(
      assembly,
      [...book.values()].filter((part) => isIt(part)),
    );
  const bases = makes(isRodBase);
  const [pad] = makes((part) => hasTrait(part, 'lens-foot'));
  const [first] = [
    ...listAdded(context, bases, mostBases),
    // Where what stands below has the thread, between the two.
    ...assembly.joints
      .filter((j) => hasTrait(assembly.byId.get(j.child)!.part, 'grounded'))
      .flatMap((j) => listInserted(assembly, j, bases, book)),
  ];
  if (!first || !pad) return [];
  const withBase = tryEdit(assembly, first, book);
  const base = findAdded(assembly, withBase, isRodBase);
  if (!base) return [];
  return makes(isRods)
    .slice(0, mostRods)
    .flatMap((rods) => listClamped(withBase, base, rods, mostRodPlaces))
    .flatMap((rods): Edit[] => {
      const withRods = tryEdit(assembly, joinEdits(first, rods), book);
      const on = withRods.byId.get(rods.item.id);
      if (!on) return [];
      return listClamped(withRods, on, pad, 1).flatMap((foot) => {
        const edits = [first, rods, foot];
        const after = tryEdit(assembly, joinEdits(...edits), book);
        const support = after.byId.get(foot.item.id);
        return support ? listUnderLens(context, after, support, edits) : [];
      });
    });
}

/**
 * Edits that have a support bear the lens: one that stands elsewhere on the rods, else one more; where there are no rods, with rods and
 * their base. Not tried yet; costs a light report for each place of a support.
 */
export function listSupports(context: ServeContext): Edit[] {
  const { assembly } = context.report;
  const isFoot = (part: Part) => hasTrait(part, 'lens-foot');
  const there = assembly.items.filter((p) => isFoot(p.part));
  if (there.length > 0) return there.flatMap((s) => listUnderLens(context, assembly, s, []));
  if (!assembly.items.some((p) => isRods(p.part))) return listWithRods(context);
  return listAdded(context, [...context.book.values()].filter(isFoot)).flatMap((edit) => {
    const after = tryEdit(assembly, edit, context.book);
    const fresh = findAdded(assembly, after, isFoot);
    return fresh ? listUnderLens(context, after, fresh, [edit]) : [];
  });
}
