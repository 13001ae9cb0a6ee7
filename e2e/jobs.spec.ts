import { expect, test, type Page } from '@playwright/test';

/** A whole job by its name: the engine asked for, the job and its question, and what its sheet must say. */
const JOBS = [
  {
    engine: 'Fenwick',
    archetype: /^Wet sump, filter on the block/,
    job: /^Oil cooler with thermostat/,
    asks: ['Length of each hose', '1.25'],
    says: [
      'Thermostat plate',
      'centre bolt',
      'Fill Air cooler with new oil',
      'Screw a new filter onto Thermostat plate',
    ],
    measures: 'Length of hose A',
  },
  {
    engine: 'Plover',
    archetype: /^Truck diesel/,
    job: /^Canister that drains by gravity/,
    asks: ['Length of its return hose', '1.1'],
    says: [
      'fuse with holder, Canister',
      'adapter for the pan’s port',
      'the heater in the lid of Canister',
      'Shut its needle',
    ],
    measures: 'Port of the pan',
  },
  {
    engine: 'Osier',
    archetype: /^Filter housing with a liquid cooler/,
    job: /^Cooler deleted/,
    asks: undefined,
    says: ['gasket of Cooler cover', 'drain the coolant', 'Close the two coolant connections', 'bleed'],
    measures: 'Face under Cooler cover',
  },
] as const;

/** Pages of a sheet on a paper, as the browser prints it. */
async function pagesOn(page: Page, html: string, paper: 'A4' | 'Letter'): Promise<number> {
  const sheet = await page.context().newPage();
  await sheet.setContent(html.replace(/size: (A4|letter)/, `size: ${paper}`));
  const pdf = await sheet.pdf({ preferCSSPageSize: true });
  await sheet.close();
  return (pdf.toString('latin1').match(/\/Type\s*\/Page\b/g) ?? []).length;
}

for (const width of [1280, 390])
  test.describe(`At ${width} px`, () => {
    test.use({ viewport: { width, height: 800 } });

    for (const { engine, archetype, job, asks, says, measures } of JOBS)
      test(`from the question to the printed sheet: ${engine}`, async ({ page }) => {
        await page.goto('/');
        await page.getByRole('button', { name: 'Start with my engine' }).click();
        await page.getByLabel('Name', { exact: true }).fill(engine);
        await page.getByRole('radio', { name: archetype }).check();
        await page.getByRole('checkbox', { name: job }).check();
        if (asks) {
          await page.getByLabel(asks[0]).fill(asks[1]);
          await page.getByLabel(asks[0]).blur();
        }
        await page.getByRole('button', { name: 'Create and check' }).click();
        await expect(page.getByText(/conditions checked/).first()).toBeVisible();
        await page.goto('/bench');
        await page.getByRole('tab', { name: 'Job sheet' }).click();
        const frame = page.frameLocator('iframe[title="Job sheet"]');
        await expect(frame.getByText(/Whole operating range, 337 conditions/)).toBeVisible();
        await expect(frame.getByText(measures).first()).toBeVisible();
        const text = (await frame.locator('body').innerText()).replace(/\s+/g, ' ');
        for (const words of says) expect(text.toLowerCase()).toContain(words.toLowerCase());
        if (asks) expect(text).toMatch(/1250|1100/);
        const html = (await page.locator('iframe[title="Job sheet"]').getAttribute('srcdoc'))!;
        for (const paper of ['A4', 'Letter'] as const) expect(await pagesOn(page, html, paper)).toBeLessThanOrEqual(7);
        // On the wall it is one page.
        await page.getByRole('switch', { name: 'Short form for the wall' }).click();
        await expect(frame.locator('body.short')).toBeVisible();
        const wall = (await page.locator('iframe[title="Job sheet"]').getAttribute('srcdoc'))!;
        for (const paper of ['A4', 'Letter'] as const) expect(await pagesOn(page, wall, paper)).toBe(1);
      });
  });
