import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { commandLine, openApp, part } from './app';

test('find the restrictor’s band, take a drill from it, see the verdict pass', async ({ page }) => {
  const problems = await openApp(page);
  await expect(part(page, 'turbo')).toHaveAttribute('aria-label', /Turbo/);
  await part(page, 'turboRestrictor').click();
  await page.getByRole('button', { name: 'Which would do?' }).click();
  const finder = page.getByRole('region', { name: 'Which bore would do' });
  // The same band and the same sizes as the command line's.
  const { code, json } = await commandLine<{ bands: { low: number; high: number }[]; fitting: { label: string }[] }>('size', 'demo/thornback.json', 'turboRestrictor.boreM');
  expect(code).toBe(0);
  const mm = (si: number) => (1000 * si).toFixed(2);
  await expect(finder).toContainText(new RegExp(`${mm(json.bands[0]!.low)}\\smm to ${mm(json.bands[0]!.high)}\\smm will do`));
  await expect(finder).toContainText(/Larger: Turbo at 7000\srpm, 120\s°C/);
  await expect(finder.getByRole('button')).toHaveText(json.fitting.map((s) => new RegExp(`^${s.label}`)));
  await finder.getByRole('button', { name: /^drill 56/ }).click();
  await expect(part(page, 'turboRestrictor')).toHaveAttribute('aria-label', /1\.18.mm/);
  await expect(finder).toContainText(/will do/);
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.filter((v) => v.impact === 'serious' || v.impact === 'critical').map((v) => v.id)).toEqual([]);
  await page.keyboard.press('Escape');
  await expect(page.getByText(/all supplied, 337 states/)).toBeVisible();
  expect(problems).toEqual([]);
});

test('two figures of one part can be asked about at once, and both follow an edit', async ({ page }) => {
  const problems = await openApp(page);
  await part(page, 'jets').click();
  await page.getByRole('button', { name: 'Which would do?' }).nth(1).click();
  await page.getByRole('button', { name: 'Which would do?' }).first().click();
  const finders = page.locator('section.sizing');
  await expect(finders).toHaveCount(2);
  for (const i of [0, 1]) await expect(finders.nth(i).locator('.answer')).toBeVisible();
  await finders.first().getByRole('button').first().click();
  for (const i of [0, 1]) await expect(finders.nth(i)).toContainText('will do');
  await expect(page.getByRole('button', { name: 'Try again' })).toHaveCount(0);
  expect(problems).toEqual([]);
});

test('run the faults and open the worst one as a state', async ({ page }) => {
  const problems = await openApp(page);
  await page.getByRole('tab', { name: 'Faults' }).click();
  const faults = page.getByRole('region', { name: 'Faults' });
  await expect(faults).toContainText(/\d+ of \d+ starve or flood/);
  // The same order as the command line's.
  const { json } = await commandLine<{ faults: { title: string; starved: { part: string }[] }[] }>('faults', 'demo/thornback.json');
  const worst = json.faults[0]!;
  await expect(faults.getByRole('article').first()).toHaveAccessibleName(worst.title);
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.filter((v) => v.impact === 'serious' || v.impact === 'critical').map((v) => v.id)).toEqual([]);
  await faults.getByRole('article').first().getByRole('button', { name: 'Open it as a variant' }).click();
  await expect(page.getByLabel('Variant').locator('option:checked')).toHaveText(worst.title);
  await expect(part(page, worst.starved[0]!.part)).toHaveAttribute('aria-label', /dry/);
  await page.keyboard.press('Control+z');
  await expect(page.getByLabel('Variant').locator('option:checked')).toHaveText('Stock');
  expect(problems).toEqual([]);
});

for (const scheme of ['light', 'dark'] as const) {
  test(`stock and modified side by side, differences first, ${scheme}`, async ({ page }) => {
    await page.emulateMedia({ colorScheme: scheme });
    const problems = await openApp(page);
    await page.getByRole('link', { name: 'Compare' }).click();
    const table = page.getByRole('region', { name: 'Comparison' });
    await expect(table.getByRole('columnheader', { name: /^Nose cooler/ })).toContainText(/not supplied/);
    await expect(table.getByRole('row', { name: /^Nose cooler/ })).toContainText('fitted');
    // The same verdicts as the command line's.
    const { json } = await commandLine<{ consumers: { name: string; worst: { supplied: boolean }[] }[] }>('compare', 'demo/thornback.json');
    for (const { name, worst } of json.consumers) for (const [i, w] of worst.entries())
      await expect(table.getByRole('row').filter({ has: page.getByRole('rowheader', { name, exact: true }) }).getByRole('cell').nth(i).locator('.worst.out')).toHaveCount(w.supplied ? 0 : 1);
    const { violations } = await new AxeBuilder({ page }).analyze();
    expect(violations.filter((v) => v.impact === 'serious' || v.impact === 'critical').map((v) => v.id)).toEqual([]);
    await page.getByRole('checkbox', { name: 'Stock' }).uncheck();
    await expect(page.getByText('Choose at least two.')).toBeVisible();
    expect(problems).toEqual([]);
  });
}
