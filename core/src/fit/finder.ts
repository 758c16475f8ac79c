import { createFinding, defineFinding, stating } from '../finding/index.js';
import { hasTrait, type KeepClear } from '../part/index.js';
import { dot, scale, subtract, type Vec3 } from '../placement/index.js';
import { placeRay, type PlacedItem } from '../rig/index.js';
import { canTurnTo, findEye, isMild, lookAt } from '../sight/index.js';
import { createProbe, listIntruders, type Space } from '../space/index.js';
import type { Hold } from '../hold/index.js';
import { sayList, sayMm } from '../words/index.js';
import { defineSolidCheck, type SolidAsked } from './asked.js';
import { doorEnoughDeg, type Entered } from './clear.js';
import { listPictureLeads } from './useless.js';

/** So near to an eyepiece a part rubs at it, or is taken for an eye, in mm (estimate: eye sensors react at 15 to 40 mm). */
const nearEyeMm = 15;

export const eyepieceTouched = defineFinding(
  'eyepiece-touched',
  stating<{ readonly spaceId: string; readonly apartMm: number }>(),
  {
    restsOn: ['shape', 'mounts', 'spaces'],
    bad: ({ apartMm }) => -apartMm,
    weight: 'note',
    when: 'a part stands within 15 mm behind the eyepiece of a camera that is held otherwise than by the eye',
    offers: '',
    sentence: ({ items: [intruder, camera], facts }, n) =>
      facts.apartMm < 0.5
        ? `${n.item(intruder!)} touches the eyepiece of ${n.item(camera!)}.`
        : `${n.item(intruder!)} stands ${sayMm(Math.round(facts.apartMm))} behind the eyepiece of ${n.item(camera!)}.`,
    why: 'It rubs there, and an eye sensor takes it for your eye: the rear screen goes dark.',
    todo: 'Slide it back, take the eyecup off, or switch the eye sensor off in the menu.',
  },
);

/** The middle of an eyepiece’s room at the side of its camera, and the way out of it, in the part's frame. */
function findEyeFace(
  camera: PlacedItem,
  { shape }: KeepClear,
): { at: Vec3; out: Vec3; lengthMm: number } | undefined {
  const middle = camera.part.solids.reduce<Vec3>(
    (sum, s) => [sum[0] + s.atMm[0], sum[1] + s.atMm[1], sum[2] + s.atMm[2]],
    [0, 0, 0],
  );
  const from = subtract(shape.atMm, scale(middle, 1 / camera.part.solids.length));
  const axes: readonly { axis: Vec3; halfMm: number }[] =
    shape.type === 'box'
      ? (
          [
            [1, 0, 0],
            [0, 1, 0],
            [0, 0, 1],
          ] as const
        ).map((axis, i) => ({ axis, halfMm: shape.sizeMm[i]! / 2 }))
      : shape.type === 'cylinder'
        ? [{ axis: shape.axis, halfMm: shape.lengthMm / 2 }]
        : [];
  // The eye comes from where the room lies farthest outside, seen from the middle of the camera.
  const [far] = [...axes].sort((a, b) => Math.abs(dot(from, b.axis)) - Math.abs(dot(from, a.axis)));
  if (!far) return undefined;
  const out = scale(far.axis, Math.sign(dot(from, far.axis)) || 1);
  return { at: subtract(shape.atMm, scale(out, far.halfMm)), out, lengthMm: 2 * far.halfMm };
}

/** Half the height of an eyepiece's window, mm (estimate). */
const windowMm = 8;

