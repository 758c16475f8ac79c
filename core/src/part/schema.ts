import { z } from 'zod';
import { PointMm } from '../placement/index.js';
import { Direction, LengthMm, Solid } from '../solid/index.js';
import { Money } from '../units/index.js';
import { isPlainValue, LocalId, Name, Note, PartId, WholeText } from './ids.js';
import { PartKind } from './kinds.js';
import { Exposes, Glass } from './exposes.js';
import { Drive, Hears, PortSound, Tracks, VideoLink } from './hears.js';
import { Mount, Tool } from './mount.js';
import { Cell, Charger, Draw, InputEffect, Medium, RecordingMode } from './power.js';

/** How well a figure is known. */
export const Provenance = z.enum(['sheet', 'measured', 'guessed']);
export type Provenance = z.infer<typeof Provenance>;

/**
 * A space that nothing may enter while its purpose is wanted: a box, a cylinder, or the sector that a
 * door or a screen sweeps about its hinge.
 */
export const KeepClear = z.strictObject({
  id: LocalId,
  purpose: z.enum([
    'battery-door',
    'card-door',
    'port-door',
    'screen-swing',
    'plug-room',
    'hand-room',
    'record-button',
    'dials',
    'eyepiece',
    'lens-view',
    'air-outlet',
    'battery-swing',
    'lever',
    'battery-release',
  ]),
  shape: z.discriminatedUnion('type', [
    z.strictObject({
      type: z.literal('box'),
      atMm: PointMm,
      sizeMm: z.tuple([LengthMm, LengthMm, LengthMm]),
    }),
    z.strictObject({
      type: z.literal('cylinder'),
      atMm: PointMm,
      axis: Direction,
      radiusMm: LengthMm,
      lengthMm: LengthMm,
    }),
    z.strictObject({
      type: z.literal('sector'),
      /** A point on the hinge, at the middle of the leaf's width. */
      atMm: PointMm,
      hinge: Direction,
      /** Where the leaf points when shut; it turns right-handed about the hinge. */
      shut: Direction,
      sweepDeg: z.number().positive().max(360),
      radiusMm: LengthMm,
      widthMm: LengthMm,
    }),
  ]),
  /** Part kinds that may stand in it: what the space is there for. */
  except: z.array(PartKind).max(10).optional(),
});

export type KeepClear = z.infer<typeof KeepClear>;
export type KeepClearPurpose = KeepClear['purpose'];

/** Connectors, each by its standard. */
export const Connector = z.enum([
  'hdmi-a',
  'hdmi-c',
  'hdmi-d',
  'sdi',
  'usb-c',
  'usb-a',
  'd-tap',
  'barrel',
  'push-pull-2',
  'jack-3.5',
  'xlr-3',
  'xlr-3-mini',
  'timecode',
  'cell-contacts',
  'plate-contacts',
  'shoe-contacts',
]);
export type Connector = z.infer<typeof Connector>;

/** What a port or a lead carries. */
export const Carries = z.enum(['video', 'audio', 'power', 'data', 'trigger', 'timecode']);
export type Carries = z.infer<typeof Carries>;

/** A socket or plug: which connector, which way, and where a plug goes in. */
export const Port = z.strictObject({
  id: LocalId,
  name: Name.optional(),
  connector: Connector,
  direction: z.enum(['in', 'out', 'both']),
  carries: z.array(Carries).min(1),
  originMm: PointMm,
  /** The way out of the socket: a plug comes in against it. */
  normal: Direction,
  /** A second direction that says which way up a flat plug goes. */
  reference: Direction.optional(),
  wear: z.enum(['sturdy', 'ordinary', 'fragile']).optional(),
  /** Of a picture: the formats that it gives or takes, each as its maker writes it; any where absent. */
  formats: z.array(Name).min(1).max(30).optional(),
  /** Of a picture that is given: the formats in which what was recorded is played back, where that is another list. */
  playbackFormats: z.array(Name).min(1).max(30).optional(),
  power: z
    .strictObject({
      minV: z.number().positive().max(1000),
      maxV: z.number().positive().max(1000),
      maxA: z.number().positive().max(1000).optional(),
      /** Of an outlet: what it gives at most; over USB-C its highest level. */
      maxW: z.number().positive().max(10_000).optional(),
      regulated: z.boolean().optional(),
      /** Of an outlet behind a converter: what comes out of what goes in, over 0 up to 1. */
      efficiency: z.number().positive().max(1).optional(),
      /** Of an input: the level that a source must offer before it takes anything, W. */
      leastW: z.number().positive().max(10_000).optional(),
      /** Of an input: what it does while the device is on. */
      effect: InputEffect.optional(),
      /** Of a round plug: which pole is in the middle. */
      polarity: z.enum(['centre-plus', 'centre-minus']).optional(),
    })
    .optional(),
  /** Of sound: how much of it, how strong, and what it sends back. */
  sound: PortSound.optional(),
});

