// Shared by start.mjs and test.mjs. Plain Node: it runs before anything is installed.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, readFileSync, statSync } from 'node:fs';
import { dirname, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { NOT_INSTALLED, whyNotHere } from './place.mjs';

export const root = resolve(dirname(fileURLToPath(import.meta.url)), '..');

/** What each step took: seconds of the clock and, of those that ran one at a time, of the processors. */
const clock = [];
const began = performance.now();

/** Processor time of the programs that ended so far [s]. */
function childrenCpuS() {
  try {
    // Fields 16 and 17: user and system time of children that were waited for, in hundredths.
    const fields = readFileSync('/proc/self/stat', 'utf8').split(') ')[1].split(' ');
    return (Number(fields[13]) + Number(fields[14])) / 100;
  } catch {
    return undefined;
  }
}

/**
 * Prints where the time went, and says so when it was more than it is meant to be.
 * @param budgetS for the whole [s]
 */
export function clockTable(budgetS) {
  const wholeS = (performance.now() - began) / 1000;
  const cpu = (s) => (s === undefined ? '' : s.toFixed(0)).padStart(10);
  console.log(`\n${'Where the time went'.padEnd(44)}${'clock s'.padStart(9)}${'processor s'.padStart(13)}`);
  for (const { what, clockS, cpuS } of clock)
    console.log(`${what.slice(0, 43).padEnd(44)}${clockS.toFixed(0).padStart(9)}${cpu(cpuS).padStart(13)}`);
  console.log(`${'All'.padEnd(44)}${wholeS.toFixed(0).padStart(9)}${cpu(childrenCpuS()).padStart(13)}`);
  if (wholeS > budgetS) console.log(`Over its budget of ${budgetS} s: was the machine busy, or has a step grown?`);
}

/**
 * Says in one line what is done, does it, and stops everything when it fails.
 * @param onFailure called before it stops: says what else is known
 */
export function step(what, command, args, options = {}, onFailure = () => undefined) {
  console.log(`• ${what}`);
  const [clockBefore, cpuBefore] = [performance.now(), childrenCpuS()];
  const { status, error } = spawnSync(command, args, {
    cwd: root,
    stdio: 'inherit',
    ...asStarted(command),
    ...options,
  });
  const cpuS = cpuBefore === undefined ? undefined : childrenCpuS() - cpuBefore;
  clock.push({ what, clockS: (performance.now() - clockBefore) / 1000, cpuS });
  if (error || status !== 0) {
    onFailure();
    console.error(`✗ ${what}: ${error ? error.message : `exit code ${status}`}`);
    process.exit(status || 1);
  }
}

/** Steps that run beside each other: each takes most of a core. */
const AT_ONCE = 2;

/**
 * Does steps that need nothing of each other, two at a time; what each prints comes in one piece when it ends. Stops
 * everything when one fails.
 * @param steps what, command and arguments of each
 */
export async function stepsTogether(steps) {
  if (steps.length === 0) return;
  const waiting = [...steps];
  const [clockBefore, cpuBefore] = [performance.now(), childrenCpuS()];
  const running = new Set();
  const fail = (what, why, status) => {
    for (const each of running) each.kill();
    console.error(`✗ ${what}: ${why}`);
    process.exit(status || 1);
  };
  const runNext = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) {
      const [what, command, args] = next;
      const child = spawn(command, args, { cwd: root, ...asStarted(command) });
      running.add(child);
      let printed = '';
      child.stdout.on('data', (text) => (printed += text));
      child.stderr.on('data', (text) => (printed += text));
      const status = await new Promise((ended) =>
        child.on('error', (error) => fail(what, error.message)).on('close', ended),
      );
      running.delete(child);
      console.log(`• ${what}`);
      if (printed.trim()) console.log(printed.trimEnd());
      if (status !== 0) fail(what, `exit code ${status}`, status);
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, runNext));
  const cpuS = cpuBefore === undefined ? undefined : childrenCpuS() - cpuBefore;
  clock.push({ what: 'Types, lint, format', clockS: (performance.now() - clockBefore) / 1000, cpuS });
}

/** Stops with a reason where the project cannot run here. */
export function checkPlace() {
  const why = whyNotHere(root);
  if (why === undefined) return;
  console.error(`✗ ${why}`);
  process.exit(1);
}

/** Installs the packages of the lock file when they are absent or older than it. */
export function installPackages() {
  const installed = resolve(root, 'node_modules/.package-lock.json');
  const lock = resolve(root, 'package-lock.json');
  if (existsSync(installed) && statSync(installed).mtimeMs >= statSync(lock).mtimeMs) return;
  if (existsSync(installed) && sameVersions(lock, installed)) return;
  const npm = isWindows ? 'npm.cmd' : 'npm';
  step(
    'Installing packages (once, about a minute)',
    npm,
    ['ci', '--no-audit', '--no-fund', '--loglevel=error'],
    {},
    () => console.error(NOT_INSTALLED),
  );
}

function sameVersions(lock, installed) {
  const read = (file) => JSON.parse(readFileSync(file, 'utf8')).packages;
  const wanted = read(lock);
  const there = read(installed);
  return Object.entries(wanted).every(
    ([path, entry]) => path === '' || entry.optional || there[path]?.version === entry.version,
  );
}

const isWindows = process.platform === 'win32';

/** A program of a package; on Windows it is a file that only a shell starts. */
export const bin = (name) => resolve(root, 'node_modules/.bin', isWindows ? `${name}.cmd` : name);

/** How a program is started: through a shell where its file asks for one. */
const asStarted = (command) => (isWindows && /\.cmd$/.test(command) ? { shell: true } : {});
