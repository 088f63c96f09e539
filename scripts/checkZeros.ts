/** `npm run check:zeros -- [jobs] [seed]`: random jobs against the slow second opinion of core/src/testing. */
import { Planner } from '@violet-jaw/core/plan';
import { loadKernel } from '@violet-jaw/core/solid';
import { disagreements } from '../core/src/testing/againstOracle';

const [count = 10_000, seed = 1] = process.argv.slice(2).map(Number);
const planner = new Planner(await loadKernel());
let wrong = 0;
for (let i = 0; i < count; i++) {
  const said = disagreements(planner, seed + i);
  if (said.length > 0) {
    wrong += 1;
    if (wrong <= 20) console.log(said.join('\n'));
  }
}
console.log(`check:zeros seed ${seed}: ${count} jobs, ${wrong} disagree`);
process.exitCode = wrong > 0 ? 1 : 0;
