import { readFileSync, writeFileSync } from 'node:fs';
const n = Number(process.argv[2]);
const p = JSON.parse(readFileSync('demo/thornback.json','utf8'));
const v=p.variants[0]; p.variants=[v]; const base=v.circuit.parts; 
// one engine, its consumers repeated along the gallery
const copies=Math.floor((n-base.length)/2);
for(let i=0;i<copies;i++){ const f=structuredClone(base.find((b:any)=>b.id==='headFeed')), c=structuredClone(base.find((b:any)=>b.id==='cams')); f.id='feed'+i; f.name='Feed '+i; c.id='cam'+i; c.name='Cam '+i; f.boreM=0.002; v.circuit.parts.push(f,c); v.circuit.joints.push({from:'gallery.out',to:f.id+'.in'},{from:f.id+'.out',to:c.id+'.in'}); const r=v.circuit.joints.find((j:any)=>j.from==='cams.out'); if(r) v.circuit.joints.push({from:c.id+'.out',to:r.to}); }
delete v.sheet; p.name='Big '+n;
writeFileSync('/tmp/big'+n+'.json', JSON.stringify(p));
