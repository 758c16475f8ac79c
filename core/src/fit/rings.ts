import { createFinding, defineCheck, defineFinding, stating } from '../finding/index.js';
import { hasTrait, measureCentreMm, type Control } from '../part/index.js';
import {
  add,
  cross,
  dot,
  measureLength,
  scale,
  subtract,
  toUnit,
  type Vec3,
} from '../placement/index.js';
import {
  isInBranch,
  measureSetting,
  placeRay,
  rigFromMount,
  type PlacedItem,
} from '../rig/index.js';
import { createProbe, listIntrusions, listNear, type Space } from '../space/index.js';
import { toWeightN } from '../units/index.js';
import { sayG, sayList, sayNm, sayNumber } from '../words/index.js';
import { aboutJoint, defineSolidCheck, type FitAsked, type SolidAsked } from './asked.js';
import { measureJoltG } from './slip.js';

/** A finger is so thick on a ring, and so wide along it, in mm (estimate). */
const finger = { thickMm: 8, wideMm: 6 };
/** A ring is looked at from so many sides. */
const sides = 24;
/** Thumb and finger want so much of a ring on one side of the barrel, in degrees (estimate: they lie opposite within it). */
const turnedByDeg = 120;

export const ringCovered = defineFinding(
  'ring-covered',
  stating<{ readonly controlId: string; readonly freeDeg: number }>(),
  {
    restsOn: ['shape', 'mounts'],
    bad: ({ freeDeg }) => -freeDeg,
    weight: 'risk',
    when: 'parts stand so close round a ring of the lens that less than 120° of it is left to turn it by; the focus ring where a hand focuses and no drive does',
    offers: '',
    sentence: ({ items: [lens, ...others], facts }, n) =>
      `${sayList(others.map((id) => n.item(id)))} ${others.length === 1 ? 'leaves' : 'leave'} ${facts.freeDeg === 0 ? 'nothing' : `${sayNumber(facts.freeDeg)}°`} of the ${n.control(lens!, facts.controlId)} of ${n.item(lens!)} free; thumb and finger want ≈ ${turnedByDeg}°.`,
    why: 'A ring that two fingers cannot take hold of is not turned during a take.',
    todo: 'Slide what stands there off the ring, or clamp it to a rod or the cage instead.',
  },
);

/** The stretch of a ring that fingers reach, the longest on one side, in degrees, and who takes the rest. */
function measureFreeArc(
  space: Space,
  lens: PlacedItem,
  control: Control,
): { readonly freeDeg: number; readonly by: readonly PlacedItem[] } | undefined {
  const mount = lens.part.mounts.find((m) => m.kind === 'lens-mount' && m.side === 'lens');
  if (!mount) return undefined;
  const { originMm, rotation } = rigFromMount(lens, mount);
  const axis = rotation.z;
  const at = placeRay(lens, control.id, control.atMm, [1, 0, 0]).atMm;
  const middle = add(originMm, scale(axis, dot(subtract(at, originMm), axis)));
  const out = subtract(at, middle);
  const radiusMm = measureLength(out);
  // A control on the axis is no ring.
  if (radiusMm < 1) return undefined;
  const up: Vec3 = toUnit(out);
  const side = cross(axis, up);
  // What the lens carries and what turns the ring is no trouble: a gear, a drive.
  const isAsked = (p: PlacedItem) =>
    p !== lens &&
    !hasTrait(p.part, 'soft') &&
    !['ring', 'follow-focus', 'filter'].includes(p.part.kind) &&
    !isInBranch(p, lens);
  const probes = Array.from({ length: sides }, (_, i) => {
    const angle = (i / sides) * 2 * Math.PI;
    const direction = add(scale(up, Math.cos(angle)), scale(side, Math.sin(angle)));
    const from = add(middle, scale(direction, radiusMm + 0.5));
    return createProbe(from, direction, finger.wideMm / 2, finger.thickMm);
  });
  if (listNear(space, probes, isAsked, 0).length === 0) return undefined;
  const met = probes.map((probe) => listIntrusions(space, [probe], isAsked)[0]?.placed);
  const free = met.map((m) => m === undefined);
  const by = [...new Set(met.flatMap((m) => m ?? []))].sort((a, b) => a.number - b.number);
  if (free.every(Boolean)) return undefined;
  // The longest run, twice round so that one over the end counts whole.
  let [run, longest] = [0, 0];
  for (const isFree of [...free, ...free]) {
    run = isFree ? Math.min(sides, run + 1) : 0;
    longest = Math.max(longest, run);
  }
  return { freeDeg: (longest / sides) * 360, by };
}

