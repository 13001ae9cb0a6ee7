// npm test: installs what is missing, Chromium included, and runs everything that has changed since it last passed.
// npm test -- --all runs everything.
import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { builtCli } from './buildCli.mjs';
import { bin, checkPlace, clockTable, installPackages, root, step, stepsTogether } from './steps.mjs';
import { contents, jestIsAskedAbout, keep, readKept, toRunAgain } from './testing.mjs';

const CHROMIUM = process.env.CHROMIUM ?? '/usr/bin/chromium';
/** Pages and lines of each that are shown of tests that failed. */
const MOST_PAGES = 3;
const MOST_LINES = 60;
/** What a whole run is meant to take on two quiet cores [s]. One that takes longer says so, and does not fail. */
const BUDGET_S = 480;

function installChromium() {
  if (existsSync(CHROMIUM)) return;
  if (spawnSync('apt-get', ['--version'], { stdio: 'ignore' }).error || process.getuid?.() !== 0) {
    console.error(
      `✗ Chromium is needed at ${CHROMIUM}. Install it (Debian: apt-get install chromium) or name one: CHROMIUM=/path npm test`,
    );
    process.exit(1);
  }
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const quiet = { env, stdio: ['ignore', 'ignore', 'inherit'] };
  step('Reading the list of Debian packages', 'apt-get', ['update', '-qq'], quiet);
  step('Installing Chromium', 'apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'chromium'], quiet);
}

/** What a page showed when its test failed. Where only this output is kept it is all there is to go by. */
function showFailedPages() {
  const results = resolve(root, 'test-results');
  const pages = readdirSync(results).map((test) => resolve(results, test, 'error-context.md'));
  for (const page of pages.filter(existsSync).slice(0, MOST_PAGES))
    console.error(`\n${page}\n${readFileSync(page, 'utf8').split('\n').slice(0, MOST_LINES).join('\n')}`);
}

checkPlace();
installPackages();
installChromium();

const all = process.argv.includes('--all');
// Outside a checkout nobody can tell what changed: everything runs.
const now = contents(root);
const kept = all || !now ? {} : readKept(root);
/** Files that a part must look at again, or 'all'. */
const again = (part, reads) => (now ? toRunAgain(kept[part], now, reads) : 'all');
const passed = (...parts) => {
  if (!now) return;
  for (const part of parts) kept[part] = now;
  keep(root, kept);
};
const isSame = (part, reads) => again(part, reads).length === 0;

// The longest first.
const checks = [
  ['Types', /\.(tsx?|json)$/, bin('tsc'), ['-b']],
  [
    'Lint: code that needs types',
    /^src\/.*\.tsx?$|^eslint|^scripts\/lint\//,
    bin('eslint'),
    ['-c', 'eslint.typed.config.js', 'src', '--max-warnings', '0'],
  ],
  [
    'Lint: code',
    /\.(tsx?|m?js)$/,
    bin('eslint'),
    [
      '.',
      '--max-warnings',
      '0',
      '--cache',
      '--cache-strategy',
      'content',
      '--cache-location',
      'node_modules/.cache/eslint/',
    ],
  ],
  ['Format', /./, bin('prettier'), ['--check', '--log-level', 'warn', '--cache', '--cache-strategy', 'content', '.']],
  [
    'Lint: imports point one way',
    /^src\/|^\.dep/,
    bin('depcruise'),
    ['src', '--config', '.dependency-cruiser.cjs', '--output-type', 'err'],
  ],
  ['Lint: nothing unused', /\.(tsx?|m?js|json)$/, bin('knip'), ['--no-progress']],
].filter(([what, reads]) => !isSame(what, reads));
await stepsTogether(checks.map(([what, , command, args]) => [what, command, args]));
passed(...checks.map(([what]) => what));

const UNIT_READS = /^(src|demo|docs|scripts|e2e|public)\/|\.(md|json|html|ts|js|mjs)$/;
const asked = now
  ? jestIsAskedAbout(again('Unit tests', UNIT_READS), now, (file) => readFileSync(resolve(root, file), 'utf8'))
  : 'all';
if (asked === 'all' || asked.length > 0) {
  builtCli(root);
  const which = asked === 'all' ? [] : ['--findRelatedTests', ...asked, '--passWithNoTests'];
  step(asked === 'all' ? 'Unit tests' : `Unit tests of ${asked.length} files and all that import them`, bin('jest'), [
    '--ci',
    '--maxWorkers=100%',
    ...which,
  ]);
  passed('Unit tests');
}

const PAGE_READS = /^(src|demo|public|e2e|scripts)\/|^(index\.html|vite(\.cli)?\.config\.ts|playwright\.config\.ts)$/;
const isTestOnly = (file) => /\.test\.tsx?$/.test(file);
const page = again('End-to-end tests', PAGE_READS);
if (page === 'all' || page.some((file) => !isTestOnly(file))) {
  step('Building the app', bin('vite'), ['build', '--logLevel', 'error']);
  step('Weight of the first script', process.execPath, ['scripts/size.mjs']);
  builtCli(root);
  step('End-to-end tests in headless Chromium', bin('playwright'), ['test'], {}, showFailedPages);
  passed('End-to-end tests');
}
clockTable(BUDGET_S);
