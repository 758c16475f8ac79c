import type { Placement } from '../placement/index.js';
import type { Collider, Meeting } from './collider.js';
import { listPieces, placePiece, type Body } from './shape.js';

/**
 * How two solids stand to each other, or undefined where they are farther apart than `withinMm`. A tube's
 * bore is free: what stands in it does not clash. Of a tube the deepest of its wedges counts.
 */
export function meetSolids(
  collider: Collider,
  a: Body,
  outerFromA: Placement,
  b: Body,
  outerFromB: Placement,
  withinMm: number,
): Meeting | undefined {
  const [wholeA, wholeB] = [listPieces(a), listPieces(b)];
  const whole = collider.meet(
    wholeA.whole.shape,
    placePiece(outerFromA, wholeA.whole),
    wholeB.whole.shape,
    placePiece(outerFromB, wholeB.whole),
    withinMm,
  );
  if (!whole || (!wholeA.parts && !wholeB.parts)) return whole;
  let nearest: Meeting | undefined;
  for (const one of wholeA.parts ?? [wholeA.whole]) {
    for (const other of wholeB.parts ?? [wholeB.whole]) {
      const meeting = collider.meet(
        one.shape,
        placePiece(outerFromA, one),
        other.shape,
        placePiece(outerFromB, other),
        withinMm,
      );
      if (meeting && (!nearest || meeting.gapMm < nearest.gapMm)) nearest = meeting;
    }
  }
  return nearest;
}
