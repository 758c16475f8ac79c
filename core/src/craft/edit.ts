import { Part } from '../part/index.js';
import {
  createTurnAbout,
  noPlacement,
  place,
  rotate,
  type Placement,
  type Vec3,
} from '../placement/index.js';
import { partFromSolid } from '../solid/index.js';
import { toRad } from '../units/index.js';
import {
  elementLists,
  findElement,
  measurePlaceMm,
  type Element,
  type ElementList,
} from './element.js';
import { mirrorPart } from './mirror.js';

type Triple = [number, number, number];

/** A change to a part, as data: the editor, its undo and the tests use the same ones. */
export type PartEdit =
  | { readonly type: 'move'; readonly ids: readonly string[]; readonly byMm: Vec3 }
  | { readonly type: 'turn'; readonly id: string; readonly axis: Vec3; readonly byDeg: number }
  /** Replaces fields of one element; `undefined` takes a field away. */
  | {
      readonly type: 'set';
      readonly id: string;
      readonly fields: Readonly<Record<string, unknown>>;
    }
  | { readonly type: 'add'; readonly list: ElementList; readonly element: unknown }
  | { readonly type: 'remove'; readonly ids: readonly string[] }
  | { readonly type: 'duplicate'; readonly id: string; readonly newId: string; readonly byMm: Vec3 }
  | { readonly type: 'mirror' }
  /** Replaces facts of the part itself; `undefined` takes a fact away. */
  | { readonly type: 'state'; readonly facts: Readonly<Record<string, unknown>> };

/** The part after an edit, or why it would be none. */
export type Edited =
  | { readonly state: 'edited'; readonly part: Part }
  | { readonly state: 'refused'; readonly issues: readonly { path: string; message: string }[] };

/** Coordinates are kept to a thousandth of a millimetre, directions to six digits. */
const tidy = (v: Vec3, digits = 3): Triple => {
  const by = 10 ** digits;
  const one = (n: number) => Math.round(n * by) / by + 0;
  return [one(v[0]), one(v[1]), one(v[2])];
};

function carry(element: Element, by: Placement): unknown {
  const point = (p: Vec3) => tidy(place(by, p));
  const way = (d: Vec3) => tidy(rotate(by.rotation, d), 6);
  switch (element.list) {
    case 'solids': {
      // Written out in full: a box that has no axis of its own takes the part's, which no longer holds.
      const frame = partFromSolid(element.is);
      const turned = by.rotation === noPlacement.rotation;
      return {
        ...element.is,
        atMm: point(element.is.atMm),
        ...(turned ? {} : { axis: way(frame.rotation.z), reference: way(frame.rotation.x) }),
      };
    }
    case 'mounts': {
      const { lengthwise, fastening } = element.is;
      return {
        ...element.is,
        originMm: point(element.is.originMm),
        normal: way(element.is.normal),
        reference: way(element.is.reference),
        ...(lengthwise ? { lengthwise: { ...lengthwise, axis: way(lengthwise.axis) } } : {}),
        ...(fastening?.access
          ? {
              fastening: {
                ...fastening,
                access: {
                  atMm: point(fastening.access.atMm),
                  direction: way(fastening.access.direction),
                },
              },
            }
          : {}),
      };
    }
    case 'ports':
      return {
        ...element.is,
        originMm: point(element.is.originMm),
        normal: way(element.is.normal),
        ...(element.is.reference ? { reference: way(element.is.reference) } : {}),
      };
    case 'keepClear': {
      const { shape } = element.is;
      const atMm = point(shape.atMm);
      if (shape.type === 'box') {
        // A space along the axes stays along them: its sizes change places with a quarter turn.
        const turned = way([shape.sizeMm[0], shape.sizeMm[1], shape.sizeMm[2]]);
        const sizeMm: Triple = [Math.abs(turned[0]), Math.abs(turned[1]), Math.abs(turned[2])];
        return { ...element.is, shape: { ...shape, atMm, sizeMm } };
      }
      if (shape.type === 'cylinder') {
        return { ...element.is, shape: { ...shape, atMm, axis: way(shape.axis) } };
      }
      return {
        ...element.is,
        shape: { ...shape, atMm, hinge: way(shape.hinge), shut: way(shape.shut) },
      };
    }
    case 'grips':
      return { ...element.is, fromMm: point(element.is.fromMm), toMm: point(element.is.toMm) };
    case 'screens':
      return { ...element.is, atMm: point(element.is.atMm), normal: way(element.is.normal) };
    case 'controls':
      return { ...element.is, atMm: point(element.is.atMm) };
  }
}

function replace(part: Part, id: string, make: (element: Element) => unknown): unknown {
  const element = findElement(part, id);
  if (!element) return part;
  const list = (part[element.list] ?? []) as readonly { id: string }[];
  return {
    ...part,
    [element.list]: list.map((e) => (e.id === id ? make(element) : e)),
    provenance: { ...part.provenance, [`${element.list}.${id}`]: 'measured' },
  };
}

