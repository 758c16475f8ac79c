import { z } from 'zod';
import type { Part } from '../part/index.js';

/** What a part pack calls itself, and the newest version that is read. */
export const packFormat = 'zucchini-parts';
export const packFormatVersion = 1;

/** A part as it came, before anything about it is believed. */
export interface RawRow {
  /** Where it stands in what was read: a line of a CSV file, counting its header as 1, or `parts[3]`. */
  readonly place: string;
  readonly value: unknown;
  /** What the row says of each field; what it leaves out stays as it is. */
  readonly partial: boolean;
  /** What could not be read, by field. */
  readonly issues: readonly { readonly path: string; readonly message: string }[];
}

/** A file of parts as rows, or why it is none. */
export type PackReading =
  | { readonly state: 'read'; readonly rows: readonly RawRow[] }
  | { readonly state: 'malformed'; readonly message: string };

const Envelope = z.object({
  format: z.literal(packFormat),
  formatVersion: z.int().min(1),
  parts: z.array(z.unknown()).max(20_000),
});

/** Reads a part pack. A pack from a newer version is refused as a whole: half of it might be misread. */
export function readPack(text: string): PackReading {
  let value: unknown;
  try {
    value = JSON.parse(text.replace(/^\uFEFF/u, ''));
  } catch (error) {
    return { state: 'malformed', message: `This is no JSON: ${(error as Error).message}` };
  }
  const version = (value as { formatVersion?: unknown } | null)?.formatVersion;
  if (typeof version === 'number' && version > packFormatVersion) {
    return {
      state: 'malformed',
      message: `This pack is of version ${version}; this application reads up to version ${packFormatVersion}. Nothing was taken from it.`,
    };
  }
  const parsed = Envelope.safeParse(value);
  if (!parsed.success) {
    const [issue] = parsed.error.issues;
    const place = issue?.path.join('.') || 'the file';
    return { state: 'malformed', message: `This is no part pack: ${place}: ${issue?.message}` };
  }
  return {
    state: 'read',
    rows: parsed.data.parts.map((part, i) => ({
      place: `parts[${i}]`,
      value: part,
      partial: false,
      issues: [],
    })),
  };
}

/** Parts as a pack, sorted by id, so that the same parts always make the same file. */
export function writePack(parts: Iterable<Part>): string {
  const sorted = [...parts].sort((a, b) => (a.id < b.id ? -1 : a.id > b.id ? 1 : 0));
  const pack = { format: packFormat, formatVersion: packFormatVersion, parts: sorted };
  return `${JSON.stringify(pack, null, 1)}\n`;
}
