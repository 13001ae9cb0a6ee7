import { oddFigures } from '../src/core/verification/testing/oddFigures';
import { demoProject } from '../src/core/verification/testing/demo';
for (const d of ['thornback','saltmarsh','larkspur']) {
 const counts: Record<string, number> = {}; let slow=0; let last=performance.now();
 for (const o of oddFigures(demoProject(d))) { const k=o.outcome+' '+(o.outcome==='said'?o.why:''); counts[k]=(counts[k]??0)+1; const t=performance.now(); if (t-last>1500) console.log('SLOW',o.what,t-last); last=t; if(o.outcome==='nonsense') console.log(o.what,o.why); }
 console.log(d,counts);
}
