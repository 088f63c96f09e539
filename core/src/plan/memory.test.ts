import { demoShop, sensorFootJob } from '../../../demo';
import { outlinesOf } from '../drawing';
import { loadKernel, Solid } from '../solid';
import { Planner } from '.';
import { held } from '../testing/holds';

test('a thousand edits leave no more solids and no more results behind than a few', async () => {
  const planner = new Planner(await loadKernel());
  const edit = (i: number) => {
    const job = sensorFootJob();
    job.setups = job.setups.slice(0, 1);
    // another body of what is left every time, another seat, another blank now and then
    job.setups[0].cuts[0].below = 2 + (i % 97) * 0.05;
    held('vise', job.setups[0]).parallels.height = 10 + i * 0.01;
    job.allowance.xMinus = 1 + Math.floor(i / 7) * 0.01;
    const planned = planner.plan({ job, shop: demoShop, bodies: () => null }, 'known');
    if (!planned.ok) throw new Error(planned.problem);
    if (i % 10 === 0) outlinesOf(planner, planned.value);
    return [Solid.alive, planner.graph.size];
  };
  const start = Solid.alive;
  const sizes = Array.from({ length: 1000 }, (_, i) => edit(i));
  const most = (from: number, to: number, of: number) => Math.max(...sizes.slice(from, to).map((s) => s[of]));
  expect(most(900, 1000, 0)).toBeLessThanOrEqual(most(20, 120, 0));
  expect(most(900, 1000, 1)).toBeLessThanOrEqual(most(20, 120, 1));
  planner.graph.clear();
  expect(Solid.alive).toBe(start);
}, 180_000);
