import type {
  BackupLook,
  CreateRigBody,
  ElsewhereReply,
  Imported,
  Issue,
  KeptBackups,
  KitItem,
  LanReply,
  LogEntry,
  LogReply,
  Part,
  PartKind,
  PartLine,
  PartRecord,
  Problem,
  Restored,
  Rig,
  RigRecord,
  RigStamp,
  RigSummary,
  Sketch,
  StorePart,
  ReadyVersion,
  VersionRecord,
  VersionSummary,
} from '@zucchini/core';

/** An answer of the server that is no success, or no answer at all (`status` 0). */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly issues: readonly Issue[] = [],
    readonly revision?: number,
  ) {
    super(message);
  }
}

/** Where the code of the door to the local network is kept until the tab is shut. */
const codePlace = 'zucchini.code';

/** The code that was read off the machine's screen; undefined on the machine itself. */
export function readCode(): string | undefined {
  try {
    return globalThis.sessionStorage.getItem(codePlace) ?? undefined;
  } catch {
    return undefined;
  }
}

/** Takes a code to be said with every question from now on; kept for this tab, where it may keep anything. */
export function takeCode(code: string): void {
  try {
    globalThis.sessionStorage.setItem(codePlace, code);
  } catch {
    // Without storage it is asked for again on the next page.
  }
}

/** What goes with a question beside its address. */
interface Asking {
  /** JSON, or a file that goes as it is. */
  readonly body?: unknown;
  readonly signal?: AbortSignal;
}

/** Asks the server; throws {@link ApiError} for every answer that is no success. */
async function ask(method: string, path: string, { body, signal }: Asking): Promise<Response> {
  let response: Response;
  const code = readCode();
  const type = body instanceof Blob ? 'application/gzip' : 'application/json';
  const isReady = typeof body === 'string' || body instanceof Blob;
  try {
    response = await fetch(path, {
      method,
      ...(signal ? { signal } : {}),
      headers: {
        ...(code ? { 'x-zucchini-code': code } : {}),
        ...(body === undefined ? {} : { 'content-type': type }),
      },
      ...(body === undefined ? {} : { body: isReady ? body : JSON.stringify(body) }),
    });
  } catch (error) {
    if (signal?.aborted) throw error;
    throw new ApiError(0, 'The server does not answer. Is ./start still running?');
  }
  if (response.ok) return response;
  const problem = (readJson(await response.text()) ?? {}) as Partial<Problem>;
  throw new ApiError(
    response.status,
    problem.detail ?? problem.title ?? `The server answers ${response.status}.`,
    problem.issues,
    problem.revision,
  );
}

