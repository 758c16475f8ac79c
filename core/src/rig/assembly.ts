import {
  combineMass,
  measureMate,
  noMass,
  type Mass,
  type Mount,
  type Part,
  type PartBook,
  type Mate,
} from '../part/index.js';
import {
  add,
  compose,
  createFrame,
  createRotation,
  invert,
  noPlacement,
  place,
  rotate,
  scale,
  type Placement,
  type Vec3,
} from '../placement/index.js';
import { partFromSolid, type Solid } from '../solid/index.js';
import { toRad } from '../units/index.js';
import type { PlacedItem, PlacedJoint } from './placed.js';
import type { Joint, Rig, Setup } from './schema.js';
import { measureSlideRange, type SlideRange } from './slide.js';
import { findMoved, keepItem, keepJoint, measurePlacedMass, type Jointed } from './standing.js';

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
  readonly jointsOn: ReadonlyMap<string, readonly PlacedJoint[]>;
  /** Joints by item and mount, whichever end of the joint it is. */
  readonly jointsAt: ReadonlyMap<string, ReadonlyMap<string, readonly PlacedJoint[]>>;
  /** Of all items whose mass is known, and of the leads between them. */
  readonly mass: Mass;
  /** Of the planned leads, as far as it is known. */
  readonly leadMassG: number;
  /** Where half of each lead hangs: at the port it is plugged into. */
  readonly leadEnds: readonly {
    readonly itemId: string;
    readonly massG: number;
    readonly atMm: Vec3;
  }[];
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

