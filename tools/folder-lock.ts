import { existsSync, mkdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { isStill, readProcess, tellProcess, toProcessId } from './process-id.ts';

/** Its owner writes its name at once: a lock without one for so long was left by a process that died between, in ms. */
const namelessMs = 3000;
const longestMs = 120_000;

/** Whether whoever holds a lock is gone. The clock may have been moved meanwhile, either way. */
function isLeft(lock: string): boolean {
  try {
    const owner = readProcess(readFileSync(join(lock, 'owner'), 'utf8'));
    if (owner) return !isStill(owner);
  } catch {
    // Not written yet, or never.
  }
  try {
    return Math.abs(Date.now() - statSync(lock).mtimeMs) > namelessMs;
  } catch {
    return false;
  }
}

/** Does work that only one process may do at a time in a folder; a lock of a dead process is taken away. */
export async function withLock<T>(folder: string, work: () => Promise<T>): Promise<T> {
  const lock = join(folder, 'lock');
  const begun = performance.now();
  for (;;) {
    try {
      mkdirSync(lock);
      break;
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error;
      if (isLeft(lock)) rmSync(lock, { recursive: true, force: true });
      else if (performance.now() - begun > longestMs) {
        throw new Error(`Another start is still at work in ${folder}.`, { cause: error });
      } else await sleep(100);
    }
  }
  writeFileSync(join(lock, 'owner'), tellProcess(toProcessId(process.pid)));
  try {
    return await work();
  } finally {
    if (existsSync(lock)) rmSync(lock, { recursive: true, force: true });
  }
}
