import { readFileSync, writeFileSync } from 'node:fs';
import { expect, test, type Locator, type Page } from '@playwright/test';
import { checkAccess, copyRig } from './bench.ts';

const overflow = (page: Page) =>
  page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
const steps = (page: Page) => page.getByTestId('build-step');
/** The id of the rig in the address. */
const idOf = (page: Page) => /\/rigs\/([^/?]+)/.exec(page.url())![1]!;
interface Entry {
  readonly kind: string;
  readonly subject?: string;
  readonly yes?: boolean;
  readonly durationS?: number;
  readonly did?: { readonly step: string; readonly hold?: string };
}
const logOf = async (page: Page, id: string): Promise<Entry[]> =>
  ((await (await page.request.get(`/api/rigs/${id}/log`)).json()) as { log: Entry[] }).log;

test('all setups stand side by side: minutes against the brief, steps, what may stay on, who does what', async ({
  page,
}) => {
  await copyRig(page, 'mark-2', 'side by side');
  await page.getByRole('button', { name: 'Setups' }).click();
  await page.getByRole('link', { name: /All of them side by side/ }).click();
  const cell = (name: RegExp) => page.getByRole('button', { name });
  await expect(
    cell(/^Low, by the top handle to Pier, on the tripod: ≈ 23 s coin only/),
  ).toBeVisible();
  // The brief allows a minute.
  await expect(cell(/^Pier, on the tripod to Stills.*longer than the brief allows/)).toBeVisible();
  await cell(/^Low, by the top handle to Stills/).click();
  const aside = page.getByRole('complementary', { name: 'The change that is looked at' });
  await expect(aside.getByRole('list', { name: 'Steps' }).getByRole('listitem')).toHaveCount(3);
  await expect(aside.getByRole('listitem').first()).toContainText('Draw Painter lead');
  await expect(aside).toContainText('Halyard half cage may stay on');
  const row = page.getByRole('row', { name: /^Bollard tripod head/ });
  await expect(row.getByRole('cell').nth(1)).toContainText('used');
  await expect(row.getByRole('cell').nth(0)).toContainText('stays home');
  await expect(page.getByText('What a quick joint would save')).toBeVisible();
  await expect(page.getByText(/comes off by hand in 5 s, now with coin in 15 s/)).toBeVisible();
  await checkAccess(page);
});

test('a change is gone through on the drawing by keys, there and back', async ({ page }) => {
  await copyRig(page, 'mark-2', 'steps');
  await page.getByRole('button', { name: 'Setups' }).click();
  await page.getByText(/^From the open one: 3 steps/).click();
  await page.getByRole('button', { name: 'Step through it on the drawing' }).last().click();
  const plate = page.getByTestId('change-plate');
  const parts = (state: string) => plate.locator(`[data-state="${state}"]`);
  await expect(page.getByText('1 of 3')).toBeVisible();
  await expect(parts('ghost')).not.toHaveCount(0);
  await page.keyboard.press('.');
  await page.keyboard.press('.');
  await expect(page.getByText('3 of 3')).toBeVisible();
  await expect(parts('ghost').and(plate.locator('[data-item$="-halyard"]'))).not.toHaveCount(0);
  await page.keyboard.press('.');
  await expect(page.getByText('Stills for the programme: done.')).toBeVisible();
  await expect(plate.locator('[data-item$="-halyard"]')).toHaveCount(0);
  await page.keyboard.press(',');
  await expect(page.getByText('3 of 3')).toBeVisible();
  await page.getByRole('button', { name: 'And back again' }).click();
  await expect(page.getByText('1 of 3')).toBeVisible();
  await expect(parts('fresh').and(plate.locator('[data-item$="-halyard"]'))).not.toHaveCount(0);
  await checkAccess(page);
});

test('the ladder goes from the body up, and another body is planned as one edit with its price', async ({
  page,
}) => {
  await copyRig(page, 'mark-2', 'other body');
  const id = idOf(page);
  await page.goto(`/rigs/${id}/setups`);
  await page.getByText('From the body up').click();
  const rungs = page.getByTestId('rung');
  await expect(rungs.first()).toContainText('Halyard half cage');
  await expect(rungs.last()).toContainText('EUR');
  await expect(
    page.getByText(/slows you down here|Every part is there for something/),
  ).toBeVisible();

  await page.goto(`/rigs/${id}`);
  await page.getByRole('button', { name: 'Setups' }).click();
  await page.getByText('On another body …').click();
  await page.getByLabel('Body', { exact: true }).click();
  await page.getByRole('option', { name: /Guillemot/ }).click();
  const plan = page.getByTestId('another-body');
  await expect(plan).toContainText('Halyard half cage gives way to');
  await expect(plan).toContainText('Costs EUR');
  await plan.getByRole('button', { name: 'Plan it so' }).click();
  await expect(page.getByRole('list', { name: 'Parts, from the body outwards' })).toContainText(
    'Guillemot',
  );
  await page.locator('body').press('z');
  await expect(page.getByRole('list', { name: 'Parts, from the body outwards' })).toContainText(
    'Halyard half cage',
  );
});

