import type { Rig } from '@zucchini/core';

/** What was changed but not yet stored by the server: kept in this browser until it is. */
export interface Draft {
  /** The revision that the changes were made on. */
  readonly revision: number;
  readonly rig: Rig;
  /** The rig as that revision was; absent in drafts of earlier editions. */
  readonly base?: Rig;
  /** When it was kept, in ms since 1970. */
  readonly at?: number;
}

/** Where drafts are kept; the browser's own storage in the application. */
export interface DraftPlace {
  getItem(key: string): string | null;
  setItem(key: string, value: string): void;
  removeItem(key: string): void;
  readonly length: number;
  key(index: number): string | null;
}

const prefixOf = (rigId: string) => `zucchini.draft.${rigId}`;
/** Each window its own: two that change one rig do not write over each other. */
const keyOf = (rigId: string, windowId: string) => `${prefixOf(rigId)}.${windowId}`;

function read(place: DraftPlace, key: string, rigId: string): Draft | undefined {
  try {
    const draft = JSON.parse(place.getItem(key) ?? '') as Draft;
    return draft.rig.id === rigId && Number.isInteger(draft.revision) ? draft : undefined;
  } catch {
    return undefined;
  }
}

/** The draft of a window; one that cannot be read is none. */
export function readDraft(
  place: DraftPlace | undefined,
  rigId: string,
  windowId: string,
): Draft | undefined {
  return place && read(place, keyOf(rigId, windowId), rigId);
}

/**
 * The draft that a window goes on with: its own, or else the newest of a window that is closed by now, which becomes its own.
 * Where nobody can tell which windows are open (`open` undefined), every other counts as closed.
 */
export function takeDraft(
  place: DraftPlace | undefined,
  rigId: string,
  windowId: string,
  open: ReadonlySet<string> | undefined,
): Draft | undefined {
  const own = readDraft(place, rigId, windowId);
  if (own || !place) return own;
  const left = listKeys(place)
    .filter((key) => key === prefixOf(rigId) || key.startsWith(`${prefixOf(rigId)}.`))
    .filter((key) => !open?.has(key.slice(prefixOf(rigId).length + 1)))
    .flatMap((key) => {
      const draft = read(place, key, rigId);
      return draft ? [{ key, draft }] : [];
    })
    .sort((a, b) => (b.draft.at ?? 0) - (a.draft.at ?? 0));
  const [newest] = left;
  if (!newest) return undefined;
  keepDraft(place, windowId, newest.draft);
  remove(place, newest.key);
  return newest.draft;
}

function listKeys(place: DraftPlace): string[] {
  try {
    return Array.from({ length: place.length }, (_, i) => place.key(i) ?? '');
  } catch {
    return [];
  }
}

/** Keeps a draft; false where the browser has no room or no storage. */
export function keepDraft(place: DraftPlace | undefined, windowId: string, draft: Draft): boolean {
  try {
    place?.setItem(keyOf(draft.rig.id, windowId), JSON.stringify(draft));
    return place !== undefined;
  } catch {
    return false;
  }
}

/** Lets a window's draft go. */
export function dropDraft(place: DraftPlace | undefined, rigId: string, windowId: string): void {
  remove(place, keyOf(rigId, windowId));
}

function remove(place: DraftPlace | undefined, key: string): void {
  try {
    place?.removeItem(key);
  } catch {
    // No storage, no draft.
  }
}
