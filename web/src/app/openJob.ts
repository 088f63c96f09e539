import { createContext, useContext } from 'react';
import type { Job, Setup } from '@violet-jaw/core/job';
import type { PlannedJob, PlannedSetup } from '@violet-jaw/core/plan';
import type { Shop } from '@violet-jaw/core/shop';
import type { Speech } from '@violet-jaw/core/units';
import type { DocumentStore } from '../store/documentStore';

/** The job of a page, and how it is changed. */
export interface OpenJob {
  readonly id: string;
  readonly store: DocumentStore<Job>;
  readonly job: Job;
  readonly shop: Shop;
  readonly speech: Speech;
  /**
   * changes fields of the job; what depends on the job as it is then is given as a function, as fields may be read one
   * after another
   */
  readonly change: (fields: Partial<Job> | ((job: Job) => Partial<Job>)) => void;
  /** changes one setup; what belongs to one gesture is undone together */
  readonly changeSetup: (setupId: string, change: (setup: Setup) => Setup, gesture?: string) => void;
  /** a setup as planned with all edits made so far */
  readonly plannedNow: (setupId: string) => Promise<PlannedSetup | undefined>;
  /** the plan with all edits made so far; null: there is none */
  readonly jobPlannedNow: () => Promise<PlannedJob | null>;
  /** operators look: their changes come to nothing, and the banner says so */
  readonly isPlanner: boolean;
  readonly chosen: string | null;
  readonly choose: (setupId: string) => void;
}

/** The job of this page. */
export const OpenJobContext = createContext<OpenJob | null>(null);

/** The job of this page. Only below JobLayout. */
export function useJob(): OpenJob {
  const open = useContext(OpenJobContext);
  if (!open) throw new Error('useJob outside JobLayout');
  return open;
}
