import { expect, test, type Page } from '@playwright/test';
import { saved, stack, strip } from './bench.ts';

/**
 * Four pages as a shop writes them: a body with its battery, a lens, a cage, and six accessories in one list. What has cheaper
 * makes in the catalogue is dear, so that no other test is offered it as one.
 */
const pages = {
  body: `Lapwing L4 mirrorless camera
The compact hybrid for those who film alone.
Lens mount: Lapwing L mount
Dimensions (W x H x D): 131.4 x 84.5 x 66.2 mm
Weight: 657 g incl. battery / 574 g body only
Battery: LP-20, 7.2 V, 16.6 Wh
Video output: HDMI Type D
USB-C, 3.5 mm microphone input, 3.5 mm headphones
Running time: approx. 110 min (continuous recording)
Price: EUR 1,749.00`,
  lens: `Lapwing 24-70 mm f/2.8 zoom
Mount: Lapwing L mount
Filter diameter: 77 mm
Dimensions (diameter x length): 84 x 118 mm
Weight: 715 g
Price: EUR 899`,
  cage: `Cordage full cage for Lapwing L4
Weight: 228 g
1/4"-20 and 3/8"-16 threads, two cold shoes, NATO rail on the top
Price: EUR 429`,
  gear: `Cordage top handle
Length: 128 mm
Height: 62 mm
Weight: 176 g
NATO clamp
EUR 269

Cordage ball head arm
Height: 55 mm
Weight: 74 g
Cold shoe mount, 1/4"-20 screw
EUR 235

Sightline 5.5 inch field monitor
Dimensions: 151 x 91 x 22 mm
Weight: 268 g
Resolution: 1920 x 1080, 1000 nits
HDMI input, L-series battery plate
Power: DC 6-17 V, 9 W
EUR 1,159

Sightline NP battery 31 Wh
Voltage: 7.4 V
Weight: 190 g
Dimensions: 70 x 38 x 40 mm
EUR 29

Sightline HDMI cable, Type D to Type A
Length: 45 cm
EUR 15

Yaffle on-camera microphone
Weight: 94 g
Length: 160 mm
Diameter: 22 mm
3.5 mm output, cold shoe mount with shock mount
EUR 649`,
};

/**
 * Counts in the page itself what a person does there: presses of the pointer and of keys. A page that is pasted is neither. Kept in the
 * window's own storage, so that it goes on over a reload.
 */
async function countHands(page: Page): Promise<() => Promise<{ clicks: number; keys: number }>> {
  await page.addInitScript(() => {
    const count = (name: string) =>
      sessionStorage.setItem(name, String(Number(sessionStorage.getItem(name) ?? 0) + 1));
    addEventListener('pointerdown', () => count('clicks'), { capture: true });
    addEventListener('keydown', () => count('keys'), { capture: true });
  });
  return () =>
    page.evaluate(() => ({
      clicks: Number(sessionStorage.getItem('clicks') ?? 0),
      keys: Number(sessionStorage.getItem('keys') ?? 0),
    }));
}

const side = (page: Page) => page.getByRole('region', { name: 'Working' }).first();

/** Reads the page that was pasted, takes all of it and stores the part. */
async function takeAndStore(page: Page): Promise<void> {
  const take = page.getByRole('button', { name: /^Take the name and (?:all|the figure)/u });
  await take.click();
  await expect(take).toHaveCount(0);
  // Nothing is left to be asked: no dead end, and nothing to type.
  await expect(page.getByText(/^Still needed/u)).toHaveCount(0);
  await page.getByRole('button', { name: 'Store it' }).click();
}

/** Opens a need and takes what is called so. */
async function serve(page: Page, need: RegExp, part: string): Promise<void> {
  await page.getByRole('button', { name: 'By need …' }).click();
  await side(page).getByRole('button', { name: need }).first().click();
  const row = side(page).getByRole('list', { name: 'Fits' }).getByRole('button', { name: part });
  await row.first().click();
}

