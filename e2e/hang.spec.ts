import { expect, test, type Page } from '@playwright/test';
import { mapItemRefs, type Imported, type RigFile } from '@zucchini/core';
import { checkAccess, chooseOption, fit, saved, stack, startRig, strip } from './bench.ts';

const side = (page: Page) => page.getByRole('region', { name: 'Working' }).first();
const held = (page: Page) => side(page).getByLabel('Held').first();

/** A demo rig under Hang, left as it was by whoever looks at it. */
async function hang(page: Page, rig: string): Promise<void> {
  await page.goto(`/rigs/${rig}`);
  await expect(strip(page, 'Hang')).toBeVisible();
  await page.locator('body').press('2');
  await expect(side(page)).toContainText('How does it sit in the hand?');
}

/** The rig of these tests as a file, once it was built by hand: the bench tests are about building. */
let built: RigFile | undefined;

/** Body, cage, lens, handle and receiver under Hang, a rig of the test's own. */
async function build(page: Page, name: string): Promise<void> {
  if (built) {
    const own = mapItemRefs(built.rig, (ref) => `${name}-${ref.itemId}`.replaceAll(' ', '-'));
    const data = { ...built, rig: { ...own, id: name.replaceAll(' ', '-'), name } };
    const reply = await page.request.post('/api/rigs/import', { data });
    await page.goto(`/rigs/${((await reply.json()) as Imported).id}`);
    await expect(page.getByRole('textbox', { name: 'Name of the rig' })).toHaveValue(name);
  } else {
    await startRig(page, name);
    await fit(page, 'tripod socket', 'Gunwale full cage');
    await fit(page, 'lens mount', 'Shoal 24–70 T3');
    await fit(page, 'rail on the roof', 'Yoke top handle');
    await fit(page, 'shoe', 'Duet two-channel receiver');
    await saved(page);
    const file = await page.request.get(`/api${new URL(page.url()).pathname}/file`);
    built = (await file.json()) as RigFile;
    await page.keyboard.press('Escape');
  }
  await page.locator('body').press('2');
}

test('each way of holding has its forces, its figure, or says what it needs', async ({ page }) => {
  await build(page, 'Ways rig');
  await expect(page.locator('[data-layer="forces"]')).toContainText('weight');
  await expect(page.getByTestId('force-scale')).toContainText('10 N is');
  await chooseOption(held(page), 'one grip');
  await expect(strip(page, 'Hang')).toContainText(/wrist [\d.]+ N·m/);
  await expect(page.locator('[data-layer="forces"]')).toContainText('hand');
  await chooseOption(held(page), 'chest');
  await expect(side(page)).toContainText('Chest pushes, lifts');
  await chooseOption(held(page), 'shoulder');
  await expect(strip(page, 'Hang')).toContainText('needs a shoulder pad');
  await chooseOption(held(page), 'tripod');
  await expect(strip(page, 'Hang')).toContainText('needs a tripod, head or gimbal');
  await chooseOption(held(page), 'set down on a table');
  await expect(side(page)).toContainText('Stands on');
  await page.locator('body').press('z');
  await expect(held(page)).toHaveAttribute('data-value', 'tripod');
});

test('levelling offers the fewest moves, previews one, takes it and takes it back', async ({
  page,
}) => {
  await build(page, 'Level rig');
  const before = await strip(page, 'Hang').textContent();
  await chooseOption(page.getByLabel('within'), '2°');
  await page.getByRole('button', { name: 'Look for moves' }).click();
  const ways = page.getByRole('list', { name: 'Ways to bring it level' });
  await expect(ways).toContainText(/\d moves?, [\d.]+ mm in all/);
  const first = ways.getByRole('button').first();
  await first.hover();
  await expect(strip(page, 'Hang')).not.toHaveText(before!);
  await page.mouse.move(10, 10);
  await expect(strip(page, 'Hang')).toHaveText(before!);
  await first.click();
  await expect(page.getByText('✓ It is level.')).toBeVisible();
  // What lies under the pointer when the list is back would be looked at.
  await page.mouse.move(10, 10);
  await page.locator('body').press('z');
  await expect(strip(page, 'Hang')).toHaveText(before!);
});

