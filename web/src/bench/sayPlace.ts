import type { Part, Rig } from '@zucchini/core';

/** Where in a rig something is, from a path as `setups[low].joints[j1].slideMm`, in the words of the bench. */
export function sayPlace(path: string, rig: Rig, parts: ReadonlyMap<string, Part>): string {
  const nameOf = (itemId: string | undefined): string => {
    const item = rig.kit.find((i) => i.id === itemId);
    return item?.label ?? (item && parts.get(item.partId)?.name) ?? 'a part';
  };
  const [, setupId, rest = ''] = /^setups\[([^\]]+)\](.*)$/u.exec(path) ?? [];
  if (setupId !== undefined) {
    const setup = rig.setups.find((s) => s.id === setupId);
    const where = `in “${setup?.name ?? setupId}”`;
    const [, jointId] = /^\.joints\[([^\]]+)\]/u.exec(rest) ?? [];
    const joint = setup?.joints.find((j) => j.id === jointId);
    if (joint) return `how ${nameOf(joint.child.item)} is fastened ${where}`;
    const [, itemId] = /^\.stances\.([^.]+)/u.exec(rest) ?? [];
    if (itemId !== undefined) return `how ${nameOf(itemId)} is set ${where}`;
    if (/^\.(?:hold|grips|attitude|motion)/u.test(rest)) return `how the rig is held ${where}`;
    if (rest.startsWith('.cables')) return `a lead ${where}`;
    return `the setup “${setup?.name ?? setupId}”`;
  }
  const [, itemId] = /^kit\[([^\]]+)\]/u.exec(path) ?? [];
  if (itemId !== undefined) return `what is known of ${nameOf(itemId)}`;
  if (path === 'name') return 'the name of the rig';
  if (path.startsWith('brief')) return 'the limits and the day';
  return path.startsWith('settings') ? 'the settings' : 'the rig';
}
