import { describe, expect, it } from '@jest/globals';
import {
  editPart,
  findElement,
  mountKinds,
  type Element,
  type MountKind,
  type Part,
} from '@zucchini/core';
import { cube, mountAt } from '../../../../../core/src/testing/rigs';
import { listFields } from './element';
import type { Field } from './field';

const part: Part = cube('block', 100, {
  solids: [
    { id: 'box', type: 'box', sizeMm: [20, 30, 40], atMm: [1, 2, 3] },
    { id: 'rod', type: 'cylinder', radiusMm: 5, lengthMm: 50, atMm: [0, 0, 0] },
    { id: 'cone', type: 'frustum', radiusMm: 5, endRadiusMm: 3, lengthMm: 9, atMm: [0, 0, 0] },
    { id: 'pipe', type: 'tube', radiusMm: 5, innerRadiusMm: 3, lengthMm: 9, atMm: [0, 0, 0] },
  ],
  mounts: [
    mountAt('hole', 'quarter-20', 'socket', [0, 0, 5], [0, 0, 1], [1, 0, 0], {
      thread: { depthMm: 8 },
      locating: { side: 'holes', spacingMm: 19 },
    }),
    mountAt('screw', 'quarter-20', 'screw', [0, 0, -5], [0, 0, -1], [1, 0, 0], {
      thread: { lengthMm: 6 },
    }),
    mountAt('rail', 'nato-rail', 'rail', [0, 5, 0], [0, 1, 0], [1, 0, 0], {
      lengthwise: { axis: [1, 0, 0], fromMm: -10, toMm: 10 },
    }),
    mountAt('clamp', 'nato-rail', 'clamp', [0, -5, 0], [0, -1, 0], [1, 0, 0], {
      clampLengthMm: 24,
    }),
    mountAt('front', 'front-thread', 'female', [5, 0, 0], [1, 0, 0], [0, 0, 1], { sizeMm: 77 }),
    mountAt('bay', 'cell-bay', 'body', [-5, 0, 0], [-1, 0, 0], [0, 0, 1], { family: 'own' }),
  ],
  keepClear: [
    { id: 'room', purpose: 'dials', shape: { type: 'box', atMm: [0, 0, 9], sizeMm: [5, 6, 7] } },
    {
      id: 'reach',
      purpose: 'plug-room',
      shape: { type: 'cylinder', atMm: [0, 9, 0], axis: [0, 1, 0], radiusMm: 6, lengthMm: 30 },
    },
    {
      id: 'door',
      purpose: 'battery-door',
      shape: {
        type: 'sector',
        atMm: [0, 0, -9],
        hinge: [1, 0, 0],
        shut: [0, 1, 0],
        radiusMm: 20,
        widthMm: 30,
        sweepDeg: 120,
      },
    },
  ] as Part['keepClear'],
  ports: [
    {
      id: 'dc',
      connector: 'barrel',
      direction: 'in',
      carries: ['power'],
      originMm: [0, 0, 5],
      normal: [0, 0, 1],
      power: { minV: 7, maxV: 17 },
    },
  ],
  grips: [
    {
      id: 'palm',
      use: 'carry',
      place: 'top',
      fromMm: [0, 0, 0],
      toMm: [50, 0, 0],
      radiusMm: 15,
      hand: 'left',
    },
  ],
  screens: [{ id: 'lcd', atMm: [0, 0, 0], normal: [-1, 0, 0], diagonalMm: 80 }],
  controls: [{ id: 'rec', use: 'record', atMm: [0, 0, 5], sizeMm: 8 }],
});
const ids = [
  'box',
  'rod',
  'cone',
  'pipe',
  'hole',
  'screw',
  'rail',
  'clamp',
  'front',
  'bay',
  'room',
  'reach',
  'door',
  'dc',
  'palm',
  'lcd',
  'rec',
];
const fieldsOf = (id: string, of: Part = part) => listFields(findElement(of, id)!, of);

function set(id: string, field: Field, value: unknown): Part {
  const outcome = editPart(part, { type: 'set', id, fields: field.set(value as never) as never });
  if (outcome.state === 'refused') {
    throw new Error(
      `${id} ${field.label}: ${outcome.issues[0]!.path} ${outcome.issues[0]!.message}`,
    );
  }
  return outcome.part;
}

