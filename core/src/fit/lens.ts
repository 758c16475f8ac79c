import {
  createFinding,
  defineCheck,
  defineFinding,
  stating,
  type AnyFinding,
  type Weight,
} from '../finding/index.js';
import { sayG, sayList, sayMm, sayNm } from '../words/index.js';
import { aboutJoint, defineSolidCheck, type FitAsked, type SolidAsked } from './asked.js';
import { hasTrait, measureCentreMm } from '../part/index.js';
import { add, cross, dot, measureLength, place, scale, subtract } from '../placement/index.js';
import {
  isInBranch,
  measureSetting,
  type Assembly,
  type HoldKind,
  type PlacedItem,
  type PlacedJoint,
} from '../rig/index.js';
import type { Space } from '../space/index.js';
import { isViewKnown, listOpticalPaths, listViewCuts, type ViewCut } from '../optics/index.js';
import { toWeightN } from '../units/index.js';
import type { Hold } from '../hold/index.js';
import { isBraced } from './brace.js';
import { isBorneBy } from './contact.js';
import { cutAt } from './cut.js';

/** The moment that a lens and all that hangs on it put on a lens mount, and what it bears. */
export interface LensLoad {
  readonly joint: PlacedJoint;
  readonly momentNm: number;
  readonly focusNm: number;
  readonly massG: number;
  /** Which side hangs on the flange: the lens, or the camera where the lens stands on a foot of its own. */
  readonly hanging: 'lens' | 'camera';
  readonly limitNm: number;
  readonly limitStated: boolean;
  /** Borne by a support under the lens. */
  readonly supported: boolean;
}

/** From a third of what it bears a lens mount shows play before strength ends (the domain's figure). */
export const lensMountRiskShare = 1 / 3;

function measureLimit(assembly: Assembly, joint: PlacedJoint): { nm: number; stated: boolean } {
  const stated = joint.parentMount.bears?.momentNm;
  if (stated !== undefined) return { nm: stated, stated: true };
  const { settings } = assembly.rig;
  const root = assembly.items[0]!.part;
  const isLight = root.massG !== undefined && root.massG < measureSetting(settings, 'lightBodyG');
  return {
    nm: measureSetting(settings, isLight ? 'lensMountLightNm' : 'lensMountNm'),
    stated: false,
  };
}

/** How far the zooms of a branch can still come out, as a shift of their part's whole mass: the worst case. */
function measureExtension(placed: PlacedItem): number {
  return (placed.part.movements ?? [])
    .filter((m) => m.type === 'shift')
    .reduce((sum, m) => sum + Math.max(0, m.to - m.rest), 0);
}

/** Whether a pad of another part reaches the lens or what it carries: nobody needs to say so. */
function isOnPad(assembly: Assembly, space: Space | undefined, joint: PlacedJoint): boolean {
  if (!space) return false;
  const branch = assembly.byId.get(joint.child)!;
  const inside = assembly.items.filter((p) => isInBranch(branch, p));
  return assembly.items.some(
    (pad) =>
      hasTrait(pad.part, 'lens-foot') &&
      !isInBranch(branch, pad) &&
      inside.some((p) => isBorneBy(space, pad.item.id, p.item.id)),
  );
}

/**
 * Moment across the optical axis about the flange, N·m: weight of the lens and all it carries, with its
 * zoom drawn out (taken as moving half of the lens), plus the focus hand at the ring farthest out.
 */
