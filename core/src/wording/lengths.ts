import type { Fit } from '../fit/index.js';
import { sayDeg, sayMm, sayNumber, type Names } from '../words/index.js';
import type { Edit } from '../rig/index.js';

/** One line of the lengths of a rig. */
export interface LengthLine {
  readonly what: string;
  readonly value: string;
  readonly more: string | undefined;
}

const wholeMm = (mm: number): string => sayMm(Math.round(mm));

/** Where a battery stands out. */
const proudWords = {
  ahead: 'ahead of the rig',
  behind: 'behind the rig',
  left: 'to the left of the rig',
  right: 'to the right of the rig',
  up: 'above the rig',
  down: 'below the rig',
} as const;

const sayChange = (edit: Edit): string =>
  edit.type === 'turn'
    ? `turned to ${sayDeg(edit.turnDeg)}`
    : edit.type === 'slide'
      ? `slid to ${sayMm(edit.slideMm)}`
      : '';

/** How far batteries stand out of a rig, how much of each rod is used here and in all setups, and how level the two hands are. */
export function sayLengths(
  { proud, used, hands }: Pick<Fit, 'proud' | 'used' | 'hands'>,
  n: Names,
  manySetups: boolean,
): LengthLine[] {
  return [
    ...proud.map(({ itemId, mm, towards }) => ({
      what: `${n.item(itemId)} stands out ${proudWords[towards]}`,
      value: wholeMm(mm),
      more: undefined,
    })),
    ...used.map(({ itemId, lengthMm, hereMm, everywhereMm }) => ({
      what: `${n.item(itemId)}: used here`,
      value: `${sayNumber(Math.round(hereMm))} of ${wholeMm(lengthMm)}`,
      more:
        manySetups && Math.round(everywhereMm) !== Math.round(hereMm)
          ? `the shortest for all setups: ${wholeMm(everywhereMm)}`
          : undefined,
    })),
    ...(hands
      ? [
          {
            what: 'Your hands, apart in height',
            value: wholeMm(hands.heightMm),
            more: hands.better
              ? `${n.item(hands.better.itemId)} ${sayChange(hands.better.edit)}: ${wholeMm(hands.better.heightMm)}`
              : undefined,
          },
          { what: 'Your hands, apart in depth', value: wholeMm(hands.depthMm), more: undefined },
        ]
      : []),
  ];
}
