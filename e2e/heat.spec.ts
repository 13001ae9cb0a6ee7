import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { choose, openApp } from './app';

test('the heat page: in meets out, curves, map with progress and stop, warm-up, and a trace that opens, runs and plots', async ({
  page,
}) => {
  const problems = await openApp(page);
  await choose(page, 'Variant', 'Nose cooler');
  await page.getByRole('link', { name: 'Heat' }).click();
  await test.step('by keyboard: standing still cools less, the answer follows the keys', async () => {
    const sump = page.getByRole('status', { name: 'Sump oil, calculated' });
    await expect(sump).toContainText(/\d/);
    const before = await sump.innerText();
    await page.getByRole('slider', { name: 'Road speed' }).focus();
    await page.keyboard.press('Home');
    await expect(sump).not.toHaveText(before);
    await expect
      .poll(async () => parseFloat(await sump.locator('.reading').innerText()))
      .toBeGreaterThan(parseFloat(/[\d.]+/.exec(before)![0]));
  });
  const balance = page.getByRole('img', { name: /^Heat in/ });
  await expect(balance).toBeVisible();
  const name = (await balance.getAttribute('aria-label'))!;
  const [into, out] = [...name.matchAll(/(\d+\.\d+).kW/g)].map((m) => Number(m[1]));
  expect(Math.abs(into! - out!)).toBeLessThan(0.02);
  await expect(page.getByRole('heading', { name: 'Oil temperature by ambient air' })).toBeVisible();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('tabpanel').getByRole('button', { name: 'Save as CSV' }).first().click(),
  ]);
  expect(readFileSync(await download.path(), 'utf8').split('\n')[0]).toBe(
    '"Air, °C",as it is,without the cooler,without the thermostat,too hot above,too cold to boil off water below',
  );

  // From within the page: a map may be done before a press from outside comes through.
  await page.evaluate(() => {
    new MutationObserver((_, watch) => {
      const stop = [...document.querySelectorAll('button')].find((b) => b.textContent === 'Stop');
      if (!stop || !document.querySelector('[role=progressbar]')) return;
      watch.disconnect();
      stop.click();
    }).observe(document.body, { childList: true, subtree: true });
  });
  await page.getByRole('tab', { name: 'Temperature map' }).click();
  await expect(page.getByText('Stopped.')).toBeVisible();

  await page.getByRole('tab', { name: 'Warm-up' }).click();
  await expect(page.getByText(/The thermostat starts to open after \d+ min/)).toBeVisible();

  await page.getByRole('tab', { name: 'Recorded lap' }).click();
  await expect(page.getByText(/Peak \d+.°C after \d+.s/)).toBeVisible();
  await page.locator('input[type=file][aria-label="Recorded lap file"]').setInputFiles({
    name: 'bad.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('time_s,rpm,load,road_speed_kmh\n0,900,0,0\n1,fast,0,0\n'),
  });
  await expect(page.getByRole('alert')).toContainText('bad.csv: Row 3, rpm: “fast” is not a number');
  const rows = Array.from({ length: 300 }, (_, i) => `${i},6500,1,20`).join('\n');
  await page.locator('input[type=file][aria-label="Recorded lap file"]').setInputFiles({
    name: 'mine.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(`time_s,rpm,load,road_speed_kmh\n${rows}\n`),
  });
  await expect(page.getByText(/Peak 1\d\d.°C after 299.s/)).toBeVisible();
  expect(problems).toEqual([]);
});
