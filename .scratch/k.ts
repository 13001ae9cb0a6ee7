import { kills } from '../scripts/campaign/kills';
async function m(){ const t=performance.now(); const o = await kills.run(Number(process.argv[2]), Number(process.argv[3])); console.log(o.failures.slice(0,20), o.failures.length, o.remark, (performance.now()-t)/1000); } void m();
