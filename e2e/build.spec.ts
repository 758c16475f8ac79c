import { expect, test, type Download, type Locator, type Page } from '@playwright/test';
import {
  chooseOption,
  fit,
  itemOf,
  saved,
  stack,
  startRig,
  startRigFromShelf,
  strip,
} from './bench';

/** Presses Tab until a control has the focus: it can be reached by keyboard alone. */
async function tabTo(page: Page, target: Locator): Promise<void> {
  await expect(target).toBeVisible();
  for (let i = 0; i < 120; i += 1) {
    if (await target.evaluate((e) => e === document.activeElement)) return;
    await page.keyboard.press('Tab');
  }
  throw new Error('no number of tabs leads there');
}

/** Writes a figure into a field of the open panel. */
async function typeInto(page: Page, label: string, figure: string): Promise<void> {
  const field = page
    .getByRole('region', { name: 'Working' })
    .getByRole('textbox', { name: new RegExp(`^${label}`) });
  await tabTo(page, field);
  await page.keyboard.press('Control+A');
  await page.keyboard.type(figure);
  await page.keyboard.press('Enter');
}

/** Chooses an option by keys alone: Tab to the field, Enter, down the list, Enter. */
async function pick(page: Page, field: Locator, option: RegExp): Promise<void> {
  await tabTo(page, field);
  await page.keyboard.press('Enter');
  const active = page.getByRole('option').and(page.locator('[data-headlessui-state~="active"]'));
  for (let i = 0; i < 60; i += 1) {
    if (option.test((await active.innerText()).replace(/^✓\s*/u, ''))) {
      await page.keyboard.press('Enter');
      return;
    }
    await page.keyboard.press('ArrowDown');
  }
  throw new Error(`no option ${option}`);
}

/** Chooses a part in the stack with the bracket keys. */
async function choose(page: Page, name: string): Promise<void> {
  const row = stack(page).getByRole('button', { name });
  for (let i = 0; i < 20; i += 1) {
    if ((await row.getAttribute('aria-current')) === 'true') return;
    await page.keyboard.press(']');
  }
  throw new Error(`no part ${name}`);
}

async function plug(page: Page, from: RegExp, to: RegExp, lead: RegExp): Promise<void> {
  await page.keyboard.press('Escape');
  await page.keyboard.press('c');
  await expect(page.getByRole('heading', { name: 'What is plugged into what?' })).toBeVisible();
  await pick(page, page.getByLabel('From port'), from);
  await pick(page, page.getByLabel('To port'), to);
  await pick(page, page.getByLabel('Lead', { exact: true }), lead);
  await tabTo(page, page.getByRole('button', { name: 'Plug it in' }));
  await page.keyboard.press('Enter');
  await expect(page.getByRole('list', { name: 'Planned leads' })).toContainText(lead);
  await page.keyboard.press('Escape');
}

const clean = async (page: Page) => {
  await expect(strip(page, 'Fit')).toContainText('0 to mend');
  await expect(strip(page, 'Fit')).toContainText('0 risks');
};

test('Mark 2 is built from an empty bench by keyboard alone', async ({ page }) => {
  await startRigFromShelf(page, 'Mark 2 by keys');
  await fit(page, 'tripod socket', 'Halyard half cage');
  await fit(page, 'lens mount', 'Shoal 24–70 T3');
  await fit(page, 'cell bay', 'Petrel cell 16 Wh');
  await fit(page, 'rail on the roof', 'Yoke top handle');
  await choose(page, 'Yoke top handle');
  await typeInto(page, 'Stands at', '28');
  await fit(page, 'rail on the roof', 'Latch rail arm');
  await choose(page, 'Latch rail arm');
  await typeInto(page, 'Stands at', '-33');
  await typeInto(page, 'head tilted', '10');
  await fit(page, 'head', 'Tern 5 monitor');
  await fit(page, 'battery plate behind', 'Peat small');
  await fit(page, 'shoe on the nose', 'Sedge small microphone');
  await choose(page, 'Sedge small microphone');
  await typeInto(page, 'Stands at', '2');
  await fit(page, 'foot of the left side', 'Cleat shoe on a screw');
  await fit(page, 'cleat', 'Duet two-channel receiver');
  await plug(page, /^Petrel: HDMI/, /^Tern 5 monitor: HDMI/, /30 cm/);
  await plug(page, /^Sedge.*3\.5/, /^Duet.*microphone in/, /Sheet/);
  await plug(page, /^Duet.*line out/, /^Petrel: 3\.5 mm in/, /Brace lead, 3.5 mm, 12 cm/);
  await expect(stack(page).getByRole('button')).toHaveCount(11);
  // Held where it hangs level: the hand goes back along the grip.
  await page.keyboard.press('2');
  const hand = page.getByRole('slider').first();
  await tabTo(page, hand);
  for (let i = 0; i < 60 && Number(await hand.inputValue()) > 28; i += 1) {
    await page.keyboard.press('ArrowLeft');
  }
  await page.keyboard.press('1');
  await clean(page);
  await expect(strip(page, 'Hang')).toContainText(/0\.\d° nose/);
  await saved(page);
});

