import { z } from 'zod';
import { Carries, Connector } from '../part/index.js';
import { LengthMm } from '../solid/index.js';
import type { Made } from './made.js';

const End = z.strictObject({
  connector: Connector,
  bodyMm: LengthMm.optional(),
  bodyRadiusMm: LengthMm.optional(),
  elbow: z.enum(['left', 'right', 'up', 'down']).optional(),
});

/** What a shop page states about a lead. */
export const CableFigures = z.strictObject({
  ends: z.tuple([End, End]),
  lengthMm: LengthMm,
  stretchesToMm: LengthMm.optional(),
  /** 0 of one that can be folded flat. */
  bendRadiusMm: z.number().min(0).max(1000).optional(),
  thicknessMm: z.number().min(0).max(100).optional(),
  /** What its conductors bear. */
  maxA: z.number().positive().max(1000).optional(),
  /** Of a converter in the lead: what it gives, and how much of what it takes. */
  convertsToV: z.number().positive().max(1000).optional(),
  efficiency: z.number().positive().max(1).optional(),
  carries: z.array(Carries).min(1),
});
export type CableFigures = z.infer<typeof CableFigures>;

/** A moulded plug is about this long and thick, in mm; one with an elbow stands out less (estimates). */
const plug = { bodyMm: 28, bodyRadiusMm: 6 };
const elbowMm = 16;

function createPlug(end: z.infer<typeof End>): z.infer<typeof End> & { bodyMm: number } {
  return { ...plug, ...(end.elbow ? { bodyMm: elbowMm } : {}), ...end };
}

/** A lead, coiled up as it lies in the drawer. */
export function createCable(f: CableFigures): Made {
  const coil = Math.min(60, 18 + f.lengthMm / 30);
  return {
    solids: [
      {
        id: 'coil',
        type: 'tube',
        atMm: [0, 0, 0],
        radiusMm: coil,
        innerRadiusMm: coil * 0.6,
        lengthMm: 10,
        surface: 'rubber',
      },
    ],
    mounts: [],
    cable: {
      ends: [createPlug(f.ends[0]), createPlug(f.ends[1])],
      lengthMm: f.lengthMm,
      ...(f.stretchesToMm ? { stretchesToMm: f.stretchesToMm } : {}),
      ...(f.bendRadiusMm === undefined ? {} : { bendRadiusMm: f.bendRadiusMm }),
      ...(f.thicknessMm === undefined ? {} : { thicknessMm: f.thicknessMm }),
      ...(f.maxA ? { maxA: f.maxA } : {}),
      ...(f.convertsToV
        ? {
            converter: {
              outV: f.convertsToV,
              ...(f.efficiency ? { efficiency: f.efficiency } : {}),
            },
          }
        : {}),
      carries: f.carries,
    },
  };
}
