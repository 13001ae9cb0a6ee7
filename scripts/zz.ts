import { readFileSync } from 'node:fs';
import { readProjectText } from '../src/core/document/project/readProject';
import { StudyCircuits } from '../src/core/studies/job/studyCircuits';
import { USUAL_FIX } from '../src/core/answer/fix/change';
import { fixWork } from '../src/core/answer/fix/fixWork';
import { askedOf } from '../src/core/studies/job/asked';
import { FIX_STUDY } from '../src/core/answer/fix/fixStudy';
const [file, variant, ...labels] = process.argv.slice(2);
const read = readProjectText(readFileSync(`demo/${file}.json`, 'utf8'));
if (!read.ok) throw new Error('x');
const project = { ...read.project, activeVariant: variant! };
const request = { ...USUAL_FIX, aims: [] };
const circuits = new StudyCircuits(askedOf(project, FIX_STUDY, request));
const base = fixWork(circuits, { kind: 'base', request });
if (base.kind !== 'base') throw new Error();
console.log(base.failing, base.labels.length);
if (labels.length === 0) base.labels.forEach((l, i) => console.log(i, l));
const set = labels.map(Number).sort((a,b)=>a-b);
const search = circuits.kept(`fix ${JSON.stringify(request)}`, () => null as never) as any;
if (set.length) {
const trial = search.trial(set);
console.log([...search.screen.screen(trial, true).scores].filter(([,v])=>v<0.5));
const c = fixWork(circuits, { kind: 'check', request, set });
console.log(JSON.stringify(c));
}
