import { hasTrait, type PartKind } from '../part/index.js';
import type { Assembly } from '../rig/index.js';
import type { BuildStep } from './build.js';

/** What is to be minded while a part goes on. */
export type Caution =
  /** Its maker says what must be on before it. */
  | { readonly kind: 'after'; readonly of: PartKind }
  | { readonly kind: 'lens-off' }
  | { readonly kind: 'open-camera' }
  | { readonly kind: 'cell' }
  | { readonly kind: 'on-the-ground' }
  | { readonly kind: 'home-made' };

/** What is to be minded in a step of a build sheet; of leads and second contacts nothing. */
export function listCautions(
  { setup, byId }: Assembly,
  { step }: Pick<BuildStep, 'step'>,
): Caution[] {
  const part = byId.get(step.itemId)?.part;
  if (!part || step.kind !== 'put-on') return [];
  const isOnBody = step.to?.parent === setup.body;
  return [
    ...(part.assembleAfter ?? []).map((of): Caution => ({ kind: 'after', of })),
    ...(hasTrait(part, 'round-body') ? [{ kind: 'lens-off' as const }] : []),
    ...(hasTrait(part, 'optic') && isOnBody ? [{ kind: 'open-camera' as const }] : []),
    ...(hasTrait(part, 'cell') ? [{ kind: 'cell' as const }] : []),
    ...(hasTrait(part, 'grounded') ? [{ kind: 'on-the-ground' as const }] : []),
    ...(part.homeMade ? [{ kind: 'home-made' as const }] : []),
  ];
}
