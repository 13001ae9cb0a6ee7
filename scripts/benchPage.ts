// npm run bench:page: how quick the page is to the hand, in headless Chromium, beside a trivial React page in the same
// run. Aims, no test.
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type Page } from '@playwright/test';
import { openExample, part, speed } from '../e2e/app';
import { readProjectText } from '../src/core/document/project/readProject';
import { listen } from '../src/server/server';
import { crowdOf } from './crowd';

const LONGEST_DRAGGING_MS = 50;
/** What is aimed at [ms]. */
const AIMS = {
  'back to the circuit': 150,
  'a part opened': 80,
  'a change shown': 60,
  'a change made': 120,
};
type Act = keyof typeof AIMS;
const CROWD_PARTS = 150;
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

/** What an act must bring onto the page, or take off it. */
interface Shown {
  readonly selector: string;
  readonly isGone?: boolean;
}

/** Time from a press to the frame after what it asked for is there [ms], taken in the page: the driver's own time is left out. */
async function until(page: Page, act: () => Promise<unknown>, shown: Shown): Promise<number> {
  // The watch stands before the press is sent.
  await page.evaluate(({ selector, isGone = false }) => {
    const took = new Promise<number>((done) => {
      // Methods, no named functions: those are wrapped by what runs this file, and the page does not know the wrapper.
      const watch = {
        from: NaN,
        handleEvent({ timeStamp }: Event) {
          if (Number.isNaN(this.from)) this.from = timeStamp;
        },
        look() {
          // What another view keeps is there too, but not seen.
          const isThere = document.querySelector(selector)?.checkVisibility() === true;
          if (Number.isNaN(this.from) || isThere === isGone) requestAnimationFrame(() => this.look());
          // The frame in which it is there is painted before the next one begins.
          else requestAnimationFrame((now) => done(now - this.from));
        },
      };
      addEventListener('pointerup', watch, true);
      addEventListener('keydown', watch, true);
      watch.look();
    });
    Object.assign(window, { took });
  }, shown);
  await act();
  return page.evaluate(() => (window as unknown as { took: Promise<number> }).took);
}

/** A press on a page of one button: what the browser takes by itself [ms]. */
async function trivial(page: Page): Promise<number> {
  await page.setContent('<button data-n="0" onclick="this.dataset.n=Number(this.dataset.n)+1">press</button>');
  const times: number[] = [];
  for (let i = 0; i < TIMES; i++)
    times.push(await until(page, () => page.locator('button').click(), { selector: `button[data-n="${i + 1}"]` }));
  return median(times);
}

/** What the browser says of a load: how far things moved, and when the largest of them was there [ms]. */
interface Load {
  readonly shift: number;
  readonly largestMs: number;
}

const WIDTHS = [1280, 820, 390] as const;
const SETTLED_MS = 3000;

/** Loads an address again and reads what the browser says of it. */
async function load(at: Page, url: string): Promise<Load> {
  await at.goto(url);
  await at.waitForTimeout(SETTLED_MS);
  return at.evaluate(() => (window as unknown as { load: Load }).load);
}

