import { readFileSync, writeFileSync } from 'node:fs';
import { readProjectText } from '../src/core/document/project/readProject';
import { schematic } from '../src/core/bench/sheet/schematic';
let out='';
for (const f of ['thornback','saltmarsh','larkspur']) {
 const r = readProjectText(readFileSync(`demo/${f}.json`,'utf8')); if(!r.ok) throw 1;
 for (const v of r.project.variants) out+=`<h3>${f} ${v.name}</h3><div style="width:900px;border:1px solid red">${schematic(v)}</div>`;
}
writeFileSync('/tmp/sch.html', `<meta charset=utf8><body style="font-family:sans-serif">${out}`);
