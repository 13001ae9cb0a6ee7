import { chromium, type CDPSession, type Page } from '@playwright/test';
import { seeded } from '../../src/core/foundations/random/quasiRandom';
import { openExample } from '../../e2e/app';
import { listen } from '../../src/server/server';
import { CHROMIUM } from './browser';
import { weighHeap, type HeapWeight } from './heapWeight';
import type { Part } from './part';

const MINUTE_MS = 60_000;
/** What is there after this is what is compared with at the end. */
const SETTLED_MS = 10 * MINUTE_MS;
/** What grows in a shorter run is what is loaded: it is not weighed. */
const LEAST_WEIGHED_MINUTES = 2;
const MOST_GROWTH = 1.1;
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
const TEXTS = ['1.2', '0.9 mm', '-3', 'abc', '1e9', '', '5/16 in', '60 psi'];

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
  else if (dice < 0.93) await page.keyboard.insertText(pick(TEXTS));
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

/** Clicks, keys and texts at random for so many minutes. */
export const monkey: Part = {
  name: 'monkey',
  unit: 'minutes of random clicks, keys and texts',
  holds:
    'no error, no blank page; listeners, and what the page holds in memory, at most 10 % above what they were after ten minutes',
  usual: 60,
  async run(minutes, seed) {
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
    const began = Date.now();
    let done = 0;
    const isWeighed = minutes >= LEAST_WEIGHED_MINUTES;
    let settled: Weight | undefined;
    const settledMs = Math.min(SETTLED_MS, (minutes * MINUTE_MS) / 2);
    while (Date.now() - began < minutes * MINUTE_MS) {
      await act(page, random).catch(async (error: unknown) => {
        const shows = (await page.locator('body').innerText()).replaceAll(/\s+/g, ' ').slice(0, 200);
        failures.push(`act ${done}: ${String(error).slice(0, 60).split('\n')[0]}; the page shows: ${shows}`);
      });
      if (++done % 50 === 0 && (await page.locator('header.bar').count()) === 0) failures.push(`act ${done}: no page`);
      if (isWeighed && !settled && Date.now() - began > settledMs) settled = await weigh(page, session);
    }
    const end = isWeighed ? await weigh(page, session) : undefined;
    if (settled && end)
      for (const key of ['listeners', 'heldBytes'] as const)
        if (end[key] > MOST_GROWTH * settled[key]) failures.push(`${key}: ${settled[key]} to ${end[key]}`);
    await browser.close();
    await server.close();
    const growth = settled && end ? `; ${sayWeight(settled)}, then ${sayWeight(end)}` : '';
    return { done: minutes, failures, remark: `${done} acts${growth}` };
  },
};

const sayMB = (bytes: number) => `${(bytes / 1e6).toFixed(1)} MB`;
const sayWeight = ({ listeners, heldBytes, compiledBytes }: Weight) =>
  `${listeners} listeners, ${sayMB(heldBytes)} held, ${sayMB(compiledBytes)} compiled`;