test('every sheet is printed on A4 and A5 and read at 390 px with nothing cut', async ({
  page,
}) => {
  await copyRig(page, 'mark-2', 'printed');
  await page.getByRole('button', { name: 'Sheets' }).click();
  await expect(steps(page)).toHaveCount(13);
  await expect(steps(page).first()).toContainText('On the table');
  await expect(steps(page).nth(3)).toContainText(
    'Put Halyard half cage on tripod socket of Petrel',
  );
  await expect(steps(page).nth(3)).toContainText('The lens is off');
  await expect(steps(page).nth(3)).toContainText('firm with the coin');
  await expect(steps(page).last()).toContainText('Plug Painter lead');
  const nav = page.getByRole('navigation', { name: 'Sheets of this setup' });
  await nav.getByRole('link', { name: 'All' }).click();
  for (const title of [
    'Build sheet',
    'Re-tighten card',
    'Checks by hand',
    'Pack list',
    'Flight card',
  ]) {
    await expect(page.getByRole('heading', { name: title })).toBeVisible();
  }
  await checkAccess(page);
  await page.emulateMedia({ media: 'print' });
  // The width of what is printed on, less its margins, in CSS pixels.
  for (const [format, widthPx] of [
    ['A4', 688],
    ['A5', 454],
  ] as const) {
    await page.setViewportSize({ width: widthPx, height: 900 });
    expect(await overflow(page)).toBe(0);
    const pdf = await page.pdf({ format });
    expect(pdf.length).toBeGreaterThan(20_000);
  }
  await page.emulateMedia({ media: 'screen' });
  await page.setViewportSize({ width: 390, height: 844 });
  for (const sheet of [
    'Build',
    'Leads and power',
    'Re-tighten',
    'Checks',
    'Rota',
    'Pack list',
    'Flight',
    'Clock',
    'Notes',
    'On the phone',
  ]) {
    await nav.getByRole('link', { name: sheet }).click();
    await expect(nav.getByRole('link', { name: sheet })).toHaveAttribute('aria-current', 'page');
    expect(await overflow(page)).toBe(0);
  }
  await checkAccess(page);
});

test('ticks, checks and notes are kept, and times of one’s own are drawn into the plan', async ({
  page,
}) => {
  await copyRig(page, 'mark-2', 'field');
  const id = idOf(page);
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`/rigs/${id}/sheets/low/pack`);
  await page.getByRole('checkbox', { name: /^Halyard half cage/ }).check();
  await expect(page.getByText('22 of 23 to go.')).toBeVisible();
  await page.goto(`/rigs/${id}/sheets/low/checks`);
  await page.getByRole('button', { name: 'passes' }).first().click();
  await expect(page.getByRole('button', { name: '✓ passes' })).toHaveCount(1);
  await page.goto(`/rigs/${id}/sheets/low/notes`);
  await page.getByLabel('Which part').selectOption({ label: 'Tern 5 monitor' });
  await page.getByLabel('It came loose').check();
  await page.getByLabel('In your words').fill('after the second take');
  await page.getByRole('button', { name: 'Note it' }).click();
  await expect(
    page.getByRole('region', { name: 'Field notes' }).getByText('after the second take'),
  ).toBeVisible();

  await page.goto(`/rigs/${id}/clock/tripod/low`);
  const tap = page.getByTestId('clock-tap');
  await tap.click();
  await expect(page.getByRole('timer')).toHaveText(/^[1-9] s$/);
  await tap.click();
  await expect(page.getByText(/^Done in/)).toBeVisible();
  await expect
    .poll(async () => (await logOf(page, id)).map((e) => e.kind).sort())
    .toEqual(['came-loose', 'checked', 'packed', 'timed']);
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(`/rigs/${id}/setups`);
  await page.getByRole('button', { name: /^Low, by the top handle to Pier/ }).click();
  await expect(page.getByText(/with one time of yours; 15 s as a rule/)).toBeVisible();
  await page.goto(`/rigs/${id}/sheets/low/pack`);
  await expect(page.getByRole('checkbox', { name: /^Halyard half cage/ })).toBeChecked();
});

