import { cameraThings } from './camera.js';
import { carryThings } from './carry.js';
import { hearThings } from './hear.js';
import { holdThings } from './hold.js';
import { joinThings } from './join.js';
import { lensThings } from './lens.js';
import { powerThings } from './power.js';
import { seeThings } from './see.js';
import type { Thing } from './question.js';

/** Every kind of part that can be made, with what is asked about it: the table the wizard reads. */
export const things: readonly Thing[] = [
  ...cameraThings,
  ...holdThings,
  ...joinThings,
  ...seeThings,
  ...hearThings,
  ...powerThings,
  ...lensThings,
  ...carryThings,
];

/** The thing that a kind of part is; undefined for none. */
export function findThing(kind: string, template?: string): Thing | undefined {
  return things.find((t) => t.kind === kind && (template === undefined || t.template === template));
}
