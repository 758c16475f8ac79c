import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import { mapItemRefs, type Imported, type RigFile } from '@zucchini/core';
import { checkAccess, chooseOption, panel, saved, strip } from './bench';

const mark1 = JSON.parse(
  readFileSync(new URL('../demo/mark-1.rig.json', import.meta.url), 'utf8'),
) as RigFile;

/** Mark 1 as a rig of the test's own, its Fit open. */
async function bring(page: Page, name: string): Promise<void> {
  const own = mapItemRefs(mark1.rig, (ref) => `${name}-${ref.itemId}`);
  const data = { ...mark1, rig: { ...own, id: name, name } };
  const reply = await page.request.post('/api/rigs/import', { data });
  await page.goto(`/rigs/${((await reply.json()) as Imported).id}`);
  await expect(page.getByRole('textbox', { name: 'Name of the rig' })).toHaveValue(name);
}

/** How many risks the strip tells of, once the room is looked at. */
async function countRisks(page: Page): Promise<number> {
  const fit = strip(page, 'Fit');
  await expect(fit).toContainText(/\d+ risks/);
  return Number(/(\d+) risks/.exec(await fit.innerText())![1]);
}

test('ways out come after the findings, are taken by a button, and none is offered that leaves the rig worse', async ({
  page,
}) => {
  await bring(page, 'trust-mend');
  const door = page.locator('[data-finding="keep-clear-entered"]');
  await expect(door).toContainText('meets Thole side grip at 139');
  const way = door.getByRole('button', { name: 'Slide Thole side grip by 25 mm, to 15 mm' });
  await expect(way).toBeVisible();
  await expect(page.locator('[data-finding="hand-room"]')).toContainText(
    'Reed short microphone and Duet two-channel receiver are in the way',
  );
  const before = await countRisks(page);
  await way.click();
  await expect(door).toHaveCount(0);
  await expect(strip(page, 'Fit')).toContainText(`${before - 1} risks`);
  await expect(strip(page, 'Fit')).toContainText('0 to mend');
});

test('a risk is set aside with a word why, counted apart, kept, undone, and comes back when it is worse', async ({
  page,
}) => {
  await bring(page, 'trust-aside');
  const tall = page.locator('[data-finding="over-height"]');
  await expect(tall).toContainText('58.4 mm over your limit');
  const before = await countRisks(page);
  await tall.getByRole('button', { name: 'I know' }).click();
  await tall.getByRole('button', { name: 'Set aside' }).click();
  await expect(tall).toContainText('Say in a word why');
  await tall.getByRole('textbox').fill('the shed has a high roof');
  await checkAccess(page, panel);
  await page.keyboard.press('Enter');
  await expect(tall).toHaveCount(0);
  await expect(strip(page, 'Fit')).toContainText(`${before - 1} risks`);
  await saved(page);

  await page.reload();
  const aside = page.locator('[data-list="aside"]');
  await expect(aside).toContainText('1 set aside');
  await aside.locator('summary').click();
  await expect(aside).toContainText('“the shed has a high roof”');
  // Lower is no news; taller is.
  const limit = page.getByLabel('At most this tall');
  await limit.fill('280');
  await limit.press('Enter');
  await expect(aside).toContainText('78.4 mm over your limit');
  await aside.getByRole('button', { name: 'Bring it back' }).click();
  await expect(tall).toContainText('78.4 mm over your limit');
  await page.locator('body').press('z');
  await expect(tall).toHaveCount(0);
});

test('another grip is taken in hand, and let go again', async ({ page }) => {
  await bring(page, 'trust-hands');
  await page.locator('body').press('2');
  const side = page.getByRole('region', { name: 'Working' }).first();
  await chooseOption(side.getByLabel('Held').first(), 'one grip');
  const hand = side.getByLabel('Your hand on');
  await expect(hand).toBeVisible();
  await chooseOption(hand, /Petrel/);
  await expect(hand).toContainText('Petrel');
  await chooseOption(hand, /Thole/);
  await expect(hand).toContainText('Thole side grip');
  await page.locator('body').press('z');
  await expect(hand).toContainText('Petrel');
});
