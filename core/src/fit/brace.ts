import { createFinding, defineFinding, stating, defineCheck } from '../finding/index.js';
import { sayMm } from '../words/index.js';
import { type FitAsked } from './asked.js';
import { hasTrait, measureMate, mountKinds, type Mount } from '../part/index.js';
import {
  add,
  createRotation,
  cross,
  dot,
  measureLength,
  negate,
  rotate,
  scale,
  subtract,
  type Vec3,
} from '../placement/index.js';
import {
  isInBranch,
  isMountFull,
  placeAlong,
  placeSolids,
  rigFromMount,
  type Assembly,
  type Brace,
  type Edit,
  type MountRef,
  type PlacedItem,
  type PlacedJoint,
} from '../rig/index.js';
import { measureReachMm } from '../solid/index.js';
import { toDeg, toRad, tolerances, wrapDeg } from '../units/index.js';

interface BraceEnd {
  readonly placed: PlacedItem;
  readonly mount: Mount;
  readonly atMm: Vec3;
}

function findEnd(assembly: Assembly, ref: MountRef): BraceEnd | undefined {
  const placed = assembly.byId.get(ref.item);
  const mount = placed?.part.mounts.find((m) => m.id === ref.mount);
  return placed && mount && { placed, mount, atMm: rigFromMount(placed, mount).originMm };
}

/** From a point to the nearest place of a lengthwise mount: a clamp may hold anywhere along it. */
function measureToLength(rail: BraceEnd, point: Vec3): number {
  const { fromMm, toMm } = rail.mount.lengthwise!;
  const [a, b] = [
    placeAlong(rail.placed, rail.mount, fromMm),
    placeAlong(rail.placed, rail.mount, toMm),
  ];
  const along = subtract(b, a);
  const t = dot(subtract(point, a), along) / dot(along, along);
  return measureLength(subtract(point, add(a, scale(along, Math.min(1, Math.max(0, t))))));
}

/**
 * From a pad to the barrel of the lens it carries, in mm: how far the pad is from the optical axis, less the
 * radius of the barrel just above the pad. Undefined where the pad is beside the lens.
 */
function measureToBarrel(pad: BraceEnd, lens: BraceEnd): number | undefined {
  const axis = rigFromMount(lens.placed, lens.mount).rotation.z;
  const off = subtract(pad.atMm, lens.atMm);
  const along = dot(off, axis);
  const out = subtract(off, scale(axis, along));
  const far = measureLength(out);
  if (far === 0) return undefined;
  const way = scale(out, 1 / far);
  const at = dot(pad.atMm, axis);
  const reaches = placeSolids(lens.placed)
    .filter(
      ({ solid, rigFromSolid }) =>
        measureReachMm(solid, rigFromSolid, axis) >= at &&
        measureReachMm(solid, rigFromSolid, negate(axis)) >= -at,
    )
    .map(({ solid, rigFromSolid }) => measureReachMm(solid, rigFromSolid, way));
  if (reaches.length === 0) return undefined;
  return Math.abs(dot(pad.atMm, way) - Math.max(...reaches));
}

/** How much too short a strap is, in mm, from the anchor of its one end to that of the other; 0 where it reaches. */
function measureStrapGapMm(a: BraceEnd, b: BraceEnd): number {
  const [strap, anchor] = a.mount.side === 'strap' ? [a, b] : [b, a];
  const { carriedBy, part } = strap.placed;
  if (!carriedBy || part.webbingMm === undefined) return 0;
  const { originMm } = carriedBy.rigFromParentMount;
  return Math.max(0, measureLength(subtract(anchor.atMm, originMm)) - part.webbingMm);
}

/**
 * How far apart the two ends of a brace are, in mm; undefined where an end is not in this setup. Two points
 * must meet; a clamp meets rods anywhere along them; a support meets the barrel of the lens above its pad; a strap's
 * other end reaches as far as the strap is long.
 */
export function measureBraceGapMm(assembly: Assembly, brace: Brace): number | undefined {
  const [a, b] = [findEnd(assembly, brace.a), findEnd(assembly, brace.b)];
  if (!a || !b) return undefined;
  const lens = [a, b].find((end) => hasTrait(end.placed.part, 'optic'));
  if (brace.kind === 'support' && lens) {
    return measureToBarrel(lens === a ? b : a, lens) ?? measureLength(subtract(a.atMm, b.atMm));
  }
  if (brace.kind === 'strap') return measureStrapGapMm(a, b);
  const rail = [a, b].find((end) => end.mount.lengthwise);
  if (rail) return measureToLength(rail, (rail === a ? b : a).atMm);
  return measureLength(subtract(a.atMm, b.atMm));
}

/** Whether a brace within tolerance closes the loop across a joint. */
export const isBraced = (assembly: Assembly, joint: PlacedJoint): boolean =>
  findBrace(assembly, joint) !== undefined;

