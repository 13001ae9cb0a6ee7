import { readFileSync, writeFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import { openApp, openExample, part, speed } from './app';

const bore = (page: Page) => page.getByLabel('Bore', { exact: true });
async function setBore(page: Page, mm: string): Promise<void> {
  await part(page, 'turboRestrictor').click();
  await bore(page).fill(mm);
  await expect(part(page, 'turboRestrictor')).toHaveAttribute(
    'aria-label',
    new RegExp(`${mm.replace('.', '\\.')}.?mm`),
  );
}
const menu = async (page: Page, name: RegExp | string) => {
  await page.getByRole('button', { name: 'Project' }).click();
  await page.getByRole('menuitem', { name }).click();
};
const sheet = (page: Page) => page.locator('.drawing svg [role=status]');

test('what was done and how it was looked at comes back after a reload, also where it cannot be computed', async ({
  page,
}) => {
  const problems = await openApp(page);
  await test.step('an edit, its place and its undo', async () => {
    await setBore(page, '1.10');
    await speed(page).focus();
    await page.keyboard.press('ArrowLeft');
    const looked = await speed(page).getAttribute('aria-valuetext');
    await page.reload();
    await expect(part(page, 'turboRestrictor')).toHaveAttribute('aria-label', /1\.10.mm/);
    await expect(part(page, 'turboRestrictor')).toHaveAttribute('aria-pressed', 'true');
    await expect(speed(page)).toHaveAttribute('aria-valuetext', looked!);
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(part(page, 'turboRestrictor')).toHaveAttribute('aria-label', /1\.50.mm/);
  });

  await test.step('a height that cannot be leaves the picture and the form, says why and where', async () => {
    await part(page, 'turboRestrictor').click();
    await page.getByLabel('Height above the crank').fill('0.9');
    await page.keyboard.press('Tab');
    const why = page.getByRole('alert').filter({ hasText: 'Restrictor and Turbo meet at one place' });
    await expect(why).toContainText('differ by 660 mm');
    await expect(why).toBeInViewport();
    await expect(part(page, 'turbo')).toHaveAttribute('aria-label', /bar/);
    await page.reload();
    await expect(sheet(page)).toHaveText(/Not computed/);
    await expect(part(page, 'turbo')).toHaveAttribute('aria-label', 'Turbo, not computed');
    await why.getByRole('button', { name: 'Open Turbo' }).click();
    await page.getByLabel('Height above the crank').fill('0.9');
    await page.keyboard.press('Tab');
    await expect(why).toBeHidden();
    await page.getByRole('button', { name: 'Undo' }).click();
    await why.getByRole('button', { name: /^Undo: edit Restrictor/ }).click();
    await expect(sheet(page)).toHaveText(/Turbo[,:]? too much flow/);
  });
  expect(problems).toEqual([]);
});

test('two tabs: one changes, the other follows and can take over', async ({ page, context }) => {
  await openApp(page);
  await setBore(page, '1.20');
  const other = await context.newPage();
  await openApp(other);
  await expect(other.getByText('This project is open in another tab.')).toBeVisible();
  await expect(part(other, 'turboRestrictor')).toHaveAttribute('aria-label', /1\.20.mm/);
  await setBore(page, '1.30');
  await expect(part(other, 'turboRestrictor')).toHaveAttribute('aria-label', /1\.30.mm/);
  // What is tried here meanwhile is not done, and says so.
  await part(other, 'turboRestrictor').click();
  await bore(other).fill('0.70');
  await expect(other.getByRole('alert')).toContainText('being changed in another tab');
  await other.getByRole('button', { name: 'Edit here instead' }).click();
  await expect(other.getByText('This project is open in another tab.')).toBeHidden();
  await expect(page.getByText('This project is open in another tab.')).toBeVisible();
  await setBore(other, '1.40');
  await expect(part(page, 'turboRestrictor')).toHaveAttribute('aria-label', /1\.40.mm/);
  // The tab that edits goes: the other one has it.
  await other.close();
  await expect(page.getByText('This project is open in another tab.')).toBeHidden();
  await setBore(page, '1.60');
});

/** Puts a stored project that no reader takes in place of the one that is open. */
const spoil = (page: Page) =>
  page.evaluate(
    () =>
      new Promise<void>((done, fail) => {
        const opening = indexedDB.open('tidal-gauge');
        opening.onsuccess = () => {
          const rows = opening.result.transaction('bodies', 'readwrite').objectStore('bodies');
          const reading = rows.openCursor();
          reading.onsuccess = () => {
            const cursor = reading.result!;
            const row = cursor.value as { project: { name: string; colour?: string } };
            row.project.name = 'Brackwater '.repeat(20);
            row.project.colour = 'red';
            cursor.update(row).onsuccess = () => (opening.result.close(), done());
          };
          reading.onerror = () => fail(new Error('not read'));
        };
      }),
  );

test('a project that cannot be read is seen, exported, mended and opened', async ({ page }) => {
  await openApp(page);
  await setBore(page, '1.10');
  await page.goto('about:blank');
  await page.goto('/projects');
  await expect(page.getByRole('cell', { name: /^Thornback/ })).toBeVisible();
  await spoil(page);
  await page.reload();
  const notice = page.getByRole('alert').filter({ hasText: 'could not be read and was set aside' });
  await expect(notice).toBeVisible();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: /^Export Thornback as it is/ }).click(),
  ]);
  expect(readFileSync(await download.path(), 'utf8')).toContain('"colour": "red"');
  await page.getByRole('button', { name: /^Repair Thornback/ }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('must have at most 80 letters');
  await dialog.getByRole('button', { name: 'Repair automatically' }).click();
  await expect(dialog).toContainText('the unknown colour was taken out');
  await dialog.getByRole('button', { name: 'Open it' }).click();
  await expect(part(page, 'turboRestrictor')).toHaveAttribute('aria-label', /1\.10.mm/);
  await menu(page, /^Projects and backup/);
  await page
    .getByRole('button', { name: /^Delete Thornback/ })
    .first()
    .click();
  await expect(page.getByRole('heading', { name: 'Could not be read' })).toBeHidden();
  await expect(notice).toBeHidden();
});

