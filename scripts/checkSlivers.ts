/**
 * `npm run check:slivers -- [bars] [seed]`: random bars and tubes, cut through the corners of their facets: what is
 * left must be closed and add up.
 */
import { Planner } from '@violet-jaw/core/plan';
import { loadKernel } from '@violet-jaw/core/solid';
import { leftWrong, randomBar } from '../core/src/testing/bars';

const [count = 4000, seed = 1] = process.argv.slice(2).map(Number);
const planner = new Planner(await loadKernel());
let wrong = 0;
for (let i = 0; i < count; i++) {
  const said = leftWrong(planner, randomBar(seed + i));
  if (said.length > 0) {
    wrong += 1;
    if (wrong <= 20) console.log(`${seed + i} ${said.join('; ')}`);
  }
}
console.log(`check:slivers seed ${seed}: ${count} bars, ${wrong} wrong`);
process.exitCode = wrong > count / 1000 ? 1 : 0;