/** Another value that the field can take. */
function another(field: Field): unknown {
  switch (field.type) {
    case 'number':
      return ((field.value as number | undefined) ?? 4) + 1;
    case 'text':
      return field.label === 'turns only to' ? '0, 90' : 'other';
    case 'flag':
      return !field.value;
    case 'ticks':
      return [];
    case 'choice':
      return field.options!.map(([v]) => v).find((v) => v !== field.value && v !== 'other');
  }
}

/** A field as one reads it: its label, what stands in it, its unit. */
const sayField = ({ label, value, unit, options }: Field): string => {
  const said = options?.find(([v]) => v === value)?.[1] ?? value;
  return [label, said === undefined ? '–' : String(said), unit].filter(Boolean).join(' ');
};

describe('the fields of an element', () => {
  it.each<[string, string]>([
    [
      'box',
      'forward 1 mm; left 2 mm; up 3 mm; length 20 mm; width 30 mm; height 40 mm; rounding 0 mm; axis up; its own forward not stated; surface plastic; own mass – g',
    ],
    [
      'rod',
      'forward 0 mm; left 0 mm; up 0 mm; length 50 mm; radius 5 mm; axis up; surface plastic; own mass – g',
    ],
    [
      'cone',
      'forward 0 mm; left 0 mm; up 0 mm; length 9 mm; radius 5 mm; other radius 3 mm; axis up; surface plastic; own mass – g',
    ],
    [
      'pipe',
      'forward 0 mm; left 0 mm; up 0 mm; length 9 mm; radius 5 mm; bore radius 3 mm; axis up; surface plastic; own mass – g',
    ],
    [
      'hole',
      'name –; kind ¼″-20 socket; forward 0 mm; left 0 mm; up 5 mm; looks up; reference forward; depth 8 mm; closed below false; locating holes for pins; pins apart 19 mm; carries the part false',
    ],
    [
      'screw',
      'name –; kind ¼″-20 screw; forward 0 mm; left 0 mm; up -5 mm; looks down; reference forward; stands out 6 mm; another length can be put in false; locating none; carries the part false',
    ],
    [
      'rail',
      'name –; kind NATO rail; forward 0 mm; left 5 mm; up 0 mm; looks left; reference forward; from -10 mm; to 10 mm; click stops – mm; shares the length of nothing, its own; carries the part false',
    ],
    [
      'clamp',
      'name –; kind NATO rail clamp; forward 0 mm; left -5 mm; up 0 mm; looks right; reference forward; clamp length 24 mm; carries the part false',
    ],
    [
      'front',
      'name –; kind front thread female; forward 5 mm; left 0 mm; up 0 mm; looks forward; reference up; size 77 mm; carries the part false',
    ],
    [
      'bay',
      'name –; kind cell bay of the body; forward -5 mm; left 0 mm; up 0 mm; looks back; reference up; family own; carries the part false',
    ],
    ['room', 'for dials; forward 0 mm; left 0 mm; up 9 mm; length 5 mm; width 6 mm; height 7 mm'],
    [
      'reach',
      'for room for a plug; forward 0 mm; left 9 mm; up 0 mm; radius 6 mm; length 30 mm; axis left',
    ],
    [
      'door',
      'for battery door; forward 0 mm; left 0 mm; up -9 mm; leaf 20 mm; width 30 mm; opens 120 °; hinge forward; shut it points left',
    ],
    [
      'dc',
      'name –; connector barrel; direction in; carries video false; carries sound false; carries power true; carries data false; carries trigger false; carries timecode false; forward 0 mm; left 0 mm; up 5 mm; plug comes from up; flat side of the plug not stated; wear ordinary',
    ],
    [
      'palm',
      'name –; from, forward 0 mm; from, left 0 mm; from, up 0 mm; to, forward 50 mm; to, left 0 mm; to, up 0 mm; radius 15 mm; use carries the rig; it is on top; hand left; open end none',
    ],
    [
      'lcd',
      'name –; forward 0 mm; left 0 mm; up 0 mm; looks back; diagonal 80 mm; brightness – cd/m²; shows; its picture turns over with it false; a finder, for one eye at it false',
    ],
    ['rec', 'name –; it is record button; forward 0 mm; left 0 mm; up 5 mm; across 8 mm'],
  ])('of %s read: %s', (id, text) => {
    const plain = fieldsOf(id).filter((f) => f.group === undefined);
    expect(plain.map(sayField).join('; ')).toBe(text);
  });

  it.each(ids)('of %s show what is set, and leave the others as they were', (id) => {
    let looked = 0;
    for (const [i, field] of fieldsOf(id).entries()) {
      // Another kind of mount has other fields; directions turn together.
      if (
        field.label === 'kind' ||
        ['looks', 'reference', 'hinge', 'shut it points'].includes(field.label)
      )
        continue;
      const value = another(field);
      if (value === undefined || field.fixed) continue;
      const after = fieldsOf(id, set(id, field, value));
      const now = after.find(
        (f, k) => f.label === field.label && (k === i || after.length !== fieldsOf(id).length),
      );
      expect([id, field.label, now?.value]).toEqual([id, field.label, value]);
      looked += 1;
    }
    expect(looked).toBeGreaterThan(1);
  });

  it.each(ids)(
    'of %s have a unit where they are figures, and options where they are chosen',
    (id) => {
      for (const field of fieldsOf(id)) {
        if (field.type === 'number') expect(field.unit).toMatch(/^(mm|g|s|V|A|W|%|N·m|°|cd\/m²)$/);
        if (field.type === 'choice') expect(field.options!.map(([v]) => v)).toContain(field.value);
      }
    },
  );
});

