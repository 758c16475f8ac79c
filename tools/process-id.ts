import { readFileSync } from 'node:fs';

/** A process as it can be told from another that has its number later: the number, and when it began. */
export interface ProcessId {
  readonly pid: number;
  /** Clock ticks since the machine started; empty where the system does not tell. */
  readonly since: string;
}

/** When a process began; undefined where there is none of that number. */
function readSince(pid: number): string | undefined {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
    // The name in brackets may hold anything: what counts begins behind its last bracket.
    const fields = stat.slice(stat.lastIndexOf(')') + 2).split(' ');
    return fields[0] === 'Z' ? undefined : fields[19];
  } catch {
    return undefined;
  }
}

export function isRunning(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === 'EPERM';
  }
}

export const toProcessId = (pid: number): ProcessId => ({ pid, since: readSince(pid) ?? '' });

/** Whether it is still that process, and not one that was given its number since. */
export function isStill({ pid, since }: ProcessId): boolean {
  if (!Number.isInteger(pid) || pid <= 0 || !isRunning(pid)) return false;
  const now = readSince(pid);
  return since === '' || now === undefined ? since === '' : now === since;
}

export const tellProcess = ({ pid, since }: ProcessId): string => `${pid} ${since}`;

/** Reads what {@link tellProcess} wrote; undefined for anything else. */
export function readProcess(text: string): ProcessId | undefined {
  const match = /^(\d{1,10}) (\d*)$/u.exec(text.trim());
  return match ? { pid: Number(match[1]), since: match[2]! } : undefined;
}