function without(part: Part, ids: readonly string[]): unknown {
  const gone = new Set(ids);
  const lists = Object.fromEntries(
    elementLists.map((list) => [
      list,
      (part[list] as readonly { id: string }[] | undefined)?.filter((e) => !gone.has(e.id)),
    ]),
  );
  const provenance = Object.fromEntries(
    Object.entries(part.provenance ?? {}).filter(
      ([path]) => !ids.some((id) => path.endsWith(`.${id}`) || path.includes(`.${id}.`)),
    ),
  );
  return {
    ...part,
    ...lists,
    movements: part.movements?.map((m) => ({
      ...m,
      carries: m.carries.filter((id) => !gone.has(id)),
    })),
    provenance,
  };
}

/** Fields that are no fields any more are left out; lists that have nothing in them stay. */
function dropUndefined(value: unknown): unknown {
  return JSON.parse(JSON.stringify(value));
}

function edit(part: Part, change: PartEdit): unknown {
  switch (change.type) {
    case 'move':
      return change.ids.reduce<unknown>(
        (now, id) =>
          replace(now as Part, id, (e) => carry(e, { ...noPlacement, originMm: change.byMm })),
        part,
      );
    case 'turn':
      return replace(part, change.id, (e) =>
        carry(e, createTurnAbout(measurePlaceMm(e), change.axis, toRad(change.byDeg))),
      );
    case 'set':
      return replace(part, change.id, (e) => ({ ...e.is, ...change.fields }));
    case 'add': {
      const list = (part[change.list] ?? []) as readonly unknown[];
      const { id } = change.element as { id?: string };
      return {
        ...part,
        [change.list]: [...list, change.element],
        provenance: { ...part.provenance, [`${change.list}.${id}`]: 'measured' },
      };
    }
    case 'remove':
      return without(part, change.ids);
    case 'duplicate': {
      const element = findElement(part, change.id);
      if (!element) return part;
      const { list } = element;
      const copy = {
        ...(carry(element, { ...noPlacement, originMm: change.byMm }) as object),
        id: change.newId,
      };
      return {
        ...part,
        [list]: [...((part[list] ?? []) as readonly unknown[]), copy],
        // What is carried by a movement is carried as a copy, too.
        movements: part.movements?.map((m) =>
          m.carries.includes(change.id) ? { ...m, carries: [...m.carries, change.newId] } : m,
        ),
        provenance: { ...part.provenance, [`${list}.${change.newId}`]: 'measured' },
      };
    }
    case 'mirror':
      return mirrorPart(part);
    case 'state': {
      const measured = Object.fromEntries(
        Object.keys(change.facts)
          .filter((name) => name === 'massG')
          .map((name) => [name, 'measured']),
      );
      return { ...part, ...change.facts, provenance: { ...part.provenance, ...measured } };
    }
  }
}

/**
 * The part after an edit; what was touched counts as measured from then on. Refused, with the places,
 * where the outcome would be no valid part. An id that the part lacks changes nothing.
 */
export function editPart(part: Part, change: PartEdit): Edited {
  const parsed = Part.safeParse(dropUndefined(edit(part, change)));
  if (parsed.success) return { state: 'edited', part: parsed.data };
  return {
    state: 'refused',
    issues: parsed.error.issues.map((i) => ({ path: i.path.join('.'), message: i.message })),
  };
}

/** How a copy of a part came about. */
export type CopyKind = 'copy' | 'mirrored' | 'altered';

/**
 * A copy of a part under an id of its own. A mirrored one is what a maker sells for the other side and
 * is a guess again in every figure of its shape; an altered one is no longer the maker's: its price goes.
 */
export function copyPart(part: Part, how: CopyKind, id: string, name: string): Part {
  const base = how === 'mirrored' ? mirrorPart(part) : part;
  const { price, offers, ...rest } = base;
  const provenance = { ...base.provenance };
  if (how === 'mirrored') {
    for (const path of Object.keys(provenance)) {
      if (path.startsWith('mounts') || path.startsWith('solids')) provenance[path] = 'guessed';
    }
  }
  const copy: Part = {
    ...rest,
    ...(how === 'altered'
      ? { altered: true }
      : { ...(price ? { price } : {}), ...(offers ? { offers } : {}) }),
    id,
    name,
    provenance,
  };
  // What the template would make again is the part that was copied, not this one.
  if (how !== 'copy') delete copy.made;
  return copy;
}

/** The first id of the form `base-2`, `base-3` … that no element of the part has. */
export function findFreeId(part: Part, base: string): string {
  const stem = base.replace(/-\d+$/u, '').slice(0, 34);
  const taken = new Set(elementLists.flatMap((l) => (part[l] ?? []).map((e) => e.id)));
  if (!taken.has(stem)) return stem;
  // Ends: a part has finitely many elements.
  for (let n = 2; ; n += 1) if (!taken.has(`${stem}-${n}`)) return `${stem}-${n}`;
}