export function measureLensLoads(
  assembly: Assembly,
  hold: Hold,
  space: Space | undefined,
): LensLoad[] {
  return assembly.joints.flatMap((joint): LensLoad[] => {
    if (joint.mate.state !== 'mates' || joint.mate.as !== 'lens-mount') return [];
    const branch = assembly.byId.get(joint.child)!;
    const cut = cutAt(assembly, joint, hold);
    // Where the lens stands on a foot of its own, or a hand has it alone, the camera hangs on the flange instead.
    const isCameraHanging = !cut.bothHeld && !cut.isAway(branch);
    const hanging = isCameraHanging ? cut.awayMass : branch.branchMass;
    const centre = measureCentreMm(hanging);
    if (!centre || hanging.massG <= 0) return [];
    const flange = joint.rigFromParentMount;
    const axis = flange.rotation.z;
    const own = branch.mass?.massG ?? 0;
    const drawnMm = isCameraHanging ? 0 : (measureExtension(branch) * own) / 2 / hanging.massG;
    const arm = scale(subtract(add(centre, scale(axis, drawnMm)), flange.originMm), 1 / 1000);
    // Whatever the attitude, the worst is weight square to the axis.
    const along = Math.abs(dot(arm, axis));
    const off = measureLength(cross(arm, axis));
    const weightNm = toWeightN(hanging.massG) * Math.hypot(along, off);
    const focus = assembly.items
      .filter((p) => isInBranch(branch, p))
      .flatMap((p) =>
        (p.part.grips ?? [])
          .filter((g) => g.use === 'focus')
          .map((g) => Math.abs(dot(subtract(place(p.rigFromPart, g.toMm), flange.originMm), axis))),
      );
    const focusNm =
      (measureSetting(assembly.rig.settings, 'focusForceN') * Math.max(0, ...focus)) / 1000;
    const limit = measureLimit(assembly, joint);
    return [
      {
        joint,
        momentNm: weightNm + focusNm,
        focusNm,
        massG: hanging.massG,
        hanging: isCameraHanging ? 'camera' : 'lens',
        limitNm: limit.nm,
        limitStated: limit.stated,
        supported: isBraced(assembly, joint) || isOnPad(assembly, space, joint),
      },
    ];
  });
}

export const lensMountOverloaded = defineFinding(
  'lens-mount-overloaded',
  stating<{
    readonly momentNm: number;
    readonly limitNm: number;
    readonly limitStated: boolean;
    readonly massG: number;
    readonly hanging: 'lens' | 'camera';
    readonly focusNm: number;
  }>(),
  {
    restsOn: ['mass', 'shape'],
    bad: ({ momentNm, limitNm }) => momentNm / limitNm,
    weight:
      'stops over what the mount is stated to bear, or half as much again as an estimate; from a third of it a risk where the rig stands for long, a note in the hands, where it is a risk from two thirds',
    when: 'moment across the optical axis about the flange, zoom drawn out, focus hand included; not where a support bears it',
    offers: '',
    sentence: ({ items: [lens, body], facts }, n) =>
      facts.hanging === 'camera'
        ? `${n.item(body!)}, ${sayG(facts.massG)} with all that hangs on it, hangs on the mount of ${n.item(lens!)} with ≈ ${sayNm(facts.momentNm)}; it bears ${facts.limitStated ? '' : '≈ '}${sayNm(facts.limitNm)}.`
        : `${n.item(lens!)}, ${sayG(facts.massG)} with all that hangs on it, puts ≈ ${sayNm(facts.momentNm)} on the mount of ${n.item(body!)}, which bears ${facts.limitStated ? '' : '≈ '}${sayNm(facts.limitNm)}.`,
    why: 'A lens mount shows play from about a third of what it bears, long before it gives way.',
    todo: 'Put a support under the lens, or take the weight onto rods.',
    toGet: ({ items: [lens, body], facts }, n) =>
      facts.hanging === 'camera'
        ? `Get a plate that bears ${n.item(body!)} under its own thread as well, or a lens support that reaches it.`
        : `Get a lens support that bears ${sayG(facts.massG)}, on rods under the cage, or mount the rig by a foot on ${n.item(lens!)}.`,
  },
);

/** Ways of holding in which a rig stands for long: a loaded mount creeps there, and nobody feels it. */
const standing: readonly HoldKind[] = ['tripod', 'monopod', 'slider', 'gimbal'];

/** So far over an estimate of what a mount bears it is too much, whatever its maker would say (estimate). */
const surelyTooMuch = 1.5;

/** How heavy a loaded lens mount weighs; for shares over {@link lensMountRiskShare}. */
function weighLensLoad(ratio: number, limitStated: boolean, { setup }: Assembly): Weight {
  if (ratio > (limitStated ? 1 : surelyTooMuch)) return 'stops';
  return standing.includes(setup.hold) || ratio > 2 * lensMountRiskShare ? 'risk' : 'note';
}

