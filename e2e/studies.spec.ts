import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { choose, variantShown, commandLine, openApp, part } from './app';

test('find the restrictor’s band, take a drill from it, see the verdict pass', async ({ page }) => {
  const problems = await openApp(page);
  await expect(part(page, 'turbo')).toHaveAttribute('aria-label', /Turbo/);
  await part(page, 'turboRestrictor').click();
  await page.getByRole('button', { name: 'Find a size' }).click();
  const finder = page.getByRole('region', { name: 'Sizes of bore' });
  // The same band and the same sizes as the command line's.
  const { code, json } = await commandLine<{ bands: { low: number; high: number }[]; fitting: { label: string }[] }>(
    'size',
    'demo/thornback.json',
    'turboRestrictor.boreM',
  );
  expect(code).toBe(0);
  const mm = (si: number) => (1000 * si).toFixed(2);
  await expect(finder).toContainText(
    new RegExp(`${mm(json.bands[0]!.low)}\\smm–${mm(json.bands[0]!.high)}\\smm works`),
  );
  await expect(finder).toContainText(/Larger: Turbo at 7000\srpm, 120\s°C/);
  await expect(finder.getByRole('button')).toHaveText(json.fitting.map((s) => new RegExp(`^${s.label}`)));
  await finder.getByRole('button', { name: /^drill 56/ }).click();
  await expect(part(page, 'turboRestrictor')).toHaveAttribute('aria-label', /1\.18.mm/);
  await expect(finder).toContainText(/works/);
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.filter((v) => v.impact === 'serious' || v.impact === 'critical').map((v) => v.id)).toEqual([]);
  await page.keyboard.press('Escape');
  await expect(page.getByText(/all 7 components supplied \(337 conditions checked\)/)).toBeVisible();
  expect(problems).toEqual([]);
});

test('two figures of one part can be asked about at once, and both follow an edit', async ({ page }) => {
  const problems = await openApp(page);
  await part(page, 'jets').click();
  await page.getByRole('button', { name: 'Find a size' }).nth(1).click();
  await page.getByRole('button', { name: 'Find a size' }).first().click();
  const finders = page.locator('section.sizing');
  await expect(finders).toHaveCount(2);
  for (const i of [0, 1]) await expect(finders.nth(i).locator('.answer')).toBeVisible();
  await finders.first().getByRole('button').first().click();
  for (const i of [0, 1]) await expect(finders.nth(i)).toContainText('works');
  await expect(page.getByRole('button', { name: 'Try again' })).toHaveCount(0);
  expect(problems).toEqual([]);
});

test('run the faults and open the worst one as a state', async ({ page }) => {
  const problems = await openApp(page);
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
  expect(problems).toEqual([]);
});

test('stock and modified side by side, differences first, light and dark', async ({ page }) => {
  const problems = await openApp(page);
  await page.getByRole('link', { name: 'Compare' }).click();
  const table = page.getByRole('region', { name: 'Comparison' });
  await expect(table.getByRole('columnheader', { name: /^Nose cooler/ })).toContainText(/not supplied/);
  await expect(table.getByRole('row', { name: /^Nose cooler/ })).toContainText('fitted');
  // The same verdicts as the command line's.
  const { json } = await commandLine<{ consumers: { name: string; worst: { supplied: boolean }[] }[] }>(
    'compare',
    'demo/thornback.json',
  );
  for (const { name, worst } of json.consumers)
    for (const [i, w] of worst.entries())
      await expect(
        table
          .getByRole('row')
          .filter({ has: page.getByRole('rowheader', { name, exact: true }) })
          .getByRole('cell')
          .nth(i)
          .locator('.worst.out'),
      ).toHaveCount(w.supplied ? 0 : 1);
  for (const colorScheme of ['light', 'dark'] as const) {
    await page.emulateMedia({ colorScheme });
    await expect(page.locator('html')).toHaveAttribute('data-theme', colorScheme);
    const { violations } = await new AxeBuilder({ page }).analyze();
    expect(violations.filter((v) => v.impact === 'serious' || v.impact === 'critical').map((v) => v.id)).toEqual([]);
  }
  await page.getByRole('checkbox', { name: 'Stock' }).uncheck();
  await expect(page.getByText('Choose at least two.')).toBeVisible();
  expect(problems).toEqual([]);
});

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

