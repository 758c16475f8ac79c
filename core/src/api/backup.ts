import { z } from 'zod';

/** What is stored, as its owner would name it. */
export const BackupContents = z.object({
  /** The one saved last first. */
  rigs: z.array(z.object({ name: z.string(), savedAt: z.iso.datetime() })),
  parts: z.int(),
  individuals: z.int(),
  versions: z.int(),
});
export type BackupContents = z.infer<typeof BackupContents>;

/** Something of a backup that cannot be read, and why. */
export const BackupFault = z.object({
  what: z.enum(['part', 'individual', 'rig', 'version']),
  name: z.string(),
  issues: z.array(z.object({ path: z.string(), message: z.string() })),
});
export type BackupFault = z.infer<typeof BackupFault>;

/** A backup that was read to its end and laid out beside what is stored, which is as it was. */
export const BackupLook = z.object({
  takenAt: z.iso.datetime(),
  /** What can be read of it. */
  brings: BackupContents,
  replaces: BackupContents,
  /** What of it cannot be put in. */
  faults: z.array(BackupFault),
  /** The state of what it would replace: said again when it is put in. */
  mark: z.string(),
});
export type BackupLook = z.infer<typeof BackupLook>;

/** A backup that is in its place. */
export const Restored = z.object({
  brought: BackupContents,
  /** What was left out because it could not be read. */
  left: z.array(BackupFault),
  /** The backup of what was there before, where there was anything and it could be written. */
  kept: z.string().nullable(),
});
export type Restored = z.infer<typeof Restored>;

/** Backups that were taken by themselves: before an upgrade, and before another was put in. */
export const KeptBackups = z.object({
  backups: z.array(z.object({ name: z.string(), bytes: z.int(), takenAt: z.iso.datetime() })),
  /** The folder in which they lie. */
  folder: z.string(),
});
export type KeptBackups = z.infer<typeof KeptBackups>;
