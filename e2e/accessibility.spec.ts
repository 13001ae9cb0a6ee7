import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';
import { openApp, part } from './app';

/** Every view, and what can be opened in it, with what shows that it is there. */
const PLACES: readonly (readonly [name: string, path: string, open: (page: Page) => Promise<void>])[] = [
  ['circuit', '/', (page) => expect(page.locator('.sheet svg [role=status]')).toBeVisible()],
  [
    'part',
    '/',
    async (page) => {
      await part(page, 'turbo').click();
      await expect(page.getByRole('form')).toBeVisible();
    },
  ],
  [
    'drain',
    '/',
    async (page) => {
      await part(page, 'turboDrain').click();
      await expect(page.getByRole('form')).toBeVisible();
    },
  ],
  [
    'changes',
    '/',
    async (page) => {
      await page.keyboard.press('Control+k');
      await expect(page.getByRole('option').first()).toBeVisible();
    },
  ],
  [
    'audit',
    '/',
    async (page) => {
      await page.getByRole('tab', { name: /Audit/ }).click();
      await expect(page.getByRole('article').first()).toBeVisible();
    },
  ],
  ['envelope', '/envelope', (page) => expect(page.getByText(/Everything is supplied|Fails in/).first()).toBeVisible()],
  [
    'heat',
    '/heat',
    (page) => expect(page.getByRole('heading', { name: 'Oil temperature by ambient air' })).toBeVisible(),
  ],
  ['engine', '/engine', (page) => expect(page.getByLabel('Redline').first()).toBeVisible()],
  ['gauge', '/gauge', (page) => page.getByRole('button', { name: 'Add hot idle' }).click()],
  ['compare', '/compare', (page) => expect(page.getByRole('region', { name: 'Comparison' })).toBeVisible()],
  ['tolerances', '/tolerances', (page) => expect(page.getByRole('heading', { name: 'Sensitivity' })).toBeVisible()],
  ...['hoses', 'joints', 'parts', 'places', 'level', 'plan', 'sheet'].map(
    (tab) => [`bench, ${tab}`, `/bench?tab=${tab}`, (page: Page) => openedTab(page, tab)] as const,
  ),
  ...['start', 'live', 'book', 'why', 'clean'].map(
    (tab) => [`log, ${tab}`, `/log?tab=${tab}`, (page: Page) => openedTab(page, tab)] as const,
  ),
  ['library', '/library', async () => undefined],
  ['projects', '/projects', (page) => expect(page.getByText(/not supplied/)).toBeVisible()],
  ['new engine', '/new', async () => undefined],
  [
    'help',
    '/',
    async (page) => {
      await page.keyboard.press('?');
      await page.getByRole('tab', { name: 'Glossary' }).click();
    },
  ],
];

/** To another place of the app without loading it anew, as a link does: half the time of this test was loading. */
async function goWithin(page: Page, path: string): Promise<void> {
  await page.keyboard.press('Escape');
  await page.evaluate((to) => {
    history.pushState(null, '', to);
    dispatchEvent(new PopStateEvent('popstate'));
  }, path);
}

/** A tab of the bench with its first line unfolded, where it has lines to unfold, and its sheet in its frame. */
async function openedTab(page: Page, tab: string): Promise<void> {
  await page.getByRole('tabpanel').locator('> *').first().waitFor();
  if (tab === 'sheet') await page.locator('iframe').waitFor();
  if (tab === 'clean') await page.getByRole('region', { name: 'Filters' }).waitFor();
  if (tab === 'hoses' || tab === 'joints') await page.locator('.ant-table-row-expand-icon').first().click();
}

const NARROW = 400;
const LEAST = 320;
/** What is smaller is not read on a phone [px]. */
const LEAST_WORD_PX = 10;
const LOOKS = [
  { width: 1280, height: 800, schemes: ['light', 'dark'] },
  { width: 390, height: 844, schemes: ['light'] },
] as const;
/** Rules whose answer depends on how wide the page is: the others say the same on a phone. */
const OF_WIDTH = ['scrollable-region-focusable', 'meta-viewport', 'color-contrast', 'bypass'];
type Scheme = (typeof LOOKS)[number]['schemes'][number];

