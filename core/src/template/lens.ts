import { z } from 'zod';
import { Name } from '../part/index.js';
import { LengthMm, type Solid } from '../solid/index.js';
import { cone, mount, rod } from './pieces.js';
import type { Made } from './made.js';

/** What a shop page states about a lens, in mm. */
export const LensFigures = z.strictObject({
  lengthMm: LengthMm,
  diameterMm: LengthMm,
  frontDiameterMm: LengthMm,
  filterMm: LengthMm,
  mountFamily: Name,
  mountRadiusMm: LengthMm,
  /** How far the front comes out when zoomed. */
  extendsMm: z.number().min(0).max(300).optional(),
  gearRing: z.boolean().optional(),
  /** A gear ring can be put round its focus ring. */
  barrelFree: z.boolean().optional(),
  /** Shortest and longest focal length. */
  focalMm: z.tuple([LengthMm, LengthMm]).optional(),
  imageCircleMm: LengthMm.optional(),
  widestT: z.number().positive().max(64).optional(),
  smallestT: z.number().positive().max(128).optional(),
  isF: z.boolean().optional(),
  squeeze: z.number().min(1).max(3).optional(),
  hardStops: z.boolean().optional(),
  frontTurns: z.boolean().optional(),
  /** From the mounting face to the entrance pupil. */
  pupilMm: z.number().min(-500).max(2000).optional(),
  /** Distance to the sensor for which it is made. */
  flangeMm: LengthMm.optional(),
});
export type LensFigures = z.infer<typeof LensFigures>;

/** A lens: barrel, rings and front, its thread, its ring for clamps, and its gear where it has one. */
export function createLens(f: LensFigures): Made {
  const l = f.lengthMm;
  const base = f.mountRadiusMm;
  const wide = f.diameterMm / 2;
  const front = f.frontDiameterMm / 2;
  const at = (share: number) => share * l;
  const solids: Solid[] = [
    rod('bayonet', [0, 0, 0], [at(0.07), 0, 0], base, 'metal'),
    cone('barrel', [at(0.07), 0, 0], [at(0.34), 0, 0], base * 0.97, wide * 0.96, 'metal'),
    rod('focus-ring', [at(0.34), 0, 0], [at(0.56), 0, 0], wide, f.gearRing ? 'metal' : 'rubber'),
    rod('collar', [at(0.56), 0, 0], [at(0.62), 0, 0], wide * 0.95, 'metal'),
    rod('zoom-ring', [at(0.62), 0, 0], [at(0.84), 0, 0], wide * 0.99, 'rubber'),
    rod('front', [at(0.84), 0, 0], [at(0.97), 0, 0], front * 0.98, 'metal'),
    rod('rim', [at(0.97), 0, 0], [l, 0, 0], front, 'metal'),
    rod('glass', [l, 0, 0], [l + 0.4, 0, 0], Math.min(f.filterMm / 2, front) * 0.86, 'glass', {
      massG: 1,
    }),
  ];
  const moving = ['front', 'rim', 'glass', 'thread', 'ring'];
  return {
    solids,
    mounts: [
      mount('rear', 'lens-mount', 'lens', [0, 0, 0], [-1, 0, 0], [0, 0, 1], {
        family: f.mountFamily,
        carrier: true,
        // On or off, with its caps: people say 20 to 40 s for a change (estimate).
        fastening: { tool: 'none', seconds: 15 },
        ...(f.flangeMm ? { flangeMm: f.flangeMm } : {}),
      }),
      mount('thread', 'front-thread', 'female', [l, 0, 0], [1, 0, 0], [0, 0, 1], {
        sizeMm: f.filterMm,
      }),
      mount('ring', 'clamp-ring', 'ring', [l, 0, 0], [1, 0, 0], [0, 0, 1], {
        sizeMm: f.frontDiameterMm,
      }),
      ...(f.barrelFree && !f.gearRing
        ? [
            mount('gear-seat', 'clamp-ring', 'ring', [at(0.45), 0, 0], [1, 0, 0], [0, 0, 1], {
              name: 'focus ring, for a gear ring',
              sizeMm: f.diameterMm,
            }),
          ]
        : []),
      ...(f.gearRing
        ? [
            mount('gear', 'gear-08', 'ring', [at(0.45), 0, wide], [0, 0, 1], [1, 0, 0], {
              sizeMm: 2 * wide,
              gearWidthMm: at(0.2),
            }),
          ]
        : []),
    ],
    movements: f.extendsMm
      ? [
          {
            id: 'zoom',
            name: 'zoom drawn out',
            type: 'shift',
            originMm: [at(0.84), 0, 0],
            axis: [1, 0, 0],
            from: 0,
            to: f.extendsMm,
            rest: 0,
            carries: moving,
          },
        ]
      : [],
    controls: [
      { id: 'focus-ring-control', name: 'focus ring', use: 'focus', atMm: [at(0.45), 0, -wide] },
      // A zoom that changes nothing of its length is turned all the same.
      ...(f.extendsMm || (f.focalMm && f.focalMm[1] > f.focalMm[0])
        ? [
            {
              id: 'zoom-ring-control',
              name: 'zoom ring',
              use: 'zoom' as const,
              atMm: [at(0.73), 0, -wide] as [number, number, number],
            },
          ]
        : []),
    ],
    ...(f.focalMm
      ? {
          optics: {
            focalMm: f.focalMm,
            ...(f.imageCircleMm ? { imageCircleMm: f.imageCircleMm } : {}),
            ...(f.widestT ? { widestT: f.widestT } : {}),
            ...(f.smallestT ? { smallestT: f.smallestT } : {}),
            ...(f.isF ? { isF: true } : {}),
            ...(f.squeeze ? { squeeze: f.squeeze } : {}),
            ...(f.hardStops === undefined ? {} : { hardStops: f.hardStops }),
            ...(f.frontTurns === undefined ? {} : { frontTurns: f.frontTurns }),
            ...(f.pupilMm === undefined ? {} : { pupilMm: f.pupilMm }),
          },
        }
      : {}),
    grips: [
      {
        id: 'focus',
        name: 'focus ring',
        use: 'focus',
        place: 'under',
        fromMm: [at(0.36), wide, 0],
        toMm: [at(0.54), wide, 0],
      },
    ],
  };
}
