import { z } from 'zod';
import { Name } from './ids.js';

/** More than 10 kW is nothing that a camera rig carries. */
const Watts = z.number().min(0).max(10_000);

/**
 * What a device takes, in W at its input or out of its cell. A figure that is absent is not known, and never counts as
 * nothing.
 */
export const Draw = z.strictObject({
  /** Recording; of what does not record, working as hard as it does: full brightness, full power. */
  recordW: Watts.positive(
    'what runs takes more than 0 W; leave it out where it is not known',
  ).optional(),
  /** Switched on, and not recording. */
  idleW: Watts.optional(),
  /** Asleep, to be woken by a button. */
  standbyW: Watts.optional(),
  /** For a moment when it is switched on. */
  inrushW: Watts.optional(),
  /** What it does when its supply has fallen to the lowest voltage that it takes. */
  atLowest: z.enum(['off', 'warns']).optional(),
});
export type Draw = z.infer<typeof Draw>;

/** What holds charge: a battery, or the cell inside a device. */
export const Cell = z.strictObject({
  energyWh: z.number().positive().max(10_000).optional(),
  /** At its contacts, full and as good as empty. */
  fullV: z.number().positive().max(1000).optional(),
  emptyV: z.number().positive().max(1000).optional(),
  /** All that may be drawn from it together. */
  maxA: z.number().positive().max(1000).optional(),
  maxW: Watts.positive().optional(),
  /** How fast it takes charge at most. */
  chargeW: Watts.positive().optional(),
  /** How it tells what is left. */
  tells: z.enum(['percent', 'dots', 'lamp', 'nothing']).optional(),
});
export type Cell = z.infer<typeof Cell>;

/** A charger on a table. */
export const Charger = z.strictObject({
  /** Into each bay. */
  bayW: Watts.positive().optional(),
  /** Whether all bays are fed at once; otherwise one after the other. */
  together: z.boolean().optional(),
  fedBy: z.enum(['mains', 'usb-c', 'car']).optional(),
});
export type Charger = z.infer<typeof Charger>;

/** A card or drive that is recorded to. */
export const Medium = z.strictObject({
  /** Decimal, as it stands on the label: 1 GB = 10⁹ bytes. */
  capacityGB: z.number().positive().max(1_000_000),
  /** What it keeps up writing, in Mb/s. */
  sustainedMbps: z.number().positive().max(1_000_000).optional(),
  /** What it goes into: a kind of card, or a plug. */
  family: Name.optional(),
});
export type Medium = z.infer<typeof Medium>;

/** A way in which a body records. */
export const RecordingMode = z.strictObject({
  name: Name,
  rateMbps: z.number().positive().max(1_000_000),
  /** At most; where its name alone says it, nobody asks. */
  framesPerS: z.number().positive().max(10_000).optional(),
  /** Kinds of media that it may be recorded to; any where absent. */
  media: z.array(Name).max(12).optional(),
  /** After so long it stops by itself, by clock or by heat. */
  limitMin: z.number().positive().max(10_000).optional(),
  /** What the body takes in this mode, where that is stated. */
  recordW: Watts.positive().optional(),
});
export type RecordingMode = z.infer<typeof RecordingMode>;

/**
 * What power at an input does while the device is on: runs it; runs it and charges its cell with what is left over; only
 * keeps its cell up, so that the device goes on drawing from the cell; or nothing until it is switched off.
 */
export const InputEffect = z.enum(['runs', 'charges', 'keeps', 'charges-off']);
export type InputEffect = z.infer<typeof InputEffect>;
