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
  {
    name: 'shelf',
    path: '/',
    then: (page) => page.getByText('being worked out').first().waitFor({ state: 'detached' }),
  },
  { name: 'bench-fit', path: '/rigs/mark-1' },
  { name: 'bench-hang', path: '/rigs/mark-1', then: (page) => page.keyboard.press('2') },
  {
    name: 'scale',
    path: '/scale?rig=mark-2',
    then: async (page) => {
      await page.getByRole('button', { name: 'Set to zero' }).click();
      await page.getByRole('button', { name: 'as it really is' }).click();
      await page.getByText('✓ at rest').waitFor();
      await page.getByTestId('reading').filter({ hasText: /2.4/ }).waitFor();
      await page.getByText('✓ at rest').waitFor();
      await page.getByRole('button', { name: 'Take the reading as: all of it' }).click();
      await page.getByText('Scale less computed').waitFor();
    },
  },
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
    path: '/rigs/mark-1',
    then: (page) => page.keyboard.press('w'),
  },
  {
    name: 'bench-last',
    path: '/rigs/mark-1',
    then: async (page) => {
      for (const key of ['3', 'g']) await page.keyboard.press(key);
      await page.getByText('The same as a table').waitFor();
    },
  },
  { name: 'bench-light', path: '/rigs/mark-1', then: (page) => page.keyboard.press('4') },
  { name: 'bench-sound', path: '/rigs/mark-2', then: (page) => page.keyboard.press('5') },
  { name: 'brief', path: '/rigs/mark-2/brief' },
  {
    name: 'setups',
    path: '/rigs/mark-2/setups',
    then: async (page) => {
      await page.getByRole('button', { name: /^Pier, on the tripod to Stills/ }).click();
      await page.getByText('may stay on: nothing').waitFor();
    },
  },
  {
    name: 'bench-change',
    path: '/rigs/skiff?change=gimbal&to=low',
    then: async (page) => {
      await page.getByText('1 of 4').waitFor();
      await page.keyboard.press('.');
      await page.keyboard.press('.');
    },
  },
  {
    name: 'sheet-build',
    path: '/rigs/mark-2/sheets/low/build',
    then: (page) => page.getByTestId('build-step').first().waitFor(),
  },
  {
    name: 'catalogue',
    path: '/catalogue',
    then: async (page) => {
      await page.getByLabel('Kind', { exact: true }).click();
      await page.getByRole('option', { name: 'Monitor', exact: true }).click();
      await page.getByRole('row', { name: 'Tern 5 monitor' }).click();
      await page.getByText('What it would do on').waitFor();
    },
  },
  {
    name: 'new-part',
    path: '/catalogue/new',
    then: async (page) => {
      await page.getByRole('button', { name: 'Monitor', exact: true }).click();
      await page.getByRole('textbox', { name: 'Paste the maker' }).fill(
        `Saltmarsh field display, 5.5" touch panel, peak brightness 1200 nits
Dimensions (W x H x D): 5.6 x 3.5 x 1.1 in, weight approx. 10.2 oz w/o battery
HDMI type D in, 1/4"-20 on three edges, L-series plate. DC 7-17 V. Fnord rating 3.`,
      );
      for (const taken of ['Saltmarsh field display as its name', '5.5"', '1200 nits'])
        await page.getByRole('button', { name: `Take ${taken}`, exact: true }).click();
    },
  },
  {
    name: 'part-editor',
    path: '/catalogue/part/glauca-tern',
    then: async (page) => {
      await page.keyboard.press('4');
      await page.getByRole('button', { name: 'socket below' }).click();
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
    if (/^\/rigs\/[^/?]+$/u.test(shot.path)) await page.getByText('Order of assembly').waitFor();
    await shot.then?.(page);
    // Ways out are looked for in a worker: the picture is of what it found.
    await page.getByText('Trying ways out').waitFor({ state: 'detached' });
    await page.screenshot({ path: join(root, 'docs/screenshots', `${shot.name}.png`) });
    await page.close();
  }
});