/** Fits a part with the mouse: the mount on the list of free ones, then the part. */
async function fitByMouse(page: Page, mount: RegExp, part: string, under?: string): Promise<void> {
  await page.getByRole('button', { name: 'Fit a part …' }).click();
  const side = page.getByRole('region', { name: 'Working' });
  const group = under
    ? side.locator('section').filter({ has: page.getByRole('heading', { name: under }) })
    : side;
  await group.getByRole('button', { name: mount }).first().click();
  await page.getByRole('list', { name: 'Fits' }).getByText(part, { exact: true }).first().click();
  await expect(stack(page).getByRole('button', { name: part })).toBeVisible();
}

async function slideBy(page: Page, part: string, px: number): Promise<void> {
  const id = await itemOf(page, part);
  const drawn = page.locator(`[data-layer="part"][data-item="${id}"]`).first();
  const box = (await drawn.locator('path').first().boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + px, y, { steps: 6 });
  await page.mouse.up();
}

test('Mark 2 is built from an empty bench by mouse', async ({ page }) => {
  await startRigFromShelf(page, 'Mark 2 by mouse');
  const side = page.getByRole('region', { name: 'Working' });
  await fitByMouse(page, /tripod socket/, 'Halyard half cage');
  await fitByMouse(page, /lens mount/, 'Shoal 24–70 T3');
  await fitByMouse(page, /cell bay/, 'Petrel cell 16 Wh');
  await fitByMouse(page, /rail on the roof/, 'Yoke top handle');
  // As far forward as the rail goes, then the arm as far back: dragged beyond their ends they stop there.
  await slideBy(page, 'Yoke top handle', -260);
  await expect(side.getByTestId('slide')).toHaveValue('28');
  await fitByMouse(page, /rail on the roof/, 'Latch rail arm');
  await slideBy(page, 'Latch rail arm', 260);
  await expect(side.getByTestId('slide')).toHaveValue('-33');
  await fitByMouse(page, /^head/, 'Tern 5 monitor', 'Latch rail arm');
  await fitByMouse(page, /battery plate behind/, 'Peat small 17 Wh');
  await fitByMouse(page, /shoe on the nose/, 'Sedge small microphone');
  await slideBy(page, 'Sedge small microphone', -200);
  await fitByMouse(page, /foot of the left side/, 'Cleat shoe on a screw', 'Halyard half cage');
  await fitByMouse(page, /cold shoe/, 'Duet two-channel receiver', 'Cleat shoe on a screw');
  await expect(stack(page).getByRole('button')).toHaveCount(11);

  // The monitor's edge is pulled forward: the arm follows and tilts it towards the eye.
  await stack(page).getByRole('button', { name: 'Latch rail arm' }).click();
  const tilt = side.getByLabel('head tilted', { exact: true });
  await expect(tilt.first()).toHaveValue('0');
  const id = await itemOf(page, 'Tern 5 monitor');
  const edge = page.locator(`[data-layer="part"][data-item="${id}"]`).first();
  const box = (await edge.locator('path').first().boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + 6];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x - 34, y, { steps: 8 });
  await page.mouse.up();
  await stack(page).getByRole('button', { name: 'Latch rail arm' }).click();
  await expect(tilt.first()).not.toHaveValue('0');
  await side.getByRole('slider', { name: 'head tilted' }).fill('10');

  // Leads: what a finding offers, then the rest by choosing both ends.
  await strip(page, 'Fit').click();
  const lead = page.locator('[data-finding="no-lead"]').filter({ hasText: 'picture' });
  await lead
    .getByRole('button', { name: /Painter/ })
    .first()
    .click();
  await expect(lead).toHaveCount(0);
  await page.getByRole('button', { name: 'Leads …' }).click();
  const plugByMouse = async (from: RegExp, to: RegExp, name: RegExp) => {
    for (const [label, text] of [
      ['From port', from],
      ['To port', to],
      ['Lead', name],
    ] as const) {
      await chooseOption(page.getByLabel(label, { exact: true }), text);
    }
    await page.getByRole('button', { name: 'Plug it in' }).click();
  };
  await page
    .getByRole('list', { name: 'Planned leads' })
    .getByRole('button', { name: 'Unplug' })
    .first()
    .click();
  await plugByMouse(/^Petrel: HDMI/, /^Tern 5 monitor: HDMI/, /30 cm/);
  await plugByMouse(/^Sedge.*3\.5/, /^Duet.*microphone in/, /Sheet/);
  await plugByMouse(/^Duet.*line out/, /^Petrel: 3\.5 mm in/, /Brace lead, 3.5 mm, 12 cm/);
  await expect(page.getByRole('list', { name: 'Planned leads' }).getByRole('listitem')).toHaveCount(
    3,
  );

  // What hangs nose down is held where the remedy says.
  await strip(page, 'Hang').click();
  await page.getByRole('button', { name: /^Hold Yoke top handle/ }).click();
  await expect(strip(page, 'Hang')).toContainText(/0\.\d° nose/);
  await strip(page, 'Fit').click();
  await clean(page);
  await saved(page);
});

