import { closeSync, mkdtempSync, openSync, rmSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type Page } from '@playwright/test';
import { openExample } from '../../e2e/app';
import { seeded } from '../../src/core/foundations/random/quasiRandom';
import { listen } from '../../src/server/server';
import { CHROMIUM } from './browser';
import type { Part } from './part';

const MB = 1024 * 1024;
const ROWS_AT_ONCE = 20_000;
/** One row of so many cannot be read. */
const BAD_EVERY = 1000;
/** A task longer than this is felt [ms]. */
const LONGEST_TASK_MS = 200;
const STOP_WITHIN_MS = 10_000;
/** Files from this size on take long enough to be stopped. */
const LONG_MB = 50;
const LONGEST_MS = 20 * 60_000;
const HEADER = 'time_s,rpm,oil temp C,oil pressure bar\n';

/** Writes a run at 10 Hz as CSV of about so many MB. @returns rows that can be read, and those that cannot */
function writeRun(file: string, megabytes: number, seed: number): { readonly rows: number; readonly bad: number } {
  const random = seeded(seed);
  const out = openSync(file, 'w');
  let [bytes, rows, bad] = [writeSync(out, HEADER), 0, 0];
  while (bytes < megabytes * MB) {
    const lines: string[] = [];
    for (let n = 0; n < ROWS_AT_ONCE; n++) {
      const rpm = 850 + 6000 * random();
      if (random() < 1 / BAD_EVERY) {
        bad++;
        lines.push('lost,,,\n');
      } else {
        rows++;
        lines.push(
          `${(rows / 10).toFixed(1)},${rpm.toFixed(0)},${(90 + 20 * random()).toFixed(1)},${(1 + rpm / 2000).toFixed(2)}\n`,
        );
      }
    }
    bytes += writeSync(out, lines.join(''));
  }
  closeSync(out);
  return { rows, bad };
}

/** Longest task of the page since it was asked last [ms]. */
const longestTask = (page: Page) =>
  page.evaluate(() => {
    const seen = window as unknown as { tasks?: number[] };
    const longest = Math.max(0, ...(seen.tasks ?? []));
    seen.tasks = [];
    return longest;
  });

/** A recorded log of so many MB: opened whole, and opened and stopped half way. */
export const recorded: Part = {
  name: 'recorded',
  unit: 'MB of one recorded log',
  holds: 'every row is counted, progress is shown, it can be stopped, and the page has no task over 200 ms meanwhile',
  usual: 200,
  async run(megabytes, seed) {
    const failures: string[] = [];
    const folder = mkdtempSync(join(tmpdir(), 'tidal-recorded-'));
    const file = join(folder, 'run.csv');
    const wanted = writeRun(file, megabytes, seed);
    const server = await listen({ port: 0, host: '127.0.0.1' });
    const browser = await chromium.launch({ executablePath: CHROMIUM, args: ['--headless', '--no-sandbox'] });
    let remark = '';
    try {
      const page = await browser.newPage();
      await page.goto(server.url);
      await openExample(page);
      await page.goto(new URL('/log?tab=live', server.url).href);
      const section = page.getByRole('region', { name: 'Recorded log' });
      await section.locator('input[type=file]').setInputFiles(file);
      await section.getByText('4 columns').waitFor();
      await page.evaluate(() => {
        const seen = window as unknown as { tasks: number[] };
        seen.tasks = [];
        new PerformanceObserver((list) => seen.tasks.push(...list.getEntries().map((e) => e.duration))).observe({
          entryTypes: ['longtask'],
        });
      });
      const read = section.getByRole('button', { name: 'Read the log' });
      const progress = section.getByRole('progressbar');
      // Stopped half way it leaves the page as it was; a short file may be read before that.
      await read.click();
      const cancel = section.getByRole('button', { name: 'Cancel' });
      const isStopped = await cancel.click({ timeout: STOP_WITHIN_MS }).then(
        () => true,
        () => false,
      );
      await progress.waitFor({ state: 'detached', timeout: LONGEST_MS });
      if (isStopped && (await section.getByText(/rows read/).isVisible()))
        failures.push('a reading that was stopped shows rows');
      if (!isStopped && megabytes >= LONG_MB) failures.push('a reading could not be stopped');
      await longestTask(page);
      const began = performance.now();
      await read.click();
      await section.getByText(/rows read/).waitFor({ timeout: LONGEST_MS });
      const seconds = (performance.now() - began) / 1000;
      const said = await section.getByText(/rows read/).innerText();
      const [whole, bad] = [/^(\d+) rows/.exec(said)?.[1], /(\d+) could not/.exec(said)?.[1]];
      if (Number(whole) !== wanted.rows + wanted.bad && Number(whole) !== wanted.rows)
        failures.push(
          `seed ${seed}: ${wanted.rows} rows and ${wanted.bad} bad ones were written; the page says: ${said}`,
        );
      if (Number(bad ?? 0) !== wanted.bad)
        failures.push(`seed ${seed}: ${wanted.bad} bad rows; the page says: ${said}`);
      const longest = await longestTask(page);
      if (longest > LONGEST_TASK_MS) failures.push(`a task of ${longest.toFixed(0)} ms while it was read`);
      remark = `${wanted.rows} rows in ${seconds.toFixed(0)} s, longest task ${longest.toFixed(0)} ms`;
    } finally {
      await browser.close();
      await server.close();
      rmSync(folder, { recursive: true, force: true });
    }
    return { done: megabytes, failures, remark };
  },
};
