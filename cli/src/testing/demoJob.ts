import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { readJobFile, type Job } from '@violet-jaw/core/job';
import type { BodyMeshes } from '@violet-jaw/core/part';
import { Planner } from '@violet-jaw/core/plan';
import type { Forces } from '@violet-jaw/core/plan/whole.ts';
import type { Shop } from '@violet-jaw/core/shop';
import { loadKernel } from '@violet-jaw/core/solid';
import { loadModelKernel } from '@violet-jaw/formats/model/load.ts';
import { bodiesFor, filesOf } from '@violet-jaw/formats/part/bodies.ts';

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
  return planDemo(job, shop, forces, name);
}

/** Bodies once read out of a file, and a planner for each job that is planned again with a change. */
const read = new Map<string, BodyMeshes>();
const planners = new Map<string, Planner>();

async function bodiesOf(job: Job): Promise<BodyMeshes> {
  const key = JSON.stringify(filesOf(job));
  const known = read.get(key);
  if (known) return known;
  const bodies = await bodiesFor(
    job,
    () => loadModelKernel(),
    (s) => ({ ok: true, value: readFileSync(resolve('demo', s.file)) }),
  );
  if (!bodies.ok) throw new Error(bodies.problem);
  read.set(key, bodies.value);
  return bodies.value;
}

/** A job whose files lie in the demo's folder. @param name of a job that is planned more than once */
export async function planDemo(job: Job, shop: Shop, forces: Forces = 'known', name = '') {
  const planner = planners.get(name) ?? new Planner(await loadKernel());
  if (name !== '') planners.set(name, planner);
  const planned = planner.plan({ job, shop, bodies: await bodiesOf(job) }, forces);
  if (!planned.ok) throw new Error(planned.problem);
  return { job, shop, planned: planned.value, planner };
}
