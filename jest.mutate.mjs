import { dirname } from 'node:path';
import jest from './jest.config.mjs';

// One project only, its roots the folders that are changed. Without the injected globals: with them every change counts as
// static, and each runs all tests.
const paths = (process.env.MUTATE_TESTS ?? 'src/core').split(',');
const isPage = paths.every((path) => /^src\/(app|workers)/.test(path));
const { sandboxInjectedGlobals: _, displayName: __, ...own } = jest.projects[isPage ? 1 : 0];

const names = (process.env.MUTATE_NAMES ?? '').split(',').filter(Boolean);

const folderOf = (path) => `<rootDir>/${/\.tsx?$/.test(path) ? dirname(path) : path}`;

/** The tests beside what is mutated, for npm run mutate. */
export default {
  ...own,
  roots: [...new Set(paths.map(folderOf))],
  testMatch: names.length > 0 ? names.map((name) => `**/${name}*.test.{ts,tsx}`) : ['**/*.test.{ts,tsx}'],
};
