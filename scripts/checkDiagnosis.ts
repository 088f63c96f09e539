/**
 * `npm run check:diagnosis -- [runs] [seed]`: runs with one mistake each; how often the first guess, and one of the
 * first two, names it.
 */
import { Planner } from '@violet-jaw/core/plan';
import { loadKernel } from '@violet-jaw/core/solid';
import { demoShop, vaneBearingBlockJob } from '../demo';
import { randomMistake } from '../core/src/testing/mistakes';

const [count = 2000, seed = 1] = process.argv.slice(2).map(Number);
const planner = new Planner(await loadKernel());
const base = vaneBearingBlockJob();
const missed = new Map<string, number>();
let [stopped, first, firstTwo] = [0, 0, 0];
for (let i = 0; i < count; i++) {
  const { code, place } = randomMistake(planner, demoShop, base, seed + i);
  if (place === null) continue;
  stopped += 1;
  if (place === 0) first += 1;
  if (place === 0 || place === 1) firstTwo += 1;
  else missed.set(code, (missed.get(code) ?? 0) + 1);
}
const percent = (n: number) => `${((100 * n) / stopped).toFixed(1)} %`;
if (missed.size > 0)
  console.log(
    `not among the first two: ${[...missed]
      .sort((a, b) => b[1] - a[1])
      .map(([code, n]) => `${code} ${n}`)
      .join(', ')}`,
  );
console.log(
  `check:diagnosis seed ${seed}: ${count} mistakes, ${stopped} stopped the run; first guess ${percent(first)}, first two ${percent(firstTwo)}`,
);
process.exitCode = first / stopped < 0.945 || firstTwo / stopped < 0.977 ? 1 : 0;
