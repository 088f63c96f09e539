import { useMemo, useState } from 'react';
import { cutAcross, planeDecision, type SectionPlane, type SetupCutOpen } from '@violet-jaw/core/drawing';
import type { Axis } from '@violet-jaw/core/frames';
import type { Decision } from '@violet-jaw/core/holdings';
import type { PlannedSetup } from '@violet-jaw/core/plan';
import { useJob } from '../app/JobLayout';
import { useFeatures } from '../app/useFeatures';
import { useNewest } from '../app/useNewest';
import { askWorker, usePlan } from '../store/planStore';
import { useGrips, type Hands } from './grips/useGrips';

/** A setup cut open to be looked into: nothing of the plan hangs on it, and nothing of it is kept. */
export interface CutOpen {
  readonly plane: SectionPlane | null;
  /** null: not cut open */
  readonly across: (axis: Axis | null) => void;
  /** the plane as what can be taken hold of */
  readonly decisions: readonly Decision<SectionPlane>[];
  readonly hands: Hands<SectionPlane>;
  /** how it looks then; null: not cut open, or not known yet */
  readonly seen: SetupCutOpen | null;
}

/** Where the setup on the bench is cut open, and how it looks then. */
export function useCutOpen(planned: PlannedSetup): CutOpen {
  const { job } = useJob();
  const { list } = useFeatures();
  const drawn = usePlan((s) => s.drawn);
  const [chosen, setChosen] = useState<{ setup: string; plane: SectionPlane } | null>(null);
  const plane = chosen?.setup === planned.id ? chosen.plane : null;
  const setup = job.setups.findIndex((s) => s.id === planned.id);
  const asked = useMemo(() => plane && { setup, plane }, [setup, plane]);
  const seen = useNewest(
    asked,
    (q) => askWorker(async (worker) => ({ plane: q.plane, pieces: await worker.cutOpen(q.setup, q.plane) })),
    drawn,
  );
  const decisions = useMemo(() => {
    const decision = plane && planeDecision(planned, plane, list);
    return decision ? [decision] : [];
  }, [planned, plane, list]);
  const hands = useGrips<SectionPlane>(job.units, (change) =>
    setChosen((c) => (c?.setup === planned.id ? { ...c, plane: change(c.plane) } : c)),
  );
  return {
    plane,
    across: (axis) => {
      const to = axis && cutAcross(planned, axis);
      setChosen(to && { setup: planned.id, plane: to });
    },
    decisions,
    hands,
    seen: seen && seen.pieces.length > 0 ? seen : null,
  };
}
