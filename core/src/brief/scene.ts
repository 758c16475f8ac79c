import { z } from 'zod';
import { Name } from '../part/index.js';
import { HoldKind } from './hold-kind.js';

/** Darker than starlight and brighter than snow at noon nothing is filmed. */
const Ev = z
  .number('how bright it is stands in EV')
  .min(-10, 'nothing is filmed below EV −10')
  .max(25, 'nothing is brighter than EV 25');

/** One kind of picture that the job asks for: where, how bright, how held, with whom. */
export const Scene = z
  .strictObject({
    name: Name,
    /** EV100 of its darkest and its brightest moment. */
    fromEv: Ev.optional(),
    toEv: Ev.optional(),
    colour: z.enum(['warm', 'cold', 'mixed']).optional(),
    /** Rain, spray or snow; dust or sand. */
    wet: z.boolean().optional(),
    dusty: z.boolean().optional(),
    wind: z.enum(['still', 'breeze', 'wind']).optional(),
    noisy: z.boolean().optional(),
    hours: z
      .number()
      .positive('a scene is longer than 0 h')
      .max(48, 'a scene is at most 48 h long')
      .optional(),
    with: z.enum(['alone', 'someone', 'crowd']).optional(),
    hold: HoldKind.optional(),
    frame: z.enum(['landscape', 'portrait', 'both']).optional(),
    /** From the case to the first take, min. */
    readyMin: z.number().min(0, 'nobody is ready before the start').max(600).optional(),
    /** Somebody speaks in it: by radio microphones, and into the one on the camera. */
    wirelessChannels: z.int('a number of channels is whole').min(0).max(32).optional(),
    onCameraMics: z.int('a number of microphones is whole').min(0).max(8).optional(),
  })
  .refine((s) => s.fromEv === undefined || s.toEv === undefined || s.fromEv <= s.toEv, {
    path: ['toEv'],
    message: 'is darker than its own dark end',
  });
export type Scene = z.infer<typeof Scene>;

/** What is handed over: its frames and how long each is exposed. */
export const Deliverable = z
  .strictObject({
    name: Name,
    framesPerS: z
      .number('how many frames a second is missing')
      .positive('more than no frame a second')
      .max(10_000),
    /** One of the two, or the brief's. */
    shutterDeg: z.number().positive().max(360, 'a shutter is open for at most 360°').optional(),
    shutterS: z.number().positive().max(60).optional(),
    frame: z.enum(['landscape', 'portrait', 'both']).optional(),
  })
  .refine((d) => d.shutterDeg === undefined || d.shutterS === undefined, {
    path: ['shutterS'],
    message: 'the shutter is said by its angle already',
  })
  .refine((d) => d.shutterS === undefined || d.shutterS <= (1 / d.framesPerS) * (1 + 1e-6), {
    path: ['shutterS'],
    message: 'is open longer than a frame lasts',
  });
export type Deliverable = z.infer<typeof Deliverable>;

/** Who else is there. */
export const People = z.strictObject({
  /** A client or a director who watches: by a lead, over the air, or by either. */
  client: z.enum(['wired', 'wireless', 'either']).optional(),
  /** How far off, m. */
  clientM: z.number().positive().max(10_000).optional(),
  /** Somebody pulls focus, and from which side. */
  focusFrom: z.enum(['left', 'right', 'afar']).optional(),
  /** Somebody records sound, and gives the same timecode. */
  sound: z.enum(['alone', 'timecode']).optional(),
});
export type People = z.infer<typeof People>;

/** The schools a person belongs to: where practitioners disagree, what this one does. */
export const Schools = z.strictObject({
  tools: z.enum(['none', 'some']).optional(),
  rods: z.enum(['none', 'some']).optional(),
  focus: z.enum(['autofocus', 'gears']).optional(),
  power: z.enum(['own-cells', 'one-brick']).optional(),
  makers: z.enum(['one', 'best']).optional(),
  buys: z.enum(['today', 'ahead']).optional(),
});
export type Schools = z.infer<typeof Schools>;

/** One row of the published table of how bright things are. */
export interface BrightnessRow {
  readonly ev: number;
  readonly what: string;
}

/**
 * How bright usual subjects are, EV100: the exposure values that handbooks of photography tabulate, whole values, each
 * within about one stop (domain document; the same figures stand in the withdrawn standard for exposure guides).
 */
export const brightnessTable: readonly BrightnessRow[] = [
  { ev: 16, what: 'sun on snow or pale sand' },
  { ev: 15, what: 'full sun' },
  { ev: 14, what: 'hazy sun' },
  { ev: 13, what: 'bright cloud, no shadows' },
  { ev: 12, what: 'overcast, or open shade in sun' },
  { ev: 10, what: 'just after sunset, deep shade' },
  { ev: 8, what: 'a bright shop, a lit stage' },
  { ev: 7, what: 'a well-lit room' },
  { ev: 6, what: 'a living room in the evening' },
  { ev: 5, what: 'a dim room, a bright street at night' },
  { ev: 4, what: 'dawn before the sun, candles close by' },
  { ev: 3, what: 'a street at night' },
  { ev: 0, what: 'far from any lamp at dusk' },
  { ev: -3, what: 'the full moon alone' },
];
