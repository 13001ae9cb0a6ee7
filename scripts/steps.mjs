// Shared by start.mjs and test.mjs. Plain Node: it runs before anything is installed.
import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync, statSync } from 'node:fs';
import { dirname, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = resolve(dirname(fileURLToPath(import.meta.url)), '..');

/**
 * Says in one line what is done, does it, and stops everything when it fails.
 * @param onFailure called before it stops: says what else is known
 */
export function step(what, command, args, options = {}, onFailure = () => undefined) {
  console.log(`• ${what}`);
  const { status, error } = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options });
  if (error || status !== 0) {
    onFailure();
    console.error(`✗ ${what}: ${error ? error.message : `exit code ${status}`}`);
    process.exit(status || 1);
  }
}

/** Installs the packages of the lock file when they are absent or older than it. */
export function installPackages() {
  const installed = resolve(root, 'node_modules/.package-lock.json');
  const lock = resolve(root, 'package-lock.json');
  if (existsSync(installed) && statSync(installed).mtimeMs >= statSync(lock).mtimeMs) return;
  if (existsSync(installed) && sameVersions(lock, installed)) return;
  step('Installing packages (once, about a minute)', 'npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']);
}

function sameVersions(lock, installed) {
  const read = (file) => JSON.parse(readFileSync(file, 'utf8')).packages;
  const wanted = read(lock);
  const there = read(installed);
  return Object.entries(wanted).every(
    ([path, entry]) => path === '' || entry.optional || there[path]?.version === entry.version,
  );
}

export const bin = (name) => resolve(root, 'node_modules/.bin', name);
