/** The names of windows, so that each keeps drafts of its own. */

const nameKey = 'zucchini.window';
const lockOf = (id: string) => `zucchini.window.${id}`;

/** What a window is told by: the browser's storage of this window alone, and its locks between windows. */
export interface WindowPlace {
  readonly session: Pick<Storage, 'getItem' | 'setItem'> | undefined;
  readonly locks: Pick<LockManager, 'request' | 'query'> | undefined;
}

function findPlace(): WindowPlace {
  try {
    // Neither is there outside a browser.
    const { sessionStorage: session, navigator } = globalThis as Partial<typeof globalThis>;
    return { session, locks: navigator?.locks };
  } catch {
    return { session: undefined, locks: undefined };
  }
}

/** Holds a name for as long as the window lives; false where another window holds it: a copied tab brings its name along. */
function hold(locks: WindowPlace['locks'], id: string): Promise<boolean> {
  if (!locks) return Promise.resolve(true);
  return new Promise((resolve, reject) => {
    locks
      .request(lockOf(id), { ifAvailable: true }, (lock) => {
        resolve(lock !== null);
        return lock ? new Promise(() => undefined) : undefined;
      })
      .catch(reject);
  });
}

/** This window's name: the one that it had before it was loaded again, or a new one. */
export async function nameWindow(place: WindowPlace = findPlace()): Promise<string> {
  const kept = place.session?.getItem(nameKey);
  if (kept && (await hold(place.locks, kept))) return kept;
  const id = globalThis.crypto.randomUUID();
  await hold(place.locks, id);
  place.session?.setItem(nameKey, id);
  return id;
}

/** The names of the windows that are open now; undefined where the browser cannot tell. */
export async function listWindows(
  place: WindowPlace = findPlace(),
): Promise<ReadonlySet<string> | undefined> {
  const held = (await place.locks?.query())?.held;
  const prefix = lockOf('');
  return (
    held &&
    new Set(
      held.flatMap(({ name }) => (name?.startsWith(prefix) ? [name.slice(prefix.length)] : [])),
    )
  );
}

let own: Promise<string> | undefined;

/** This window's name, asked for once. */
export function findWindow(): Promise<string> {
  own ??= nameWindow();
  return own;
}
