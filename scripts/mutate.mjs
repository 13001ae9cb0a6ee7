// npm run mutate -- FOLDER_OR_FILE… [--lines N] [--tests NAME…]: changes the code a little at many places and counts
// the changes that no test notices. Each folder is held against the tests that stand in it.
//
// A folder whose tests compute much takes hours whole. With --lines only the changes on N lines are tried, drawn at
// random but always the same. With --tests only the tests whose file's name begins so are run: what they notice, all
// notice. Never part of npm test.
import { spawnSync } from 'node:child_process';
import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { bin, root } from './steps.mjs';

const isMutated = (file) =>
  /\.tsx?$/.test(file) && !/\.test\.tsx?$|Words\.ts$|(^|\/)say[A-Z]\w*\.ts$|\/testing\//.test(file);

function filesIn(path) {
  if (statSync(join(root, path)).isFile()) return [path];
  return readdirSync(join(root, path), { recursive: true })
    .map((name) => join(path, name))
    .filter(isMutated)
    .sort();
}

/** A sequence of fractions, the same at each run (mulberry32, public domain). */
function fractions(seed) {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32;
  };
}

/** `count` lines of code out of all, as FILE:LINE-LINE. */
function drawLines(paths, count) {
  const lines = paths.flatMap(filesIn).flatMap((file) =>
    readFileSync(join(root, file), 'utf8')
      .split('\n')
      .flatMap((line, index) =>
        /^\s*(\/\/|\*|\/\*|import\b|$)/.test(line) ? [] : [`${file}:${index + 1}-${index + 1}`],
      ),
  );
  const next = fractions(1);
  const drawn = lines.map((line) => [next(), line]).sort(([a], [b]) => a - b);
  return drawn.slice(0, count).map(([, line]) => line);
}

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: { lines: { type: 'string' }, tests: { type: 'string', multiple: true, default: [] } },
});
if (positionals.length === 0) {
  console.error(
    'npm run mutate -- FOLDER_OR_FILE… [--lines N] [--tests NAME]…   for instance: npm run mutate -- src/core/physics/laws',
  );
  process.exit(2);
}
const paths = positionals.map((path) => path.replace(/\/$/, ''));
const wanted = values.lines === undefined ? paths : drawLines(paths, Number(values.lines));
const { status } = spawnSync(bin('stryker'), ['run', 'stryker.config.mjs'], {
  cwd: root,
  stdio: 'inherit',
  env: {
    ...process.env,
    MUTATE: wanted.join(','),
    MUTATE_TESTS: paths.join(','),
    MUTATE_NAMES: values.tests.join(','),
  },
});
process.exit(status ?? 1);
