import { expect, test } from '@playwright/test';
import { openApp } from './app';

test('an older file keeps its answers, says what newer laws would change, and takes them as one step', async ({
  page,
}) => {
  const problems = await openApp(page);
  await page.getByRole('link', { name: 'Engine', exact: true }).click();
  const offer = page.getByRole('region', { name: 'What this file leaves out' });
  await expect(offer.getByRole('listitem')).toHaveCount(6);
  const gauge = offer.getByRole('row', { name: /^Gauge, full speed/ });
  await expect(gauge).toBeVisible();
  const [before, after] = (await gauge.getByRole('cell').allInnerTexts()).map((text) => parseFloat(text));
  expect(before).toBeGreaterThan(1);
  expect(after).toBeLessThanOrEqual(before!);
  await offer.getByRole('button', { name: 'Use these too' }).click();
  await expect(offer).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(gauge).toContainText(String(before!.toFixed(2)));
  expect(problems).toEqual([]);
});