/** Rings of the lens that something stands round. */
export const ringCheck = defineSolidCheck([ringCovered], ({ space, brief }: SolidAsked) =>
  space.items.flatMap(({ placed: lens }) => {
    if (!hasTrait(lens.part, 'optic')) return [];
    const isDriven = space.items.some((i) => i.placed.part.kind === 'follow-focus');
    const byHand = brief.schools?.focus === 'gears';
    return (lens.part.controls ?? []).flatMap((control) => {
      const isAsked =
        control.use === 'zoom' ||
        control.use === 'iris' ||
        (control.use === 'focus' && byHand && !isDriven);
      const arc = isAsked ? measureFreeArc(space, lens, control) : undefined;
      if (!arc || arc.freeDeg >= turnedByDeg) return [];
      return [
        createFinding(
          ringCovered,
          'risk',
          { items: [lens.item.id, ...arc.by.map((p) => p.item.id)], named: 1, key: control.id },
          { controlId: control.id, freeDeg: arc.freeDeg },
        ),
      ];
    });
  }),
);

export const frontLoaded = defineFinding(
  'front-thread-loaded',
  stating<{
    readonly massG: number;
    readonly momentNm: number;
    readonly holdsNm: number;
    /** Nothing hangs on it in turn. */
    readonly alone: boolean;
  }>(),
  {
    restsOn: ['mass', 'shape', 'mounts'],
    bad: ({ momentNm, holdsNm }) => momentNm / holdsNm,
    weight: 'risk over what a filter thread bears by estimate, note over half',
    when: 'weight across the thread of all that is screwed into the front of a lens, a box on a ring included, where nobody states what it bears',
    offers: '',
    sentence: ({ items: [part, lens], facts }, n) =>
      `${n.item(part!)}${facts.alone ? '' : ' with what it carries'} (${sayG(facts.massG)}) hangs on the filter thread of ${n.item(lens!)}: ≈ ${sayNm(facts.momentNm)}, where a thread takes ≈ ${sayNm(facts.holdsNm)}.`,
    why: 'A filter thread is a few turns of thin aluminium: it jams or strips, and the front of the lens tilts under the load.',
    todo: 'Put the box on rods or clamp it to the barrel, and leave the thread to light glass.',
  },
);

/** What is screwed into the front of a lens and weighs more than a filter should. Jolts of the motion count once more. */
export const frontCheck = defineCheck([frontLoaded], ({ assembly, hold }: FitAsked) => {
  const joltG = measureJoltG(assembly);
  return assembly.joints.flatMap((joint) => {
    const lens = assembly.byId.get(joint.parent)!;
    const isFront = joint.mate.state === 'mates' && joint.mate.as === 'front-thread';
    if (!isFront || !hasTrait(lens.part, 'optic')) return [];
    if (joint.parentMount.bears ?? joint.childMount.bears) return [];
    const { branchMass } = assembly.byId.get(joint.child)!;
    const centre = measureCentreMm(branchMass);
    if (!centre) return [];
    const arm = subtract(centre, joint.rigFromParentMount.originMm);
    const momentNm =
      (toWeightN(branchMass.massG) *
        (measureLength(cross(arm, hold.axes.down)) + joltG * measureLength(arm))) /
      1000;
    const holdsNm = measureSetting(assembly.rig.settings, 'frontThreadNm');
    if (momentNm <= holdsNm / 2) return [];
    return [
      createFinding(frontLoaded, momentNm > holdsNm ? 'risk' : 'note', aboutJoint(joint), {
        massG: branchMass.massG,
        alone: (assembly.jointsOn.get(joint.child) ?? []).length === 0,
        momentNm,
        holdsNm,
      }),
    ];
  });
});
