import { describe, expect, it } from '@jest/globals';
import { editPart, listElements, Part, type PartEdit } from '@zucchini/core';
import { z } from 'zod';
import { cube, mountAt } from '../../../../../core/src/testing/rigs';
import { listFields } from './element';
import { listFactGroups, listPlainFacts } from './facts';
import type { Field, Fields } from './field';
import { listMovementRows, listPoseRows } from './movement';

/** A place in the model: names joined by dots, `[]` for every entry of a list. */
type Path = string;

interface JsonSchema {
  readonly properties?: Readonly<Record<string, JsonSchema>>;
  readonly items?: JsonSchema;
  readonly prefixItems?: readonly JsonSchema[];
  readonly anyOf?: readonly JsonSchema[];
  readonly oneOf?: readonly JsonSchema[];
  readonly additionalProperties?: JsonSchema | boolean;
}

/** Every place of the model where a figure, a word or a list of plain things stands. */
function listPaths(schema: JsonSchema, at: Path): Path[] {
  const either = schema.anyOf ?? schema.oneOf;
  if (either) return either.flatMap((s) => listPaths(s, at));
  if (schema.properties) {
    return Object.entries(schema.properties).flatMap(([name, s]) =>
      listPaths(s, at === '' ? name : `${at}.${name}`),
    );
  }
  const entry = schema.prefixItems?.[0] ?? schema.items;
  const isList = entry && (entry.properties ?? entry.anyOf ?? entry.oneOf);
  return isList ? listPaths(entry, `${at}[]`) : [at];
}

/** Every place at which two values differ, in the same words. */
function listChanged(a: unknown, b: unknown, at: Path): Path[] {
  if (JSON.stringify(a) === JSON.stringify(b)) return [];
  const isPlain = (v: unknown): v is Record<string, unknown> =>
    typeof v === 'object' && v !== null && !Array.isArray(v);
  const isListOfThings = (v: unknown): v is unknown[] =>
    Array.isArray(v) && v.some((e) => isPlain(e));
  if (isPlain(a) || isPlain(b)) {
    const [x, y] = [isPlain(a) ? a : {}, isPlain(b) ? b : {}];
    return [...new Set([...Object.keys(x), ...Object.keys(y)])].flatMap((key) =>
      listChanged(x[key], y[key], at === '' ? key : `${at}.${key}`),
    );
  }
  if (isListOfThings(a) || isListOfThings(b)) {
    const [x, y] = [Array.isArray(a) ? a : [], Array.isArray(b) ? b : []];
    return Array.from({ length: Math.max(x.length, y.length) }, (_, i) =>
      listChanged(x[i], y[i], `${at}[]`),
    ).flat();
  }
  return [at];
}

