import { listUsedItems } from './refs.js';
import type { Rig } from './schema.js';

/** Two states of a rig that both came from a third, as one. */
export interface Merged {
  readonly rig: Rig;
  /** Places that both changed, each otherwise: there the first state's stands. In the order of the document. */
  readonly clashes: readonly string[];
}

type Plain = Readonly<Record<string, unknown>>;
const isObject = (value: unknown): value is Plain =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
/** A list whose entries have ids of their own: its entries are told apart by them, wherever they stand. */
const isById = (value: unknown): value is readonly (Plain & { readonly id: string })[] =>
  Array.isArray(value) && value.every((v) => isObject(v) && typeof v['id'] === 'string');

/** A list of names that stand for themselves: what is packed, what the job must have. */
const isSet = (value: unknown): value is readonly string[] =>
  Array.isArray(value) &&
  value.every((v) => typeof v === 'string') &&
  new Set(value).size === value.length;

function isSame(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (Array.isArray(a) && Array.isArray(b)) {
    return a.length === b.length && a.every((v, i) => isSame(v, b[i]));
  }
  if (!isObject(a) || !isObject(b)) return false;
  const keys = new Set([...Object.keys(a), ...Object.keys(b)]);
  return [...keys].every((key) => isSame(a[key], b[key]));
}

class Merge {
  readonly clashes: string[] = [];

  /** `undefined` is a value that is not there. */
  value(base: unknown, mine: unknown, theirs: unknown, path: string): unknown {
    if (isSame(mine, base)) return theirs;
    if (isSame(theirs, base) || isSame(mine, theirs)) return mine;
    if (isById(mine) && isById(theirs) && (base === undefined || isById(base))) {
      return this.list(base ?? [], mine, theirs, path);
    }
    if (isSet(mine) && isSet(theirs) && (base === undefined || isSet(base))) {
      const was = base ?? [];
      const isNew = (name: string) => !was.includes(name);
      const kept = mine.filter((name) => theirs.includes(name) || isNew(name));
      return [...kept, ...theirs.filter((name) => isNew(name) && !mine.includes(name))];
    }
    if (isObject(mine) && isObject(theirs)) {
      return this.object(isObject(base) ? base : {}, mine, theirs, path);
    }
    this.clashes.push(path);
    // What one took away and the other changed stays: it can be taken away again, but not be made again.
    return mine === undefined ? theirs : mine;
  }

  private object(base: Plain, mine: Plain, theirs: Plain, path: string): Plain {
    const entries: [string, unknown][] = [];
    for (const key of new Set([...Object.keys(mine), ...Object.keys(theirs)])) {
      const at = path === '' ? key : `${path}.${key}`;
      const value = this.value(base[key], mine[key], theirs[key], at);
      if (value !== undefined) entries.push([key, value]);
    }
    return Object.fromEntries(entries);
  }

  /** My entries in my order, then what is only theirs in theirs. */
  private list(
    base: readonly (Plain & { readonly id: string })[],
    mine: readonly (Plain & { readonly id: string })[],
    theirs: readonly (Plain & { readonly id: string })[],
    path: string,
  ): unknown[] {
    const byId = (list: typeof base) => new Map(list.map((v) => [v.id, v]));
    const [was, own, other] = [byId(base), byId(mine), byId(theirs)];
    const ids = new Set([...mine.map((v) => v.id), ...theirs.map((v) => v.id)]);
    return [...ids].flatMap((id) => {
      const value = this.value(was.get(id), own.get(id), other.get(id), `${path}[${id}]`);
      return value === undefined ? [] : [value];
    });
  }
}

/**
 * Puts together what two windows made of one rig: what only one of them changed is taken from that one, entry by entry and
 * field by field; where both changed the same, mine stands and the place is listed; what one removed from the kit and the other
 * uses stays. Whether the result can be placed in space is for the caller to check: each change by itself could be, both together
 * need not. Cost linear in the documents.
 */
export function mergeRigs(base: Rig, mine: Rig, theirs: Rig): Merged {
  const merge = new Merge();
  const rig = merge.value(base, mine, theirs, '') as Rig;
  const kept = new Set(rig.kit.map((item) => item.id));
  const known = new Map([...theirs.kit, ...mine.kit].map((item) => [item.id, item]));
  const wanted = [...listUsedItems(rig)].flatMap((id) =>
    kept.has(id) ? [] : (known.get(id) ?? []),
  );
  return {
    rig: wanted.length === 0 ? rig : { ...rig, kit: [...rig.kit, ...wanted] },
    clashes: [...merge.clashes, ...wanted.map(({ id }) => `kit[${id}]`)],
  };
}

/**
 * Mine over what another stored, but for the individuals: what was learnt of one meanwhile and not changed here stays, as it belongs
 * to the individual and to every rig that uses it, not to this plan.
 */
export function overrideRig(base: Rig, mine: Rig, theirs: Rig): Rig {
  const merge = new Merge();
  const [was, other] = [base, theirs].map((rig) => new Map(rig.kit.map((i) => [i.id, i])));
  const kit = mine.kit.map((item) => {
    const stored = other!.get(item.id);
    return stored ? (merge.value(was!.get(item.id), item, stored, '') as typeof item) : item;
  });
  return { ...mine, kit };
}
