import type { Page } from '@playwright/test';
import { seeded } from '../../src/core/foundations/random/quasiRandom';
import { listen } from '../../src/server/server';
import { KillableBrowser } from './browser';
import type { Outcome, Part } from './part';

/** An act that is older than this when the page dies must be there afterwards [ms]. */
const AT_RISK_MS = 100;
/** At most so many acts before a page dies. */
const ACTS_A_LIFE = 4;

/** What of the bench can be told from outside: what the store has must be this. */
interface Seen {
  readonly bore: number;
  readonly name: string;
  readonly variants: number;
  readonly speed: number;
  readonly selected: string;
}

/** The bench as it is stored, read with the browser's own means. */
const stored = (page: Page): Promise<Seen> =>
  page.evaluate(
    () =>
      new Promise<Seen>((done, fail) => {
        const opening = indexedDB.open('tidal-gauge');
        opening.onerror = () => fail(new Error('not opened'));
        opening.onsuccess = () => {
          const reading = opening.result.transaction(['bodies', 'views']);
          const bodies = reading.objectStore('bodies').getAll();
          const views = reading.objectStore('views').getAll();
          reading.oncomplete = () => {
            opening.result.close();
            const { project } = bodies.result[0] as {
              project: {
                name: string;
                activeVariant: string;
                asItIs: { circuit: { parts: { id: string; boreM?: number }[] } };
                variants: {
                  id: string;
                  basedOn: string;
                  acts: { moves: { move: { kind: string; part?: string; value?: number } }[] }[];
                }[];
              };
            };
            const view = views.result[0] as { view: { speedRevS: number; selected?: string } } | undefined;
            // The nearest variant on the way up that sets the bore, or the engine as it is.
            let bore: number | undefined;
            let open = project.variants.find((v) => v.id === project.activeVariant);
            for (; open && bore === undefined; open = project.variants.find((v) => v.id === open!.basedOn))
              bore = open.acts
                .flatMap((act) => act.moves)
                .filter(({ move }) => move.kind === 'set' && move.part === 'turboRestrictor')
                .at(-1)?.move.value;
            bore ??= project.asItIs.circuit.parts.find((p) => p.id === 'turboRestrictor')?.boreM;
            done({
              bore: Math.round((bore ?? 0) * 1e5) / 100,
              name: project.name,
              variants: project.variants.length + 1,
              // A view that was never changed is not stored: the project opens as it opens.
              speed: view ? Math.round(view.view.speedRevS * 60) : -1,
              selected: view?.view.selected ?? '',
            });
          };
        };
      }),
  );

const part = (page: Page, id: string) => page.locator(`.drawing [data-part=${id}]`);

/** The part that is marked as selected on the sheet. */
const selectedIn = (page: Page): Promise<string> =>
  page.evaluate(
    () => document.querySelector<SVGElement>('.drawing [data-part][aria-pressed=true]')?.dataset['part'] ?? '',
  );

/** Acts of every kind, each with what it makes of what can be seen. */
const ACTS: readonly ((page: Page, now: Seen, random: () => number) => Promise<Seen>)[] = [
  // Text, letter by letter.
  async (page, now, random) => {
    if (now.selected !== 'turboRestrictor') await part(page, 'turboRestrictor').click();
    const bore = Math.round((0.8 + random()) * 100) / 100;
    await page.getByLabel('Bore', { exact: true }).fill(String(bore));
    return { ...now, bore, selected: 'turboRestrictor' };
  },
  // A slider.
  async (page, now) => {
    await page.getByRole('slider', { name: 'Engine speed' }).focus();
    await page.keyboard.press('ArrowLeft');
    const text = await page.getByRole('slider', { name: 'Engine speed' }).getAttribute('aria-valuenow');
    return { ...now, speed: Math.round(Number(text)) };
  },
  // A look at another part.
  async (page, now, random) => {
    const selected = ['pump', 'filter', 'relief'][Math.floor(random() * 3)]!;
    await part(page, selected).click();
    return { ...now, selected };
  },
  // A whole variant.
  async (page, now) => {
    if (now.variants > 30) return now;
    await page.getByRole('button', { name: 'Project' }).click();
    await page.getByRole('menuitem', { name: 'Duplicate variant' }).click();
    return { ...now, variants: now.variants + 1, selected: await selectedIn(page) };
  },
  // A step back and forth.
  async (page, now) => {
    const undo = page.getByRole('button', { name: /^Undo/ });
    if (await undo.isDisabled()) return now;
    await undo.click();
    await page.getByRole('button', { name: /^Redo/ }).click();
    return { ...now, selected: await selectedIn(page) };
  },
];

/** Stands for a speed that is not stored. */
const NOT_STORED = -1;

