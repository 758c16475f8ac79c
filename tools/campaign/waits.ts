import { Worker } from 'node:worker_threads';
import type { Part, RigFile, RigRecord } from '@zucchini/core';
import { worstRigs } from '../../core/src/testing/worst.ts';
import { askCopy, kill, startCopy, waitUntilWell } from './copy.ts';

/** What somebody waited while another sent the worst. */
export interface WaitFigures {
  /** Requests of the one who works as usual. */
  readonly asked: number;
  /** The longest of them, in ms, and during what it was asked. */
  readonly longestMs: number;
  readonly during: string;
  /** Those that were not answered with success. */
  readonly failed: number;
  /** What was sent, how it was answered, and the longest that the other waited meanwhile. */
  readonly sent: readonly string[];
}

/**
 * Somebody who works as usual: looks at the shelf, opens a rig, stores it, without pause; in a thread of its own, so that
 * what is measured is the server and not who sends. Plain script: a thread reads no TypeScript.
 */
const usual = `
const { parentPort, workerData } = require('node:worker_threads');
const { port, id } = workerData;
const at = 'http://127.0.0.1:' + port;
let during = 'nothing';
let over = false;
const seen = new Map();
parentPort.on('message', (m) => {
  if (m.during !== undefined) during = m.during;
  if (m.tell !== undefined) parentPort.postMessage({ longest: seen.get(m.tell) ?? { ms: 0, asked: 0, failed: 0 } });
  if (m.over) over = true;
});
async function timed(act) {
  const now = during;
  const begun = performance.now();
  const ok = await act().catch(() => false);
  const ms = performance.now() - begun;
  const entry = seen.get(now) ?? { ms: 0, asked: 0, failed: 0 };
  seen.set(now, { ms: Math.max(entry.ms, ms), asked: entry.asked + 1, failed: entry.failed + (ok ? 0 : 1) });
}
(async () => {
  let { rig, revision } = await (await fetch(at + '/api/rigs/' + id)).json();
  for (let n = 0; !over; n += 1) {
    await timed(async () => { const r = await fetch(at + '/api/rigs'); await r.text(); return r.ok; });
    await timed(async () => { const r = await fetch(at + '/api/rigs/' + id); await r.text(); return r.ok; });
    await timed(async () => {
      const body = JSON.stringify({ revision, rig: { ...rig, name: 'usual ' + n } });
      const r = await fetch(at + '/api/rigs/' + id, { method: 'PUT', body, headers: { 'content-type': 'application/json' } });
      const answer = await r.json();
      if (r.ok) revision = answer.revision;
      return r.ok;
    });
    await new Promise((done) => setTimeout(done, 5));
  }
  process.exit();
})();
`;

interface Longest {
  readonly ms: number;
  readonly asked: number;
  readonly failed: number;
}

/** Parts of some four kilobytes each, as many as make so many bytes. */
function manyParts(seed: Part, bytes: number, id: string): Part[] {
  const one = JSON.stringify(seed).length + 10;
  return Array.from({ length: Math.floor(bytes / one) }, (_, i) => ({ ...seed, id: `${id}-${i}` }));
}

interface Sent {
  readonly name: string;
  readonly path: string;
  readonly body: unknown;
}

function listWorst(file: RigFile, large: Part): Sent[] {
  const rig = (id: string) => ({ ...file, rig: { ...file.rig, id }, versions: [] });
  return [
    ...Object.entries(worstRigs).map(([name, make]) => ({
      name,
      path: '/api/rigs/import',
      body: make(),
    })),
    {
      name: 'a file of 7.9 MB',
      path: '/api/rigs/import',
      body: { ...rig('large'), parts: [...file.parts, ...manyParts(large, 7.8e6, 'large')] },
    },
    {
      name: '7.9 MB of what is no part',
      path: '/api/rigs/import',
      body: { ...rig('odd'), parts: Array.from({ length: 3.9e6 }, () => 1) },
    },
    {
      name: '46 MB of parts',
      path: '/api/parts',
      body: { parts: manyParts(large, 45e6, 'many').map((part) => ({ revision: 0, part })) },
    },
    {
      name: '46 MB of what is no part',
      path: '/api/parts',
      body: { parts: Array.from({ length: 23e6 }, () => 1) },
    },
  ];
}

type AskAny = (
  method: string,
  path: string,
  body?: unknown,
) => Promise<{ status: number; body: unknown } | undefined>;

/** Everything that is done with a rig, done with one that rests on 300 parts of 24 kB each. */
async function useLargeRig(
  ask: AskAny,
  timed: (name: string, work: () => Promise<number | undefined>) => Promise<void>,
): Promise<void> {
  const chain = worstRigs['400 parts in one place']!();
  const [camera] = chain.parts;
  const large = findLarge();
  const { setups, kit } = chain.rig;
  const count = 300;
  const body: RigFile = {
    ...chain,
    parts: [camera!, ...Array.from({ length: count }, (_, i) => ({ ...large, id: `own-${i}` }))],
    rig: {
      ...chain.rig,
      id: 'massive',
      kit: kit.slice(0, count + 1).map((item, i) => ({
        ...item,
        id: `massive-${i}`,
        partId: i === 0 ? camera!.id : `own-${i - 1}`,
      })),
      setups: setups.map((s) => ({
        ...s,
        body: 'massive-0',
        joints: s.joints.slice(0, count).map((j, i) => ({
          ...j,
          parent: { ...j.parent, item: `massive-${i}` },
          child: { ...j.child, item: `massive-${i + 1}` },
        })),
      })),
    },
  };
  const url = '/api/rigs/massive';
  let record: RigRecord | undefined;
  let version = '';
  await timed('a rig that rests on 7 MB, brought', async () => {
    return (await ask('POST', '/api/rigs/import', body))?.status;
  });
  await timed('it, opened', async () => {
    const answer = await ask('GET', url);
    record = answer?.body as RigRecord;
    return answer?.status;
  });
  await timed('it, saved', async () => {
    const { rig, revision } = record!;
    return (await ask('PUT', url, { revision, rig: { ...rig, name: 'Massive' } }))?.status;
  });
  await timed('it, kept as a version', async () => {
    const answer = await ask('POST', `${url}/versions`, { name: 'Kept', reason: 'waits' });
    version = (answer!.body as { id: string }).id;
    return answer!.status;
  });
  await timed('its version, looked at', async () => {
    return (await ask('GET', `${url}/versions/${version}`))?.status;
  });
  await timed('its version, gone back to', async () => {
    return (await ask('POST', `${url}/versions/${version}/ready`, {}))?.status;
  });
  await timed('its file', async () => (await ask('GET', `${url}/file`))?.status);
  await timed('it, taken off', async () => (await ask('DELETE', url))?.status);
}

