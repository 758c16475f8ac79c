import type { Part, Rig, RigFile } from '@zucchini/core';
import type { InjectOptions } from '../../server/src/testing/app.ts';
import type { Ask } from '../../server/src/testing/plated.ts';
import type { Chance } from './random.ts';
import { spoil } from './spoil.ts';

/** What came of hostile requests. */
export interface Answers {
  /** How often each status was answered. */
  readonly statuses: Readonly<Record<number, number>>;
  /** What was answered with 500 or above, so that it can be asked again. */
  readonly failures: readonly {
    readonly n: number;
    readonly request: string;
    readonly body: unknown;
  }[];
  /** The longest that an answer took, in ms. */
  readonly longestMs: number;
}

const oddIds = [
  '..',
  '%2e%2e%2f',
  'SKIFF',
  'büoy',
  'constructor',
  '__proto__',
  'x'.repeat(64),
  'x'.repeat(65),
  '%00',
  '%ff',
  'mark-2%20',
  "1'%20or%20'1'='1",
];

/** Asks a server what no browser of ours would: spoilt files, rigs, parts, and odd addresses. */
export async function askHostile(
  ask: Ask,
  seed: { readonly file: RigFile; readonly part: Part },
  count: number,
  chance: Chance,
): Promise<Answers> {
  const statuses: Record<number, number> = {};
  const failures: { n: number; request: string; body: unknown }[] = [];
  let longestMs = 0;
  for (let n = 0; n < count; n += 1) {
    const options = await createRequest(ask, seed, chance);
    const begun = performance.now();
    const { status, body } = await ask(options);
    longestMs = Math.max(longestMs, performance.now() - begun);
    statuses[status] = (statuses[status] ?? 0) + 1;
    if (status >= 500) {
      const payload = JSON.stringify(options.payload ?? null).slice(0, 300);
      failures.push({ n, request: `${options.method} ${String(options.url)} ${payload}`, body });
    }
    const imported = (body as { id?: string } | undefined)?.id;
    // What got through is taken off again, so that the shelf does not grow without end.
    if (status === 201 && imported) await ask({ method: 'DELETE', url: `/api/rigs/${imported}` });
  }
  return { statuses, failures, longestMs };
}

async function createRequest(
  ask: Ask,
  { file, part }: { readonly file: RigFile; readonly part: Part },
  chance: Chance,
): Promise<InjectOptions> {
  switch (chance.below(6)) {
    case 0:
    case 1:
      return { method: 'POST', url: '/api/rigs/import', payload: spoil(file, chance) as object };
    case 2: {
      const { body } = await ask({ method: 'GET', url: `/api/rigs/${file.rig.id}` });
      const { rig, revision } = body as { rig: Rig; revision: number };
      const payload = spoil({ revision, rig }, chance) as object;
      return { method: 'PUT', url: `/api/rigs/${file.rig.id}`, payload };
    }
    case 3: {
      const payload = spoil({ parts: [{ revision: 0, part }] }, chance) as object;
      return { method: 'POST', url: '/api/parts', payload };
    }
    case 4: {
      const url = chance.pick(['/api/rigs/', '/api/parts/', '/api/rigs/mark-2/versions/', '/']);
      const method = chance.pick(['GET', 'DELETE', 'PUT', 'POST', 'PATCH'] as const);
      return { method, url: `${url}${chance.pick(oddIds)}` };
    }
    default: {
      const text = JSON.stringify(file);
      const cut = text.slice(0, chance.below(text.length));
      return {
        method: 'POST',
        url: chance.pick(['/api/rigs/import', '/api/parts', '/api/rigs']),
        headers: { 'content-type': chance.pick(['application/json', 'text/plain', '']) },
        payload: cut,
      };
    }
  }
}
