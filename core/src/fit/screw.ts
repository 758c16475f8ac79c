import { mountKinds } from '../part/index.js';
import {
  createFinding,
  type AnyFinding,
  defineFinding,
  stating,
  defineCheck,
} from '../finding/index.js';
import { sayMm } from '../words/index.js';
import { aboutJoint, type FitAsked } from './asked.js';
import { measureSetting, type Assembly, type Edit, type PlacedJoint } from '../rig/index.js';

/** How far a screw goes into its socket. Lengths in mm. */
export interface Engagement {
  /** Thread standing out of the faces, washers taken off. */
  readonly standsOutMm: number;
  readonly depthMm: number;
  readonly blind: boolean;
  readonly engagedMm: number;
  readonly neededMm: number;
}

/**
 * Engagement of a screw joint, or undefined where it is none or where length or depth is not stated.
 * A through hole never bottoms.
 */
export function measureEngagement(assembly: Assembly, joint: PlacedJoint): Engagement | undefined {
  if (joint.mate.state !== 'mates') return undefined;
  const { childMount: a, parentMount: b } = joint;
  if (mountKinds[a.kind].threadMm === undefined) return undefined;
  const [screw, socket] = a.side === 'screw' ? [a, b] : [b, a];
  const lengthMm = joint.joint.screwMm ?? screw.thread?.lengthMm;
  const depthMm = socket.thread?.depthMm;
  if (lengthMm === undefined || depthMm === undefined) return undefined;
  const standsOutMm = Math.max(0, lengthMm - (joint.joint.spacerMm ?? 0));
  return {
    standsOutMm,
    depthMm,
    blind: socket.thread?.blind ?? false,
    engagedMm: Math.min(standsOutMm, depthMm),
    neededMm: measureSetting(
      assembly.rig.settings,
      a.kind === 'quarter-20' ? 'engageQuarterMm' : 'engageThreeEighthsMm',
    ),
  };
}

function listShorter(assembly: Assembly, joint: PlacedJoint, found: Engagement): Edit[] {
  const setupId = assembly.setup.id;
  const jointId = joint.joint.id;
  const spacerMm = joint.joint.spacerMm ?? 0;
  const screw = joint.childMount.side === 'screw' ? joint.childMount : joint.parentMount;
  const edits: Edit[] = [];
  // Half a millimetre stays free below the screw, so that the clamp and not the bottom stops it.
  const screwMm = Math.floor(found.depthMm - 0.5 + spacerMm);
  if (screw.thread?.exchangeable && screwMm - spacerMm >= found.neededMm) {
    edits.push({ type: 'set-screw', setupId, jointId, screwMm });
  }
  const overMm = found.standsOutMm - found.depthMm;
  edits.push({
    type: 'set-spacer',
    setupId,
    jointId,
    spacerMm: spacerMm + Math.ceil((overMm + 0.5) * 2) / 2,
  });
  return edits;
}

function listLonger(assembly: Assembly, joint: PlacedJoint, found: Engagement): Edit[] {
  const setupId = assembly.setup.id;
  const jointId = joint.joint.id;
  const spacerMm = joint.joint.spacerMm ?? 0;
  const screw = joint.childMount.side === 'screw' ? joint.childMount : joint.parentMount;
  const edits: Edit[] = [];
  if (spacerMm > 0 && found.standsOutMm + spacerMm >= found.neededMm) {
    const left = Math.max(0, found.standsOutMm + spacerMm - found.neededMm);
    edits.push({
      type: 'set-spacer',
      setupId,
      jointId,
      spacerMm: Math.floor(Math.min(left, spacerMm) * 2) / 2,
    });
  }
  const screwMm = Math.ceil(found.neededMm + spacerMm);
  const fits = !found.blind || screwMm - spacerMm <= found.depthMm;
  if (screw.thread?.exchangeable && found.depthMm >= found.neededMm && fits) {
    edits.push({ type: 'set-screw', setupId, jointId, screwMm });
  }
  return edits;
}

export const screwTooLong = defineFinding(
  'screw-too-long',
  stating<{
    readonly standsOutMm: number;
    readonly depthMm: number;
    readonly overMm: number;
  }>(),
  {
    restsOn: ['mounts'],
    weight: 'stops',
    when: 'it bottoms out in a blind socket',
    offers: 'a shorter screw; washers',
    sentence: ({ items: [child, parent], facts }, n) =>
      `The screw between ${n.item(child!)} and ${n.item(parent!)} stands out ${sayMm(facts.standsOutMm)} and bottoms out ${sayMm(facts.overMm)} early in a socket ${sayMm(facts.depthMm)} deep.`,
    why: 'A screw that bottoms out clamps nothing, and forced further it damages the socket.',
    todo: 'Use a shorter screw, or a washer under its head.',
  },
);

export const screwTooShort = defineFinding(
  'screw-too-short',
  stating<{ readonly engagedMm: number; readonly neededMm: number }>(),
  {
    restsOn: ['mounts'],
    weight: 'risk; stops when nothing engages',
    when: 'fewer turns engage than wanted',
    offers: 'a longer screw; washers out',
    sentence: ({ items: [child, parent], facts }, n) =>
      `The screw between ${n.item(child!)} and ${n.item(parent!)} engages ${sayMm(facts.engagedMm)}; ≈ ${sayMm(facts.neededMm)} is wanted.`,
    why: 'Too few turns of thread strip under load (the length wanted is an estimate).',
    todo: 'Use a longer screw, or take out a washer.',
  },
);

/**
 * Screws that bottom out (which clamp nothing at all), and screws that engage too few turns. Standing
 * out by just the depth is not too long; engaging just what is needed is not too short.
 */
export const screwCheck = defineCheck([screwTooLong, screwTooShort], ({ assembly }: FitAsked) =>
  assembly.joints.flatMap((joint) => {
    const found = measureEngagement(assembly, joint);
    if (!found) return [];
    const about = aboutJoint(joint);
    const findings: AnyFinding[] = [];
    if (found.blind && found.standsOutMm > found.depthMm) {
      findings.push(
        createFinding(
          screwTooLong,
          'stops',
          about,
          {
            standsOutMm: found.standsOutMm,
            depthMm: found.depthMm,
            overMm: found.standsOutMm - found.depthMm,
          },
          listShorter(assembly, joint, found),
        ),
      );
    }
    if (found.engagedMm < found.neededMm) {
      findings.push(
        createFinding(
          screwTooShort,
          found.engagedMm === 0 ? 'stops' : 'risk',
          about,
          { engagedMm: found.engagedMm, neededMm: found.neededMm },
          listLonger(assembly, joint, found),
        ),
      );
    }
    return findings;
  }),
);