test.describe('a store that fails', () => {
  const start = (page: Page, script: () => void) => page.addInitScript(script).then(() => page.goto('/'));

  test('blocked: says so, opens nothing by itself, and goes on when told to, with a way to export', async ({
    page,
  }) => {
    await start(page, () => {
      Object.defineProperty(window, 'indexedDB', {
        get: () => {
          throw new DOMException('denied', 'SecurityError');
        },
      });
      for (const name of ['localStorage', 'sessionStorage'])
        Object.defineProperty(window, name, {
          get: () => {
            throw new DOMException('denied', 'SecurityError');
          },
        });
    });
    await expect(page.getByRole('alert')).toContainText(/does not let the app keep data|no store/);
    await page.getByRole('button', { name: 'Continue with an invented engine' }).click();
    await expect(sheet(page)).toBeVisible();
    await setBore(page, '1.10');
    await expect(page.getByText('Your last changes are not saved.')).toBeVisible();
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Export now' }).click(),
    ]);
    expect(readFileSync(await download.path(), 'utf8')).toContain('0.0011');
  });

  test('full: says so, keeps trying, and no more when there is room', async ({ page }) => {
    await start(page, () => {
      const { put } = IDBObjectStore.prototype;
      IDBObjectStore.prototype.put = function (this: IDBObjectStore, ...row) {
        if ((window as { isFull?: boolean }).isFull) throw new DOMException('full', 'QuotaExceededError');
        return put.apply(this, row);
      };
    });
    await openExample(page);
    await page.evaluate(() => Object.assign(window, { isFull: true }));
    await setBore(page, '1.10');
    await expect(page.getByRole('alert')).toContainText('is full');
    await page.evaluate(() => Object.assign(window, { isFull: false }));
    await expect(page.getByText('Your last changes are not saved.')).toBeHidden();
    await page.reload();
    await expect(part(page, 'turboRestrictor')).toHaveAttribute('aria-label', /1\.10.mm/);
  });
});

test('a part of the app that cannot be loaded is said, and what is there stays', async ({ page }) => {
  await page.route(/circuit\.worker/, (route) => route.abort());
  await page.goto('/');
  await openExample(page);
  await expect(page.getByRole('alert')).toContainText('The part of the app that computes could not be loaded');
  await part(page, 'turboRestrictor').click();
  await bore(page).fill('1.10');
  await page.unroute(/circuit\.worker/);
  await page.reload();
  await expect(part(page, 'turboRestrictor')).toHaveAttribute('aria-label', /1\.10.mm/);
});

test('everything is backed up as one file and put back, and a folder is kept up to date', async ({ page, browser }) => {
  // No dialog opens without a screen: the browser's private folder stands for the one that a user would choose.
  await page.addInitScript(() => {
    const folder = () => navigator.storage.getDirectory();
    Object.assign(window, { showDirectoryPicker: folder });
  });
  await openApp(page);
  await setBore(page, '1.10');
  await menu(page, /^Projects and backup/);
  await page.getByRole('button', { name: 'Duplicate Thornback' }).click();
  await expect(page.getByRole('banner').getByText('Thornback, changed', { exact: true })).toBeVisible();
  await menu(page, /^Projects and backup/);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Back everything up' }).click(),
  ]);
  const path = test.info().outputPath('backup.zip');
  writeFileSync(path, readFileSync(await download.path()));
  await page.getByRole('button', { name: 'Keep a folder up to date…' }).click();
  await expect(page.getByText('is kept up to date')).toBeVisible();
  const size = await page.evaluate(async () => {
    const folder = await navigator.storage.getDirectory();
    return (await (await folder.getFileHandle('tidal-gauge-backup.zip')).getFile()).size;
  });
  expect(size).toBeGreaterThan(2000);

  const elsewhere = await (await browser.newContext()).newPage();
  await elsewhere.goto('/projects');
  await elsewhere.getByRole('region', { name: 'Backup' }).locator('input[type=file]').setInputFiles(path);
  await elsewhere.getByRole('button', { name: 'Restore everything' }).click();
  await elsewhere.getByRole('button', { name: 'Open Thornback, changed' }).click();
  await expect(part(elsewhere, 'turboRestrictor')).toHaveAttribute('aria-label', /1\.10.mm/);
  await elsewhere.context().close();
});