async function watched(width: number): Promise<Page> {
  const context = await browser.newContext({ viewport: { width, height: 800 }, serviceWorkers: 'block' });
  const at = await context.newPage();
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

/** Loads by browsers that know nothing of the page yet. @returns the largest paint, the median of several [ms] */
async function firstLoads(width: number, prepare: (at: Page) => Promise<void>): Promise<Load> {
  const loads: Load[] = [];
  for (let i = 0; i < TIMES; i++) {
    const at = await watched(width);
    await prepare(at);
    loads.push(await load(at, server.url));
    await at.context().close();
  }
  return { shift: Math.max(...loads.map((l) => l.shift)), largestMs: median(loads.map((l) => l.largestMs)) };
}

/** The same page with its styles and first words, without any script: what the browser takes by itself. */
async function withoutScript(at: Page): Promise<void> {
  await at.route(server.url, async (route) => {
    const response = await route.fetch();
    const html = (await response.text()).replace(/<script[^>]*><\/script>/g, '');
    await route.fulfill({ response, body: html });
  });
}

/** How quick the page is under the hand, with one project in it. */
interface Hand {
  readonly atLoadMs: number;
  readonly draggingMs: number;
  readonly measured: Readonly<Record<Act, number[]>>;
}

/** @param open what brings the project onto the page */
async function handOf(open: (page: Page) => Promise<void>): Promise<Hand> {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.addInitScript(() => {
    const tasks: number[] = [];
    Object.assign(window, { tasks });
    new PerformanceObserver((list) => tasks.push(...list.getEntries().map((e) => e.duration))).observe({
      type: 'longtask',
      buffered: true,
    });
  });
  await page.goto(server.url);
  await open(page);
  await page.getByText(/conditions checked/).waitFor();
  await page.waitForTimeout(1000);
  const atLoadMs = await longest(page);
  const draggingMs = await drag(page);
  const measured: Record<Act, number[]> = {
    'a part opened': [],
    'back to the circuit': [],
    'a change shown': [],
    'a change made': [],
  };
  for (let i = 0; i < TIMES; i++) await tryAll(page, i, measured);
  await page.close();
  return { atLoadMs, draggingMs, measured };
}

/** Drags the engine speed over the scale. @returns longest task meanwhile [ms] */
async function drag(page: Page): Promise<number> {
  const scale = (await speed(page).boundingBox())!;
  await page.mouse.move(scale.x + scale.width - 10, scale.y + scale.height / 2);
  await page.mouse.down();
  for (let i = 0; i < DRAG_STEPS; i++) {
    await page.mouse.move(scale.x + scale.width - 10 - i * 3, scale.y + scale.height / 2);
    await page.waitForTimeout(FRAME_MS);
  }
  await page.mouse.up();
  return longest(page);
}

/** Each act once. @param turn makes every second part another one */
async function tryAll(page: Page, turn: number, measured: Record<Act, number[]>): Promise<void> {
  await page.keyboard.press('Escape');
  measured['a part opened'].push(
    await until(page, () => part(page, turn % 2 ? 'turbo' : 'filter').click(), {
      selector: 'aside form, aside [role=form]',
    }),
  );
  await page.getByRole('link', { name: 'Library' }).click();
  await page.getByRole('heading', { name: 'Library' }).waitFor();
  measured['back to the circuit'].push(
    await until(page, () => page.getByRole('link', { name: 'Circuit' }).click(), {
      selector: '.drawing svg [role=status]',
    }),
  );
  await page.keyboard.press('Control+k');
  await page.getByRole('combobox', { name: 'What do you want to change?' }).fill('insert restrictor');
  await page.getByRole('option').first().waitFor();
  await page.waitForTimeout(500);
  await longest(page);
  measured['a change shown'].push(await until(page, () => page.keyboard.press('ArrowDown'), { selector: '.preview' }));
  measured['a change made'].push(
    await until(page, () => page.keyboard.press('Enter'), { selector: '.preview', isGone: true }),
  );
  await page.keyboard.press('Control+z');
  await page.waitForTimeout(300);
}

const server = await listen({ port: 0, host: '127.0.0.1' });
const browser = await chromium.launch({
  executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
  args: ['--headless', '--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run'],
});
const blank = await browser.newPage({ viewport: { width: 1280, height: 800 } });
const floor = await trivial(blank);
await blank.close();
const hands: (readonly [string, Hand])[] = [['Thornback', await handOf(openExample)]];
const read = readProjectText(readFileSync('demo/thornback.json', 'utf8'));
if (!read.ok) throw new Error('the demo is refused');
const crowd = crowdOf(read.project, CROWD_PARTS);
const crowdFile = join(mkdtempSync(join(tmpdir(), 'bench-')), 'crowd.json');
writeFileSync(crowdFile, JSON.stringify(crowd));
hands.push([
  crowd.name,
  await handOf(async (page) => {
    await openExample(page);
    await page.locator('input[type=file][aria-label="Project file"]').setInputFiles(crowdFile);
    await page.getByText(crowd.name).first().waitFor();
  }),
]);
const loads: string[] = [];
for (const width of WIDTHS) {
  const { largestMs: shell } = await firstLoads(width, withoutScript);
  const told = ({ shift, largestMs }: Load) =>
    `shifted by ${shift.toFixed(3)} (aim 0.02), largest paint ${largestMs.toFixed(0)} ms, ${(largestMs / shell).toFixed(1)} times a page without script (aim 1.2)`;
  loads.push(`first visit at ${width} px: ${told(await firstLoads(width, () => Promise.resolve()))}`);
  const withProject = async (at: Page) => {
    await at.goto(server.url);
    await openExample(at);
    await at.waitForTimeout(SETTLED_MS);
  };
  loads.push(`with a project at ${width} px: ${told(await firstLoads(width, withProject))}`);
}
await browser.close();
await server.close();

for (const line of loads) console.log(line);
console.log(`a press on a page with one button: ${floor.toFixed(0)} ms`);
for (const [name, { atLoadMs, draggingMs, measured }] of hands) {
  console.log(`${name}: longest task on load ${atLoadMs.toFixed(0)} ms (aim 200)`);
  console.log(`${name}: longest task while dragging ${draggingMs.toFixed(0)} ms (aim ${LONGEST_DRAGGING_MS})`);
  for (const [what, times] of Object.entries(measured))
    console.log(
      `${name}: ${what}: ${median(times).toFixed(0)} ms, ${(median(times) / floor).toFixed(1)} times the trivial page (aim ${AIMS[what as Act]} ms)`,
    );
}
