import { createHash } from 'node:crypto';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { chromium, type CDPSession, type Page } from '@playwright/test';
import { seeded } from '../../src/core/foundations/random/quasiRandom';
import { openExample } from '../../e2e/app';
import { listen } from '../../src/server/server';
import { CHROMIUM } from './browser';
import { weighHeap, type HeapWeight } from './heapWeight';
import type { Part } from './part';

/** Acts in one browser: a shard, kept when it has passed. */
const SHARD_ACTS = 5000;
/** What is there after this share of a shard is what is compared with at its end. */
const SETTLED_SHARE = 0.2;
/** What grows in a shorter run is what is loaded: it is not weighed. */
const LEAST_WEIGHED_ACTS = 2000;
const MOST_GROWTH = 1.1;
/** After so many acts it is looked at whether a page is there, and of which engine its figures are. */
const LOOK_EVERY = 10;
/** Shards that passed, by the build that they were tried on: a campaign that was cut short goes on where it was. */
const KEPT = 'node_modules/.cache/campaign-monkey.json';
/** Longest wait for a click, and for the page to come to rest. */
const STEP_MS = 5000;
const KEYS = [
  'ArrowLeft',
  'ArrowRight',
  'ArrowUp',
  'ArrowDown',
  'Enter',
  'Escape',
  'Tab',
  'm',
  '[',
  ']',
  '1',
  '2',
  '3',
  '4',
  ' ',
];
const CHORDS = ['Control+z', 'Control+y', 'Control+k'];
/** While one is open, the page behind it takes no click. */
const DIALOG = '[role=dialog]';
const TEXTS = ['1.2', '0.9 mm', '-3', 'abc', '1e9', '', '5/16 in', '60 psi', '1,275', '3 pints'];
const DEMOS = ['thornback', 'saltmarsh', 'larkspur'];

interface Weight extends HeapWeight {
  readonly listeners: number;
}

/** Back to one and the same view of one and the same project: what random acts put into a circuit is no leak. */
async function settle(page: Page): Promise<void> {
  for (let n = 0; n < 3; n++) await page.keyboard.press('Escape');
  await page.locator('header nav a').first().click({ timeout: STEP_MS });
  await page.getByRole('button', { name: 'Project' }).click({ timeout: STEP_MS });
  await page.getByRole('menuitem', { name: 'Demo: Thornback' }).click({ timeout: STEP_MS });
  await page.mouse.move(0, 0);
  await new Promise((resolve) => setTimeout(resolve, STEP_MS));
}

async function weigh(page: Page, session: CDPSession): Promise<Weight> {
  await settle(page);
  const heap = await weighHeap(session);
  const { metrics } = await session.send('Performance.getMetrics');
  return { ...heap, listeners: metrics.find((m) => m.name === 'JSEventListeners')?.value ?? 0 };
}

async function act(page: Page, random: () => number): Promise<void> {
  const pick = <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)]!;
  const dice = random();
  if (dice < 0.45) await page.mouse.click(random() * 1280, random() * 800);
  else if (dice < 0.75) await page.keyboard.press(pick(KEYS));
  else if (dice < 0.85) await page.keyboard.press(pick(CHORDS));
  else if (dice < 0.92) await page.keyboard.insertText(pick(TEXTS));
  else if (dice < 0.93)
    await page.locator('input[type=file][aria-label="Project file"]').setInputFiles(`demo/${pick(DEMOS)}.json`, {
      timeout: STEP_MS,
    });
  else if (dice < 0.95) await otherVariant(page, random);
  else if ((await page.locator(DIALOG).count()) === 0) {
    const links = page.locator('header nav a');
    const count = await links.count();
    if (count === 0) return;
    try {
      await links.nth(Math.floor(random() * count)).click({ timeout: STEP_MS });
    } catch (error) {
      // A dialog whose code was still on its way when it was looked for lies over the name, as it should.
      if ((await page.locator(DIALOG).count()) === 0) throw error;
    }
  }
}

/** Chooses another variant, where the list of them can be reached. */
async function otherVariant(page: Page, random: () => number): Promise<void> {
  if ((await page.locator(DIALOG).count()) > 0) return;
  const list = page.locator('.variantbar .ant-select').first();
  if (!(await list.isVisible())) return;
  await list.click({ timeout: STEP_MS, force: true });
  const lines = page.locator('.ant-select-dropdown:visible .ant-select-item-option');
  const count = await lines.count();
  if (count > 0)
    await lines
      .nth(Math.floor(random() * count))
      .click({ timeout: STEP_MS, force: true })
      .catch(() => undefined);
}

/** Elements that show an answer of another engine than the one that is open; each with what it is of. */
const strangers = (page: Page): Promise<readonly string[]> =>
  page.evaluate(() => {
    const open = document.querySelector('[data-engine]')?.getAttribute('data-engine');
    return [...document.querySelectorAll('[data-of]')]
      .filter((element) => element.checkVisibility() && element.getAttribute('data-of') !== open)
      .map((element) => `${element.tagName} of ${element.getAttribute('data-of')} where ${open} is open`);
  });

/** How many answers are shown now. */
const shown = (page: Page): Promise<number> => page.locator('[data-of]').count();

