// What `npm test` keeps of a run that passed, and what a later one may leave out because of it. Everything goes by what
// is in the files: dates, branches and commits do not count.
import { createHash } from 'node:crypto';
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';

const KEPT = 'node_modules/.cache/tested.json';

/** The content of every file of the project, tracked or new, by its path. */
export function contents(root) {
  const { stdout, status } = spawnSync('git', ['ls-files', '-z', '--cached', '--others', '--exclude-standard'], {
    cwd: root,
    encoding: 'utf8',
    maxBuffer: 1e8,
  });
  if (status !== 0) return undefined;
  const files = [...new Set(stdout.split('\0'))].filter((file) => file !== '' && existsSync(join(root, file))).sort();
  return Object.fromEntries(
    files.map((file) => [
      file,
      createHash('sha256')
        .update(readFileSync(join(root, file)))
        .digest('base64'),
    ]),
  );
}

/** What is kept of passed runs: of each part, the contents that it passed with. */
export function readKept(root) {
  try {
    return JSON.parse(readFileSync(join(root, KEPT), 'utf8'));
  } catch {
    return {};
  }
}

export function keep(root, kept) {
  mkdirSync(dirname(join(root, KEPT)), { recursive: true });
  writeFileSync(join(root, KEPT), JSON.stringify(kept));
}

/** Files that differ between two states of the project: changed, come or gone. */
export function changedFiles(before, now) {
  return [...new Set([...Object.keys(before), ...Object.keys(now)])]
    .filter((file) => before[file] !== now[file])
    .sort();
}

/** Files that say how everything is built and run: after a change of one of them nothing is left out. */
const OF_ALL =
  /^(package(-lock)?\.json|\.npmrc|\.nvmrc|tsconfig[^/]*\.json|jest\.[^/]*|scripts\/(test|testing|steps)\.mjs)$/;

/**
 * What of a part must run again.
 * @param before contents that the part passed with; undefined where it never did
 * @param now contents of the project
 * @param reads what of the project the part reads, as a pattern
 * @returns the changed files that it reads, or 'all'
 */
export function toRunAgain(before, now, reads) {
  if (before === undefined) return 'all';
  const changed = changedFiles(before, now);
  if (changed.some((file) => OF_ALL.test(file))) return 'all';
  return changed.filter((file) => reads.test(file));
}

/**
 * The files that Jest is to be asked about, each with all that imports it, after a change.
 * @param changed files that changed, from toRunAgain
 * @param now contents of the project
 * @param read gives a file's text
 * @returns paths, or 'all' where imports do not tell: data beside the source, a file that is gone
 */
export function jestIsAskedAbout(changed, now, read) {
  if (changed === 'all') return 'all';
  const source = /^(src|scripts)\/.*\.(tsx?|mjs|json|css)$/;
  // What is gone is imported by nobody any more, and its importers changed or do not compile; by name it may be missed.
  if (changed.some((file) => (source.test(file) && now[file] === undefined) || /^demo\//.test(file))) return 'all';
  if (changed.length === 0) return [];
  // Tests that read files, or start programs, are touched by what they do not import.
  const readers = Object.keys(now).filter(
    (file) =>
      /^src\/.*\.tsx?$/.test(file) && /['"](node:)?(fs|child_process|worker_threads|fs\/promises)['"]/.test(read(file)),
  );
  return [...new Set([...changed.filter((file) => source.test(file)), ...readers])];
}
