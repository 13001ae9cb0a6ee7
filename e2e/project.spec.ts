import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { importText, openApp, part } from './app';

const DEMO = readFileSync('demo/thornback.json', 'utf8');
/** Files that are refused: what is wrong, the text, and what is said of it. */
const BROKEN = [
  [
    'a negative bore',
    DEMO.replace('"boreM": 0.0015', '"boreM": -0.0015'),
    'boreM (Restrictor): must be greater than 0',
  ],
  ['an absent part', DEMO.replace('"to": "filter.in"', '"to": "ghost.in"'), 'names a part that is not in this circuit'],
  ['an unknown kind', DEMO.replace('"kind": "filter"', '"kind": "centrifuge"'), 'this kind is not known'],
  ['a newer version', DEMO.replace('"version": 6', '"version": 7'), 'version 7, this app reads up to 6'],
  [
    'numbers as text',
    DEMO.replace('"lengthM": 0.46', '"lengthM": "0.46"'),
    'a number is needed, the text "0.46" is there',
  ],
  ['half a file', DEMO.slice(0, 900), 'The file is not JSON'],
  ['50 MB', ' '.repeat(50e6), 'The file has 47.7 MiB'],
] as const;

test('broken files are refused by name, each, and the project stays as it was', async ({ page }) => {
  const problems = await openApp(page);
  const isAsItWas = () => expect(part(page, 'turboRestrictor')).toHaveAttribute('aria-label', /1\.10.mm/);
  await part(page, 'turboRestrictor').click();
  await page.getByLabel('Bore', { exact: true }).fill('1.1');
  await isAsItWas();
  for (const [what, text, sentence] of BROKEN)
    await test.step(what, async () => {
      const name = `${what}.json`;
      await importText(page, name, text);
      const dialog = page.getByRole('dialog');
      await expect(dialog).toContainText(`${name} was not opened`);
      await expect(dialog).toContainText(sentence);
      await dialog.getByRole('button', { name: 'OK' }).click();
      await expect(dialog).toBeHidden();
      await isAsItWas();
    });
  await page.reload();
  await isAsItWas();
  expect(problems).toEqual([]);
});
