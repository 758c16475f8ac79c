import { createFinding, defineCheck, defineFinding, stating } from '../finding/index.js';
import { mountKinds, measureCentreMm, type Mount, type MountKind } from '../part/index.js';
import {
  add,
  cross,
  dot,
  measureLength,
  negate,
  scale,
  subtract,
  type Vec3,
} from '../placement/index.js';
import {
  measureSetting,
  placeSolids,
  rigFromMount,
  type Assembly,
  type PlacedItem,
  type PlacedJoint,
} from '../rig/index.js';
import { isInsideSolid, measureReachMm } from '../solid/index.js';
import { toWeightN } from '../units/index.js';
import { sayCm2, sayNumber } from '../words/index.js';
import { aboutJoint, type FitAsked } from './asked.js';
import { isBraced } from './brace.js';
import { cutAt } from './cut.js';
import { measureJoltG } from './slip.js';

/** How firmly a face sticks, in kPa (kN∕m²): pulled off it, and along it. */
interface Sticks {
  readonly pullKpa: number;
  readonly shearKpa: number;
}

/** The kinds of mount that hold by an area, and what each holds where nobody states it. */
function findSticks(kind: MountKind, assembly: Assembly): Sticks | undefined {
  const { settings } = assembly.rig;
  switch (kind) {
    case 'hook-loop': {
      // Loops tear off more easily than they slide.
      const shearKpa = measureSetting(settings, 'hookLoopKpa');
      return { pullKpa: shearKpa / 2, shearKpa };
    }
    case 'magnet': {
      const pullKpa = measureSetting(settings, 'magnetKpa');
      return { pullKpa, shearKpa: pullKpa * measureSetting(settings, 'frictionMetal') };
    }
    case 'device-clamp':
    case 'belt-clip': {
      const kpa = measureSetting(settings, 'clampedKpa');
      return { pullKpa: kpa, shearKpa: kpa };
    }
    default:
      return undefined;
  }
}

/** How near to a solid a mount lies that belongs to it, in mm (estimate). */
const ownMm = 2;
/** No patch and no magnet on a rig is larger than this on a side, in mm (estimate). */
const mostMm = 60;

/** How long and wide a part is where a mount lies on it, along the mount's reference and across it, in mm. */
function measureFaceMm(placed: PlacedItem, mount: Mount): readonly [number, number] | undefined {
  const frame = rigFromMount(placed, mount);
  const own = placeSolids(placed).filter(({ solid, rigFromSolid }) =>
    isInsideSolid(solid, rigFromSolid, frame.originMm, ownMm),
  );
  if (own.length === 0) return undefined;
  const extent = (axis: Vec3) =>
    Math.max(
      ...own.map(
        ({ solid, rigFromSolid }) =>
          measureReachMm(solid, rigFromSolid, axis) +
          measureReachMm(solid, rigFromSolid, negate(axis)),
      ),
    );
  return [extent(frame.rotation.x), extent(frame.rotation.y)];
}

/** What a joint that holds by its area is asked to bear, and what it holds by estimate. */
export interface Sticking {
  readonly kind: MountKind;
  /** The face that both parts share there, at most 60 mm a side. */
  readonly areaMm2: number;
  readonly awayMassG: number;
  readonly joltG: number;
  /** The share of what it holds that weight and motion take up: pull, shear and tilting together. */
  readonly ratio: number;
}

/**
 * What a patch, a magnet or a clamp without a stated figure has to bear, against what it holds by its area: pull over
 * σ·A, shear over τ·A and tilting moment over σ·A·b∕4 (b the shorter side), summed, with the jolt where it does most.
 * Undefined for other joints, and where a figure is stated or no face is there to measure.
 */
