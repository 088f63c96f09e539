import { useEffect, useState } from 'react';
import type { Job } from '@violet-jaw/core/job';
import type { SetupBodies } from '@violet-jaw/core/run';
import type { Machine } from '@violet-jaw/core/shop';
import { lengthInRegister, lengthRegisterOf } from '@violet-jaw/core/zero';
import { api } from '../../store/api';
import { askWorker, requestPlan, usePlan } from '../../store/planStore';
import { useRun } from '../../store/runStore';

/**
 * The simulated control to practise on: home, jog, touch the planned solids, run the lines, read off. Nothing of a
 * real machine moves.
 */
interface Practice {
  readonly machine: Machine | null;
  readonly bodies: readonly SetupBodies[] | null;
  /** lengths as they stand in the control's table: what the job knows of its tools */
  readonly lengths: Readonly<Record<number, number>>;
  readonly problem: string | null;
}

function lengthsOf(job: Job, machine: Machine): Record<number, number> {
  return Object.fromEntries(
    job.setups.flatMap((s) => {
      const at = machine.stations.find((x) => x.id === s.station)?.position ?? null;
      const stationZ = at && at.z + (s.standsOn?.height ?? 0);
      return s.tools.flatMap((t) => {
        const h = lengthInRegister(s, t, stationZ);
        return h === null ? [] : [[lengthRegisterOf(t), h]];
      });
    }),
  );
}

const NOTHING: Practice = { machine: null, bodies: null, lengths: {}, problem: null };

/** Machine and solids of the open issue, planned again on this device from what was frozen. */
export function usePractice(): Practice {
  const { jobId, letter } = useRun();
  const [practice, setPractice] = useState<Practice>(NOTHING);
  useEffect(() => {
    let gone = false;
    const put = (found: Practice) => {
      if (!gone) setPractice(found);
    };
    void (async () => {
      try {
        const { job, shop } = await api.frozen({ id: jobId, letter });
        const machine = shop.machines.find((m) => m.id === job.machine) ?? null;
        if (!machine) {
          put({ ...NOTHING, problem: 'No machine is chosen in this issue: there is nothing to practise on.' });
          return;
        }
        await requestPlan(job, shop);
        const { problem } = usePlan.getState();
        const bodies = problem ? null : await askWorker((worker) => worker.standing());
        put(
          problem || !bodies
            ? { ...NOTHING, problem: problem ?? 'The solids could not be planned.' }
            : { machine, bodies, lengths: lengthsOf(job, machine), problem: null },
        );
      } catch (error) {
        put({ ...NOTHING, problem: error instanceof Error ? error.message : String(error) });
      }
    })();
    return () => {
      gone = true;
    };
  }, [jobId, letter]);
  return practice;
}
