import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { importText, openApp, part } from './app';

const DEMO = readFileSync('demo/thornback.json', 'utf8');
test('export, change, and import what was exported', async ({ page }) => {
  const problems = await openApp(page);
  await page.getByRole('button', { name: 'Project' }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: 'Export', exact: true }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('thornback.tidal.json');
  const exported = readFileSync(await download.path(), 'utf8');
  expect(JSON.parse(exported)).toEqual(JSON.parse(DEMO));

  await part(page, 'turboRestrictor').click();
  await page.getByLabel('Bore', { exact: true }).fill('0.9');
  await expect(part(page, 'turboRestrictor')).toHaveAttribute('aria-label', /0\.90.mm/);
  await importText(page, 'mine.json', exported.replace('"name": "Thornback"', '"name": "Brackwater"'));
  await expect(page.getByText('Brackwater', { exact: true })).toBeVisible();
  await expect(part(page, 'turboRestrictor')).toHaveAttribute('aria-label', /1\.50.mm/);
  expect(problems).toEqual([]);
});

/** Files that are refused: what is wrong, the text, and what is said of it. */
const BROKEN = [
  [
    'a negative bore',
    DEMO.replace('"boreM": 0.0015', '"boreM": -0.0015'),
    'boreM (Restrictor): must be greater than 0',
  ],
  ['an absent part', DEMO.replace('"to": "filter.in"', '"to": "ghost.in"'), 'names a part that is not in this circuit'],
  ['an unknown kind', DEMO.replace('"kind": "filter"', '"kind": "centrifuge"'), 'this kind is not known'],
  ['a newer version', DEMO.replace('"version": 5', '"version": 7'), 'version 7, this app reads up to 5'],
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

test('a circuit with a closed way names what it cuts off', async ({ page }) => {
  await openApp(page);
  await part(page, 'headFeed').click();
  await page.getByRole('switch', { name: 'Blocked' }).click();
  await expect(part(page, 'cams')).toHaveAttribute('aria-label', /no oil/);
  await page.keyboard.press('Escape');
  await expect(page.locator('.panel')).toContainText(
    /Head feed, out is fed by nothing: every way to it is closed, so Cams, Lifters run dry/,
  );
});

test('a state that does not solve says so and names the place to blame', async ({ page }) => {
  // A pump without slip against a blocked passage and no relief: nothing holds the pressure at its outlet.
  const raw = JSON.parse(DEMO) as {
    variants: [{ circuit: { parts: Record<string, unknown>[]; joints: { from: string; to: string }[] } }];
  };
  const { circuit } = raw.variants[0];
  circuit.parts = circuit.parts.filter((p) => p['id'] !== 'relief');
  circuit.joints = circuit.joints.filter((j) => !`${j.from} ${j.to}`.includes('relief.'));
  circuit.parts.find((p) => p['id'] === 'pump')!['slip'] = { kind: 'coefficient', slipCoefficient: 0 };
  circuit.parts.find((p) => p['id'] === 'blockOut')!['blocked'] = true;
  await openApp(page);
  await importText(page, 'deadheaded.json', JSON.stringify(raw));
  await expect(page.locator('.panel')).toContainText('This state did not solve. The solution fails at Pump, out');
  await expect(part(page, 'turbo')).toHaveAttribute('aria-label', /not solved/);
});

test('nothing is asked of the network but the app’s own files', async ({ page }) => {
  const foreign: string[] = [];
  page.on('request', (request) => {
    if (!/^(http:\/\/127\.0\.0\.1:|data:|blob:)/.test(request.url())) foreign.push(request.url());
  });
  await openApp(page);
  await part(page, 'pump').click();
  await expect(page.getByRole('form')).toBeVisible();
  expect(foreign).toEqual([]);
});
