import {
  Carries,
  carriesLabels,
  type MountSide,
  listUsualFields,
  listChoices,
  mountKinds,
  purposeWords,
  surfaceLabels,
  toolLabels,
  type Element,
  type MountKind,
} from '@zucchini/core';
import { halfOptions, plugOptions } from '../wizard/options';

/** One figure or choice of an element, and how it is set: as fields that replace the element's own. */
export interface Field {
  readonly label: string;
  readonly type: 'number' | 'text' | 'choice' | 'flag';
  readonly unit?: string;
  readonly options?: readonly (readonly [value: string, label: string])[];
  readonly value: unknown;
  /** As things stand it cannot be set otherwise. */
  readonly fixed?: boolean;
  readonly set: (value: never) => Record<string, unknown>;
}

type Triple = readonly [number, number, number];
const axes = ['forward', 'left', 'up'] as const;

function number(
  label: string,
  unit: string,
  value: number | undefined,
  set: (v: number | undefined) => Record<string, unknown>,
): Field {
  return { label, type: 'number', unit, value, set: set as Field['set'] };
}
function choice(
  label: string,
  options: Field['options'],
  value: string,
  set: (v: string) => Record<string, unknown>,
): Field {
  return { label, type: 'choice', options: options!, value, set: set as Field['set'] };
}
function text(label: string, value: string | undefined, key: string): Field {
  return {
    label,
    type: 'text',
    value,
    set: ((v: string) => ({ [key]: v || undefined })) as Field['set'],
  };
}

