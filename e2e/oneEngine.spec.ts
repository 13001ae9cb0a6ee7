import { expect, test } from '@playwright/test';
import { choose, openApp, part } from './app';

test('one engine: its factory turbo added late, fitted to its gauge, a cooler planned; no step of work for what was learned, and a reading of the first start is found everywhere', async ({
  page,
}) => {
  test.setTimeout(300_000);
  const problems = await openApp(page);
  const variant = (name: string) => choose(page, 'Variant', name);

  await test.step('an engine of one’s own, with a cooler to be fitted', async () => {
    await page.getByRole('button', { name: 'Project' }).click();
    await page.getByRole('menuitem', { name: 'New engine…' }).click();
    await expect(page.getByRole('heading', { name: 'New engine' })).toBeVisible();
    await page.getByLabel('Name', { exact: true }).fill('Marram');
    await page.getByLabel('Displacement').fill('1998 cc');
    await page.getByLabel('Idle', { exact: true }).fill('850');
    await page.getByLabel('Redline', { exact: true }).fill('6800');
    await page.getByRole('checkbox', { name: /Oil cooler with thermostat/ }).check();
    await page.getByRole('button', { name: 'Create and check' }).click();
    await expect(part(page, 'airCooler')).toBeVisible();
    await expect(page.getByRole('button', { name: '1 change', exact: true })).toBeVisible();
  });

  await test.step('the factory turbo was forgotten: it is on the engine already, and in every variant', async () => {
    await variant('Stock');
    await part(page, 'gallery').click();
    await page.keyboard.press('m');
    await page.getByRole('combobox', { name: 'What do you want to change?' }).fill('feed turbo plain bearings');
    await page.keyboard.press('ArrowDown');
    await page.getByRole('button', { name: 'It is on the engine already' }).click();
    await expect(part(page, 'turbo')).toBeVisible();
    await variant('\u2003Modified');
    await expect(part(page, 'airCooler')).toBeVisible();
    await expect(part(page, 'turbo')).toBeVisible();
  });

  await test.step('what its gauge shows belongs to the engine as it is; the fit serves every variant', async () => {
    await page.getByRole('link', { name: 'Gauge', exact: true }).click();
    const fresh = page.getByRole('group', { name: 'New reading' });
    for (const [condition, read] of [
      ['Hot idle', '20 psi'],
      ['At speed', '60 psi'],
    ] as const) {
      await fresh.getByRole('button', { name: condition }).click();
      await fresh.getByLabel('Pressure').fill(read);
      await fresh.getByRole('button', { name: 'Add reading' }).click();
    }
    await page.getByRole('button', { name: 'Open Stock' }).click();
    await page.getByRole('button', { name: 'Fit the circuit to these readings' }).click();
    await page.getByRole('button', { name: 'Apply to the circuit' }).click();
    await expect(page.getByRole('button', { name: 'Remove the fit' })).toBeVisible();
    await variant('\u2003Modified');
    await expect(page.getByRole('button', { name: 'Remove the fit' })).toBeVisible();
  });

  await test.step('the plan has not one step for what was learned, and the turbo stays', async () => {
    await page.getByRole('link', { name: 'Bench', exact: true }).click();
    await page.getByRole('tab', { name: 'Plan', exact: true }).click();
    const steps = page.getByRole('main');
    await expect(steps).toContainText('Fit Air cooler');
    await expect(steps).not.toContainText(/Set (Mains|Rods|Pump|Relief)/);
    await expect(steps).not.toContainText(/Take off .*[Tt]urbo/);
  });

  await test.step('what is read at the first start is in the log book, in why and at the gauge', async () => {
    await page.getByRole('link', { name: 'Log', exact: true }).click();
    await page.getByRole('button', { name: /^4\s*Start$/ }).click();
    const card = page.getByRole('region', { name: 'Start', exact: true });
    await card.getByLabel('Gauge reads').fill('3.3 bar', { timeout: 120_000 });
    await page.getByRole('button', { name: 'Done, next step' }).click();
    await page.getByRole('button', { name: 'Put into the log book' }).click();
    await page.getByRole('tab', { name: 'Log book' }).click();
    await expect(page.getByRole('row', { name: /First start, 1 of/ })).toContainText('Modified');
    await page.getByRole('tab', { name: 'Why is it low?' }).click();
    await expect(page.getByRole('group', { name: 'Reading 1' })).toContainText('3.30 bar');
    await page.getByRole('link', { name: 'Gauge', exact: true }).click();
    await expect(page.getByRole('group', { name: 'Reading 3' })).toContainText('at the first start');
  });
  expect(problems).toEqual([]);
});