const point = [0, 0, 0] as const;
/** A part that has one of everything. */
const rich = Part.parse({
  ...cube('rich', 100),
  kind: 'monitor',
  price: { minor: 100, currency: 'EUR' },
  offers: [{ seller: 'a shop', price: { minor: 100, currency: 'EUR' }, on: '2026-01-01' }],
  solids: [
    { id: 'box', type: 'box', sizeMm: [20, 30, 40], atMm: point },
    { id: 'cone', type: 'frustum', radiusMm: 5, endRadiusMm: 3, lengthMm: 9, atMm: point },
    { id: 'pipe', type: 'tube', radiusMm: 5, innerRadiusMm: 3, lengthMm: 9, atMm: point },
    {
      id: 'prism',
      type: 'prism',
      lengthMm: 9,
      atMm: point,
      outlineMm: [
        [0, 0],
        [40, 0],
        [20, 30],
      ],
    },
  ],
  mounts: [
    mountAt('hole', 'quarter-20', 'socket', [0, 0, 5], [0, 0, 1], [1, 0, 0], {
      thread: { depthMm: 8 },
    }),
    mountAt('screw', 'quarter-20', 'screw', [0, 0, -5], [0, 0, -1], [1, 0, 0], {
      thread: { lengthMm: 6 },
      locating: { side: 'pins', spacingMm: 19 },
      contact: { innerRadiusMm: 3, outerRadiusMm: 9, lining: 'metal' },
      fastening: {
        tool: 'thumb',
        seconds: 10,
        access: { atMm: [...point], direction: [0, 0, 1] },
      },
    }),
    mountAt('rail', 'nato-rail', 'rail', [0, 5, 0], [0, 1, 0], [1, 0, 0], {
      lengthwise: { axis: [1, 0, 0], fromMm: -10, toMm: 10 },
    }),
    mountAt('half', 'nato-rail', 'rail', [0, 5, 0], [0, 1, 0], [1, 0, 0], {
      lengthwise: { axis: [1, 0, 0], fromMm: -10, toMm: 0 },
    }),
    mountAt('clamp', 'nato-rail', 'clamp', [0, -5, 0], [0, -1, 0], [1, 0, 0]),
    mountAt('rods', 'rod-15-pair', 'clamp', [0, -5, 0], [0, -1, 0], [1, 0, 0]),
    mountAt('teeth', 'rosette-m6', 'face', [0, -5, 0], [0, -1, 0], [1, 0, 0]),
    mountAt('lens', 'lens-mount', 'body', [5, 0, 0], [1, 0, 0], [0, 0, 1]),
    mountAt('gear', 'gear-08', 'ring', [0, 0, 9], [0, 0, 1], [1, 0, 0]),
    mountAt('front', 'front-thread', 'female', [5, 0, 0], [1, 0, 0], [0, 0, 1]),
  ],
  keepClear: [
    { id: 'room', purpose: 'dials', shape: { type: 'box', atMm: point, sizeMm: [5, 6, 7] } },
    {
      id: 'reach',
      purpose: 'plug-room',
      shape: { type: 'cylinder', atMm: point, axis: [0, 1, 0], radiusMm: 6, lengthMm: 30 },
    },
    {
      id: 'door',
      purpose: 'battery-door',
      shape: {
        type: 'sector',
        atMm: point,
        hinge: [1, 0, 0],
        shut: [0, 1, 0],
        radiusMm: 20,
        widthMm: 30,
        sweepDeg: 120,
      },
    },
  ],
  ports: [
    {
      id: 'dc',
      connector: 'barrel',
      direction: 'in',
      carries: ['power', 'video', 'audio'],
      originMm: point,
      normal: [0, 0, 1],
      power: { minV: 7, maxV: 17 },
    },
    {
      id: 'picture',
      connector: 'hdmi-a',
      direction: 'out',
      carries: ['video'],
      originMm: point,
      normal: [0, 0, 1],
    },
  ],
  // So that a field shows that is there only for a camera, or where it is set.
  noTrigger: true,
  medium: { capacityGB: 100 },
  glass: { does: 'nd', stops: [[3, 3]] },
  drive: { by: 'hand' },
  tracks: { count: 2 },
  modes: [{ name: 'fine', rateMbps: 100 }],
  movements: [
    {
      id: 'first',
      name: 'first',
      type: 'turn',
      originMm: point,
      axis: [0, 1, 0],
      from: 0,
      to: 90,
      rest: 0,
      carries: ['box'],
    },
    {
      id: 'second',
      name: 'second',
      type: 'shift',
      originMm: point,
      axis: [0, 1, 0],
      from: 0,
      to: 90,
      rest: 0,
      carries: ['cone'],
    },
  ],
  poses: [{ id: 'out', name: 'out', at: { first: 90 } }],
  grips: [{ id: 'palm', use: 'carry', place: 'top', fromMm: point, toMm: [50, 0, 0] }],
  screens: [{ id: 'lcd', atMm: point, normal: [-1, 0, 0], diagonalMm: 80 }],
  controls: [{ id: 'rec', use: 'record', atMm: point }],
  optics: { focalMm: [20, 30] },
  opticalAxis: { atMm: point, direction: [1, 0, 0] },
  gimbal: { forwardMm: [-5, 5], leftMm: [-5, 5], upMm: [0, 5], envelopeMm: [9, 9, 9] },
  cable: {
    converter: { outV: 8 },
    ends: [
      { connector: 'usb-c', bodyMm: 30 },
      { connector: 'usb-c', bodyMm: 30 },
    ],
    lengthMm: 300,
    carries: ['power', 'data'],
  },
  serves: [{ need: 'monitor' }],
  inBox: ['a screw', { name: 'a lead', partId: 'lead' }],
});

