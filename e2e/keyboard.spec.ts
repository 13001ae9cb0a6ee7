import { expect, test, type Locator, type Page } from '@playwright/test';
import { openApp, press } from './app';

/** Types into a field over what stands there. */
async function type(field: Locator, text: string): Promise<void> {
  await field.focus();
  await field.page().keyboard.press('Control+a');
  await field.page().keyboard.type(text);
}

/** Goes down a list of the kit to a line and takes it. @param list its name */
async function pick(page: Page, list: string, line: string): Promise<void> {
  await press(page.getByRole('combobox', { name: list, exact: true }), 'ArrowDown');
  const shown = page.locator('.ant-select-dropdown:visible');
  await expect(shown).toBeVisible();
  const at = shown.locator('.ant-select-item-option-active');
  for (let here = await at.innerText(); here.trim() !== line; here = await at.innerText()) {
    await page.keyboard.press('ArrowDown');
    await expect(at).not.toHaveText(here);
  }
  await expect(at).toHaveText(line);
  await page.keyboard.press('Enter');
}

const openRow = (page: Page, name: RegExp) =>
  press(page.getByRole('row', { name }).locator('.ant-table-row-expand-icon'));

test('by keyboard only: a hose measured and trimmed, a joint marked, a step ticked, the job sheet', async ({
  page,
}) => {
  const problems = await openApp(page);
  await pick(page, 'Variant', 'Nose cooler');
  await press(page.getByRole('link', { name: 'Bench' }));
  await openRow(page, /port to the cooler/);
  const hose = page.getByRole('group', { name: 'Hose C' });
  await type(hose.getByLabel('Measured, seat to seat'), '67 in');
  await expect(hose.getByText('Written down: 67 in')).toBeVisible();
  await type(hose.getByLabel('Length after trimming'), '1640');
  await press(hose.getByRole('button', { name: 'Record trim' }));
  await expect(page.getByRole('row', { name: /port to the cooler/ })).toContainText('1640 mm');

  await press(page.getByRole('tab', { name: 'Joints' }));
  await openRow(page, /hose C – Nose cooler, lower port/);
  await pick(page, 'State', 'paint mark');
  await expect(page.getByText('1 of 8 joints tightened.')).toBeVisible();

  await press(page.getByRole('tab', { name: 'Plan' }));
  const step = page.getByRole('checkbox', { name: /Hold every new part/ });
  await press(step, ' ');
  await expect(step).toBeChecked();
  await press(page.getByRole('tab', { name: 'Job sheet' }));
  const sheet = page.frameLocator('iframe[title="Job sheet"]');
  await expect(sheet.getByRole('heading', { name: 'Job sheet: Thornback' })).toBeVisible();
  expect(problems).toEqual([]);
});
