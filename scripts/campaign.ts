// npm run campaign [-- PART [COUNT [SEED]]]: many seeded tries of what can go wrong, with counts. All parts take some
// hours.
import { acts } from './campaign/acts';
import { figures, files } from './campaign/files';
import { kills } from './campaign/kills';
import { monkey } from './campaign/monkey';
import type { Part } from './campaign/part';
import { recorded } from './campaign/recorded';
import { requests } from './campaign/requests';
import { states } from './campaign/states';
import { suites } from './campaign/suites';
import { words } from './campaign/words';

const PARTS: readonly Part[] = [files, figures, words, acts, states, suites, requests, kills, recorded, monkey];
const MOST_SHOWN = 20;

async function run(part: Part, count: number, seed: number): Promise<boolean> {
  const began = performance.now();
  const { done, failures, remark } = await part.run(count, seed);
  const seconds = ((performance.now() - began) / 1000).toFixed(0);
  const extra = remark === undefined ? '' : ` (${remark})`;
  console.log(`${part.name}: ${done} ${part.unit}, ${failures.length} failed, ${seconds} s${extra}`);
  for (const failure of failures.slice(0, MOST_SHOWN)) console.log(`  ${failure}`);
  return failures.length === 0;
}

async function campaign([name, count, seed = '1']: readonly string[]): Promise<void> {
  const chosen = name === undefined ? PARTS : PARTS.filter((part) => part.name === name);
  if (chosen.length === 0 || !Number.isInteger(Number(seed)) || (count !== undefined && !(Number(count) > 0))) {
    console.error(`Usage: npm run campaign -- [${PARTS.map((p) => p.name).join('|')}] [COUNT] [SEED]`);
    process.exitCode = 2;
    return;
  }
  for (const part of chosen)
    if (!(await run(part, count === undefined ? part.usual : Number(count), Number(seed)))) process.exitCode = 1;
}

void campaign(process.argv.slice(2));
