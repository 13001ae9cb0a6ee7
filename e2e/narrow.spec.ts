import { expect, test, type Page } from '@playwright/test';
import { openApp, part } from './app';

const drawing = (page: Page) => page.locator('.drawing svg[role=group]');
const widthOf = async (page: Page) => (await drawing(page).boundingBox())!.width;
/** Where a part is on the screen [px]. */
async function centreOf(page: Page, id: string) {
  const box = (await part(page, id).boundingBox())!;
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
}

test.describe('On a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test('the circuit is read from top to bottom beside its drawing, and a part opens where it is seen', async ({
    page,
  }) => {
    const problems = await openApp(page);
    const list = page.getByRole('region', { name: 'Parts in the order of the oil' });
    const turbo = list.getByRole('button', { name: /^Turbo\b(?! hose)/ });
    // The same words as the drawing has for it.
    const said = (await part(page, 'turbo').getAttribute('aria-label'))!;
    await expect(turbo).toContainText(/too much flow/);
    await expect(turbo).toContainText(/(\d+\.\d+).L\/min above maximum/.exec(said)![0]);
    await expect(list.getByRole('button', { name: /^Filter.*takes/ })).toBeVisible();
    await turbo.tap();
    const back = page.getByRole('heading', { name: /^Turbo/ }).getByRole('button', { name: 'Back to findings' });
    await expect(back).toBeInViewport();
    await back.tap();
    await expect(page.getByRole('tab', { name: 'Supply' })).toBeVisible();
    expect(problems).toEqual([]);
  });

  test('two fingers draw it larger where they are, buttons smaller, and the page never scrolls sideways', async ({
    page,
  }) => {
    await openApp(page);
    await part(page, 'filter').scrollIntoViewIfNeeded();
    const before = await widthOf(page);
    const { x, y } = await centreOf(page, 'filter');
    const session = await page.context().newCDPSession(page);
    const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', apartPx: number) =>
      session.send('Input.dispatchTouchEvent', {
        type,
        touchPoints:
          type === 'touchEnd'
            ? []
            : [
                { x: x - apartPx / 2, y, id: 1 },
                { x: x + apartPx / 2, y, id: 2 },
              ],
      });
    await touch('touchStart', 60);
    for (const apartPx of [70, 80, 90]) await touch('touchMove', apartPx);
    await touch('touchEnd', 0);
    await expect.poll(() => widthOf(page)).toBeCloseTo(before * 1.5, -1);
    expect(Math.abs((await centreOf(page, 'filter')).x - x)).toBeLessThan(12);
    await page.getByRole('button', { name: 'Draw smaller' }).tap();
    await expect.poll(() => widthOf(page)).toBeCloseTo((before * 1.5) / 1.25, -1);
    await page.getByRole('button', { name: 'Fit to width' }).tap();
    await expect.poll(() => widthOf(page)).toBeLessThanOrEqual(390);
    await page.getByRole('button', { name: 'Full size' }).tap();
    await expect.poll(() => widthOf(page)).toBeCloseTo(before, -1);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(390);
  });
});
