import type { Axes, Hold } from '../hold/index.js';
import {
  combineMass,
  measureCentreMm,
  moveMass,
  measurePartMass,
  type Mass,
} from '../part/index.js';
import { dot, subtract, type Vec3 } from '../placement/index.js';
import { isInBranch, type Assembly, type PlacedItem } from '../rig/index.js';
import { measureVolumeMm3 } from '../solid/index.js';
import { measureHangAngles } from './angles.js';

/** A figure that is not known exactly: between its two ends, both possible. */
export type Range = readonly [low: number, high: number];

/**
 * What a cubic centimetre of gear weighs at least and at most, in g: a hollow plastic shell, and solid
 * aluminium with steel in it (estimates).
 */
export const densities: Range = [0.3, 3.5];

/** What a part that nobody weighed may weigh, from its volume, in g. */
export function measureGuessRangeG(placed: PlacedItem): Range {
  const cm3 = placed.part.solids.reduce((sum, s) => sum + measureVolumeMm3(s), 0) / 1000;
  return [cm3 * densities[0], cm3 * densities[1]];
}

/** What is borne, with what the unweighed parts may add to it, in g. */
export function measureMassRangeG(assembly: Assembly, hold: Hold, massG: number): Range {
  const onHead = hold.state === 'held' && hold.contacts[0]?.role === 'head';
  const support = onHead ? assembly.byId.get(hold.contacts[0]!.itemId) : undefined;
  return assembly.unweighed
    .filter((p) => !support || !isInBranch(support, p))
    .map(measureGuessRangeG)
    .reduce<Range>((sum, [low, high]) => [sum[0] + low, sum[1] + high], [massG, massG]);
}

/**
 * Tilt and lean over what the unweighed parts may weigh: all light, all heavy, and each heavy by itself.
 * Undefined where all are weighed.
 */
export function measureAngleRanges(
  assembly: Assembly,
  pointMm: Vec3,
  axes: Axes,
): { readonly tiltRad: Range; readonly leanRad: Range } | undefined {
  const unknown = assembly.unweighed.map((placed) => {
    const [low, high] = measureGuessRangeG(placed);
    const own = (massG: number) =>
      moveMass(measurePartMass(placed.part, placed.moved, massG)!, placed.rigFromPart);
    return { low: own(low), high: own(high) };
  });
  if (unknown.length === 0) return undefined;
  const cases: Mass[][] = [
    unknown.map((u) => u.low),
    unknown.map((u) => u.high),
    ...unknown.map((_, i) => unknown.map((u, k) => (k === i ? u.high : u.low))),
  ];
  const angles = cases.map((masses) => {
    const centre = measureCentreMm(masses.reduce(combineMass, assembly.mass))!;
    const d = subtract(centre, pointMm);
    return measureHangAngles(dot(d, axes.forward), dot(d, axes.left), dot(d, axes.down));
  });
  const range = (list: readonly number[]): Range => [Math.min(...list), Math.max(...list)];
  return {
    tiltRad: range(angles.map((a) => a.tiltRad)),
    leanRad: range(angles.map((a) => a.leanRad)),
  };
}
