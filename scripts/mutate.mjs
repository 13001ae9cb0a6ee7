// npm run mutate -- FOLDER_OR_FILE…: changes the code a little at many places and counts the changes that no test notices.
// Each folder is held against the tests that stand in it. Never part of npm test.
import { spawnSync } from 'node:child_process';
import { bin, root } from './steps.mjs';

const wanted = process.argv.slice(2);
if (wanted.length === 0) {
  console.error('npm run mutate -- FOLDER_OR_FILE…   for instance: npm run mutate -- src/core/physics/laws');
  process.exit(2);
}
const { status } = spawnSync(bin('stryker'), ['run', 'stryker.config.mjs'], {
  cwd: root,
  stdio: 'inherit',
  env: { ...process.env, MUTATE: wanted.map((path) => path.replace(/\/$/, '')).join(',') },
});
process.exit(status ?? 1);