export type Port = z.infer<typeof Port>;

/**
 * A way in which a part moves by itself: a screen about its hinge, an arm about its joint, a zoom along
 * its axis. `carries` names what goes with it; `after` is the movement that carries this one.
 */
export const Movement = z
  .strictObject({
    id: LocalId,
    name: Name,
    type: z.enum(['turn', 'shift']),
    originMm: PointMm,
    axis: Direction,
    /** Degrees for a turn, mm for a shift. */
    from: z.number().min(-5000).max(5000),
    to: z.number().min(-5000).max(5000),
    rest: z.number().min(-5000).max(5000),
    step: z.number().positive().max(5000).optional(),
    holdsNm: z.number().positive().max(1000).optional(),
    carries: z.array(LocalId).max(100),
    after: LocalId.optional(),
  })
  .refine((v) => v.from <= v.rest && v.rest <= v.to, {
    path: ['rest'],
    message: 'is not between from and to',
  });
export type Movement = z.infer<typeof Movement>;

/** A named state of a part that moves: screen out, plate down, handle turned. */
export const Pose = z.strictObject({
  id: LocalId,
  name: Name,
  at: z.record(LocalId, z.number().min(-5000).max(5000)),
});
export type Pose = z.infer<typeof Pose>;

/**
 * Where hands take hold: a line along which the palm can lie. `carry` bears the rig, `adjust` is taken
 * hold of to aim a part (a monitor's edge), `focus` is a ring or a drive.
 */
export const Grip = z.strictObject({
  id: LocalId,
  name: Name.optional(),
  use: z.enum(['carry', 'adjust', 'focus']),
  place: z.enum(['top', 'side', 'under', 'other']),
  fromMm: PointMm,
  toMm: PointMm,
  radiusMm: LengthMm.optional(),
  hand: z.enum(['either', 'left', 'right']).optional(),
  /** Which end lets the hand slip off. */
  open: z.enum(['none', 'from', 'to', 'both']).optional(),
});
export type Grip = z.infer<typeof Grip>;

/** What a screen shows beside the picture. */
export const ScreenTool = z.enum([
  'peaking',
  'magnifier',
  'false-colour',
  'waveform',
  'zebra',
  'histogram',
]);
export type ScreenTool = z.infer<typeof ScreenTool>;

/** A picture that the operator looks at: the middle of its face, which way it looks, how large it is. */
export const Screen = z.strictObject({
  id: LocalId,
  name: Name.optional(),
  atMm: PointMm,
  normal: Direction,
  diagonalMm: LengthMm,
  /** Brightness, cd/m². */
  nits: z.number().positive().max(100_000).optional(),
  /** What helps to judge focus and exposure on it. */
  tools: z.array(ScreenTool).max(12).optional(),
  /** Its picture turns over with it, so that it can be looked at from the front. */
  flips: z.boolean().optional(),
  /** Seen with the eye at it: a finder. */
  finder: z.boolean().optional(),
});
export type Screen = z.infer<typeof Screen>;

/** Something that a finger or a hand works. */
export const Control = z.strictObject({
  id: LocalId,
  name: Name.optional(),
  use: z.enum(['record', 'dials', 'focus', 'zoom', 'iris', 'lever', 'knob']),
  atMm: PointMm,
  /** Across what the fingers take hold of, or press. */
  sizeMm: LengthMm.optional(),
});
export type Control = z.infer<typeof Control>;

