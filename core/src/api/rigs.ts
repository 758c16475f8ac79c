import { z } from 'zod';
import { Name, Note, Part, PartId } from '../part/index.js';
import { Brief } from '../brief/index.js';
import { EntityId, KitItem, LogEntry, Moment, Rig } from '../rig/index.js';
import { Currency } from '../units/index.js';

/** Why something of a rig is not known: it took too long, too much memory, or met a fault of ours. */
export const NotComputed = z.enum(['time', 'memory', 'fault']);
export type NotComputed = z.infer<typeof NotComputed>;

/** The figures of a rig's first setup; `stops` and `risks` are null where the whole was not computed. */
export const ShelfFigures = z.object({
  stops: z.int().nullable(),
  risks: z.int().nullable(),
  hang: z.string(),
  spend: z.string(),
  carried: z.string(),
});
export type ShelfFigures = z.infer<typeof ShelfFigures>;

/** What the shelf shows of a rig without opening it. */
export const RigSummary = z.object({
  id: EntityId,
  name: z.string(),
  revision: z.int(),
  savedAt: z.iso.datetime(),
  setup: z.string(),
  parts: z.int(),
  /** Its figures follow its save: those that are here are of an earlier state. */
  pending: z.boolean(),
  /** Null where there are none yet, or none could be computed. */
  figures: ShelfFigures.nullable(),
  notComputed: NotComputed.nullable(),
});
export type RigSummary = z.infer<typeof RigSummary>;

/** A rig with what is needed to open it. */
export const RigRecord = z.object({
  revision: z.int(),
  savedAt: z.iso.datetime(),
  rig: Rig,
  parts: z.array(Part),
});
export type RigRecord = z.infer<typeof RigRecord>;

/** What the field taught of a rig, and which ticks that were sent came after a later one that says otherwise. */
export const LogReply = z.object({ log: z.array(LogEntry), overruled: z.array(LogEntry) });
export type LogReply = z.infer<typeof LogReply>;

/** Entries made meanwhile; sent twice they are stored once. */
export const AddToLogBody = z.strictObject({
  entries: z.array(LogEntry).min(1).max(500),
  /** When it is sent, by the clock that the times of the entries are of. */
  sentAt: Moment.optional(),
});
export type AddToLogBody = z.infer<typeof AddToLogBody>;

/** Entries to be taken out of a log for good: delivered once more they are not new. */
export const ClearLogBody = z.strictObject({ ids: z.array(EntityId).min(1).max(10_000) });
export type ClearLogBody = z.infer<typeof ClearLogBody>;

/** What other rigs use of the individuals of a rig, on which day. */
export const ElsewhereReply = z.object({
  elsewhere: z.array(
    z.object({ itemId: EntityId, rigId: EntityId, rig: z.string(), on: z.iso.date() }),
  ),
});
export type ElsewhereReply = z.infer<typeof ElsewhereReply>;

/** The door to the local network: none was asked for, it is shut, or where and with which code it is open. */
export const LanReply = z.discriminatedUnion('state', [
  z.object({ state: z.literal('none') }),
  z.object({
    state: z.literal('shut'),
    why: z.enum(['time', 'ended', 'no-network']),
  }),
  z.object({
    state: z.literal('open'),
    urls: z.array(z.string()),
    code: z.string(),
    closesAt: z.iso.datetime(),
    /** The first address as a picture, SVG. */
    qr: z.string(),
  }),
]);
export type LanReply = z.infer<typeof LanReply>;

/** How far a rig and the parts that it draws on have gone: what an open bench asks now and then. */
export const RigStamp = z.object({
  revision: z.int(),
  parts: z.array(z.object({ id: PartId, revision: z.int() })),
});
export type RigStamp = z.infer<typeof RigStamp>;

export const CreateRigBody = z.strictObject({
  name: Name,
  bodyPartId: PartId,
  currency: Currency,
  /** A lens that the person has as well. */
  lensPartId: PartId.optional(),
  /** What the job is; the money of it is in `currency`. */
  brief: Brief.omit({ currency: true }).optional(),
});
export type CreateRigBody = z.infer<typeof CreateRigBody>;
export const SaveRigBody = z.strictObject({ revision: z.int().min(1), rig: Rig });
export const Saved = z.object({ revision: z.int(), savedAt: z.iso.datetime() });

export const VersionSummary = z.object({
  id: EntityId,
  name: z.string(),
  reason: z.string(),
  keptAt: z.iso.datetime(),
});
export type VersionSummary = z.infer<typeof VersionSummary>;

export const KeepVersionBody = z.strictObject({ name: Name, reason: Note });
export const VersionRecord = VersionSummary.extend({ rig: Rig, parts: z.array(Part) });
export type VersionRecord = z.infer<typeof VersionRecord>;

/** What an import stored, and what it had to call otherwise. */
export const Imported = z.object({
  id: EntityId,
  name: z.string(),
  renamed: z.array(
    z.object({
      what: z.enum(['rig', 'part', 'item']),
      from: z.string(),
      to: z.string(),
      /** What a person calls it now: of an individual, its part. */
      name: z.string(),
    }),
  ),
});
export type Imported = z.infer<typeof Imported>;

/** A kept version as a rig that can be saved now, with what had to be called otherwise for it. */
export const ReadyVersion = z.object({
  rig: Rig,
  parts: z.array(Part),
  renamed: Imported.shape.renamed,
});
export type ReadyVersion = z.infer<typeof ReadyVersion>;

export const KitReply = z.object({ items: z.array(KitItem) });