test('a setup that is taken away while its sheet is open is told, with the others', async ({
  page,
}) => {
  await copyRig(page, 'mark-2', 'gone');
  const id = idOf(page);
  await page.goto(`/rigs/${id}/sheets/stills/build`);
  await expect(steps(page)).toHaveCount(2);
  const { rig, revision } = (await (await page.request.get(`/api/rigs/${id}`)).json()) as {
    rig: { setups: { id: string }[] };
    revision: number;
  };
  const without = { ...rig, setups: rig.setups.filter((s) => s.id !== 'stills') };
  await page.request.put(`/api/rigs/${id}`, { data: { revision, rig: without } });
  await page.reload();
  await expect(page.getByText('This rig has no such setup any more.')).toBeVisible();
  await page.getByRole('link', { name: 'Low, by the top handle' }).click();
  await expect(page.getByRole('heading', { name: 'Build sheet' })).toBeVisible();
});

test.describe('without the server', () => {
  test.use({ serviceWorkers: 'allow' });

  test('sheets that were opened go on; what is ticked meanwhile is stored when it is back', async ({
    page,
    context,
  }) => {
    await copyRig(page, 'mark-2', 'cut off');
    const id = idOf(page);
    await page.goto(`/rigs/${id}/sheets/low/pack`);
    await expect(page.getByRole('checkbox').first()).toBeVisible();
    await page.evaluate(() => navigator.serviceWorker.ready);
    // Read once more with the worker in between, so that it has what was read.
    await page.reload();
    await expect(page.getByRole('checkbox').first()).toBeVisible();
    await page.waitForFunction(() => navigator.serviceWorker.controller !== null);
    await context.setOffline(true);
    await page.reload();
    await page.getByRole('checkbox', { name: /^Yoke top handle/ }).check();
    await expect(page.getByText(/1 entry waits in this browser/)).toBeVisible();
    await page.goto(`/rigs/${id}/clock/tripod/low`);
    await page.getByTestId('clock-tap').click();
    await expect(page.getByRole('timer')).toHaveText(/^[1-9] s$/);
    await page.getByTestId('clock-tap').click();
    await expect(page.getByText(/2 entries wait in this browser/)).toBeVisible();
    await page.goto(`/rigs/${id}/sheets/low/pack`);
    await expect(page.getByRole('checkbox', { name: /^Yoke top handle/ })).toBeChecked();

    // Meanwhile another unticks it, later by the clock.
    const later = new Date(Date.now()).toISOString();
    await page.request.post(`/api/rigs/${id}/log`, {
      data: {
        entries: [
          {
            id: 'other',
            at: later,
            kind: 'packed',
            setup: 'low',
            subject: 'item cut-off-yoke',
            yes: false,
          },
        ],
      },
    });
    await context.setOffline(false);
    await expect(page.getByText(/Elsewhere it was ticked otherwise later/)).toContainText(
      'Yoke top handle',
    );
    const log = await logOf(page, id);
    expect(log.map((e) => e.kind).sort()).toEqual(['packed', 'timed']);
    expect(log.find((e) => e.kind === 'packed')!.yes).toBe(false);
    await expect(page.getByText(/waits? in this browser/)).toHaveCount(0);
  });
});

