import { chromium } from '@playwright/test';
import { listen } from '../src/server/server';
const steps: Record<string,(p:any)=>Promise<void>> = {
 async interview(p){ await p.goto(p.base+'/new'); await p.waitForTimeout(600);},
 async interview2(p){ await p.goto(p.base+'/new'); await p.waitForTimeout(500); await p.getByLabel('Name').fill('Brackwater'); await p.getByText('Oil cooler with thermostat').click(); await p.getByText('A turbo feed, plain bearings').click(); await p.mouse.wheel(0,1600); await p.waitForTimeout(300);},
 async created(p){ await p.goto(p.base+'/new'); await p.waitForTimeout(500); await p.getByLabel('Name').fill('Brackwater'); await p.getByText('Oil cooler with thermostat').click(); await p.getByText('A turbo feed, plain bearings').click(); await p.getByRole('button',{name:'Create and check'}).click(); await p.waitForTimeout(2500);},
 async engine(p){ await p.goto(p.base+'/engine'); await p.waitForTimeout(900);},
 async engine2(p){ await p.goto(p.base+'/engine'); await p.waitForTimeout(900);await p.mouse.wheel(0,1400); await p.waitForTimeout(300);},
 async gauge(p){ await p.goto(p.base+'/gauge'); await p.waitForTimeout(900); await p.getByRole('button',{name:'Add hot idle'}).click(); await p.getByRole('button',{name:'Add hot at 3000 rpm'}).click(); await p.getByRole('button',{name:'Fit the circuit'}).click(); await p.getByText('Most useful next').waitFor(); await p.waitForTimeout(400);},
 async gauge2(p){ await steps.gauge!(p); await p.mouse.wheel(0,900); await p.waitForTimeout(900);},
};

(async()=>{const server:any=await listen(0,'127.0.0.1'); const url=server.url.replace(/\/$/,'');
const b=await chromium.launch({executablePath:'/usr/bin/chromium',args:['--no-sandbox']});
for(const name of process.argv.slice(2)){ const [n,opt]=name.split(':'); const c=await b.newContext({viewport:opt==='tablet'?{width:1024,height:768}:{width:1280,height:800},colorScheme:opt==='dark'?'dark':'light'}); const p:any=await c.newPage(); p.base=url; p.on('pageerror',(e:any)=>console.log('ERR',e.message)); await steps[n!]!(p); await p.screenshot({path:`/tmp/look-${n}${opt?'-'+opt:''}.png`}); await c.close(); }
await b.close(); await server.close(); process.exit(0);})();
