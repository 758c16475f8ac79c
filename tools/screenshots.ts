/** Takes the pictures in docs/screenshots anew, from the demo, on a server of its own. */
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Page } from '@playwright/test';
import { withDemo } from './demo-server.ts';

const root = fileURLToPath(new URL('../', import.meta.url));

interface Shot {
  readonly name: string;
  readonly path: string;
  readonly then?: (page: Page) => Promise<void>;
}

const shots: readonly Shot[] = [
  { name: 'shelf', path: '/' },
  { name: 'bench-fit', path: '/rigs/mark-1' },
  { name: 'bench-hang', path: '/rigs/mark-1', then: (page) => page.keyboard.press('2') },
  {
    name: 'bench-candidates',
    path: '/rigs/mark-2',
    then: async (page) => {
      await page.keyboard.press('ArrowRight');
      await page.locator('[data-mount="halyard front-left"]').click();
      await page.getByText(/parts? fits?$/).waitFor();
    },
  },
  {
    name: 'bench-part',
    path: '/rigs/mark-2',
    then: async (page) => {
      await page.keyboard.press('ArrowUp');
      await page.locator('[data-item="yoke"]').first().click();
    },
  },
  {
    name: 'bench-clear',
    path: '/rigs/mark-1',
    then: async (page) => {
      for (const key of ['ArrowLeft', 'd', 'k']) await page.keyboard.press(key);
    },
  },
  {
    name: 'bench-solid',
    path: '/rigs/mark-2',
    then: async (page) => {
      await page.keyboard.press('s');
      await page.getByTestId('solid').waitFor();
      await page.waitForLoadState('networkidle');
    },
  },
  {
    name: 'bench-needs',
    path: '/rigs/mark-2',
    then: async (page) => {
      await page.keyboard.press('w');
      await page.getByRole('button', { name: /light control/ }).click();
      await page.getByText(/parts? fits?$/).waitFor();
    },
  },
  {
    name: 'bench-spend-night',
    path: '/rigs/mark-1',
    then: async (page) => {
      await page.keyboard.press('6');
      await page.keyboard.press('n');
    },
  },
];

await withDemo(async (browser, address) => {
  for (const shot of shots) {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(`${address}${shot.path}`, { waitUntil: 'networkidle' });
    await page.evaluate(() => document.fonts.ready);
    // What stands where is told once the collision library has come.
    if (shot.path !== '/') await page.getByText('Order of assembly').waitFor();
    await shot.then?.(page);
    await page.screenshot({ path: join(root, 'docs/screenshots', `${shot.name}.png`) });
    await page.close();
  }
});
