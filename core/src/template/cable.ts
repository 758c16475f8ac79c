import { z } from 'zod';
import { Carries, Connector } from '../part/index.js';
import { LengthMm } from '../solid/index.js';
import type { Made } from './made.js';

const End = z.strictObject({
  connector: Connector,
  bodyMm: LengthMm.optional(),
  bodyRadiusMm: LengthMm.optional(),
});

/** What a shop page states about a lead. */
export const CableFigures = z.strictObject({
  ends: z.tuple([End, End]),
  lengthMm: LengthMm,
  stretchesToMm: LengthMm.optional(),
  bendRadiusMm: LengthMm.optional(),
  carries: z.array(Carries).min(1),
});
export type CableFigures = z.infer<typeof CableFigures>;

/** A moulded plug without an elbow is about this long and thick, in mm (estimate). */
const plug = { bodyMm: 28, bodyRadiusMm: 6 };

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
      ends: [
        { ...plug, ...f.ends[0] },
        { ...plug, ...f.ends[1] },
      ],
      lengthMm: f.lengthMm,
      ...(f.stretchesToMm ? { stretchesToMm: f.stretchesToMm } : {}),
      ...(f.bendRadiusMm ? { bendRadiusMm: f.bendRadiusMm } : {}),
      carries: f.carries,
    },
  };
}
