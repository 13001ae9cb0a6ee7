import { readFileSync } from 'node:fs';
import { readProjectText } from '../src/core/document/project/readProject';
import { planJob, byPhase } from '../src/core/bench/plan/jobPlan';
import { sayStep } from '../src/core/bench/plan/sayStep';
import { itemsOf } from '../src/core/bench/items/itemList';
import { toolsFor } from '../src/core/bench/items/tools';
import { jointsOf } from '../src/core/bench/joints/jointList';
import { hosesOf } from '../src/core/bench/hoses/hoseList';
import { oilChange } from '../src/core/bench/level/oilToAdd';
for (const f of ['thornback']) {
 const r = readProjectText(readFileSync(`demo/${f}.json`,'utf8')); if(!r.ok) throw 1;
 const [a,b]=r.project.variants;
 for (const p of byPhase(planJob(r.project,a!,b!).steps)) { console.log('##',p.phase); for (const s of p.steps) console.log(' ',sayStep(s), s.caution??''); }
 for (const i of itemsOf(r.project,b!,a)) console.log(i.group,'|',i.name,'|',i.size,'|',i.status,'|',i.quantity,i.unit??'',i.note??'');
 console.log(toolsFor(jointsOf(b!),hosesOf(b!)).map(t=>(t.oftenLacking?'* ':'')+t.name));
 console.log(JSON.stringify(oilChange(b!,a)));
}
