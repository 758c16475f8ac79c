import type { Brief } from '../brief/index.js';
import { isKeyed, isOptical } from '../part/index.js';
import { placeSolids, type Assembly } from '../rig/index.js';
import { measureReachMm } from '../solid/index.js';
import { sayG, sayMm, sayStop } from '../words/index.js';

/** A figure of a brief that contradicts another, or the camera itself: it is kept, and said beside its field. */
export interface BriefDoubt {
  /** `limits.carryG`. */
  readonly path: string;
  readonly message: string;
}

/** What of a brief cannot be met by any rig round this camera and lens, or contradicts itself. Empty for a brief that holds together. */
export function listBriefDoubts(brief: Brief, assembly: Assembly): BriefDoubt[] {
  const own = assembly.items.filter((p) => isOptical(p.part));
  const massG = own.reduce((sum, p) => sum + (p.mass?.massG ?? 0), 0);
  const reach = (z: 1 | -1) =>
    Math.max(
      ...own.flatMap((p) =>
        placeSolids(p).map((s) => measureReachMm(s.solid, s.rigFromSolid, [0, 0, z])),
      ),
    );
  const heightMm = own.length > 0 ? reach(1) + reach(-1) : 0;
  const alone = own.length > 1 ? 'camera and lens alone' : 'the camera alone';
  const under = (
    path: string,
    limit: number | undefined,
    is: number,
    say: (v: number) => string,
  ) =>
    limit !== undefined && limit < is ? [{ path, message: `less than ${alone}: ${say(is)}` }] : [];
  const { limits, supports, picture, schools } = brief;
  const stops =
    picture?.widestT !== undefined &&
    picture.smallestT !== undefined &&
    picture.widestT > picture.smallestT
      ? [
          {
            path: 'picture.smallestT',
            message: `opens wider than the widest, ${sayStop(picture.widestT)}`,
          },
        ]
      : [];
  const tools =
    schools?.tools === 'none' && limits.tools?.some(isKeyed)
      ? [{ path: 'limits.tools', message: 'keys are ticked, and you like to need none' }]
      : [];
  return [
    ...under('limits.carryG', limits.carryG, massG, sayG),
    ...under('limits.heightMm', limits.heightMm, heightMm, (v) => sayMm(Math.round(v))),
    ...under('supports.tripodPayloadG', supports?.tripodPayloadG, massG, sayG),
    ...under('supports.gimbalPayloadG', supports?.gimbalPayloadG, massG, sayG),
    ...stops,
    ...tools,
  ];
}
