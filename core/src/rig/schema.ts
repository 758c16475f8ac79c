import { z } from 'zod';
import { Brief, BriefOverrides, HoldKind } from '../brief/index.js';
import {
  isFreeWord,
  isNoId,
  LocalId,
  MountKind,
  Name,
  Note,
  Part,
  PartId,
  Tool,
  WholeText,
} from '../part/index.js';
import { Money } from '../units/index.js';
import { Settings } from './settings.js';

/** Names an individual, a joint, a setup or a rig. */
export const EntityId = z
  .string()
  .regex(
    /^[A-Za-z0-9][A-Za-z0-9_-]{0,63}$/,
    'an id has 1 to 64 letters, digits, hyphens or underscores',
  )
  .refine(isFreeWord, isNoId);

/** One individual of the owner's kit: two identical batteries are two. */
export const KitItem = z.strictObject({
  id: EntityId,
  partId: PartId,
  owned: z.boolean(),
  /** What the owner calls it, where that differs from the part's name. */
  label: Name.optional(),
  /** Weighed by the owner; counts before the catalogue's figure. */
  measuredMassG: z.number().positive('a measured mass is more than 0 g').max(100_000).optional(),
  /** Where the weighed figure is from: this part on the scale, or its share of what the whole rig was off. */
  massFrom: z.enum(['weighed', 'spread']).optional(),
  paid: Money.optional(),
  /** It lies in the box of this other individual, and costs nothing of its own. */
  comesWith: EntityId.optional(),
  note: Note.optional(),
});
export type KitItem = z.infer<typeof KitItem>;

/** A mount of an individual. */
export const MountRef = z.strictObject({ item: EntityId, mount: LocalId });
export type MountRef = z.infer<typeof MountRef>;

/** How one part is fastened to the part that carries it. */
export const Joint = z.strictObject({
  id: EntityId,
  child: MountRef,
  parent: MountRef,
  /** Position along the lengthwise mount, from its origin. */
  slideMm: z.number().min(-5000).max(5000).default(0),
  /** Turn of the child about the parent's outward normal, right-handed. */
  turnDeg: z.number().min(-360).max(360).default(0),
  /** A clamp on one rod: how far it is rolled round that, right-handed about the rod; hanging below it at 180. */
  rollDeg: z.number().min(-360).max(360).optional(),
  /** Washers or pads laid between the two faces. */
  spacerMm: z.number().min(0).max(100).optional(),
  /** The screw in use, where it is not the one the part came with. */
  screwMm: z.number().positive().max(200).optional(),
  /** Play that the owner felt. */
  playMm: z.number().min(0).max(100).optional(),
  playDeg: z.number().min(0).max(90).optional(),
});
export type Joint = z.infer<typeof Joint>;

export { HoldKind };

/** What a way of holding lacks. */
export type HoldNeed =
  | 'top-grip'
  | 'side-grip'
  | 'second-grip'
  | 'support'
  | 'lens'
  | 'loupe'
  | 'shoulder-pad'
  | 'strap-anchor';

/** How the camera is turned about the optical axis, seen from behind. */
export const Attitude = z.enum(['level', 'rolled-left', 'rolled-right']);
export type Attitude = z.infer<typeof Attitude>;

/** An extra contact that closes a loop: a support, a second screw, a stop, a strap's other end. */
export const Brace = z.strictObject({
  id: EntityId,
  kind: z.enum(['second-screw', 'stop', 'support', 'rods', 'strap']),
  a: MountRef,
  b: MountRef,
});
export type Brace = z.infer<typeof Brace>;

/** A lead between two ports. */
export const CableRun = z.strictObject({
  id: EntityId,
  /** The lead itself, an individual of the kit. */
  item: EntityId,
  from: z.strictObject({ item: EntityId, port: LocalId }),
  to: z.strictObject({ item: EntityId, port: LocalId }),
  /** Mounts at which it is tied or clamped on its way, in the order from its first end. */
  ties: z.array(MountRef).max(12).optional(),
});
export type CableRun = z.infer<typeof CableRun>;

/**
 * What a kitchen scale said of this setup: all of it, and the readings under a front and a rear support while it
 * lies level on both, with where the two stand along the rig's x axis.
 */
export const Weighing = z.strictObject({
  totalG: z.number().positive().max(100_000).optional(),
  frontG: z.number().min(0).max(100_000).optional(),
  rearG: z.number().min(0).max(100_000).optional(),
  frontMm: z.number().min(-5000).max(5000).optional(),
  rearMm: z.number().min(-5000).max(5000).optional(),
});
export type Weighing = z.infer<typeof Weighing>;

/** A lens of a set: its share of use, and how the rig is set while it is on. */
export const LensUse = z.strictObject({
  item: EntityId,
  share: z.number().min(0).max(1),
  /** What is set otherwise for it: the height of a support, the place of a gear, an arm. Found by itself where absent. */
  set: z
    .strictObject({
      stances: z.record(EntityId, z.record(LocalId, z.number().min(-5000).max(5000))).optional(),
      slides: z.record(EntityId, z.number().min(-5000).max(5000)).optional(),
    })
    .optional(),
});
export type LensUse = z.infer<typeof LensUse>;

