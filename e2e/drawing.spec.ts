import { expect, test, type Page } from '@playwright/test';
import { ARCHETYPES } from '../src/core/document/archetypes/archetypes';
import { testProject } from '../src/core/verification/testing/stockEngine';
import { importText, openApp, openExample } from './app';

/** Words of the drawing that lie over one another, under a mark, or across a line between two columns. */
function coveredWords(page: Page): Promise<string[]> {
  // Lines of one label stand closer than their boxes; so they count as one.
  return page.evaluate(() => {
    // The buttons for the drawing's size stand over it.
    const texts = [...document.querySelectorAll('.drawing > svg text, .stage .zoom')]
      .filter((t) => t.textContent.trim() !== '' && getComputedStyle(t).visibility !== 'hidden')
      .map((t) => ({ words: t.textContent, group: t.parentElement, box: t.getBoundingClientRect() }));
    const dividers = [...document.querySelectorAll('.drawing > svg line[stroke="var(--rule)"]')]
      .map((line) => line.getBoundingClientRect())
      .filter((line) => line.width === 0);
    const cut = texts.flatMap(({ words, box }) =>
      dividers.some((d) => box.left < d.x && d.x < box.right && box.top < d.bottom && d.top < box.bottom)
        ? [`${words} | divider`]
        : [],
    );
    const marks = [...document.querySelectorAll('.drawing > svg .flag')].map((mark) => mark.getBoundingClientRect());
    const marked = texts.flatMap(({ words, box }) =>
      marks.some(
        (m) =>
          Math.min(m.right, box.right) - Math.max(m.left, box.left) > 1 &&
          Math.min(m.bottom, box.bottom) - Math.max(m.top, box.top) > 4,
      )
        ? [`${words} | mark`]
        : [],
    );
    const over = texts.flatMap((a, i) =>
      texts.slice(i + 1).flatMap((b) => {
        const across = Math.min(a.box.right, b.box.right) - Math.max(a.box.left, b.box.left);
        const down = Math.min(a.box.bottom, b.box.bottom) - Math.max(a.box.top, b.box.top);
        return a.group !== b.group && across > 2 && down > 4 ? [`${a.words} | ${b.words}`] : [];
      }),
    );
    return [...over, ...marked, ...cut];
  });
}

for (const demo of ['Thornback', 'Saltmarsh', 'Larkspur'])
  test(`no two words of the drawing cover each other, at three widths, in both systems of units: ${demo}`, async ({
    page,
  }) => {
    await page.goto('/');
    await openExample(page, demo);
    await expect(page.getByText(/conditions checked/)).toBeVisible();
    // The marks of the audit come last.
    await expect(page.getByRole('tab', { name: /^Audit \(/ })).toBeVisible();
    for (const width of [820, 1280, 1920]) {
      await page.setViewportSize({ width, height: 900 });
      for (const [units, flow] of [
        ['US', 'gpm'],
        ['Metric', 'L/min'],
      ] as const) {
        await page.getByRole('banner').getByText(units, { exact: true }).click();
        await expect(page.locator('.drawing svg').getByText(flow).first()).toBeVisible();
        // A drawing follows the width of its page a frame later.
        await expect(async () => expect(await coveredWords(page), `${width} px, ${units}`).toEqual([])).toPass();
      }
      // A long variant's name is cut before a button goes to a row of its own.
      const button = page.locator('.bar').getByRole('button', { name: 'Help' });
      const [bar, one] = [await page.locator('.bar').boundingBox(), await button.boundingBox()];
      expect(bar!.height).toBeLessThan(2 * one!.height);
    }
  });

/** Stock circuits, every other one with a cooler, a turbo and a side-stream filter where they fit it. */
const BUILT = ARCHETYPES.map(({ id }, i) =>
  i % 2 === 0
    ? { ...testProject(id), name: `Stock ${id}` }
    : {
        ...testProject(id, {
          wants: [id === 'coolerOnHousing' || id === 'truckDiesel' ? 'coolerAdded' : 'cooler', 'turbo', 'sideStream'],
        }),
        name: `Changed ${id}`,
      },
);

test('no two words of the drawing cover each other: stock circuits, as they are and changed', async ({ page }) => {
  test.setTimeout(600_000);
  const problems = await openApp(page);
  for (const project of BUILT)
    await test.step(project.name, async () => {
      await importText(page, 'built.json', JSON.stringify(project));
      await expect(page.locator('.bar .name').first()).toContainText(project.name);
      await expect(page.getByText(/conditions checked/)).toBeVisible();
      await expect(page.getByRole('tab', { name: /^Audit \(/ })).toBeVisible();
      expect.soft(await coveredWords(page), project.name).toEqual([]);
    });
  expect(problems).toEqual([]);
});