test('what cannot be levelled is told with what is nearest, and a counterweight where one would do', async ({
  page,
}) => {
  await hang(page, 'mark-1');
  await page.getByRole('button', { name: 'Look for moves' }).click();
  await expect(page.getByText(/No slide, turn or arm brings it there/)).toBeVisible();
  await expect(page.getByText(/The nearest:/)).toBeVisible();
  await hang(page, 'skiff');
  await page.getByRole('button', { name: 'Look for moves' }).click();
  await expect(page.getByText('Or the least counterweight:')).toBeVisible();
  const weights = page.getByRole('list', { name: 'Weights that balance it' });
  await expect(weights).toContainText('Fit Plumb weight, 45 g');
  const before = await strip(page, 'Hang').textContent();
  await weights.getByRole('button').first().hover();
  await expect(strip(page, 'Hang')).not.toHaveText(before!);
});

test('an arm is swept on the drawing, plotted, and kept where it is best', async ({ page }) => {
  await build(page, 'Sweep rig');
  await page.getByText('What if', { exact: true }).click();
  const choice = page.getByLabel('What if this changes');
  await chooseOption(choice, 'Yoke top handle along rail on the roof');
  await expect(page.locator('canvas')).toBeVisible();
  const place = page.getByLabel('Place along the sweep');
  const before = await strip(page, 'Hang').textContent();
  await place.fill('0');
  await expect(strip(page, 'Hang')).not.toHaveText(before!);
  await page.getByRole('button', { name: 'Keep it so' }).click();
  await page.locator('body').press('z');
  await expect(strip(page, 'Hang')).toHaveText(before!);
  await page.getByText('as a table').click();
  await expect(page.getByRole('table').getByRole('row')).toHaveCount(26);
});

test('a hold test sets the scale of the hold time, which stays an estimate', async ({ page }) => {
  await build(page, 'Strong rig');
  await chooseOption(held(page), 'one grip');
  await page.getByText('Steadiness and effort', { exact: true }).click();
  const effort = page.getByRole('region', { name: 'Steadiness and effort' });
  await expect(effort).toContainText('Stop when it hurts');
  const time = async () => (await effort.getByText(/≈ .* then the/).textContent())!;
  const before = await time();
  await effort.getByText('Set the scale by your own hold test').click();
  await effort.getByLabel('A weight of').fill('2 kg');
  await effort.getByLabel('A weight of').press('Tab');
  await expect(effort.getByLabel('A weight of')).toHaveValue('2000');
  await effort.getByLabel('for').fill('45');
  await effort.getByLabel('for').press('Tab');
  await effort.getByRole('button', { name: 'Keep it' }).click();
  await expect(effort).toContainText('by your hold test');
  expect(await time()).not.toBe(before);
});

test('a setup is copied, held otherwise, and the two stand side by side', async ({ page }) => {
  await build(page, 'Twin holds');
  await page.getByRole('button', { name: 'Setups' }).click();
  await page.getByLabel('Copy the open one as').fill('By one grip');
  await page.getByRole('button', { name: 'Copy it' }).click();
  await expect(page.getByLabel('Setup', { exact: true })).toContainText('By one grip');
  await page.keyboard.press('Escape');
  await page.locator('body').press('2');
  await chooseOption(held(page), 'one grip');
  await page.getByText('Side by side', { exact: true }).click();
  await chooseOption(page.getByLabel('Beside which'), 0);
  const table = page.getByRole('region', { name: 'Side by side' }).getByRole('table');
  await expect(table).toContainText('low, by the top handle');
  await expect(table).toContainText('×');
  await saved(page);
});