function readJson(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

async function call<T>(
  method: string,
  path: string,
  body?: unknown,
  signal?: AbortSignal,
): Promise<T> {
  const response = await ask(method, path, { body, ...(signal ? { signal } : {}) });
  if (response.status === 204) return undefined as T;
  const value = readJson(await response.text());
  // What is no answer of ours must not be taken for whatever was asked: somebody stands between.
  if (value === undefined) throw new ApiError(0, 'Something else than Zucchini answers here.');
  return value as T;
}

/** The rigs on the shelf; without the server those that this browser can open, as the service worker says it. */
interface Shelf {
  readonly rigs: RigSummary[];
  readonly isOffline?: boolean;
}

/** A backup that is sent, or one of those that lie on the server. */
export type BackupFrom = { readonly file: Blob } | { readonly kept: string };

function askBackup<T>(
  what: 'look' | 'restore',
  from: BackupFrom,
  query: Readonly<Record<string, string>>,
  signal?: AbortSignal,
): Promise<T> {
  const words = new URLSearchParams({ ...query, ...('kept' in from ? { kept: from.kept } : {}) });
  const address = `/api/backup/${what}?${words.toString()}`;
  return call('POST', address, 'file' in from ? from.file : undefined, signal);
}

/** As many ids stand in one question: an address may not be longer. */
const mostNamed = 100;

/** The parts with these ids; those that there are not (any more) are left out. */
async function findParts(ids: readonly string[]): Promise<Part[]> {
  const found: Part[] = [];
  for (let from = 0; from < ids.length; from += mostNamed) {
    const named = ids
      .slice(from, from + mostNamed)
      .map(encodeURIComponent)
      .join(',');
    found.push(...(await call<{ parts: Part[] }>('GET', `/api/parts?ids=${named}`)).parts);
  }
  return found;
}

const at = (id: string) => `/api/rigs/${encodeURIComponent(id)}`;

/** The server's routes, one function each. All throw {@link ApiError}. */
export const api = {
  listRigs: () => call<Shelf>('GET', '/api/rigs').then((r) => r.rigs),
  listShelf: () => call<Shelf>('GET', '/api/rigs'),
  tareScale: () => call<undefined>('POST', '/api/scale/tare'),
  loadScale: (g: number) => call<undefined>('POST', '/api/scale/load', { g }),
  listParts: () => call<{ parts: Part[] }>('GET', '/api/parts').then((r) => r.parts),
  /** The parts of these kinds. */
  listPartsOf: (kinds: readonly PartKind[]) =>
    call<{ parts: Part[] }>('GET', `/api/parts?kinds=${kinds.join(',')}`).then((r) => r.parts),
  findParts,
  listPartLines: () => call<{ parts: PartLine[] }>('GET', '/api/parts/facts').then((r) => r.parts),
  findPart: (id: string) => call<PartRecord>('GET', `/api/parts/${encodeURIComponent(id)}`),
  storeParts: (parts: readonly StorePart[]) =>
    call<{ stored: { id: string; revision: number }[] }>('POST', '/api/parts', { parts }).then(
      (r) => r.stored,
    ),
  deletePart: (id: string) => call<undefined>('DELETE', `/api/parts/${encodeURIComponent(id)}`),
  listKit: () => call<{ items: KitItem[] }>('GET', '/api/kit').then((r) => r.items),
  loadDemo: () => call<{ ids: string[] }>('POST', '/api/demo', {}),
  createRig: (body: CreateRigBody) => call<RigRecord>('POST', '/api/rigs', body),
  importRig: (text: string) => call<Imported>('POST', '/api/rigs/import', text),
  findRig: (id: string) => call<RigRecord>('GET', at(id)),
  sketchRig: (id: string) =>
    call<{ sketch: Sketch | null }>('GET', `${at(id)}/sketch`).then((r) => r.sketch),
  stampRig: (id: string) => call<RigStamp>('GET', `${at(id)}/stamp`),
  findLan: () => call<LanReply>('GET', '/api/lan'),
  renewLanCode: () => call<LanReply>('POST', '/api/lan/code'),
  listElsewhere: (id: string) =>
    call<ElsewhereReply>('GET', `${at(id)}/elsewhere`).then((r) => r.elsewhere),
  findLog: (id: string) => call<LogReply>('GET', `${at(id)}/log`).then((r) => r.log),
  addToLog: (id: string, entries: readonly LogEntry[], sentAt: Date) =>
    call<LogReply>('POST', `${at(id)}/log`, { entries, sentAt: sentAt.toISOString() }),
  clearLog: (id: string, ids: readonly string[]) =>
    call<LogReply>('POST', `${at(id)}/log/clear`, { ids }).then((r) => r.log),
  saveRig: (rig: Rig, revision: number) =>
    call<{ revision: number; savedAt: string }>('PUT', at(rig.id), { revision, rig }),
  deleteRig: (id: string) => call<undefined>('DELETE', at(id)),
  listVersions: (id: string) =>
    call<{ versions: VersionSummary[] }>('GET', `${at(id)}/versions`).then((r) => r.versions),
  keepVersion: (id: string, name: string, reason: string) =>
    call<VersionSummary>('POST', `${at(id)}/versions`, { name, reason }),
  readyVersion: (id: string, versionId: string) =>
    call<ReadyVersion>('POST', `${at(id)}/versions/${encodeURIComponent(versionId)}/ready`, {}),
  findVersion: (id: string, versionId: string) =>
    call<VersionRecord>('GET', `${at(id)}/versions/${encodeURIComponent(versionId)}`),
  /** Everything that is stored, as one file. */
  takeBackup: async (signal: AbortSignal) => (await ask('GET', '/api/backup', { signal })).blob(),
  listBackups: () => call<KeptBackups>('GET', '/api/backups'),
  /** What a backup brings and would replace; changes nothing. */
  lookIntoBackup: (from: BackupFrom, signal: AbortSignal) =>
    askBackup<BackupLook>('look', from, {}, signal),
  restoreBackup: (from: BackupFrom, mark: string, leavesOut: boolean) =>
    askBackup<Restored>('restore', from, { mark, leavesOut: String(leavesOut) }),
  fileUrl: (id: string) => `${at(id)}/file`,
};
