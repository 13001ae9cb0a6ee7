import { spawnSync } from 'node:child_process';
import { mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createHash } from 'node:crypto';
import type { Part } from './part';

/** Shards that passed, by the content of their suite: a campaign that was cut short goes on where it was. */
const KEPT = 'node_modules/.cache/campaign-suites.json';

const readKept = (): Record<string, string> => {
  try {
    return JSON.parse(readFileSync(KEPT, 'utf8')) as Record<string, string>;
  } catch {
    return {};
  }
};

/** The unit tests that go by chance, with as many tries as their claims need; each suite is a shard. */
export const suites: Part = {
  name: 'suites',
  unit: 'suites in their long form',
  holds: 'what its titles say, with TIDAL_LONG set',
  usual: Infinity,
  run(count) {
    const kept = readKept();
    const failures: string[] = [];
    const chosen = readdirSync('src', { recursive: true, encoding: 'utf8' })
      .filter((file) => file.endsWith('.test.ts'))
      .map((file) => `src/${file}`)
      .sort()
      .filter((file) => /\btries\(/.test(readFileSync(file, 'utf8')))
      .slice(0, count);
    for (const file of chosen) {
      const content = createHash('sha256').update(readFileSync(file)).digest('base64');
      if (kept[file] === content) continue;
      const { status } = spawnSync(process.execPath, ['node_modules/jest/bin/jest.js', '--runTestsByPath', file], {
        stdio: ['ignore', 'ignore', 'inherit'],
        env: { ...process.env, TIDAL_LONG: '1' },
      });
      if (status !== 0) failures.push(file);
      else {
        kept[file] = content;
        mkdirSync('node_modules/.cache', { recursive: true });
        writeFileSync(KEPT, JSON.stringify(kept));
      }
    }
    return { done: chosen.length, failures };
  },
};
