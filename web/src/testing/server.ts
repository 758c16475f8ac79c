/** A server for tests of stores and composables: answers by route, and remembers what it was asked. */
export interface FakeServer {
  readonly asked: { readonly method: string; readonly path: string; readonly body: unknown }[];
  /** Sets what a route answers: a value, or what makes one of what is sent; or a status with a problem. */
  answer(route: string, value: unknown, status?: number): void;
  /** Does not answer at all from now on, or again. */
  away(isAway: boolean): void;
}

interface Route {
  readonly value: unknown;
  readonly status: number;
}

/** What a route of parts answers when only those with some ids are asked for. */
function narrowed(route: Route | undefined, query: string): Route | undefined {
  const ids = new URLSearchParams(query).get('ids')?.split(',');
  const { parts } = (route?.value ?? {}) as { parts?: readonly { id: string }[] };
  if (!route || !ids || !parts) return undefined;
  return { ...route, value: { parts: parts.filter((p) => ids.includes(p.id)) } };
}

/** Takes the place of `fetch` until the tests end. */
export function startFakeServer(): FakeServer {
  const routes = new Map<string, Route>();
  const asked: FakeServer['asked'] = [];
  let isAway = false;
  globalThis.fetch = (async (path: string, init: { method: string; body?: string }) => {
    const body: unknown = init.body === undefined ? undefined : JSON.parse(init.body);
    asked.push({ method: init.method, path, body });
    if (isAway) throw new TypeError('no connection');
    const [bare, query = ''] = path.split('?') as [string, string?];
    const route = routes.get(`${init.method} ${path}`) ??
      narrowed(routes.get(`${init.method} ${bare}`), query) ?? {
        value: { title: 'This is not here' },
        status: 404,
      };
    const value: unknown = typeof route.value === 'function' ? route.value(body) : route.value;
    const text = route.status === 204 ? '' : JSON.stringify(value);
    return { ok: route.status < 400, status: route.status, text: async () => text };
  }) as never;
  return {
    asked,
    answer: (route, value, status = 200) => void routes.set(route, { value, status }),
    away: (now) => {
      isAway = now;
    },
  };
}

/** The browser's storage, in memory. */
export function startStorage(): Map<string, string> {
  const kept = new Map<string, string>();
  globalThis.localStorage = {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value),
    removeItem: (key: string) => void kept.delete(key),
    get length() {
      return kept.size;
    },
    key: (index: number) => [...kept.keys()][index] ?? null,
  } as never;
  return kept;
}

/** Waits for `isTrue`, turn by turn: at most a second of turns. */
export async function until(isTrue: () => boolean): Promise<void> {
  for (let turn = 0; turn < 200 && !isTrue(); turn += 1) {
    await new Promise((resolve) => setTimeout(resolve, 5));
  }
  if (!isTrue()) throw new Error('until: it did not come true');
}
