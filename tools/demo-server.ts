import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { chromium, type Browser } from '@playwright/test';
import { findFreePort } from './private-database.ts';

const root = fileURLToPath(new URL('../', import.meta.url));

/** Runs `work` against an installation of its own, started with these arguments; it is gone afterwards. */
export async function withInstallation<T>(
  args: readonly string[],
  work: (address: string) => Promise<T>,
): Promise<T> {
  const folder = mkdtempSync(join(tmpdir(), 'zucchini-demo-'));
  const port = String(await findFreePort());
  const server = spawn(
    process.execPath,
    ['--import', 'tsx', 'tools/start.ts', '--port', port, ...args],
    {
      cwd: root,
      env: { ...process.env, ZUCCHINI_DATA: folder },
      stdio: ['ignore', 'pipe', 'inherit'],
    },
  );
  try {
    await new Promise((resolve) => server.stdout.once('data', resolve));
    return await work(`http://127.0.0.1:${port}`);
  } finally {
    server.kill('SIGTERM');
    await new Promise((resolve) => server.once('exit', resolve));
    rmSync(folder, { recursive: true, force: true });
  }
}

/** The same with nothing in it but the demo, and a browser. */
export function withDemo<T>(work: (browser: Browser, address: string) => Promise<T>): Promise<T> {
  return withInstallation([], async (address) => {
    const browser = await chromium.launch({ executablePath: '/usr/bin/chromium' });
    try {
      return await work(browser, address);
    } finally {
      await browser.close();
    }
  });
}
