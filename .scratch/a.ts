import { readFileSync } from 'node:fs';
import { readProjectText } from '../src/core/document/project/readProject';
import { hosesOf } from '../src/core/bench/hoses/hoseList';
import { hoseVerdicts } from '../src/core/bench/hoses/hoseVerdicts';
import { sayHoseVerdict } from '../src/core/bench/hoses/sayHose';
import { jointsOf, sayFit } from '../src/core/bench/joints/jointList';
for (const f of ['thornback','saltmarsh','larkspur']) {
 const r = readProjectText(readFileSync(`demo/${f}.json`,'utf8')); if(!r.ok) throw 1;
 for (const v of r.project.variants) { console.log('##',f,v.name);
  const hs=hosesOf(v); const ver=hoseVerdicts(hs,v);
  for(const h of hs) console.log(h.name,h.key,h.duty,h.dash,h.from.place,'->',h.to.place,h.routedM,h.cut?.cutM.toFixed(4),h.cut?.plusMinusM.toFixed(3),h.from.end.angleDeg,h.to.end.angleDeg,ver.get(h.key)!.map(x=>sayHoseVerdict(x)).join(' | '));
  for(const j of jointsOf(v)) console.log(' J',j.name,'|',j.kind,'|',j.a.from,j.b.from,'|',sayFit(j.fit),'|',j.tightening?.by);
 }}
