import type { Part, Serves } from './schema.js';

/** What a part of a kind is needed for though nobody states it: one fastens things to a cage, and a timecode box gives timecode. */
const byKind: Partial<Record<Part['kind'], Serves['need']>> = {
  cage: 'protection',
  'timecode-box': 'timecode',
};

/** Every need that a part serves: those that it states, and what its kind or its own facts say. */
export function listNeedsServed(part: Part): Serves['need'][] {
  const implied = byKind[part.kind];
  return [
    ...new Set([
      ...(part.serves ?? []).map((s) => s.need),
      ...(implied ? [implied] : []),
      ...(part.hears?.wind === 'fur' ? (['wind-shield'] as const) : []),
    ]),
  ];
}

/** Whether a part serves a need. */
export const servesNeed = (part: Part, need: Serves['need']): boolean =>
  listNeedsServed(part).includes(need);