function place(
  at: Triple,
  key: string,
  wrap = (v: Triple): Record<string, unknown> => ({ [key]: v }),
): Field[] {
  return axes.map((axis, i) =>
    number(axis, 'mm', at[i]!, (v) =>
      wrap(at.map((old, k) => (k === i ? (v ?? 0) : old)) as never),
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
const squareTo = (d: Triple): Triple => (Math.abs(d[0]) > 0.5 ? [0, 0, 1] : [1, 0, 0]);

function way(label: string, d: Triple, set: (d: Triple) => Record<string, unknown>): Field {
  const now = nameWay(d);
  const options = now === 'other' ? [['other', 'aslant'] as const, ...wayOptions] : wayOptions;
  return choice(label, options, now, (v) => (v === 'other' ? {} : set(toWay(v))));
}

const surfaces = listChoices(surfaceLabels);
const tools = listChoices(toolLabels);

function solidFields(e: Extract<Element, { list: 'solids' }>): Field[] {
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
    if (s.type !== 'prism') {
      sizes.push(number('radius', 'mm', s.radiusMm, (v) => ({ radiusMm: v ?? s.radiusMm })));
      sizes.push(way('axis', s.axis ?? [0, 0, 1], (d) => ({ axis: d, reference: squareTo(d) })));
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
  return [
    ...place(s.atMm, 'atMm'),
    ...sizes,
    choice('surface', surfaces, s.surface ?? 'plastic', (v) => ({ surface: v })),
    number('own mass', 'g', s.massG, (v) => ({ massG: v })),
  ];
}

/** A mount of another kind keeps its place and way; what only the old kind had is dropped. */
function toKind(e: Extract<Element, { list: 'mounts' }>, half: string): Record<string, unknown> {
  const [kind, side] = half.split(' ') as [MountKind, MountSide];
  return {
    kind,
    side,
    ...listUsualFields(kind, side, e.is.reference),
    locating: mountKinds[kind].threadMm === undefined ? undefined : e.is.locating,
  };
}

function mountFields(e: Extract<Element, { list: 'mounts' }>): Field[] {
  const m = e.is;
  const table = mountKinds[m.kind];
  const fields: Field[] = [
    text('name', m.name, 'name'),
    choice('kind', halfOptions, `${m.kind} ${m.side}`, (v) => toKind(e, v)),
    ...place(m.originMm, 'originMm'),
    way('looks', m.normal, (d) => {
      const reference = squareTo(d);
      return {
        normal: d,
        reference,
        ...(m.lengthwise ? { lengthwise: { ...m.lengthwise, axis: reference } } : {}),
      };
    }),
    way('reference', m.reference, (d) => ({
      reference: d,
      ...(m.lengthwise ? { lengthwise: { ...m.lengthwise, axis: d } } : {}),
    })),
  ];
  const { thread, lengthwise } = m;
  if (m.side === 'screw' && thread) {
    fields.push(
      number('stands out', 'mm', thread.lengthMm, (v) => ({ thread: { ...thread, lengthMm: v } })),
    );
  }
  if (m.side === 'socket' && thread) {
    fields.push(
      number('depth', 'mm', thread.depthMm, (v) => ({ thread: { ...thread, depthMm: v } })),
      {
        label: 'closed below',
        type: 'flag',
        value: thread.blind ?? false,
        set: ((v: boolean) => ({ thread: { ...thread, blind: v } })) as Field['set'],
      },
    );
  }
  if (mountKinds[m.kind].threadMm !== undefined) {
    fields.push(
      choice(
        'locating',
        [
          ['none', 'none'],
          ['pins', 'pins'],
          ['holes', 'holes for pins'],
        ],
        m.locating?.side ?? 'none',
        (v) => ({
          locating: v === 'none' ? undefined : { spacingMm: m.locating?.spacingMm ?? 19, side: v },
        }),
      ),
    );
    if (m.locating) {
      fields.push(
        number('pins apart', 'mm', m.locating.spacingMm, (v) => ({
          locating: { ...m.locating, spacingMm: v },
        })),
      );
    }
  }
  if (lengthwise) {
    fields.push(
      number('from', 'mm', lengthwise.fromMm, (v) => ({
        lengthwise: { ...lengthwise, fromMm: v ?? lengthwise.fromMm },
      })),
      number('to', 'mm', lengthwise.toMm, (v) => ({
        lengthwise: { ...lengthwise, toMm: v ?? lengthwise.toMm },
      })),
    );
  } else if (table.lengthwise) {
    fields.push(number('clamp length', 'mm', m.clampLengthMm, (v) => ({ clampLengthMm: v })));
  }
  if (table.sameSize) fields.push(number('size', 'mm', m.sizeMm, (v) => ({ sizeMm: v })));
  if (table.sameFamily) fields.push(text('family', m.family, 'family'));
  fields.push(
    choice('worked with', tools, m.fastening?.tool ?? 'none', (v) => ({
      fastening: { seconds: 10, ...m.fastening, tool: v },
    })),
    number('seconds', 's', m.fastening?.seconds, (v) => ({
      fastening: v === undefined ? undefined : { tool: 'none', ...m.fastening, seconds: v },
    })),
    number('bears', 'g', m.bears?.massG, (v) => ({
      bears: v === undefined ? undefined : { ...m.bears, massG: v },
    })),
    {
      label: 'carries the part',
      type: 'flag',
      value: m.carrier ?? false,
      set: ((v: boolean) => ({ carrier: v || undefined })) as Field['set'],
    },
  );
  return fields;
}

function portFields(e: Extract<Element, { list: 'ports' }>): Field[] {
  const p = e.is;
  return [
    text('name', p.name, 'name'),
    choice('connector', plugOptions, p.connector, (v) => ({ connector: v })),
    choice(
      'direction',
      [
        ['in', 'in'],
        ['out', 'out'],
        ['both', 'both'],
      ],
      p.direction,
      (v) => ({ direction: v }),
    ),
    ...listChoices(carriesLabels).map(([what, label]): Field => ({
      label: `carries ${label}`,
      type: 'flag',
      value: p.carries.includes(what),
      // A socket that carries nothing is no socket.
      fixed: p.carries.length === 1 && p.carries[0] === what,
      set: ((isOn: boolean) => ({
        carries: Carries.options.filter((c) => (c === what ? isOn : p.carries.includes(c))),
      })) as Field['set'],
    })),
    ...place(p.originMm, 'originMm'),
    way('plug comes from', p.normal, (d) => ({ normal: d, reference: undefined })),
    choice(
      'wear',
      [
        ['sturdy', 'sturdy'],
        ['ordinary', 'ordinary'],
        ['fragile', 'fragile'],
      ],
      p.wear ?? 'ordinary',
      (v) => ({ wear: v }),
    ),
    ...(p.power
      ? [
          number('from', 'V', p.power.minV, (v) => ({ power: { ...p.power, minV: v } })),
          number('to', 'V', p.power.maxV, (v) => ({ power: { ...p.power, maxV: v } })),
        ]
      : []),
  ];
}

function spaceFields(e: Extract<Element, { list: 'keepClear' }>): Field[] {
  const { shape, purpose } = e.is;
  const reshape = (fields: object) => ({ shape: { ...shape, ...fields } });
  const fields: Field[] = [
    choice('for', Object.entries(purposeWords), purpose, (v) => ({ purpose: v })),
    ...place(shape.atMm, 'atMm', (atMm) => reshape({ atMm })),
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
  return fields;
}

/** The figures of an element, by what it is. */
export function listFields(e: Element): Field[] {
  switch (e.list) {
    case 'solids':
      return solidFields(e);
    case 'mounts':
      return mountFields(e);
    case 'ports':
      return portFields(e);
    case 'keepClear':
      return spaceFields(e);
    case 'grips': {
      const g = e.is;
      const label = (f: Field, end: string) => ({ ...f, label: `${end}, ${f.label}` });
      return [
        text('name', g.name, 'name'),
        ...place(g.fromMm, 'fromMm').map((f) => label(f, 'from')),
        ...place(g.toMm, 'toMm').map((f) => label(f, 'to')),
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
    case 'screens':
      return [
        ...place(e.is.atMm, 'atMm'),
        way('looks', e.is.normal, (d) => ({ normal: d })),
        number('diagonal', 'mm', e.is.diagonalMm, (v) => ({ diagonalMm: v })),
      ];
    case 'controls':
      return [
        text('name', e.is.name, 'name'),
        ...place(e.is.atMm, 'atMm'),
        number('across', 'mm', e.is.sizeMm, (v) => ({ sizeMm: v })),
      ];
  }
}
