import { z } from 'zod';
import { Name, Note, Serves, Tool } from '../part/index.js';
import { Currency, ExchangeRate, Money } from '../units/index.js';
import { Deliverable, People, Scene, Schools } from './scene.js';

/** What must not be exceeded. A limit that is absent is not judged. */
export const Limits = z.strictObject({
  /** For everything that is not owned. */
  spend: Money.optional(),
  /** Carried in the hands: body, lens and batteries included. */
  carryG: z.number().positive().max(100_000).optional(),
  /** From the lowest to the highest point, as the setup is held. */
  heightMm: z.number().positive().max(5000).optional(),
  /** How far it may reach ahead of the lens mount. */
  aheadMm: z.number().positive().max(5000).optional(),
  /** Tools at hand on location. */
  tools: z.array(Tool).max(12).optional(),
  /** From one setup to another, min. */
  changeMin: z.number().positive('a change takes more than 0 min').max(600).optional(),
});
export type Limits = z.infer<typeof Limits>;

/** Names a setup as rigs do. */
const LocalName = z.string().regex(/^[A-Za-z0-9][A-Za-z0-9_-]{0,63}$/u, 'no setup is called so');

/** A day is at most this long, in h. */
const mostHours = 48;

/** A stretch of the day in which the work is of one kind. */
export const DayStretch = z
  .strictObject({
    name: Name,
    hours: z
      .number('how long it lasts is missing')
      .positive('a stretch is longer than 0 h')
      .max(mostHours, `a stretch is at most ${mostHours} h long`),
    /** Shares of the time in which it records and in which it is on and waits, 0 to 1; the rest it is switched off. */
    record: z.number('how much of it records is missing').min(0).max(1),
    idle: z.number('how much of it is spent waiting is missing').min(0).max(1),
    mains: z.boolean().optional(),
    temperatureC: z.number().min(-60).max(70).optional(),
    /** The setup that is used in it; whichever is looked at where absent. */
    setup: LocalName.optional(),
  })
  .refine((s) => s.record + s.idle <= 1 + 1e-9, {
    path: ['idle'],
    message: 'recording and waiting together are more than the whole stretch',
  });
export type DayStretch = z.infer<typeof DayStretch>;

const Day = z.strictObject({
  /** Which day it is: 2026-03-01. */
  date: z.iso.date('a day is written like 2026-03-01').optional(),
  hoursOn: z.number().positive().max(mostHours).optional(),
  /** One after the other, from the first minute on; without them the hours are one stretch. */
  stretches: z
    .array(DayStretch)
    .min(1)
    .max(24)
    .refine((list) => list.reduce((sum, s) => sum + s.hours, 0) <= mostHours, {
      message: `together they are longer than ${mostHours} h`,
    })
    .optional(),
  /** When it begins, by the clock: "06:30". */
  startsAt: z
    .string()
    .regex(/^([01]\d|2[0-3]):[0-5]\d$/u, 'a time of day is written like 06:30')
    .optional(),
  /** Of each cell so much is not planned with, 0 to 1. */
  reserve: z.number().min(0).max(0.9).optional(),
  /** A cell is changed when so much of it is left, 0 to 1; when it is empty where absent. */
  swapAtShare: z.number().min(0).max(0.9).optional(),
  /** What is not full is changed in every break, before it has to be. */
  swapInBreaks: z.boolean().optional(),
  /** The way in which the body records, by its name. */
  mode: Name.optional(),
  mainsBreak: z.boolean().optional(),
  temperatureC: z.number().min(-60).max(70).optional(),
  flights: z.int().min(0).max(50).optional(),
});

const Supports = z.strictObject({
  tripodPayloadG: z.number().positive().max(100_000).optional(),
  gimbalPayloadG: z.number().positive().max(100_000).optional(),
});

const Picture = z.strictObject({
  framesPerS: z.number().positive().max(10_000).optional(),
  shutterDeg: z.number().positive().max(360).optional(),
  /** The same as a time, where that is said instead. */
  shutterS: z.number().positive().max(60).optional(),
  /** The highest ISO that the person accepts. */
  highestIso: z.number().min(1).max(10_000_000).optional(),
  widestT: z.number().positive().max(64).optional(),
  smallestT: z.number().positive().max(64).optional(),
  sceneFromEv: z.number().min(-10).max(25).optional(),
  sceneToEv: z.number().min(-10).max(25).optional(),
});

const Sound = z.strictObject({
  /** What the camera records is a guide for a recorder elsewhere, or what is handed over. */
  purpose: z.enum(['guide', 'main']).optional(),
  /** Somebody wants the same track again, quieter. */
  safetyTrack: z.boolean().optional(),
  wirelessChannels: z.int().min(0).max(32).optional(),
  onCameraMics: z.int().min(0).max(8).optional(),
  headphones: z.boolean().optional(),
});

const Watch = z.strictObject({
  inSun: z.boolean().optional(),
  /** The operator stands before the lens and wants to see the picture from there. */
  fromFront: z.boolean().optional(),
});

const Wish = z.strictObject({
  need: Serves.shape.need,
  weight: z.enum(['must', 'should', 'nice']),
});

const CaseMm = z.number('a size is missing').positive('longer than 0 mm').max(3000);

/** What things are carried in: its inner size, and what it may weigh in all. */
export const Case = z.strictObject({
  name: Name,
  sizeMm: z.tuple([CaseMm, CaseMm, CaseMm]),
  /** With what is in it, without itself. */
  mostG: z.number().positive('more than 0 g').max(100_000).optional(),
});
export type Case = z.infer<typeof Case>;

/** The job and its limits: every part may be left out, and what is left out is not judged. */
export const Brief = z.strictObject({
  currency: Currency,
  job: Note.optional(),
  limits: Limits,
  day: Day.optional(),
  supports: Supports.optional(),
  picture: Picture.optional(),
  sound: Sound.optional(),
  watch: Watch.optional(),
  /** What is shot, one after the other or side by side. */
  scenes: z.array(Scene).max(40).optional(),
  deliverables: z.array(Deliverable).max(12).optional(),
  people: People.optional(),
  schools: Schools.optional(),
  /** The ready-made job it began with, and where its figures come from, each by its path: `picture.framesPerS`. */
  from: Name.optional(),
  because: z.record(z.string().min(1).max(120), Note).optional(),
  /** What the kit travels in. */
  cases: z.array(Case).max(8).optional(),
  wishes: z.array(Wish).max(60).optional(),
  /** Whether hold time or steadiness leads where they disagree. */
  leads: z.enum(['hold-time', 'steadiness']).optional(),
  rates: z.array(ExchangeRate).max(60).optional(),
});
export type Brief = z.infer<typeof Brief>;

/** What a setup changes in its rig's brief. */
export const BriefOverrides = Brief.partial();
export type BriefOverrides = z.infer<typeof BriefOverrides>;
