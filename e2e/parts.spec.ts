import { expect, test } from '@playwright/test';
import { checkAccess, fit, itemOf, panel, saved, stack, startRig } from './bench.ts';
import { begin, choose, say, store } from './wizard.ts';

test('a cage with three rails holds the strap lug by its screw, and a drive sits in a screwed seat', async ({
  page,
}) => {
  await begin(page, 'Cage', 'Withy cage');
  await say(page, { Mass: '260' });
  await choose(page, 'Made for', /Petrel/);
  await say(page, {
    'Rail on top, length': '60',
    'Rail on the left, length': '40',
    'Rail on the right, length': '50',
  });
  await page.getByLabel('Screw that takes hold of the strap lug').check();
  await store(page, 'Withy cage');
  const sheet = page.getByRole('complementary', { name: 'The chosen part' });
  for (const rail of ['on the roof', 'on the left side', 'on the right side']) {
    await expect(sheet.getByText(`rail ${rail}`)).toBeVisible();
  }

  await begin(page, 'Seat for a flat device', 'Withy seat');
  await say(page, { Mass: '60', 'Widest device it goes round': '56' });
  await expect(page.getByLabel('Drawn together by a screw')).toBeChecked();
  await store(page, 'Withy seat');
  await begin(page, 'Card or drive', 'Withy drive');
  await say(page, { Mass: '66', Width: '54', Height: '80', Depth: '10' });
  await choose(page, 'Fixed by', 'nothing of its own');
  await page.getByLabel('Flat: a clamp goes round its edges').check();
  await store(page, 'Withy drive');

  await startRig(page, 'Withy');
  await fit(page, 'tripod socket', 'Withy cage');
  await page.getByRole('button', { name: /^Also screw screw to the strap lug into / }).click();
  await expect(page.locator(panel).getByText('also screwed to')).toBeVisible();
  await fit(page, 'cold shoe on the roof', 'Withy seat');
  await fit(page, 'jaws', 'Withy drive');
  await page.keyboard.press('Escape');
  await page.locator('body').press('1');
  await expect(page.locator(panel)).not.toContainText('Withy drive stands');
  await saved(page);
  // The screw is one act: one step back takes it out, one forth puts it in again.
  await stack(page).getByRole('button', { name: 'Withy cage' }).click();
  await page.locator(panel).getByRole('button', { name: 'Take away' }).click();
  await expect(page.getByRole('button', { name: /^Also screw/ })).toBeVisible();
});

test('a hinged battery plate swings, a grip clamps on one rod, an eyecup stands on a shoe foot', async ({
  page,
}) => {
  await begin(page, 'Battery plate', 'Withy plate');
  await say(page, { Mass: '180', Height: '100', Width: '74', 'Hinged: swings down by': '90' });
  await choose(page, 'Fastened by', 'the pair of rods');
  await store(page, 'Withy plate');
  await page.getByRole('button', { name: 'Correct it' }).click();
  await page.getByRole('tab', { name: 'Moves' }).click();
  await expect(page.locator('summary', { hasText: 'plate swung down' })).toHaveCount(2);
  // Its hinge is where the template put it; somebody measured 85° on theirs.
  await page.locator('summary', { hasText: 'plate swung down' }).first().click();
  const to = page.getByRole('textbox', { name: 'to', exact: true });
  await to.fill('95');
  await to.press('Tab');
  await expect(page.getByText('not stored yet')).toBeVisible();
  await checkAccess(page, 'aside');
  await page.getByRole('button', { name: 'Store it' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'stored' }).first()).toBeVisible();

  await begin(page, 'Side grip', 'Withy rod grip');
  await say(page, { Mass: '140', Height: '110' });
  await choose(page, 'Fastened by', 'clamp on one rod');
  await store(page, 'Withy rod grip');
  await begin(page, 'Loupe', 'Withy eyecup');
  await say(page, {
    Mass: '90',
    'Hood, width': '60',
    'Hood, height': '46',
    'Length to the eye': '80',
  });
  await choose(page, 'Fixed by', 'a shoe foot below');
  await store(page, 'Withy eyecup');

  await startRig(page, 'Withy rods');
  await fit(page, 'tripod socket', 'Keel bottom plate');
  await fit(page, 'underside ⅜', 'Rowlock');
  await fit(page, 'rods clamp', 'Oars');
  await fit(page, 'left rod alone', 'Withy rod grip');
  await fit(page, 'hot shoe', 'Withy eyecup');
  await saved(page);
});

