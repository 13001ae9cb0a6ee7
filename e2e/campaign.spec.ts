import { expect, test } from '@playwright/test';
import { openApp } from './app';
import { killsAfter } from '../scripts/campaign/kills';
import { monkey } from '../scripts/campaign/monkey';
import { recorded } from '../scripts/campaign/recorded';

/** Short forms of what `npm run campaign` does at length. */
test.describe.configure({ timeout: 300_000 });

test('nothing that was done is lost when the page crashes, the browser is killed or the tab is closed', async () => {
  // The campaign asks for 100 ms. Beside another browser on a busy machine a write may wait its turn.
  const { done, failures } = await killsAfter(2, 3, 2000);
  expect(done).toBe(2);
  expect(failures).toEqual([]);
});

test('a recorded log of 3 MB is read whole, and can be stopped half way', async () => {
  const { failures } = await recorded.run(3, 5);
  // How long the page is busy is the campaign's to say: this machine may be.
  expect(failures.filter((each) => !each.startsWith('a task of'))).toEqual([]);
});

test('random clicks, keys and texts break nothing', async () => {
  const { failures } = await monkey.run(150, 8);
  expect(failures).toEqual([]);
});

test('going to and fro between the views adds no listeners', async ({ page }) => {
  await openApp(page);
  const session = await page.context().newCDPSession(page);
  await session.send('Performance.enable');
  const toAndFro = async (times: number) => {
    for (let i = 0; i < times; i++) {
      await page.getByRole('link', { name: 'Library' }).click();
      await expect(page.getByRole('heading', { name: 'Library' })).toBeVisible();
      await page.getByRole('link', { name: 'Circuit' }).click();
      await expect(page.getByRole('tab', { name: 'Supply' })).toBeVisible();
    }
    await session.send('HeapProfiler.collectGarbage');
    const { metrics } = await session.send('Performance.getMetrics');
    return metrics.find((m) => m.name === 'JSEventListeners')!.value;
  };
  // The first visits load what the views need. A part that appears late (an answer computed meanwhile) is counted in
  // one batch only; a leak grows in each.
  let before = await toAndFro(3);
  const ROUNDS = 8;
  const grownBy: number[] = [];
  for (let batch = 0; batch < 3; batch++) {
    const after = await toAndFro(ROUNDS);
    grownBy.push(after - before);
    before = after;
  }
  expect(Math.min(...grownBy)).toBeLessThan(ROUNDS);
});
