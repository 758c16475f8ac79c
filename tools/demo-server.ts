import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { chromium, type Browser } from '@playwright/test';
import { findFreePort } from './private-database.ts';

const root = fileURLToPath(new URL('../', import.meta.url));

/**
 * Runs `work` against the built application with nothing in it but the demo, and a browser; both are
 * gone afterwards.
 */
export async function withDemo<T>(
  work: (browser: Browser, address: string) => Promise<T>,
): Promise<T> {
  const folder = mkdtempSync(join(tmpdir(), 'zucchini-demo-'));
  const port = String(await findFreePort());
  const server = spawn(process.execPath, ['--import', 'tsx', 'tools/start.ts', '--port', port], {
    cwd: root,
    env: { ...process.env, ZUCCHINI_DATA: folder },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium' });
  try {
    await new Promise((resolve) => server.stdout.once('data', resolve));
    return await work(browser, `http://127.0.0.1:${port}`);
  } finally {
    await browser.close();
    server.kill('SIGTERM');
    await new Promise((resolve) => server.once('exit', resolve));
    rmSync(folder, { recursive: true, force: true });
  }
}
