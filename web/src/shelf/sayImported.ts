import { sayList, type Imported } from '@zucchini/core';

/** What an import stored, by the names that a person knows. */
export function sayImported({ name, renamed }: Imported): string {
  const of = (what: Imported['renamed'][number]['what']) => [
    ...new Set(renamed.filter((r) => r.what === what).map((r) => r.name)),
  ];
  const [parts, items] = [of('part'), of('item')];
  return [
    of('rig').length > 0
      ? `A rig with this name was already here; the copy is called “${name}”.`
      : `“${name}” is on the shelf.`,
    ...(parts.length > 0
      ? [`Already here, but described differently: ${sayList(parts)}. The catalogue keeps both.`]
      : []),
    ...(items.length > 0 ? [`Your kit has one more of: ${sayList(items)}.`] : []),
  ].join(' ');
}
