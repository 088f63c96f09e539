import { demoShop, sensorFootJob } from '../../../demo';
import { newJob, type Job } from '@violet-jaw/core/job';
import { Planner } from '@violet-jaw/core/plan';
import { loadKernel } from '@violet-jaw/core/solid';
import { stepNow, STEPS, type Reached } from './steps';

const nothing: Reached = { job: null, planned: null, issues: 0, said: [] };
const begun: Job = newJob({ number: 'LEARN-1', part: 'Block', units: 'mm' }, { block: { x: 100, y: 60, z: 40 } });
const at = (reached: Partial<Reached>) => stepNow({ ...nothing, ...reached })?.id ?? 'done';

test('each step is seen by itself, and one that is undone is the next one again', () => {
  const stock = { ...begun, allowance: { ...begun.allowance, zPlus: 2 } };
  const foot = sensorFootJob();
  const proposed = { ...foot, setups: foot.setups.map((s) => ({ ...s, proposed: ['cuts' as const] })) };
  expect(at({})).toBe('make');
  expect(at({ job: begun })).toBe('stock');
  expect(at({ job: stock })).toBe('route');
  expect(at({ job: proposed })).toBe('look');
  expect(at({ job: foot })).toBe('read');
  expect(at({ job: foot, said: ['read'] })).toBe('issue');
  expect(at({ job: foot, said: ['read'], issues: 1 })).toBe('run');
  expect(at({ job: foot, said: ['read', 'run'], issues: 1 })).toBe('done');
  expect(at({ job: begun, said: ['read', 'run'], issues: 1 })).toBe('stock');
});

test('the shift it tells is the one that is planned, in the unit of the job; none where none is known', async () => {
  const job = sensorFootJob();
  const planned = new Planner(await loadKernel()).plan({ job, shop: demoShop, bodies: () => null }, 'known');
  if (!planned.ok) throw new Error(planned.problem);
  const step = STEPS.find((s) => s.id === 'read')!;
  const { shift } = planned.value.transitions[0].shift;
  const told = step.says({ ...nothing, job, planned: planned.value });
  for (const a of ['x', 'y', 'z'] as const)
    expect(told).toContain(
      `${a.toUpperCase()} ${(shift?.[a] ?? NaN) < 0 ? '\u2212' : '+'}${Math.abs((shift?.[a] ?? NaN) / 25.4).toFixed(4)}`,
    );
  expect(step.says({ ...nothing, job })).not.toContain('zero moves');
});
