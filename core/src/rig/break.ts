import { hasTrait, type Part } from '../part/index.js';

type Named = readonly { readonly id: string }[] | undefined;

const lacks = (before: Named, after: Named): boolean => {
  const left = new Set(after?.map((one) => one.id));
  return (before ?? []).some((one) => !left.has(one.id));
};

/** What a part has to be where a rig names it as such. */
const kindsNamed = ['camera', 'optic'] as const;

/**
 * Whether a rig that can be put together with a part as it was might not be with it as it is now: something that rigs name
 * (a mount, a movement, a grip, a port) is gone, or it is no camera or lens any more. Otherwise `findRigIssues` finds nothing that
 * it did not find before, whatever the rig.
 */
export function mayBreak(before: Part, after: Part): boolean {
  return (
    lacks(before.mounts, after.mounts) ||
    lacks(before.movements, after.movements) ||
    lacks(before.grips, after.grips) ||
    lacks(before.ports, after.ports) ||
    kindsNamed.some((trait) => hasTrait(before, trait) && !hasTrait(after, trait))
  );
}
