import { Rig } from '@zucchini/core';
import { z } from 'zod';

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

/** What is around the rigs of a draft; they are read each by itself. */
const Frame = z.object({
  revision: z.int().min(1),
  rig: z.object({ id: z.string() }).loose(),
  base: z.unknown().optional(),
  at: z.number().optional(),
});

function read(place: DraftPlace, key: string, rigId: string): Draft | undefined {
  try {
    const { data: frame } = Frame.safeParse(JSON.parse(place.getItem(key) ?? ''));
    if (frame?.rig.id !== rigId || !Rig.safeParse(frame.rig).success) return undefined;
    const { revision, at } = frame;
    // As it was written, key for key: what is the same as what is stored is seen to be.
    const rig = frame.rig as unknown as Rig;
    const base = Rig.safeParse(frame.base).success ? (frame.base as Rig) : undefined;
    return { revision, rig, ...(base ? { base } : {}), ...(at === undefined ? {} : { at }) };
  } catch {
    return undefined;
  }
}

/**
 * The text of a draft of this rig that cannot be read, as one of an edition that wrote it otherwise: whoever made it may have it as a
 * file. Undefined where there is none.
 */
export function findUnreadable(
  place: DraftPlace | undefined,
  rigId: string,
): { readonly key: string; readonly text: string } | undefined {
  for (const key of place ? listKeys(place) : []) {
    if (key !== prefixOf(rigId) && !key.startsWith(`${prefixOf(rigId)}.`)) continue;
    const text = place!.getItem(key);
    if (text && !read(place!, key, rigId)) return { key, text };
  }
  return undefined;
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

/** Lets a draft go by where it lies. */
export function remove(place: DraftPlace | undefined, key: string): void {
  try {
    place?.removeItem(key);
  } catch {
    // No storage, no draft.
  }
}
