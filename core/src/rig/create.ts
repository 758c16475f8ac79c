import type { Brief } from '../brief/index.js';
import { hasTrait, type Part } from '../part/index.js';
import type { LensUse, Rig, Setup } from './schema.js';

/** A rig that is nothing yet but a body in the hands. */
export function createRig(
  ids: { readonly rig: string; readonly item: string; readonly setup: string },
  name: string,
  body: Part,
  brief: Brief,
): Rig {
  if (!hasTrait(body, 'camera')) throw new Error(`createRig: ${body.id} is not a body`);
  return {
    id: ids.rig,
    name,
    kit: [{ id: ids.item, partId: body.id, owned: true }],
    brief,
    setups: [
      {
        id: ids.setup,
        name: 'Low, by the top handle',
        hold: 'low',
        attitude: 'level',
        motion: 'walking',
        body: ids.item,
        joints: [],
      },
    ],
  };
}

/** The lenses that are used in a setup: its own set, or else the rig's. */
export function listLenses(
  rig: Pick<Rig, 'lenses'>,
  setup: Pick<Setup, 'lenses'>,
): readonly LensUse[] {
  return setup.lenses ?? rig.lenses ?? [];
}

/**
 * The set of lenses with one more, or without one that is in it. A new lens is used as much as the others on
 * average; the shares of the others keep their proportion, and all sum to 1.
 */
export function toggleLens(now: readonly LensUse[], itemId: string): LensUse[] {
  const rest = now.filter((l) => l.item !== itemId);
  const own = rest.length === now.length ? [{ item: itemId, share: 1 / (now.length + 1) }] : [];
  const left = own.reduce((sum, l) => sum - l.share, 1);
  const used = rest.reduce((sum, l) => sum + l.share, 0);
  const scaled = rest.map((l) => ({
    ...l,
    share: used > 0 ? (l.share * left) / used : left / rest.length,
  }));
  return [...scaled, ...own];
}
