import type { Part } from '../part/index.js';
import { placeSetup, type Assembly } from './assembly.js';
import type { Rig } from './schema.js';

/** What a lone part is called in its assembly. */
export const aloneId = 'part';

/** A part by itself, in its own frame: for drawing its faces and for asking where its solids are. */
export function standAlone(part: Part): Assembly {
  const rig: Rig = {
    id: 'alone',
    name: part.name,
    kit: [{ id: aloneId, partId: part.id, owned: true }],
    brief: { currency: 'EUR', limits: {} },
    setups: [
      {
        id: 'alone',
        name: part.name,
        hold: 'set-down',
        attitude: 'level',
        motion: 'still',
        body: aloneId,
        joints: [],
      },
    ],
  };
  return placeSetup(rig, rig.setups[0]!, new Map([[part.id, part]]));
}
