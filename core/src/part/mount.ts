import { z } from 'zod';
import { PointMm } from '../placement/index.js';
import { Direction, LengthMm, isAlong, isSquare } from '../solid/index.js';
import { LocalId, Name } from './ids.js';
import { MountKind, MountSide } from './mount-kinds.js';

/** What a fastening is worked with on location. */
export const Tool = z.enum([
  'none',
  'thumb',
  'coin',
  'hex-2',
  'hex-2.5',
  'hex-3',
  'hex-4',
  'hex-5',
  'hex-3-16-in',
  'screwdriver',
]);
export type Tool = z.infer<typeof Tool>;

/** Whether a tool is more than a hand and what lies in every pocket. */
export const isKeyed = (tool: Tool): boolean => !['none', 'thumb', 'coin'].includes(tool);

/**
 * The length along which a mount holds: a rail, a shoe bar, a rod pair across its face; a post or a riser along its own
 * normal. Positions are measured from
 * the mount's origin along the axis; `fromMm` and `toMm` are its two ends.
 */
export const Lengthwise = z
  .strictObject({
    axis: Direction,
    fromMm: z.number().min(-5000).max(5000),
    toMm: z.number().min(-5000).max(5000),
    /** Notches or click stops; free where absent. */
    stepMm: LengthMm.optional(),
  })
  .refine((v) => v.fromMm < v.toMm, { path: ['toMm'], message: 'is not beyond fromMm' });

/** What a screw or a socket is like. */
export const Thread = z.strictObject({
  /** Screw: how far the thread stands out of its own mating face, pads taken off. */
  lengthMm: LengthMm.optional(),
  /** Screw: whether the owner can put in another length. */
  exchangeable: z.boolean().optional(),
  /** Socket: usable depth. */
  depthMm: LengthMm.optional(),
  /** Socket: closed at the bottom, so that too long a screw bottoms out. */
  blind: z.boolean().optional(),
});

/** The ring in which two faces press on each other. */
export const Contact = z
  .strictObject({
    innerRadiusMm: LengthMm,
    outerRadiusMm: LengthMm,
    lining: z.enum(['metal', 'rubber']),
  })
  .refine((v) => v.innerRadiusMm < v.outerRadiusMm, {
    path: ['outerRadiusMm'],
    message: 'is not larger than innerRadiusMm',
  });

export type Contact = z.infer<typeof Contact>;

/** Pins beside a screw, or the holes that take them. */
export const Locating = z.strictObject({
  side: z.enum(['pins', 'holes']),
  spacingMm: LengthMm,
  /** Pins that give way when they meet a plain face. */
  retracts: z.boolean().optional(),
});

/**
 * A place where a part can be joined. Origin in the middle of the mating face, the normal pointing out
 * of the part, a reference direction square to it; what each means for a kind is in the mating table.
 */
export const Mount = z
  .strictObject({
    id: LocalId,
    name: Name.optional(),
    kind: MountKind,
    side: MountSide,
    originMm: PointMm,
    normal: Direction,
    reference: Direction,
    lengthwise: Lengthwise.optional(),
    /**
     * The lengthwise mount of the same part whose length this one shares, with the same axis and zero: one
     * rod of a pair. What takes a stretch of either leaves less of the other.
     */
    alongside: LocalId.optional(),
    /** How much of a lengthwise partner this mount takes up. */
    clampLengthMm: LengthMm.optional(),
    /** How a clamp comes onto its rail: over the end, or from the side. */
    entry: z.enum(['end', 'side']).optional(),
    /** Turns that the mount allows, in degrees, where they are fewer than its kind's. */
    turnsDeg: z.array(z.number().min(-360).max(360)).max(24).optional(),
    fastening: z
      .strictObject({
        tool: Tool,
        seconds: z.number().min(0).max(3600),
        torqueNm: z.number().positive().max(100).optional(),
        /** Where the tool or the fingers take hold, in the part's frame; not judged where absent. */
        access: z
          .strictObject({
            atMm: PointMm,
            /** Out of the screw's head or the knob, the way the tool comes and goes. */
            direction: Direction,
          })
          .optional(),
      })
      .optional(),
    bears: z
      .strictObject({
        massG: z.number().positive().max(100_000).optional(),
        momentNm: z.number().positive().max(1000).optional(),
      })
      .optional(),
    thread: Thread.optional(),
    contact: Contact.optional(),
    locating: Locating.optional(),
    /** Lips, a second stud or a shape that keep the joint from turning whatever the screw does. */
    formFit: z.boolean().optional(),
    /** The moment a friction joint without a screw is stated to hold. */
    holdsNm: z.number().positive().max(1000).optional(),
    /** Phase of a rosette's teeth, in degrees from the reference to the first tooth. */
    toothPhaseDeg: z.number().min(0).max(6).optional(),
    /** Nominal size: filter thread, ring, tray; the pitch diameter of a gear. */
    sizeMm: LengthMm.optional(),
    /** A bushing in a larger hole: the pins of what is screwed in stand beside it and hold nothing. */
    pinsClear: z.boolean().optional(),
    /** Of a pair of rods or what holds one: from middle to middle of the rods; 60 mm where absent. */
    apartMm: LengthMm.optional(),
    /** Width of a gear along its axis. */
    gearWidthMm: LengthMm.optional(),
    /** Lens mounts: from the mounting face to the sensor, for which body or lens is made. */
    flangeMm: LengthMm.optional(),
    /** Family of a lens mount, a cell bay or a bolt pattern. Both halves must state the same. */
    family: Name.optional(),
    /** Keys this mount offers to its partner. */
    keys: z.array(LocalId).max(40).optional(),
    /** Keys the partner must offer one of; unknown otherwise. */
    takes: z.array(LocalId).max(40).optional(),
    /** Keys that are known not to go in. */
    refuses: z.array(LocalId).max(40).optional(),
    /** Keys that go in but do not latch. */
    entersOnly: z.array(LocalId).max(40).optional(),
    /** The mount by which the part is usually carried. */
    carrier: z.boolean().optional(),
  })
  .superRefine((mount, context) => {
    if (!isSquare(mount.normal, mount.reference)) {
      context.addIssue({
        code: 'custom',
        path: ['reference'],
        message: 'is not square to the normal',
      });
    }
    const axis = mount.lengthwise?.axis;
    if (axis && !isSquare(mount.normal, axis) && !isAlong(mount.normal, axis)) {
      context.addIssue({
        code: 'custom',
        path: ['lengthwise', 'axis'],
        message: 'is neither square to the normal, as a rail is, nor along it, as a post is',
      });
    }
  });
export type Mount = z.infer<typeof Mount>;
