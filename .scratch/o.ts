import { readFileSync } from 'node:fs';
import { offersFor } from '../src/core/document/moves';
const p = JSON.parse(readFileSync('demo/thornback.json','utf8'));
import { readProject } from '../src/core/document/project/readProject';
const v=p.variants[0]; const base=v.circuit.parts; const n=Math.floor(2000/base.length);
v.circuit.parts=[]; const js=v.circuit.joints; v.circuit.joints=[];
for(let i=0;i<n;i++){ for(const b of base) v.circuit.parts.push({...structuredClone(b), id:b.id+i}); for(const j of js) v.circuit.joints.push({from:j.from.replace('.',i+'.'),to:j.to.replace('.',i+'.')}); }
const r=readProject(p); if(!r.ok) throw JSON.stringify(r.issues);
const c=r.project.variants[0]!.circuit;
let tot=0, cnt=0;
for (let i=0;i<22;i++){ const t=performance.now(); const o=offersFor(c,c.parts[i]!); const d=performance.now()-t; tot+=d; cnt+=o.length; console.log(c.parts[i]!.id, o.length, d.toFixed(1)); }
console.log(tot/22, cnt);