test.describe('the shelf without the server', () => {
  test.use({ serviceWorkers: 'allow' });

  test('is of the newest build while there is one, and lists what can be opened while there is none', async ({
    page,
    context,
  }) => {
    await copyRig(page, 'skiff', 'opened before');
    const id = idOf(page);
    await page.evaluate(() => navigator.serviceWorker.ready);
    await page.reload();
    await page.waitForFunction(() => navigator.serviceWorker.controller !== null);
    await page.reload();
    await expect(page.getByRole('textbox', { name: 'Name of the rig' })).toHaveValue(
      'opened before',
    );
    // The store of an older build, as it lies in a browser after an upgrade.
    const altered = await page.evaluate(async () => {
      let n = 0;
      for (const name of await caches.keys()) {
        const cache = await caches.open(name);
        for (const request of await cache.keys()) {
          if (!new URL(request.url).pathname.endsWith('/index.html')) continue;
          const old = (await (await cache.match(request))!.text()).replace(
            /<title>[^<]*/,
            '<title>Old build',
          );
          const headers = { 'content-type': 'text/html' };
          await cache.put(request, new Response(`${old}<p id="old"></p>`, { headers }));
          n += 1;
        }
      }
      return n;
    });
    expect(altered).toBe(1);
    await page.goto('/');
    await expect(page.getByRole('list', { name: 'Rigs' })).toContainText('Mark 1');
    await expect(page.locator('#old')).toHaveCount(0);
    await context.setOffline(true);
    await page.goto('/');
    await expect(page.locator('#old')).toHaveCount(1);
    await expect(page.getByText('These rigs can still be opened')).toBeVisible();
    const list = page.getByRole('list', { name: 'Rigs' });
    await expect(list).toContainText('opened before');
    await expect(list).not.toContainText('Mark 1');
    await list.getByRole('link', { name: 'opened before', exact: true }).click();
    await expect(page.getByRole('textbox', { name: 'Name of the rig' })).toHaveValue(
      'opened before',
    );
    await context.setOffline(false);
    // Deleted elsewhere, it is nowhere in the store once the shelf was read.
    await page.request.delete(`/api/rigs/${id}`);
    await page.goto('/');
    await expect(list).toContainText('Mark 1');
    await expect(list).not.toContainText('opened before');
    const left = await page.evaluate(async (rig) => {
      const urls: string[] = [];
      for (const name of await caches.keys()) {
        for (const request of await (await caches.open(name)).keys()) urls.push(request.url);
      }
      return urls.filter((url) => url.includes(rig));
    }, id);
    expect(left).toEqual([]);
  });
});

test('the pocket sheet stands alone: ticks, checks, clock and notes come back as a file', async ({
  page,
  browser,
}, info) => {
  await copyRig(page, 'mark-2', 'pocket');
  const id = idOf(page);
  await page.goto(`/rigs/${id}/sheets/low/phone`);
  const saving = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save the pocket sheet' }).click();
  const path = info.outputPath('pocket.html');
  await (await saving).saveAs(path);

  // A phone with no network at all.
  const phone = await browser.newContext({
    offline: true,
    viewport: { width: 390, height: 844 },
    acceptDownloads: true,
  });
  const sheet = await phone.newPage();
  const asked: string[] = [];
  sheet.on('request', (r) => asked.push(r.url()));
  const errors: Error[] = [];
  sheet.on('pageerror', (e) => errors.push(e));
  await sheet.goto(`file://${path}`);
  await expect(sheet.getByRole('heading', { name: 'Build sheet' })).toBeVisible();
  await expect(sheet.getByTestId('build-step')).toHaveCount(13);
  await expect(sheet.getByTestId('build-step').first().locator('svg path').first()).toBeVisible();
  expect(await overflow(sheet)).toBe(0);
  await sheet.getByRole('checkbox', { name: /^Latch rail arm/ }).check();
  await sheet.getByRole('button', { name: 'passes' }).first().click();
  await expect(sheet.getByRole('button', { name: '✓ passes' })).toHaveCount(1);
  await sheet.getByLabel('What is timed').selectOption('Change it into Pier, on the tripod');
  const tap = sheet.locator('#pocket-tap');
  await tap.click();
  await expect(sheet.getByRole('timer')).toHaveText(/^[1-9] s$/);
  await tap.click();
  await expect(sheet.getByText(/^Done in/)).toBeVisible();
  await sheet.getByLabel('Which part').selectOption('Tern 5 monitor');
  await sheet.getByLabel('In your words').fill('creeps when it rains');
  await sheet.getByRole('button', { name: 'Note it' }).click();
  await expect(sheet.getByText('Tern 5 monitor: creeps when it rains')).toBeVisible();
  // Shut and opened again, all of it is there.
  await sheet.reload();
  await expect(sheet.getByRole('checkbox', { name: /^Latch rail arm/ })).toBeChecked();
  await expect(sheet.getByText('4 entries, kept on this phone')).toBeVisible();
  const giving = sheet.waitForEvent('download');
  await sheet.getByRole('button', { name: 'Save what was noted as a file' }).click();
  const notes = info.outputPath('notes.field.json');
  await (await giving).saveAs(notes);
  expect(errors).toEqual([]);
  expect(asked.filter((url) => !url.startsWith('file:') && !url.startsWith('blob:'))).toEqual([]);
  await phone.close();

  await page.goto(`/rigs/${id}/sheets/low/phone`);
  await page.getByLabel('Bring its notes in').setInputFiles(notes);
  await expect(page.getByText('4 entries are in the log.')).toBeVisible();
  const nav = page.getByRole('navigation', { name: 'Sheets of this setup' });
  const kinds = (await logOf(page, id)).map((e) => e.kind).sort();
  expect(kinds).toEqual(['checked', 'note', 'packed', 'timed']);
  await nav.getByRole('link', { name: 'Notes' }).click();
  await expect(
    page.getByRole('region', { name: 'Field notes' }).getByText('creeps when it rains'),
  ).toBeVisible();
  await nav.getByRole('link', { name: 'On the phone' }).click();
  // Twice brought in, it is there once; of another rig, it is refused with the place.
  await page.getByLabel('Bring its notes in').setInputFiles(notes);
  await expect.poll(async () => (await logOf(page, id)).length).toBe(4);
  await page.goto(`/rigs/mark-1/sheets/low/phone`);
  await page.getByLabel('Bring its notes in').setInputFiles(notes);
  await expect(page.getByText(/these notes are of another rig/)).toBeVisible();
});