/** The frame of a part in the rig's as its thing `id` has it: with the movements that carry that thing. */
export function rigFromThing(
  placed: Pick<PlacedItem, 'rigFromPart' | 'moved'>,
  id: string,
): Placement {
  const shift = placed.moved.get(id);
  return shift ? compose(placed.rigFromPart, shift) : placed.rigFromPart;
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

/** A point and a direction of a part in the rig's frame, as its thing `id` has them. */
export function placeRay(
  placed: PlacedItem,
  id: string,
  atMm: Vec3,
  direction: Vec3,
): { readonly atMm: Vec3; readonly direction: Vec3 } {
  const frame = rigFromThing(placed, id);
  return { atMm: place(frame, atMm), direction: rotate(frame.rotation, direction) };
}

function findMount(part: Part, id: string): Mount {
  const mount = part.mounts.find((m) => m.id === id);
  if (!mount) throw new Error(`placeSetup: part ${part.id} has no mount ${id}`);
  return mount;
}

/** How far the face of a mount stands off the plane of the other, mm: a pad lies on its rods, whose plane runs through their middle. */
const measureStandoffMm = (parent: Mount, child: Mount): number =>
  child.kind === 'rod-pad' && parent.kind === 'rod-15-pair' ? rodRadiusMm : 0;
/** Of the lightweight rods standard. */
const rodRadiusMm = 7.5;

/**
 * What becomes of a mount on another one: through a bushing beside which pins stand they reach the holes of what the bushing is
 * screwed into.
 */
function mateOn(parent: PlacedItem, parentMount: Mount, childMount: Mount): Mate {
  const under = parent.carriedBy?.parentMount.locating;
  const passes =
    parentMount.pinsClear && !parentMount.locating && childMount.locating?.side === 'pins';
  return measureMate(
    childMount,
    passes && under?.side === 'holes' ? { ...parentMount, locating: under } : parentMount,
  );
}

/** Where a joint stands its child, and the frame of the parent's mount that it stands on. */
export function placeAt(
  parent: Pick<PlacedItem, 'rigFromPart' | 'moved'>,
  parentMount: Mount,
  childMount: Mount,
  childMoved: ReadonlyMap<string, Placement>,
  slide: SlideRange | undefined,
  at: Pick<Joint, 'slideMm' | 'turnDeg' | 'spacerMm' | 'rollDeg'>,
): { rigFromParentMount: Placement; rigFromChild: Placement } {
  let parentFrame = partFromMount(parentMount);
  let childFrame = partFromMount(childMount);
  if (slide?.along === 'parent') {
    const shift = scale(parentMount.lengthwise!.axis, at.slideMm);
    parentFrame = { ...parentFrame, originMm: add(parentFrame.originMm, shift) };
  } else if (slide?.along === 'child') {
    const shift = scale(childMount.lengthwise!.axis, at.slideMm);
    childFrame = { ...childFrame, originMm: add(childFrame.originMm, shift) };
  }
  const rigFromParentMount = compose(
    parent.rigFromPart,
    composeMoved(parent, parentMount.id, parentFrame),
  );
  const turned: Placement = {
    rotation: createRotation([0, 0, 1], toRad(at.turnDeg)),
    originMm: [0, 0, (at.spacerMm ?? 0) + measureStandoffMm(parentMount, childMount)],
  };
  // Round the rod first: its axis is the reference of the mount, and runs through its origin.
  const turn: Placement = at.rollDeg
    ? compose(
        { rotation: createRotation([1, 0, 0], toRad(at.rollDeg)), originMm: [0, 0, 0] },
        turned,
      )
    : turned;
  const movedChildFrame = composeMoved({ moved: childMoved }, childMount.id, childFrame);
  return {
    rigFromParentMount,
    rigFromChild: compose(
      compose(compose(rigFromParentMount, turn), faceToFace),
      invert(movedChildFrame),
    ),
  };
}

/** Where an item would stand, were it moved as an edit says; `rigFromPart` of the moved item. */
export function placeChild(
  onto: PlacedItem,
  child: PlacedItem,
  move: {
    readonly childMount: string;
    readonly parent: { readonly mount: string };
    readonly slideMm: number;
    readonly turnDeg: number;
  },
): Placement {
  const parentMount = findMount(onto.part, move.parent.mount);
  const childMount = findMount(child.part, move.childMount);
  const slide = measureSlideRange(parentMount, childMount);
  const spacerMm = child.carriedBy?.joint.spacerMm;
  return placeAt(onto, parentMount, childMount, child.moved, slide, { ...move, spacerMm })
    .rigFromChild;
}

function placeJoint(
  joint: Joint,
  parent: PlacedItem,
  childPart: Part,
  childMoved: ReadonlyMap<string, Placement>,
): Jointed {
  const parentMount = findMount(parent.part, joint.parent.mount);
  const childMount = findMount(childPart, joint.child.mount);
  const slide = measureSlideRange(parentMount, childMount);
  const { rigFromParentMount, rigFromChild } = placeAt(
    parent,
    parentMount,
    childMount,
    childMoved,
    slide,
    joint,
  );
  return {
    placedJoint: {
      joint,
      child: joint.child.item,
      parent: joint.parent.item,
      childMount,
      parentMount,
      rigFromParentMount,
      mate: mateOn(parent, parentMount, childMount),
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
  const items: { -readonly [Key in keyof PlacedItem]: PlacedItem[Key] }[] = [];
  const joints: PlacedJoint[] = [];
  const jointsOn = new Map<string, PlacedJoint[]>();
  const jointsAt = new Map<string, Map<string, PlacedJoint[]>>();
  const addTo = (map: Map<string, PlacedJoint[]>, key: string, joint: PlacedJoint) => {
    const list = map.get(key);
    if (list) list.push(joint);
    else map.set(key, [joint]);
  };
  const mountsOf = (itemId: string) => {
    let byMount = jointsAt.get(itemId);
    if (!byMount) {
      byMount = new Map();
      jointsAt.set(itemId, byMount);
    }
    return byMount;
  };
  // A lead hangs half at each of its ends.
  const halves = new Map<string, { portId: string; massG: number }[]>();
  for (const run of setup.cables ?? []) {
    const item = kit.get(run.item);
    const massG = item?.measuredMassG ?? parts.get(item?.partId ?? '')?.massG;
    if (massG === undefined) continue;
    for (const end of [run.from, run.to]) {
      const list = halves.get(end.item) ?? [];
      list.push({ portId: end.port, massG: massG / 2 });
      halves.set(end.item, list);
    }
  }
  let leadMassG = 0;
  const leadEnds: { itemId: string; massG: number; atMm: Vec3 }[] = [];
  const lookUp = (itemId: string) => {
    const item = kit.get(itemId);
    const part = item && parts.get(item.partId);
    if (!item || !part) throw new Error(`placeSetup: no part for item ${itemId}`);
    return { item, part, moved: findMoved(part, setup.stances?.[itemId]) };
  };
  const admit = (
    found: ReturnType<typeof lookUp>,
    rigFromPart: Placement,
    depth: number,
    joint: PlacedJoint | undefined,
  ): Mass => {
    const { item, part, moved } = found;
    const massG = item.measuredMassG ?? part.massG;
    const mass = measurePlacedMass(part, moved, massG, rigFromPart);
    const placed: (typeof items)[number] = {
      item,
      part,
      moved,
      number: items.length + 1,
      depth,
      rigFromPart,
      mass,
      branchEnd: 0,
      branchMass: noMass,
      carriedBy: joint,
    };
    items.push(placed);
    let branch = mass ?? noMass;
    for (const half of halves.get(item.id) ?? []) {
      const port = part.ports?.find((p) => p.id === half.portId);
      if (!port) continue;
      const at = place(rigFromThing(placed, port.id), port.originMm);
      leadMassG += half.massG;
      leadEnds.push({ itemId: item.id, massG: half.massG, atMm: at });
      branch = combineMass(branch, { massG: half.massG, momentGmm: scale(at, half.massG) });
    }
    for (const next of jointsByParent.get(item.id) ?? []) {
      const child = lookUp(next.child.item);
      const { placedJoint, rigFromChild } = keepJoint(next, placed, child.part, child.moved, () =>
        placeJoint(next, placed, child.part, child.moved),
      );
      joints.push(placedJoint);
      addTo(jointsOn, placedJoint.parent, placedJoint);
      addTo(mountsOf(placedJoint.parent), placedJoint.parentMount.id, placedJoint);
      addTo(mountsOf(placedJoint.child), placedJoint.childMount.id, placedJoint);
      branch = combineMass(branch, admit(child, rigFromChild, depth + 1, placedJoint));
    }
    placed.branchEnd = items.length;
    placed.branchMass = branch;
    items[placed.number - 1] = keepItem(placed);
    return branch;
  };
  const mass = admit(lookUp(setup.body), rigFromBody, 0, undefined);
  return {
    rig,
    setup,
    rigFromBody,
    items,
    byId: new Map(items.map((p) => [p.item.id, p])),
    joints,
    jointsOn,
    jointsAt,
    mass,
    leadMassG,
    leadEnds,
    unweighed: items.filter((p) => !p.mass),
  };
}

/** The items that an item carries, itself first, in tree order. */
export function listCarried(assembly: Assembly, itemId: string): readonly PlacedItem[] {
  const placed = assembly.byId.get(itemId);
  if (!placed) throw new Error(`listCarried: item ${itemId} is not in this setup`);
  return assembly.items.slice(placed.number - 1, placed.branchEnd);
}

/** A solid of an item, and where it stands. */
export interface PlacedSolid {
  readonly solid: Solid;
  readonly rigFromSolid: Placement;
}

const placedSolids = new WeakMap<PlacedItem, readonly PlacedSolid[]>();

/** Where a part stood lately, and its solids there: most parts stand still while one is tried or dragged. */
interface Stood {
  readonly at: Placement;
  readonly moved: PlacedItem['moved'];
  readonly solids: readonly PlacedSolid[];
}

const stood = new WeakMap<Part, Stood[]>();
/** As many places of one part are kept: more than there are alike on a rig. */
const mostStood = 48;

function isSamePlace(a: Placement, b: Placement): boolean {
  const [p, q] = [a.rotation, b.rotation];
  for (let i = 0; i < 3; i += 1) {
    if (a.originMm[i] !== b.originMm[i]) return false;
    if (p.x[i] !== q.x[i] || p.y[i] !== q.y[i] || p.z[i] !== q.z[i]) return false;
  }
  return true;
}

function isSameMoved(a: PlacedItem['moved'], b: PlacedItem['moved']): boolean {
  if (a === b) return true;
  if (a.size !== b.size) return false;
  for (const [id, at] of a) {
    const other = b.get(id);
    if (!other || !isSamePlace(at, other)) return false;
  }
  return true;
}

function placeEach(placed: PlacedItem): readonly PlacedSolid[] {
  return placed.part.solids.map((solid) => ({
    solid,
    rigFromSolid: compose(placed.rigFromPart, composeMoved(placed, solid.id, partFromSolid(solid))),
  }));
}

/**
 * An item's solids in the rig's frame, wherever its movements have taken them. Worked out once; an item that
 * stands where its part stood lately gets the very same list.
 */
export function placeSolids(placed: PlacedItem): readonly PlacedSolid[] {
  let list = placedSolids.get(placed);
  if (list) return list;
  const known = stood.get(placed.part) ?? [];
  const found = known.findIndex(
    (k) => isSamePlace(k.at, placed.rigFromPart) && isSameMoved(k.moved, placed.moved),
  );
  list = known[found]?.solids ?? placeEach(placed);
  // The one that was asked for last comes first: of a part that is dragged the steps make way, not its fellows.
  if (found !== 0) {
    const entry = { at: placed.rigFromPart, moved: placed.moved, solids: list };
    const others = found < 0 ? known : known.filter((_, i) => i !== found);
    stood.set(placed.part, [entry, ...others].slice(0, mostStood));
  }
  placedSolids.set(placed, list);
  return list;
}

/** Whether an item belongs to the branch of another: is carried by it, or is it. */
export function isInBranch(branch: PlacedItem, item: PlacedItem): boolean {
  return item.number >= branch.number && item.number <= branch.branchEnd;
}

/** How a part is called in this rig: by the owner's label, or by its own name. */
export function nameItem(placed: Pick<PlacedItem, 'item' | 'part'>): string {
  return placed.item.label ?? placed.part.name;
}
