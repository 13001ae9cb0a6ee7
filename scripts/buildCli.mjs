// The built command line: made when what it is made of has changed.
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { spawnSync } from 'node:child_process';
import { join, resolve } from 'node:path';
import { contentKey, dateKey, filesBelow } from './contentKey.mjs';

const MADE_OF = ['src/cli', 'src/core', 'vite.cli.config.ts', 'package-lock.json'];
const KEPT = 'dist/cli/made-of.json';

/**
 * Builds the command line unless it is there already, of the files as they are now.
 * @returns the file to run
 */
export function builtCli(root) {
  const entry = resolve(root, 'dist/cli/tidal.js');
  const files = filesBelow(root, MADE_OF).filter((file) => !/\.test\.ts$|\/testing\//.test(file));
  const kept = existsSync(join(root, KEPT)) ? JSON.parse(readFileSync(join(root, KEPT), 'utf8')) : {};
  const dates = dateKey(root, files);
  if (existsSync(entry) && kept.dates === dates) return entry;
  const content = contentKey(root, files);
  if (!existsSync(entry) || kept.content !== content) {
    const vite = resolve(root, 'node_modules/vite/bin/vite.js');
    if (!existsSync(vite)) throw new Error('The packages are not installed. Run "npm start" or "npm ci" once.');
    const args = [vite, 'build', '--config', 'vite.cli.config.ts', '--logLevel', 'error'];
    // What it says goes where complaints go: what the command prints may be read by another program.
    const { status } = spawnSync(process.execPath, args, { cwd: root, stdio: ['ignore', 2, 2] });
    if (status !== 0) throw new Error('The command line could not be built; the reason stands above.');
  }
  mkdirSync(join(root, 'dist/cli'), { recursive: true });
  writeFileSync(join(root, KEPT), JSON.stringify({ dates, content }));
  return entry;
}