/** A lens, or glass in an adapter: what it sees and how wide a picture it throws. Lengths in mm. */
export const Optics = z
  .strictObject({
    /** Shortest and longest focal length. */
    focalMm: z.tuple([LengthMm, LengthMm]),
    /** Diameter of the picture that it throws. */
    imageCircleMm: LengthMm.optional(),
    /** From the mounting face to the entrance pupil, forward. */
    pupilMm: z.number().min(-500).max(2000).optional(),
    /** Smallest T-stop number. */
    widestT: z.number().positive().max(64).optional(),
    /** Largest T-stop number. */
    smallestT: z.number().positive().max(128).optional(),
    /** Its stops are f-numbers: nobody has measured what the glass takes. */
    isF: z.boolean().optional(),
    /** How much wider the picture is than what it throws: 1.33 of an anamorphic one. */
    squeeze: z.number().min(1).max(3).optional(),
    /** Its focus ring stops at both ends. */
    hardStops: z.boolean().optional(),
    /** Its front turns with its focus: what is screwed in turns as well. */
    frontTurns: z.boolean().optional(),
  })
  .refine((v) => v.focalMm[0] <= v.focalMm[1], {
    path: ['focalMm'],
    message: 'names the longer focal length first',
  });
export type Optics = z.infer<typeof Optics>;

const Plug = z.strictObject({
  connector: Connector,
  /** From the port's face to where the cable leaves the plug. */
  bodyMm: LengthMm,
  bodyRadiusMm: LengthMm.optional(),
  /**
   * Which way the cable leaves an elbow, as one looks at the socket with its reference up; straight out where
   * absent. A round plug is turned in its socket: of it only that there is an elbow counts.
   */
  elbow: z.enum(['left', 'right', 'up', 'down']).optional(),
});

/** What a lead is made as. */
export const CableMake = z.strictObject({
  /** Both plugs, in either order. */
  ends: z.tuple([Plug, Plug]),
  lengthMm: LengthMm,
  /** How far a coiled lead can be drawn. */
  stretchesToMm: LengthMm.optional(),
  /** 0 of one that can be folded flat. */
  bendRadiusMm: z.number().min(0).max(1000).optional(),
  thicknessMm: z.number().min(0).max(100).optional(),
  /** What its conductors bear. */
  maxA: z.number().positive().max(1000).optional(),
  /** A converter in the lead: what it gives, and how much of what it takes. */
  converter: z
    .strictObject({
      outV: z.number().positive().max(1000),
      efficiency: z.number().positive().max(1).optional(),
    })
    .optional(),
  carries: z.array(Carries).min(1),
});
export type CableMake = z.infer<typeof CableMake>;

/** What comes in a part's box: a name, or a name with what it is. */
export const BoxEntry = z.union([
  Name,
  z.strictObject({
    name: Name,
    /** The same thing as this part of the catalogue. */
    partId: PartId.optional(),
    tool: Tool.optional(),
  }),
]);
export type BoxEntry = z.infer<typeof BoxEntry>;

/** A need that a part serves, with the figure that says how well. */
export const Serves = z.strictObject({
  need: z.enum([
    'picture',
    'optics',
    'hold-low',
    'hold-side',
    'hold-shoulder',
    'monitor',
    'loupe',
    'microphone',
    'wireless-audio',
    'headphones',
    'power',
    'light-control',
    'focus-drive',
    'media',
    'support',
    'cable-safety',
    'video-link',
    'balance',
    'protection',
    'timecode',
    'wind-shield',
    'sound-inputs',
    'front-view',
  ]),
  nits: z.number().positive().max(100_000).optional(),
  stops: z.number().positive().max(40).optional(),
  channels: z.int().positive().max(64).optional(),
  energyWh: z.number().positive().max(10_000).optional(),
  powerW: z.number().positive().max(10_000).optional(),
  rateMbps: z.number().positive().max(1_000_000).optional(),
});

