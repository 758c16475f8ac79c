import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterEach, beforeEach, describe, expect, it } from '@jest/globals';

const module = fileURLToPath(new URL('./private-database.ts', import.meta.url));
let folder: string;
const children: ChildProcess[] = [];

beforeEach(() => {
  // Deeper than the path of a socket may be long.
  folder = join(mkdtempSync(join(tmpdir(), 'zucchini-db-')), 'x'.repeat(110));
});
afterEach(() => {
  children.splice(0).forEach((child) => child.kill('SIGKILL'));
  rmSync(join(folder, '..'), { recursive: true, force: true });
});

/** A process of its own that uses the folder's server until it is told to stop. */
async function use(): Promise<{ pid: number; stop: () => Promise<void> }> {
  const script = `
    import { startPrivateDatabase } from ${JSON.stringify(module)};
    const database = await startPrivateDatabase(${JSON.stringify(folder)});
    process.once('SIGTERM', async () => { await database.stop(); process.exit(0); });
    console.log('up');
    setInterval(() => {}, 1000);`;
  const { NODE_OPTIONS: _, ...env } = process.env;
  const child = spawn(process.execPath, ['--import', 'tsx', '--input-type=module', '-e', script], {
    env,
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  children.push(child);
  await new Promise((resolve) => child.stdout!.once('data', resolve));
  return {
    pid: JSON.parse(readFileSync(join(folder, 'running.json'), 'utf8')).pid as number,
    stop: () =>
      new Promise((resolve) => {
        child.once('exit', () => resolve());
        child.kill('SIGTERM');
      }),
  };
}

const isAlive = (pid: number) => existsSync(`/proc/${pid}`);

describe('the private database', () => {
  it('is shared by two processes of one folder, and stopped by the last of them', async () => {
    const [first, second] = [await use(), await use()];
    expect(second.pid).toBe(first.pid);
    await first.stop();
    expect(isAlive(first.pid)).toBe(true);
    await second.stop();
    expect(isAlive(first.pid)).toBe(false);
  }, 60_000);

  it('outlives a user that died without a word, and is stopped by the next that ends', async () => {
    const first = await use();
    children[0]!.kill('SIGKILL');
    await new Promise((resolve) => children[0]!.once('exit', resolve));
    const second = await use();
    expect(second.pid).toBe(first.pid);
    await second.stop();
    expect(isAlive(first.pid)).toBe(false);
  }, 60_000);
});
