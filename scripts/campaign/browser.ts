import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type BrowserContext } from '@playwright/test';

export const CHROMIUM = process.env['CHROMIUM'] ?? '/usr/bin/chromium';
const ARGS = [
  ...['--headless', '--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run'],
  ...['--disable-background-networking', '--disable-component-update', '--disable-sync'],
];

/** A browser whose data stay in a folder, so that it can be killed and started again. */
export class KillableBrowser {
  readonly folder = mkdtempSync(join(tmpdir(), 'tidal-kills-'));
  private running: BrowserContext | undefined;

  /** The browser that runs, started where none does. */
  async context(): Promise<BrowserContext> {
    this.running ??= await chromium.launchPersistentContext(this.folder, {
      executablePath: CHROMIUM,
      args: ARGS,
      viewport: { width: 1280, height: 800 },
      serviceWorkers: 'block',
    });
    return this.running;
  }

  /** SIGKILL to every process of it: what is not on its way to the disk is gone. */
  kill(): void {
    try {
      execFileSync('pkill', ['-9', '-f', `user-data-dir=${this.folder}`]);
    } catch {
      // None was left.
    }
    this.running = undefined;
  }

  async close(): Promise<void> {
    await this.running?.close().catch(() => undefined);
    this.kill();
    rmSync(this.folder, { recursive: true, force: true });
  }
}
