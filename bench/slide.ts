import { withDemo } from '../tools/demo-server.ts';

/**
 * How long one step of a slide takes on the real bench, in ms: from the slider's event until every figure
 * and the drawing stand in the page and are laid out. Sorted. Runs the built application in Chromium, on a machine
 * `slower` times as slow as this.
 */
export async function measureSlideSteps(
  rigId: string,
  itemId: string,
  slower = 1,
): Promise<number[]> {
  return withDemo(async (browser, address) => {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(`${address}/rigs/${rigId}`);
    await page.locator(`[data-item="${itemId}"]`).first().click();
    await page.getByTestId('slide').waitFor();
    const session = await page.context().newCDPSession(page);
    await session.send('Emulation.setCPUThrottlingRate', { rate: slower });
    return page.evaluate(async () => {
      const times: number[] = [];
      const slider = document.querySelector<HTMLInputElement>('[data-testid="slide"]')!;
      const plate = document.querySelector('[data-testid="plate"]')!;
      for (let i = 0; i < 150; i += 1) {
        const start = performance.now();
        slider.value = String((i % 30) - 15);
        slider.dispatchEvent(new Event('input'));
        // The interface is renewed in a microtask; reading a size forces its layout.
        await Promise.resolve();
        await Promise.resolve();
        plate.getBoundingClientRect();
        if (i >= 50) times.push(performance.now() - start);
        await new Promise((resolve) => requestAnimationFrame(resolve));
      }
      return times.sort((a, b) => a - b);
    });
  });
}
