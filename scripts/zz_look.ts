import { chromium } from '@playwright/test';
import { listen } from '../src/server/server';
import { openExample } from '../e2e/app';
const server = await listen({ port: 0, host: '127.0.0.1' });
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium' });
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
page.on('pageerror', (e) => console.log('ERR', e.message));
await page.goto(server.url); await openExample(page);
const shot = (n: string) => page.screenshot({ path: `/tmp/look-${n}.png` });
const go = async (name: string) => { await page.locator('header nav a', { hasText: name }).click(); await page.waitForTimeout(2500); };
for (const step of process.argv.slice(2)) {
  if (step === 'us') { await page.evaluate(() => undefined); }
  if (step === 'tol') { await go('Tolerances'); await page.locator('.tolerance-table .ant-collapse-header').click(); await page.waitForTimeout(800); await page.locator('.tolerance-table').scrollIntoViewIfNeeded(); await page.evaluate(() => document.querySelector('.tolerance-table')?.scrollIntoView()); await page.waitForTimeout(500); await shot('tol'); }
  if (step === 'joint') { await go('Bench'); await page.getByRole('tab', { name: 'Joints' }).click(); await page.waitForTimeout(1500); await page.locator('.ant-table-row-expand-icon').first().click(); await page.waitForTimeout(800); await page.getByLabel('Torque', { exact: true }).first().fill('106 in-lb'); await page.waitForTimeout(300); await shot('joint'); }
  if (step === 'parts') { await go('Bench'); await page.getByRole('tab', { name: 'Parts and delivery' }).click(); await page.waitForTimeout(1500); await shot('parts'); }
  if (step === 'plan') { await go('Bench'); await page.getByRole('tab', { name: 'Plan' }).click(); await page.waitForTimeout(1500); await page.locator('main .ant-select').first().click(); await page.locator('.ant-select-dropdown:visible .ant-select-item-option').last().click(); await page.waitForTimeout(1500); await shot('plan'); }
  if (step === 'part') { await page.locator('[data-part="turboRestrictor"]').first().click({ force: true }); await page.waitForTimeout(800); await page.getByLabel('Bore').first().fill('1,200 cubits'); await page.keyboard.press('Tab'); await page.waitForTimeout(300); await shot('part'); }
  if (step === 'env') { await go('Envelope'); await page.waitForTimeout(6000); await shot('env'); }
  if (step === 'engine') { await go('Engine'); const f = page.getByLabel('Displacement'); await f.fill('1,275 cc'); await page.waitForTimeout(200); await page.keyboard.press('Tab'); await page.waitForTimeout(500); await shot('engine'); }
  if (step === 'faults') { await page.getByRole('tab', { name: 'Faults' }).click(); await page.waitForTimeout(250); await shot('faults'); await page.getByRole('button', { name: 'Stop' }).click({ timeout: 500 }).catch(() => undefined); await page.waitForTimeout(700); await shot('faults2'); }
}
await browser.close(); process.exit(0);
