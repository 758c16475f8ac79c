/** The browser's storage, or undefined where it is switched off. */
export function findStorage(): Storage | undefined {
  try {
    return globalThis.localStorage;
  } catch {
    return undefined;
  }
}
