import { readFileSync } from 'node:fs';
import { printable } from '../../src/core/foundations/text';
import { sayIssue } from '../../src/core/document/project/issue';
import { mendProject } from '../../src/core/document/project/mendProject';
import { readProject, readProjectText, type ReadResult } from '../../src/core/document/project/readProject';
import { CircuitSolver } from '../../src/core/network/circuitSolver';
import { solveState } from '../../src/core/judgement/judgeState';
import { solveResultSchema } from '../../src/core/judgement/stateResult';
import { demoProject } from '../../src/core/verification/testing/demo';
import { mutated, mutatedText } from '../../src/core/verification/testing/mutatedFiles';
import { oddFigures } from '../../src/core/verification/testing/oddFigures';
import type { Part } from './part';

const DEMOS = ['thornback', 'saltmarsh', 'larkspur'] as const;
const texts = DEMOS.map((name) => readFileSync(`demo/${name}.json`, 'utf8'));
const LONGEST = 400;

/** What is wrong with how a file was read; undefined where nothing is. */
function wrongWith(read: ReadResult): string | undefined {
  if (read.ok) {
    const made = CircuitSolver.of(read.project);
    if (!made.ok) return undefined;
    const parsed = solveResultSchema.safeParse(solveState(made.circuit, made.circuit.stateAt(50, 373.15)));
    return parsed.success ? undefined : `no figure at ${parsed.error.issues[0]?.path.join('.')}`;
  }
  const said = read.issues.map(sayIssue);
  if (said.length === 0 || said.length > 12) return `${said.length} sentences`;
  const odd = said.find(
    (line) => line.length > LONGEST || printable(line) !== line || /Invalid input|\[object/.test(line),
  );
  return odd === undefined ? undefined : `said: ${odd.slice(0, 80)}`;
}

/**
 * Project files that were changed at random, as data and as text: read, solved where they are taken, mended where they
 * are not.
 */
export const files: Part = {
  name: 'files',
  unit: 'changed project files',
  holds: 'each is taken or refused in some short lines, mended or left; nothing throws; what is taken gives figures',
  usual: 4000,
  run(count, seed) {
    const failures: string[] = [];
    let taken = 0;
    for (let n = 0; n < count; n++) {
      const text = texts[n % texts.length]!;
      try {
        const raw = n % 2 === 0 ? mutated(JSON.parse(text), seed + n) : undefined;
        const read = raw === undefined ? readProjectText(mutatedText(text, seed + n)) : readProject(raw);
        if (read.ok) taken++;
        const wrong = wrongWith(read);
        if (wrong !== undefined) failures.push(`seed ${seed + n}: ${wrong}`);
        if (raw !== undefined && !read.ok) mendProject(raw);
      } catch (error) {
        failures.push(`seed ${seed + n} throws: ${String(error).slice(0, 120)}`);
      }
    }
    return { done: count, failures, remark: `${taken} taken` };
  },
};

/** An odd figure in every field of every part of the demos. */
export const figures: Part = {
  name: 'figures',
  unit: 'odd figures in fields',
  holds: 'each is refused, answered or said; no figure that is none, no pressure below vacuum',
  usual: 10_000,
  run(count) {
    const failures: string[] = [];
    const counts: Record<string, number> = {};
    let done = 0;
    for (const name of DEMOS)
      for (const { what, outcome, why } of oddFigures(demoProject(name))) {
        if (done++ >= count) break;
        counts[outcome] = (counts[outcome] ?? 0) + 1;
        if (outcome === 'nonsense') failures.push(`${name}, ${what}: ${why}`);
      }
    return { done: Math.min(done, count), failures, remark: JSON.stringify(counts) };
  },
};
