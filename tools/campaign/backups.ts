import { gunzipSync, gzipSync } from 'node:zlib';
import type { BackupLook, RigSummary } from '@zucchini/core';
import type { FastifyInstance } from 'fastify';
import type { Ask } from '../../server/src/testing/plated.ts';
import type { Chance } from './random.ts';
import { spoil } from './spoil.ts';

/** What came of spoilt backups. */
export interface BackupFigures {
  readonly spoilt: number;
  /** Those that were put in: nothing of them was wrong, or what was wrong was left out. */
  readonly taken: number;
  readonly refused: number;
  /** What was lost, could not be opened afterwards, or was refused without words. */
  readonly failures: readonly string[];
}

interface RowLine {
  table: string;
  row: Record<string, string | null>;
}

/** The lines with an end that says as many rows as there are. */
function recount(lines: readonly string[]): string[] {
  const counts: Record<string, number> = {};
  for (const text of lines.slice(1, -1)) {
    const { table } = JSON.parse(text) as RowLine;
    counts[table] = (counts[table] ?? 0) + 1;
  }
  return [...lines.slice(0, -1), JSON.stringify({ end: counts })];
}

/** A backup with something wrong in it: bytes, lines, rows, or the documents in them. */
function spoilBackup(whole: Buffer, lines: readonly string[], chance: Chance): Buffer {
  const zip = (list: readonly string[]) => gzipSync(`${list.join('\n')}\n`);
  const at = 1 + chance.below(lines.length - 2);
  const withRow = (change: (line: RowLine) => unknown) =>
    zip(lines.map((text, i) => (i === at ? JSON.stringify(change(JSON.parse(text))) : text)));
  switch (chance.below(14)) {
    case 0:
      return whole.subarray(0, chance.below(whole.length));
    case 1: {
      const copy = Buffer.from(whole);
      const place = chance.below(copy.length);
      copy[place] = copy[place]! ^ (1 << chance.below(8));
      return copy;
    }
    case 2:
      return zip(recount(lines.filter((_, i) => i !== at)));
    case 3:
      return zip(lines.flatMap((text, i) => (i === at ? [text, text] : [text])));
    case 4: {
      const text = lines[at]!;
      const cut = chance.below(text.length);
      return zip(
        lines.map((line, i) =>
          i === at
            ? `${text.slice(0, cut)}${chance.pick(['', '"', '{', '\u0000'])}${text.slice(cut + 1)}`
            : line,
        ),
      );
    }
    case 5:
      return withRow((line) => spoil(line, chance));
    default:
      // Most of all the documents themselves: a row that can be stored, and cannot be read.
      return withRow((line) => {
        const columns = Object.entries(line.row).filter(([, v]) => /^[[{]/u.test(v ?? ''));
        if (columns.length === 0) return spoil(line, chance);
        const [column, text] = chance.pick(columns);
        const doc = JSON.stringify(spoil(JSON.parse(text!), chance));
        return { ...line, row: { ...line.row, [column]: doc } };
      });
  }
}

/** Puts spoilt backups in: each is refused in words and changes nothing, or all that it brought can be opened. */
export async function restoreSpoilt(
  app: FastifyInstance,
  ask: Ask,
  count: number,
  chance: Chance,
  say: (words: string) => void,
): Promise<BackupFigures> {
  const taken = await app.inject({
    method: 'GET',
    url: '/api/backup',
    headers: { host: '127.0.0.1:4710' },
  });
  const whole = taken.rawPayload;
  const lines = gunzipSync(whole).toString('utf8').trimEnd().split('\n');
  const failures: string[] = [];
  const send = (what: string, payload: Buffer) =>
    ask({
      method: 'POST',
      url: `/api/backup/${what}`,
      headers: { 'content-type': 'application/gzip' },
      payload,
    });
  /** What is stored, as somebody who opens everything sees it. */
  const openAll = async (): Promise<string> => {
    const { body } = await ask({ method: 'GET', url: '/api/rigs' });
    const seen: string[] = [];
    for (const { id, revision } of (body as { rigs: RigSummary[] }).rigs) {
      const address = `/api/rigs/${encodeURIComponent(id)}`;
      for (const url of [address, `${address}/file`]) {
        const reply = await ask({ method: 'GET', url });
        if (reply.status !== 200) failures.push(`${url}: ${JSON.stringify(reply.body)}`);
      }
      seen.push(`${id} ${revision}`);
    }
    const parts = await ask({ method: 'GET', url: '/api/parts/facts' });
    if (parts.status !== 200) failures.push(`parts: ${parts.status}`);
    return seen.sort().join(', ');
  };
  let put = 0;
  let refused = 0;
  for (let n = 1; n <= count; n += 1) {
    const before = await openAll();
    const spoilt = spoilBackup(whole, lines, chance);
    const look = await send('look', spoilt);
    const { mark, faults } = look.body as BackupLook;
    const outcome =
      look.status === 200
        ? await send(`restore?leavesOut=true&mark=${mark}`, spoilt)
        : await send('restore?mark=none', spoilt);
    const problem = outcome.body as { detail?: string };
    if (
      look.status >= 500 ||
      outcome.status >= 500 ||
      (outcome.status !== 200 && !problem.detail)
    ) {
      failures.push(`${n}: ${look.status} ${outcome.status} ${JSON.stringify(outcome.body)}`);
    }
    if (outcome.status === 200) {
      put += 1;
      await openAll();
      if (faults.length === 0) continue;
      const { body } = await send('look', whole);
      const back = await send(`restore?mark=${(body as BackupLook).mark}`, whole);
      if (back.status !== 200)
        failures.push(`${n}: the whole one was refused: ${JSON.stringify(back.body)}`);
    } else {
      refused += 1;
      const after = await openAll();
      if (after !== before) failures.push(`${n}: refused, and ${before} is now ${after}`);
    }
    if (n % 50 === 0) say(`${n} backups, ${failures.length} failures`);
  }
  return { spoilt: count, taken: put, refused, failures };
}
