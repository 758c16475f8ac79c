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

const sayWith = (value: number, unit: string): string => `${writeFigure(value)} ${unit}`.trim();

/**
 * The text of a field of figures, and taking it: any unit of its kind is read. What is not understood or beyond
 * the limits is told, and the figure stays as it was; what could be meant otherwise is taken and told.
 */
export function useFigure(rules: FigureRules, give: (value: number | undefined) => void) {
  const text = ref(writeFigure(rules.modelValue));
  const trouble = ref('');
  /** How a figure was read that could have been meant otherwise. */
  const told = ref('');
  /** What was taken or refused last: Enter and leaving the field both come with the same text. */
  let seen = text.value;
  /** What was given while it was still being typed: its text is the person's own until the field is left. */
  let peeked: number | undefined;
  watch(
    () => rules.modelValue,
    (value) => {
      if (value !== undefined && value === peeked) return;
      text.value = writeFigure(value);
      seen = text.value;
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
    peeked = undefined;
    if (text.value === seen) return;
    read();
    seen = text.value;
  }

  /** Gives what is typed so far where it is a figure that is allowed; says nothing where it is not, and writes nothing. */
  function peek(): void {
    if (text.value === seen) return;
    const typed = readTyped(text.value.trim(), rules.unit);
    const { min = -Infinity, max = Infinity } = rules;
    if (typed.state === 'refused' || typed.value < min || typed.value > max) return;
    peeked = typed.value;
    change(typed.value);
  }

  function read(): void {
    const written = text.value.trim();
    told.value = '';
    if (written === '') {
      empty();
      return;
    }
    const typed = readTyped(written, rules.unit);
    const { min = -Infinity, max = Infinity, unit } = rules;
    if (typed.state === 'refused') trouble.value = typed.why;
    else if (typed.value < min) trouble.value = `At least ${sayWith(min, unit)}`;
    else if (typed.value > max) trouble.value = `At most ${sayWith(max, unit)}`;
    else {
      trouble.value = '';
      if (typed.ambiguous) told.value = `“${written}” is read as ${sayWith(typed.value, unit)}`;
      text.value = writeFigure(typed.value);
      change(typed.value);
    }
  }

  return { text, trouble, told, take, peek };
}
