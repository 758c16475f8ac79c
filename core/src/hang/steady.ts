import type { Hold } from '../hold/index.js';
import { hasTrait, measureTensorAt, type Inertia } from '../part/index.js';
import { add, place, scale, type Vec3 } from '../placement/index.js';
import { measureInertia, type Assembly } from '../rig/index.js';
import { measureAbout } from '../solid/index.js';
import { kgm2PerGmm2 } from './properties.js';

/** Rotational inertia about the operator's three axes, in kg·m². */
export interface Turning {
  readonly pitchKgm2: number;
  readonly yawKgm2: number;
  readonly rollKgm2: number;
}

/** How slowly the rig turns, against the bare camera with its lens. */
export interface Steadiness {
  readonly rig: Turning;
  readonly bare: Turning;
  /** How many times slower the same push turns the rig. */
  readonly times: { readonly pitch: number; readonly yaw: number; readonly roll: number };
}

/** Inertia of a body about three axes through a point. */
export function measureTurning(inertia: Inertia, atMm: Vec3, axes: Hold['axes']): Turning {
  const tensor = measureTensorAt(inertia, atMm);
  return {
    pitchKgm2: measureAbout(tensor, axes.left) * kgm2PerGmm2,
    yawKgm2: measureAbout(tensor, axes.down) * kgm2PerGmm2,
    rollKgm2: measureAbout(tensor, axes.forward) * kgm2PerGmm2,
  };
}

/**
 * Rotational inertia about the middle of what bears the rig, and that of the bare camera (body, its lens and what
 * is in its own cell bay) about its own grip, or its centre of mass where it has none. Undefined where nothing
 * has been weighed or the bare camera has no mass.
 */
export function measureSteadiness(assembly: Assembly, hold: Hold): Steadiness | undefined {
  const whole = measureInertia(assembly, (p) => !hasTrait(p.part, 'grounded'));
  const bare = measureInertia(
    assembly,
    (p) =>
      hasTrait(p.part, 'camera') ||
      hasTrait(p.part, 'optic') ||
      (p.carriedBy?.mate.state === 'mates' && p.carriedBy.parentMount.kind === 'cell-bay'),
  );
  if (whole.massG === 0 || bare.massG === 0) return undefined;
  const contacts = hold.state === 'held' ? hold.contacts.filter((c) => c.role !== 'head') : [];
  const middle =
    contacts.length > 0
      ? scale(
          contacts.reduce<Vec3>((sum, c) => add(sum, c.pointMm), [0, 0, 0]),
          1 / contacts.length,
        )
      : whole.centreMm;
  const body = assembly.items[0]!;
  const grip = body.part.grips?.find((g) => g.use === 'carry');
  const own = grip
    ? place(body.rigFromPart, scale(add(grip.fromMm, grip.toMm), 0.5))
    : bare.centreMm;
  const a = measureTurning(whole, middle, hold.axes);
  const b = measureTurning(bare, own, hold.axes);
  return {
    rig: a,
    bare: b,
    times: {
      pitch: a.pitchKgm2 / b.pitchKgm2,
      yaw: a.yawKgm2 / b.yawKgm2,
      roll: a.rollKgm2 / b.rollKgm2,
    },
  };
}

/** Which of two rigs is the light and quick one, by mass and by inertia in pitch. */
export type Lightness =
  'lighter-quicker' | 'heavier-steadier' | 'lighter-steadier' | 'heavier-quicker';

/** How the first stands to the second; equal counts as lighter and as quicker. */
export function compareLightness(
  a: { readonly massG: number; readonly pitch: number },
  b: { readonly massG: number; readonly pitch: number },
): Lightness {
  const mass = a.massG <= b.massG ? 'lighter' : 'heavier';
  return `${mass}-${a.pitch <= b.pitch ? 'quicker' : 'steadier'}`;
}