test('balancing a gimbal is timed as itself: on the clock, in two windows, on the pocket sheet, and back from a file', async ({
  page,
  browser,
}, info) => {
  await copyRig(page, 'skiff', 'settle');
  const id = idOf(page);
  const settled = async () =>
    (await logOf(page, id)).filter((e) => e.did?.step === 'settle').map((e) => e.did!.hold);
  /** Taps through the steps of a change, each after a second. */
  const timeAll = async (one: Page, tap: Locator): Promise<void> => {
    await tap.click();
    for (let i = 0; i < 20 && (await one.getByText(/^Done in/).count()) === 0; i += 1) {
      await expect(one.getByRole('timer')).toHaveText(/^[1-9] s$/);
      await tap.click();
    }
  };
  // Two windows on one change: each keeps its own times, none is lost.
  const other = await page.context().newPage();
  for (const one of [page, other]) {
    await one.goto(`/rigs/${id}/clock/gimbal/low`);
    await expect(one.getByRole('button', { name: 'Begin' })).toBeVisible();
  }
  await timeAll(page, page.getByTestId('clock-tap'));
  await expect(page.getByText('Balance the rig on the gimbal').first()).toBeVisible();
  await timeAll(other, other.getByTestId('clock-tap'));
  await expect.poll(settled).toEqual(['gimbal', 'gimbal']);
  await other.close();
  // A minute of balancing says nothing of a plug, and a few seconds of it draw the three minutes down.
  await page.goto(`/rigs/${id}/setups`);
  await page.getByRole('button', { name: /^Low.* to .*gimbal/i }).click();
  await expect(page.getByText(/with 2 times of yours; ≈ 3 min as a rule/)).toBeVisible();

  await page.goto(`/rigs/${id}/sheets/low/phone`);
  const saving = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save the pocket sheet' }).click();
  const path = info.outputPath('pocket.html');
  await (await saving).saveAs(path);
  const phone = await browser.newContext({ offline: true, acceptDownloads: true });
  const sheet = await phone.newPage();
  await sheet.goto(`file://${path}`);
  const change = sheet.getByLabel('What is timed').getByRole('option', { name: /gimbal/i });
  await sheet.getByLabel('What is timed').selectOption((await change.getAttribute('value'))!);
  await timeAll(sheet, sheet.locator('#pocket-tap'));
  const giving = sheet.waitForEvent('download');
  await sheet.getByRole('button', { name: 'Save what was noted as a file' }).click();
  const notes = info.outputPath('notes.field.json');
  await (await giving).saveAs(notes);
  await phone.close();

  // A file in which somebody wrote what is no way of holding is refused with its place, and nothing of it is kept.
  const broom = info.outputPath('broom.field.json');
  writeFileSync(broom, readFileSync(notes, 'utf8').replace('"hold": "gimbal"', '"hold": "broom"'));
  await page.getByLabel('Bring its notes in').setInputFiles(broom);
  await expect(page.getByText(/did\.hold/)).toBeVisible();
  expect(await settled()).toEqual(['gimbal', 'gimbal']);
  await page.getByLabel('Bring its notes in').setInputFiles(notes);
  await expect.poll(settled).toEqual(['gimbal', 'gimbal', 'gimbal']);
});
