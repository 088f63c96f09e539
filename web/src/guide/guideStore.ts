import { create } from 'zustand';

interface Guide {
  readonly on: boolean;
  /** the job that is made while guided; null: none yet */
  readonly jobId: string | null;
  readonly said: readonly string[];
}

const KEY = 'violet-jaw guide';
const OFF: Guide = { on: false, jobId: null, said: [] };

function kept(): Guide {
  try {
    return { ...OFF, ...(JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<Guide>) };
  } catch {
    return OFF;
  }
}

export const useGuide = create<Guide>(() => kept());
useGuide.subscribe((guide) => {
  try {
    localStorage.setItem(KEY, JSON.stringify(guide));
  } catch {
    /* storage forbidden: it lasts as long as the page */
  }
});

export const beginGuide = () => useGuide.setState({ on: true, jobId: null, said: [] });
export const endGuide = () => useGuide.setState(OFF);
/** A job was made: while guided without one, it is the first job. */
export const guideMade = (id: string) =>
  useGuide.setState((guide) => (guide.on && guide.jobId === null ? { jobId: id } : guide));
export const guideSaid = (step: string) => useGuide.setState(({ said }) => ({ said: [...said, step] }));
