import { hasMountTrait, type Mount } from '../part/index.js';

/** Along which mount a joint slides, and where it may stand with the whole clamp on. */
export interface SlideRange {
  readonly along: 'parent' | 'child';
  /** Least and greatest `slideMm`; `fromMm > toMm` where the clamp is longer than the rail. */
  readonly fromMm: number;
  readonly toMm: number;
  /** The stretch that the clamp takes, centred on `slideMm`. */
  readonly clampMm: number;
  readonly stepMm: number | undefined;
}

/** The slide of a joint between two mounts, or undefined where neither has length. */
export function measureSlideRange(parent: Mount, child: Mount): SlideRange | undefined {
  const along = parent.lengthwise ? 'parent' : child.lengthwise ? 'child' : undefined;
  if (!along) return undefined;
  const rail = (along === 'parent' ? parent : child).lengthwise!;
  const clampMm = (along === 'parent' ? child : parent).clampLengthMm ?? 0;
  const [first, last] = [rail.fromMm + clampMm / 2, rail.toMm - clampMm / 2];
  // A dovetail that is shorter than its clamp is held over its whole length, as long as that is half of the clamp.
  const overhangs =
    first > last && hasMountTrait(parent, 'overhangs') && rail.toMm - rail.fromMm >= clampMm / 2;
  return {
    along,
    fromMm: overhangs ? last : first,
    toMm: overhangs ? first : last,
    clampMm,
    stepMm: rail.stepMm,
  };
}

/** The nearest slide the joint can take: within its range, on its notches; the middle of a rail too short. */
export function toAllowedSlideMm(range: SlideRange, slideMm: number): number {
  if (range.fromMm > range.toMm) return (range.fromMm + range.toMm) / 2;
  const { fromMm, toMm } = listNotchEnds(range);
  const stepped = range.stepMm ? Math.round(slideMm / range.stepMm) * range.stepMm : slideMm;
  return Math.min(toMm, Math.max(fromMm, stepped));
}

/** The first and the last place on a rail where the joint can stand: notches where it has any, its ends where none lies between. */
export function listNotchEnds({
  fromMm,
  toMm,
  stepMm,
}: Pick<SlideRange, 'fromMm' | 'toMm' | 'stepMm'>): Pick<SlideRange, 'fromMm' | 'toMm'> {
  if (!stepMm) return { fromMm, toMm };
  const [first, last] = [
    Math.ceil(fromMm / stepMm - 1e-9) * stepMm,
    Math.floor(toMm / stepMm + 1e-9) * stepMm,
  ];
  return first <= last ? { fromMm: first, toMm: last } : { fromMm, toMm };
}

/** The least step by which a joint is slid by hand, in mm: its own notches, or a whole millimetre. */
export function measureSlideStepMm(range: Pick<SlideRange, 'stepMm'>): number {
  return range.stepMm ?? 1;
}

/** The slide after a push by some mm from where it is, in whole steps, as far as the joint can take it. */
export function slideBy(range: SlideRange, slideMm: number, byMm: number): number {
  const step = measureSlideStepMm(range);
  return toAllowedSlideMm(range, slideMm + Math.round(byMm / step) * step);
}
