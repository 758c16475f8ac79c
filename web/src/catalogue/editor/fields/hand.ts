import {
  Control,
  controlLabels,
  listChoices,
  screenToolLabels,
  type Element,
} from '@zucchini/core';
import { choice, flag, labelled, number, place, text, ticks, way, type Field } from './field';

/** The figures of a grip for a hand. */
export function listGripFields(e: Extract<Element, { list: 'grips' }>): Field[] {
  const g = e.is;
  return [
    text('name', g.name, (v) => ({ name: v })),
    ...labelled(
      'from',
      place(g.fromMm, (fromMm) => ({ fromMm })),
    ),
    ...labelled(
      'to',
      place(g.toMm, (toMm) => ({ toMm })),
    ),
    number('radius', 'mm', g.radiusMm, (v) => ({ radiusMm: v })),
    choice(
      'use',
      [
        ['carry', 'carries the rig'],
        ['adjust', 'to aim a part'],
        ['focus', 'to focus'],
      ],
      g.use,
      (v) => ({ use: v }),
    ),
    choice(
      'it is',
      [
        ['top', 'on top'],
        ['side', 'at a side'],
        ['under', 'below'],
        ['other', 'elsewhere'],
      ],
      g.place,
      (v) => ({ place: v }),
    ),
    choice(
      'hand',
      [
        ['either', 'either'],
        ['left', 'left'],
        ['right', 'right'],
      ],
      g.hand ?? 'either',
      (v) => ({ hand: v }),
    ),
    choice(
      'open end',
      [
        ['none', 'none'],
        ['from', 'from'],
        ['to', 'to'],
        ['both', 'both'],
      ],
      g.open ?? 'none',
      (v) => ({ open: v }),
    ),
  ];
}

/** The figures of a picture that is looked at. */
export function listScreenFields(e: Extract<Element, { list: 'screens' }>): Field[] {
  return [
    text('name', e.is.name, (v) => ({ name: v })),
    ...place(e.is.atMm, (atMm) => ({ atMm })),
    way('looks', e.is.normal, (d) => ({ normal: d })),
    number('diagonal', 'mm', e.is.diagonalMm, (v) => ({ diagonalMm: v })),
    number('brightness', 'cd/m²', e.is.nits, (v) => ({ nits: v })),
    ticks('shows', listChoices(screenToolLabels), e.is.tools ?? [], (v) => ({ tools: v })),
    flag('its picture turns over with it', e.is.flips ?? false, (v) => ({ flips: v })),
    flag('a finder, for one eye at it', e.is.finder ?? false, (v) => ({ finder: v || undefined })),
  ];
}

/** The figures of something that fingers work. */
export function listControlFields(e: Extract<Element, { list: 'controls' }>): Field[] {
  return [
    text('name', e.is.name, (v) => ({ name: v })),
    choice('it is', listChoices(controlLabels, Control.shape.use.options), e.is.use, (v) => ({
      use: v,
    })),
    ...place(e.is.atMm, (atMm) => ({ atMm })),
    number('across', 'mm', e.is.sizeMm, (v) => ({ sizeMm: v })),
  ];
}
