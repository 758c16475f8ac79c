import { Part, readCell, type PartBook } from '../part/index.js';
import { createPartId, listPartDoubts, tryRecipe, type Doubt } from '../template/index.js';
import type { RawRow } from './file.js';

/** One fact that an import changes: what it was and what it becomes, as JSON shows it. */
export interface ChangedFact {
  readonly path: string;
  readonly from: string;
  readonly to: string;
}

/** What becomes of one row. */
export type Fate =
  | { readonly fate: 'new'; readonly part: Part; readonly doubts: readonly Doubt[] }
  | { readonly fate: 'same'; readonly part: Part }
  | {
      readonly fate: 'changes';
      readonly part: Part;
      readonly changed: readonly ChangedFact[];
      readonly doubts: readonly Doubt[];
    }
  | {
      readonly fate: 'refused';
      readonly why: readonly { readonly path: string; readonly message: string }[];
    };

/** One row with its place, its name as far as it has one, and its fate. */
export type PlannedRow = { readonly place: string; readonly title: string } & Fate;

const brief = (value: unknown): string => {
  const text = value === undefined ? '' : typeof value === 'string' ? value : JSON.stringify(value);
  return text.length > 120 ? `${text.slice(0, 117)}…` : text;
};

/** The same value whatever the order of its fields. */
export function isSameValue(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  if (Array.isArray(a) !== Array.isArray(b)) return false;
  const [x, y] = [a as Record<string, unknown>, b as Record<string, unknown>];
  const keys = new Set([...Object.keys(x), ...Object.keys(y)]);
  for (const key of keys) if (!isSameValue(x[key], y[key])) return false;
  return true;
}

/** Which facts of a part differ between two states of it, one line for each. */
export function listChanges(from: Part, to: Part): ChangedFact[] {
  const keys = [...new Set([...Object.keys(from), ...Object.keys(to)])].sort();
  return keys.flatMap((path) => {
    const [a, b] = [from[path as keyof Part], to[path as keyof Part]];
    return isSameValue(a, b) ? [] : [{ path, from: brief(a), to: brief(b) }];
  });
}

function titleOf(value: unknown): string {
  const { name, id } = (value ?? {}) as { name?: unknown; id?: unknown };
  return typeof name === 'string' && name !== '' ? name : typeof id === 'string' ? id : '';
}

/** Figures of a row put into what the stored part says already; one that it says elsewhere is not said twice. */
function joinFeeds(
  feeds: Readonly<Record<string, Readonly<Record<string, unknown>>>> = {},
  stored: Part | undefined,
): Record<string, unknown> {
  const now = stored as Readonly<Record<string, unknown>> | undefined;
  return Object.fromEntries(
    Object.entries(feeds).flatMap(([fact, figures]) => {
      const isSaid =
        fact === 'cell' &&
        stored !== undefined &&
        stored.cell?.energyWh === undefined &&
        figures['energyWh'] === readCell(stored).energyWh;
      const fresh = isSaid ? {} : figures;
      return Object.keys(fresh).length === 0
        ? []
        : [[fact, { ...(now?.[fact] as object | undefined), ...fresh }]];
    }),
  );
}

/** A part made of a flat row: its facts, and a plain block of its sizes where it is new. */
function createFromRow(row: RawRow, known: PartBook, taken: (id: string) => boolean): Part | Fate {
  const { sizes, feeds, ...flat } = row.value as Record<string, unknown> & {
    sizes?: Record<string, number>;
    feeds?: Readonly<Record<string, Readonly<Record<string, unknown>>>>;
  };
  const stored = typeof flat['id'] === 'string' ? known.get(flat['id']) : undefined;
  const facts: Record<string, unknown> = { ...flat, ...joinFeeds(feeds, stored) };
  if (stored) {
    const parsed = Part.safeParse({ ...stored, ...facts });
    if (parsed.success) return parsed.data;
    return refuse(parsed.error.issues);
  }
  const name = facts['name'];
  if (typeof name !== 'string') return refuse([{ path: ['name'], message: 'is missing' }]);
  const kind = facts['kind'] ?? 'other';
  const missing = (['lengthMm', 'widthMm', 'heightMm'] as const).filter(
    (size) => sizes?.[size] === undefined,
  );
  if (missing.length) {
    return refuse(
      missing.map((size) => ({
        path: [size.replace('Mm', '_mm')],
        message: 'is missing: a new part needs its three sizes',
      })),
    );
  }
  const id = facts['id'] ?? createPartId(name, facts['maker'] as string | undefined, taken);
  const { altered, ...stated } = facts;
  const making = tryRecipe(
    {
      ...stated,
      id,
      kind,
      template: 'small-thing',
      figures: { ...sizes, surface: 'plastic', fixing: 'none' },
      guessed: ['surface', 'fixing'],
    },
    new Map(),
  );
  if (making.state === 'made') return altered ? { ...making.part, altered: true } : making.part;
  return refuse(making.issues.map((i) => ({ path: [i.path], message: i.message })));
}

function refuse(
  issues: readonly { readonly path: readonly PropertyKey[]; readonly message: string }[],
): Fate {
  return {
    fate: 'refused',
    why: issues
      .slice(0, 8)
      .map((i) => ({ path: i.path.map(String).join('.') || 'part', message: i.message })),
  };
}

/**
 * What an import would do, row by row, without doing it. `known` is the catalogue as it is; a second row
 * of the same id is refused, and so is a new part whose name and maker are taken: two parts of one name
 * cannot be told apart. A generator, so that long work can show its progress and be stopped.
 */
export function* planImport(
  rows: readonly RawRow[],
  known: PartBook,
): Generator<PlannedRow, void, undefined> {
  const seen = new Map<string, string>();
  const nameKey = (part: Pick<Part, 'name' | 'maker'>) =>
    `${part.maker ?? ''}\n${part.name}`.toLowerCase();
  const names = new Map([...known.values()].map((p) => [nameKey(p), p.id]));
  for (const row of rows) {
    const title = titleOf(row.value);
    const planned = plan(row, known, seen, names);
    if (planned.fate !== 'refused') {
      seen.set(planned.part.id, row.place);
      names.set(nameKey(planned.part), planned.part.id);
    }
    yield {
      place: row.place,
      title: planned.fate === 'refused' ? title : planned.part.name,
      ...planned,
    };
  }

  function plan(
    row: RawRow,
    book: PartBook,
    before: ReadonlyMap<string, string>,
    byName: ReadonlyMap<string, string>,
  ): Fate {
    if (row.issues.length) return { fate: 'refused', why: row.issues };
    let part: Part;
    if (row.partial) {
      const made = createFromRow(row, book, (id) => book.has(id) || before.has(id));
      if ('fate' in made) return made;
      part = made;
    } else {
      const parsed = Part.safeParse(row.value);
      if (!parsed.success) return refuse(parsed.error.issues);
      part = parsed.data;
    }
    const earlier = before.get(part.id);
    if (earlier)
      return refuse([{ path: ['id'], message: `“${part.id}” is already in ${earlier}` }]);
    const stored = book.get(part.id);
    if (stored && isSameValue(stored, part)) return { fate: 'same', part: stored };
    const other = byName.get(nameKey(part));
    if (other !== undefined && other !== part.id) {
      return refuse([
        { path: ['name'], message: `“${part.name}” of this maker is already there as ${other}` },
      ]);
    }
    const doubts = listPartDoubts(part);
    if (!stored) return { fate: 'new', part, doubts };
    return { fate: 'changes', part, changed: listChanges(stored, part), doubts };
  }
}