test('what is not in the catalogue is described from the bench and comes back in its place', async ({
  page,
}) => {
  await startRig(page, 'Mine');
  await page.locator('body').press('/');
  const mounts = page.getByRole('searchbox', { name: 'Search free mounts' });
  await mounts.fill('hot shoe');
  await mounts.press('Enter');
  await page.getByRole('link', { name: 'Describe it, and come back with it' }).click();
  await expect(
    page.getByText(/For: hot shoe of .*It goes straight onto the rig when stored/),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Lamp', exact: true }).first().click();
  await page.getByRole('textbox', { name: 'Name *' }).fill('Withy lamp');
  await say(page, { Mass: '110', Width: '70', Height: '50', Depth: '24' });
  await page.getByRole('button', { name: 'Store it' }).click();
  await expect(stack(page).getByRole('button', { name: 'Withy lamp' })).toBeVisible();
  expect(await itemOf(page, 'Withy lamp')).toBeTruthy();
  await saved(page);
});

test('what was begun is offered again, and another is made like one that is there', async ({
  page,
}) => {
  await begin(page, 'Arm', 'Withy arm');
  await say(page, { 'Height, from base to head': '70', Mass: '64' });
  // Away without a word; nothing is lost.
  await page.goto('/catalogue');
  await page.goto('/catalogue/new');
  await page.getByRole('button', { name: 'Go on with Arm “Withy arm”' }).click();
  await expect(page.getByRole('textbox', { name: 'Mass' })).toHaveValue('64');
  await store(page, 'Withy arm');
  await page.getByRole('button', { name: 'Like this one, but …' }).click();
  await expect(page.getByRole('textbox', { name: 'Height, from base to head *' })).toHaveValue(
    '70',
  );
  // Two of one name and maker could not be told apart.
  await expect(
    page.getByRole('alert').filter({ hasText: 'already in the catalogue' }),
  ).toBeVisible();
  await page.getByRole('textbox', { name: 'Name *' }).fill('Withy long arm');
  await say(page, { 'Height, from base to head': '140' });
  await store(page, 'Withy long arm');
  await page.goto('/catalogue/new');
  await expect(page.getByRole('button', { name: /^Go on with/ })).toHaveCount(0);
});

test('a gear list is described one by one: a body comes with its battery, and nothing is lost on the way', async ({
  page,
}) => {
  await page.goto('/catalogue/new');
  await page
    .getByLabel('Paste a shop page or a whole gear list')
    .fill(
      'Wigeon 2 mirrorless camera\nDimensions (W x H x D): 129.6 x 90.2 x 79.8 mm\nWeight: 600 g (body only)\nBattery: 16.4 Wh\n\nWigeon pair of rods\nLength: 300 mm\nWeight: 210 g',
    );
  await page.getByRole('button', { name: 'Describe these 2, one by one' }).click();
  await page.getByRole('button', { name: /^Take the name and (?:all|the figure)/ }).click();
  await page.getByRole('combobox', { name: 'Lens mount *' }).fill('corvane-bayonet');
  await page.keyboard.press('Tab');
  await expect(page.getByRole('combobox', { name: 'Lens mount *' })).toHaveValue('Corvane bayonet');
  // Left and come back to: what was said and the page are still there.
  await page.reload();
  await page
    .getByRole('button', { name: 'Go on with Camera body “Wigeon 2 mirrorless camera”' })
    .click();
  await expect(page.getByRole('textbox', { name: 'Width *' })).toHaveValue('129.6');
  await expect(page.getByText('Stored with it: Wigeon 2 mirrorless camera battery')).toBeVisible();
  await page.getByRole('button', { name: 'Store it' }).click();
  await expect(page.getByText('is stored. 1 more of your list.')).toBeVisible();
  await page.getByRole('button', { name: /^Take the name and (?:all|the figure)/ }).click();
  await page.getByRole('button', { name: 'Store it' }).click();
  await expect(page.getByRole('heading', { name: 'Wigeon pair of rods' })).toBeVisible();
  const { parts } = (await (await page.request.get('/api/parts/facts')).json()) as {
    parts: { facts: { name: string } }[];
  };
  expect(parts.map((p) => p.facts.name)).toContain('Wigeon 2 mirrorless camera battery');
});
