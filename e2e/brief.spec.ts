import { expect, test, type Locator, type Page } from '@playwright/test';
import { mapItemRefs, type Imported, type RigFile } from '@zucchini/core';
import { checkAccess, chooseOption, saved, strip } from './bench.ts';

const side = (page: Page) => page.getByRole('region', { name: 'Working' }).first();
const stillShort = (page: Page): Locator =>
  side(page).locator('section:has(> h3:text-is("Still short"))').getByRole('button');
/** All that is asked has been judged. */
const judged = (page: Page) => expect(side(page).getByRole('status')).toContainText(/fits?$/u);

/** Counts what a person does. */
function createCounter() {
  let count = 0;
  return {
    act: async (what: Promise<unknown>) => {
      count += 1;
      await what;
    },
    get count() {
      return count;
    },
  };
}

test('from nothing to a rig that meets every must of a documentary, by following what is offered', async ({
  page,
}) => {
  const actions = createCounter();
  await page.goto('/');
  await actions.act(page.getByRole('button', { name: 'New rig' }).click());
  await checkAccess(page);
  await actions.act(page.getByRole('radio', { name: 'Documentary on the run' }).check());
  await actions.act(page.getByLabel('Camera body').click());
  await actions.act(page.getByRole('option', { name: 'Corvane Petrel' }).click());
  await actions.act(page.getByLabel('Lens', { exact: true }).click());
  await actions.act(page.getByRole('option', { name: 'Hollin Shoal 24–70 T3' }).click());
  await actions.act(page.getByRole('button', { name: 'On to what differs' }).click());
  await expect(page.getByRole('heading', { name: 'The brief' })).toBeVisible();
  const supply = page.getByRole('complementary', { name: 'What the rig must supply' });
  await expect(supply).toContainText('7.1 stops short at EV 15 in “Out of doors”, T5.6');
  await expect(supply).toContainText('there already, so buy nothing');
  await checkAccess(page);
  await actions.act(page.getByRole('link', { name: 'To the bench' }).click());
  await actions.act(page.getByRole('button', { name: 'By need …' }).click());
  await expect(stillShort(page).first()).toBeVisible();
  await checkAccess(page);
  // A cage before anything that is fastened to it.
  await expect(stillShort(page).first()).toContainText('Places to fasten things to');
  while ((await stillShort(page).count()) > 0) {
    const left = await side(page).innerText();
    await actions.act(stillShort(page).first().click());
    await judged(page);
    await actions.act(
      side(page).getByRole('list', { name: 'Fits' }).getByRole('button').first().click(),
    );
    await expect(side(page)).toContainText('What must the rig supply?');
    await expect(side(page)).not.toHaveText(left);
    expect(actions.count).toBeLessThanOrEqual(40);
  }
  await expect(strip(page, 'Fit')).toContainText('0 to mend');
  await expect(strip(page, 'Light')).toContainText('holds in every scene');
  await expect(strip(page, 'Last')).toContainText('6 h of 6 h');
  await page.keyboard.press('w');
  await expect(side(page)).not.toContainText('Still short');
  await saved(page);
  await page.reload();
  // Keys are heard once the bench stands.
  await expect(strip(page, 'Fit')).toBeVisible();
  await page.locator('body').press('w');
  await expect(side(page)).toContainText('Served by a part');
  await expect(side(page)).not.toContainText('Still short');
});

test('the same by keyboard alone', async ({ page }) => {
  await page.goto('/rigs/new');
  await page.getByRole('radio', { name: 'Documentary on the run' }).focus();
  await page.keyboard.press('Space');
  const choose = async (label: string, letters: string) => {
    await page.getByLabel(label, { exact: true }).focus();
    await page.keyboard.press('Enter');
    await expect(page.getByRole('listbox')).toBeVisible();
    // Letters that come too slowly one after the other are a new word to the list: on a busy machine they are typed again.
    await expect(async () => {
      await page.keyboard.type(letters);
      const there = page.locator('[role=option][data-headlessui-state~=active]');
      await expect(there).toContainText(letters, { timeout: 500 });
    }).toPass();
    await page.keyboard.press('Enter');
  };
  await choose('Camera body', 'Corvane P');
  await choose('Lens', 'Hollin S');
  await page.getByRole('button', { name: 'On to what differs' }).focus();
  await page.keyboard.press('Enter');
  await page.getByRole('link', { name: 'To the bench' }).focus();
  await page.keyboard.press('Enter');
  await expect(strip(page, 'Light')).toContainText('7.1 stops short');
  await page.keyboard.press('w');
  let presses = 0;
  await expect(stillShort(page).first()).toBeFocused();
  while ((await stillShort(page).count()) > 0) {
    await page.keyboard.press('Enter');
    await expect(page.getByRole('searchbox', { name: 'Search parts' })).toBeFocused();
    await judged(page);
    await page.keyboard.press('Enter');
    await expect(side(page)).toContainText('What must the rig supply?');
    presses += 2;
    expect(presses).toBeLessThanOrEqual(30);
  }
  await expect(strip(page, 'Fit')).toContainText('0 to mend');
});

