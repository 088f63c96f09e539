/**
 * `npm run check:stale -- [every] [first]`: a warm plan against a cold one over every one-field edit of every demo job
 * (every n-th, from the first).
 */
import { readdirSync, readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { readJobFile } from '@violet-jaw/core/job';
import { loadKernel } from '@violet-jaw/core/solid';
import { loadModelKernel } from '@violet-jaw/formats/model/load.ts';
import { bodiesFor } from '@violet-jaw/formats/part/bodies.ts';
import { oneFieldEdits } from '../core/src/testing/edits';
import { StaleCheck } from '../core/src/testing/stale';

const [every = 1, first = 0] = process.argv.slice(2).map(Number);
/** A kernel forgets little memory of outlines with every plan; after so many edits a new one is taken. */
const EDITS_A_KERNEL = 40;
let [edits, wrong] = [0, 0];
for (const name of readdirSync('demo').filter((f) => f.endsWith('.json'))) {
  const file = readJobFile(readFileSync(resolve('demo', name), 'utf8'));
  if (!file.ok) throw new Error(file.problems.join('\n'));
  const { job, shop } = file.value;
  const bodies = await bodiesFor(
    job,
    () => loadModelKernel(),
    (s) => ({ ok: true, value: readFileSync(resolve('demo', s.file)) }),
  );
  if (!bodies.ok) throw new Error(bodies.problem);
  let check: StaleCheck | null = null;
  for (const [i, edit] of oneFieldEdits({ job, shop }).entries()) {
    if (i % every !== first % every) continue;
    if (!check || edits % EDITS_A_KERNEL === 0) check = new StaleCheck(await loadKernel(), bodies.value);
    edits += 1;
    const said = check.compare({ job, shop }, edit);
    if (said) {
      wrong += 1;
      console.log(`${name} ${said}`);
    }
  }
}
console.log(`check:stale every ${every} from ${first}: ${edits} edits, ${wrong} stale`);
process.exitCode = wrong > 0 ? 1 : 0;
