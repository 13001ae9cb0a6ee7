import { defineConfig } from '@playwright/test';

const PORT = 4188;

/** The real app, built, from the real server, in Debian's Chromium. */
export default defineConfig({
  testDir: 'e2e',
  // For what is stuck, never for what is slow: two tests share two cores with whatever else runs.
  timeout: 120_000,
  expect: { timeout: 30_000 },
  fullyParallel: true,
  workers: 2,
  retries: 0,
  reporter: 'line',
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 1280, height: 800 },
    // Nothing to be waited for that grows into its place; the test of that asks for it.
    contextOptions: { reducedMotion: 'reduce' },
    // Each test has a browser of its own: none but those without a server keep the app's code in it.
    serviceWorkers: 'block',
    trace: 'off',
    video: 'off',
    launchOptions: {
      executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
      args: [
        '--headless',
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
  webServer: {
    command: 'node_modules/.bin/tsx src/server/main.ts',
    url: `http://127.0.0.1:${PORT}/`,
    env: { PORT: String(PORT) },
    reuseExistingServer: false,
  },
});
