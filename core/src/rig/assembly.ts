import {
  combineMass,
  measureMate,
  measurePartMass,
  moveMass,
  noMass,
  placeMovements,
  type Mass,
  type Mate,
  type Mount,
  type Part,
  type PartBook,
} from '../part/index.js';
import {
  add,
  compose,
  createFrame,
  createRotation,
  invert,
  noPlacement,
  scale,
  type Placement,
} from '../placement/index.js';
import { toRad } from '../units/index.js';
import type { Joint, KitItem, Rig, Setup } from './schema.js';
import { measureSlideRange, type SlideRange } from './slide.js';

/** An individual with its place in space. */
export interface PlacedItem {
  readonly item: KitItem;
  readonly part: Part;
  /** 1 for the body, then as the tree is walked, branch by branch. */
  readonly number: number;
  /** How many joints lie between it and the body. */
  readonly depth: number;
  readonly rigFromPart: Placement;
  /** Where the things that this part's movements carry stand, in the part's frame. */
  readonly moved: ReadonlyMap<string, Placement>;
  /** In the rig's frame; undefined where the mass is not known. */
  readonly mass: Mass | undefined;
  /** The joint that carries it; undefined for the body. */
  readonly carriedBy: PlacedJoint | undefined;
}

/** A joint with its two mounts and what becomes of them. */
export interface PlacedJoint {
  readonly joint: Joint;
  readonly child: string;
  readonly parent: string;
  readonly childMount: Mount;
  readonly parentMount: Mount;
  /** Frame of the parent's mount where the child sits: z outward, x the reference before turning. */
  readonly rigFromParentMount: Placement;
  readonly mate: Mate;
  readonly slide: SlideRange | undefined;
}

/** A setup walked from the body outwards: what every question is asked of. */
export interface Assembly {
  readonly rig: Rig;
  readonly setup: Setup;
  /** Where the body stands, and with it the operator and what is down: the rig's own frame unless moved. */
  readonly rigFromBody: Placement;
  /** In tree order, the body first. */
  readonly items: readonly PlacedItem[];
  readonly byId: ReadonlyMap<string, PlacedItem>;
  readonly joints: readonly PlacedJoint[];
  /** Joints by the item that carries. */
  readonly carriedBy: ReadonlyMap<string, readonly PlacedJoint[]>;
  /** Of all items whose mass is known. */
  readonly mass: Mass;
  /** Items whose mass nobody knows: figures of mass leave them out and say so. */
  readonly unweighed: readonly PlacedItem[];
}

/** `partFromMount` of a mount at rest. */
export function partFromMount(mount: Mount): Placement {
  return createFrame(mount.originMm, mount.normal, mount.reference);
}

function composeMoved(placed: Pick<PlacedItem, 'moved'>, id: string, inner: Placement): Placement {
  const shift = placed.moved.get(id);
  return shift ? compose(shift, inner) : inner;
}

/** Where one of an item's mounts is in the rig's frame. */
export function rigFromMount(placed: PlacedItem, mount: Mount): Placement {
  return compose(placed.rigFromPart, composeMoved(placed, mount.id, partFromMount(mount)));
}

// Face to face: the child's normal opposes the parent's while the references agree.
const faceToFace: Placement = {
  rotation: createRotation([1, 0, 0], Math.PI),
  originMm: [0, 0, 0],
};

function findMount(part: Part, id: string): Mount {
  const mount = part.mounts.find((m) => m.id === id);
  if (!mount) throw new Error(`placeSetup: part ${part.id} has no mount ${id}`);
  return mount;
}