/** The first brace within tolerance that closes the loop across a joint, and where it does. */
export function findBrace(
  assembly: Assembly,
  joint: PlacedJoint,
): { readonly brace: Brace; readonly atMm: Vec3 } | undefined {
  const braces = assembly.setup.braces ?? [];
  if (braces.length === 0) return undefined;
  const branch = assembly.byId.get(joint.child)!;
  const isInside = (itemId: string) => {
    const placed = assembly.byId.get(itemId);
    return placed !== undefined && isInBranch(branch, placed);
  };
  const found = braces.find((brace) => {
    // What is soft holds nothing still.
    if (brace.kind === 'strap' || isInside(brace.a.item) === isInside(brace.b.item)) return false;
    const gap = measureBraceGapMm(assembly, brace);
    return gap !== undefined && gap <= tolerances.braceGapMm;
  });
  const end = found && findEnd(assembly, found.a);
  return found && end && { brace: found, atMm: end.atMm };
}

export const braceApart = defineFinding(
  'brace-apart',
  stating<{ readonly braceId: string; readonly gapMm: number; readonly allowedMm: number }>(),
  {
    restsOn: ['mounts'],
    weight: 'risk',
    when: 'the two ends of a brace are more than 1 mm apart',
    offers: '',
    sentence: ({ items: [a, b], facts }, n) =>
      `The brace between ${n.item(a!)} and ${n.item(b!)} misses by ${sayMm(facts.gapMm)}; it holds within ${sayMm(facts.allowedMm)}.`,
    why: 'A support that does not touch supports nothing.',
    todo: 'Move one end until they meet.',
  },
);

/** Braces whose ends do not meet. A gap of just the tolerance still meets. */
export const braceCheck = defineCheck([braceApart], ({ assembly }: FitAsked) =>
  (assembly.setup.braces ?? []).flatMap((brace) => {
    const gapMm = measureBraceGapMm(assembly, brace);
    if (gapMm === undefined || gapMm <= tolerances.braceGapMm) return [];
    return [
      createFinding(
        braceApart,
        'risk',
        { items: [brace.a.item, brace.b.item], key: brace.id },
        { braceId: brace.id, gapMm, allowedMm: tolerances.braceGapMm },
      ),
    ];
  }),
);

/** A second contact that is there to be used: two mounts that nearly meet. */
export interface OfferedBrace {
  readonly kind: Brace['kind'];
  readonly a: MountRef;
  readonly b: MountRef;
  readonly gapMm: number;
}

/** Nearer than this two mounts are offered as a brace, in mm: within what a shim or a slide closes (estimate). */
const offerWithinMm = 3;

function findBraceKind(a: BraceEnd, b: BraceEnd): Brace['kind'] | undefined {
  if (hasTrait(a.placed.part, 'lens-foot') && b.mount.kind === 'lens-mount') {
    return a.mount.kind === 'rod-pad' ? 'support' : undefined;
  }
  const mate = measureMate(a.mount, b.mount);
  if (mate.state === 'mates' && mate.as === 'strap-lug') {
    // A webbing is tied there; a screw of a cage takes hold of the lug.
    const strap = a.mount.side === 'strap' ? a : b;
    return hasTrait(strap.placed.part, 'soft') ? 'strap' : 'second-screw';
  }
  if (mate.state !== 'mates') {
    return a.mount.lengthwise || b.mount.lengthwise ? undefined : 'stop';
  }
  if (mate.as === 'rod-15-pair' || mate.as === 'rod-15-single') return 'rods';
  return a.mount.thread || b.mount.thread ? 'second-screw' : 'stop';
}

/** Whether a strap hangs at a mount: by its joint or as its other end. */
export function isAnchored(assembly: Assembly, { item, mount }: MountRef): boolean {
  const isHere = (end: MountRef) => end.item === item && end.mount === mount;
  return (
    (assembly.jointsAt.get(item)?.get(mount) ?? []).length > 0 ||
    (assembly.setup.braces ?? []).some((b) => b.kind === 'strap' && (isHere(b.a) || isHere(b.b)))
  );
}

const isFull = (assembly: Assembly, { item, mount }: MountRef): boolean => {
  const found = assembly.byId.get(item)?.part.mounts.find((m) => m.id === mount);
  return found !== undefined && isMountFull(assembly, item, found);
};

/** A second screw that goes in once the part is turned on its first: which two holes, and the turn of its joint. */
export interface OfferedScrew {
  readonly a: MountRef;
  readonly b: MountRef;
  readonly jointId: string;
  readonly turnDeg: number;
  /** How far it is turned from where it stands. */
  readonly byDeg: number;
  readonly gapMm: number;
}

/** Two screws go in straight when they look at each other within so many degrees (estimate). */
const straightCos = Math.cos(toRad(2));

/**
 * Every second screw that would hold a part to what carries it, each with the turn about the first at which
 * the two holes meet; the least turn first. Both holes are free and mate; a joint that has pins, or that its kind
 * does not let turn, is left as it stands.
 */
