import type {
  CreateRigBody,
  ElsewhereReply,
  Imported,
  Issue,
  KitItem,
  LanReply,
  LogEntry,
  LogReply,
  Part,
  PartKind,
  PartLine,
  PartRecord,
  Problem,
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

async function call<T>(method: string, path: string, body?: unknown): Promise<T> {
  let response: Response;
  const code = readCode();
  try {
    response = await fetch(path, {
      method,
      headers: {
        ...(code ? { 'x-zucchini-code': code } : {}),
        ...(body === undefined ? {} : { 'content-type': 'application/json' }),
      },
      ...(body === undefined
        ? {}
        : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
    });
  } catch {
    throw new ApiError(0, 'The server does not answer. Is ./start still running?');
  }
  if (response.status === 204) return undefined as T;
  const text = await response.text();
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    value = {};
  }
  if (response.ok) return value as T;
  const problem = value as Partial<Problem>;
  throw new ApiError(
    response.status,
    problem.detail ?? problem.title ?? `The server answers ${response.status}.`,
    problem.issues,
    problem.revision,
  );
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
  listRigs: () => call<{ rigs: RigSummary[] }>('GET', '/api/rigs').then((r) => r.rigs),
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
  fileUrl: (id: string) => `${at(id)}/file`,
};
