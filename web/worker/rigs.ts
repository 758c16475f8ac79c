/** What a browser keeps of rigs for the time without a server. */

/** The cache as it is used here: a `Cache` of the browser. */
export interface KeptRigs {
  keys(): Promise<readonly { readonly url: string }[]>;
  delete(url: string): Promise<boolean>;
}

/** The rig whose own address this is; undefined for any other. */
export const readRigId = (pathname: string): string | undefined =>
  /^\/api\/rigs\/([^/]+)$/u.exec(pathname)?.[1];

/** Whether this is what a page asks of one rig to open it: itself, its log, its drawing for the shelf. */
export const isOfRig = (pathname: string): boolean =>
  /^\/api\/rigs\/[^/]+(?:\/log|\/sketch)?$/u.test(pathname);

const partOf = (url: string): RegExpExecArray | null =>
  /^\/api\/rigs\/([^/]+)(\/.*)?$/u.exec(new URL(url).pathname);

/** Lets go of a rig: nobody is to find here what was deleted. */
export async function forgetRig(kept: KeptRigs, id: string): Promise<void> {
  for (const { url } of await kept.keys()) {
    if (partOf(url)?.[1] === id) await kept.delete(url);
  }
}

interface Shelf {
  readonly rigs: readonly { readonly id: string }[];
}

async function readShelf(answer: Response): Promise<Shelf | undefined> {
  const value: unknown = await answer.json().catch(() => undefined);
  const list = (value as Partial<Shelf> | undefined)?.rigs;
  return Array.isArray(list) ? (value as Shelf) : undefined;
}

/** Lets go of every rig that is not on the shelf any more. */
export async function keepListed(kept: KeptRigs, answer: Response): Promise<void> {
  const shelf = await readShelf(answer);
  if (!shelf) return;
  const there = new Set(shelf.rigs.map((r) => encodeURIComponent(r.id)));
  for (const { url } of await kept.keys()) {
    const id = partOf(url)?.[1];
    if (id !== undefined && !there.has(id)) await kept.delete(url);
  }
}

/** The shelf as it was last, of those rigs alone that can be opened here; says that it is that. */
export async function listOpenable(kept: KeptRigs, answer: Response): Promise<Response> {
  const shelf = await readShelf(answer.clone());
  if (!shelf) return answer;
  const urls = await kept.keys();
  const openable = new Set(urls.flatMap(({ url }) => readRigId(new URL(url).pathname) ?? []));
  const rigs = shelf.rigs.filter((r) => openable.has(encodeURIComponent(r.id)));
  const headers = { 'content-type': 'application/json' };
  return new Response(JSON.stringify({ ...shelf, rigs, isOffline: true }), { headers });
}