export function listSecondScrews(assembly: Assembly, itemId: string): OfferedScrew[] {
  const child = assembly.byId.get(itemId);
  const joint = child?.carriedBy;
  if (!child || !joint || joint.mate.state !== 'mates') return [];
  const parent = assembly.byId.get(joint.parent)!;
  const pivot = rigFromMount(child, joint.childMount).originMm;
  const axis = joint.rigFromParentMount.rotation.z;
  const mayTurn = mountKinds[joint.mate.as].turns === 'free' && !joint.mate.pinned;
  const across = (point: Vec3): Vec3 => {
    const off = subtract(point, pivot);
    return subtract(off, scale(axis, dot(off, axis)));
  };
  const found: OfferedScrew[] = [];
  for (const mine of child.part.mounts) {
    const a = { item: itemId, mount: mine.id };
    if (mine.id === joint.childMount.id || isFull(assembly, a)) continue;
    const from = rigFromMount(child, mine);
    for (const theirs of parent.part.mounts) {
      const b = { item: joint.parent, mount: theirs.id };
      const mate = measureMate(mine, theirs);
      const isScrew =
        mate.state === 'mates' &&
        (mountKinds[mate.as].threadMm !== undefined ||
          (mate.as === 'strap-lug' && !hasTrait(child.part, 'soft')));
      if (!isScrew || mine.lengthwise || theirs.lengthwise || isFull(assembly, b)) continue;
      const to = rigFromMount(parent, theirs);
      if (-dot(from.rotation.z, to.rotation.z) < straightCos) continue;
      const [p, q] = [across(from.originMm), across(to.originMm)];
      // Where they meet as it stands, nothing is turned for the last tenth of a millimetre.
      const meets = measureLength(subtract(from.originMm, to.originMm)) <= tolerances.braceGapMm;
      const byDeg = mayTurn && !meets ? toDeg(Math.atan2(dot(axis, cross(p, q)), dot(p, q))) : 0;
      const turned = add(
        pivot,
        rotate(createRotation(axis, toRad(byDeg)), subtract(from.originMm, pivot)),
      );
      const gapMm = measureLength(subtract(turned, to.originMm));
      if (gapMm > tolerances.braceGapMm) continue;
      const turnDeg = wrapDeg(joint.joint.turnDeg + byDeg);
      found.push({ a, b, jointId: joint.joint.id, turnDeg, byDeg, gapMm });
    }
  }
  return found.sort((x, y) => Math.abs(x.byDeg) - Math.abs(y.byDeg) || x.gapMm - y.gapMm);
}

/** The edit that puts a second screw in, as one act: the part turned on its first where it must be, and the brace. */
export function createScrewEdit(setupId: string, screw: OfferedScrew, braceId: string): Edit {
  const { a, b, jointId, turnDeg, byDeg } = screw;
  const brace: Edit = {
    type: 'add-brace',
    setupId,
    brace: { id: braceId, kind: 'second-screw', a, b },
  };
  return byDeg === 0
    ? brace
    : { type: 'all', edits: [{ type: 'turn', setupId, jointId, turnDeg }, brace] };
}

/**
 * Second contacts that a part could have with parts it is not joined to: a second screw, rods through
 * another clamp, a pad under a lens, a stop against a neighbour. Nearest first.
 */
export function listBraces(assembly: Assembly, itemId: string): OfferedBrace[] {
  const placed = assembly.byId.get(itemId);
  if (!placed) return [];
  const parent = placed.carriedBy?.parent;
  const joined = new Set([
    itemId,
    parent,
    ...(assembly.jointsOn.get(itemId) ?? []).map((j) => j.child),
  ]);
  const found: OfferedBrace[] = [];
  for (const other of assembly.items) {
    // A strap's other end goes, as a rule, to the other lug of what carries the first.
    const isApart = !joined.has(other.item.id);
    if (!isApart && other.item.id !== parent) continue;
    for (const mine of placed.part.mounts) {
      for (const theirs of other.part.mounts) {
        const [a, b] = [
          { item: itemId, mount: mine.id },
          { item: other.item.id, mount: theirs.id },
        ];
        const kind = findBraceKind(findEnd(assembly, a)!, findEnd(assembly, b)!);
        const isOnOwnBearer = kind === 'strap' || kind === 'second-screw';
        if (!kind || (!isApart && !isOnOwnBearer)) continue;
        if (kind === 'second-screw' && [a, b].some((end) => isFull(assembly, end))) continue;
        if (kind === 'strap' && [a, b].some((end) => isAnchored(assembly, end))) continue;
        const gapMm = measureBraceGapMm(assembly, { id: 'offer', kind, a, b });
        if (gapMm === undefined || gapMm > offerWithinMm) continue;
        found.push({ kind, a, b, gapMm });
      }
    }
  }
  return found.sort((x, y) => x.gapMm - y.gapMm);
}
