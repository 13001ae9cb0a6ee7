import { appendFileSync, cpSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { listen } from '../src/server/server';
import { openExample, part } from './app';

test.use({ serviceWorkers: 'allow' });

test('with its server stopped the app starts, edits, studies, prints, exports and imports', async ({ page }) => {
  const server = await listen({ port: 0, host: '127.0.0.1' });
  const problems: string[] = [];
  page.on('pageerror', (error) => problems.push(error.message));
  await page.goto(server.url);
  await openExample(page);
  // All of it is kept once the worker that keeps it is at work.
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await server.close();

  await page.reload();
  await expect(page.locator('.drawing svg [role=status]')).toBeVisible();
  await part(page, 'turboRestrictor').click();
  await page.getByLabel('Bore', { exact: true }).fill('1.10');
  await expect(part(page, 'turboRestrictor')).toHaveAttribute('aria-label', /1\.10.mm/);

  // Every view and its studies, none of which was opened while there was a server.
  await page.getByRole('button', { name: 'Find a size' }).click();
  await expect(
    page
      .locator('.sizing')
      .getByRole('button', { name: /^drill/ })
      .first(),
  ).toBeVisible({ timeout: 120_000 });
  for (const [view, shown] of [
    ['Envelope', /Everything is supplied everywhere/],
    ['Heat', /The oil reaches/],
    ['Engine', /Redline/],
    ['Gauge', /reading/i],
    ['Compare', /Stock/],
    ['Tolerances', /clearance/i],
    ['Library', /Nothing saved yet/],
  ] as const) {
    await page.getByRole('link', { name: view, exact: true }).click();
    await expect(page.getByRole('main')).toContainText(shown);
  }
  expect((await page.pdf()).byteLength).toBeGreaterThan(10_000);

  await page.getByRole('button', { name: 'Project' }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('menuitem', { name: 'Export', exact: true }).click(),
  ]);
  const path = test.info().outputPath('mine.json');
  writeFileSync(
    path,
    readFileSync(await download.path(), 'utf8').replace('"name": "Thornback"', '"name": "Brackwater"'),
  );
  await page.locator('input[type=file][aria-label="Project file"]').setInputFiles(path);
  await expect(page.getByText('Brackwater', { exact: true })).toBeVisible();
  await page.goto(`${server.url}projects`);
  await expect(page.getByRole('cell', { name: /^Brackwater/ })).toBeVisible();
  expect(problems).toEqual([]);
});

test('a newer version waits until it is agreed to, and then has all tabs', async ({ page, context }) => {
  const root = test.info().outputPath('app');
  cpSync('dist/app', root, { recursive: true });
  const server = await listen({ port: 0, host: '127.0.0.1', root });
  await page.goto(server.url);
  await openExample(page);
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  const other = await context.newPage();
  await other.goto(server.url);
  // The server has a newer version of the app.
  appendFileSync(join(root, 'sw.js'), '\n// newer');
  await page.evaluate(async () => (await navigator.serviceWorker.getRegistration())!.update());
  const offer = page.getByRole('button', { name: 'Use it now' });
  await expect(offer).toBeVisible({ timeout: 120_000 });
  await part(page, 'turboRestrictor').click();
  await page.getByLabel('Bore', { exact: true }).fill('1.10');
  await Promise.all([page.waitForEvent('load'), offer.click()]);
  await expect(part(page, 'turboRestrictor')).toHaveAttribute('aria-label', /1\.10.mm/);
  await expect(page.getByRole('button', { name: 'Use it now' })).toBeHidden();
  await expect(
    other
      .getByText(/The app was renewed in another tab|Open in another tab/)
      .or(other.locator('.drawing svg [role=status]'))
      .first(),
  ).toBeVisible();
  await server.close();
});
