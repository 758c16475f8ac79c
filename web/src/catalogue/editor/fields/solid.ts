import type { Element } from '@zucchini/core';
import { choice, mayWay, number, place, squareTo, surfaces, text, way, type Field } from './field';

/** “0 0, 40 0, 20 30”: the corners of a prism's outline. What is no number is refused by the model, with its place. */
const readOutline = (words: string): number[][] =>
  words.split(/[,;]/u).map((pair) => pair.trim().split(/\s+/u).map(Number));

/** The figures of a solid. */
export function listSolidFields(e: Extract<Element, { list: 'solids' }>): Field[] {
  const s = e.is;
  const sizes: Field[] = [];
  if (s.type === 'box') {
    const names = s.axis ? ['size 1', 'size 2', 'size 3'] : ['length', 'width', 'height'];
    names.forEach((label, i) =>
      sizes.push(
        number(label, 'mm', s.sizeMm[i], (v) => ({
          sizeMm: s.sizeMm.map((old, k) => (k === i ? (v ?? old) : old)),
        })),
      ),
    );
    sizes.push(number('rounding', 'mm', s.radiusMm ?? 0, (v) => ({ radiusMm: v || undefined })));
  } else {
    sizes.push(number('length', 'mm', s.lengthMm, (v) => ({ lengthMm: v ?? s.lengthMm })));
    if (s.type === 'prism') {
      sizes.push(
        text(
          'outline',
          s.outlineMm.map((p) => p.join(' ')).join(', '),
          (v) => ({ outlineMm: readOutline(v ?? '') }),
          'corners across its axis in mm, against the clock: 0 0, 40 0, 20 30',
        ),
      );
    } else {
      sizes.push(number('radius', 'mm', s.radiusMm, (v) => ({ radiusMm: v ?? s.radiusMm })));
    }
    if (s.type === 'frustum') {
      sizes.push(
        number('other radius', 'mm', s.endRadiusMm, (v) => ({ endRadiusMm: v ?? s.endRadiusMm })),
      );
    }
    if (s.type === 'tube') {
      sizes.push(
        number('bore radius', 'mm', s.innerRadiusMm, (v) => ({
          innerRadiusMm: v ?? s.innerRadiusMm,
        })),
      );
    }
  }
  const axis = s.axis ?? [0, 0, 1];
  return [
    ...place(s.atMm, (atMm) => ({ atMm })),
    ...sizes,
    way('axis', axis, (d) => ({ axis: d, reference: squareTo(d) })),
    ...(s.type === 'box' || s.type === 'prism'
      ? [mayWay('its own forward', s.reference, (d) => ({ reference: d }))]
      : []),
    choice('surface', surfaces, s.surface ?? 'plastic', (v) => ({ surface: v })),
    number('own mass', 'g', s.massG, (v) => ({ massG: v })),
  ];
}
