import { execFile } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { expect, test, type Locator, type Page } from '@playwright/test';

/**
 * Opens the app and waits for its first answer.
 * @returns what goes wrong from then on: errors on the page and in the console, and whatever is asked of another host
 */
export async function openApp(page: Page): Promise<string[]> {
  const problems: string[] = [];
  page.on('pageerror', (error) => problems.push(error.message));
  page.on('console', (message) => {
    if (message.type() === 'error') problems.push(message.text());
  });
  page.on('request', (request) => {
    if (!/^(http:\/\/127\.0\.0\.1:|data:|blob:)/.test(request.url())) problems.push(`asked: ${request.url()}`);
  });
  await page.goto('/');
  await openExample(page);
  await expect(page.locator('.drawing svg [role=status]')).toBeVisible();
  return problems;
}

/** Opens an invented engine from the first screen; what is stored already is open by itself. */
export async function openExample(page: Page, name = 'Thornback'): Promise<void> {
  const example = page.getByRole('button', { name: new RegExp(`^${name},`) });
  const drawing = page.locator('.drawing');
  await example.or(drawing).first().waitFor();
  if (await example.isVisible()) await example.click();
  await drawing.waitFor();
}

/** Opens a file with a text. By way of the disk: a large file handed over in memory takes the driver longer than the app. */
export async function importText(page: Page, name: string, text: string): Promise<void> {
  const path = test.info().outputPath(name);
  writeFileSync(path, text);
  await page.locator('input[type=file][aria-label="Project file"]').setInputFiles(path);
}

/** Chooses from a list of the kit. @param list its name @param line the line that is pressed */
export async function choose(at: Page | Locator, list: string, line: string): Promise<void> {
  const page = 'page' in at ? at.page() : at;
  await at.getByRole('combobox', { name: list, exact: true }).click();
  await page.locator('.ant-select-dropdown:visible').getByText(line, { exact: true }).click();
}

/** The line that the list of variants shows. */
export const variantShown = (page: Page) => page.locator('.variantbar .ant-select');

/** What the command line says of a state: its exit code and its JSON. */
export function commandLine<
  T = { consumers: { part: string; verdict: string; pressurePa: number; flowM3S: number }[] },
>(...args: string[]): Promise<{ code: number; json: T }> {
  return new Promise((done) => {
    execFile(process.execPath, ['dist/cli/tidal.js', ...args, '--json'], { maxBuffer: 1e8 }, (error, out) =>
      done({ code: typeof error?.code === 'number' ? error.code : 0, json: JSON.parse(out) as never }),
    );
  });
}

export const part = (page: Page, id: string) => page.locator(`.drawing [data-part=${id}]`);
export const speed = (page: Page) => page.getByRole('slider', { name: 'Engine speed' });
export const oil = (page: Page) => page.getByRole('slider', { name: /^Oil/ });

/** Presses a key on a control, as a hand without a mouse does. */
export async function press(control: Locator, key = 'Enter'): Promise<void> {
  await control.focus();
  await expect(control).toBeFocused();
  await control.page().keyboard.press(key);
}
