import type { Control, Grip, KeepClear, Mount, Part, Port, Screen } from '../part/index.js';
import type { Vec3 } from '../placement/index.js';
import type { Solid } from '../solid/index.js';

/** The lists of a part whose entries stand somewhere. */
export const elementLists = [
  'solids',
  'mounts',
  'ports',
  'keepClear',
  'grips',
  'screens',
  'controls',
] as const;
export type ElementList = (typeof elementLists)[number];

/** One thing of a part that stands somewhere, with the list it is in. */
export type Element =
  | { readonly list: 'solids'; readonly is: Solid }
  | { readonly list: 'mounts'; readonly is: Mount }
  | { readonly list: 'ports'; readonly is: Port }
  | { readonly list: 'keepClear'; readonly is: KeepClear }
  | { readonly list: 'grips'; readonly is: Grip }
  | { readonly list: 'screens'; readonly is: Screen }
  | { readonly list: 'controls'; readonly is: Control };

/** Every element of a part, in the order of its lists. */
export function listElements(part: Part): Element[] {
  return elementLists.flatMap((list) =>
    (part[list] ?? []).map((is) => ({ list, is }) as unknown as Element),
  );
}

/** The element with an id; undefined where the part has none. */
export function findElement(part: Part, id: string): Element | undefined {
  return listElements(part).find((e) => e.is.id === id);
}

/** Where an element stands, in the part's frame, mm: its middle, origin or the middle of its line. */
export function measurePlaceMm(element: Element): Vec3 {
  switch (element.list) {
    case 'mounts':
    case 'ports':
      return element.is.originMm;
    case 'keepClear':
      return element.is.shape.atMm;
    case 'grips': {
      const { fromMm: a, toMm: b } = element.is;
      return [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2, (a[2] + b[2]) / 2];
    }
    default:
      return element.is.atMm;
  }
}
