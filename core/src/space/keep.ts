import type { Grip, KeepClear } from '../part/index.js';
import {
  add,
  measureLength,
  compose,
  scale,
  subtract,
  toUnit,
  type Vec3,
} from '../placement/index.js';
import { partFromSolid, type Solid } from '../solid/index.js';
import { placeSolids, rigFromThing, type PlacedItem, type PlacedSolid } from '../rig/index.js';
import { spaceSolid, type SpacedSolid } from './spaced.js';

/** The widest piece of a sector that is still convex when cut as a fan, in degrees. */
const mostFanDeg = 90;
/** How finely the rim of a sector is drawn, in degrees: off by 0.1 % of the radius at most. */
const rimStepDeg = 5;

type Triple = [number, number, number];
const triple = (v: Vec3): Triple => [v[0], v[1], v[2]];

function createFan(
  shape: Extract<KeepClear['shape'], { type: 'sector' }>,
  fromDeg: number,
  toDeg: number,
  index: number,
): Solid {
  const steps = Math.max(1, Math.ceil((toDeg - fromDeg) / rimStepDeg));
  const rim = Array.from({ length: steps + 1 }, (_, i): [number, number] => {
    const angle = ((fromDeg + ((toDeg - fromDeg) * i) / steps) * Math.PI) / 180;
    return [shape.radiusMm * Math.cos(angle), shape.radiusMm * Math.sin(angle)];
  });
  return {
    id: `fan-${index}`,
    type: 'prism',
    atMm: shape.atMm,
    axis: shape.hinge,
    reference: triple(toUnit(shape.shut)),
    outlineMm: [[0, 0], ...rim],
    lengthMm: shape.widthMm,
  };
}

/**
 * What a door or a screen sweeps when it turns from shut by `sweepDeg`, as prisms in the part's frame. The
 * thickness of the leaf is not in it: it lies on its face when shut.
 */
export function listFans(
  shape: Extract<KeepClear['shape'], { type: 'sector' }>,
  sweepDeg: number,
): readonly Solid[] {
  let byAngle = fans.get(shape);
  if (!byAngle) {
    byAngle = new Map();
    fans.set(shape, byAngle);
  }
  let solids = byAngle.get(sweepDeg);
  if (!solids) {
    const count = Math.max(1, Math.ceil(sweepDeg / mostFanDeg));
    solids = Array.from({ length: count }, (_, i) =>
      createFan(shape, (sweepDeg * i) / count, (sweepDeg * (i + 1)) / count, i),
    );
    byAngle.set(sweepDeg, solids);
  }
  return solids;
}

// The same few angles are asked for again and again while a door's opening is halved.
const fans = new WeakMap<object, Map<number, readonly Solid[]>>();

const known = new WeakMap<KeepClear, readonly Solid[]>();

/** A keep-clear space as solids in the part's frame. Worked out once for each space. */
export function listKeepClearSolids(space: KeepClear): readonly Solid[] {
  let solids = known.get(space);
  if (!solids) {
    const { shape } = space;
    switch (shape.type) {
      case 'box':
        solids = [{ id: space.id, type: 'box', atMm: shape.atMm, sizeMm: shape.sizeMm }];
        break;
      case 'cylinder':
        solids = [
          {
            id: space.id,
            type: 'cylinder',
            atMm: shape.atMm,
            axis: shape.axis,
            radiusMm: shape.radiusMm,
            lengthMm: shape.lengthMm,
          },
        ];
        break;
      case 'sector':
        solids = listFans(shape, shape.sweepDeg);
    }
    known.set(space, solids);
  }
  return solids;
}

// Kept by the item's solids: as long as it stands where it stood, so do its spaces.
const placedSpaces = new WeakMap<readonly PlacedSolid[], Map<KeepClear, readonly SpacedSolid[]>>();

/** Where a keep-clear space stands in the rig, with the movements that carry it; the same list as long as it stands there. */
export function placeKeepClear(placed: PlacedItem, space: KeepClear): readonly SpacedSolid[] {
  const list = placeSolids(placed);
  let known = placedSpaces.get(list);
  if (!known) placedSpaces.set(list, (known = new Map()));
  let spaced = known.get(space);
  if (!spaced) {
    const frame = rigFromThing(placed, space.id);
    spaced = listKeepClearSolids(space).map((solid) =>
      spaceSolid(solid, compose(frame, partFromSolid(solid))),
    );
    known.set(space, spaced);
  }
  return spaced;
}

/** Room for the fingers round a grip, from its surface (the domain's figure for a gloved hand). */
export const handRoomMm = 35;

const gripSolids = new WeakMap<Grip, Solid>();

/** The room that a hand needs round a grip: a cylinder about its line, 35 mm out from its surface. */
export function placeHandRoom(placed: PlacedItem, grip: Grip, roomMm = handRoomMm): SpacedSolid[] {
  const along = subtract(grip.toMm, grip.fromMm);
  const lengthMm = measureLength(along);
  if (lengthMm === 0) return [];
  let solid = roomMm === handRoomMm ? gripSolids.get(grip) : undefined;
  if (!solid) {
    solid = {
      id: grip.id,
      type: 'cylinder',
      atMm: triple(scale(add(grip.fromMm, grip.toMm), 0.5)),
      axis: triple(scale(along, 1 / lengthMm)),
      radiusMm: (grip.radiusMm ?? 15) + roomMm,
      lengthMm,
    };
    if (roomMm === handRoomMm) gripSolids.set(grip, solid);
  }
  const frame = rigFromThing(placed, grip.id);
  return [spaceSolid(solid, compose(frame, partFromSolid(solid)))];
}
