import { listChoices, surfaceLabels, toolLabels } from '@zucchini/core';

/** One figure or choice, and how it is set: as fields that replace those of what it belongs to. */
export interface Field {
  readonly label: string;
  readonly type: 'number' | 'text' | 'choice' | 'flag' | 'ticks';
  readonly unit?: string;
  readonly options?: readonly (readonly [value: string, label: string])[];
  readonly value: unknown;
  readonly hint?: string;
  /** As things stand it cannot be set otherwise. */
  readonly fixed?: boolean;
  /** Stands folded up under this heading with others of the same. */
  readonly group?: string;
  readonly set: (value: never) => Fields;
}

/** Fields that replace others; `undefined` takes one away. */
export type Fields = Record<string, unknown>;

export type Triple = readonly [number, number, number];

export function number(
  label: string,
  unit: string,
  value: number | undefined,
  set: (v: number | undefined) => Fields,
): Field {
  return { label, type: 'number', unit, value, set: set as Field['set'] };
}

export function choice(
  label: string,
  options: readonly (readonly [string, string])[],
  value: string | undefined,
  set: (v: string) => Fields,
): Field {
  return { label, type: 'choice', options, value, set: set as Field['set'] };
}

/** A choice in which nothing at all can be chosen too: `none` says it. */
export function mayChoose(
  label: string,
  none: string,
  options: readonly (readonly [string, string])[],
  value: string | undefined,
  set: (v: string | undefined) => Fields,
): Field {
  return choice(label, [['', none], ...options], value ?? '', (v) => set(v || undefined));
}

export function flag(label: string, value: boolean, set: (v: boolean) => Fields): Field {
  return { label, type: 'flag', value, set: set as Field['set'] };
}

export function text(
  label: string,
  value: string | undefined,
  set: (v: string | undefined) => Fields,
  hint?: string,
): Field {
  return {
    label,
    type: 'text',
    value,
    ...(hint === undefined ? {} : { hint }),
    set: ((v: string) => set(v.trim() || undefined)) as Field['set'],
  };
}

/** Any number of several. */
export function ticks(
  label: string,
  options: readonly (readonly [string, string])[],
  value: readonly string[],
  set: (v: string[]) => Fields,
): Field {
  return { label, type: 'ticks', options, value, set: set as Field['set'] };
}

/** Words between commas; none is nothing. */
export function words(
  label: string,
  value: readonly string[] | undefined,
  set: (v: string[] | undefined) => Fields,
  hint: string,
): Field {
  return text(
    label,
    value?.join(', '),
    (v) =>
      set(
        v
          ?.split(/[,;]/u)
          .map((w) => w.trim())
          .filter((w) => w !== ''),
      ),
    hint,
  );
}

/** The same fields, folded up under a heading. */
export const under = (group: string, fields: readonly Field[]): Field[] =>
  fields.map((f) => ({ ...f, group }));

/** The same fields with a word before their labels. */
export const labelled = (before: string, fields: readonly Field[]): Field[] =>
  fields.map((f) => ({ ...f, label: `${before}, ${f.label}` }));

const axes = ['forward', 'left', 'up'] as const;

/** A place, one field an axis. */
export function place(at: Triple, wrap: (v: Triple) => Fields): Field[] {
  return axes.map((axis, i) =>
    number(axis, 'mm', at[i]!, (v) =>
      wrap(at.map((old, k) => (k === i ? (v ?? 0) : old)) as unknown as Triple),
    ),
  );
}

/** Several figures that belong together, each with its own label; one that is emptied keeps what it was. */
export function figures<T extends readonly number[]>(
  labels: readonly string[],
  unit: string,
  value: T,
  wrap: (v: T) => Fields,
): Field[] {
  return labels.map((label, i) =>
    number(label, unit, value[i], (v) =>
      wrap(value.map((old, k) => (k === i ? (v ?? old) : old)) as unknown as T),
    ),
  );
}

const ways: readonly (readonly [string, string, Triple])[] = [
  ['1,0,0', 'forward', [1, 0, 0]],
  ['-1,0,0', 'back', [-1, 0, 0]],
  ['0,1,0', 'left', [0, 1, 0]],
  ['0,-1,0', 'right', [0, -1, 0]],
  ['0,0,1', 'up', [0, 0, 1]],
  ['0,0,-1', 'down', [0, 0, -1]],
];
const wayOptions = ways.map(([v, l]) => [v, l] as const);
const nameWay = (d: Triple): string =>
  ways.find(([, , w]) => Math.hypot(w[0] - d[0], w[1] - d[1], w[2] - d[2]) < 1e-3)?.[0] ?? 'other';
const toWay = (v: string): Triple => ways.find(([key]) => key === v)![2];

/** A direction square to another: forward, or up where that is forward or back. */
export const squareTo = (d: Triple): Triple => (Math.abs(d[0]) > 0.5 ? [0, 0, 1] : [1, 0, 0]);

/** One of the six directions; another one, which the knob on the face makes, is left as it is. */
export function way(label: string, d: Triple, set: (d: Triple) => Fields): Field {
  const now = nameWay(d);
  const options = now === 'other' ? [['other', 'aslant'] as const, ...wayOptions] : wayOptions;
  return choice(label, options, now, (v) => (v === 'other' ? {} : set(toWay(v))));
}

/** A direction that need not be stated. */
export function mayWay(
  label: string,
  d: Triple | undefined,
  set: (d: Triple | undefined) => Fields,
): Field {
  if (d && nameWay(d) === 'other') return way(label, d, set);
  return mayChoose(label, 'not stated', wayOptions, d ? nameWay(d) : undefined, (v) =>
    set(v === undefined ? undefined : toWay(v)),
  );
}

export const surfaces = listChoices(surfaceLabels);
export const tools = listChoices(toolLabels);

/** What is left of an object when it has no fields any more: nothing. */
export function orNothing<T extends object>(value: T): T | undefined {
  return Object.values(value).some((v) => v !== undefined) ? value : undefined;
}