test.use({ actionTimeout: 60_000 });

for (const { width, height, schemes } of LOOKS)
  test(`no accessibility finding of any weight, and nothing wider than the page: ${schemes.join(' and ')}, ${width} px`, async ({
    page,
  }) => {
    test.setTimeout(900_000);
    await page.setViewportSize({ width, height });
    const lookInAll = async (name: string) => {
      // Each place is opened once: what is drawn changes its colours with the system, as it does for a reader.
      for (const scheme of schemes) await look(page, name, scheme);
      await page.emulateMedia({ colorScheme: 'light' });
    };
    await page.goto('/');
    await expect(page.getByRole('button', { name: /^Thornback,/ })).toBeVisible();
    await lookInAll('first screen');
    await openApp(page);
    for (const [name, path, open] of PLACES) {
      await goWithin(page, path);
      await expect(page.getByRole('main')).toBeVisible();
      await open(page);
      await lookInAll(name);
    }
  });

/** The smallest words of the pictures that are seen, as large as they come out on the screen. */
const smallestInPictures = (page: Page): Promise<{ word: string; sizePx: number }> =>
  page.evaluate(() => {
    let smallest = { word: '', sizePx: Infinity };
    for (const text of document.querySelectorAll<SVGTextElement>('svg text')) {
      if (!text.checkVisibility() || !text.textContent.trim()) continue;
      const sizePx = parseFloat(getComputedStyle(text).fontSize) * Math.abs(text.getScreenCTM()?.a ?? 1);
      if (sizePx < smallest.sizePx) smallest = { word: text.textContent, sizePx };
    }
    return smallest;
  });

async function look(page: Page, name: string, scheme: Scheme): Promise<void> {
  await page.emulateMedia({ colorScheme: scheme });
  await expect(page.locator('html')).toHaveAttribute('data-theme', scheme);
  // Of what passes nothing is read, and a page without frames needs no second one to gather them: a quarter of the time.
  const isWithoutFrames = page.frames().length === 1;
  // What a page is made of is the same in the dark, but for its colours.
  const isOfColours = scheme === 'dark' ? { runOnly: { type: 'tag' as const, values: ['cat.color'] } } : {};
  const isOfWidth =
    page.viewportSize()!.width < NARROW ? { runOnly: { type: 'rule' as const, values: OF_WIDTH } } : isOfColours;
  const axe = new AxeBuilder({ page })
    .options({ resultTypes: ['violations'], ...isOfWidth })
    .setLegacyMode(isWithoutFrames);
  const { violations } = await axe.analyze();
  const found = violations.map(
    (v) => `${name}, ${scheme}: ${v.id} (${v.impact}): ${v.nodes.map((n) => n.html.slice(0, 140)).join(' | ')}`,
  );
  expect.soft(found).toEqual([]);
  const { width, height } = page.viewportSize()!;
  // WCAG 1.4.10: nothing scrolls sideways at 320 px either.
  for (const wide of width < NARROW ? [width, LEAST] : [width]) {
    await page.setViewportSize({ width: wide, height });
    // The document, and whatever scrolls up and down in it; a wide table has its own way of scrolling.
    // Charts follow the width of their page a frame later.
    await expect
      .soft(async () => {
        const over = await page.evaluate(() =>
          Math.max(
            document.documentElement.scrollWidth - window.innerWidth,
            ...[...document.querySelectorAll('.page, .panel, .ant-modal-body, .ant-drawer-body')].map(
              (each) => each.scrollWidth - each.clientWidth,
            ),
          ),
        );
        expect(over, `${name}: wider than the page at ${wide} px`).toBeLessThanOrEqual(0);
        const { word, sizePx } = await smallestInPictures(page);
        expect(sizePx, `${name}: "${word}" in a picture at ${wide} px`).toBeGreaterThanOrEqual(LEAST_WORD_PX);
      })
      .toPass({ timeout: 60_000 });
  }
  await page.setViewportSize({ width, height });
}