/** A part with as many solids as a part may have. */
function findLarge(): Part {
  const { parts } = worstRigs['30 parts of 200 tubes']!();
  return parts.find((p) => p.solids.length > 1)!;
}

/**
 * A copy of Zucchini is sent the worst files there are, one after the other and then all at once, while somebody else works
 * as usual; then a part is corrected that `rigs` rigs draw on. Tells what the other one waited.
 */
export async function measureWaits(
  folder: string,
  port: number,
  file: RigFile,
  rigs: number,
  say: (words: string) => void,
): Promise<WaitFigures> {
  const copy = startCopy(folder, port);
  if ((await waitUntilWell(copy, port)) === undefined)
    throw new Error(`It does not start: ${copy.words()}`);
  const worker = new Worker(usual, { eval: true, workerData: { port, id: 'mark-2' } });
  const tell = (name: string) =>
    new Promise<Longest>((resolve) => {
      worker.once('message', ({ longest }: { longest: Longest }) => resolve(longest));
      worker.postMessage({ during: 'between', tell: name });
    });
  const sent: string[] = [];
  let [asked, failed, longestMs, during] = [0, 0, 0, ''];
  const take = async (name: string, how: string) => {
    const longest = await tell(name);
    asked += longest.asked;
    failed += longest.failed;
    if (longest.ms > longestMs) [longestMs, during] = [longest.ms, name];
    sent.push(`${name}: ${how}; ${longest.asked} others, the longest ${Math.round(longest.ms)} ms`);
    say(sent.at(-1)!);
  };
  const settle = async () => {
    for (;;) {
      const shelf = (await askCopy(port, 'GET', '/api/rigs'))?.body as
        { rigs: { pending: boolean; id: string }[] } | undefined;
      if (shelf && !shelf.rigs.some((r) => r.pending && r.id !== 'mark-2')) return;
      await new Promise((done) => setTimeout(done, 100));
    }
  };
  // What is sent is made before: making it must not be what is waited for.
  const worst = listWorst(file, findLarge()).map((s) => ({ ...s, text: JSON.stringify(s.body) }));
  const send = async (s: { readonly path: string; readonly text: string }) => {
    const begun = performance.now();
    const answer = await fetch(`http://127.0.0.1:${port}${s.path}`, {
      method: 'POST',
      body: s.text,
      headers: { 'content-type': 'application/json' },
    });
    await answer.text();
    return `${answer.status} after ${((performance.now() - begun) / 1000).toFixed(1)} s`;
  };
  for (const one of worst) {
    worker.postMessage({ during: one.name });
    const how = await send(one);
    await settle();
    await take(one.name, how);
  }
  worker.postMessage({ during: 'all at once' });
  const all = await Promise.all(worst.slice(0, -2).map(send));
  await settle();
  await take('all at once', all.join(', '));

  await useLargeRig(
    (method, path, body) => askCopy(port, method, path, body),
    async (name, work) => {
      worker.postMessage({ during: name });
      const begun = performance.now();
      const status = await work();
      const how = `${status} after ${((performance.now() - begun) / 1000).toFixed(1)} s`;
      await settle();
      await take(name, how);
    },
  );

  const twin = { ...file, versions: [] };
  for (let n = 0; n < rigs; n += 1) {
    await askCopy(port, 'POST', '/api/rigs/import', { ...twin, rig: { ...file.rig, id: 'twin' } });
  }
  await settle();
  const [{ partId }] = file.rig.kit as [RigFile['rig']['kit'][number]];
  const found = (await askCopy(port, 'GET', `/api/parts/${partId}`))!.body as {
    revision: number;
    part: Part;
  };
  for (const [name, part] of [
    [`a mass that ${rigs} rigs rest on`, { ...found.part, massG: (found.part.massG ?? 0) + 5 }],
    [
      `a mount less in a part of ${rigs} rigs`,
      { ...found.part, mounts: found.part.mounts.slice(0, -1) },
    ],
  ] as const) {
    worker.postMessage({ during: name });
    const { revision } = (await askCopy(port, 'GET', `/api/parts/${partId}`))!.body as {
      revision: number;
    };
    const how = await send({
      path: '/api/parts',
      text: JSON.stringify({ parts: [{ revision, part }] }),
    });
    await settle();
    await take(name, how);
  }
  const gone = new Promise((resolve) => worker.once('exit', resolve));
  worker.postMessage({ over: true });
  await gone;
  kill(copy.process.pid, 'SIGTERM');
  await copy.ended;
  return { asked, longestMs, during, failed, sent };
}
