import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import { withInstallation } from '../tools/demo-server.ts';
import { checkAccess, chooseOption, createHugeFile, fit, stack, startRig } from './bench.ts';

const sheet = (page: Page) => page.getByRole('complementary', { name: 'The chosen part' });
const row = (page: Page, name: string) =>
  page.getByRole('grid', { name: 'Parts' }).getByRole('row', { name });

/** Starts a part of a kind, from nothing. */
async function begin(page: Page, kind: string): Promise<void> {
  await page.goto('/catalogue/new');
  await page.getByRole('button', { name: kind, exact: true }).click();
}
async function open(page: Page, name: string): Promise<void> {
  await page.goto('/catalogue');
  await page.getByRole('searchbox', { name: 'Words in name' }).fill(name);
  await row(page, name).click();
  await expect(sheet(page).getByRole('heading', { name })).toBeVisible();
}
async function bring(page: Page, name: string, text: string): Promise<void> {
  await page
    .getByLabel('Choose a file')
    .setInputFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(text) });
}

test('a monitor is made from pasted text, its socket corrected, and it is used on a rig', async ({
  page,
}) => {
  await begin(page, 'Monitor');
  await page.getByRole('textbox', { name: 'Paste the maker' }).fill(
    `Saltmarsh field display — 5.5" touch panel, peak brightness 1,200 nits
Dimensions (W x H x D): 5.6 x 3.5 x 1.1 in, weight approx. 10.2 oz w/o battery
HDMI type D in, 1/4"-20 on three edges, L-series plate. DC 7-17 V. Fnord rating 3.`,
  );
  await expect(page.getByText('not understood:')).toBeVisible();
  const take = page.getByRole('button', { name: /^Take (?!all |the name )/ });
  await expect(take.first()).toBeVisible();
  // One by one, as many as are offered.
  for (let left = await take.count(); left > 0; left -= 1) {
    await take.first().click();
    await expect(take).toHaveCount(left - 1);
  }
  await page.getByRole('textbox', { name: 'Name *' }).fill('Saltmarsh 5.5 monitor');
  await page.getByRole('textbox', { name: 'Maker', exact: true }).fill('Glauca');
  await expect(page.getByLabel('Mass')).toHaveValue('289.17');
  await expect(page.getByRole('complementary', { name: 'Drawing' })).toContainText('142');
  await page.getByRole('button', { name: 'Store it' }).click();
  await expect(sheet(page)).toContainText('Saltmarsh 5.5 monitor');
  await expect(sheet(page)).toContainText('289');
  await expect(sheet(page)).toContainText('Guessed by its template');

  await sheet(page).getByRole('button', { name: 'Correct it' }).click();
  await page.getByRole('button', { name: 'socket below' }).click();
  const figures = page.getByRole('complementary', { name: 'Figures' });
  await expect(figures).toContainText('guessed by the template');
  const along = figures.getByLabel('left', { exact: true });
  await expect(along).toHaveValue('0');
  await page.locator('body').press('2');
  await page.locator('body').press('Shift+ArrowRight');
  await expect(along).not.toHaveValue('0');
  await along.fill('4');
  await along.press('Enter');
  await expect(figures).not.toContainText('guessed by the template');
  await page.getByRole('button', { name: 'Store it' }).click();
  await expect(page.getByText('stored', { exact: true })).toBeVisible();

  await startRig(page, 'Marsh rig');
  await fit(page, 'tripod socket', 'Gunwale full cage');
  await fit(page, 'roof, left', 'Nub shoe arm');
  await fit(page, 'head', 'Saltmarsh 5.5 monitor');
  await expect(stack(page)).toContainText('Saltmarsh 5.5 monitor');
});

test('a bent bracket is made from nothing, tried on a rig before it is stored, and is told for what it is', async ({
  page,
}) => {
  await begin(page, 'Bent bracket');
  await page.getByRole('textbox', { name: 'Name *' }).fill('Shed bracket');
  const figures: readonly (readonly [string, string])[] = [
    ['Upright leg', '45'],
    ['Lying leg', '2 in'],
    ['Width', '25'],
    ['Thickness', '3'],
  ];
  await page.getByText('correct or add what you know').click();
  for (const [label, value] of figures) {
    const field = page.getByLabel(label);
    await field.fill(value);
    await field.press('Tab');
  }
  await page.getByRole('button', { name: 'Try it on a rig before it is stored' }).click();
  const trial = page.getByRole('region', { name: 'On a rig' });
  await chooseOption(trial.getByLabel('Rig'), 'Skiff');
  await expect(trial).toContainText(/It would go onto|No free mount/);
  await page.getByRole('button', { name: 'Store it' }).click();
  await expect(sheet(page)).toContainText('Shed bracket');
  await expect(sheet(page)).toContainText('the load it bears are not known');
  await expect(sheet(page)).toContainText('50.8 × 25 × 45 mm');
});