function placeJoint(
  joint: Joint,
  parent: PlacedItem,
  childPart: Part,
  childMoved: ReadonlyMap<string, Placement>,
): { placedJoint: PlacedJoint; rigFromChild: Placement } {
  const parentMount = findMount(parent.part, joint.parent.mount);
  const childMount = findMount(childPart, joint.child.mount);
  const slide = measureSlideRange(parentMount, childMount);
  let parentFrame = partFromMount(parentMount);
  let childFrame = partFromMount(childMount);
  if (slide?.along === 'parent') {
    const shift = scale(parentMount.lengthwise!.axis, joint.slideMm);
    parentFrame = { ...parentFrame, originMm: add(parentFrame.originMm, shift) };
  } else if (slide?.along === 'child') {
    const shift = scale(childMount.lengthwise!.axis, joint.slideMm);
    childFrame = { ...childFrame, originMm: add(childFrame.originMm, shift) };
  }
  const rigFromParentMount = compose(
    parent.rigFromPart,
    composeMoved(parent, parentMount.id, parentFrame),
  );
  const turn: Placement = {
    rotation: createRotation([0, 0, 1], toRad(joint.turnDeg)),
    originMm: [0, 0, joint.spacerMm ?? 0],
  };
  const movedChildFrame = composeMoved({ moved: childMoved }, childMount.id, childFrame);
  const rigFromChild = compose(
    compose(compose(rigFromParentMount, turn), faceToFace),
    invert(movedChildFrame),
  );
  return {
    placedJoint: {
      joint,
      child: joint.child.item,
      parent: joint.parent.item,
      childMount,
      parentMount,
      rigFromParentMount,
      mate: measureMate(childMount, parentMount),
      slide,
    },
    rigFromChild,
  };
}

/**
 * Walks a setup's tree of joints from the body outwards and gives every part its place. Expects a rig
 * in which `findRigIssues` finds nothing; throws on ids that lead nowhere. Linear in the number of
 * parts. `rigFromBody` stands the whole rig elsewhere, with its operator: nothing that is computed may
 * depend on it.
 */
export function placeSetup(
  rig: Rig,
  setup: Setup,
  parts: PartBook,
  rigFromBody: Placement = noPlacement,
): Assembly {
  const kit = new Map(rig.kit.map((item) => [item.id, item]));
  const jointsByParent = new Map<string, Joint[]>();
  for (const joint of setup.joints) {
    const siblings = jointsByParent.get(joint.parent.item);
    if (siblings) siblings.push(joint);
    else jointsByParent.set(joint.parent.item, [joint]);
  }
  const items: PlacedItem[] = [];
  const joints: PlacedJoint[] = [];
  const carriedBy = new Map<string, PlacedJoint[]>();
  const lookUp = (itemId: string) => {
    const item = kit.get(itemId);
    const part = item && parts.get(item.partId);
    if (!item || !part) throw new Error(`placeSetup: no part for item ${itemId}`);
    return { item, part, moved: placeMovements(part, setup.stances?.[itemId] ?? {}) };
  };
  const admit = (
    found: ReturnType<typeof lookUp>,
    rigFromPart: Placement,
    depth: number,
    joint: PlacedJoint | undefined,
  ) => {
    const own = measurePartMass(
      found.part,
      found.moved,
      found.item.measuredMassG ?? found.part.massG,
    );
    const placed: PlacedItem = {
      ...found,
      number: items.length + 1,
      depth,
      rigFromPart,
      mass: own && moveMass(own, rigFromPart),
      carriedBy: joint,
    };
    items.push(placed);
    for (const next of jointsByParent.get(found.item.id) ?? []) {
      const child = lookUp(next.child.item);
      const { placedJoint, rigFromChild } = placeJoint(next, placed, child.part, child.moved);
      joints.push(placedJoint);
      const siblings = carriedBy.get(placedJoint.parent);
      if (siblings) siblings.push(placedJoint);
      else carriedBy.set(placedJoint.parent, [placedJoint]);
      admit(child, rigFromChild, depth + 1, placedJoint);
    }
  };
  admit(lookUp(setup.body), rigFromBody, 0, undefined);
  return {
    rig,
    setup,
    rigFromBody,
    items,
    byId: new Map(items.map((p) => [p.item.id, p])),
    joints,
    carriedBy,
    mass: items.reduce((sum, p) => (p.mass ? combineMass(sum, p.mass) : sum), noMass),
    unweighed: items.filter((p) => !p.mass),
  };
}

/** The items that an item carries, itself first, in tree order. */
export function listCarried(assembly: Assembly, itemId: string): readonly PlacedItem[] {
  const start = assembly.items.findIndex((p) => p.item.id === itemId);
  if (start < 0) throw new Error(`listCarried: item ${itemId} is not in this setup`);
  const depth = assembly.items[start]!.depth;
  let end = start + 1;
  while (end < assembly.items.length && assembly.items[end]!.depth > depth) end += 1;
  return assembly.items.slice(start, end);
}

/** How a part is called in this rig: by the owner's label, or by its own name. */
export function nameItem(placed: Pick<PlacedItem, 'item' | 'part'>): string {
  return placed.item.label ?? placed.part.name;
}
