import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';

const READMES = [
  'README.md',
  'CONTRIBUTING.md',
  ...readdirSync('docs', { recursive: true, encoding: 'utf8' })
    .filter((file) => file.endsWith('.md'))
    .map((file) => `docs/${file}`),
  ...readdirSync('src', { recursive: true, encoding: 'utf8' })
    .filter((file) => file.endsWith('README.md'))
    .map((file) => `src/${file}`),
];

/** Files and folders of the tree, as they may be named from anywhere. */
const TREE = new Set(
  ['src', 'scripts', 'e2e', 'docs', 'demo'].flatMap((root) =>
    readdirSync(root, { recursive: true, encoding: 'utf8' }).map((file) => `${root}/${file}`),
  ),
);

describe.each(READMES)('%s', (readme) => {
  const text = readFileSync(readme, 'utf8').replace(/^( {4}|\t).*$/gm, '');

  it('links to what is there', () => {
    const links = [...text.matchAll(/\]\((?!https?:|#)([^)#]+)/g)].map(([, link]) => link!);
    expect(links.filter((link) => !existsSync(join(dirname(readme), link)))).toEqual([]);
  });

  it('names files that are there', () => {
    const named = [...text.matchAll(/`([\w./-]+\.(?:tsx?|mjs|cjs|js|json|md))`/g)].map(([, file]) => file!);
    const isThere = (file: string) =>
      existsSync(file) ||
      existsSync(join(dirname(readme), file)) ||
      [...TREE].some((path) => path.endsWith(`/${file}`)) ||
      file.includes('NAME') ||
      // Made as one goes: a build, an export, what a throw-away trial was called.
      /^(dist|node_modules)\/|^(answers|engine|throwAwayStudy|project\.tidal)\./.test(file);
    expect(named.filter((file) => !isThere(file))).toEqual([]);
  });

  it('of a folder names its folders that are there', () => {
    if (!readme.startsWith('src/')) return;
    const folders = [...text.matchAll(/^- `([\w/ ]+\/)`/gm)].flatMap(([, list]) => list!.trim().split(' '));
    expect(folders.filter((folder) => !existsSync(join(dirname(readme), folder)))).toEqual([]);
  });
});
