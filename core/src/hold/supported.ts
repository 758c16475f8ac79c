import { hasTrait } from '../part/index.js';
import type { Assembly } from '../rig/index.js';

/** What a support has to bear, g: all of the rig with its leads, but what stands on the ground itself. */
export const measureSupportedG = (assembly: Assembly): number =>
  assembly.items.reduce(
    (rest, p) => (hasTrait(p.part, 'grounded') ? rest - (p.mass?.massG ?? 0) : rest),
    assembly.mass.massG,
  );