const plainDummy: Part = { ...cube('dummy', 100), kind: 'dummy-battery' };

/** Values that a field may well be given, so that at least one is another than it has. */
function listValues(field: Field): unknown[] {
  switch (field.type) {
    case 'number':
      return [(field.value as number | undefined) === 3 ? 4 : 3, 0, 12, -5, -120];
    case 'flag':
      return [!field.value];
    case 'ticks':
      return [[field.options![0]![0]], field.options!.slice(0, 2).map(([v]) => v)];
    case 'choice':
      return field
        .options!.map(([v]) => v)
        .filter((v) => v !== field.value && v !== 'other')
        .slice(0, 2);
    case 'text':
      return ['USD', '400', 'other', '2026-02-03', '0, 90', '0 0, 30 0, 10 20'];
  }
}

/** What the fields can make of the part: each place that some field changes to something that is valid. */
function listReached(part: Part): Set<Path> {
  const reached = new Set<Path>();
  const look = (edit: PartEdit): void => {
    const outcome = editPart(part, edit);
    if (outcome.state === 'refused') return;
    const { provenance: _a, ...now } = outcome.part;
    const { provenance: _b, ...before } = part;
    for (const path of listChanged(before, now, '')) reached.add(path);
  };
  const give = (fields: readonly Field[], toEdit: (set: Fields) => PartEdit): void => {
    for (const field of fields) {
      for (const value of listValues(field)) look(toEdit(field.set(value as never)));
    }
  };
  const state = (facts: Fields): PartEdit => ({ type: 'state', facts });
  for (const e of listElements(part)) {
    give(listFields(e, part), (fields) => ({ type: 'set', id: e.is.id, fields }));
  }
  give(listPlainFacts(part), state);
  for (const g of listFactGroups(part, (id) => id)) {
    give(g.fields, state);
    for (const row of g.rows ?? []) give(row.fields, state);
    for (const [, facts] of g.adds ?? []) look(state(facts));
    if (g.addPart) look(state(g.addPart('another')));
  }
  for (const row of [...listMovementRows(part), ...listPoseRows(part)]) give(row.fields, state);
  return reached;
}

/** What no field reaches, each with its reason. */
const elsewhere: Readonly<Record<Path, string>> = {
  id: 'is given once, by its name: rigs and kits know the part by it',
  note: 'is a text of several lines, with a box of its own in the panel',
  made: 'is what the template was told; the wizard writes it',
  provenance: 'is written by every edit, and by “It is right” beside what was guessed',
  'made.template': 'as made',
  'made.figures': 'as made',
  'solids[].type': 'another shape is another solid: it is added and the old one taken away',
  'keepClear[].shape.type': 'as of solids',
};

describe('the editor', () => {
  const paths = [...new Set(listPaths(z.toJSONSchema(Part, { io: 'input' }) as JsonSchema, ''))];
  // Some figures are asked only of the kinds that have them.
  const reached = new Set([rich, plainDummy].flatMap((p) => [...listReached(p)]));
  const isReached = (path: Path) =>
    reached.has(path) || [...reached].some((r) => r.startsWith(`${path}.`));
  const isId = (path: Path) => /\[\]\.id$/u.test(path);

  it('reaches every field of the model', () => {
    expect(paths.length).toBeGreaterThan(150);
    const missed = paths.filter((p) => !isReached(p) && !isId(p) && !(p in elsewhere));
    expect(missed).toEqual([]);
  });

  it('names no exception that it reaches after all', () => {
    expect(Object.keys(elsewhere).filter((p) => reached.has(p))).toEqual([]);
  });
});
