import { mkdirSync, truncateSync, writeFileSync } from 'node:fs';
import { dirname } from 'node:path';
import AxeBuilder from '@axe-core/playwright';
import { expect, type Locator, type Page } from '@playwright/test';
import { mapItemRefs, type Imported, type RigFile } from '@zucchini/core';

/** A rig of the test's own, from nothing but a body, stored without a screen. Ends on the bench. */
export async function startRig(page: Page, name: string): Promise<void> {
  const answer = await page.request.post('/api/rigs', {
    data: { name, bodyPartId: 'corvane-petrel', currency: 'EUR' },
  });
  const { rig } = (await answer.json()) as { rig: { id: string } };
  await page.goto(`/rigs/${rig.id}`);
  await expect(page.getByRole('textbox', { name: 'Name of the rig' })).toHaveValue(name);
}

/** A demo rig as one of the test's own, its individuals called after the test; ends on the bench. */
export async function copyRig(page: Page, id: string, name: string): Promise<void> {
  const file = (await (await page.request.get(`/api/rigs/${id}/file`)).json()) as RigFile;
  const own = mapItemRefs(file.rig, (ref) => `${name}-${ref.itemId}`.replaceAll(' ', '-'));
  const rig = { ...own, id: name.replaceAll(' ', '-'), name };
  const reply = await page.request.post('/api/rigs/import', {
    data: { ...file, rig, versions: [] },
  });
  await page.goto(`/rigs/${((await reply.json()) as Imported).id}`);
  await expect(page.getByRole('textbox', { name: 'Name of the rig' })).toHaveValue(name);
}

/** The same as a person does it: from the shelf. */
export async function startRigFromShelf(page: Page, name: string): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: 'New rig' }).click();
  await page.getByRole('radio', { name: 'None of these' }).check();
  await chooseOption(page.getByLabel('Camera body'), 'Corvane Petrel');
  await page.getByLabel('Its name').fill(name);
  await page.getByRole('button', { name: 'Put it on the bench' }).click();
  await expect(page.getByRole('textbox', { name: 'Name of the rig' })).toHaveValue(name);
}

/** Fits a part through the list of free mounts, by keyboard alone: `/`, the mount, Enter, the part, Enter. */
export async function fit(page: Page, mount: string, part: string): Promise<void> {
  await page.keyboard.press('Escape');
  await expect(stack(page)).toBeVisible();
  await page.locator('body').press('/');
  const mounts = page.getByRole('searchbox', { name: 'Search free mounts' });
  await expect(mounts).toBeFocused();
  await mounts.fill(mount);
  await mounts.press('Enter');
  const parts = page.getByRole('searchbox', { name: 'Search parts' });
  await expect(parts).toBeFocused();
  await parts.fill(part);
  await parts.press('Enter');
  await expect(stack(page).getByRole('button', { name: part })).toBeVisible();
}

/** Opens the list of a field and takes what is called so, or the one at that place. */
export async function chooseOption(field: Locator, what: string | RegExp | number): Promise<void> {
  await field.click();
  const page = field.page();
  const option =
    typeof what === 'number'
      ? page.getByRole('option').nth(what)
      : page.getByRole('option', { name: what, exact: true });
  await option.click();
}

export const stack = (page: Page) =>
  page.getByRole('list', { name: 'Parts, from the body outwards' });
export const strip = (page: Page, question: string) =>
  page
    .getByRole('navigation', { name: 'The six questions' })
    .getByRole('button', { name: question });
export const saved = (page: Page) =>
  expect(page.getByTestId('save-state')).toHaveAttribute('data-state', 'saved');

/** The id of the individual that the stack calls so. */
export async function itemOf(page: Page, name: string): Promise<string> {
  const id = await stack(page).getByRole('button', { name }).getAttribute('data-item');
  return id!;
}

/** What changes on the bench while the rest of the page stays as it is. */
export const panel = '[aria-label="Working"]';
export const plate = '[aria-label="The plate"]';

/** No fault of accessibility that a machine can find, on the page as it now stands or within a part of it. */
export async function checkAccess(page: Page, within?: string): Promise<void> {
  // No page has frames: without the second page that they would need, a look takes half the time.
  const axe = new AxeBuilder({ page })
    .setLegacyMode()
    .options({ resultTypes: ['violations'] })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']);
  const { violations } = await (within ? axe.include(within) : axe).analyze();
  expect(
    violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(', ')}`),
  ).toEqual([]);
}

/** A file of so many bytes, all nought, which is not sent through the test. */
export function createHugeFile(path: string, bytes: number): string {
  mkdirSync(dirname(path), { recursive: true });
  writeFileSync(path, '');
  truncateSync(path, bytes);
  return path;
}