/** One arrangement of a rig: a tree of joints from the body outwards, and how it is held. */
export const Setup = z.strictObject({
  id: EntityId,
  name: Name,
  /** The setup that it was made from. */
  from: EntityId.optional(),
  hold: HoldKind,
  attitude: Attitude.default('level'),
  motion: z.enum(['still', 'walking', 'running']).default('walking'),
  /** The individual that is the camera: the root of the tree. */
  body: EntityId,
  joints: z.array(Joint).max(400),
  /** Movements that are not at rest, by individual. */
  stances: z.record(EntityId, z.record(LocalId, z.number().min(-5000).max(5000))).optional(),
  /** The grips in use, the leading one first; found by themselves where absent. */
  heldBy: z
    .array(
      z.strictObject({
        item: EntityId,
        grip: LocalId,
        /** Where along the grip, from its `fromMm` end; its middle where absent. */
        alongMm: z.number().min(0).max(5000).optional(),
      }),
    )
    .max(4)
    .optional(),
  braces: z.array(Brace).max(60).optional(),
  cables: z.array(CableRun).max(100).optional(),
  /** What the operator carries elsewhere than on the rig. */
  worn: z.array(EntityId).max(60).optional(),
  /** The lenses that are used in this setup, where they are not those of the rig. */
  lenses: z.array(LensUse).max(30).optional(),
  brief: BriefOverrides.optional(),
  weighing: Weighing.optional(),
});
export type Setup = z.infer<typeof Setup>;

/** A finding that the owner knows of and lives with: kept with how bad it was, so that it comes back when it is worse. */
export const SetAside = z.strictObject({
  /** The finding's id, as reports give it. */
  finding: WholeText.min(1).max(600),
  /** For this setup alone; for the whole rig where absent. */
  setup: EntityId.optional(),
  /** Why, in the owner's words. */
  word: Note,
  weight: z.enum(['risk', 'note']),
  /** Its own figure, where its kind has one: larger is worse. */
  figure: z.number().optional(),
  /** The parts it was about, sorted: another in the place of one brings it back. */
  parts: z.array(PartId).max(100),
});
export type SetAside = z.infer<typeof SetAside>;

/** A plan for one camera: the individuals it draws on, its job, its lenses and its arrangements. */
export const Rig = z.strictObject({
  id: EntityId,
  name: Name,
  note: Note.optional(),
  kit: z.array(KitItem).min(1).max(500),
  lenses: z.array(LensUse).max(30).optional(),
  brief: Brief,
  setups: z.array(Setup).min(1, 'a rig has at least one setup').max(30),
  settings: Settings.optional(),
  setAside: z.array(SetAside).max(300).optional(),
  /** The owner's own hold test: a known weight, held in one way, until they had to stop. */
  holdTest: z
    .strictObject({
      hold: HoldKind,
      massG: z.number().positive().max(50_000),
      durationS: z.number().positive().max(36_000),
    })
    .optional(),
});
export type Rig = z.infer<typeof Rig>;

/** A moment that every calendar and database knows: the years before 1000 are nobody's shoot. */
export const Moment = z.iso
  .datetime()
  .refine((text) => /^[1-9]\d{3}/u.test(text), 'has a year before 1000');

/** An immutable copy of a rig with its name and the reason why it was kept. */
export const Version = z.strictObject({
  id: EntityId,
  name: Name,
  reason: Note,
  keptAt: Moment,
  rig: Rig,
});
export type Version = z.infer<typeof Version>;

/** One thing that is done while a setup is built or becomes another, in the phases in which it is done. */
export const StepKind = z.enum([
  'lead-out',
  'brace-off',
  'take-off',
  'set',
  'put-on',
  'brace-on',
  'lay',
  'lead-in',
  'settle',
]);
export type StepKind = z.infer<typeof StepKind>;

/** What was done while the clock ran. */
export const Deed = z.strictObject({
  step: StepKind,
  /** The kind of mount that was fastened or undone; none for leads, and for hinges of a part. */
  mount: MountKind.optional(),
  tool: Tool,
  /** The tool had to be taken up first, and that is in the time. */
  picked: z.boolean(),
  /** Of settling the rig: in which hold. */
  hold: HoldKind.optional(),
});
export type Deed = z.infer<typeof Deed>;

/** What the field taught, and what is ticked on the way there. */
export const LogEntry = z.strictObject({
  id: EntityId,
  at: Moment,
  kind: z.enum([
    'weighed',
    'timed',
    'came-loose',
    'in-the-way',
    'went-dark',
    'note',
    'checked',
    'packed',
  ]),
  setup: EntityId.optional(),
  item: EntityId.optional(),
  text: Note.optional(),
  massG: z.number().positive().max(100_000).optional(),
  durationS: z.number().positive().max(1_000_000).optional(),
  did: Deed.optional(),
  /** Of a check by hand or a line of the pack list: which, and whether it passed or is ticked. */
  subject: WholeText.min(1).max(200).optional(),
  yes: z.boolean().optional(),
});
export type LogEntry = z.infer<typeof LogEntry>;

export const rigFormat = 'zucchini-rig';
/**
 * Version 2 says what parts draw, hold and record; version 3 how they expose, hear and focus, and what the job is. What
 * earlier versions say stands in it unchanged. Version 4 logs what was timed, checked and packed.
 */
export const rigFormatVersion = 4;

/** The self-contained document that is exported, imported, shared and tested. */
export const RigFile = z.strictObject({
  format: z.literal(rigFormat),
  /** Files of all versions so far are read; what is written is of the newest. */
  formatVersion: z.literal([1, 2, 3, rigFormatVersion]),
  parts: z.array(Part).max(2000),
  rig: Rig,
  versions: z.array(Version).max(200).default([]),
  log: z.array(LogEntry).max(10_000).default([]),
});
export type RigFile = z.infer<typeof RigFile>;