test('from four pasted pages to a rig whose six questions are answered, in sixty clicks and with hardly a word typed', async ({
  page,
}) => {
  const hands = await countHands(page);
  await page.goto('/rigs/new');
  await page.getByRole('radio', { name: 'Documentary on the run' }).click();
  for (const [at, kind, text] of [
    ['first', 'camera body', pages.body],
    ['last', 'lens', pages.lens],
  ] as const) {
    await page.getByRole('link', { name: 'Mine is not here: describe it' })[at]().click();
    await expect(page.getByRole('heading', { name: `A new part: ${kind}` })).toBeVisible();
    await page.getByLabel(/^Paste the maker/u).fill(text);
    await takeAndStore(page);
    await expect(page.getByRole('heading', { name: 'A new rig' })).toBeVisible();
  }
  await page.getByRole('button', { name: 'On to what differs' }).click();
  await page.getByRole('link', { name: 'To the bench' }).click();

  // The cage, from the need for it: it is made for the body of this rig and goes onto it.
  await page.getByRole('button', { name: 'By need …' }).click();
  await side(page)
    .getByRole('button', { name: /^Places to fasten/u })
    .click();
  await page.getByRole('link', { name: 'Describe it, and come back with it' }).click();
  await page.getByLabel(/^Paste a shop page/u).fill(pages.cage);
  await page.getByRole('button', { name: 'Describe it', exact: true }).click();
  await takeAndStore(page);
  await expect(stack(page).getByRole('button', { name: 'Cordage full cage' })).toBeVisible();

  // Six accessories in one list, from the need for the first of them.
  await page.getByRole('button', { name: 'By need …' }).click();
  await side(page)
    .getByRole('button', { name: /^A hold for low shots/u })
    .click();
  await page.getByRole('link', { name: 'Describe it, and come back with it' }).click();
  await page.getByLabel(/^Paste a shop page/u).fill(pages.gear);
  await page.getByRole('button', { name: 'Describe these 6, one by one' }).click();
  for (let left = 5; left >= 0; left -= 1) {
    await takeAndStore(page);
    if (left > 0) await expect(page.getByText(`${left} more of your list`)).toBeVisible();
  }
  await expect(stack(page).getByRole('button', { name: 'Cordage top handle' })).toBeVisible();

  await serve(page, /^A microphone/u, 'Yaffle on-camera microphone');
  await serve(page, /^Power/u, 'LP-20 battery');
  await serve(page, /^A monitor/u, 'Sightline 5.5 inch field monitor');
  await expect(stack(page).getByRole('button', { name: 'Sightline 5.5' })).toBeVisible();
  // It stands in nothing; what follows is offered: the cables, the battery of the monitor.
  await strip(page, 'Fit').click();
  const finding = (code: string) => side(page).locator(`[data-finding="${code}"]`);
  const mend = async (code: string, fix: RegExp): Promise<void> => {
    await finding(code).getByRole('button', { name: fix }).first().click();
  };
  await expect(strip(page, 'Fit')).toContainText('0 to mend');
  await mend('no-lead', /^Plug Sightline HDMI cable/u);
  await mend('no-supply', /NP battery/u);
  // What no page told of is taken from the catalogue, the first that is offered.
  const asked = /^(?:Wireless sound|Headphones|Light control)/u;
  const short = side(page)
    .locator('section:has(> h3:text-is("Still short"))')
    .getByRole('button', { name: asked });
  await page.getByRole('button', { name: 'By need …' }).click();
  await expect(side(page)).toContainText('What must the rig supply?');
  while ((await short.count()) > 0) {
    const left = await side(page).innerText();
    await short.first().click();
    await side(page).getByRole('list', { name: 'Fits' }).getByRole('button').first().click();
    await expect(side(page)).toContainText('What must the rig supply?');
    await expect(side(page)).not.toHaveText(left);
    expect((await hands()).clicks).toBeLessThanOrEqual(60);
  }
  // The cables of what came last, and the receiver out of the hand's way.
  await strip(page, 'Fit').click();
  await mend('no-lead', /^Plug /u);
  await expect(finding('no-lead')).toHaveCount(1);
  await mend('no-lead', /^Plug /u);
  await expect(finding('no-lead')).toHaveCount(0);

  await expect(strip(page, 'Fit')).toContainText('0 to mend');
  await expect(strip(page, 'Hang')).toContainText(/\d°/u);
  await expect(strip(page, 'Last')).toContainText(/h of 6 h/u);
  await expect(strip(page, 'Light')).toContainText('holds in every scene');
  await expect(strip(page, 'Sound')).not.toContainText('unheard');
  await expect(strip(page, 'Spend')).toContainText(/EUR \d/u);
  await saved(page);
  const { clicks, keys } = await hands();
  expect(clicks).toBeGreaterThan(40);
  expect(clicks).toBeLessThanOrEqual(60);
  // The pages say all of it: no key is pressed.
  expect(keys).toBe(0);
});
