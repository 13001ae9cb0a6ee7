// npm run screenshots [-- NAME …]: takes the README's pictures of the built app with the invented demo data. Look at
// each before keeping it.
import { chromium, type Page } from '@playwright/test';
import { choose, openExample } from '../e2e/app';
import { listen } from '../src/server/server';

/** An instrument has come to rest after so long [ms]. */
const SETTLED_MS = 1500;
const PICTURES: readonly {
  name: string;
  width?: number;
  height?: number;
  dark?: boolean;
  /** Before anything is opened. */
  isFirst?: true;
  prepare?: (page: Page) => Promise<void>;
}[] = [
  { name: 'full-speed' },
  { name: 'first', isFirst: true },
  { name: 'restrictor-dark', dark: true, prepare: (page) => page.locator('[data-part=turboRestrictor]').click() },
  {
    name: 'fix',
    prepare: async (page) => {
      await choose(page, 'Variant', 'Nose cooler');
      await page.getByRole('button', { name: 'Find a fix…' }).click();
      await page.getByRole('button', { name: 'Run', exact: true }).click();
      await page.getByRole('article', { name: 'Way 1' }).waitFor({ timeout: 300_000 });
      await page.getByText(/^Against Stock/).waitFor();
    },
  },
  {
    name: 'pickup',
    prepare: async (page) => {
      await page.getByRole('link', { name: 'Pickup', exact: true }).click();
      await page.getByText(/^The pickup is bare for/).waitFor();
    },
  },
  {
    name: 'audit',
    prepare: async (page) => {
      await choose(page, 'Variant', 'Nose cooler');
      await page.getByRole('tab', { name: /Audit/ }).click();
    },
  },
  {
    name: 'projects',
    prepare: async (page) => {
      await page.locator('[data-part=turboRestrictor]').click();
      await page.getByLabel('Bore', { exact: true }).fill('1.1');
      await page.getByRole('button', { name: 'Project' }).click();
      await page.getByRole('menuitem', { name: /^Demo: Saltmarsh/ }).click();
      await page.getByText('Saltmarsh', { exact: true }).waitFor();
      await page.getByRole('button', { name: 'Project' }).click();
      await page.getByRole('menuitem', { name: /^Projects and backup/ }).click();
      await page.getByRole('cell', { name: /^Thornback/ }).waitFor();
    },
  },
  {
    name: 'sizing',
    prepare: async (page) => {
      await page.locator('[data-part=turboRestrictor]').click();
      await page.getByRole('button', { name: 'Find a size' }).click();
      await page.getByRole('button', { name: /^drill 56/ }).waitFor();
      await page.evaluate(() => document.querySelector('.sizing')?.scrollIntoView({ block: 'center' }));
    },
  },
  {
    name: 'faults',
    prepare: async (page) => {
      await page.getByRole('tab', { name: 'Faults' }).click();
      await page.getByText(/barely show on the gauge\.$/).waitFor();
    },
  },
  {
    name: 'compare',
    prepare: async (page) => {
      await page.getByRole('link', { name: 'Compare' }).click();
      await page.locator('section[aria-busy=false]').waitFor();
    },
  },
  {
    name: 'envelope',
    prepare: async (page) => {
      await page.getByRole('link', { name: 'Envelope' }).click();
      await page.getByText('The session first fails').first().waitFor();
    },
  },
  {
    name: 'tolerances',
    prepare: async (page) => {
      // A hot idle at the hottest that the engine is asked to bear.
      await page.keyboard.press('3');
      await page.getByRole('slider', { name: 'Oil temperature' }).focus();
      for (let i = 0; i < 10; i++) await page.keyboard.press('ArrowRight');
      await page.getByRole('link', { name: 'Tolerances' }).click();
      // The question is that of the new condition once the instrument has come to rest.
      await page.getByText('this condition: 850 rpm, 120').waitFor();
      await page.waitForTimeout(SETTLED_MS);
      await page.getByRole('button', { name: 'Run' }).click();
      await page
        .getByText(/Tighten first|Everything is supplied/)
        .first()
        .waitFor();
      await page.getByRole('progressbar').waitFor({ state: 'detached' });
    },
  },
  {
    name: 'heat',
    prepare: async (page) => {
      await choose(page, 'Variant', 'Nose cooler');
      await page.getByRole('link', { name: 'Heat' }).click();
      await page.getByRole('heading', { name: 'Oil temperature by ambient air' }).waitFor();
    },
  },
  {
    name: 'gauge',
    prepare: async (page) => {
      await page.getByRole('link', { name: 'Gauge' }).click();
      const fresh = page.getByRole('group', { name: 'New reading' });
      for (const [condition, read] of [
        ['Hot idle', '1.6 bar'],
        ['At speed', '4.1 bar'],
      ] as const) {
        await fresh.getByRole('button', { name: condition }).click();
        await fresh.getByLabel('Pressure').fill(read);
        await fresh.getByRole('button', { name: 'Add reading' }).click();
      }
      await page.getByRole('button', { name: 'Fit the circuit to these readings' }).click();
      await page.getByText(/Most useful next reading/).waitFor();
    },
  },
  {
    name: 'bench-hoses',
    prepare: async (page) => {
      await choose(page, 'Variant', 'Nose cooler');
      await page.getByRole('link', { name: 'Bench' }).click();
      await page
        .getByRole('row', { name: /port to the cooler/ })
        .locator('.ant-table-row-expand-icon')
        .click();
      const hose = page.getByRole('group', { name: 'Hose C' });
      await hose.getByLabel('Measured, seat to seat').fill('1.62 m');
      await choose(hose.getByRole('region', { name: 'First end' }), 'Angle', '45°');
    },
  },
  {
    name: 'bench-plan',
    prepare: async (page) => {
      await choose(page, 'Variant', 'Nose cooler');
      await page.getByRole('link', { name: 'Bench' }).click();
      await page.getByRole('tab', { name: 'Plan' }).click();
      await page.getByRole('checkbox', { name: /Hold every new part/ }).check();
    },
  },
  {
    name: 'bench-sheet',
    prepare: async (page) => {
      await choose(page, 'Variant', 'Nose cooler');
      await page.getByRole('link', { name: 'Bench' }).click();
      await page.getByRole('tab', { name: 'Job sheet' }).click();
      await page.frameLocator('iframe').getByText('First pressure after').waitFor();
    },
  },
  {
    name: 'first-start',
    prepare: async (page) => {
      await page.getByRole('link', { name: 'Log', exact: true }).click();
      await page.getByRole('button', { name: /^3\s*Crank without ignition/ }).click();
      await page.getByText('First pressure after').waitFor();
    },
  },
  {
    name: 'why',
    prepare: async (page) => {
      await page.getByRole('link', { name: 'Log', exact: true }).click();
      await page.getByRole('tab', { name: 'Why is it low?' }).click();
      const fresh = page.getByRole('group', { name: 'New reading' });
      await fresh.getByRole('button', { name: 'Hot idle' }).click();
      await fresh.getByLabel('Pressure').fill('1.5 bar');
      await fresh.getByRole('button', { name: 'Add reading' }).click();
      await page.getByRole('heading', { name: 'Next check' }).waitFor();
    },
  },
];
const wanted = process.argv.slice(2);
const ARGUMENTS = [
  '--headless',
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];

const server = await listen({ port: 0, host: '127.0.0.1' });
const browser = await chromium.launch({
  executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
  args: ARGUMENTS,
});
for (const { name, width = 1280, height = 800, dark = false, isFirst = false, prepare } of PICTURES.filter(
  (p) => wanted.length === 0 || wanted.includes(p.name),
)) {
  const page = await browser.newPage({ viewport: { width, height }, colorScheme: dark ? 'dark' : 'light' });
  await page.goto(server.url);
  if (!isFirst) {
    await openExample(page);
    await page.getByText('337 conditions checked').waitFor();
  }
  await page.waitForTimeout(800);
  await prepare?.(page);
  await page.waitForTimeout(1500);
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
  await page.close();
  console.log(`docs/screenshots/${name}.png`);
}
await browser.close();
await server.close();