/** What came of a shard. */
interface Shard {
  readonly failures: readonly string[];
  /** Looks at answers that were shown, and answers seen by them. */
  readonly looks: number;
  readonly answers: number;
  readonly weights?: readonly [Weight, Weight];
}

async function tryShard(acts: number, seed: number): Promise<Shard> {
  const failures: string[] = [];
  const random = seeded(seed);
  const server = await listen({ port: 0, host: '127.0.0.1' });
  const browser = await chromium.launch({
    executablePath: CHROMIUM,
    args: ['--headless', '--no-sandbox', '--disable-gpu'],
  });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  page.on('pageerror', (error) => failures.push(`seed ${seed}: ${error.message.slice(0, 160)}`));
  // The driver keeps hold of each field that a chooser was asked for, and with it of the page that it stood in.
  page.on('filechooser', (chooser) => void chooser.element().dispose());
  await page.goto(server.url);
  await openExample(page);
  const session = await page.context().newCDPSession(page);
  await session.send('Performance.enable');
  const isWeighed = acts >= LEAST_WEIGHED_ACTS;
  let settled: Weight | undefined;
  let [looks, answers] = [0, 0];
  for (let done = 1; done <= acts; done++) {
    await act(page, random).catch(async (error: unknown) => {
      const shows = (await page.locator('body').innerText()).replaceAll(/\s+/g, ' ').slice(0, 200);
      failures.push(
        `seed ${seed}, act ${done}: ${String(error).slice(0, 60).split('\n')[0]}; the page shows: ${shows}`,
      );
    });
    if (done % LOOK_EVERY === 0) {
      if ((await page.locator('header.bar').count()) === 0) failures.push(`seed ${seed}, act ${done}: no page`);
      failures.push(...(await strangers(page)).map((each) => `seed ${seed}, act ${done}: ${each}`));
      looks++;
      answers += await shown(page);
    }
    if (isWeighed && !settled && done > SETTLED_SHARE * acts) settled = await weigh(page, session);
  }
  const end = isWeighed ? await weigh(page, session) : undefined;
  await browser.close();
  await server.close();
  if (!settled || !end) return { failures, looks, answers };
  for (const key of ['listeners', 'heldBytes'] as const)
    if (end[key] > MOST_GROWTH * settled[key]) failures.push(`seed ${seed}, ${key}: ${settled[key]} to ${end[key]}`);
  return { failures, looks, answers, weights: [settled, end] };
}

type Kept = Record<string, Omit<Shard, 'failures'>>;

const readKept = (build: string): Kept => {
  try {
    const kept = JSON.parse(readFileSync(KEPT, 'utf8')) as { readonly build: string; readonly shards: Kept };
    return kept.build === build ? kept.shards : {};
  } catch {
    return {};
  }
};

/** Clicks, keys and texts, imports, variants and projects at random: so many acts, in shards. */
export const monkey: Part = {
  name: 'monkey',
  unit: 'random acts: clicks, keys, texts, imports, variants, projects',
  holds:
    'no error, no blank page; every answer shown is of the engine that is open; listeners, and what the page holds in memory, at most 10 % above what they were after a fifth of 5,000 acts',
  usual: 100_000,
  async run(count, seed) {
    const build = createHash('sha256').update(readFileSync('dist/app/index.html')).digest('base64');
    const kept = readKept(build);
    const failures: string[] = [];
    const passed: Omit<Shard, 'failures'>[] = [];
    for (let n = 0; n * SHARD_ACTS < count; n++) {
      const acts = Math.min(SHARD_ACTS, count - n * SHARD_ACTS);
      const name = `${seed} ${n} ${acts}`;
      const before = kept[name];
      if (before) {
        passed.push(before);
        continue;
      }
      const { failures: own, ...shard } = await tryShard(acts, seed * 1000 + n);
      failures.push(...own);
      passed.push(shard);
      if (own.length > 0) continue;
      kept[name] = shard;
      mkdirSync('node_modules/.cache', { recursive: true });
      writeFileSync(KEPT, JSON.stringify({ build, shards: kept }));
    }
    const sum = (of: (shard: Omit<Shard, 'failures'>) => number) => passed.reduce((all, shard) => all + of(shard), 0);
    const weights = passed.flatMap((shard) => (shard.weights ? [shard.weights] : []));
    const growths = weights.map(([first, last]) => last.heldBytes / first.heldBytes);
    const growth = growths.length > 0 ? `; held ${(100 * (Math.max(...growths) - 1)).toFixed(1)} % more at most` : '';
    const last = weights.at(-1);
    const weighed = last ? `; of the last shard ${sayWeight(last[0])}, then ${sayWeight(last[1])}` : '';
    return {
      done: count,
      failures,
      remark: `${sum((s) => s.answers)} answers seen in ${sum((s) => s.looks)} looks, all of the open engine unless said${growth}${weighed}`,
    };
  },
};

const sayMB = (bytes: number) => `${(bytes / 1e6).toFixed(1)} MB`;
const sayWeight = ({ listeners, heldBytes, compiledBytes }: Weight) =>
  `${listeners} listeners, ${sayMB(heldBytes)} held, ${sayMB(compiledBytes)} compiled`;
