import { expect, test } from '@playwright/test';
import { choose, openApp, press } from './app';

test('by keyboard only: first start against the simulated engine with the turbo feed blocked: stop in time, in the log, named, confirmed', async ({
  page,
}) => {
  test.setTimeout(300_000);
  const problems = await openApp(page);
  await press(page.getByRole('link', { name: 'Log', exact: true }));
  await expect(page).toHaveTitle('Log · Thornback · Tidal Gauge');

  // The guide, one step at a time; where it was left it goes on after a reload.
  const step = (name: string) => page.getByRole('region', { name, exact: true });
  await expect(step('Fluids')).toBeVisible();
  await press(page.getByRole('button', { name: 'Done, next step' }));
  await press(page.getByRole('button', { name: 'Done, next step' }));
  await expect(step('Crank without ignition')).toContainText(/First pressure after about .* of cranking/);
  await expect(step('Crank without ignition')).toContainText('stop at 15 s');
  await page.reload();
  await expect(step('Crank without ignition')).toBeVisible();

  // A run with the feed blocked.
  await press(page.getByRole('tab', { name: 'Logger' }));
  await press(page.getByRole('checkbox', { name: 'turbo feed blocked' }), ' ');
  await press(page.getByRole('radio', { name: 'first start' }), ' ');
  await press(page.getByRole('button', { name: 'Start the simulated engine' }));
  await expect(page.getByText('Connected.')).toBeVisible();
  await press(page.getByRole('tab', { name: 'First start' }));
  const alarm = page.getByRole('alert').filter({ hasText: 'Stop the engine now.' });
  await expect(alarm).toContainText(/No oil at Turbo \d+ s after the gauge showed pressure \(limit 5 s\)/, {
    timeout: 120_000,
  });
  await press(alarm.getByRole('button', { name: 'Why?' }));

  // Why: the turbo feed, and its check confirms.
  const next = page.getByRole('group', { name: 'Next check' });
  await expect(next).toContainText('Turbo hose', { timeout: 120_000 });
  const causes = page.getByRole('region', { name: 'Explanations' }).locator('tbody');
  await expect(causes).toContainText('Restrictor plugged');
  await press(next.getByRole('button', { name: /^Yes: No oil comes/ }));
  await expect(causes.getByRole('row').nth(0)).toContainText('Turbo hose blocked', { timeout: 120_000 });
  await expect(causes.getByRole('row').nth(0)).toContainText(/9\d %/);

  // The log has it.
  await press(page.getByRole('tab', { name: 'Log book' }));
  await expect(page.getByRole('row', { name: /Stopped: no oil at Turbo/ })).toBeVisible();
  await page.getByLabel('Search the log book').fill('nothing like it');
  await expect(page.getByText('Nothing fits this search.')).toBeVisible();
  expect(problems).toEqual([]);
});

test('a reading at the start is judged against what is predicted, by a finger at 820 px', async ({ browser }) => {
  const context = await browser.newContext({
    viewport: { width: 820, height: 1180 },
    hasTouch: true,
    colorScheme: 'dark',
  });
  const page = await context.newPage();
  await openApp(page);
  await page.goto('/log');
  await page.getByRole('button', { name: /^4\s*Start$/ }).tap();
  const card = page.getByRole('region', { name: 'Start', exact: true });
  await expect(card.getByLabel('Gauge reads')).toBeVisible({ timeout: 120_000 });
  await card.getByLabel('Gauge reads').fill('0.4 bar');
  await expect(card.getByRole('status')).toContainText('Stop the engine now.');
  await card.getByRole('button', { name: 'Start the clock' }).tap();
  await expect(card.getByRole('alert')).toContainText('Stop now', { timeout: 120_000 });
  await context.close();
});

test('a recorded CSV is read in a worker: columns chosen, progress, conditions, and what explains them', async ({
  page,
}) => {
  await openApp(page);
  await page.goto('/log?tab=live');
  const rows = Array.from(
    { length: 60_000 },
    (_, n) =>
      `${n / 10};${[850, 3000, 6000][n % 3]};${(98 + (n % 4) / 2).toFixed(1).replace('.', ',')};${[1.5, 3.2, 3.6][n % 3]!.toFixed(2).replace('.', ',')}`,
  );
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Open a CSV file' }).click();
  await (
    await chooser
  ).setFiles({
    name: 'run.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(['Some logger', 'time_s;rpm;oil temp;press 2', ...rows].join('\n')),
  });
  const section = page.getByRole('region', { name: 'Recorded log' });
  await expect(section.getByRole('checkbox', { name: 'decimal comma' })).toBeChecked();
  await expect(section.getByRole('button', { name: 'Read the log' })).toBeDisabled();
  await choose(section, 'Column of oil pressure', 'press 2');
  await section.getByRole('button', { name: 'Read the log' }).click();
  await expect(section.getByText('60000 rows read; 3 conditions.')).toBeVisible({ timeout: 120_000 });
  await section.getByRole('button', { name: 'Explain these readings' }).click();
  await expect(page.getByRole('region', { name: 'Explanations' })).toContainText('by tolerances', { timeout: 120_000 });
});
