import { expect, test } from '@playwright/test';
import { strip } from './bench.ts';

/** Keys of the panels beside the drawing: the six questions, leads, needs, setups, versions. */
const panels = ['1', '2', '3', '4', '5', '6', 'c', 'w'];

for (const rig of ['mark-1', 'mark-2', 'skiff', 'barge', 'buoy']) {
  test(`every row of every panel of ${rig} can be clicked, and nothing throws`, async ({
    page,
  }) => {
    const thrown: string[] = [];
    page.on('pageerror', (error) => thrown.push(String(error)));
    await page.goto(`/rigs/${rig}`);
    await expect(strip(page, 'Spend')).toContainText('EUR');
    const side = page.getByRole('region', { name: 'Working' }).first();
    let clicked = 0;
    for (const key of panels) {
      const open = async () => {
        await page.locator('body').press('Escape');
        await page.locator('body').press(key);
        await expect(side).toBeVisible();
      };
      await open();
      // Rows that choose what they are about: names in tables. What changes the rig is a button of its own, outside.
      const rows = side.locator('tbody button');
      const count = await rows.count();
      for (let i = 0; i < count; i += 1) {
        await open();
        if ((await rows.count()) <= i) break;
        await rows.nth(i).click();
        clicked += 1;
        expect({ rig, key, i, thrown }).toEqual({ rig, key, i, thrown: [] });
        await expect(strip(page, 'Fit')).toBeVisible();
      }
    }
    expect(clicked).toBeGreaterThan(4);
  });
}
