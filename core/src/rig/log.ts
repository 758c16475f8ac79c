import type { LogEntry } from './schema.js';

/** A log with what was added, and what of that no longer counts. */
export interface MergedLog {
  readonly log: readonly LogEntry[];
  /** Ticks that were made before another that is stored already and says otherwise. */
  readonly overruled: readonly LogEntry[];
  /** Ids of what another took the place of, or came before: delivered once more they are not new. */
  readonly spent: readonly string[];
}

/** How entries came to the one who keeps the log. */
export interface Receipt {
  /** By the clock here. */
  readonly now: Date;
  /** By the clock of the device that sends them; absent where it tells none. */
  readonly sentAt?: Date | undefined;
  /** Ids that were spent before. */
  readonly spent?: ReadonlySet<string>;
}

/** Two clocks that are no farther apart are taken for one: so long may a message take, ms (estimate). */
const samePaceMs = 2000;

/** As many entries a log holds, as the rig file says. */
export const mostLogEntries = 10_000;

/** What a tick is about: a later one of the same takes its place. */
const nameTick = ({ setup, subject }: LogEntry): string => `${setup ?? ''} ${subject ?? ''}`;

/** When an entry was made, ms: texts of one moment are not alike, with and without fractions of a second. */
const momentOf = ({ at }: LogEntry): number => Date.parse(at);

const byTime = (a: LogEntry, b: LogEntry): number =>
  momentOf(a) - momentOf(b) || (a.id < b.id ? -1 : 1);

/** Before this a moment cannot be written: whatever clock a device says it has, its entries stay readable. */
const earliestMs = Date.parse('1000-01-01T00:00:00.000Z');

/** An entry with its time by the clock here: a device that is ahead or behind is so by as much for all that it sends. */
function atHome(entry: LogEntry, { now, sentAt }: Receipt): LogEntry {
  const aheadMs = sentAt ? sentAt.getTime() - now.getTime() : 0;
  const madeMs = momentOf(entry) - (Math.abs(aheadMs) > samePaceMs ? aheadMs : 0);
  const at = Math.max(earliestMs, Math.min(madeMs, now.getTime()));
  return at === momentOf(entry) ? entry : { ...entry, at: new Date(at).toISOString() };
}

/**
 * A log with entries added that were made elsewhere meanwhile, in the order of their times. What is there already, or was spent, is
 * not added twice. Of the ticks about one thing only the latest is kept. Times are those of the clock here, and none is later
 * than now: a clock that runs ahead does not win for ever, one that is behind does not lose.
 */
export function mergeLog(
  log: readonly LogEntry[],
  entries: readonly LogEntry[],
  receipt: Receipt,
): MergedLog {
  const known = new Set([...log.map((e) => e.id), ...(receipt.spent ?? [])]);
  const ticks = new Map<string, LogEntry>();
  const rest: LogEntry[] = [];
  const overruled: LogEntry[] = [];
  const spent: string[] = [];
  const take = (entry: LogEntry, isNew: boolean) => {
    if (entry.kind !== 'packed') {
      rest.push(entry);
      return;
    }
    const key = nameTick(entry);
    const was = ticks.get(key);
    if (!was || momentOf(was) <= momentOf(entry)) {
      if (was) spent.push(was.id);
      ticks.set(key, entry);
    } else {
      spent.push(entry.id);
      if (isNew && was.yes !== entry.yes) overruled.push(entry);
    }
  };
  for (const entry of log) take(entry, false);
  for (const entry of entries) {
    if (known.has(entry.id)) continue;
    known.add(entry.id);
    take(atHome(entry, receipt), true);
  }
  return { log: [...rest, ...ticks.values()].sort(byTime), overruled, spent };
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
