import { z } from 'zod';

/** What a microphone or a receiver is. A figure that is absent is not known. */
export const Hears = z.strictObject({
  pattern: z
    .enum(['omni', 'cardioid', 'supercardioid', 'shotgun', 'figure-8', 'stereo'])
    .optional(),
  /** What runs it: `none` of one with a coil, `plug-in` over a jack, `phantom` of 48 V over an XLR, or a cell inside. */
  needs: z.enum(['none', 'plug-in', 'phantom', 'cell']).optional(),
  /** How much wind it takes as it comes: none, a breeze behind foam, wind behind fur. */
  wind: z.enum(['bare', 'foam', 'fur']).optional(),
  /** Rubber between it and its foot. */
  shockMount: z.boolean().optional(),
  /** Its own noise, dB(A). */
  selfNoiseDb: z.number().min(0).max(60).optional(),
  /** It gives the same again, quieter, on a second channel. */
  safetyTrack: z.boolean().optional(),
  /** It is switched on by the camera. */
  autoOn: z.boolean().optional(),
});
export type Hears = z.infer<typeof Hears>;

/** What records sound, or passes it on: how much of it. */
export const Tracks = z.strictObject({
  count: z.int('a number of tracks is whole').min(0).max(64),
  /** It records a track again, quieter. */
  safety: z.boolean().optional(),
});
export type Tracks = z.infer<typeof Tracks>;

/** What a socket for sound gives or takes. */
export const PortSound = z.strictObject({
  channels: z.int().min(1).max(64).optional(),
  level: z.enum(['mic', 'line', 'both']).optional(),
  /** Of an input: what it sends back to a microphone. */
  powers: z
    .array(z.enum(['plug-in', 'phantom']))
    .max(2)
    .optional(),
  /** Of an input: its own noise, as dBu with its gain right up; −128 is quiet, −110 is not. */
  noiseDbu: z.number().min(-140).max(-40).optional(),
});
export type PortSound = z.infer<typeof PortSound>;

/** A picture over the air. */
export const VideoLink = z.strictObject({
  /** In the open. */
  rangeM: z.number().positive().max(100_000).optional(),
  /** How many may watch at once. */
  takers: z.int().min(1).max(64).optional(),
});
export type VideoLink = z.infer<typeof VideoLink>;

/** What turns a lens's gear. */
export const Drive = z.strictObject({
  by: z.enum(['hand', 'motor']),
  /** Its ends can be set: of a lens without ends of its own. */
  hardStops: z.boolean().optional(),
  /** Of a motor: a unit in the hand, or the camera, works it and comes with it. */
  workedBy: z.enum(['own-unit', 'camera', 'sold-apart']).optional(),
});
export type Drive = z.infer<typeof Drive>;
