// npm run answers -- FOLDER: what the command line answers about every variant of every demo, one file an answer.
// Run it at two commits and compare the folders: a change of structure must leave every byte as it was.
import { mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { main } from '../src/cli/main';
import type { KeptProject } from '../src/core/document/project/keptProject';

const [folder, only] = process.argv.slice(2);
if (!folder) throw new Error('npm run answers -- FOLDER [COMMAND]');
mkdirSync(folder, { recursive: true });

const QUESTIONS: readonly (readonly [string, ...string[]])[] = [
  ['solve', '--json'],
  ['solve', '--rpm', '850', '--oil-temp', '120', '--json'],
  ['solve', '--rpm', '1500', '--oil-temp=-10', '--json'],
  ['check', '--json'],
  ['balance', '--json'],
  ['balance', '--rpm', '3000', '--air-temp=-5', '--load', '0.3', '--json'],
  ['audit', '--json'],
  ['spread', '--json'],
  ['warmup', '--csv'],
  ['envelope', '--json'],
  ['faults', '--json'],
];

/** Runs one command in this process. @returns all that it printed, and its exit code */
async function answer(argv: readonly string[]): Promise<string> {
  const said: string[] = [];
  const { log, error } = console;
  console.log = (text: unknown) => void said.push(String(text));
  console.error = (text: unknown) => void said.push(`! ${String(text)}`);
  try {
    said.push(`exit ${await main(argv)}`);
  } finally {
    console.log = log;
    console.error = error;
  }
  return `${said.join('\n')}\n`;
}

for (const file of readdirSync('demo')
  .filter((name) => name.endsWith('.json'))
  .sort()) {
  const { asItIs, variants } = JSON.parse(readFileSync(join('demo', file), 'utf8')) as KeptProject;
  for (const { id } of [asItIs, ...variants])
    for (const [command, ...options] of QUESTIONS) {
      if (only && command !== only) continue;
      const name = [
        file.replace('.json', ''),
        id,
        command,
        ...options.filter((o) => o !== '--json' && o !== '--csv').map((o) => o.replace(/^--/, '')),
      ].join('-');
      writeFileSync(
        join(folder, `${name}.txt`),
        await answer([command, join('demo', file), '--variant', id, ...options]),
      );
    }
}
