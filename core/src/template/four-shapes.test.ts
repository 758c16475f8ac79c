import { describe, expect, it } from '@jest/globals';
import { readSheet } from '../reading/index.js';
import { fourShapes } from '../testing/four-shapes.js';
import { suggestAnswers, things } from './index.js';

const shapes = ['labels', 'table', 'prose', 'line'] as const;

describe.each(shapes)('twenty products, each as %s', (shape) => {
  it.each(fourShapes.map((p, i) => [i + 1, p.thing, p] as const))(
    'number %i, %s: every figure is read, each for what it is',
    (_, label, product) => {
      const thing = things.find((t) => t.label === label)!;
      const suggestions = suggestAnswers(thing, readSheet(product[shape]));
      const read = Object.assign({}, ...suggestions.map((s) => s.answers)) as object;
      expect(read).toEqual({ ...product.answers, ...product.but?.[shape] });
    },
  );
});
