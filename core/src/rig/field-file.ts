import { z } from 'zod';
import { Name } from '../part/index.js';
import type { Issue } from './check.js';
import { toIssues } from './file.js';
import { EntityId, LogEntry } from './schema.js';

export const fieldFormat = 'zucchini-field';
export const fieldFormatVersion = 1;

/** What a pocket sheet gives back: what was ticked, timed, checked and noted on it, for one rig. */
export const FieldFile = z.strictObject({
  format: z.literal(fieldFormat),
  formatVersion: z.literal(fieldFormatVersion),
  rig: EntityId,
  rigName: Name,
  entries: z.array(LogEntry).max(5000),
});
export type FieldFile = z.infer<typeof FieldFile>;

/** What became of a field file that was read. */
export type FieldOutcome =
  | { readonly state: 'read'; readonly file: FieldFile }
  | { readonly state: 'malformed'; readonly issues: readonly Issue[] };

const failed = (path: string, message: string): FieldOutcome => ({
  state: 'malformed',
  issues: [{ path, message }],
});

/** Reads the notes of a pocket sheet that are meant for a rig. Every issue names its place; nothing is dropped in silence. */
export function readFieldText(text: string, rigId: string): FieldOutcome {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    return failed('', `is not JSON: ${error instanceof Error ? error.message : String(error)}`);
  }
  if ((value as { format?: unknown } | null)?.format !== fieldFormat) {
    return failed('format', `is not “${fieldFormat}”: this is not what a pocket sheet gives back`);
  }
  const parsed = FieldFile.safeParse(value);
  if (!parsed.success) return { state: 'malformed', issues: toIssues(parsed.error) };
  const file = parsed.data;
  if (file.rig !== rigId) {
    return failed('rig', `is “${file.rig}” (${file.rigName}): these notes are of another rig`);
  }
  return { state: 'read', file };
}
