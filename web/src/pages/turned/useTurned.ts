import type { Turned } from '@violet-jaw/core/job';
import { useJob } from '../../app/JobLayout';

/** What is decided about a turned part, and how it is changed. Only where there is one. */
export function useTurned() {
  const { job, change } = useJob();
  return {
    turned: job.turned!,
    set: (fields: Partial<Turned> | ((turned: Turned) => Partial<Turned>)) =>
      change((j) =>
        j.turned ? { turned: { ...j.turned, ...(typeof fields === 'function' ? fields(j.turned) : fields) } } : {},
      ),
  };
}
