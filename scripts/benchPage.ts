// npm run bench:page: how quick the page is to the hand, in headless Chromium, beside a trivial React page in the same run. Aims, no test.
import { chromium, type Page } from '@playwright/test';
import { openExample, part, speed } from '../e2e/app';
import { listen } from '../src/server/server';

/** What is aimed at [ms]. */
const AIMS = {
  'longest task while dragging': 50,
  'back to the circuit': 150,
  'a part opened': 80,
  'a change shown': 60,
  'a change made': 120,
};
const DRAG_STEPS = 60;
const FRAME_MS = 16;
const TIMES = 5;

/** Longest task of the page since the last call [ms]. */
const longest = (page: Page): Promise<number> =>
  page.evaluate(() => {
    const seen = (window as unknown as { tasks: number[] }).tasks.splice(0);
    return Math.max(0, ...seen);
  });

const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? NaN;

/** Time until the page has drawn what an act asked for [ms]. */
async function until(page: Page, act: () => Promise<unknown>, shown: () => Promise<unknown>): Promise<number> {
  const from = performance.now();
  await act();
  await shown();
  await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => setTimeout(done, 0))));
  return performance.now() - from;
}

/** A press on a page of one button: what the driver and the browser take by themselves [ms]. */
async function trivial(page: Page): Promise<number> {
  await page.setContent('<button onclick="this.textContent=Number(this.textContent)+1">0</button>');
  const times: number[] = [];
  for (let i = 0; i < TIMES; i++)
    times.push(
      await until(
        page,
        () => page.locator('button').click(),
        () => page.getByText(String(i + 1), { exact: true }).waitFor(),
      ),
    );
  return median(times);
}

/** What the browser says of a load: how far things moved, and when the largest of them was there [ms]. */
interface Load {
  readonly shift: number;
  readonly largestMs: number;
}

const WIDTHS = [1280, 820, 390] as const;
const SETTLED_MS = 5000;

/** Loads an address again and reads what the browser says of it. */
async function load(at: Page, url: string): Promise<Load> {
  await at.goto(url);
  await at.waitForTimeout(SETTLED_MS);
  return at.evaluate(() => (window as unknown as { load: Load }).load);
}

async function watched(width: number): Promise<Page> {
  const at = await browser.newPage({ viewport: { width, height: 800 }, serviceWorkers: 'block' });
  await at.addInitScript(() => {
    const seen = { shift: 0, largestMs: 0 };
    Object.assign(window, { load: seen });
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) {
        const { value, hadRecentInput } = entry as PerformanceEntry & { value: number; hadRecentInput: boolean };
        if (!hadRecentInput) seen.shift += value;
      }
    }).observe({ type: 'layout-shift', buffered: true });
    new PerformanceObserver((list) => {
      seen.largestMs = list.getEntries().at(-1)?.startTime ?? seen.largestMs;
    }).observe({ type: 'largest-contentful-paint', buffered: true });
  });
  return at;
}

/** The same page with its styles and a line of text, without any script: what the browser takes by itself. */
async function shellMs(): Promise<number> {
  const at = await watched(WIDTHS[0]);
  await at.route(server.url, async (route) => {
    const response = await route.fetch();
    const html = (await response.text()).replace(/<script[^>]*><\/script>|<link rel="modulepreload"[^>]*>/g, '');
    await route.fulfill({
      response,
      body: html.replace('<div id="root"></div>', '<div id="root"><p>Tidal Gauge</p></div>'),
    });
  });
  const { largestMs } = await load(at, server.url);
  await at.close();
  return largestMs;
}

const server = await listen(0, '127.0.0.1');
const browser = await chromium.launch({
  executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
  args: ['--headless', '--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run'],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
const floor = await trivial(page);
await page.addInitScript(() => {
  const tasks: number[] = [];
  Object.assign(window, { tasks });
  new PerformanceObserver((list) => tasks.push(...list.getEntries().map((e) => e.duration))).observe({
    type: 'longtask',
    buffered: true,
  });
});
await page.goto(server.url);
await openExample(page);
await page.getByText(/conditions checked/).waitFor();
await page.waitForTimeout(1000);
const atLoad = await longest(page);

const scale = (await speed(page).boundingBox())!;
await page.mouse.move(scale.x + scale.width - 10, scale.y + scale.height / 2);
await page.mouse.down();
for (let i = 0; i < DRAG_STEPS; i++) {
  await page.mouse.move(scale.x + scale.width - 10 - i * 3, scale.y + scale.height / 2);
  await page.waitForTimeout(FRAME_MS);
}
await page.mouse.up();
const dragging = await longest(page);

const measured: Record<string, number[]> = {
  'a part opened': [],
  'back to the circuit': [],
  'a change shown': [],
  'a change made': [],
};
for (let i = 0; i < TIMES; i++) {
  await page.keyboard.press('Escape');
  measured['a part opened']!.push(
    await until(
      page,
      () => part(page, i % 2 ? 'turbo' : 'filter').click(),
      () => page.getByRole('form').waitFor(),
    ),
  );
  await page.getByRole('link', { name: 'Library' }).click();
  await page.getByRole('heading', { name: 'Library' }).waitFor();
  measured['back to the circuit']!.push(
    await until(
      page,
      () => page.getByRole('link', { name: 'Circuit' }).click(),
      () => page.locator('.sheet svg [role=status]').waitFor(),
    ),
  );
  await page.keyboard.press('Control+k');
  await page.getByRole('combobox', { name: 'What do you want to change?' }).fill('insert restrictor');
  await page.getByRole('option').first().waitFor();
  await page.waitForTimeout(500);
  await longest(page);
  measured['a change shown']!.push(
    await until(
      page,
      () => page.keyboard.press('ArrowDown'),
      () => page.locator('.preview').waitFor(),
    ),
  );
  measured['a change made']!.push(
    await until(
      page,
      () => page.keyboard.press('Enter'),
      () => page.locator('.preview').waitFor({ state: 'hidden' }),
    ),
  );
  await page.keyboard.press('Control+z');
  await page.waitForTimeout(300);
}
const shell = await shellMs();
const loads: string[] = [];
for (const width of WIDTHS) {
  const at = await watched(width);
  await at.goto(server.url);
  await openExample(at);
  await at.waitForTimeout(SETTLED_MS);
  const { shift, largestMs } = await load(at, server.url);
  loads.push(
    `load at ${width} px: shifted by ${shift.toFixed(3)} (aim 0.02), largest paint ${largestMs.toFixed(0)} ms, ${(largestMs / shell).toFixed(1)} times a page without script (aim 1.2)`,
  );
  await at.close();
}
await browser.close();
await server.close();

for (const line of loads) console.log(line);
console.log(`a press on a page with one button: ${floor.toFixed(0)} ms; the rest includes as much of the driver`);
console.log(`longest task on load: ${atLoad.toFixed(0)} ms (aim 200)`);
console.log(`longest task while dragging: ${dragging.toFixed(0)} ms (aim ${AIMS['longest task while dragging']})`);
for (const [what, times] of Object.entries(measured))
  console.log(
    `${what}: ${median(times).toFixed(0)} ms, ${(median(times) / floor).toFixed(1)} times the trivial page (aim ${AIMS[what as keyof typeof AIMS]} ms beyond it)`,
  );
