import { chromium, type Page } from '@playwright/test';
import { writePack, type Part } from '@zucchini/core';
import { withInstallation } from '../tools/demo-server.ts';

export interface CatalogueTimes {
  /** From the file chosen to the fate of its last row, in ms; undefined where so many are not brought as one file. */
  readonly dryRunMs: number | undefined;
  /** From the click on “Catalogue” to its rows standing in the page, in ms, sorted. */
  readonly openMs: readonly number[];
  /** From a word typed to the narrowed rows laid out, in ms, sorted. */
  readonly filterMs: readonly number[];
}

/** As many parts are brought as a file; more are stored piece by piece before the page is looked at. */
const mostInFile = 5000;

async function storeAll(address: string, parts: readonly Part[]): Promise<void> {
  for (let from = 0; from < parts.length; from += mostInFile) {
    const piece = parts.slice(from, from + mostInFile).map((part) => ({ revision: 0, part }));
    const answer = await fetch(`${address}/api/parts`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ parts: piece }),
    });
    if (!answer.ok) throw new Error(`storeAll: ${answer.status} ${await answer.text()}`);
  }
}

/** Brings the parts as a file, as a person does, and stores them. */
async function bringFile(page: Page, address: string, parts: readonly Part[]): Promise<number> {
  await page.goto(`${address}/catalogue/exchange`);
  // The file is made in the page: what the browser's driver takes to hand it over is not a person's wait.
  const dryRunMs = await page.evaluate(async (text) => {
    const files = new DataTransfer();
    files.items.add(new File([text], 'many.parts.json', { type: 'application/json' }));
    const input = document.querySelector<HTMLInputElement>('input[type="file"]')!;
    input.files = files.files;
    const begin = performance.now();
    input.dispatchEvent(new Event('change'));
    while (
      ![...document.querySelectorAll('button')].some((b) => /^Store \d/.test(b.textContent.trim()))
    ) {
      await new Promise((resolve) => requestAnimationFrame(resolve));
    }
    return performance.now() - begin;
  }, writePack(parts));
  const unusual = page.getByRole('button', { name: 'All unusual figures are right' });
  if (await unusual.isVisible()) await unusual.click();
  await page.getByRole('button', { name: `Store ${parts.length} parts` }).click();
  await page.getByText(`${parts.length} parts are stored.`).waitFor({ timeout: 120_000 });
  return dryRunMs;
}

/** What a person waits for with so many parts, in the built application, an empty installation and Chromium. */
export async function measureCatalogue(parts: readonly Part[]): Promise<CatalogueTimes> {
  return withInstallation(['--empty'], async (address) => {
    const browser = await chromium.launch({ executablePath: '/usr/bin/chromium' });
    try {
      const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
      const isFile = parts.length <= mostInFile;
      if (!isFile) await storeAll(address, parts);
      const dryRunMs = isFile ? await bringFile(page, address, parts) : undefined;

      const openMs: number[] = [];
      for (let i = 0; i < 7; i += 1) {
        // A new page, so that nothing is remembered of the last look.
        await page.goto(address, { waitUntil: 'networkidle' });
        openMs.push(
          await page.evaluate(async () => {
            const begin = performance.now();
            const link = [...document.querySelectorAll('a')].find(
              (a) => a.textContent?.trim() === 'Catalogue',
            )!;
            link.click();
            while (!document.querySelector('[data-row]')) {
              await new Promise((resolve) => requestAnimationFrame(resolve));
            }
            document.body.getBoundingClientRect();
            return performance.now() - begin;
          }),
        );
      }
      const filterMs = await page.evaluate(async () => {
        const times: number[] = [];
        const field = document.querySelector<HTMLInputElement>('input[type="search"]')!;
        const words = ['mon', 'arm', 'cage ost', '', 'plate', 'lead hdmi', 'x', ''];
        for (const word of [...words, ...words]) {
          const begin = performance.now();
          field.value = word;
          field.dispatchEvent(new Event('input', { bubbles: true }));
          await Promise.resolve();
          await Promise.resolve();
          document.querySelector('main')!.getBoundingClientRect();
          await new Promise((resolve) => requestAnimationFrame(resolve));
          times.push(performance.now() - begin);
        }
        return times;
      });
      const sort = (list: number[]) => list.sort((a, b) => a - b);
      return { dryRunMs, openMs: sort(openMs), filterMs: sort(filterMs) };
    } finally {
      await browser.close();
    }
  });
}
