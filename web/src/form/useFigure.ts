import { readTyped } from '@zucchini/core';
import { ref, watch } from 'vue';

/** What a field of figures is asked to hold. */
export interface FigureRules {
  readonly unit: string;
  readonly modelValue: number | undefined;
  readonly min?: number | undefined;
  readonly max?: number | undefined;
  /** An emptied field takes its figure back instead of having none. */
  readonly filled?: boolean | undefined;
  /** What is wrong with the figure as far as others know. */
  readonly issue?: string | undefined;
}

/** A figure as it is written in its field: to the thousandth, no trailing noughts. */
export const writeFigure = (value: number | undefined): string =>
  value === undefined ? '' : String(Math.round(value * 1000) / 1000);

/**
 * The text of a field of figures, and taking it: any unit of its kind is read. What is not understood or beyond
 * the limits is told, and the figure stays as it was; what could be meant otherwise is taken and told.
 */
export function useFigure(rules: FigureRules, give: (value: number | undefined) => void) {
  const text = ref(writeFigure(rules.modelValue));
  const trouble = ref('');
  /** How a figure was read that could have been meant otherwise. */
  const told = ref('');
  watch(
    () => rules.modelValue,
    (value) => {
      text.value = writeFigure(value);
      trouble.value = '';
    },
  );

  function change(value: number | undefined): void {
    // A field whose figure was refused by others is told anew: what was said of it no longer stands.
    if (value !== rules.modelValue || rules.issue) give(value);
  }

  function empty(): void {
    trouble.value = '';
    if (rules.filled) text.value = writeFigure(rules.modelValue);
    else change(undefined);
  }

  function take(): void {
    const written = text.value.trim();
    told.value = '';
    if (written === '') {
      empty();
      return;
    }
    const read = readTyped(written, rules.unit);
    const { min = -Infinity, max = Infinity, unit } = rules;
    if (read.state === 'refused') trouble.value = read.why;
    else if (read.value < min) trouble.value = `At least ${writeFigure(min)} ${unit}`;
    else if (read.value > max) trouble.value = `At most ${writeFigure(max)} ${unit}`;
    else {
      trouble.value = '';
      if (read.ambiguous) told.value = `“${written}” is read as ${writeFigure(read.value)} ${unit}`;
      text.value = writeFigure(read.value);
      change(read.value);
    }
  }

  return { text, trouble, told, take };
}
