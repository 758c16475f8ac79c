import type { Rig } from '@zucchini/core';

/** What was changed but not yet stored by the server: kept in this browser until it is. */
export interface Draft {
  /** The revision that the changes were made on. */
  readonly revision: number;
  readonly rig: Rig;
}

/** Where drafts are kept; the browser's own storage in the application. */
export interface DraftPlace {
  getItem(key: string): string | null;
  setItem(key: string, value: string): void;
  removeItem(key: string): void;
}

const keyOf = (rigId: string) => `zucchini.draft.${rigId}`;

/** The draft of a rig, or undefined; one that cannot be read is none. */
export function readDraft(place: DraftPlace | undefined, rigId: string): Draft | undefined {
  try {
    const text = place?.getItem(keyOf(rigId));
    if (!text) return undefined;
    const draft = JSON.parse(text) as Draft;
    return draft.rig.id === rigId && Number.isInteger(draft.revision) ? draft : undefined;
  } catch {
    return undefined;
  }
}

/** Keeps a draft; false where the browser has no room or no storage. */
export function keepDraft(place: DraftPlace | undefined, draft: Draft): boolean {
  try {
    place?.setItem(keyOf(draft.rig.id), JSON.stringify(draft));
    return place !== undefined;
  } catch {
    return false;
  }
}

export function dropDraft(place: DraftPlace | undefined, rigId: string): void {
  try {
    place?.removeItem(keyOf(rigId));
  } catch {
    // No storage, no draft.
  }
}
