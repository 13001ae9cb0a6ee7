import { readFileSync, writeFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { crowdOf } from '../scripts/crowd';
import { readProjectText } from '../src/core/document/project/readProject';
import { choose, commandLine, oil, openApp, part, speed } from './app';

test('the demo opens, and moving the engine speed changes a verdict at the state where the command line says the same', async ({
  page,
}) => {
  const problems = await openApp(page);
  await expect(page.getByText('Thornback').first()).toBeVisible();
  await page.getByRole('button', { name: /Idle, 110/ }).click();
  await expect(part(page, 'turbo')).toHaveAttribute('aria-label', /Turbo, 0\.99.bar, OK/);
  // The whole range is judged above, this condition on the drawing: the two are never mixed up.
  await expect(page.locator('.drawing [role=status]')).toHaveText('This condition: every component is supplied');
  await expect(page.getByRole('region', { name: 'Verdict' })).toContainText('Not supplied, too hot, pickup bare');
  const idle = await commandLine('solve', 'demo/thornback.json', '--rpm', '850', '--oil-temp', '110');
  expect(idle.code).toBe(0);

  // Drag the instrument's ruler to its right end: the sheet follows while the pointer is down.
  const box = (await speed(page).boundingBox())!;
  await page.mouse.move(box.x + 30, box.y + 60);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width - 60, box.y + 60, { steps: 8 });
  await expect(part(page, 'turbo')).toHaveAttribute('aria-label', /too much flow/);
  await page.mouse.up();
  const rpm = (await speed(page).getAttribute('aria-valuenow'))!;
  const there = await commandLine('solve', 'demo/thornback.json', '--rpm', rpm, '--oil-temp', '110');
  expect(there.code).toBe(1);
  const turbo = there.json.consumers.find((c) => c.part === 'turbo')!;
  expect(turbo.verdict).toBe('flooded');
  await expect(part(page, 'turbo')).toHaveAttribute(
    'aria-label',
    new RegExp(`${(turbo.pressurePa / 1e5).toFixed(2)}.bar, too much flow`),
  );
  expect(problems).toEqual([]);
});

test('a component at its worst, a figure changed, refused and typed in another unit, and kept over a reload', async ({
  page,
}) => {
  const problems = await openApp(page);
  await test.step('findings give each component at its worst, and a click goes there', async () => {
    const finding = page.getByRole('button', { name: /Turbo:? too much flow/ });
    await expect(finding).toContainText('Closest to a limit at 7000 rpm, 120 °C');
    await finding.click();
    await expect(oil(page)).toHaveAttribute('aria-valuetext', '120 °C');
    await expect(page.getByRole('heading', { name: /^Turbo/ }).first()).toBeVisible();
    const shares = page.locator('.panel .rows').filter({ hasText: 'Pump, out' });
    await expect(shares).toContainText('Restrictor');
    await expect(shares).toContainText('At Turbo');
  });

  await test.step('a figure that cannot be is refused beside its field, and nothing is lost', async () => {
    await part(page, 'turboRestrictor').click();
    const bore = page.getByLabel('Bore', { exact: true });
    await bore.fill('0');
    await expect(page.getByRole('alert')).toContainText('boreM: must be greater than 0, 0 is there');
    await bore.fill('wide');
    await expect(page.getByRole('alert')).toContainText('Not a number');
    // What is refused stays where it was typed, with its reason, until it is given up.
    await bore.blur();
    await expect(bore).toHaveValue('wide');
    await expect(page.getByRole('alert')).toContainText('Not a number');
    await bore.press('Escape');
    await expect(bore).toHaveValue('1.5');
  });

  await test.step('a bore is edited, the verdict passes, and both are kept over a reload', async () => {
    await part(page, 'turboRestrictor').click();
    const bore = page.getByLabel('Bore', { exact: true });
    await bore.fill('1.2');
    await expect(part(page, 'turbo')).toHaveAttribute('aria-label', /OK/);
    await page
      .getByText(/^How it is calculated/)
      .first()
      .click();
    await expect(page.locator('.law').first()).toContainText('Q = 0.7');
    await page.reload();
    await expect(part(page, 'turboRestrictor')).toHaveAttribute('aria-label', /1\.20.mm/);
    await page.keyboard.press('Escape');
    await expect(page.getByText(/all 7 components supplied \(337 conditions checked\)/)).toBeVisible();
    // Another unit, typed in.
    await part(page, 'turboRestrictor').click();
    await page.getByLabel('Bore', { exact: true }).fill('0.06 in');
    await expect(part(page, 'turboRestrictor')).toHaveAttribute('aria-label', /1\.52.mm/);
  });
  expect(problems).toEqual([]);
});

