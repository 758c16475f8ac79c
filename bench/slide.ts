import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { chromium } from '@playwright/test';
import { findFreePort } from '../tools/private-database.ts';

const root = fileURLToPath(new URL('../', import.meta.url));

/**
 * How long one step of a slide takes on the real bench, in ms: from the slider's event until every figure
 * and the drawing stand in the page and are laid out. Sorted. Runs the built application in Chromium.
 */
export async function measureSlideSteps(): Promise<number[]> {
  const folder = mkdtempSync(join(tmpdir(), 'zucchini-bench-'));
  const port = await findFreePort();
  const server = spawn(
    process.execPath,
    ['--import', 'tsx', 'tools/start.ts', '--port', String(port)],
    {
      cwd: root,
      env: { ...process.env, ZUCCHINI_DATA: folder },
      stdio: ['ignore', 'pipe', 'inherit'],
    },
  );
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium' });
  try {
    await new Promise((resolve) => server.stdout.once('data', resolve));
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(`http://127.0.0.1:${port}/rigs/mark-1`);
    await page.locator('[data-item="yoke"]').first().click();
    await page.getByTestId('slide').waitFor();
    return await page.evaluate(async () => {
      const times: number[] = [];
      const slider = document.querySelector<HTMLInputElement>('[data-testid="slide"]')!;
      const plate = document.querySelector('[data-testid="plate"]')!;
      for (let i = 0; i < 150; i += 1) {
        const start = performance.now();
        slider.value = String((i % 30) - 15);
        slider.dispatchEvent(new Event('input'));
        // The interface is renewed in a microtask; reading a size forces its layout.
        await Promise.resolve();
        await Promise.resolve();
        plate.getBoundingClientRect();
        if (i >= 50) times.push(performance.now() - start);
        await new Promise((resolve) => requestAnimationFrame(resolve));
      }
      return times.sort((a, b) => a - b);
    });
  } finally {
    await browser.close();
    server.kill('SIGTERM');
    await new Promise((resolve) => server.once('exit', resolve));
    rmSync(folder, { recursive: true, force: true });
  }
}
