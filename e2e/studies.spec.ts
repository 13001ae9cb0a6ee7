import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { variantShown, commandLine, openApp, part } from './app';

test('the envelope names the worst, and a press on the map sets the state', async ({ page }) => {
  const problems = await openApp(page);
  await page.getByRole('link', { name: 'Envelope' }).click();
  const map = page.getByRole('img', { name: /^Map of the smallest margin/ });
  // The same words as the command line's figures.
  const { json } = await commandLine<{ failingShare: number; crossing: { x: number; y: number; name: string } }>(
    'envelope',
    'demo/thornback.json',
  );
  await expect(map).toHaveAccessibleName(
    new RegExp(
      `Fails in ${Math.round(100 * json.failingShare)}\\s% of the operating range\\. The session first fails at ${Math.round(60 * json.crossing.x)}\\srpm, ${Math.round(json.crossing.y - 273.15)}\\s°C: ${json.crossing.name}`,
    ),
  );
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.filter((v) => v.impact === 'serious' || v.impact === 'critical').map((v) => v.id)).toEqual([]);
  const box = (await map.boundingBox())!;
  // The middle of the map: half of the speeds, half of the temperatures.
  await page.mouse.click(box.x + (box.width * (46 + 634 / 2)) / 700, box.y + (box.height * (18 + 418 / 2)) / 470);
  await expect(page.getByRole('slider', { name: 'Engine speed' })).toHaveAttribute('aria-valuetext', /36[12]\d/);
  await expect(page.getByRole('slider', { name: 'Oil temperature' })).toHaveAttribute('aria-valuetext', /5[45]/);
  // By keyboard: to the worst state of the turbo.
  const turbo = page.getByRole('listitem').filter({ hasText: 'Turbo' }).getByRole('button');
  await turbo.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('slider', { name: 'Engine speed' })).toHaveAttribute('aria-valuetext', /7000/);
  await page.getByRole('radio', { name: 'Filter loading' }).check();
  await expect(
    page.getByRole('img', { name: /^Map of the smallest margin over engine speed and filter loading/ }),
  ).toBeVisible();
  expect(problems).toEqual([]);
});

test('faults over real workers: as the command line says, stopped in pairs, the worst opened as a variant', async ({
  page,
}) => {
  const problems = await openApp(page);
  await test.step('in pairs when asked, and stopped', async () => {
    await page.getByRole('tab', { name: 'Faults' }).click();
    const faults = page.getByRole('region', { name: 'Faults' });
    await expect(faults).toContainText(/\d+ of \d+ leave a component/);
    await faults.getByRole('checkbox', { name: /pairs of faults/ }).check();
    // What is there already is shown while the rest is worked out.
    await expect(faults).toContainText(/testing faults, \d+ of \d+/);
    await expect(faults.getByRole('article').first()).toBeVisible();
    await faults.getByRole('button', { name: 'Stop' }).click();
    // What was found by then stays, and says that it is not all.
    await expect(faults).toContainText(/Stopped, \d+ of \d+: not the whole answer\./);
    await expect(faults.getByRole('button', { name: 'Run again' })).toBeVisible();
    await expect(faults.getByRole('article').first()).toBeVisible();
    await faults.getByRole('checkbox', { name: /pairs of faults/ }).uncheck();
    await expect(faults).toContainText(/\d+ of \d+ leave a component/);
  });

  await test.step('the worst is the command line’s, and is opened as a variant', async () => {
    await page.getByRole('tab', { name: 'Faults' }).click();
    const faults = page.getByRole('region', { name: 'Faults' });
    await expect(faults).toContainText(/\d+ of \d+ leave a component/);
    // The same order as the command line's.
    const { json } = await commandLine<{ faults: { title: string; starved: { part: string }[] }[] }>(
      'faults',
      'demo/thornback.json',
    );
    const worst = json.faults[0]!;
    await expect(faults.getByRole('article').first()).toHaveAccessibleName(worst.title);
    const { violations } = await new AxeBuilder({ page }).analyze();
    expect(violations.filter((v) => v.impact === 'serious' || v.impact === 'critical').map((v) => v.id)).toEqual([]);
    await faults.getByRole('article').first().getByRole('button', { name: 'Open as a variant' }).click();
    await expect(variantShown(page)).toHaveText(worst.title);
    await expect(part(page, worst.starved[0]!.part)).toHaveAttribute('aria-label', /no oil/);
    await page.keyboard.press('Control+z');
    await expect(variantShown(page)).toHaveText('Stock');
  });
  expect(problems).toEqual([]);
});