/** Lens mounts loaded beyond what they bear, or from a third of it. What a support bears does not count. */
export const lensLoadCheck = defineCheck(
  [lensMountOverloaded],
  ({ assembly, lensLoads: all }: FitAsked & { readonly lensLoads: readonly LensLoad[] }) => {
    // A lens on an adapter loads both mounts: the one that it loads most speaks.
    const rankOf = (load: LensLoad) => (load.supported ? 0 : load.momentNm / load.limitNm);
    const isOnOneWay = (a: LensLoad, b: LensLoad) => {
      const [one, other] = [a, b].map((l) => assembly.byId.get(l.joint.child)!);
      return isInBranch(one!, other!) || isInBranch(other!, one!);
    };
    const loads = all.filter(
      (load, i) =>
        !all.some(
          (other, k) =>
            k !== i &&
            isOnOneWay(load, other) &&
            (rankOf(other) > rankOf(load) || (rankOf(other) === rankOf(load) && k < i)),
        ),
    );
    return loads.flatMap(({ joint, supported, ...load }) => {
      const ratio = load.momentNm / load.limitNm;
      if (supported || ratio <= lensMountRiskShare) return [];
      const { momentNm, limitNm, limitStated, massG, focusNm, hanging } = load;
      return [
        createFinding(
          lensMountOverloaded,
          weighLensLoad(ratio, limitStated, assembly),
          aboutJoint(joint),
          {
            momentNm,
            limitNm,
            limitStated,
            massG,
            hanging,
            focusNm,
          },
        ),
      ];
    });
  },
);

/** Thinner or thicker than this an adapter no longer focuses where the ring says, in mm (estimate). */
export const flangeToleranceMm = 0.1;

export const adapterImpossible = defineFinding(
  'adapter-impossible',
  stating<{ readonly bodyFlangeMm: number; readonly lensFlangeMm: number }>(),
  {
    restsOn: ['mounts'],
    weight: 'stops',
    when: 'the lens is made for no greater distance to the sensor than the body',
    offers: '',
    sentence: ({ items: [lens, body], facts }, n) =>
      `No adapter without glass brings ${n.item(lens!)} onto ${n.item(body!)}: the lens wants ${sayMm(facts.lensFlangeMm)} to the sensor and the body alone takes ${sayMm(facts.bodyFlangeMm)}.`,
    why: 'The lens would sit too far out and never reach infinity.',
    todo: 'Take a lens made for this body or for a greater distance.',
  },
);

export const flangeOff = defineFinding(
  'flange-off',
  stating<{ readonly isMm: number; readonly wantedMm: number }>(),
  {
    restsOn: ['mounts'],
    weight: 'stops',
    when: 'the adapter is more than 0.1 mm thicker or thinner than the difference of the two distances',
    offers: '',
    sentence: ({ items: [lens], facts }, n) =>
      `The adapter of ${n.item(lens!)} is ${sayMm(facts.isMm)} thick; ${sayMm(facts.wantedMm)} is right.`,
    why: 'Off by tenths of a millimetre the focus marks are wrong, by more it never gets sharp.',
    todo: 'Take the adapter made for this pair of mounts.',
  },
);

/**
 * Lenses on adapters: whether an adapter is possible at all (the lens must be made for a greater distance
 * than the body's), and whether this one has the right thickness.
 */
export const flangeCheck = defineCheck([adapterImpossible, flangeOff], ({ assembly }: FitAsked) =>
  listOpticalPaths(assembly).flatMap((path): AnyFinding[] => {
    const [bodyMm, lensMm] = [path.bodyMount.flangeMm, path.lensMount.flangeMm];
    if (bodyMm === undefined || lensMm === undefined || path.adapters.length === 0) return [];
    const items = [path.lens.item.id, path.body.item.id, ...path.adapters.map((a) => a.item.id)];
    const wantedMm = lensMm - bodyMm;
    if (wantedMm <= 0) {
      return [
        createFinding(
          adapterImpossible,
          'stops',
          { items },
          { bodyFlangeMm: bodyMm, lensFlangeMm: lensMm },
        ),
      ];
    }
    if (Math.abs(path.apartMm - wantedMm) <= flangeToleranceMm) return [];
    return [createFinding(flangeOff, 'stops', { items }, { isMm: path.apartMm, wantedMm })];
  }),
);

export const sensorNotCovered = defineFinding(
  'sensor-not-covered',
  stating<{ readonly circleMm: number; readonly diagonalMm: number }>(),
  {
    restsOn: [],
    weight: 'risk',
    when: 'image circle smaller than the diagonal of the sensor',
    offers: '',
    sentence: ({ items: [lens, body], facts }, n) =>
      `${n.item(lens!)} throws a picture ${sayMm(facts.circleMm)} wide; the sensor of ${n.item(body!)} measures ${sayMm(facts.diagonalMm)} across.`,
    why: 'The corners stay dark.',
    todo: 'Crop to the smaller picture, or take a lens that covers it.',
  },
);

