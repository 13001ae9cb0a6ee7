import { execFileSync } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import { dirname, join, relative, resolve } from 'node:path';
import { seeded } from '../src/core/foundations/random/quasiRandom';
import { changedFiles, contents, jestIsAskedAbout, toRunAgain } from './testing.mjs';

const root = resolve('.');
const read = (file: string) => readFileSync(join(root, file), 'utf8');
const ANY = /./;

describe('What runs again', () => {
  const now = { 'src/a.ts': '1', 'docs/b.md': '1', 'package.json': '1' };

  it('is everything where nothing is known to have passed, and nothing where nothing changed', () => {
    expect([toRunAgain(undefined, now, ANY), toRunAgain(now, { ...now }, ANY)]).toEqual(['all', []]);
  });

  it('is what reads a file that changed, came or went', () => {
    expect(changedFiles(now, { 'src/a.ts': '2', 'package.json': '1', 'src/new.ts': '1' })).toEqual([
      'docs/b.md',
      'src/a.ts',
      'src/new.ts',
    ]);
    expect(toRunAgain(now, { ...now, 'docs/b.md': '2' }, /^src\//)).toEqual([]);
    expect(toRunAgain(now, { ...now, 'src/a.ts': '2' }, /^src\//)).toEqual(['src/a.ts']);
  });

  it.each([
    'package.json',
    'package-lock.json',
    'jest.config.mjs',
    'tsconfig.app.json',
    'scripts/testing.mjs',
    '.nvmrc',
  ])('is everything after a change of %s', (file) =>
    expect(toRunAgain(now, { ...now, [file]: '2' }, /^src\//)).toBe('all'),
  );

  it('of the unit tests is everything where imports do not tell: a file that is gone, a demo', () => {
    const all = { ...now, 'demo/x.json': '1' };
    expect(jestIsAskedAbout(['src/gone.ts'], all, () => '')).toBe('all');
    expect(jestIsAskedAbout(['demo/x.json'], all, () => '')).toBe('all');
    expect(jestIsAskedAbout([], all, () => '')).toEqual([]);
  });

  it('of the unit tests always has those that read files or start programs, once anything changed', () => {
    const all = contents(root)!;
    const asked = jestIsAskedAbout(['docs/model.md'], all, read) as string[];
    expect(asked).toEqual(
      expect.arrayContaining(['src/cli/printed.test.ts', 'src/server/server.test.ts', 'src/cli/textFile.ts']),
    );
    expect(asked).not.toContain('src/core/physics/laws/lift.ts');
  });
});

/** Files that a file names: by import, as a mock, as a worker. What is imported for its types alone is not there when it runs. */
function named(file: string): string[] {
  const text = read(file).replace(/^(import|export) type [^;]*;/gm, '');
  return [
    ...text.matchAll(/(?:from|import|import\(|mock\(|requireActual(?:<[^>]*>)?\(|new URL\()\s*'(\.[^'?]+)/g),
  ].flatMap(([, path]) => {
    const base = join(dirname(file), path!);
    return ['', '.ts', '.tsx', '.mjs', '/index.ts']
      .map((end) => base + end)
      .filter((each) => /\.\w+$/.test(each) && existsSync(each));
  });
}

describe('What Jest says of a change', () => {
  const files = Object.keys(contents(root)!).filter((file) => /^src\/.*\.tsx?$/.test(file));
  const importers = new Map<string, Set<string>>(files.map((file) => [file, new Set()]));
  for (const file of files) for (const other of named(file)) importers.get(other)?.add(file);

  /** Tests that a change of a file may touch, by walking up its importers. */
  const touched = (file: string): string[] => {
    const seen = new Set([file]);
    for (const each of seen) for (const importer of importers.get(each) ?? []) seen.add(importer);
    return [...seen].filter((each) => /\.test\.tsx?$/.test(each));
  };

  // The whole list of files takes minutes: some, the same each time.
  const random = seeded(28);
  const some = Array.from({ length: 3 }, () => files[Math.floor(random() * files.length)]!);
  it.each([...some, 'src/core/physics/laws/lift.ts'])('leaves out no test that %s touches', (file) => {
    const listed = execFileSync(
      process.execPath,
      ['node_modules/jest/bin/jest.js', '--listTests', '--findRelatedTests', file],
      { encoding: 'utf8' },
    );
    const tests = new Set(
      listed
        .trim()
        .split('\n')
        .map((path) => relative(root, path)),
    );
    expect(touched(file).filter((test) => !tests.has(test))).toEqual([]);
  });
});
