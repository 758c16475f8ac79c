import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';

/** A rig of the test's own, from nothing but a body. Ends on the bench. */
export async function startRig(page: Page, name: string): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: 'New rig' }).click();
  await page.getByLabel('Its name').fill(name);
  await page.getByLabel('Camera body').selectOption({ label: 'Corvane Petrel' });
  await page.getByRole('button', { name: 'Put it on the bench' }).click();
  await expect(page.getByRole('textbox', { name: 'Name of the rig' })).toHaveValue(name);
}

/** Fits a part through the list of free mounts, by keyboard alone: `/`, the mount, Enter, the part, Enter. */
export async function fit(page: Page, mount: string, part: string): Promise<void> {
  await page.keyboard.press('Escape');
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

/** No fault of accessibility that a machine can find, as the page now stands. */
export async function checkAccess(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'])
    .analyze();
  expect(violations.map((v) => `${v.id}: ${v.nodes[0]!.html}`)).toEqual([]);
}