/** Lenses whose picture does not cover the body's sensor. Just as wide as its diagonal covers it. */
export const circleCheck = defineCheck([sensorNotCovered], ({ assembly }: FitAsked) =>
  listOpticalPaths(assembly).flatMap(({ body, lens }) => {
    const circleMm = lens.part.optics?.imageCircleMm;
    const sensor = body.part.sensorMm;
    if (circleMm === undefined || !sensor) return [];
    const diagonalMm = Math.hypot(...sensor);
    if (circleMm >= diagonalMm) return [];
    return [
      createFinding(
        sensorNotCovered,
        'risk',
        { items: [lens.item.id, body.item.id] },
        { circleMm, diagonalMm },
      ),
    ];
  }),
);

export const viewCut = defineFinding(
  'view-cut',
  stating<{
    readonly focalMm: number;
    readonly depthMm: number;
    /** From which focal length on it is gone; undefined where it shows at every one. */
    readonly cleanFromMm: number | undefined;
    readonly pupilKnown: boolean;
    /** What stands in it as well, of the same stack. */
    readonly with: readonly string[];
  }>(),
  {
    restsOn: ['shape', 'mounts'],
    bad: ({ depthMm }) => depthMm,
    weight: 'risk; note where only the unknown place of the pupil allows it',
    when: 'a part stands in the view of the lens at its widest',
    offers: '',
    sentence: ({ items: [part, lens], facts }, n) => {
      const { focalMm, cleanFromMm } = facts;
      const clean =
        cleanFromMm === undefined || cleanFromMm <= focalMm + 0.5
          ? ''
          : `; from ≈ ${sayMm(Math.ceil(cleanFromMm))} on the picture is free of it`;
      const along =
        facts.with.length > 0 ? ` with ${sayList(facts.with.map((id) => n.item(id)))}` : '';
      return `${n.item(part!)}${along} stands ${sayMm(facts.depthMm)} in the view of ${n.item(lens!)} at ${sayMm(focalMm)}${clean}${facts.pupilKnown ? '' : ' (≈: where its entrance pupil lies is not known)'}.`;
    },
    why: 'It shows in the corner of the picture, or takes its light.',
    todo: 'Move it back or out, or zoom in.',
  },
);

/** What carries one another is one trouble, told by what cuts surely, else by what stands deepest in the view. */
function listStacks(cuts: readonly ViewCut[]): [ViewCut, ...ViewCut[]][] {
  const stacks: ViewCut[][] = [];
  for (const cut of [...cuts].sort((a, b) => a.placed.number - b.placed.number)) {
    const below = stacks.find((stack) => stack.some((one) => isInBranch(one.placed, cut.placed)));
    if (below) below.push(cut);
    else stacks.push([cut]);
  }
  return stacks.map(
    (stack) =>
      stack.sort(
        (a, b) =>
          Number(b.isSure) - Number(a.isSure) ||
          b.depthMm - a.depthMm ||
          a.placed.number - b.placed.number,
      ) as [ViewCut, ...ViewCut[]],
  );
}

/**
 * What stands in the lens's view at its widest. Where the place of its pupil is not known, what is cut even with the
 * pupil at the front is a risk, what is cut only with the pupil at the mount a note.
 */
export const viewCheck = defineSolidCheck([viewCut], ({ space }: SolidAsked) =>
  listOpticalPaths(space.assembly)
    .filter(isViewKnown)
    .flatMap((path) =>
      listStacks(listViewCuts(space, path)).map(([cut, ...others]) =>
        createFinding(
          viewCut,
          cut.isSure ? 'risk' : 'note',
          {
            items: [cut.placed.item.id, path.lens.item.id, ...others.map((o) => o.placed.item.id)],
            named: 2,
          },
          {
            focalMm: path.lens.part.optics!.focalMm[0],
            depthMm: cut.depthMm,
            cleanFromMm: cut.cleanFromMm,
            pupilKnown: path.lens.part.optics!.pupilMm !== undefined,
            with: others.map((o) => o.placed.item.id),
          },
        ),
      ),
    ),
);
