// npm test: installs what is missing, Chromium included, and runs everything.
import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { bin, installPackages, root, step, stepsTogether } from './steps.mjs';

const CHROMIUM = process.env.CHROMIUM ?? '/usr/bin/chromium';
/** Pages and lines of each that are shown of tests that failed. */
const MOST_PAGES = 3;
const MOST_LINES = 60;

function installChromium() {
  if (existsSync(CHROMIUM)) return;
  if (spawnSync('apt-get', ['--version'], { stdio: 'ignore' }).error || process.getuid?.() !== 0) {
    console.error(
      `✗ Chromium is needed at ${CHROMIUM}. Install it (Debian: apt-get install chromium) or name one: CHROMIUM=/path npm test`,
    );
    process.exit(1);
  }
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  step('Reading the list of Debian packages', 'apt-get', ['update', '-qq'], {
    env,
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  step('Installing Chromium', 'apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'chromium'], {
    env,
    stdio: ['ignore', 'ignore', 'inherit'],
  });
}

/** What a page showed when its test failed. Where only this output is kept it is all there is to go by. */
function showFailedPages() {
  const results = resolve(root, 'test-results');
  const pages = readdirSync(results).map((test) => resolve(results, test, 'error-context.md'));
  for (const page of pages.filter(existsSync).slice(0, MOST_PAGES))
    console.error(`\n${page}\n${readFileSync(page, 'utf8').split('\n').slice(0, MOST_LINES).join('\n')}`);
}

installPackages();
installChromium();
// The longest first.
await stepsTogether([
  [
    'Lint: code',
    bin('eslint'),
    ['.', '--max-warnings', '0', '--cache', '--cache-location', 'node_modules/.cache/eslint/'],
  ],
  ...['node', 'app', 'core'].map((part) => [`Types: ${part}`, bin('tsc'), ['-p', `tsconfig.${part}.json`]]),
  ['Format', bin('prettier'), ['--check', '--log-level', 'warn', '--cache', '.']],
  [
    'Lint: imports point one way',
    bin('depcruise'),
    ['src', '--config', '.dependency-cruiser.cjs', '--output-type', 'err'],
  ],
  ['Lint: nothing unused', bin('knip'), ['--no-progress']],
]);
step('Unit tests', bin('jest'), ['--ci', '--maxWorkers=100%']);
step('Building the app', bin('vite'), ['build', '--logLevel', 'error']);
step('Weight of the first script', process.execPath, ['scripts/size.mjs']);
step('End-to-end tests in headless Chromium', bin('playwright'), ['test'], {}, showFailedPages);
