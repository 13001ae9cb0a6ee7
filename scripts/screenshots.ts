// npm run screenshots: takes the README's pictures of the built app with the invented demo data. Look at each before keeping it.
import { chromium, type Page } from '@playwright/test';
import { listen } from '../src/server/server';

const PICTURES: readonly { name: string; width?: number; height?: number; dark?: boolean; prepare?: (page: Page) => Promise<void> }[] = [
  { name: 'full-speed' },
  { name: 'hot-idle', prepare: async (page) => {
    await page.keyboard.press('3');
    await page.locator('[data-part=turbo]').click();
  } },
  { name: 'restrictor-dark', dark: true, prepare: (page) => page.locator('[data-part=turboRestrictor]').click() },
  { name: 'tablet', width: 1024, height: 768, prepare: (page) => page.keyboard.press('2') },
  { name: 'blocked', prepare: async (page) => {
    await page.locator('[data-part=headFeed]').click();
    await page.getByRole('switch', { name: 'Blocked' }).click();
    await page.keyboard.press('Escape');
    await page.mouse.click(700, 30);
  } },
];
const ARGUMENTS = ['--headless', '--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync'];

const server = await listen(0, '127.0.0.1');
const browser = await chromium.launch({ executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium', args: ARGUMENTS });
for (const { name, width = 1280, height = 800, dark = false, prepare } of PICTURES) {
  const page = await browser.newPage({ viewport: { width, height }, colorScheme: dark ? 'dark' : 'light' });
  await page.goto(server.url);
  await page.getByText('337 states').waitFor();
  await prepare?.(page);
  await page.waitForTimeout(1500);
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
  await page.close();
  console.log(`docs/screenshots/${name}.png`);
}
await browser.close();
await server.close();