/** What was seen of the open project, and since when. */
interface Moment {
  readonly seen: Seen;
  readonly at: number;
}

/**
 * Fields of what is there that are neither as they were last nor as they were in the moments that were still at risk.
 * @param moments oldest first
 */
function lost(there: Seen, moments: readonly Moment[], diedAt: number, atRiskMs: number): string[] {
  const safe = moments.findLastIndex(({ at }) => diedAt - at >= atRiskMs);
  const allowed = moments.slice(Math.max(0, safe)).map(({ seen }) => seen);
  const keys = Object.keys(there) as (keyof Seen)[];
  return keys
    .filter((key) => there[key] !== NOT_STORED && !allowed.some((seen) => seen[key] === there[key]))
    .map((key) => `${key} ${there[key]} for ${allowed.at(-1)![key]}`);
}

type Death = 'crash' | 'kill' | 'close';

/** One life of a page: some acts, then a random while. @returns what was seen after each act */
async function live(page: Page, random: () => number, atRiskMs: number): Promise<readonly Moment[]> {
  // The view of a project that was just opened is not stored before something is looked at.
  const first = await stored(page);
  const speed = Number(await page.getByRole('slider', { name: 'Engine speed' }).getAttribute('aria-valuenow'));
  const moments: Moment[] = [{ seen: { ...first, speed: Math.round(speed), selected: await selectedIn(page) }, at: 0 }];
  const count = 1 + Math.floor(random() * ACTS_A_LIFE);
  for (let n = 0; n < count; n++) {
    const seen = await ACTS[Math.floor(random() * ACTS.length)]!(page, moments.at(-1)!.seen, random);
    moments.push({ seen, at: performance.now() });
  }
  await new Promise((resolve) => setTimeout(resolve, random() * 3 * atRiskMs));
  return moments;
}

async function isOpen(page: Page): Promise<void> {
  const open = page.locator('.drawing svg [role=status]');
  const first = page.getByRole('button', { name: /^Thornback,/ });
  await open.or(first).waitFor({ timeout: 60_000 });
  if (await first.isVisible()) await first.click();
  await open.waitFor({ timeout: 60_000 });
  // On a busy machine a page that has just gone may hold the right to edit for a while: until then nothing is taken.
  await page.getByRole('button', { name: 'Project' }).waitFor({ timeout: 60_000 });
  await page.getByText('This project is open in another tab.').waitFor({ state: 'hidden', timeout: 60_000 });
}

/** A page that lives, dies in one of three ways and is opened again. @returns what it was, is, and when it died */
async function dieOnce(browser: KillableBrowser, url: string, random: () => number, atRiskMs: number) {
  const death: Death = random() < 0.6 ? 'crash' : random() < 0.5 ? 'kill' : 'close';
  const page = await (await browser.context()).newPage();
  await page.goto(url);
  await isOpen(page);
  const moments = await live(page, random, atRiskMs);
  const diedAt = performance.now();
  if (death === 'kill') browser.kill();
  else if (death === 'crash') await page.goto('chrome://crash').catch(() => undefined);
  if (death !== 'kill') await page.close().catch(() => undefined);
  const next = await (await browser.context()).newPage();
  await next.goto(url);
  await isOpen(next);
  const there = await stored(next);
  await next.close();
  return { death, moments, diedAt, there };
}

/**
 * Kills at random moments, across all kinds of act: a crash of the page, SIGKILL of the browser, a closed tab.
 * @param atRiskMs an act that is older than this when the page dies must be there afterwards [ms]
 */
export async function killsAfter(count: number, seed: number, atRiskMs: number): Promise<Outcome> {
  const server = await listen({ port: 0, host: '127.0.0.1' });
  const browser = new KillableBrowser();
  const failures: string[] = [];
  const random = seeded(seed);
  let withinRisk = 0;
  try {
    for (let n = 0; n < count; n++) {
      const { death, moments, diedAt, there } = await dieOnce(browser, server.url, random, atRiskMs);
      const gone = lost(there, moments, diedAt, atRiskMs);
      if (gone.length > 0) failures.push(`seed ${seed}, kill ${n} (${death}): ${gone.join(', ')}`);
      else if (lost(there, moments, Infinity, atRiskMs).length > 0) withinRisk++;
    }
  } finally {
    await browser.close();
    await server.close();
  }
  return { done: count, failures, remark: `${withinRisk} acts lost that were younger than ${atRiskMs} ms` };
}

export const kills: Part = {
  name: 'kills',
  unit: 'kills at random moments',
  holds: 'nothing that was done more than 100 ms before is lost, and what is there opens',
  usual: 1000,
  run: (count, seed) => killsAfter(count, seed, AT_RISK_MS),
};
