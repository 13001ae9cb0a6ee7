import { expect, test } from '@playwright/test';
import { choose, openApp, openExample } from './app';

test.describe.configure({ timeout: 240_000 });

test('from a verdict that is not good to a fix: found, read, made as a variant, undone with one press', async ({
  page,
}) => {
  await page.goto('/');
  await openExample(page, 'Larkspur');
  await choose(page, 'Variant', 'Summer cooler');
  const verdict = page.getByRole('region', { name: 'Verdict' });
  await expect(verdict).toContainText('Not safe to build');
  await expect(verdict).toContainText('passes near the exhaust without a sleeve or shield');
  await test.step('what its changes gain, cost and put at risk, with both figures', async () => {
    await verdict.getByText(/^Against Stock\. Gains: /).click();
    await expect(verdict.getByText(/Oil in the sump in the hardest drive \(full load\) 157.°C → 110.°C/)).toBeVisible();
    await expect(verdict.getByText(/Oil on a cold cruise 82.°C → 54.°C/).last()).toBeVisible();
    await verdict.getByText(/^Against Stock\. Gains: /).click();
  });
  await test.step('found by keyboard, within limits', async () => {
    await verdict.getByRole('button', { name: 'Find a fix…' }).press('Enter');
    const panel = page.getByRole('region', { name: 'Find a fix' });
    await panel.getByRole('button', { name: /^Limits: up to 4 changes/ }).press('Enter');
    for (const kind of ['whole jobs', /^hoses/, /^coolers/, /^thermostats/, /^filters/])
      await panel.getByRole('checkbox', { name: kind }).uncheck();
    await panel.getByRole('button', { name: 'Run', exact: true }).press('Enter');
    const way = panel.getByRole('article', { name: 'Way 1' });
    await expect(way).toContainText('Sleeve and shield it (Hose to the cooler)', { timeout: 120_000 });
    await way.getByRole('button', { name: 'Make it, in a new variant' }).press('Enter');
  });
  await expect(page.getByRole('combobox', { name: 'Variant' })).toBeVisible();
  await expect(page.locator('.variantbar')).toContainText('Fix');
  await expect(verdict).toContainText(/^OK: supplied, cool|Likely OK/);
  await page.keyboard.press('Control+z');
  await expect(page.locator('.variantbar')).toContainText('Summer cooler');
  await expect(verdict).toContainText('Not safe to build');
});

test('an aim is set, held against the variant, and said where it is not met', async ({ page }) => {
  const problems = await openApp(page);
  await choose(page, 'Variant', 'Nose cooler');
  const verdict = page.getByRole('region', { name: 'Verdict' });
  await verdict.getByRole('button', { name: 'Set aims…' }).click();
  const dialog = page.getByRole('dialog', { name: 'What is it for?' });
  await dialog.getByRole('checkbox', { name: 'Oil at the gallery on a hot day below' }).check();
  await dialog.getByLabel('Oil at the gallery on a hot day below', { exact: true }).last().fill('90');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(verdict).toContainText(/below 90.°C: not met, 95.°C \(full load, air 35.°C\)/);
  await page.reload();
  await expect(verdict).toContainText(/below 90.°C: not met/);
  expect(problems).toEqual([]);
});
