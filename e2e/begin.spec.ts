import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import { openApp, part, speed } from './app';

const out = async (page: Page, item: string) => {
  await page.getByRole('button', { name: 'Project', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Print, picture, summary' }).hover();
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('menuitem', { name: item }).click()]);
  return { name: file.suggestedFilename(), bytes: readFileSync(await file.path()) };
};

test('who comes first is shown around, each step by doing it', async ({ page }) => {
  await page.goto('/');
  await expect(page).toHaveTitle('Tidal Gauge');
  await page.getByRole('button', { name: 'Show me around in 30 seconds' }).click();
  const step = page.locator('.ant-tour');
  await expect(step).toContainText('Change the engine speed');
  await page.keyboard.press('[');
  await expect(step).toContainText('Open a component');
  await part(page, 'turbo').click();
  await expect(step).toContainText('Read the verdict');
  await page.keyboard.press('m');
  await expect(step).toContainText('Say what you want to change');
  await page.getByRole('combobox', { name: 'What do you want to change?' }).fill('restrictor');
  await page.keyboard.press('ArrowDown');
  await expect(step).toBeHidden();
  await expect(page).toHaveTitle('Circuit · Thornback · Tidal Gauge');
});

test('by keyboard only: an engine of one’s own, a cooler, the verdict, and the drawing as a picture', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'Start with my engine' }).focus();
  await page.keyboard.press('Enter');
  const name = page.getByLabel('Name', { exact: true });
  await name.focus();
  await page.keyboard.type('Brackwater');
  await page.getByRole('button', { name: 'Create and check' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByText(/conditions checked/)).toBeVisible();
  await page.keyboard.press('Control+k');
  await expect(page.getByRole('combobox', { name: 'What do you want to change?' })).toBeFocused();
  await page.keyboard.type('oil cooler');
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('option', { selected: true })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.locator('.drawing [data-part] .symbol').first()).toBeVisible();
  await expect(page.getByRole('form')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('heading', { name: /Whole operating range/ })).toBeVisible();
  const { name: file, bytes } = await out(page, 'Drawing as SVG');
  expect(file).toMatch(/^brackwater.*\.svg$/);
  const svg = bytes.toString();
  for (const word of ['Filter', 'unfiltered', '@font-face']) expect(svg).toContain(word);
  expect(svg).not.toContain('var(--');
});

test.describe('with a finger, at 820 px', () => {
  test.use({ viewport: { width: 820, height: 1180 }, hasTouch: true });

  test('own engine, cooler, verdict, picture', async ({ page }) => {
    await page.goto('/');
    await page.getByRole('button', { name: 'Start with my engine' }).tap();
    await page.getByLabel('Name', { exact: true }).fill('Brackwater');
    await page.getByRole('button', { name: 'Create and check' }).tap();
    await expect(page.getByText(/conditions checked/)).toBeVisible();
    await part(page, 'filter').tap();
    await page.getByRole('button', { name: 'Change the circuit…' }).tap();
    await page.getByRole('combobox', { name: 'What do you want to change?' }).fill('cooler');
    const first = page.getByRole('option').first();
    await first.tap();
    await expect(page.locator('.preview')).toBeVisible();
    await page
      .locator('.preview')
      .getByRole('button', { name: /^Apply/ })
      .tap();
    await page.getByRole('button', { name: 'Back to findings' }).tap();
    await expect(page.getByText(/conditions checked/)).toBeVisible();
    const { bytes } = await out(page, 'Drawing as PNG');
    expect(bytes.subarray(1, 4).toString()).toBe('PNG');
    expect(bytes.length).toBeGreaterThan(30_000);
  });
});

test('a project file that is dropped anywhere is opened, and another one is refused', async ({ page }) => {
  await page.goto('/');
  const drop = async (name: string, text: string) => {
    const data = await page.evaluateHandle(
      ([file, content]) => {
        const transfer = new DataTransfer();
        transfer.items.add(new File([content!], file!, { type: 'application/json' }));
        return transfer;
      },
      [name, text],
    );
    await page.locator('main').first().dispatchEvent('drop', { dataTransfer: data });
  };
  await drop('broken.json', '{');
  await expect(page.getByRole('dialog')).toContainText('broken.json was not opened');
  await page.getByRole('button', { name: 'OK' }).click();
  await drop('larkspur.json', readFileSync('demo/larkspur.json', 'utf8').replace('"Larkspur"', '"Sandgate"'));
  await expect(page.getByRole('banner').getByText('Sandgate', { exact: true })).toBeVisible();
});