test('a handle is laid over a picture: two points give the scale, a solid is drawn after it and dragged', async ({
  page,
}, info) => {
  await begin(page, 'Top handle');
  await page.getByRole('textbox', { name: 'Name *' }).fill('Pictured handle');
  for (const [label, value] of [
    ['Bar, where the hand goes', '120'],
    ['Height', '70'],
  ] as const) {
    await page.getByLabel(label).fill(value);
    await page.getByLabel(label).press('Tab');
  }
  await page.getByRole('button', { name: 'Store it' }).click();
  await sheet(page).getByRole('button', { name: 'Correct it' }).click();

  const picture = await page.evaluate(() => {
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [600, 400];
    const pen = canvas.getContext('2d')!;
    pen.fillStyle = '#ddd';
    pen.fillRect(0, 0, 600, 400);
    pen.fillStyle = '#333';
    pen.fillRect(60, 60, 480, 60);
    return canvas.toDataURL('image/png').split(',')[1]!;
  });
  await page.getByRole('tab', { name: 'Photo' }).click();
  await page
    .getByLabel('Bring a picture')
    .setInputFiles(createHugeFile(info.outputPath('huge.png'), 50_000_000));
  await expect(page.getByRole('alert')).toContainText('“huge.png” has 48 MB');
  await page.getByLabel('Bring a picture').setInputFiles({
    name: 'handle.png',
    mimeType: 'image/png',
    buffer: Buffer.from(picture, 'base64'),
  });
  const face = page.getByRole('application');
  await expect(page.getByRole('button', { name: 'Click the first point' })).toBeVisible();
  const box = (await face.boundingBox())!;
  await face.click({ position: { x: box.width * 0.3, y: box.height * 0.5 } });
  await face.click({ position: { x: box.width * 0.7, y: box.height * 0.5 } });
  const apart = page.getByLabel('They are apart by');
  await apart.fill('96');
  await apart.press('Enter');
  await expect(page.getByText(/1 pixel is 0\.\d+ mm/)).toBeVisible();

  await chooseOption(page.getByLabel('Add to this face'), 'Box');
  const figures = page.getByRole('complementary', { name: 'Figures' });
  const ahead = figures.getByLabel('forward', { exact: true });
  const before = await ahead.inputValue();
  await face.focus();
  await page.keyboard.press('Shift+ArrowLeft');
  await expect(ahead).not.toHaveValue(before);
  await page.keyboard.press('z');
  await expect(ahead).toHaveValue(before);
  await page.getByRole('button', { name: 'Store it' }).click();
  await expect(page.getByText('stored', { exact: true })).toBeVisible();
  await page.reload();
  await page.getByRole('tab', { name: 'Photo' }).click();
  await expect(page.getByText(/1 pixel is 0\.\d+ mm/)).toBeVisible();
});

test('whether two made for each other go together is asked once and remembered', async ({
  page,
}) => {
  await begin(page, 'Cage');
  await page.getByRole('textbox', { name: 'Name *' }).fill('Hatch cover plate');
  await chooseOption(page.getByLabel('Made for'), 'Curlew, Mirelle');
  await chooseOption(page.getByLabel('Goes round'), 'the underside only');
  await page.getByRole('button', { name: 'Store it' }).click();
  const mates = sheet(page).getByRole('region', { name: 'Made for each other' });
  const partner = async () => {
    await mates.getByRole('button', { name: 'What goes with it' }).first().click();
    await chooseOption(mates.getByLabel('Partner'), /^Petrel · /);
  };
  await partner();
  const question = mates.getByRole('group', { name: 'Do these two go together?' });
  await expect(mates).toContainText('Nobody has said yet');
  await question.getByRole('button', { name: 'It does not go in' }).click();
  await expect(mates).toContainText('Known from your own trial');
  await page.reload();
  await open(page, 'Hatch cover plate');
  await partner();
  await expect(question.getByRole('button', { name: '● It does not go in' })).toBeVisible();
});

