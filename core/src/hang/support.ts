import { measureItemReachMm, type Hold } from '../hold/index.js';
import { dot, negate, subtract, type Vec3 } from '../placement/index.js';
import {
  isInBranch,
  measureSlideDirection,
  toAllowedSlideMm,
  type Assembly,
  type PlacedItem,
} from '../rig/index.js';
import { toWeightN } from '../units/index.js';
import type { Borne } from './borne.js';
import type { Range } from './unknown.js';

/** What a support may carry, where somebody states it. */
export interface Payload {
  readonly limitG: number | undefined;
  readonly over: boolean;
}

/** How far the plate must go for the weight to be over the head's axis. */
export interface PlateTravel {
  readonly jointId: string;
  readonly slideMm: number;
  /** Where the plate would have to be, and the nearest place it can be. */
  readonly wantedMm: number;
  readonly nearestMm: number;
  /** What is left of the offset there, in mm. */
  readonly leftOverMm: number;
}

/** On a head, a monopod or a slider. */
export interface OnHead extends Borne {
  readonly state: 'on-head';
  readonly itemId: string;
  readonly kind: 'tripod' | 'monopod' | 'slider';
  /** From the head's axis to the weight, in the operator's directions, in mm. */
  readonly aheadMm: number;
  readonly leftMm: number;
  readonly aboveMm: number;
  readonly travel: PlateTravel | undefined;
  /** What the head holds while it is level: W·x, in N·m. */
  readonly offsetNm: number;
  /** What it must balance tilted by 90°: W·h, with h from the tilt axis, in N·m; undefined where that is not known. */
  readonly tiltNm: number | undefined;
  /** Its greatest counterbalance, in N·m, where its maker states it. */
  readonly counterbalanceNm: number | undefined;
  readonly payload: Payload;
}

/** One way in which a gimbal is balanced: where the weight must be, and how far its arms go. */
export interface GimbalAxis {
  readonly way: 'forward' | 'left' | 'up';
  readonly atMm: number;
  /** Undefined where nobody states it. */
  readonly rangeMm: Range | undefined;
  /** How far outside; 0 where it can be balanced. */
  readonly outMm: number;
}

/** How far a rig may reach for a gimbal to swing round it. */
export interface Envelope {
  readonly sizeMm: Vec3;
  readonly limitMm: Vec3 | undefined;
  readonly over: readonly ('length' | 'width' | 'height')[];
}

/** On a gimbal. */
export interface OnGimbal extends Borne {
  readonly state: 'on-gimbal';
  readonly itemId: string;
  readonly axes: readonly GimbalAxis[];
  readonly envelope: Envelope;
  readonly payload: Payload;
}

function measurePayload(support: PlacedItem, massG: number): Payload {
  const limitG = support.part.mounts.reduce<number | undefined>((least, m) => {
    const bears = m.bears?.massG;
    return bears === undefined ? least : Math.min(bears, least ?? Infinity);
  }, undefined);
  return { limitG, over: limitG !== undefined && massG > limitG };
}

/** The joint by which the rig slides on its support along the operator's way ahead. */
function findPlate(assembly: Assembly, support: PlacedItem, axes: Hold['axes']) {
  let at: PlacedItem | undefined = support;
  // From the support towards the body: the first that slides lengthwise.
  while (at?.carriedBy) {
    const direction = measureSlideDirection(assembly, at.carriedBy);
    if (direction && at.carriedBy.slide && Math.abs(dot(direction, axes.forward)) > 0.9) {
      return { joint: at.carriedBy, direction };
    }
    at = assembly.byId.get(at.carriedBy.parent);
  }
  return undefined;
}

function measureTravel(
  assembly: Assembly,
  support: PlacedItem,
  axes: Hold['axes'],
  aheadMm: number,
): PlateTravel | undefined {
  const plate = findPlate(assembly, support, axes);
  if (!plate || !plate.joint.slide || plate.joint.slide.fromMm > plate.joint.slide.toMm) {
    return undefined;
  }
  // The support goes with the child: sliding it ahead by s leaves the weight s farther back.
  const sign = dot(plate.direction, axes.forward);
  const { slideMm } = plate.joint.joint;
  const wantedMm = slideMm + aheadMm / sign;
  const nearestMm = toAllowedSlideMm(plate.joint.slide, wantedMm);
  return {
    jointId: plate.joint.joint.id,
    slideMm,
    wantedMm,
    nearestMm,
    leftOverMm: Math.abs((wantedMm - nearestMm) * sign),
  };
}

function measureEnvelope(assembly: Assembly, support: PlacedItem, axes: Hold['axes']): Envelope {
  const rig = assembly.items.filter((p) => !isInBranch(support, p));
  const span = (axis: Vec3) =>
    Math.max(...rig.map((p) => measureItemReachMm(p, axis))) +
    Math.max(...rig.map((p) => measureItemReachMm(p, negate(axis))));
  const sizeMm: Vec3 = [span(axes.forward), span(axes.left), span(axes.down)];
  const limitMm = support.part.gimbal?.envelopeMm;
  const names = ['length', 'width', 'height'] as const;
  return {
    sizeMm,
    limitMm,
    over: limitMm ? names.filter((_, i) => sizeMm[i]! > limitMm[i]!) : [],
  };
}

/** How a rig sits on a tripod's head, a monopod, a slider or a gimbal. */
export function measureSupport(
  assembly: Assembly,
  hold: Extract<Hold, { state: 'held' }>,
  borne: Borne,
): OnHead | OnGimbal {
  const { axes } = hold;
  const [contact] = hold.contacts as [(typeof hold.contacts)[number]];
  const support = assembly.byId.get(contact.itemId)!;
  const d = subtract(borne.centreMm, contact.pointMm);
  const aheadMm = dot(d, axes.forward);
  const leftMm = dot(d, axes.left);
  const aboveMm = -dot(d, axes.down);
  const payload = measurePayload(support, borne.massG);
  const weightN = toWeightN(borne.massG);
  const travel = measureTravel(assembly, support, axes, aheadMm);
  if (hold.kind === 'gimbal') {
    const facts = support.part.gimbal;
    const axis = (way: GimbalAxis['way'], atMm: number, own: Range | undefined): GimbalAxis => {
      const rangeMm = own;
      const outMm = rangeMm ? Math.max(0, rangeMm[0] - atMm, atMm - rangeMm[1]) : 0;
      return { way, atMm, rangeMm, outMm };
    };
    // Along the plate the rig itself can be slid: that is part of the travel there.
    const ahead = travel ? Math.sign(aheadMm) * travel.leftOverMm : aheadMm;
    return {
      state: 'on-gimbal',
      ...borne,
      itemId: support.item.id,
      axes: [
        axis('forward', ahead, facts?.forwardMm),
        axis('left', leftMm, facts?.leftMm),
        axis('up', aboveMm, facts?.upMm),
      ],
      envelope: measureEnvelope(assembly, support, axes),
      payload,
    };
  }
  const { head } = support.part;
  const tiltNm =
    head?.axisBelowMm === undefined ? undefined : (weightN * (aboveMm + head.axisBelowMm)) / 1000;
  return {
    state: 'on-head',
    ...borne,
    itemId: support.item.id,
    kind: hold.kind as OnHead['kind'],
    aheadMm,
    leftMm,
    aboveMm,
    travel,
    offsetNm: (weightN * Math.hypot(aheadMm, leftMm)) / 1000,
    tiltNm,
    counterbalanceNm: head?.counterbalanceNm,
    payload,
  };
}
