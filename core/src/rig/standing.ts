import {
  measurePartMass,
  moveMass,
  placeMovements,
  type Mass,
  type Part,
  type Stance,
} from '../part/index.js';
import type { Placement } from '../placement/index.js';
import type { PlacedItem, PlacedJoint } from './placed.js';
import type { Joint } from './schema.js';

/**
 * What was worked out of parts that stand where they stood: most of a rig stands still while one part is tried or
 * dragged. Everything is kept by the immutable things that it rests on, so nothing here changes a figure, and what
 * nobody holds any more is let go.
 */

type Moved = PlacedItem['moved'];

const asMade: Stance = {};
const stances = new WeakMap<Part, WeakMap<Stance, Moved>>();

/** Where the things stand that a part's movements carry, in one of its stances; without one as it comes. */
export function findMoved(part: Part, stance: Stance = asMade): Moved {
  let ofPart = stances.get(part);
  if (!ofPart) stances.set(part, (ofPart = new WeakMap()));
  let moved = ofPart.get(stance);
  if (!moved) ofPart.set(stance, (moved = placeMovements(part, stance)));
  return moved;
}

/** A joint between two parts that stand as they do, and where its child comes to stand. */
export interface Jointed {
  readonly placedJoint: PlacedJoint;
  readonly rigFromChild: Placement;
}

interface KeptJoint {
  readonly parentPart: Part;
  readonly parentAt: Placement;
  readonly parentMoved: Moved;
  readonly childPart: Part;
  readonly childMoved: Moved;
  readonly made: Jointed;
}

const joints = new WeakMap<Joint, readonly KeptJoint[]>();
/** The rig as it is stored, and as it is tried out. */
const mostKept = 2;

/** The same joint as before where both of its parts are what they were and its parent stands where it stood. */
export function keepJoint(
  joint: Joint,
  parent: PlacedItem,
  childPart: Part,
  childMoved: Moved,
  make: () => Jointed,
): Jointed {
  const known = joints.get(joint) ?? [];
  const same = known.find(
    (k) =>
      k.parentAt === parent.rigFromPart &&
      k.parentPart === parent.part &&
      k.parentMoved === parent.moved &&
      k.childPart === childPart &&
      k.childMoved === childMoved,
  );
  if (same) return same.made;
  const made = make();
  const entry: KeptJoint = {
    parentPart: parent.part,
    parentAt: parent.rigFromPart,
    parentMoved: parent.moved,
    childPart,
    childMoved,
    made,
  };
  joints.set(joint, [entry, ...known].slice(0, mostKept));
  return made;
}

interface KeptMass {
  readonly part: Part;
  readonly moved: Moved;
  readonly massG: number | undefined;
  readonly mass: Mass | undefined;
}

const masses = new WeakMap<Placement, KeptMass>();

/** The mass of a part that weighs `massG` where it stands, in the rig's frame; undefined where it is not known. */
export function measurePlacedMass(
  part: Part,
  moved: Moved,
  massG: number | undefined,
  rigFromPart: Placement,
): Mass | undefined {
  const known = masses.get(rigFromPart);
  if (known?.part === part && known.moved === moved && known.massG === massG) return known.mass;
  const own = measurePartMass(part, moved, massG);
  const mass = own && moveMass(own, rigFromPart);
  masses.set(rigFromPart, { part, moved, massG, mass });
  return mass;
}

const items = new WeakMap<Placement, PlacedItem>();

const isSameMass = (a: Mass, b: Mass): boolean =>
  a.massG === b.massG &&
  a.momentGmm[0] === b.momentGmm[0] &&
  a.momentGmm[1] === b.momentGmm[1] &&
  a.momentGmm[2] === b.momentGmm[2];

/** The placed item as it was before, where nothing about it is another: what rests on it is known by it. */
export function keepItem(placed: PlacedItem): PlacedItem {
  const known = items.get(placed.rigFromPart);
  if (
    known?.item === placed.item &&
    known.part === placed.part &&
    known.moved === placed.moved &&
    known.number === placed.number &&
    known.depth === placed.depth &&
    known.branchEnd === placed.branchEnd &&
    known.carriedBy === placed.carriedBy &&
    known.mass === placed.mass &&
    isSameMass(known.branchMass, placed.branchMass)
  ) {
    return known;
  }
  items.set(placed.rigFromPart, placed);
  return placed;
}
