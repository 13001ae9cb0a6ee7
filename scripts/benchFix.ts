/**
 * What a search for a fix costs, in full checks of the same variant, by processor time: `npm run bench:fix`. Thornback's
 * nose cooler needs three changes: the first way may cost 15, every single change and every pair 150.
 */
import { readFileSync } from 'node:fs';
import { readProjectText } from '../src/core/document/project/readProject';
import { inFull } from '../src/core/document/project/inFull';
import { StudyCircuits } from '../src/core/studies/job/studyCircuits';
import { USUAL_FIX } from '../src/core/answer/fix/change';
import { fixWork } from '../src/core/answer/fix/fixWork';
import { FIX_STUDY } from '../src/core/answer/fix/fixStudy';
import { askedOf } from '../src/core/studies/job/asked';
import { startStudy } from '../src/core/studies/job/study';
import { CircuitSolver } from '../src/core/network/circuitSolver';
import { fullCheck } from '../src/core/studies/inputs/fullCheck';
const read = readProjectText(readFileSync('demo/thornback.json', 'utf8'));
if (!read.ok) throw new Error('the demo is refused');
const project = { ...read.project, activeVariant: 'noseCooler' };
const ROUNDS = 5;

const cpuS = () => {
  const { user, system } = process.cpuUsage();
  return (user + system) / 1e6;
};
const checkOnce = () => {
  const made = CircuitSolver.of(inFull(project));
  if (made.ok) fullCheck(made.circuit);
};
// Warm first: the search is as warm by its end.
for (let i = 0; i < ROUNDS; i++) checkOnce();
let began = cpuS();
for (let i = 0; i < ROUNDS; i++) checkOnce();
const fullS = (cpuS() - began) / ROUNDS;

const request = { ...USUAL_FIX, aims: [] };
const asked = askedOf(project, FIX_STUDY, request);
const circuits = new StudyCircuits(asked);
began = cpuS();
const inChecks = () => ((cpuS() - began) / fullS).toFixed(1);
let first: string | undefined;
let pairs = '';
const study = startStudy(FIX_STUDY, asked, request);
let step = study.next();
while (!step.done) {
  const tasks = step.value;
  const replies = tasks.map((task) => {
    const reply = fixWork(circuits, task);
    if (reply.kind === 'check' && reply.checked.ok) first ??= inChecks();
    return reply;
  });
  if (tasks.some((t) => t.kind === 'sets' && t.sets.some((set) => set.length === 2))) pairs = inChecks();
  step = study.next(replies);
}
console.log(
  `A full check: ${fullS.toFixed(2)} s. First way: ${first ?? 'none'} full checks; singles and pairs: ${pairs}; all: ${inChecks()}.`,
);
