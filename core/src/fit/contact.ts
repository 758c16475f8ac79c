import { meetSolids } from '../clash/index.js';
import { add, cross, dot, measureLength, scale, subtract } from '../placement/index.js';
import type { PlacedItem } from '../rig/index.js';
import { mayMeet } from '../solid/index.js';
import { measureGapMm, type Space } from '../space/index.js';
import type { TurnLine } from './turning.js';

/** What lies this near to another lies against it, in mm: a sheet of paper (estimate). */
const againstMm = 0.2;
/** A stop nearer to the axis than this holds nothing, in mm (estimate). */
const leastArmMm = 8;
/** The cosine of how squarely a face must meet the way that a point on it turns. */
const squarely = 0.7;
/** A pad this near to a barrel supports it, in mm: within what its screw rises (estimate). */
const padMm = 1;

/**
 * The item that something which turns about a line lies against, so that it cannot turn that way: a face square to the
 * turning, off the axis. Found where it is, whether anybody said so or not. `isTurning` says what turns; `isAsked`
 * leaves out pairs that are joined there anyway. With how far from the line they touch; undefined where it is free.
 */
export function findStop(
  space: Space,
  line: TurnLine,
  isTurning: (placed: PlacedItem) => boolean,
  isAsked: (turning: PlacedItem, still: PlacedItem) => boolean,
): { readonly placed: PlacedItem; readonly armMm: number } | undefined {
  const turning = space.items.filter((i) => isTurning(i.placed));
  const still = space.items.filter((i) => !isTurning(i.placed));
  for (const one of turning) {
    for (const other of still) {
      if (!mayMeet(one.bounds, other.bounds, -againstMm)) continue;
      if (!isAsked(one.placed, other.placed)) continue;
      for (const a of one.solids) {
        for (const b of other.solids) {
          if (!mayMeet(a.bounds, b.bounds, -againstMm)) continue;
          const meeting = meetSolids(
            space.collider,
            a.solid,
            a.rigFromSolid,
            b.solid,
            b.rigFromSolid,
            againstMm,
          );
          if (!meeting || Math.abs(meeting.gapMm) > againstMm) continue;
          const out = subtract(meeting.atMm, line.throughMm);
          const arm = add(out, scale(line.axis, -dot(out, line.axis)));
          const armMm = measureLength(arm);
          if (armMm < leastArmMm) continue;
          const way = scale(cross(line.axis, arm), 1 / armMm);
          if (Math.abs(dot(way, meeting.away)) >= squarely) {
            return { placed: other.placed, armMm };
          }
        }
      }
    }
  }
  return undefined;
}

/** Whether a pad reaches what it is to bear: its top within a millimetre of it. */
export function isBorneBy(space: Space, padId: string, borneId: string): boolean {
  const borne = space.byId.get(borneId);
  return borne !== undefined && measureGapMm(space, borne.solids, padId, 2 * padMm) <= padMm;
}
