import { z } from 'zod';
import type { PartBook } from '../part/index.js';
import { findRigIssues, type Issue } from './check.js';
import { RigFile, rigFormat, rigFormatVersion } from './schema.js';

/** What became of a document that was read. */
export type RigFileOutcome =
  | { readonly state: 'read'; readonly file: RigFile; readonly parts: PartBook }
  | { readonly state: 'malformed'; readonly issues: readonly Issue[] };

/** `rig.setups[0].joints[2].slideMm` from Zod's list of keys. */
export function toPath(keys: readonly PropertyKey[]): string {
  return keys
    .map((key, i) =>
      typeof key === 'number' ? `[${key}]` : i === 0 ? String(key) : `.${String(key)}`,
    )
    .join('');
}

/** Zod's issues as path and sentence, in the order of the document. */
export function toIssues(error: z.ZodError): Issue[] {
  return error.issues.flatMap((issue) => {
    if (issue.code === 'unrecognized_keys') {
      return issue.keys.map((key) => ({
        path: toPath([...issue.path, key]),
        message: 'is not a field of this format',
      }));
    }
    return [{ path: toPath(issue.path), message: issue.message }];
  });
}

/** The parts of a file by id. */
export function createPartBook(parts: RigFile['parts']): PartBook {
  return new Map(parts.map((part) => [part.id, part]));
}

function findHeadIssue(value: unknown): Issue | undefined {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) {
    return { path: '', message: 'is not a rig file: a JSON object is expected' };
  }
  const head = value as { format?: unknown; formatVersion?: unknown };
  if (head.format !== rigFormat) {
    return { path: 'format', message: `is not “${rigFormat}”: this is not a rig file` };
  }
  if (typeof head.formatVersion === 'number' && head.formatVersion > rigFormatVersion) {
    return {
      path: 'formatVersion',
      message: `is ${head.formatVersion}, from a newer Zucchini; this one reads up to ${rigFormatVersion}`,
    };
  }
  return undefined;
}

/**
 * Reads a rig file from parsed JSON. Every issue names its place; nothing is repaired or dropped in
 * silence. Findings about the rig are no issue here: a wrong rig is a normal one.
 */
export function readRigFile(value: unknown): RigFileOutcome {
  const head = findHeadIssue(value);
  if (head) return { state: 'malformed', issues: [head] };
  const parsed = RigFile.safeParse(value);
  if (!parsed.success) return { state: 'malformed', issues: toIssues(parsed.error) };
  const file = { ...parsed.data, formatVersion: rigFormatVersion } as const;
  const issues: Issue[] = [];
  const ids = new Set<string>();
  file.parts.forEach((part, i) => {
    if (ids.has(part.id)) {
      issues.push({ path: `parts[${i}].id`, message: `“${part.id}” is already used above` });
    }
    ids.add(part.id);
  });
  const parts = createPartBook(file.parts);
  issues.push(...findRigIssues(file.rig, parts, 'rig'));
  const versions = new Set<string>();
  file.versions.forEach((version, i) => {
    if (versions.has(version.id)) {
      issues.push({ path: `versions[${i}].id`, message: `“${version.id}” is already used above` });
    }
    versions.add(version.id);
    issues.push(...findRigIssues(version.rig, parts, `versions[${i}].rig`));
  });
  if (issues.length > 0) return { state: 'malformed', issues };
  return { state: 'read', file, parts };
}

/** As {@link readRigFile}, from the file's text. */
export function readRigText(text: string): RigFileOutcome {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    const reason = error instanceof Error ? error.message : String(error);
    return { state: 'malformed', issues: [{ path: '', message: `is not JSON: ${reason}` }] };
  }
  return readRigFile(value);
}

/** The published JSON Schema of the rig file, as it is written. */
export function createRigFileSchema(): object {
  return {
    title: 'Zucchini rig file',
    ...z.toJSONSchema(RigFile, { io: 'input', unrepresentable: 'any' }),
  };
}
