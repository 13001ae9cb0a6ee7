/**
 * Faults of design put into invented engines, and the search for a fix set on each: `npm run fixes [count] [shard/of]`.
 * Each way is made, written to a file, and checked by the command line in a process that shares nothing with the search.
 * What was done is kept in a file beside, so that a run can be stopped and gone on with.
 */
import { execFileSync } from 'node:child_process';
import { appendFileSync, existsSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { USUAL_FIX } from '../src/core/answer/fix/change';
import { FIX_STUDY } from '../src/core/answer/fix/fixStudy';
import { asNewVariant } from '../src/core/answer/fix/asNewVariant';
import { deriveProject } from '../src/core/document/changes/deriveProject';
import type { KeptProject } from '../src/core/document/project/keptProject';
import { isGoodEnough } from '../src/core/judgement/verdict/verdict';
import { CircuitSolver } from '../src/core/network/circuitSolver';
import { fullCheck } from '../src/core/studies/inputs/fullCheck';
import { studyHere } from '../src/core/studies/job/runHere';
import { plantedCase } from '../src/core/verification/testing/plantedFaults';

const [count = '200', shard = '1/1', kept = join(tmpdir(), 'fixes.jsonl')] = process.argv.slice(2);
const [own, of] = shard.split('/').map(Number) as [number, number];
const folder = mkdtempSync(join(tmpdir(), 'fixes-'));

const isHealthy = (project: KeptProject): boolean => {
  const made = CircuitSolver.of(deriveProject(project));
  if (!made.ok) return false;
  const { verdict, certainty } = fullCheck(made.circuit);
  return isGoodEnough(verdict, certainty);
};

/** A command of the built command line, on a file. @returns its exit code and what it printed */
function tidal(...args: string[]): { code: number; out: string } {
  try {
    return { code: 0, out: execFileSync('node', ['dist/cli/tidal.js', ...args], { encoding: 'utf8', maxBuffer: 1e9 }) };
  } catch (error) {
    const { status, stdout } = error as { status: number; stdout: string };
    return { code: status, out: stdout };
  }
}

/** Critical findings of a project's open variant, by name. */
function critical(file: string): string[] {
  const { findings } = JSON.parse(tidal('audit', file, '--json').out) as {
    findings: { rule: string; part: string | null; weight: string }[];
  };
  return findings.filter((f) => f.weight === 'stop').map((f) => `${f.rule} ${f.part ?? ''}`);
}

const done = new Set(
  existsSync(kept)
    ? readFileSync(kept, 'utf8')
        .trim()
        .split('\n')
        .filter(Boolean)
        .map((l) => (JSON.parse(l) as { seed: number }).seed)
    : [],
);
let found = done.size;
for (let seed = own; found < Number(count) / of; seed += of) {
  if (done.has(seed)) continue;
  const planted = plantedCase(seed, isHealthy);
  if (!planted) continue;
  found++;
  const began = process.cpuUsage();
  const fix = studyHere(FIX_STUDY, deriveProject(planted.planted), { ...USUAL_FIX, aims: [] });
  const { user, system } = process.cpuUsage(began);
  const way = fix.ways[0];
  const line: Record<string, unknown> = {
    seed,
    faults: planted.faults,
    engine: `${planted.engine.archetype} ${planted.engine.use} ${(planted.engine.wants ?? []).join('+')}`,
    status: fix.status,
    changes: way?.changes.map((c) => c.label) ?? null,
    seconds: Math.round((user + system) / 1e6),
    tried: fix.tried,
  };
  if (way) {
    const file = join(folder, `${seed}.json`);
    const before = join(folder, `${seed}-healthy.json`);
    writeFileSync(file, JSON.stringify(asNewVariant(planted.planted, way.changes, 'Fixed')));
    writeFileSync(before, JSON.stringify(planted.healthy));
    const had = new Set(critical(before));
    line['confirmed'] = tidal('check', file).code === 0;
    line['new'] = critical(file).filter((f) => !had.has(f));
  } else
    line['nearest'] = fix.nearest && {
      changes: fix.nearest.changes,
      fails: fix.nearest.checked.fails.map((f) => `${f.rule} ${f.part ?? ''}`),
      chance: fix.nearest.checked.chance,
    };
  appendFileSync(kept, `${JSON.stringify(line)}\n`);
  console.log(JSON.stringify(line));
}
