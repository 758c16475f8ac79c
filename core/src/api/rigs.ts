import { z } from 'zod';
import { Name, Note, Part, PartId } from '../part/index.js';
import { EntityId, KitItem, Rig } from '../rig/index.js';
import { Currency } from '../units/index.js';

/** What the shelf shows of a rig without opening it. */
export const RigSummary = z.object({
  id: EntityId,
  name: z.string(),
  revision: z.int(),
  savedAt: z.iso.datetime(),
  setup: z.string(),
  parts: z.int(),
  stops: z.int(),
  risks: z.int(),
  hang: z.string(),
  spend: z.string(),
  carried: z.string(),
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

/** How far a rig and the parts that it draws on have gone: what an open bench asks now and then. */
export const RigStamp = z.object({
  revision: z.int(),
  parts: z.array(z.object({ id: PartId, revision: z.int() })),
});
export type RigStamp = z.infer<typeof RigStamp>;

export const CreateRigBody = z.strictObject({ name: Name, bodyPartId: PartId, currency: Currency });
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
    z.object({ what: z.enum(['rig', 'part', 'item']), from: z.string(), to: z.string() }),
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
