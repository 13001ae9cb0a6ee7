// Weighs the script that the page needs before it shows its first answer, as it is sent: gzip. A budget that only goes
// down.
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';

const APP = 'dist/app';
const KB = 1000;
/** Largest first script [kB gzip]. The aim was 330. */
const BUDGET_KB = 280;
/** Most files that it may come in: each is a way to the server, and what it imports is asked for after it has come. */
const MOST_FILES = 3;
/** Largest piece of what comes beside the first drawing: more of the kit than it needs would be in it [kB gzip]. */
const BESIDE_KB = 215;
/** Less than this cannot be all of it: then imports look different from what is searched for below [kB gzip]. */
const LEAST_KB = 150;

const page = readFileSync(join(APP, 'index.html'), 'utf8');
/** The pieces that the page names, and all that they import: what is imported as a function is loaded later. */
const scripts = new Set([...page.matchAll(/assets\/[^"]+\.js/g)].map(([path]) => path));
for (const path of scripts)
  for (const [, name] of readFileSync(join(APP, path), 'utf8').matchAll(/\b(?:from|import) ?"\.\/([^"]+\.js)"/g))
    scripts.add(`assets/${name}`);
const weigh = (path) => gzipSync(readFileSync(join(APP, path))).length / KB;
const weights = [...scripts].map((path) => [weigh(path), path]);
const whole = weights.reduce((sum, [kb]) => sum + kb, 0);
if (whole < LEAST_KB) {
  console.error(
    `✗ Only ${whole.toFixed(0)} kB gzip of first script were found: are imports written in another way now?`,
  );
  process.exit(1);
}
if (!(whole <= BUDGET_KB)) {
  const heaviest = weights.sort(([a], [b]) => b - a).slice(0, 8);
  console.error(`✗ The first script weighs ${whole.toFixed(0)} kB gzip; its budget is ${BUDGET_KB} kB. The heaviest:`);
  for (const [kb, path] of heaviest) console.error(`  ${kb.toFixed(1)} kB  ${path}`);
  process.exit(1);
}
if (weights.length > MOST_FILES) {
  console.error(
    `✗ The first script comes in ${weights.length} files, at most ${MOST_FILES} are meant: see src/app/begin/loadedTogether.ts. They are:`,
  );
  for (const [, path] of weights) console.error(`  ${path}`);
  process.exit(1);
}
const beside = readdirSync(join(APP, 'assets')).filter((name) => /^beside-.*\.js$/.test(name));
const besideKb = beside.reduce((sum, name) => sum + weigh(`assets/${name}`), 0);
if (beside.length !== 1 || !(besideKb <= BESIDE_KB)) {
  console.error(
    `✗ What comes beside the first drawing is one file of at most ${BESIDE_KB} kB gzip; there are ${beside.length} of ${besideKb.toFixed(0)} kB: see src/app/begin/loadedTogether.ts.`,
  );
  process.exit(1);
}
console.log(
  `First script ${whole.toFixed(0)} kB gzip of ${BUDGET_KB}, in ${weights.length} of at most ${MOST_FILES} files; beside it ${besideKb.toFixed(0)} kB of ${BESIDE_KB}.`,
);