/** Parts that stand right behind the eyepiece of a camera, where the eye is elsewhere: by the eye they are told as in its way. */
export const finderCheck = defineSolidCheck([eyepieceTouched], ({ space, hold }: SolidAsked) => {
  if (hold.kind === 'eye') return [];
  return space.items.flatMap(({ placed: camera }) => {
    if (!hasTrait(camera.part, 'camera')) return [];
    return (camera.part.keepClear ?? []).flatMap((keep) => {
      const face = keep.purpose === 'eyepiece' ? findEyeFace(camera, keep) : undefined;
      if (!face) return [];
      const { atMm, direction } = placeRay(camera, keep.id, face.at, face.out);
      const isAsked = (p: PlacedItem) =>
        p !== camera && !hasTrait(p.part, 'eye-rest') && !hasTrait(p.part, 'soft');
      const before = (mm: number) =>
        listIntruders(space, [createProbe(atMm, direction, windowMm, mm)], isAsked)[0];
      const intruder = before(Math.min(nearEyeMm, face.lengthMm));
      if (!intruder) return [];
      let [clear, apartMm] = [0, nearEyeMm];
      // Halving some mm to a tenth.
      for (let i = 0; i < 8; i += 1) {
        const half = (clear + apartMm) / 2;
        if (before(half)) apartMm = half;
        else clear = half;
      }
      return [
        createFinding(
          eyepieceTouched,
          'note',
          { items: [intruder.item.id, camera.item.id], key: keep.id },
          { spaceId: keep.id, apartMm: clear },
        ),
      ];
    });
  });
});

export const playbackRefused = defineFinding(
  'playback-refused',
  stating<{
    readonly runId: string;
    readonly gives: readonly string[];
    readonly takes: readonly string[];
    /** Why the camera's own screen is no way out. */
    readonly because: 'none' | 'shut' | 'unseen';
  }>(),
  {
    restsOn: ['ports', 'shape'],
    weight: 'risk',
    when: 'a screen takes none of the formats in which the camera plays back, both as stated, and the camera’s own screen is not there, does not come round, or is not seen',
    offers: '',
    sentence: ({ items: [screen, camera], facts }, n) => {
      const own = {
        none: `${n.item(camera!)} has no screen of its own`,
        shut: `the screen of ${n.item(camera!)} does not come round`,
        unseen: `you do not see the screen of ${n.item(camera!)}`,
      };
      return `${n.item(screen!)} stays dark while ${n.item(camera!)} plays back (it gives ${sayList(facts.gives)}, and ${n.item(screen!)} takes ${sayList(facts.takes)}), and ${own[facts.because]}.`;
    },
    why: 'Between takes you check what was recorded, and there is no picture to check.',
    todo: 'Free the camera’s own screen, or take a screen that knows the playback format.',
  },
);

/** Screens that go dark in playback, where the camera's own screen cannot stand in for them. */
export const playbackCheck = defineSolidCheck(
  [playbackRefused],
  ({
    space,
    assembly,
    parts,
    hold,
    entered,
  }: SolidAsked & { readonly entered: readonly Entered[] }) => {
    const pictures = listPictureLeads(assembly, parts).filter(
      ({ from, to }) =>
        from.port.playbackFormats &&
        hasTrait(from.placed.part, 'camera') &&
        (to.placed.part.screens?.length ?? 0) > 0,
    );
    // One screen that shows it is enough.
    const takes = ({ from, to }: (typeof pictures)[number]) =>
      !to.port.formats || from.port.playbackFormats!.some((f) => to.port.formats!.includes(f));
    if (pictures.some(takes)) return [];
    return pictures.slice(0, 1).flatMap(({ run, from, to }) => {
      const because = findNoOwnScreen(space, hold, from.placed, entered);
      if (!because) return [];
      return [
        createFinding(
          playbackRefused,
          'risk',
          { items: [to.placed.item.id, from.placed.item.id], key: run.id },
          { runId: run.id, gives: from.port.playbackFormats!, takes: to.port.formats!, because },
        ),
      ];
    });
  },
);

/** Why a camera's own screen cannot be looked at in this setup; undefined where it can. */
function findNoOwnScreen(
  space: Space,
  hold: Hold,
  camera: PlacedItem,
  entered: readonly Entered[],
): 'none' | 'shut' | 'unseen' | undefined {
  const screens = (camera.part.screens ?? []).filter((s) => !s.finder);
  if (screens.length === 0) return 'none';
  const eye = findEye(space.assembly, hold);
  const sights = eye ? lookAt(space, eye, camera) : [];
  const seen = sights.some((s) => s.trouble === undefined || isMild(s));
  if (!eye || seen || sights.some((s) => canTurnTo(space, eye, s))) return undefined;
  const isShut = entered.some(
    (e) =>
      e.owner === camera && e.keep.purpose === 'screen-swing' && (e.opensDeg ?? 0) < doorEnoughDeg,
  );
  return isShut ? 'shut' : 'unseen';
}
