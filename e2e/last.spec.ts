import { expect, test, type Page } from '@playwright/test';
import { checkAccess, chooseOption, copyRig, panel, saved, strip } from './bench.ts';

const side = (page: Page) => page.getByRole('region', { name: 'Working' }).first();

/** A demo rig as one of the test's own, under Last. */
async function openCopy(page: Page, id: string, name: string): Promise<void> {
  await copyRig(page, id, name);
  await page.locator('body').press('3');
  await expect(side(page)).toContainText('Does it last the day?');
}

test('a monitor that goes dark is found, mended by its remedy, and the day then lasts', async ({
  page,
}) => {
  await openCopy(page, 'mark-1', 'dark monitor');
  await expect(strip(page, 'Last')).toContainText('of 6 h');
  await expect(side(page)).toContainText('Lagoon 5.5 monitor goes dark after ≈ 2 h 45 min of 6 h');
  const lit = side(page).getByRole('list', { name: 'When each device is lit' });
  await expect(lit).toContainText('dark from 2 h 45 min');
  await side(page).getByRole('button', { name: 'Take Peat small 17 Wh along' }).click();
  await expect(strip(page, 'Last')).toContainText('6 h of 6 h');
  await expect(lit).not.toContainText('dark from');
  await saved(page);
  await page.reload();
  await expect(strip(page, 'Last')).toContainText('6 h of 6 h');
});

test('ways of powering stand side by side, and one is taken as one step that is taken back', async ({
  page,
}) => {
  await openCopy(page, 'mark-2', 'unwired');
  const ways = side(page).getByRole('region', { name: 'Ways of powering it' });
  // Without its cells nothing on it has power.
  for (const cell of ['Petrel cell 16 Wh', 'Peat small, A']) {
    await page.getByRole('button', { name: cell }).first().click();
    await page.locator('body').press('Delete');
  }
  await page.locator('body').press('3');
  await expect(strip(page, 'Last')).toContainText('no battery');
  const start = ways.getByRole('button', { name: 'Lay side by side' });
  await start.focus();
  await page.keyboard.press('Enter');
  await expect(ways.getByRole('row', { name: /^Own cells, swapped/ })).toContainText('0');
  await expect(ways.getByText('Not open to this rig')).toBeVisible();
  await checkAccess(page, '[aria-label="Ways of powering it"]');
  const take = ways.getByRole('button', { name: 'Take: Own cells, swapped' });
  await take.focus();
  await page.keyboard.press('Enter');
  await expect(strip(page, 'Last')).toContainText('6 h of 6 h');
  await page.locator('body').press('z');
  await expect(strip(page, 'Last')).toContainText('no battery');
  await ways.getByRole('button', { name: 'Take: Battery on the belt' }).click();
  await expect(strip(page, 'Last')).toContainText('6 h of 6 h');
  await saved(page);
  await page.reload();
  await expect(strip(page, 'Last')).toContainText('6 h of 6 h');
  await page.locator('body').press('g');
  await expect(
    page
      .getByRole('region', { name: 'The wiring' })
      .getByRole('button', { name: /^Creel/ })
      .first(),
  ).toBeVisible();
});

test('the day is changed where it stands; what cannot be is said there and not stored', async ({
  page,
}) => {
  await openCopy(page, 'cutter', 'another day');
  await expect(strip(page, 'Last')).toContainText('6 h of 6 h');
  const change = side(page).getByRole('button', { name: 'Change the day' });
  await change.focus();
  await page.keyboard.press('Enter');
  const lasts = side(page).getByLabel('Lasts').first();
  await lasts.fill('49');
  await lasts.press('Tab');
  await expect(side(page).getByRole('alert')).toContainText('a stretch is at most 48 h long');
  await expect(strip(page, 'Last')).toContainText('of 6 h');
  await lasts.fill('8');
  await lasts.press('Tab');
  await expect(strip(page, 'Last')).toContainText('of 12:30 h');
  // The ways out come in above the day: what is below them moves once more.
  await expect(side(page).getByRole('button', { name: /along$/ })).toBeVisible();
  await chooseOption(side(page).getByLabel('Start from'), 'Half a day, no mains');
  await expect(strip(page, 'Last')).toContainText('4 h of 4 h');
  await expect(side(page).getByRole('list', { name: 'Stretches of the day' })).toContainText(
    'Stretch',
  );
  await saved(page);
  await side(page).getByRole('button', { name: 'Charge over the day' }).click();
  await expect(
    side(page).getByRole('img', { name: 'Charge of each cell over the day' }),
  ).toBeVisible();
  await checkAccess(page, panel);
  await page.reload();
  await expect(strip(page, 'Last')).toContainText('4 h of 4 h');
});

