import type { Mass, Mate, Mount, Part } from '../part/index.js';
import type { Placement } from '../placement/index.js';
import type { Joint, KitItem } from './schema.js';
import type { SlideRange } from './slide.js';

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
  /** The first place in `items` after this one's branch: the item and all it carries stand before it. */
  readonly branchEnd: number;
  /** Of the item and all it carries, as far as it is known. */
  readonly branchMass: Mass;
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