test('a part is carried to another mount by its number, and turned by its knob', async ({
  page,
}) => {
  await startRig(page, 'Carrying rig');
  await fit(page, 'tripod socket', 'Gunwale full cage');
  await fit(page, 'cold shoe', 'Nub shoe arm');
  const id = await itemOf(page, 'Nub shoe arm');
  await page.keyboard.press('Escape');
  await page.keyboard.press('ArrowUp');
  const number = page.locator(`[data-number="${id}"]`);
  const lit = page.locator('[data-mount$="shoe-2"]');
  const [from, to] = [(await number.boundingBox())!, (await lit.boundingBox())!];
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
  await page.mouse.down();
  await page.mouse.move(from.x + 20, from.y + 20, { steps: 3 });
  await expect(page.getByText('Drop it on a lit mount')).toBeVisible();
  await page.mouse.move(to.x + to.width / 2, to.y + to.height / 2, { steps: 8 });
  await page.mouse.up();
  const side = page.getByRole('region', { name: 'Working' });
  await expect(side).toContainText('on cold shoe on the roof, right of');
  await saved(page);

  const knob = page.getByTestId('turn-knob');
  const at = (await knob.boundingBox())!;
  const [kx, ky] = [at.x + at.width / 2, at.y + at.height / 2];
  // A quarter turn about the middle of its ring, which is 26 px away up and to the right.
  const middle = [kx - 26 * Math.SQRT1_2, ky + 26 * Math.SQRT1_2] as const;
  await page.mouse.move(kx, ky);
  await page.mouse.down();
  for (let step = 1; step <= 6; step += 1) {
    const angle = -Math.PI / 4 - (Math.PI / 2) * (step / 6);
    await page.mouse.move(middle[0] + 26 * Math.cos(angle), middle[1] + 26 * Math.sin(angle));
  }
  await page.mouse.up();
  // Counter-clockwise seen from above is right-handed about the way up.
  await expect(side.getByLabel('Turned to')).toHaveAttribute('data-value', '90');
  await page.locator('body').press('z');
  await expect(side.getByLabel('Turned to')).toHaveAttribute('data-value', '0');
  await page.locator('body').press('z');
  await expect(side).toContainText('on cold shoe on the roof, left of');
});

