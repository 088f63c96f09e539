import { readFileSync } from 'node:fs';
import { bodiesFor } from '@violet-jaw/formats/part/bodies.ts';
import { loadModelKernel } from '@violet-jaw/formats/model/load.ts';
import { loadKernel } from '@violet-jaw/core/solid';
import { Planner } from '@violet-jaw/core/plan';
import { checkJob } from '@violet-jaw/core/job';
import { demoShop } from './demo';
import * as d from './demo/dowelJobs';
const planner = new Planner(await loadKernel());
for (const [name, job] of [['louver', d.louverBothSidesJob()], ['first', d.floatGuideAsFirstPlanned()], ['float', d.floatGuideJob()]] as const) {
  const c = checkJob(job); if (!c.ok) { console.log(name, c.problems); continue; }
  const b = await bodiesFor(job, () => loadModelKernel(), ({file}: any) => ({ ok: true, value: readFileSync('demo/'+file) }) as any);
  if (!b.ok) { console.log(name, b); continue; }
  const p = planner.plan({ job, shop: demoShop, bodies: b.value });
  if (!p.ok) { console.log(p.problem); continue; }
  console.log('=====', name);
  for (const f of p.value.findings) console.log(f.level, f.op, f.code, '|', f.says, '|', f.remedy);
  console.log(p.value.setups.map((x:any)=>[x.facts?.seat.pose.translation, x.setup.hold.clamps]).flat(1).map((v:any)=>JSON.stringify(v)).join('\n'));
  for (const m of p.value.exact!.meetings) console.log(JSON.stringify((m as any).misses?.[0] ?? m).slice(0, 600));
}
