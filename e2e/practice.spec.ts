import { expect, test } from '@playwright/test';
import {
  checkAccess,
  chooseOption,
  copyRig,
  fit,
  panel,
  saved,
  stack,
  startRig,
  strip,
} from './bench.ts';
import { begin, say, store } from './wizard.ts';

test('a stranger’s strap, ring and box are judged as people judge them', async ({ page }) => {
  await begin(page, 'Strap', 'Sedgeland loop');
  await say(page, { Mass: '22', Length: '190' });
  // A strap this short goes round the wrist: what is guessed says so.
  await expect(page.getByLabel('Eyes', { exact: true })).toContainText('at one end');
  await say(page, { 'Stated to carry': '1500' });
  await store(page, 'Sedgeland loop');
  await begin(page, 'Step ring', 'Sedgeland ring');
  await say(page, { Mass: '40', 'Size at its back': '77', 'Size at its front': '82' });
  await say(page, { 'Outer diameter': '95' });
  await page.getByLabel('A clamp goes round its rim').check();
  await store(page, 'Sedgeland ring');
  await begin(page, 'Matte box', 'Sedgeland box');
  await page.getByLabel('Opening, width and height: first').fill('110');
  await page.getByLabel('Opening, width and height: second').fill('80');
  await say(page, { Mass: '390', 'Ring behind, diameter': '95' });
  await say(page, { 'Depth of the hood': '70' });
  await store(page, 'Sedgeland box');

  await startRig(page, 'Sedgeland');
  await fit(page, 'tripod socket', 'Gunwale full cage');
  await fit(page, 'lens mount', 'Shoal 24–70 T3');
  await fit(page, 'rail on the roof', 'Yoke top handle');
  await fit(page, 'strap lug', 'Sedgeland loop');
  await fit(page, 'thread', 'Sedgeland ring');
  await strip(page, 'Fit').click();
  const anchor = page.locator('[data-finding="anchor-weak"]');
  await expect(anchor).toContainText('eye of Sedgeland loop bears 1 500 g');
  const thread = page.locator('[data-finding="front-thread-loaded"]');
  await expect(thread).toHaveCount(0);
  await fit(page, 'rim', 'Sedgeland box');
  await page.keyboard.press('Escape');
  await strip(page, 'Fit').click();
  await expect(thread).toContainText(
    'Sedgeland ring with what it carries (430 g) hangs on the filter thread of Shoal 24–70 T3',
  );
  await checkAccess(page, panel);
  await saved(page);
});

test('cheaper makes are looked for, told with what they give less of, taken, and taken back', async ({
  page,
}) => {
  await copyRig(page, 'barge', 'thrift');
  await strip(page, 'Spend').click();
  await expect(strip(page, 'Spend')).toContainText('EUR 1 231');
  const side = page.locator(panel);
  await side.getByRole('button', { name: 'Look for them' }).click();
  const yoke = side.getByRole('listitem').filter({ hasText: 'Yoke top handle (Ferrule & Ash)' });
  await expect(yoke).toContainText('in the place of Gunnel rail handle: saves EUR 10');
  await expect(side).toContainText('49.7 Wh in the place of 97.9 Wh');
  await checkAccess(page, panel);
  await yoke.getByRole('button', { name: /^Swap for Yoke/ }).click();
  await expect(strip(page, 'Spend')).toContainText('EUR 1 221');
  await expect(stack(page).getByRole('button', { name: 'Yoke top handle' })).toBeVisible();
  // Asked again of the rig as it is now, it is no way any more.
  await expect(yoke).toHaveCount(0);
  await page.locator('body').press('z');
  await expect(strip(page, 'Spend')).toContainText('EUR 1 231');
  await saved(page);
});

test('how far a battery stands out, how much of the rods is used and how level two hands are stand under Fit', async ({
  page,
}) => {
  await copyRig(page, 'barge', 'lengths');
  await strip(page, 'Fit').click();
  const side = page.locator(panel);
  const row = (name: RegExp) => side.getByRole('row', { name });
  await expect(row(/Turf brick 98 Wh stands out behind the rig/)).toContainText('51 mm');
  await expect(row(/Sweeps.*: used here/)).toContainText('298 of 300 mm');
  await strip(page, 'Hang').click();
  await chooseOption(side.getByLabel('Held', { exact: false }).first(), 'two grips');
  await strip(page, 'Fit').click();
  await expect(row(/Your hands, apart in depth/)).toContainText('mm');
});
