import { sayDeg, sayG, sayMm, sayNm } from './figures.js';
import type { Table } from './findings.js';

/** Wording of what concerns the lens: its mount, its picture, what stands on its axis. */
export const opticsWords: Pick<
  Table,
  | 'lens-mount-overloaded'
  | 'adapter-impossible'
  | 'flange-off'
  | 'sensor-not-covered'
  | 'off-optical-axis'
  | 'gear-out-of-mesh'
  | 'support-too-short'
  | 'view-cut'
> = {
  'lens-mount-overloaded': {
    sentence: ({ items: [lens, body], facts }, n) =>
      `${n.item(lens!)}, ${sayG(facts.massG)} with all that hangs on it, puts ≈ ${sayNm(facts.momentNm)} on the mount of ${n.item(body!)}, which bears ${facts.limitStated ? '' : '≈ '}${sayNm(facts.limitNm)}.`,
    why: 'A lens mount shows play from about a third of what it bears, long before it gives way.',
    todo: 'Put a support under the lens, or take the weight onto rods.',
  },
  'adapter-impossible': {
    sentence: ({ items: [lens, body], facts }, n) =>
      `No adapter without glass brings ${n.item(lens!)} onto ${n.item(body!)}: the lens wants ${sayMm(facts.lensFlangeMm)} to the sensor and the body alone takes ${sayMm(facts.bodyFlangeMm)}.`,
    why: 'The lens would sit too far out and never reach infinity.',
    todo: 'Take a lens made for this body or for a greater distance.',
  },
  'flange-off': {
    sentence: ({ items: [lens], facts }, n) =>
      `The adapter of ${n.item(lens!)} is ${sayMm(facts.isMm)} thick; ${sayMm(facts.wantedMm)} is right.`,
    why: 'Off by tenths of a millimetre the focus marks are wrong, by more it never gets sharp.',
    todo: 'Take the adapter made for this pair of mounts.',
  },
  'sensor-not-covered': {
    sentence: ({ items: [lens, body], facts }, n) =>
      `${n.item(lens!)} throws a picture ${sayMm(facts.circleMm)} wide; the sensor of ${n.item(body!)} measures ${sayMm(facts.diagonalMm)} across.`,
    why: 'The corners stay dark.',
    todo: 'Crop to the smaller picture, or take a lens that covers it.',
  },
  'off-optical-axis': {
    sentence: ({ items: [part], facts }, n) => {
      const off = [
        Math.abs(facts.upMm) > 0.05
          ? `${sayMm(Math.abs(facts.upMm))} too ${facts.upMm > 0 ? 'high' : 'low'}`
          : undefined,
        Math.abs(facts.leftMm) > 0.05
          ? `${sayMm(Math.abs(facts.leftMm))} too far ${facts.leftMm > 0 ? 'left' : 'right'}`
          : undefined,
        facts.turnDeg > 1 ? `${sayDeg(facts.turnDeg)} aslant` : undefined,
      ].filter((piece) => piece !== undefined);
      const rods =
        facts.axisOverRodsMm === undefined
          ? ''
          : `; the lens stands ${sayMm(facts.axisOverRodsMm)} over your rods, where 85 mm is the standard`;
      return `${n.item(part!)} sits ${off.join(' and ')} for the lens${rods}.`;
    },
    why: 'What is made for the lightweight 15 mm rods standard meets the lens only at that height.',
    todo: 'Take a base plate or a riser that gives 85 mm, or an accessory that clamps to the lens.',
  },
  'gear-out-of-mesh': {
    sentence: ({ items: [drive, ring], facts }, n) =>
      facts.ring === 'none'
        ? `${n.item(drive!)} has no gear ring to turn.`
        : facts.asideMm > 0
          ? `The gear of ${n.item(drive!)} stands ${sayMm(facts.asideMm)} beside the ring of ${n.item(ring!)}.`
          : `The gear of ${n.item(drive!)} ${facts.apartMm > 0 ? `misses the ring of ${n.item(ring!)} by ${sayMm(facts.apartMm)}` : `presses ${sayMm(-facts.apartMm)} into the ring of ${n.item(ring!)}`}.`,
    why: 'Teeth that do not mesh slip, and pressed too hard they turn the lens.',
    todo: 'Slide the drive along its rod and swing it to the ring; a lens without teeth wants a gear ring.',
  },
  'support-too-short': {
    sentence: ({ items: [support], facts }, n) =>
      `${n.item(support!)} ends ${sayMm(facts.gapMm)} under the lens and rises ${sayMm(facts.liftMm)} more.`,
    why: 'A support that does not touch supports nothing.',
    todo: 'Raise it, or take a taller one.',
  },
  'view-cut': {
    sentence: ({ items: [part, lens], facts }, n) =>
      `${n.item(part!)} stands ${sayMm(facts.depthMm)} in the view of ${n.item(lens!)} at ${sayMm(facts.focalMm)}${facts.pupilKnown ? '' : ' (≈: where its entrance pupil lies is not known)'}.`,
    why: 'It shows in the corner of the picture, or takes its light.',
    todo: 'Move it back or out, or zoom in.',
  },
};
