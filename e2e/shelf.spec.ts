import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { chooseOption, createHugeFile } from './bench';
import { mapItemRefs, type RigFile } from '@zucchini/core';

const mark1 = readFileSync(new URL('../demo/mark-1.rig.json', import.meta.url), 'utf8');

test('the demo is on the shelf, with what is wrong with it', async ({ page }) => {
  const troubles: string[] = [];
  page.on('console', (m) => {
    // The tests keep the service worker out, and the browser says so.
    const isOurs = !m.text().includes('registration blocked by Playwright');
    if (isOurs && ['error', 'warning'].includes(m.type())) troubles.push(m.text());
  });
  page.on('pageerror', (e) => troubles.push(e.message));
  await page.goto('/');
  const row = page.getByRole('listitem').filter({ hasText: 'Mark 1' }).first();
  await expect(row).toContainText(/\d risks/);
  await expect(row).toContainText('nose down');
  await row.getByRole('link', { name: 'Mark 1', exact: true }).click();
  await expect(page.locator('[data-finding="keep-clear-entered"]')).toBeVisible();
  expect(troubles).toEqual([]);
});

test('an empty shelf explains the first step and offers the demo', async ({ page }) => {
  let empty = true;
  await page.route('**/api/rigs', (route) =>
    empty ? route.fulfill({ json: { rigs: [] } }) : route.continue(),
  );
  await page.route('**/api/demo', (route) => {
    empty = false;
    return route.fulfill({ status: 201, json: { ids: [] } });
  });
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'Nothing planned yet' })).toBeVisible();
  await page.getByRole('button', { name: 'Look at the demo first' }).click();
  await expect(page.getByRole('list', { name: 'Rigs' })).toContainText('Mark 2');
});

test('a shelf that cannot be read says so and can be read again', async ({ page }) => {
  await page.route('**/api/rigs', (route) => route.abort());
  await page.goto('/');
  await expect(page.getByRole('alert')).toContainText('The server does not answer');
  await page.unroute('**/api/rigs');
  await page.getByRole('button', { name: 'Read the shelf again' }).click();
  await expect(page.getByRole('list', { name: 'Rigs' })).toContainText('Mark 1');
});

test('a rig file is brought, opened, taken out again and taken off', async ({ page }) => {
  const name = 'Brought <img src=x onerror=alert(1)> 🥒';
  const sent = JSON.parse(mark1) as RigFile;
  // Individuals of its own: those of the demo may have been weighed by another test meanwhile.
  const own = mapItemRefs(sent.rig, (ref) => `brought-${ref.itemId}`);
  const file = { ...sent, rig: { ...own, id: 'brought', name } };
  await page.goto('/');
  await page.getByLabel('Bring a rig file').setInputFiles({
    name: 'brought.rig.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(file)),
  });
  await expect(page.getByText(`“${name}” is on the shelf`)).toBeVisible();
  const row = page.getByRole('listitem').filter({ hasText: name });
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    row.getByText('Rig file').click(),
  ]);
  const text = readFileSync((await download.path())!, 'utf8');
  expect(JSON.parse(text).rig).toEqual(file.rig);
  await row.getByRole('button', { name: /^Take .* off the shelf$/ }).click();
  await row.getByRole('button', { name: 'Take it off' }).click();
  await expect(row).toHaveCount(0);
});

test('bad files are refused with the place, and nothing is stored', async ({ page }, info) => {
  await page.goto('/');
  const rows = page.getByRole('list', { name: 'Rigs' }).getByRole('heading');
  await expect(rows.first()).toBeVisible();
  const bring = (text: string, name = 'bad.rig.json') =>
    page
      .getByLabel('Bring a rig file')
      .setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(text) });
  const broken = JSON.parse(mark1) as { parts: { massG: number }[] };
  broken.parts[3]!.massG = 0;
  await bring(JSON.stringify(broken));
  await expect(page.getByRole('alert')).toContainText('parts[3].massG');
  await expect(page.getByRole('alert')).toContainText('more than 0 g');
  await bring('not json at all');
  await expect(page.getByRole('alert')).toContainText('was not stored');
  await page
    .getByLabel('Bring a rig file')
    .setInputFiles(createHugeFile(info.outputPath('huge.json'), 20 * 1024 * 1024));
  await expect(page.getByRole('alert')).toContainText('at most 8 MB');
});

test('an address that leads nowhere says so', async ({ page }) => {
  await page.goto('/rigs/no-such-rig');
  await expect(page.getByRole('heading', { name: 'This rig is not on the shelf' })).toBeVisible();
  await page.goto('/nowhere/at/all');
  await expect(page.getByRole('heading', { name: 'There is nothing here' })).toBeVisible();
});

test('a rig with two setups shows either', async ({ page }) => {
  const file = JSON.parse(mark1);
  file.rig.id = 'two-setups';
  file.rig.name = 'Two setups';
  const [low] = file.rig.setups;
  file.rig.setups.push({ ...low, id: 'bare', name: 'Bare', joints: low.joints.slice(0, 2) });
  await page.goto('/');
  await page.getByLabel('Bring a rig file').setInputFiles({
    name: 'two.rig.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(file)),
  });
  await page.getByRole('link', { name: 'Two setups', exact: true }).click();
  const parts = page
    .getByRole('list', { name: 'Parts, from the body outwards' })
    .getByRole('button');
  await expect(parts).toHaveCount(11);
  await chooseOption(page.getByLabel('Setup', { exact: true }), 'Bare');
  await expect(parts).toHaveCount(3);
});

test('everything goes into one file, and what such a file would replace is named before it does', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByRole('link', { name: 'Backups' }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Download a backup' }).click(),
  ]);
  expect(download.suggestedFilename()).toMatch(/^zucchini-\d{4}-\d\d-\d\d\.backup\.gz$/);
  const path = await download.path();
  const file = page.locator('input[type=file]');
  await file.setInputFiles({
    name: 'no.backup.gz',
    mimeType: 'application/gzip',
    buffer: Buffer.from('no'),
  });
  await expect(page.getByRole('alert')).toContainText('Nothing has changed');
  await file.setInputFiles({
    name: 'mine.backup.gz',
    mimeType: 'application/gzip',
    buffer: readFileSync(path),
  });
  await expect(page.getByRole('heading', { name: 'mine.backup.gz' })).toBeFocused();
  await expect(page.getByText('In the backup')).toBeVisible();
  await expect(page.getByText('Here now, to be replaced')).toBeVisible();
  // Other tests work on what is stored: the server tests put one in.
  const contents = { rigs: [], parts: 3, individuals: 0, versions: 1 };
  let asked = '';
  await page.route('**/api/backup/restore?*', (route) => {
    asked = route.request().url();
    return route.fulfill({
      json: { brought: contents, left: [], kept: 'before-restore-1.backup.gz' },
    });
  });
  await page.getByRole('button', { name: 'Replace everything with this backup' }).click();
  await expect(page.getByText('Restored: 0 rigs · 1 kept version · 3 parts')).toBeVisible();
  expect(asked).toContain('leavesOut=false');
  expect(asked).toMatch(/mark=.+/);
});
