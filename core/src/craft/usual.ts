import { mountKinds, type Mount, type MountKind, type MountSide } from '../part/index.js';

/** How far a ¼″ or ⅜″ screw usually stands out, and how deep a socket is, in mm (estimates of common parts). */
export const usualThread = { screwMm: 5.5, socketMm: 8 } as const;

/** Half the play between a thread and its clearance hole, and the rim of a common mating face, in mm (estimates). */
const usualContact = { holePlayMm: 0.125, outerMm: 9 } as const;

/** Half the length of a rail, and how much of one a clamp takes up, in mm (estimates). */
const usualLength = { halfRailMm: 20, clampMm: 24 } as const;

/**
 * What a mount of a kind usually states where nobody has measured it: the fields that this kind has, and undefined for
 * those that it has not, so that nothing of an older kind stays. Lengths in mm, estimates.
 */
export function listUsualFields(
  kind: MountKind,
  side: MountSide,
  reference: readonly [number, number, number],
): Pick<Mount, 'thread' | 'contact' | 'lengthwise' | 'clampLengthMm' | 'toothPhaseDeg'> {
  const { threadMm, lengthwise } = mountKinds[kind];
  return {
    thread:
      threadMm === undefined
        ? undefined
        : side === 'screw'
          ? { lengthMm: usualThread.screwMm }
          : { depthMm: usualThread.socketMm, blind: false },
    contact:
      threadMm === undefined
        ? undefined
        : {
            innerRadiusMm: Math.round((threadMm / 2 + usualContact.holePlayMm) * 10) / 10,
            outerRadiusMm: usualContact.outerMm,
            lining: 'metal',
          },
    lengthwise:
      lengthwise === side
        ? {
            axis: [...reference],
            fromMm: -usualLength.halfRailMm,
            toMm: usualLength.halfRailMm,
          }
        : undefined,
    clampLengthMm: lengthwise && lengthwise !== side ? usualLength.clampMm : undefined,
    toothPhaseDeg: kind === 'rosette-m6' ? 0 : undefined,
  };
}
