import { expect, test, type Locator, type Page } from '@playwright/test';
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

/** What a person does, counted: every click, and every answer that is typed. A page that is pasted is neither. */
class Hand {
  clicks = 0;
  readonly typed = 0;
  constructor(readonly page: Page) {}
  async click(what: Locator): Promise<void> {
    this.clicks += 1;
    await what.click();
  }
  async paste(field: RegExp, text: string): Promise<void> {
    await this.page.getByLabel(field).fill(text);
  }
}

const side = (page: Page) => page.getByRole('region', { name: 'Working' }).first();

/** Reads the page that was pasted, takes all of it and stores the part. */
async function takeAndStore(hand: Hand): Promise<void> {
  const { page } = hand;
  const take = page.getByRole('button', { name: /^Take the name and all/u });
  await hand.click(take);
  await expect(take).toHaveCount(0);
  // Nothing is left to be asked: no dead end, and nothing to type.
  await expect(page.getByText(/^Still needed/u)).toHaveCount(0);
  await hand.click(page.getByRole('button', { name: 'Store it' }));
}

/** Opens a need and takes what is called so. */
async function serve(hand: Hand, need: RegExp, part: string | RegExp): Promise<void> {
  const { page } = hand;
  await hand.click(page.getByRole('button', { name: 'By need …' }));
  await hand.click(side(page).getByRole('button', { name: need }).first());
  const row = side(page).getByRole('list', { name: 'Fits' }).getByRole('button', { name: part });
  await hand.click(row.first());
}

test('from four pasted pages to a rig whose six questions are answered, in sixty clicks and with hardly a word typed', async ({
  page,
}) => {
  const hand = new Hand(page);
  await page.goto('/rigs/new');
  await hand.click(page.getByRole('radio', { name: 'Documentary on the run' }));
  for (const [at, kind, text] of [
    ['first', 'camera body', pages.body],
    ['last', 'lens', pages.lens],
  ] as const) {
    await hand.click(page.getByRole('link', { name: 'Mine is not here: describe it' })[at]());
    await expect(page.getByRole('heading', { name: `A new part: ${kind}` })).toBeVisible();
    await hand.paste(/^Paste the maker/u, text);
    await takeAndStore(hand);
    await expect(page.getByRole('heading', { name: 'A new rig' })).toBeVisible();
  }
  await hand.click(page.getByRole('button', { name: 'On to what differs' }));
  await hand.click(page.getByRole('link', { name: 'To the bench' }));

  // The cage, from the need for it: it is made for the body of this rig and goes onto it.
  await hand.click(page.getByRole('button', { name: 'By need …' }));
  await hand.click(side(page).getByRole('button', { name: /^Places to fasten/u }));
  await hand.click(page.getByRole('link', { name: 'Describe it, and come back with it' }));
  await hand.paste(/^Paste a shop page/u, pages.cage);
  await hand.click(page.getByRole('button', { name: 'Describe it', exact: true }));
  await takeAndStore(hand);
  await expect(stack(page).getByRole('button', { name: 'Cordage full cage' })).toBeVisible();

  // Six accessories in one list, from the need for the first of them.
  await hand.click(page.getByRole('button', { name: 'By need …' }));
  await hand.click(side(page).getByRole('button', { name: /^A hold for low shots/u }));
  await hand.click(page.getByRole('link', { name: 'Describe it, and come back with it' }));
  await hand.paste(/^Paste a shop page/u, pages.gear);
  await hand.click(page.getByRole('button', { name: 'Describe these 6, one by one' }));
  for (let left = 5; left >= 0; left -= 1) {
    await takeAndStore(hand);
    if (left > 0) await expect(page.getByText(`${left} more of your list`)).toBeVisible();
  }
  await expect(stack(page).getByRole('button', { name: 'Cordage top handle' })).toBeVisible();

  await serve(hand, /^A microphone/u, 'Yaffle on-camera microphone');
  await serve(hand, /^Power/u, 'LP-20 battery');
  await serve(hand, /^A monitor/u, 'Sightline 5.5 inch field monitor');
  await expect(stack(page).getByRole('button', { name: 'Sightline 5.5' })).toBeVisible();
  // What follows is offered: the arm out of the hand's way, the cables, the battery of the monitor.
  await hand.click(strip(page, 'Fit'));
  const finding = (code: string) => side(page).locator(`[data-finding="${code}"]`);
  const mend = async (code: string, fix: RegExp): Promise<void> => {
    await hand.click(finding(code).getByRole('button', { name: fix }).first());
  };
  await mend('parts-overlap', /^(?:Set|Turn) /u);
  await mend('no-lead', /^Plug Sightline HDMI cable/u);
  await mend('no-supply', /NP battery/u);
  await expect(strip(page, 'Fit')).toContainText('0 to mend');
  // What no page told of is taken from the catalogue, the first that is offered.
  const asked = /^(?:Wireless sound|Headphones|Light control)/u;
  const short = side(page)
    .locator('section:has(> h3:text-is("Still short"))')
    .getByRole('button', { name: asked });
  await hand.click(page.getByRole('button', { name: 'By need …' }));
  await expect(side(page)).toContainText('What must the rig supply?');
  while ((await short.count()) > 0) {
    const left = await side(page).innerText();
    await hand.click(short.first());
    await hand.click(side(page).getByRole('list', { name: 'Fits' }).getByRole('button').first());
    await expect(side(page)).toContainText('What must the rig supply?');
    await expect(side(page)).not.toHaveText(left);
    expect(hand.clicks).toBeLessThanOrEqual(60);
  }
  // The cables of what came last, and the receiver out of the hand's way.
  await hand.click(strip(page, 'Fit'));
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
  expect(hand.clicks).toBeLessThanOrEqual(60);
  // The pages say all of it.
  expect(hand.typed).toBe(0);
});