describe('what a socket carries', () => {
  it('is ticked and unticked in the list’s own order, and the last of it stays', () => {
    const carries = (of: Part, label: string) =>
      fieldsOf('dc', of).find((f) => f.label === `carries ${label}`)!;
    expect(carries(part, 'power')).toMatchObject({ value: true, fixed: true });
    expect(carries(part, 'video')).toMatchObject({ value: false, fixed: false });
    const both = set('dc', carries(part, 'video'), true);
    expect(both.ports![0]!.carries).toEqual(['video', 'power']);
    expect(carries(both, 'power').fixed).toBe(false);
  });
});

describe('a mount that becomes another kind', () => {
  const kindOf = (id: string) => fieldsOf(id).find((f) => f.label === 'kind')!;
  const become = (id: string, half: string) =>
    set(id, kindOf(id), half).mounts.find((m) => m.id === id)!;

  it('keeps its place and way, and drops what only the old kind had', () => {
    const rail = become('hole', 'nato-rail rail');
    expect(rail).toMatchObject({
      kind: 'nato-rail',
      side: 'rail',
      originMm: [0, 0, 5],
      normal: [0, 0, 1],
      lengthwise: { axis: [1, 0, 0], fromMm: -20, toMm: 20 },
    });
    expect([rail.thread, rail.locating, rail.contact]).toEqual([undefined, undefined, undefined]);
  });

  it('keeps its pins from one screw to another', () => {
    expect(become('hole', 'three-eighths-16 socket').locating).toEqual({
      side: 'holes',
      spacingMm: 19,
    });
  });

  it('can become any half of any kind', () => {
    let looked = 0;
    for (const kind of Object.keys(mountKinds) as MountKind[]) {
      for (const side of new Set(mountKinds[kind].sides)) {
        expect(become('front', `${kind} ${side}`)).toMatchObject({ kind, side });
        looked += 1;
      }
    }
    expect(looked).toBeGreaterThan(50);
  });
});

describe('directions', () => {
  const way = (id: string, label: string) => fieldsOf(id).find((f) => f.label === label)!;

  it('are named, and what lies aslant is said to', () => {
    expect(way('hole', 'looks').value).toBe('0,0,1');
    const aslant: Element = {
      list: 'mounts',
      is: { ...part.mounts[0]!, normal: [0.6, 0, 0.8] },
    } as never;
    const field = listFields(aslant, part).find((f) => f.label === 'looks')!;
    expect([field.value, field.options![0]]).toEqual(['other', ['other', 'aslant']]);
    expect(field.set('other' as never)).toEqual({});
  });

  it('of a rail take its length along', () => {
    const after = set('rail', way('rail', 'reference'), '0,0,1').mounts.find(
      (m) => m.id === 'rail',
    )!;
    expect([after.reference, after.lengthwise!.axis]).toEqual([
      [0, 0, 1],
      [0, 0, 1],
    ]);
    const turned = set('rail', way('rail', 'looks'), '1,0,0').mounts.find((m) => m.id === 'rail')!;
    expect([turned.normal, turned.reference, turned.lengthwise!.axis]).toEqual([
      [1, 0, 0],
      [0, 0, 1],
      [0, 0, 1],
    ]);
  });

  it('of a hinge stay square to where it is shut', () => {
    const { shape } = set('door', way('door', 'hinge'), '0,0,1').keepClear!.find(
      (k) => k.id === 'door',
    )!;
    expect(shape).toMatchObject({ hinge: [0, 0, 1], shut: [1, 0, 0] });
  });
});
