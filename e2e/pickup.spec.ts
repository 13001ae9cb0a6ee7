import { expect, test } from '@playwright/test';
import { choose, commandLine, openApp, openExample } from './app';

test('the pickup: an answer for a pan that is known, a picture that follows, a lap, and an accumulator that is fitted', async ({
  page,
}) => {
  const problems = await openApp(page);
  const { json } = await commandLine<{ verdict: string; trials: { id: string; bareAtLowerMS2: number }[] }>(
    'pickup',
    'demo/thornback.json',
  );
  await page.getByRole('link', { name: 'Pickup', exact: true }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(`Pickup ${json.verdict}`);
  const turns = json.trials.find((t) => t.id === 'right')!;
  const row = page.getByRole('row', { name: /^in right turns/ });
  await expect(row).toContainText(`${(turns.bareAtLowerMS2 / 9.80665).toFixed(2)}`);
  await expect(page.getByText(/^The pickup is bare for [\d.]+.s at the lower mark/)).toBeVisible();

  await test.step('by keyboard: how hard it is tilted is said, and the pan keeps what is typed', async () => {
    const hard = page.getByRole('slider', { name: 'How hard' });
    await hard.focus();
    await page.keyboard.press('Home');
    await expect(hard).toHaveAttribute('aria-valuetext', /^0\.00.g$/);
    await page.keyboard.press('ArrowRight');
    await expect(hard).toHaveAttribute('aria-valuetext', /^0\.05.g$/);
    await page.getByLabel('Step: shallow floor over the deep one').fill('100');
    await expect(row).not.toContainText(`${(turns.bareAtLowerMS2 / 9.80665).toFixed(2)}`);
    await page.getByLabel('Length of the deep part').fill('900');
    await expect(page.getByText(/must not exceed/).first()).toBeVisible();
    await page.getByLabel('Length of the deep part').fill('190');
    await expect(page.getByText(/must not exceed/)).toHaveCount(0);
  });

  await test.step('an accumulator that is fitted is told with what it gives', async () => {
    await page.getByRole('link', { name: 'Circuit', exact: true }).click();
    await expect(page.locator('.drawing svg [role=status]')).toBeVisible();
    await page.keyboard.press('Control+k');
    const words = page.getByRole('combobox', { name: 'What do you want to change?' });
    await words.fill('feed oil accumulator after main gallery');
    await page.keyboard.press('ArrowDown');
    await expect(page.locator('#moves-list [aria-selected=true]')).toHaveText(/accumulator.*gallery/i);
    await page.keyboard.press('Enter');
    await expect(words).toBeHidden();
    await page.getByRole('link', { name: 'Pickup', exact: true }).click();
    await expect(page.getByText(/it holds [\d.]+.L\.$/)).toBeVisible();
    await expect(page.getByText(/never with oxygen/)).toBeVisible();
  });
  expect(problems).toEqual([]);
});

test('a pan that nobody measured is no fault and never OK: it is asked for, and kept while it is typed', async ({
  page,
}) => {
  await page.goto('/');
  await openExample(page, 'Saltmarsh');
  await page.getByRole('link', { name: 'Engine', exact: true }).click();
  await choose(page, 'Use', 'Track');
  await page.getByRole('link', { name: 'Pickup', exact: true }).click();
  await expect(page.getByText(/^Not known\. Measure the pan’s length/)).toBeVisible();
  const type = (name: string, mm: string) => page.getByLabel(name, { exact: true }).fill(mm);
  await type('Length, along the crank', '500');
  await type('Width', '260');
  await expect(page.getByText(/^Still to measure: depth/)).toBeVisible();
  await page.getByRole('link', { name: 'Circuit', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Verdict' })).toContainText(/pickup not measured/i);
  await page.getByRole('link', { name: 'Pickup', exact: true }).click();
  await type('Depth, from the deepest floor to the crank’s circle', '220');
  await type('Pickup’s mouth, behind the front wall', '250');
  await type('and from the left wall', '130');
  await type('and above the deep floor', '10');
  await expect(page.getByText(/^Still to measure/)).toHaveCount(0);
  await expect(page.getByRole('row', { name: /^when braking (?!into)/ })).toContainText('1.10');
});
