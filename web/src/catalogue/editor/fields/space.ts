import { purposeWords, type Element } from '@zucchini/core';
import { kindOptions } from '../../words';
import { choice, number, place, squareTo, ticks, under, way, type Field } from './field';

/** The figures of a space to keep clear. */
export function listSpaceFields(e: Extract<Element, { list: 'keepClear' }>): Field[] {
  const { shape, purpose, except } = e.is;
  const reshape = (fields: object) => ({ shape: { ...shape, ...fields } });
  const fields: Field[] = [
    choice('for', Object.entries(purposeWords), purpose, (v) => ({ purpose: v })),
    ...place(shape.atMm, (atMm) => reshape({ atMm })),
  ];
  if (shape.type === 'box') {
    ['length', 'width', 'height'].forEach((label, i) =>
      fields.push(
        number(label, 'mm', shape.sizeMm[i], (v) =>
          reshape({ sizeMm: shape.sizeMm.map((old, k) => (k === i ? (v ?? old) : old)) }),
        ),
      ),
    );
  } else if (shape.type === 'cylinder') {
    fields.push(
      number('radius', 'mm', shape.radiusMm, (v) => reshape({ radiusMm: v })),
      number('length', 'mm', shape.lengthMm, (v) => reshape({ lengthMm: v })),
      way('axis', shape.axis, (axis) => reshape({ axis })),
    );
  } else {
    fields.push(
      number('leaf', 'mm', shape.radiusMm, (v) => reshape({ radiusMm: v })),
      number('width', 'mm', shape.widthMm, (v) => reshape({ widthMm: v })),
      number('opens', '°', shape.sweepDeg, (v) => reshape({ sweepDeg: v })),
      way('hinge', shape.hinge, (hinge) => reshape({ hinge, shut: squareTo(hinge) })),
      way('shut it points', shape.shut, (shut) => reshape({ shut })),
    );
  }
  return [
    ...fields,
    ...under('What may stand in it', [
      ticks('kinds of part', kindOptions, except ?? [], (v) => ({
        except: v.length ? v : undefined,
      })),
    ]),
  ];
}
