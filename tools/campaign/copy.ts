import { spawn, type ChildProcess } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { root } from '../data-folder.ts';

/** A copy of Zucchini of the campaign's own, in a data folder of its own, that may be ended at any moment. */
export interface Copy {
  readonly process: ChildProcess;
  readonly ended: Promise<void>;
  /** What it has written so far. */
  words(): string;
}

/** Starts a copy by the command that people use, less its looking for what is to be installed. */
export function startCopy(folder: string, port: number): Copy {
  const child = spawn(
    process.execPath,
    ['--import', 'tsx', join(root, 'tools/start.ts'), '--port', String(port)],
    {
      cwd: root,
      env: { ...process.env, ZUCCHINI_DATA: folder },
      stdio: ['ignore', 'pipe', 'pipe'],
    },
  );
  let words = '';
  for (const stream of [child.stdout, child.stderr]) {
    stream.on('data', (chunk: Buffer) => {
      words += chunk.toString('utf8');
    });
  }
  const ended = new Promise<void>((resolve) => {
    child.once('exit', () => resolve());
  });
  return { process: child, ended, words: () => words };
}

/** Asks a copy; undefined where nobody answers. */
export async function askCopy(
  port: number,
  method: string,
  path: string,
  body?: unknown,
): Promise<{ status: number; body: unknown } | undefined> {
  try {
    const answer = await fetch(`http://127.0.0.1:${port}${path}`, {
      method,
      signal: AbortSignal.timeout(20_000),
      ...(body === undefined
        ? {}
        : { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } }),
    });
    const text = await answer.text();
    return { status: answer.status, body: text === '' ? undefined : (JSON.parse(text) as unknown) };
  } catch {
    return undefined;
  }
}

/** Waits until a copy is well; how long it took in ms, or undefined where it ended or `longestMs` went by. */
export async function waitUntilWell(
  copy: Copy,
  port: number,
  longestMs = 60_000,
): Promise<number | undefined> {
  const begun = performance.now();
  while (performance.now() - begun < longestMs) {
    if (copy.process.exitCode !== null) return undefined;
    if ((await askCopy(port, 'GET', '/api/health'))?.status === 200) {
      return performance.now() - begun;
    }
    await sleep(50);
  }
  return undefined;
}

/** The number of the database's process in a data folder; undefined where there is none. */
export function readDatabasePid(folder: string): number | undefined {
  try {
    const text = readFileSync(join(folder, 'database', 'running.json'), 'utf8');
    return (JSON.parse(text) as { pid: number }).pid;
  } catch {
    return undefined;
  }
}

/** Ends a process without a word, if it is there. */
export function kill(pid: number | undefined, signal: NodeJS.Signals = 'SIGKILL'): void {
  try {
    if (pid !== undefined) process.kill(pid, signal);
  } catch {
    // It had ended by itself.
  }
}
