import { things, type Answers, type Thing } from '@zucchini/core';

/** Where drafts are kept; the browser's own storage in the application. */
type DraftPlace = Pick<Storage, 'getItem' | 'setItem'>;

/** A part that was being described when the page was left: kept in this browser until it is stored or let go. */
export interface PartDraft {
  readonly id: string;
  readonly thing: Thing;
  readonly stated: Answers;
  /** Answers that a sheet gave as approximate. */
  readonly rough: readonly string[];
  /** The page it is read from; none where nothing was pasted. */
  readonly sheet?: string;
  /** It came with others of a gear list: the next follows once it is stored. */
  readonly listed?: boolean;
}

const key = 'zucchini.part-drafts';

/** So many are kept; the oldest goes first. */
const mostDrafts = 60;

/** No more of a pasted page is kept, in letters: browsers keep a few megabytes in all. */
const longestKept = 20_000;

interface Written {
  readonly id: string;
  readonly label: string;
  readonly stated: Answers;
  readonly rough: readonly string[];
  readonly sheet?: string;
  readonly listed?: boolean;
}

function isWritten(value: unknown): value is Written {
  const { id, label, stated, rough } = (value ?? {}) as Record<string, unknown>;
  return (
    typeof id === 'string' &&
    typeof label === 'string' &&
    typeof stated === 'object' &&
    stated !== null &&
    Array.isArray(rough)
  );
}

function readAll(place: DraftPlace | undefined): Written[] {
  try {
    const read = JSON.parse(place?.getItem(key) ?? '[]') as unknown;
    return Array.isArray(read) ? read.filter(isWritten) : [];
  } catch {
    return [];
  }
}

function writeAll(place: DraftPlace | undefined, drafts: readonly Written[]): void {
  try {
    place?.setItem(key, JSON.stringify(drafts.slice(0, mostDrafts)));
  } catch {
    // No storage, no drafts.
  }
}

/** What is kept, the latest first; what cannot be read, or is of a kind that is not known any more, is left out. */
export function readPartDrafts(place: DraftPlace | undefined): PartDraft[] {
  return readAll(place).flatMap(({ id, label, stated, rough, sheet, listed }) => {
    const thing = things.find((t) => t.label === label);
    return thing
      ? [
          {
            id,
            thing,
            stated,
            rough,
            ...(typeof sheet === 'string' ? { sheet } : {}),
            ...(listed === true ? { listed } : {}),
          },
        ]
      : [];
  });
}

/** Keeps what has been said so far, as the latest; nothing said keeps nothing. */
export function keepPartDraft(place: DraftPlace | undefined, draft: PartDraft): void {
  const { id, thing, stated, rough, sheet, listed } = draft;
  const others = readAll(place).filter((d) => d.id !== id);
  const isEmpty = !sheet && Object.values(stated).every((v) => v === undefined);
  const written: Written = {
    id,
    label: thing.label,
    stated,
    rough,
    ...(sheet ? { sheet: sheet.slice(0, longestKept) } : {}),
    ...(listed ? { listed } : {}),
  };
  writeAll(place, isEmpty ? others : [written, ...others]);
}

/** Lets a draft go: its part is stored, or nobody wants it. */
export function dropPartDraft(place: DraftPlace | undefined, id: string): void {
  writeAll(
    place,
    readAll(place).filter((d) => d.id !== id),
  );
}
