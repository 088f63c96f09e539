import { vaneBearingBlockJob } from '../../../demo';
import { newBlank, type Job } from '../job';
import { held } from './holds';
import type { Units } from '../units';

/** The vane bearing block as a plain block, with other stock on every side and a feeler thick enough to be noticed. */
export function plainVane(units: Units = 'mm', change: (job: Job) => void = () => undefined): Job {
  const allowance = { xMinus: 2, xPlus: 5, yMinus: 2.5, yPlus: 4, zMinus: 3, zPlus: 1.5 };
  const job: Job = {
    ...vaneBearingBlockJob(),
    units,
    body: { block: { x: 110, y: 70, z: 38 } },
    allowance,
    blank: newBlank(allowance),
  };
  held('vise', job.setups[1]).softJaws.on = false;
  job.setups[1].device = 'vise-150';
  for (const s of job.setups)
    s.touchOff = {
      ...s.touchOff,
      side: { ...s.touchOff.side, with: 'cutter', thickness: 0.5 },
      top: { ...s.touchOff.top, thickness: 0.3 },
    };
  change(job);
  return job;
}
