import type { Job, Setup } from '@violet-jaw/core/job';
import { useJob } from '../app/JobLayout';

/** Changes a setup together with the features it refers to, as one step of undo. */
export function usePut(setupId: string): (change: (setup: Setup) => Setup, features: Job['features'] | null) => void {
  const { store } = useJob();
  return (change, features) =>
    store
      .getState()
      .edit((j) => ({
        ...j,
        features: features ?? j.features,
        setups: j.setups.map((s) => (s.id === setupId ? change(s) : s)),
      }));
}
