import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { readJobFile, type Job } from '@violet-jaw/core/job';
import { Planner } from '@violet-jaw/core/plan';
import type { Forces } from '@violet-jaw/core/plan/whole.ts';
import type { Shop } from '@violet-jaw/core/shop';
import { loadKernel } from '@violet-jaw/core/solid';
import { loadModelKernel } from '@violet-jaw/formats/model/load.ts';
import { bodiesFor } from '@violet-jaw/formats/part/bodies.ts';

/** A demo job out of its files, as the command line reads it. */
export async function demoJob(
  name: string,
  change: (job: Job, shop: Shop) => void = () => undefined,
  forces: Forces = 'known',
) {
  const file = readJobFile(readFileSync(`demo/${name}.json`, 'utf8'));
  if (!file.ok) throw new Error(file.problems.join('\n'));
  const { job, shop } = file.value;
  change(job, shop);
  return planDemo(job, shop, forces);
}

/** A job whose files lie in the demo's folder. */
export async function planDemo(job: Job, shop: Shop, forces: Forces = 'known') {
  const bodies = await bodiesFor(
    job,
    () => loadModelKernel(),
    (s) => ({ ok: true, value: readFileSync(resolve('demo', s.file)) }),
  );
  if (!bodies.ok) throw new Error(bodies.problem);
  const planner = new Planner(await loadKernel());
  const planned = planner.plan({ job, shop, bodies: bodies.value }, forces);
  if (!planned.ok) throw new Error(planned.problem);
  return { job, shop, planned: planned.value, planner };
}