test('the table is sorted, narrowed and walked by keys; four stand side by side', async ({
  page,
}) => {
  await page.goto('/catalogue');
  const grid = page.getByRole('grid', { name: 'Parts' });
  await grid.getByRole('button', { name: 'Mass' }).click();
  await expect(grid.getByRole('columnheader', { name: 'Mass' })).toHaveAttribute(
    'aria-sort',
    /ascending|descending/,
  );
  await chooseOption(page.getByLabel('Kind', { exact: true }), 'Monitor');
  await expect(page.getByText(/^\d+ of \d+ parts$/)).toBeVisible();
  await grid.getByRole('row').nth(1).focus();
  for (let i = 0; i < 4; i += 1) {
    await page.keyboard.press('Space');
    await page.keyboard.press('ArrowDown');
  }
  await page.keyboard.press('b');
  await expect(page.getByRole('heading', { name: 'Side by side' })).toBeVisible();
  await expect(page.getByRole('columnheader')).toHaveCount(5);
  await expect(page.getByText('all drawn to one scale')).toBeVisible();
});

test('the catalogue goes out and comes into an empty installation without loss', async ({
  page,
}) => {
  let pack = '';
  let parts: { id: string }[] = [];
  // Another test may store a part between the way out and the way in: then once more.
  await expect(async () => {
    await page.goto('/catalogue/exchange');
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Whole catalogue as a pack' }).click();
    pack = readFileSync((await (await download).path())!, 'utf8');
    parts = (JSON.parse(pack) as { parts: { id: string }[] }).parts;
    await bring(page, 'same.parts.json', pack);
    await expect(page.getByRole('button', { name: `same ${parts.length}` })).toBeVisible();
  }).toPass();
  await expect(page.getByRole('button', { name: 'Store 0 parts' })).toBeDisabled();

  await withInstallation(
    ['--empty', '--site', process.env.ZUCCHINI_E2E_SITE ?? 'web/dist'],
    async (address) => {
      await page.goto(`${address}/catalogue`);
      await expect(page.getByText('No parts yet')).toBeVisible();
      await page.goto(`${address}/catalogue/exchange`);
      await bring(page, 'all.parts.json', pack);
      await expect(page.getByRole('button', { name: `new ${parts.length}` })).toBeVisible();
      const unusual = page.getByRole('button', { name: 'All unusual figures are right' });
      if (await unusual.isVisible()) await unusual.click();
      await page.getByRole('button', { name: `Store ${parts.length} parts` }).click();
      await expect(page.getByText(`${parts.length} parts are stored.`)).toBeVisible();
      const stored = await page.request.get(`${address}/api/parts`);
      const { parts: again } = (await stored.json()) as { parts: { id: string }[] };
      const byId = (list: { id: string }[]) => [...list].sort((a, b) => (a.id < b.id ? -1 : 1));
      expect(byId(again)).toEqual(byId(parts));
    },
  );
});

test('bad rows and bad packs are said by row and field, and nothing is half stored', async ({
  page,
}) => {
  await page.goto('/catalogue/exchange');
  await bring(
    page,
    'mine.csv',
    [
      'name,kind,mass (g),length (mm),width (mm),height (mm)',
      '=HYPERLINK("x"),adaptor,20,30,20,10',
      'Weightless plate,plate,0,80,40,8',
      'Anchor cage,plate,4000,80,40,8',
      'Boom rod,rod,300,4000,75,15',
      '<b>Bold</b> plate,plate,120,80,40,8',
    ].join('\r\n'),
  );
  await expect(page.getByText('5 rows')).toBeVisible();
  const rows = page.getByLabel('Rows', { exact: true });
  await expect(rows).toContainText('row 3');
  await expect(rows.getByRole('listitem').nth(1)).toContainText('refused');
  await expect(rows.getByRole('listitem').nth(2)).toContainText('it is right');
  await expect(rows).toContainText('<b>Bold</b> plate');
  await bring(
    page,
    'tomorrow.parts.json',
    JSON.stringify({ format: 'zucchini-parts', formatVersion: 99, parts: [] }),
  );
  await expect(page.getByText('This pack is of version 99')).toBeVisible();
});

test('the pages of the catalogue have no accessibility faults that can be found by machine', async ({
  page,
}) => {
  const check = () => checkAccess(page);
  await open(page, 'Tern 5 monitor');
  await check();
  await page.getByRole('button', { name: 'Plates' }).click();
  await check();
  await begin(page, 'Battery');
  await check();
  await page.goto('/catalogue/part/glauca-tern');
  await page.getByRole('button', { name: 'socket below' }).click();
  await check();
  await page.goto('/catalogue/exchange');
  await check();
});
