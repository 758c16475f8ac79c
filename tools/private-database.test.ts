import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
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
    database.watch(() => {});
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
    // What an ended first start has left goes on writing for a while.
    const left = join(folder, 'data.half-left');
    let written = 0;
    const writing = setInterval(() => {
      mkdirSync(left, { recursive: true });
      for (let i = 0; i < 20; i += 1) writeFileSync(join(left, `file-${(written += 1)}`), '');
    });
    const first = await use();
    clearInterval(writing);
    expect(written).toBeGreaterThan(20);
    const second = await use();
    expect(second.pid).toBe(first.pid);
    await first.stop();
    expect(isAlive(first.pid)).toBe(true);
    await second.stop();
    expect(isAlive(first.pid)).toBe(false);
  }, 60_000);

  it('that dies is started again, in a folder with spaces in its name; a lost password is replaced', async () => {
    folder = join(folder, '..', 'with two spaces');
    const user = await use();
    const readRunning = () =>
      JSON.parse(readFileSync(join(folder, 'running.json'), 'utf8')) as {
        pid: number;
        port: number;
      };
    const before = readRunning();
    process.kill(before.pid, 'SIGKILL');
    const deadline = Date.now() + 20_000;
    while (readRunning().pid === before.pid && Date.now() < deadline) await sleep(50);
    expect(readRunning()).toEqual({ pid: expect.any(Number), port: before.port });
    expect(readRunning().pid).not.toBe(before.pid);
    await user.stop();
    rmSync(join(folder, 'password'));
    const again = await use();
    expect(isAlive(again.pid)).toBe(true);
    await again.stop();
  }, 60_000);

  it('that a start left which was ended before it was up is ended, and another takes its place', async () => {
    const first = await use();
    // As if whoever started it had not come to write down that it runs.
    rmSync(join(folder, 'running.json'));
    const second = await use();
    expect(second.pid).not.toBe(first.pid);
    expect(isAlive(first.pid)).toBe(false);
    await second.stop();
    await first.stop();
    expect(isAlive(second.pid)).toBe(false);
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