test('the keyboard and the pointer are told what they may do: help, why, the way back, a dialog that grows, the map', async ({
  page,
}) => {
  const problems = await openApp(page);
  await test.step('a verdict says why, with its source', async () => {
    await page.getByRole('button', { name: 'Why? Marginal' }).click();
    await expect(page.getByRole('tooltip')).toContainText('Source: common practice');
  });

  await test.step('the focus returns to where it was after a panel, a change and a dialog', async () => {
    await part(page, 'filter').focus();
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: 'Back to findings' }).focus();
    await page.keyboard.press('Enter');
    await expect(part(page, 'filter')).toBeFocused();
    await page.keyboard.press('m');
    await expect(page.getByRole('combobox', { name: 'What do you want to change?' })).toBeFocused();
    await page.keyboard.press('Escape');
    await expect(part(page, 'filter')).toBeFocused();
    const options = page.getByRole('button', { name: 'Changes', exact: true });
    await options.focus();
    await page.keyboard.press('Enter');
    // Only once the dialog has taken the focus is there something to give back.
    await expect(page.getByRole('dialog').getByRole('button', { name: 'Close' })).toBeFocused();
    await page.keyboard.press('Escape');
    await expect(options).toBeFocused();
  });

  await test.step('a dialog that is still growing into its place takes no press, and none closes it', async () => {
    await page.emulateMedia({ reducedMotion: 'no-preference' });
    const options = page.getByRole('button', { name: 'Changes', exact: true });
    const dialog = page.getByRole('dialog');
    await options.click();
    await dialog.getByRole('button', { name: 'Close' }).click();
    await expect(dialog).toBeHidden();
    // As slow as it takes to press where it is and where it is not.
    const session = await page.context().newCDPSession(page);
    await session.send('Animation.enable');
    await session.send('Animation.setPlaybackRate', { playbackRate: 0.01 });
    await options.click();
    const close = dialog.getByRole('button', { name: 'Close' });
    await expect(page.locator('.ant-zoom-appear-active, .ant-zoom-enter-active').first()).toBeAttached();
    const box = (await close.boundingBox())!;
    await page.mouse.click(box.x + box.width / 2, box.y + box.height / 2);
    await page.mouse.click(20, 700);
    await session.send('Animation.setPlaybackRate', { playbackRate: 1 });
    // Once it stands there it does.
    await close.click();
    await expect(dialog).toBeHidden();
  });

  await test.step('the operating map is read by arrow keys, and Enter goes there', async () => {
    await page.goto('/envelope');
    const map = page.getByRole('img', { name: /^Map of the smallest margin/ });
    await map.focus();
    await page.keyboard.press('End');
    await page.keyboard.press('ArrowUp');
    await expect(page.locator('.readout')).toHaveText(
      /rpm, .*°C: margin −?\d+\.\d times the warning margin, smallest at /,
    );
    await page.keyboard.press('Enter');
    await expect(speed(page)).toHaveAttribute('aria-valuenow', /^7\d\d\d/);
  });

  await test.step('help explains the keys and the words, and the single keys can be turned off', async () => {
    await page.keyboard.press('?');
    const help = page.getByRole('dialog', { name: 'Help' });
    await help.getByRole('tab', { name: 'Glossary' }).click();
    await help.getByLabel('Find a word').fill('relief');
    await expect(help.getByText('Relief valve', { exact: true })).toBeVisible();
    await help.getByRole('tab', { name: 'Keyboard' }).click();
    await help.getByRole('switch', { name: 'Single keys' }).click();
    await page.keyboard.press('Escape');
    await expect(help).toBeHidden();
    const before = await speed(page).getAttribute('aria-valuenow');
    await page.keyboard.press('[');
    await page.keyboard.press('?');
    await expect(help).toBeHidden();
    expect(await speed(page).getAttribute('aria-valuenow')).toBe(before);
  });
  expect(problems).toEqual([]);
});