export type Serves = z.infer<typeof Serves>;

const BalanceRange = z
  .tuple([z.number().min(-1000).max(1000), z.number().min(-1000).max(1000)])
  .refine(([low, high]) => low <= high, 'the first is at most the second');

export const Offer = z.strictObject({ seller: Name, price: Money, on: z.iso.date() });

/**
 * A part as one can buy or make it, complete enough for every question: what it is made of, where it
 * joins, what must stay clear, what it plugs into, how it moves, what it serves and costs.
 */
export const Part = z
  .strictObject({
    id: PartId,
    kind: PartKind,
    name: Name,
    maker: Name.optional(),
    note: Note.optional(),
    /** Absent where nobody has weighed it: then figures say that they leave it out. */
    massG: z
      .number()
      .positive('a part weighs more than 0 g; leave the mass out where it is not known')
      .max(100_000, 'a part weighs at most 100 kg')
      .optional(),
    price: Money.optional(),
    offers: z.array(Offer).max(100).optional(),
    solids: z.array(Solid).min(1, 'a part has at least one solid').max(200),
    mounts: z.array(Mount).max(200),
    keepClear: z.array(KeepClear).max(100).optional(),
    ports: z.array(Port).max(100).optional(),
    movements: z.array(Movement).max(20).optional(),
    poses: z.array(Pose).max(40).optional(),
    grips: z.array(Grip).max(20).optional(),
    screens: z.array(Screen).max(10).optional(),
    controls: z.array(Control).max(40).optional(),
    optics: Optics.optional(),
    /** The picture area of a body. */
    sensorMm: z.tuple([LengthMm, LengthMm]).optional(),
    /** What must lie on the optical axis: the middle of a matte box's opening, of a support's ring. */
    opticalAxis: z.strictObject({ atMm: PointMm, direction: Direction }).optional(),
    /** A tripod's head: its greatest counterbalance, and how far its tilt axis lies below its plate. */
    head: z
      .strictObject({
        counterbalanceNm: z.number().min(0).max(1000).optional(),
        axisBelowMm: z.number().min(-500).max(500).optional(),
      })
      .optional(),
    /**
     * A gimbal: where the weight may be, from the middle of its plate, for its arms to balance it, and how
     * large a rig it swings round: length, width, height.
     */
    gimbal: z
      .strictObject({
        forwardMm: BalanceRange.optional(),
        leftMm: BalanceRange.optional(),
        upMm: BalanceRange.optional(),
        envelopeMm: z.tuple([LengthMm, LengthMm, LengthMm]).optional(),
      })
      .optional(),
    cable: CableMake.optional(),
    /** How long a strap is from one of its ends to the other. */
    webbingMm: LengthMm.optional(),
    /** Tools that are kept in the part, and so are always at hand. */
    tools: z.array(Tool).max(12).optional(),
    serves: z.array(Serves).max(20).optional(),
    inBox: z.array(BoxEntry).max(60).optional(),
    soldOnlyWith: z.array(PartId).max(20).optional(),
    assembleAfter: z.array(PartKind).max(20).optional(),
    /** The same of single parts: a plate that goes on after one grip and not after grips at large. */
    assembleAfterParts: z.array(PartId).max(20).optional(),
    excludes: z.array(PartId).max(60).optional(),
    opensDoor: z.boolean().optional(),
    /** A device with a cell inside that nobody takes out: it runs without a supply for a while. */
    innerCell: z.boolean().optional(),
    /** How much later a picture leaves it than it came in, or is seen on it, ms: of a wireless link over to its receiver. */
    delayMs: z.number().min(0).max(10_000).optional(),
    /** How a camera exposes; glass before a lens; what hears; how much sound is kept; a picture over the air; what turns a gear. */
    exposes: Exposes.optional(),
    glass: Glass.optional(),
    hears: Hears.optional(),
    tracks: Tracks.optional(),
    link: VideoLink.optional(),
    drive: Drive.optional(),
    /** Of a camera and a lens: focuses by itself; of an adapter: hands that on. */
    autofocus: z.boolean().optional(),
    /** Of a camera and a lens: steadies the picture. */
    stabilised: z.boolean().optional(),
    /** Sealed against rain and dust. */
    sealed: z.boolean().optional(),
    /** A camera that has no socket for a trigger: a handle's button starts nothing on it. */
    noTrigger: z.boolean().optional(),
    draw: Draw.optional(),
    cell: Cell.optional(),
    charger: Charger.optional(),
    medium: Medium.optional(),
    modes: z.array(RecordingMode).max(40).optional(),
    homeMade: z.boolean().optional(),
    /** Another maker's part that was drilled, bent, cut or glued. */
    altered: z.boolean().optional(),
    /** The template that made it and what was stated to it, so that it can be made again otherwise. */
    made: z
      .strictObject({
        template: WholeText.max(40),
        figures: z
          .record(WholeText.max(60), z.unknown())
          .refine((figures) => isPlainValue(figures), 'holds what no template was told'),
      })
      .optional(),
    finish: Name.optional(),
    /** How each figure is known, by its path in the part: `massG`, `solids`, `mounts.base.thread`. */
    provenance: z.record(WholeText.max(200), Provenance).optional(),
  })
  .superRefine((part, context) => {
    const seen = new Map<string, string>();
    const lists = [
      'solids',
      'mounts',
      'keepClear',
      'ports',
      'grips',
      'screens',
      'controls',
    ] as const;
    for (const list of lists) {
      (part[list] ?? []).forEach((entry, i) => {
        const other = seen.get(entry.id);
        if (other) {
          context.addIssue({
            code: 'custom',
            path: [list, i, 'id'],
            message: `“${entry.id}” is already the id of one of the ${other}`,
          });
        }
        seen.set(entry.id, list);
      });
    }
    part.mounts.forEach((mount, i) => {
      if (mount.alongside === undefined) return;
      const whole = part.mounts.find((m) => m.id === mount.alongside);
      if (!mount.lengthwise || !whole?.lengthwise || whole.alongside !== undefined) {
        context.addIssue({
          code: 'custom',
          path: ['mounts', i, 'alongside'],
          message: `“${mount.alongside}” is no mount with a length of its own to share`,
        });
      }
    });
    const movements = new Set((part.movements ?? []).map((m) => m.id));
    (part.movements ?? []).forEach((movement, i) => {
      movement.carries.forEach((id, k) => {
        if (!seen.has(id)) {
          context.addIssue({
            code: 'custom',
            path: ['movements', i, 'carries', k],
            message: `“${id}” names nothing in this part`,
          });
        }
      });
      const earlier = (part.movements ?? []).slice(0, i).map((m) => m.id);
      if (movement.after !== undefined && !earlier.includes(movement.after)) {
        context.addIssue({
          code: 'custom',
          path: ['movements', i, 'after'],
          message: `“${movement.after}” is not a movement listed before this one`,
        });
      }
    });
    (part.poses ?? []).forEach((pose, i) => {
      for (const id of Object.keys(pose.at)) {
        if (!movements.has(id)) {
          context.addIssue({
            code: 'custom',
            path: ['poses', i, 'at', id],
            message: `“${id}” is not a movement of this part`,
          });
        }
      }
    });
    const stated = part.solids.reduce((sum, s) => sum + (s.massG ?? 0), 0);
    if (part.massG !== undefined && stated > part.massG + 0.5) {
      context.addIssue({
        code: 'custom',
        path: ['massG'],
        message: `is less than its solids' own masses, ${stated} g`,
      });
    }
  });
export type Part = z.infer<typeof Part>;

/** Parts by id. */
export type PartBook = ReadonlyMap<string, Part>;

/** Ids of the parts that come in the boxes of others, each once. */
export function listBoxPartIds(parts: Iterable<Part>): string[] {
  const ids = new Set<string>();
  for (const part of parts) {
    for (const entry of part.inBox ?? []) {
      if (typeof entry !== 'string' && entry.partId !== undefined) ids.add(entry.partId);
    }
  }
  return [...ids];
}
