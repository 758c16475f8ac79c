import { LogEntry } from '@zucchini/core';

/** A list of ids or names in the browser's storage: the part of `Storage` that is used. */
export type WaitingPlace = Pick<Storage, 'getItem' | 'setItem' | 'removeItem' | 'key' | 'length'>;

/**
 * Where an entry waits that the server has not got yet: each under a key of its own, so that no tab writes its list over another's.
 * An id has no dot.
 */
const placeOf = (rigId: string, entryId: string): string => `zucchini.field.${rigId}.${entryId}`;
/** Where an earlier edition kept the whole list. */
const oldPlaceOf = (rigId: string): string => `zucchini.field.${rigId}`;

function parse(text: string | null): unknown {
  try {
    return JSON.parse(text ?? 'null') as unknown;
  } catch {
    return undefined;
  }
}

const readEntry = (value: unknown): LogEntry[] => {
  const read = LogEntry.safeParse(value);
  return read.success ? [read.data] : [];
};

/** Whether a key of the storage holds what waits for a rig; `null` says that all of it went. */
export const holdsWaiting = (key: string | null, rigId: string): boolean =>
  key === null || key.startsWith(`${oldPlaceOf(rigId)}.`);

/** Keeps an entry until the server has it; whether there was room. */
export function keepWaiting(
  place: WaitingPlace | undefined,
  rigId: string,
  entry: LogEntry,
): boolean {
  try {
    place?.setItem(placeOf(rigId, entry.id), JSON.stringify(entry));
    return place !== undefined;
  } catch {
    return false;
  }
}

export function dropWaiting(
  place: WaitingPlace | undefined,
  rigId: string,
  entries: readonly LogEntry[],
): void {
  for (const { id } of entries) place?.removeItem(placeOf(rigId, id));
}

/** Moves what an earlier edition kept as one list to keys of its own; what is no entry, or finds no room, stays in the list. */
function moveOld(place: WaitingPlace, rigId: string): void {
  const old = parse(place.getItem(oldPlaceOf(rigId)));
  if (!Array.isArray(old)) return;
  const left = old.filter((value) => {
    const [entry] = readEntry(value);
    return !entry || !keepWaiting(place, rigId, entry);
  });
  if (left.length === old.length) return;
  place.removeItem(oldPlaceOf(rigId));
  if (left.length > 0) place.setItem(oldPlaceOf(rigId), JSON.stringify(left));
}

/** All that waits for a rig, of every tab, in the order in which it was made; what is no entry is left where it is. */
export function listWaiting(place: WaitingPlace | undefined, rigId: string): LogEntry[] {
  if (!place) return [];
  moveOld(place, rigId);
  const keys = Array.from({ length: place.length }, (_, i) => place.key(i)).filter(
    (key) => key !== null && holdsWaiting(key, rigId),
  );
  return keys
    .flatMap((key) => readEntry(parse(place.getItem(key!))))
    .sort((a, b) => Date.parse(a.at) - Date.parse(b.at) || (a.id < b.id ? -1 : 1));
}