export function measureSticking(
  { assembly, hold }: Pick<FitAsked, 'assembly' | 'hold'>,
  joint: PlacedJoint,
): Sticking | undefined {
  if (joint.mate.state !== 'mates') return undefined;
  const sticks = findSticks(joint.mate.as, assembly);
  const ends = [joint.parentMount, joint.childMount];
  if (!sticks || ends.some((m) => m.holdsNm !== undefined || m.bears !== undefined)) {
    return undefined;
  }
  const faces = [
    measureFaceMm(assembly.byId.get(joint.parent)!, joint.parentMount),
    measureFaceMm(assembly.byId.get(joint.child)!, joint.childMount),
  ].flatMap((face) => (face ? [[Math.max(...face), Math.min(...face)] as const] : []));
  if (faces.length === 0) return undefined;
  const longMm = Math.min(mostMm, ...faces.map(([long]) => long));
  const wideMm = Math.min(mostMm, ...faces.map(([, wide]) => wide));
  const cut = cutAt(assembly, joint, hold);
  const centre = measureCentreMm(cut.awayMass);
  if (!centre) return undefined;
  const { originMm, rotation } = joint.rigFromParentMount;
  // The way off the face, for the side that hangs on it.
  const off = cut.isAway(assembly.byId.get(joint.child)!) ? rotation.z : negate(rotation.z);
  const weightN = toWeightN(cut.awayMass.massG);
  const arm = scale(subtract(centre, originMm), 1e-3);
  const force = scale(hold.axes.down, weightN);
  const pullN = Math.max(0, dot(force, off));
  const shearN = measureLength(subtract(force, scale(off, dot(force, off))));
  const moment = cross(arm, force);
  const tiltNm = measureLength(add(moment, scale(off, -dot(moment, off))));
  const areaM2 = longMm * wideMm * 1e-6;
  const [pullAtN, shearAtN] = [sticks.pullKpa * 1e3 * areaM2, sticks.shearKpa * 1e3 * areaM2];
  const tiltAtNm = (pullAtN * wideMm * 1e-3) / 4;
  const joltG = measureJoltG(assembly);
  const jolted =
    joltG * weightN * Math.max(1 / pullAtN, 1 / shearAtN, measureLength(arm) / tiltAtNm);
  return {
    kind: joint.mate.as,
    areaMm2: longMm * wideMm,
    awayMassG: cut.awayMass.massG,
    joltG,
    ratio: pullN / pullAtN + shearN / shearAtN + tiltNm / tiltAtNm + jolted,
  };
}

export const mayComeOff = defineFinding('may-come-off', stating<Sticking>(), {
  restsOn: ['mass', 'mounts'],
  bad: ({ ratio }) => ratio,
  weight: 'risk over what it holds by estimate, note over half',
  when: 'weight and motion on a patch, a magnet, a belt clip or a clamp of which nobody states what it bears',
  offers: '',
  sentence: ({ items: [child, parent], weight, facts }, n) => {
    const by = `${mountKinds[facts.kind].label} of ≈ ${sayCm2(facts.areaMm2)}`;
    const [its, bring, take] =
      facts.joltG > 0
        ? ['its weight and your steps', 'bring', 'take']
        : ['its weight', 'brings', 'takes'];
    return weight === 'risk'
      ? `${n.item(child!)} may come off ${n.item(parent!)}: ${its} ${bring} ≈ ${sayNumber(facts.ratio, 1)} times what a ${by} holds; nobody states what it bears.`
      : `${n.item(child!)} on ${n.item(parent!)} wants a look now and then: ${its} ${take} up ≈ ${sayNumber(facts.ratio * 100)} % of what a ${by} holds.`;
  },
  why: 'What sticks, clips or clamps holds by its area, less when it is old, dusty or cold.',
  todo: 'Use a screw, a larger patch, or a tie as a second hold; try it over a cushion.',
});

/** Patches, magnets, clips and clamps of which nobody states what they bear, judged by their area. */
export const stickCheck = defineCheck([mayComeOff], (context: FitAsked) =>
  context.assembly.joints.flatMap((joint) => {
    const sticking = measureSticking(context, joint);
    if (!sticking || sticking.ratio <= 0.5 || isBraced(context.assembly, joint)) return [];
    const weight = sticking.ratio > 1 ? 'risk' : 'note';
    return [createFinding(mayComeOff, weight, aboutJoint(joint), sticking)];
  }),
);
