import { createFinding, type Finding } from '../finding/index.js';
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
  if (a.kind !== 'quarter-20' && a.kind !== 'three-eighths-16') return undefined;
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

/**
 * Screws that bottom out (which clamp nothing at all), and screws that engage too few turns. Standing
 * out by just the depth is not too long; engaging just what is needed is not too short.
 */
export function findScrewFindings(assembly: Assembly): Finding[] {
  return assembly.joints.flatMap((joint) => {
    const found = measureEngagement(assembly, joint);
    if (!found) return [];
    const about = { items: [joint.child, joint.parent], joints: [joint.joint.id] };
    const findings: Finding[] = [];
    if (found.blind && found.standsOutMm > found.depthMm) {
      findings.push(
        createFinding(
          'screw-too-long',
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
          'screw-too-short',
          found.engagedMm === 0 ? 'stops' : 'risk',
          about,
          { engagedMm: found.engagedMm, neededMm: found.neededMm },
          listLonger(assembly, joint, found),
        ),
      );
    }
    return findings;
  });
}
