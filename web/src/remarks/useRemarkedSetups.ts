import { useMemo } from 'react';
import { heldAs, type RemarkedSetup } from '@violet-jaw/core/remarks';
import { useJob } from '../app/JobLayout';
import { usePlan } from '../store/planStore';

/** The setups of the open job as remarks know them: with how each is held in its drawings, as soon as that is known. */
export function useRemarkedSetups(): readonly RemarkedSetup[] {
  const { job } = useJob();
  const drawn = usePlan((s) => s.drawn?.planned.setups);
  return useMemo(
    () =>
      job.setups.map(({ id, op }) => {
        const planned = drawn?.find((s) => s.id === id);
        return planned ? { id, op, held: heldAs(planned) } : { id, op };
      }),
    [job.setups, drawn],
  );
}