test('draw the tolerances, see what to tighten, state one, and be told that the answer is of an earlier state', async ({
  page,
}) => {
  const problems = await openApp(page);
  await page.getByRole('link', { name: 'Tolerances' }).click();
  const spread = page.getByRole('region', { name: 'Spread' });
  await spread.getByRole('radio', { name: /each component’s worst/ }).check();
  await choose(spread, 'Samples', '1024');
  await spread.getByRole('button', { name: 'Run' }).click();
  await expect(spread).toContainText('Tighten first: ');
  await expect(spread).toContainText('1024 circuits, seed 1');
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.filter((v) => v.impact === 'serious' || v.impact === 'critical').map((v) => v.id)).toEqual([]);
  // What moves the lifters' margin, as on the command line.
  await spread.getByRole('button', { name: 'Lifters' }).click();
  const { json } = await commandLine<{ rows: { name: string }[] }>('sensitivity', 'demo/thornback.json', 'lifters');
  const ranked = page.getByRole('region', { name: 'Sensitivity of a margin' }).getByRole('row');
  for (const [i, row] of json.rows.slice(0, 4).entries()) await expect(ranked.nth(i + 1)).toContainText(row.name);
  await page.getByText(/^Tolerances: \d+ figures/).click();
  await page.getByRole('textbox', { name: 'Restrictor: bore, plus or minus' }).fill('0.05');
  await expect(spread).toContainText('Out of date.');
  // Kept with the variant, and its staleness too, when the page is loaded again.
  await page.reload();
  await spread.getByRole('radio', { name: /each component’s worst/ }).check();
  await choose(spread, 'Samples', '1024');
  await expect(spread).toContainText('Out of date.');
  await spread.getByRole('button', { name: 'Run again' }).click();
  await expect(spread.getByText('Out of date.')).toHaveCount(0);
  await expect(spread).toContainText('Tighten first: ');
  expect(problems).toEqual([]);
});

test('a study is stopped, and faults come in pairs when asked', async ({ page }) => {
  const problems = await openApp(page);
  await page.getByRole('tab', { name: 'Faults' }).click();
  const faults = page.getByRole('region', { name: 'Faults' });
  await expect(faults).toContainText(/\d+ of \d+ leave a component/);
  await faults.getByRole('checkbox', { name: /pairs of faults/ }).check();
  // What is there already is shown while the rest is worked out.
  await expect(faults).toContainText(/testing faults, \d+ of \d+/);
  await expect(faults.getByRole('article').first()).toBeVisible();
  await faults.getByRole('button', { name: 'Stop' }).click();
  await expect(faults.getByRole('button', { name: 'Run', exact: true })).toBeVisible();
  await faults.getByRole('checkbox', { name: /pairs of faults/ }).uncheck();
  await expect(faults).toContainText(/\d+ of \d+ leave a component/);
  expect(problems).toEqual([]);
});

test('a season of a variant changes its oil and its cold, and is undone', async ({ page }) => {
  const problems = await openApp(page);
  await page.getByRole('button', { name: 'Options…' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Season', { exact: true }).fill('Winter');
  await choose(dialog, 'Oil', '5W-30');
  await dialog.getByLabel('Coldest oil').fill('-20');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(dialog).toBeHidden();
  await expect(page.locator('.instrument', { hasText: 'Oil, Winter' })).toContainText('5W-30');
  await expect(variantShown(page)).toHaveText('Stock, Winter');
  await expect(page.getByRole('slider', { name: 'Oil temperature' })).toHaveAttribute('aria-valuemin', '-50');
  await page.keyboard.press('Control+z');
  await expect(variantShown(page)).toHaveText('Stock');
  expect(problems).toEqual([]);
});

test('a thermostat that opens too early is ruled out by a cold cruise, and another is fitted', async ({ page }) => {
  const problems = await openApp(page);
  await choose(page, 'Variant', 'Nose cooler');
  await part(page, 'plate').click();
  await page.getByRole('button', { name: 'Find a size' }).click();
  const finder = page.getByRole('region', { name: 'Sizes of Plate' });
  await expect(finder).toContainText('80 °C; 82 °C; 85 °C; 88 °C; 93 °C work.');
  await expect(finder.getByRole('row', { name: /^71 °C/ })).toContainText('Too cold on a cold cruise.');
  await finder.getByRole('button', { name: 'Fit 88 °C' }).click();
  await expect(page.getByLabel('Starts to open')).toHaveValue('88');
  expect(problems).toEqual([]);
});
