import '../../shared/withoutEval';
import { planImport, readCsv, readPack, type Part, type PlannedRow } from '@zucchini/core';
import { api, ApiError } from '../../api/client';
import type { FromWorker, ShownRow, ToWorker } from './messages';

/** Rows that are planned before the page hears of them, and may stop the work. */
const breath = 250;

const planned = new Map<string, { revision: number; part: Part }>();

const say = (message: FromWorker) => self.postMessage(message);
const breathe = () => new Promise((resolve) => setTimeout(resolve, 0));

function toShown(row: PlannedRow): ShownRow {
  return {
    place: row.place,
    title: row.title,
    id: row.fate === 'refused' ? '' : row.part.id,
    fate: row.fate,
    changed: row.fate === 'changes' ? row.changed : [],
    doubts: row.fate === 'new' || row.fate === 'changes' ? row.doubts : [],
    why: row.fate === 'refused' ? row.why : [],
  };
}

async function plan(name: string, text: string): Promise<void> {
  planned.clear();
  say({ say: 'reading' });
  const reading = /^\s*[[{]/u.test(text) || /\.json$/iu.test(name) ? readPack(text) : readCsv(text);
  if (reading.state === 'malformed') {
    say({ say: 'failed', message: reading.message });
    return;
  }
  const [parts, lines] = await Promise.all([api.listParts(), api.listPartLines()]);
  const known = new Map(parts.map((p) => [p.id, p]));
  const revisions = new Map(lines.map((l) => [l.facts.id, l.revision]));
  const total = reading.rows.length;
  let rows: ShownRow[] = [];
  let done = 0;
  for (const row of planImport(reading.rows, known)) {
    rows.push(toShown(row));
    done += 1;
    if (row.fate === 'new' || row.fate === 'changes') {
      planned.set(row.place, { revision: revisions.get(row.part.id) ?? 0, part: row.part });
    }
    if (done % breath === 0) {
      say({ say: 'rows', rows, done, total });
      rows = [];
      await breathe();
    }
  }
  say({ say: 'rows', rows, done, total });
  say({ say: 'planned' });
}

async function store(places: readonly string[]): Promise<void> {
  const parts = places.flatMap((place) => planned.get(place) ?? []);
  await api.storeParts(parts);
  say({ say: 'stored', count: parts.length });
}

self.onmessage = ({ data }: MessageEvent<ToWorker>) => {
  const work = data.do === 'plan' ? plan(data.name, data.text) : store(data.places);
  work.catch((error: unknown) => {
    const message = error instanceof Error ? error.message : String(error);
    say({
      say: 'failed',
      message,
      ...(error instanceof ApiError && error.issues.length ? { issues: error.issues } : {}),
    });
  });
};
