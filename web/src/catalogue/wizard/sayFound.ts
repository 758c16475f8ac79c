import {
  connectorLabels,
  listQuestions,
  mountKinds,
  sayMoney,
  type Connector,
  type Found,
  type Money,
  type MountKind,
  type Thing,
} from '@zucchini/core';

const units: Readonly<Record<string, string>> = {
  lengthMm: 'mm',
  massG: 'g',
  energyWh: 'Wh',
  capacityMah: 'mAh',
  voltageV: 'V',
  currentA: 'A',
  powerW: 'W',
  luminanceNit: 'cd/m²',
  angleDeg: '°',
  stops: 'stops',
  capacityGb: 'GB',
  rateMbps: 'Mbit/s',
};
const round = (v: number) => String(Math.round(v * 100) / 100);

/** A figure as it was understood, in our own units. */
export function sayFound({ is }: Found): string {
  switch (is.type) {
    case 'figure':
      return `${round(is.value)} ${units[is.dimension] ?? ''}`;
    case 'range':
      return `${round(is.low)} to ${round(is.high)} ${units[is.dimension] ?? ''}`;
    case 'sizes':
      return `${is.valuesMm.map(round).join(' × ')} mm`;
    case 'money':
      return `${is.currency} ${is.value}`;
    case 'count':
      return `${is.value} ${is.of}${is.value === 1 ? '' : 's'}`;
    case 'stop':
      return `${is.letter.toUpperCase()}${is.value}`;
    case 'word':
      return is.value;
    case 'named':
      return [
        is.thing.what === 'mount'
          ? mountKinds[is.thing.name as MountKind].label
          : is.thing.name.replaceAll('-', ' '),
        ...(is.direction ? [is.direction] : []),
      ].join(' ');
  }
}

/** An answer in words, with the unit of its question. */
export function sayAnswer(thing: Thing, name: string, value: unknown): string {
  const question = listQuestions(thing).find((q) => q.name === name);
  if (question?.type === 'money') return sayMoney(value as Money);
  if (value === true) return 'yes';
  if (question?.type === 'text') return String(value);
  if (question?.type === 'ends') {
    const ends = value as readonly { readonly connector: Connector }[];
    return ends.map((e) => connectorLabels[e.connector]).join(' and ');
  }
  const choice = question?.choices?.find(([v]) => v === value);
  if (choice) return choice[1];
  const text = Array.isArray(value)
    ? value.map((v) => round(Number(v))).join(' – ')
    : String(value);
  return question?.unit ? `${text} ${question.unit}` : text;
}
