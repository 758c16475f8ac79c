import type { Brief } from '../brief/index.js';
import type { Part } from '../part/index.js';
import type { Rig } from './schema.js';

/** A rig that is nothing yet but a body in the hands. */
export function createRig(
  ids: { readonly rig: string; readonly item: string; readonly setup: string },
  name: string,
  body: Part,
  brief: Brief,
): Rig {
  if (body.kind !== 'body') throw new Error(`createRig: ${body.id} is not a body`);
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
