/**
 * `npm run check:plans -- [every] [first] [only=d-window]`: cold plans of every one-field edit of every demo job and of
 * the small jobs with known values, or of one of them, against the hashes in core/src/testing/golden. `-- write` writes
 * them anew: only where numbers are meant to change.
 */
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { basename, resolve } from 'node:path';
import { readJobFile } from '@violet-jaw/core/job';
import { loadKernel, type Kernel } from '@violet-jaw/core/solid';
import { loadModelKernel } from '@violet-jaw/formats/model/load.ts';
import { bodiesFor } from '@violet-jaw/formats/part/bodies.ts';
import type { BodyMeshes } from '@violet-jaw/core/part';
import { oneFieldEdits, type Planning } from '../core/src/testing/edits';
import { planHash } from '../core/src/testing/goldenPlans';

const GOLDEN = 'core/src/testing/golden/plans.json';
const sha256 = (text: string) => createHash('sha256').update(text).digest('hex');
const write = process.argv.includes('write');
const [every = 1, first = 0] = process.argv
  .slice(2)
  .filter((a) => a !== 'write' && !a.startsWith('only='))
  .map(Number);
/** A kernel forgets little memory of outlines with every plan; after so many edits a new one is taken. */
const EDITS_A_KERNEL = 40;
/** per job, in the order of its edits; the first is the job as it is */
const kept = JSON.parse(readFileSync(GOLDEN, 'utf8')) as Record<string, string[]>;
const known = write ? {} : kept;
/** of one job alone the others stay as they are */
const only = process.argv.find((a) => a.startsWith('only='))?.slice(5);
const found: Record<string, string[]> = only ? { ...kept } : {};
let [edits, other] = [0, 0];
let kernel: Kernel = await loadKernel();
const jobs = ['demo', 'core/src/testing/cases'].flatMap((folder) =>
  readdirSync(folder)
    .filter((f) => f.endsWith('.json') && (!only || f === `${only}.json`))
    .map((f) => resolve(folder, f)),
);
for (const path of jobs) {
  const file = readJobFile(readFileSync(path, 'utf8'));
  if (!file.ok) throw new Error(file.problems.join('\n'));
  const { job, shop } = file.value;
  const name = basename(path);
  const bodies = await bodiesFor(
    job,
    () => loadModelKernel(),
    (s) => ({ ok: true, value: readFileSync(resolve('demo', s.file)) }),
  );
  if (!bodies.ok) throw new Error(bodies.problem);
  found[name] = [];
  for (const [i, edit] of [{ path: 'as it is', after: { job, shop } }, ...oneFieldEdits({ job, shop })].entries()) {
    if (i % every !== first % every) {
      found[name].push('');
      continue;
    }
    if (edits % EDITS_A_KERNEL === 0) kernel = await loadKernel();
    edits += 1;
    const hash = hashOf(kernel, edit.after, bodies.value);
    found[name].push(hash);
    if (write || known[name]?.[i] === hash || known[name]?.[i] === '') continue;
    other += 1;
    console.log(`${known[name]?.[i] ? 'another plan' : 'not known'}: ${name} ${edit.path}`);
  }
}
/** What no reader of documents would let through may stop the plan: that it does is what is kept. */
function hashOf(kernel: Kernel, planning: Planning, bodies: BodyMeshes): string {
  try {
    return planHash(sha256, kernel, planning, bodies);
  } catch {
    return 'throws';
  }
}

const lines = (hashes: readonly string[]) =>
  hashes.reduce((text, h, i) => `${text}${i === 0 ? '' : ','}${i % 12 === 0 ? '\n  ' : ' '}"${h}"`, '');
if (write)
  writeFileSync(
    GOLDEN,
    `{\n${Object.entries(found)
      .map(([name, hashes]) => ` "${name}": [${lines(hashes)}\n ]`)
      .join(',\n')}\n}\n`,
  );
console.log(`check:plans every ${every} from ${first}: ${edits} cold plans, ${other} others than before`);
process.exitCode = other > 0 ? 1 : 0;
