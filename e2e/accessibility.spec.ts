import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';
import { VIEW_PATHS, type ViewPath } from '../src/app/viewPaths';
import { choose, openApp, part } from './app';

type Place = readonly [name: string, open: (page: Page) => Promise<void>, search?: string];

/** Opens a part's panel. */
const panelOf = (id: string) => async (page: Page) => {
  await part(page, id).click();
  await expect(page.getByRole('form')).toBeVisible();
};

/** Places of every view: what can be opened in it, with what shows that it is there. */
const PLACES: Readonly<Record<ViewPath, readonly [Place, ...Place[]]>> = {
  '': [
    ['circuit', (page) => expect(page.locator('.drawing svg [role=status]')).toBeVisible()],
    ['part', panelOf('turbo')],
    ['drain', panelOf('turboDrain')],
    [
      'sizes',
      async (page) => {
        await panelOf('turboRestrictor')(page);
        await page.getByRole('button', { name: 'Find a size' }).click();
        await expect(page.getByRole('region', { name: 'Sizes of bore' })).toContainText('works');
      },
    ],
    [
      'changes',
      async (page) => {
        await page.keyboard.press('Control+k');
        await expect(page.getByRole('option').first()).toBeVisible();
      },
    ],
    [
      'the changes of a variant',
      async (page) => {
        await page.keyboard.press('Escape');
        await choose(page, 'Variant', 'Nose cooler');
        await page.getByRole('button', { name: '4 changes', exact: true }).click();
        await expect(page.getByRole('dialog').getByRole('listitem')).toHaveCount(4);
      },
    ],
    [
      'a part that this variant does not bring',
      async (page) => {
        await page.keyboard.press('Escape');
        await expect(page.getByRole('dialog')).toBeHidden();
        await page.locator('[data-part=turboRestrictor]').click();
        await expect(page.getByRole('radiogroup', { name: 'What is typed here' })).toBeVisible();
        await page.getByLabel('Bore', { exact: true }).fill('1.4');
        await expect(page.getByText(/Changed in this variant/)).toBeVisible();
      },
    ],
    [
      'audit',
      async (page) => {
        await choose(page, 'Variant', 'Stock');
        await page.getByRole('tab', { name: /Audit/ }).click();
        await expect(page.getByRole('article').first()).toBeVisible();
      },
    ],
    [
      'faults',
      async (page) => {
        await page.getByRole('tab', { name: 'Faults' }).click();
        await expect(page.getByText(/leave a component with/)).toBeVisible();
      },
    ],
    [
      'help',
      async (page) => {
        await page.keyboard.press('?');
        await page.getByRole('tab', { name: 'Glossary' }).click();
      },
    ],
  ],
  envelope: [['map', (page) => expect(page.getByText(/Everything is supplied|Fails in/).first()).toBeVisible()]],
  heat: [
    ['heat', (page) => expect(page.getByRole('heading', { name: 'Oil temperature by ambient air' })).toBeVisible()],
  ],
  pickup: [['pickup', (page) => expect(page.getByRole('heading', { name: 'What helps' })).toBeVisible()]],
  engine: [['engine', (page) => expect(page.getByLabel('Redline').first()).toBeVisible()]],
  gauge: [
    [
      'gauge',
      async (page) => {
        const fresh = page.getByRole('group', { name: 'New reading' });
        await fresh.getByRole('button', { name: 'Hot idle' }).click();
        await fresh.getByLabel('Pressure').fill('2');
        await fresh.getByRole('button', { name: 'Add reading' }).click();
        await expect(page.getByText(/^Predicted/)).toBeVisible();
      },
    ],
  ],
  compare: [['compare', (page) => expect(page.getByRole('region', { name: 'Comparison' })).toBeVisible()]],
  tolerances: [['tolerances', (page) => expect(page.getByRole('heading', { name: 'Sensitivity' })).toBeVisible()]],
  bench: tabs('hoses', 'joints', 'parts', 'places', 'level', 'plan', 'sheet'),
  log: tabs('start', 'live', 'book', 'why', 'clean'),
  library: [['library', async () => undefined]],
  projects: [['projects', (page) => expect(page.getByRole('table').getByText(/Not supplied/)).toBeVisible()]],
  new: [['new engine', async () => undefined]],
};

function tabs(first: string, ...more: readonly string[]): readonly [Place, ...Place[]] {
  const placeOf = (tab: string): Place => [tab, (page) => openedTab(page, tab), `?tab=${tab}`];
  return [placeOf(first), ...more.map(placeOf)];
}

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
const OF_WIDTH = ['scrollable-region-focusable', 'meta-viewport', 'bypass'];
type Scheme = (typeof LOOKS)[number]['schemes'][number];

test.use({ actionTimeout: 60_000 });

for (const { width, height, schemes } of LOOKS)
  test(`no accessibility finding of any weight, and nothing wider than the page: ${schemes.join(' and ')}, ${width} px`, async ({
    page,
  }) => {
    test.setTimeout(900_000);
    await page.setViewportSize({ width, height });
    // What is drawn changes its colours with the system, as it does for a reader. A view's places have the same colours
    // (`contrast.test.ts` holds each pair): one of them is looked at in the dark.
    const lookInAll = async (name: string, isFirst: boolean) => {
      for (const scheme of schemes) if (isFirst || scheme === 'light') await look(page, name, scheme);
      await page.emulateMedia({ colorScheme: 'light' });
    };
    await page.goto('/');
    await expect(page.getByRole('button', { name: /^Thornback,/ })).toBeVisible();
    await lookInAll('first screen', true);
    await openApp(page);
    for (const path of VIEW_PATHS)
      for (const [i, [name, open, search = '']] of PLACES[path].entries()) {
        await goWithin(page, `/${path}${search}`);
        await expect(page.getByRole('main')).toBeVisible();
        await open(page);
        await lookInAll(`${path} ${name}`, i === 0);
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
