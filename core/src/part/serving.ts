import type { Part, Port, Serves } from './schema.js';

/** What a part of a kind is needed for though nobody states it: one fastens things to a cage, and a timecode box gives timecode. */
const byKind: Partial<Record<Part['kind'], Serves['need']>> = {
  cage: 'protection',
  'timecode-box': 'timecode',
  'sound-box': 'sound-inputs',
};

const takesSound = (port: Port): boolean =>
  port.direction !== 'out' && port.carries.includes('audio') && !port.carries.includes('video');

/** Every need that a part serves: those that it states, and what its kind or its own facts say. */
export function listNeedsServed(part: Part): Serves['need'][] {
  const implied = byKind[part.kind];
  return [
    ...new Set([
      ...(part.serves ?? []).map((s) => s.need),
      ...(implied ? [implied] : []),
      ...(part.hears?.wind === 'fur' ? (['wind-shield'] as const) : []),
      // A recorder with inputs of its own takes what a camera has no socket for.
      ...(part.kind === 'recorder' && part.ports?.some(takesSound)
        ? (['sound-inputs'] as const)
        : []),
      ...(part.kind === 'monitor' && part.screens?.some((s) => s.flips !== false)
        ? (['front-view'] as const)
        : []),
    ]),
  ];
}

/** Whether a part serves a need. */
export const servesNeed = (part: Part, need: Serves['need']): boolean =>
  listNeedsServed(part).includes(need);