test('the main job by keyboard alone, units by choice, and a drawing that follows the wheel and the width', async ({
  page,
}) => {
  const problems = await openApp(page);
  await test.step('by keyboard alone', async () => {
    await speed(page).focus();
    await page.keyboard.press('Home');
    await expect(speed(page)).toHaveAttribute('aria-valuenow', '0');
    await page.keyboard.press('4');
    await expect(speed(page)).toHaveAttribute('aria-valuetext', '7000 rpm');
    await page.keyboard.press('[');
    await expect(speed(page)).toHaveAttribute('aria-valuetext', '6950 rpm');
    await part(page, 'pickup').focus();
    for (let i = 0; i < 12; i++) await page.keyboard.press('ArrowRight');
    await expect(part(page, 'turbo')).toBeFocused();
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: 'Pressure from the sump to here' })).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(page.getByRole('heading', { name: /Whole operating range/ })).toBeVisible();
  });
  await test.step('units by choice, never mixed', async () => {
    await page.getByRole('button', { name: 'Project' }).click();
    await page.getByRole('menuitem', { name: 'Units…' }).click();
    await choose(page.getByRole('dialog'), 'Pressure', 'psi');
    await page.getByRole('button', { name: 'Close', exact: true }).click();
    await expect(part(page, 'turbo')).toHaveAttribute('aria-label', /36\.7.psi/);
    await expect(page.locator('.drawing')).not.toContainText(/\d.bar\b/);
    await page.getByRole('banner').getByText('US', { exact: true }).click();
    await expect(part(page, 'turbo')).toHaveAttribute('aria-label', /36\.7.psi.*US gpm/);
    await page.getByRole('banner').getByText('Metric', { exact: true }).click();
    await expect(part(page, 'turbo')).toHaveAttribute('aria-label', /2\.53.bar.*L\/min/);
  });
  await test.step('a wheel with Ctrl draws it larger at the pointer, and a wheel alone does not', async () => {
    const widthOf = async () => (await page.locator('.drawing svg[role=group]').boundingBox())!.width;
    const centreOf = async (id: string) => {
      const box = (await part(page, id).boundingBox())!;
      return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
    };
    const before = await widthOf();
    const { x, y } = await centreOf('filter');
    await page.mouse.move(x, y);
    await page.mouse.wheel(0, -60);
    await page.keyboard.down('Control');
    await page.mouse.wheel(0, -60);
    await page.keyboard.up('Control');
    await expect.poll(() => widthOf()).toBeCloseTo(before * 2 ** 0.5, -1);
    const after = await centreOf('filter');
    expect(Math.hypot(after.x - x, after.y - y)).toBeLessThan(12);
  });
  await test.step('on a tablet the panel stands below the drawing', async () => {
    await page.setViewportSize({ width: 1024, height: 768 });
    const sheet = (await page.locator('.drawing').boundingBox())!;
    const panel = (await page.locator('.panel').boundingBox())!;
    expect(panel.y).toBeGreaterThanOrEqual(sheet.y + sheet.height - 1);
    expect(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);
  });
  expect(problems).toEqual([]);
});

test('of a circuit of hundreds of parts what is seen is drawn, keys reach the last, and a picture has all', async ({
  page,
}) => {
  const problems = await openApp(page);
  const read = readProjectText(readFileSync('demo/thornback.json', 'utf8'));
  if (!read.ok) throw new Error('the demo is refused');
  const crowd = crowdOf(read.project, 400);
  const { parts } = crowd.variants[0]!.circuit;
  const path = test.info().outputPath('crowd.json');
  writeFileSync(path, JSON.stringify(crowd));
  await page.locator('input[type=file][aria-label="Project file"]').setInputFiles(path);
  await expect(page.getByText(crowd.name, { exact: true })).toBeVisible();
  const drawn = page.locator('.drawing [data-part]');
  await expect.poll(() => drawn.count()).toBeLessThan(parts.length / 2);

  await part(page, 'pickup').focus();
  await page.keyboard.press('End');
  await expect(page.locator('.drawing [data-part]:focus')).toBeInViewport();
  const first = await drawn.first().getAttribute('data-part');
  await page.locator('.drawing').evaluate((sheet) => sheet.scrollTo({ left: sheet.scrollWidth, behavior: 'instant' }));
  await expect(part(page, first!)).toHaveCount(0);

  await page.getByRole('button', { name: 'Project' }).click();
  await page.getByRole('menuitem', { name: 'Print, picture, summary' }).hover();
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByText('Drawing as SVG').click()]);
  const picture = readFileSync(await download.path(), 'utf8');
  const [lastTurbo] = parts.filter((p) => p.kind === 'consumer').slice(-1);
  for (const word of lastTurbo!.name.split(' ')) expect(picture).toContain(word);
  await expect.poll(() => drawn.count()).toBeLessThan(parts.length / 2);
  expect(problems).toEqual([]);
});
