import '../../shared/withoutEval';
import { planImport, readCsv, readPack, type Part, type PlannedRow } from '@zucchini/core';
import { api, ApiError } from '../../api/client';
import { expose } from 'comlink';
import { sayError } from '../../shared/sayError';
import type { PlanOutcome, ShownRow, StoreOutcome } from './messages';

/** Rows that are planned before the page hears of them, and may stop the work. */
const breath = 250;

const planned = new Map<string, { revision: number; part: Part }>();

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

async function plan(
  name: string,
  text: string,
  onRows: (rows: readonly ShownRow[], done: number, total: number) => void,
): Promise<PlanOutcome> {
  planned.clear();
  const reading = /^\s*[[{]/u.test(text) || /\.json$/iu.test(name) ? readPack(text) : readCsv(text);
  if (reading.state === 'malformed') return { state: 'failed', message: reading.message };
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
      onRows(rows, done, total);
      rows = [];
      await breathe();
    }
  }
  onRows(rows, done, total);
  return { state: 'planned' };
}

async function store(places: readonly string[]): Promise<StoreOutcome> {
  const parts = places.flatMap((place) => planned.get(place) ?? []);
  try {
    await api.storeParts(parts);
    return { state: 'stored', count: parts.length };
  } catch (error) {
    // What an error carries beside its words does not go over by itself.
    const issues = error instanceof ApiError ? error.issues : [];
    return { state: 'failed', message: sayError(error), issues };
  }
}

const worker = { plan, store };
export type PlanApi = typeof worker;
expose(worker);
