import type { LogEntry } from './schema.js';

/** A log with what was added, and what of that no longer counts. */
export interface MergedLog {
  readonly log: readonly LogEntry[];
  /** Ticks that were made before another that is stored already and says otherwise. */
  readonly overruled: readonly LogEntry[];
}

/** As many entries a log holds, as the rig file says. */
export const mostLogEntries = 10_000;

/** What a tick is about: a later one of the same takes its place. */
const nameTick = ({ setup, subject }: LogEntry): string => `${setup ?? ''} ${subject ?? ''}`;

/** When an entry was made, ms: texts of one moment are not alike, with and without fractions of a second. */
const momentOf = ({ at }: LogEntry): number => Date.parse(at);

const byTime = (a: LogEntry, b: LogEntry): number =>
  momentOf(a) - momentOf(b) || (a.id < b.id ? -1 : 1);

/**
 * A log with entries added that were made elsewhere meanwhile, in the order of their times. What is there already is not added
 * twice. Of the ticks about one thing only the latest is kept. A clock that runs ahead does not win for ever: what is of later
 * than `now` counts as made now.
 */
export function mergeLog(
  log: readonly LogEntry[],
  entries: readonly LogEntry[],
  now: Date,
): MergedLog {
  const latest = now.toISOString();
  const known = new Set(log.map((e) => e.id));
  const ticks = new Map<string, LogEntry>();
  const rest: LogEntry[] = [];
  const overruled: LogEntry[] = [];
  const take = (entry: LogEntry, isNew: boolean) => {
    if (entry.kind !== 'packed') {
      rest.push(entry);
      return;
    }
    const key = nameTick(entry);
    const was = ticks.get(key);
    if (!was || momentOf(was) <= momentOf(entry)) ticks.set(key, entry);
    else if (isNew && was.yes !== entry.yes) overruled.push(entry);
  };
  for (const entry of log) take(entry, false);
  for (const entry of entries) {
    if (known.has(entry.id)) continue;
    known.add(entry.id);
    const isAhead = Date.parse(entry.at) > now.getTime();
    take(isAhead ? { ...entry, at: latest } : entry, true);
  }
  return { log: [...rest, ...ticks.values()].sort(byTime), overruled };
}

/** The latest entry of a kind about each subject of a setup. */
function listLatest(
  log: readonly LogEntry[],
  kind: LogEntry['kind'],
  setupId: string,
): Map<string, LogEntry> {
  const latest = new Map<string, LogEntry>();
  for (const entry of log) {
    const { subject } = entry;
    if (entry.kind !== kind || entry.setup !== setupId || subject === undefined) continue;
    const was = latest.get(subject);
    if (!was || momentOf(was) <= momentOf(entry)) latest.set(subject, entry);
  }
  return latest;
}

/** What is ticked: subjects of a setup that are, by the latest tick of each. */
export const listTicked = (log: readonly LogEntry[], setupId: string): Set<string> =>
  new Set(
    [...listLatest(log, 'packed', setupId)].flatMap(([subject, { yes }]) => (yes ? [subject] : [])),
  );

/**
 * Whether each check by hand passed, by the latest answer since a moment: what was answered before says nothing of how it is
 * screwed together now.
 */
export const listChecked = (
  log: readonly LogEntry[],
  setupId: string,
  since: Date,
): Map<string, boolean> =>
  new Map(
    [...listLatest(log, 'checked', setupId)].flatMap(([subject, { at, yes }]) =>
      yes !== undefined && Date.parse(at) >= since.getTime() ? [[subject, yes] as const] : [],
    ),
  );
