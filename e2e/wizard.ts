import { expect, type Page } from '@playwright/test';
import { chooseOption } from './bench.ts';

/** Opens all that is guessed, where there is anything yet. */
async function openGuesses(page: Page): Promise<void> {
  const guesses = page.locator('details', { has: page.getByText('correct or add what you know') });
  if ((await guesses.count()) === 0) return;
  await guesses.evaluate((e) => {
    (e as HTMLDetailsElement).open = true;
  });
}

/** Starts a part of a kind and opens all that is guessed. */
export async function begin(page: Page, kind: string, name: string): Promise<void> {
  await page.goto('/catalogue/new');
  await page.getByRole('button', { name: kind, exact: true }).click();
  await page.getByRole('textbox', { name: 'Name *' }).fill(name);
  await openGuesses(page);
}

/** Writes figures into the fields that are called so, one after the other: what hangs on one may only then be guessed. */
export async function say(page: Page, figures: Readonly<Record<string, string>>): Promise<void> {
  for (const [label, figure] of Object.entries(figures)) {
    await openGuesses(page);
    const field = page.getByRole('textbox', { name: new RegExp(`^${label}( \\*)?$`) });
    await field.fill(figure);
    await field.press('Tab');
  }
}

/** Chooses in a field of the part. */
export const choose = (page: Page, label: string, what: string | RegExp) =>
  chooseOption(page.getByLabel(label, { exact: true }), what);

/** Stores the part, whatever is unusual about it, and waits for its sheet. */
export async function store(page: Page, name: string): Promise<void> {
  const unusual = page.getByRole('button', { name: 'It is right' });
  while ((await unusual.count()) > 0) await unusual.first().click();
  await page.getByRole('button', { name: 'Store it' }).click();
  const sheet = page.getByRole('complementary', { name: 'The chosen part' });
  await expect(sheet.getByRole('heading', { name })).toBeVisible();
}
