import { readFileSync } from 'node:fs';
import { demoShop, vaneBearingBlockJob } from '../demo';
import { loadKernel } from '@violet-jaw/core/solid';
import { Planner } from '@violet-jaw/core/plan';
import { loadStepKernel } from '../formats/src/step/load';
import { readStep } from '@violet-jaw/formats/step';
const planner = new Planner(await loadKernel());
const read = readStep(await loadStepKernel(), readFileSync('demo/vane-bearing-block.step'));
if (!read.ok) throw new Error(read.problem);
console.log('tri', read.value[0].mesh.triangles.length/3);
const bodies = () => ({ mesh: read.value[0].mesh, key: 'x' });
const k = planner.kernel as any;
for (const name of ['fromMesh','union','subtract','intersect','below','above','shadow','pieces']) { const f=k[name].bind(k); k[name]=(...a:any[])=>{const t=performance.now(); const r=f(...a); if(r?.volumeMm3) r.volumeMm3(); const d=performance.now()-t; if(d>2) console.log('   ',name,d.toFixed(1)); return r;}; }
for (let i=0;i<4;i++){ const job=structuredClone(vaneBearingBlockJob('v')); job.setups[1].cutsBelowTop=7.5+i*0.1; if(i===3){job.setups[1].cutsBelowTop=7.5;job.setups[1].parallels.height=15;} const t=performance.now(); planner.plan({job,shop:demoShop,bodies}); console.log('plan',i,(performance.now()-t).toFixed(1)); }
for (let i=0;i<6;i++){ const job=structuredClone(vaneBearingBlockJob('v')); job.setups[1].parallels.height=15-i*0.1; const t=performance.now(); planner.plan({job,shop:demoShop,bodies}); console.log('parallels',i,(performance.now()-t).toFixed(1)); }