test('a need is served, a part replaced, a chain of adaptors taken', async ({ page }) => {
  await startRig(page, 'Asking rig');
  await fit(page, 'tripod socket', 'Gunwale full cage');
  await page.keyboard.press('Escape');
  await page.keyboard.press('w');
  await page.getByText('Not asked for').click();
  await page.getByRole('button', { name: /^a microphone/ }).click();
  await page.getByRole('list', { name: 'Fits' }).getByText('Sedge small microphone').click();
  await expect(stack(page)).toContainText('Sedge small microphone');

  await page.keyboard.press('r');
  await expect(page.getByRole('heading', { name: 'What instead?' })).toBeVisible();
  const fits = page.getByRole('list', { name: 'Fits' });
  await expect(fits).toContainText('Reed short microphone');
  await expect(fits).toContainText('+38 g');
  await fits.getByText('Reed short microphone').click();
  await expect(stack(page)).toContainText('Reed short microphone');
  await expect(stack(page)).not.toContainText('Sedge small microphone');

  await page.keyboard.press('Escape');
  await page.keyboard.press('/');
  await page.getByRole('searchbox', { name: 'Search free mounts' }).fill('front of the left bar');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('status').filter({ hasText: /parts? fits?/ })).toBeVisible();
  await page.getByRole('searchbox', { name: 'Search parts' }).fill('Yoke');
  await expect(page.getByText(/^Does not fit \(1\)/)).toBeVisible();
  const chain = page.getByRole('button', { name: /^with Plank rail/ });
  await expect(chain).toBeVisible();
  await chain.click();
  await expect(stack(page)).toContainText('Plank rail, 40 mm');
  await expect(stack(page)).toContainText('Yoke top handle');
  await page.keyboard.press('z');
  await expect(stack(page)).not.toContainText('Plank rail, 40 mm');
});

test('the bench stays live while candidates are judged; judging is stopped and taken up again', async ({
  page,
}) => {
  await startRig(page, 'Stopping rig');
  await fit(page, 'tripod socket', 'Gunwale full cage');
  // The worker's library comes late: there is time to stop.
  await page.route('**/assets/rapier*', async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 1500));
    await route.continue();
  });
  await page.reload();
  await expect(stack(page)).toContainText('Gunwale full cage');
  await page.keyboard.press('/');
  await page.getByRole('searchbox', { name: 'Search free mounts' }).fill('rail on the left');
  await page.keyboard.press('Enter');
  const side = page.getByRole('region', { name: 'Working' });
  await expect(side.getByText(/^judging/)).toBeVisible();
  // Meanwhile one walks round.
  await page.getByRole('button', { name: 'back', exact: true }).click();
  await expect(page.getByTestId('caption')).toContainText('back');
  await side.getByRole('button', { name: 'Stop' }).click();
  await expect(side.getByText(/stopped after/)).toBeVisible();
  await side.getByRole('button', { name: 'Go on' }).click();
  await expect(page.getByRole('list', { name: 'Fits' })).toContainText('Thole side grip');
});

test('a side is kept as SVG in millimetres, the solid as glTF', async ({ page }) => {
  await page.goto('/rigs/mark-2');
  await expect(strip(page, 'Fit')).toContainText('0 to mend');
  const drawn = page.waitForEvent('download');
  await page.getByRole('button', { name: 'as SVG …' }).click();
  await page.getByRole('button', { name: 'this side, 1 : 1' }).click();
  const svg = await readFile(await drawn);
  expect(svg).toContain('mm" viewBox');
  expect(svg).toContain('275.3 mm');

  await page.keyboard.press('s');
  await expect(page.getByTestId('solid')).toBeVisible();
  const kept = page.waitForEvent('download');
  await page.getByRole('button', { name: 'as glTF' }).click();
  const gltf = JSON.parse(await readFile(await kept));
  expect(gltf.asset.version).toBe('2.0');
  const names = gltf.nodes.map((n: { name?: string }) => n.name);
  expect(names).toContain('Tern 5 monitor');
});

async function readFile(download: Download): Promise<string> {
  const stream = await download.createReadStream();
  const pieces: Buffer[] = [];
  for await (const piece of stream) pieces.push(piece as Buffer);
  return Buffer.concat(pieces).toString('utf8');
}