test('the cards of a setup are pages to print: order, cells, rota, what flies', async ({
  page,
}) => {
  await openCopy(page, 'mark-2', 'cards');
  await side(page).getByRole('button', { name: 'Cards to print' }).click();
  await expect(page.getByRole('heading', { name: 'Leads and power' })).toBeVisible();
  const part = (name: string) =>
    page
      .getByRole('main')
      .locator('section')
      .filter({ has: page.getByRole('heading', { name, exact: true }) })
      .last();
  const openSheet = (name: string) =>
    page
      .getByRole('navigation', { name: 'Sheets of this setup' })
      .getByRole('link', { name })
      .click();
  await expect(part('Bringing it up').getByRole('listitem').first()).toContainText('Peat small, A');
  await expect(part('Bringing it up').getByRole('listitem').last()).toContainText(
    'the picture last',
  );
  await expect(part('Taking it down').getByRole('listitem').first()).toContainText('Painter lead');
  await openSheet('Rota');
  await expect(part('Rota')).toContainText('3 h – 4 h');
  await openSheet('Flight');
  await expect(part('Flight card')).toContainText('Ask the airline');
  await checkAccess(page);
  await openSheet('All');
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('button', { name: 'Print', exact: true })).toBeHidden();
  const cut = await page.evaluate(
    () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
  );
  expect(cut).toBe(0);
  const pdf = await page.pdf({ format: 'A4' });
  expect(pdf.length).toBeGreaterThan(5000);
  await page.emulateMedia({ media: 'screen' });
  await page.setViewportSize({ width: 390, height: 800 });
  expect(
    await page.evaluate(
      () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
    ),
  ).toBe(0);
});

test('the wiring stands below the drawing; a line that is chosen lights its lead on the rig', async ({
  page,
}) => {
  await page.goto('/rigs/mark-2');
  await expect(strip(page, 'Last')).toContainText('6 h of 6 h');
  await page.locator('body').press('g');
  const wiring = page.getByRole('region', { name: 'The wiring' });
  const picture = wiring.getByRole('button', { name: 'Petrel to Tern 5 monitor: picture' });
  await expect(
    wiring.getByRole('button', { name: 'Peat small, A to Tern 5 monitor: power, 8 W' }),
  ).toBeVisible();
  await picture.focus();
  await page.keyboard.press('Enter');
  await expect(picture).toHaveAttribute('aria-pressed', 'true');
  // And the other way round: the lead on the drawing lets go of one and lights another.
  await page.keyboard.press('Space');
  await expect(picture).toHaveAttribute('aria-pressed', 'false');
  await page.locator('[data-run]').filter({ hasText: 'Painter lead' }).dispatchEvent('click');
  await expect(picture).toHaveAttribute('aria-pressed', 'true');
  await wiring.getByText('The same as a table').click();
  await expect(wiring.getByRole('table')).toContainText('Painter lead');
  await checkAccess(page, '[aria-label="The wiring"]');
  await page.locator('body').press('g');
  await expect(wiring).toBeHidden();
});

test('a lead is tied on its way, and takes longer for it; untied it is as it was', async ({
  page,
}) => {
  await openCopy(page, 'mark-2', 'tied');
  await page.getByRole('button', { name: 'Leads …' }).click();
  const leads = side(page).getByRole('list', { name: 'Planned leads' });
  const picture = leads.getByRole('listitem').filter({ hasText: 'Painter lead' });
  const before = await picture.innerText();
  await chooseOption(picture.getByLabel('Tie it at'), 4);
  await expect(picture).toContainText('tied at');
  expect(await picture.innerText()).not.toBe(before);
  await checkAccess(page, '[aria-label="Planned leads"]');
  await picture.getByRole('button', { name: /^Untie/ }).click();
  await expect(picture).not.toContainText('tied at');
  await saved(page);
});

test('the day by the clock, with cells changed early and another way of powering laid over it', async ({
  page,
}) => {
  await openCopy(page, 'mark-2', 'by the clock');
  await side(page).getByRole('button', { name: 'Change the day' }).click();
  const begins = side(page).getByLabel('Begins at');
  await begins.fill('half past six');
  await begins.press('Tab');
  await expect(side(page)).toContainText('a time of day is written like 06:30');
  await begins.fill('06:30');
  await begins.press('Tab');
  const early = side(page).getByLabel('A cell is changed when left with');
  await early.fill('30');
  await early.press('Tab');
  await side(page)
    .getByText(/What happens when/)
    .click();
  await expect(side(page)).toContainText(/has 30 % left: change it for/);
  await expect(side(page)).toContainText(/≈ 0[89]:\d\d/);
  await side(page).getByRole('button', { name: 'Lay side by side' }).click();
  await expect(side(page).getByRole('button', { name: 'Take: Battery on the belt' })).toBeVisible();
  await side(page).getByRole('button', { name: 'Charge over the day' }).click();
  await expect(side(page).getByRole('img', { name: 'Charge of each cell' })).toBeVisible();
  await chooseOption(side(page).getByLabel('Laid over it'), 'Battery on the belt');
  await expect(side(page)).toContainText('Battery on the belt: all stays lit for 6 h');
  await side(page).getByText('The same as a table').click();
  await expect(
    side(page).getByRole('columnheader', { name: /Petrel cell 16 Wh, Wh/ }),
  ).toBeVisible();
  await saved(page);
});