test('a brief refuses what contradicts itself beside its field, and loses nothing', async ({
  page,
}) => {
  const answer = await page.request.post('/api/rigs', {
    data: {
      name: 'Contradicted',
      bodyPartId: 'corvane-petrel',
      currency: 'EUR',
      brief: { limits: {}, scenes: [{ name: 'Quay', fromEv: 8, toEv: 12 }] },
    },
  });
  const { rig } = (await answer.json()) as { rig: { id: string } };
  await page.goto(`/rigs/${rig.id}/brief`);
  const scenes = page.getByRole('list', { name: 'Scenes' });
  await scenes.getByLabel('At its brightest').fill('6');
  await scenes.getByLabel('At its brightest').press('Tab');
  await expect(scenes).toContainText('is darker than its own dark end');
  // The rest still works, and what was refused is tried again.
  await page.getByLabel('Frames a second').fill('50');
  await page.getByLabel('Frames a second').press('Tab');
  await expect(scenes.getByLabel('At its brightest')).toHaveValue('6');
  await scenes.getByLabel('At its darkest').fill('5');
  await scenes.getByLabel('At its darkest').press('Tab');
  await expect(scenes).not.toContainText('is darker than its own dark end');
  await page.getByRole('link', { name: 'To the bench' }).click();
  await saved(page);
  const stored = (await (await page.request.get(`/api/rigs/${rig.id}`)).json()) as {
    rig: { brief: unknown };
  };
  expect(stored.rig.brief).toMatchObject({
    picture: { framesPerS: 50 },
    scenes: [{ name: 'Quay', fromEv: 5, toEv: 6 }],
  });
});

test('a lens that is not there is described on the way, and nothing chosen is lost', async ({
  page,
}) => {
  await page.goto('/rigs/new');
  await page.getByRole('radio', { name: 'Interviews' }).check();
  await chooseOption(page.getByLabel('Camera body'), 'Corvane Petrel');
  await page.getByLabel('Its name').fill('Two chairs');
  await page.getByRole('link', { name: 'Mine is not here: describe it' }).last().click();
  await expect(page.getByRole('heading', { name: 'A new part: lens' })).toBeVisible();
  for (const [label, value] of [
    ['Name', 'Plover 40'],
    ['Length', '60'],
    ['Diameter', '66'],
    ['Lens mount', 'Corvane bayonet'],
  ] as const) {
    const field = page
      .getByRole('form', { name: 'The part' })
      .getByLabel(new RegExp(`^${label}`, 'u'));
    await field.first().fill(value);
    await field.first().press('Tab');
  }
  await page.getByRole('button', { name: 'Store it' }).click();
  await expect(page.getByRole('heading', { name: 'A new rig' })).toBeVisible();
  await expect(page.getByRole('radio', { name: 'Interviews' })).toBeChecked();
  await expect(page.getByLabel('Its name')).toHaveValue('Two chairs');
  await expect(page.getByLabel('Lens', { exact: true })).toContainText('Plover 40');
  await page.getByRole('button', { name: 'On to what differs' }).click();
  await page.getByRole('link', { name: 'To the bench' }).click();
  await expect(page.getByRole('region', { name: 'The stack' })).toContainText('Plover 40');
  // Nobody has said how wide it opens: the brief's own stops are taken, and nothing is made up of its view.
  await expect(strip(page, 'Light')).toContainText('stop');
});

test('a gap at noon is told, closed by what is offered, and its band read; sound says who goes where', async ({
  page,
}) => {
  const file = (await (await page.request.get('/api/rigs/mark-1/file')).json()) as RigFile;
  const own = mapItemRefs(file.rig, (ref) => `noon-${ref.itemId}`);
  const reply = await page.request.post('/api/rigs/import', {
    data: { ...file, rig: { ...own, id: 'noon', name: 'Noon' }, versions: [] },
  });
  await page.goto(`/rigs/${((await reply.json()) as Imported).id}`);
  await expect(strip(page, 'Light')).toContainText('3.1 stops short');
  await page.locator('body').press('4');
  await expect(side(page)).toContainText('past ≈ 4.9 stops a variable filter shows a cross');
  const scenes = side(page).getByRole('list', { name: 'Scenes, and where they are not held' });
  await expect(scenes).toContainText('3.1 stops short · EV 12 – 15');
  // Another lens of the set has another gap.
  await chooseOption(side(page).getByLabel('Lens', { exact: true }), 'Ember 35 T2.1');
  await expect(scenes).toContainText('1.7 stops short · EV 12 – 15');
  await side(page).getByRole('button', { name: 'What closes it cheapest?' }).click();
  const sets = side(page).getByRole('table', { name: 'Glass that closes it' });
  await expect(sets).toContainText('round, 77 mm');
  await expect(sets).toContainText('nothing of this size closes it');
  await checkAccess(page);
  await sets.getByRole('button', { name: 'Take it along' }).first().click();
  await expect(strip(page, 'Light')).toContainText('holds in every scene');
  await expect(scenes).not.toContainText('short');
  await page.keyboard.press('z');
  await expect(strip(page, 'Light')).toContainText('3.1 stops short');
  // The picture, by the focal length.
  await side(page).getByRole('slider', { name: 'Focal length' }).fill('50');
  await expect(side(page)).toContainText('At 50 mm the picture is clean.');
  await expect(side(page)).toContainText('39.6° × 27.0°');

  await page.locator('body').press('5');
  await expect(strip(page, 'Sound')).toContainText('2 unheard');
  await expect(side(page)).toContainText('the leads that are missing stand under Fit');
  await page.locator('body').press('1');
  for (const lead of ['Duet two-channel receiver', 'Reed short microphone']) {
    await side(page)
      .getByRole('button', { name: new RegExp(`^Plug .* and ${lead}$`, 'u') })
      .first()
      .click();
  }
  await page.locator('body').press('5');
  await expect(strip(page, 'Sound')).toContainText('2 of 2 inputs');
  await expect(side(page)).toContainText('Reed short microphone + Duet two-channel receiver');
  await checkAccess(page);
});