test('the rig is weighed on the scale, and the difference is spread over its parts', async ({
  page,
}) => {
  await build(page, 'Weighed rig');
  await saved(page);
  await page.getByText('Weighed against computed', { exact: true }).click();
  await page.getByRole('link', { name: 'Read it from a scale' }).click();
  await expect(page.getByRole('heading', { name: 'Weigh a rig' })).toBeVisible();
  await page.getByRole('button', { name: 'Set to zero' }).click();
  await page.getByRole('button', { name: 'Weighed rig, as it really is' }).click();
  await expect(page.getByText('✓ at rest:')).toBeVisible();
  await expect(page.getByTestId('reading')).toContainText(/[12].\d{3}/);
  await expect(page.getByText('✓ at rest:')).toBeVisible();
  await page.getByRole('button', { name: 'Take the reading as: all of it' }).click();
  await expect(page.getByText('Scale less computed')).toBeVisible();
  await page.getByRole('button', { name: 'To the bench' }).click();
  await page.locator('body').press('2');
  await page.getByText('Weighed against computed', { exact: true }).click();
  const weighed = page.getByRole('region', { name: 'Weighed against computed' });
  const front = weighed.getByLabel('Under the front support');
  await front.fill('-20');
  await front.press('Tab');
  await expect(weighed.getByRole('alert')).toContainText('-20 cannot be: between 0 and 100000');
  await front.fill('');
  await front.press('Tab');
  await expect(weighed.getByRole('alert')).toHaveCount(0);
  await expect(weighed).toContainText('maker’s sheet');
  await weighed.getByRole('button', { name: 'Spread the difference' }).click();
  await expect(weighed).toContainText(/Scale less computed[±+−]?[0-2] g/);
  await expect(stack(page)).toContainText('Shoal 24–70 T3');
});

test('a head without its figures is asked for them where they can be given', async ({ page }) => {
  await page.goto('/catalogue/new');
  await page.getByRole('button', { name: 'Support below', exact: true }).click();
  await page.getByRole('textbox', { name: 'Name *' }).fill('Unmarked head');
  const height = page.getByLabel('Height').first();
  await height.fill('110');
  await height.press('Tab');
  await chooseOption(page.getByLabel('Takes'), 'a ¼″ socket');
  await page.getByRole('button', { name: 'Store it' }).click();
  await expect(
    page.getByRole('complementary', { name: 'The chosen part' }).getByRole('heading', {
      name: 'Unmarked head',
    }),
  ).toBeVisible();

  await startRig(page, 'Unknown head');
  await fit(page, 'tripod socket', 'Unmarked head');
  await page.keyboard.press('Escape');
  await page.locator('body').press('2');
  await chooseOption(held(page), 'tripod');
  await expect(side(page)).toContainText('Nobody has said what Unmarked head counterbalances');
  await page.getByRole('link', { name: 'Give the figures of Unmarked head' }).click();
  const balance = page.getByLabel('Head: greatest counterbalance');
  await balance.fill('5');
  await balance.press('Tab');
  await page.getByLabel('Head: tilt axis below its plate').fill('30');
  await page.getByLabel('Head: tilt axis below its plate').press('Tab');
  await page.getByRole('button', { name: 'Store it' }).click();
  await expect(page.getByText('stored', { exact: true })).toBeVisible();
});

test('Hang and the scale have no accessibility faults that can be found by machine', async ({
  page,
}) => {
  const check = () => checkAccess(page);
  await hang(page, 'barge');
  for (const title of ['What if', 'Steadiness and effort', 'Weighed against computed'])
    await page.getByText(title, { exact: true }).click();
  await page.getByText('Mass, part by part', { exact: true }).click();
  await check();
  await page.locator('body').press('n');
  await check();
  await page.locator('body').press('n');
  await page.goto('/scale');
  await expect(page.getByText('✓ at rest:')).toBeVisible();
  await check();
});
