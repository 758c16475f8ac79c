const lastKey = 'zucchini-open-rig';

/** Remembers which rig was on the bench last: the one that parts are tried on. */
export function rememberRig(id: string): void {
  try {
    globalThis.localStorage.setItem(lastKey, id);
  } catch {
    // A browser that keeps nothing asks for the rig instead.
  }
}

/** The rig that was on the bench last in this browser, as far as it is remembered. */
export function findLastRig(): string | undefined {
  try {
    return globalThis.localStorage.getItem(lastKey) ?? undefined;
  } catch {
    return undefined;
  }
}
