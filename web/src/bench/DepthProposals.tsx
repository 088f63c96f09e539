import { Button } from 'react-bootstrap';
import { withCut, type Job, type Setup } from '@violet-jaw/core/job';
import { proposeDepths, type PlannedSetup } from '@violet-jaw/core/plan';
import { useFeatures } from '../app/useFeatures';
import { useJob } from '../app/JobLayout';
import { usePlan } from '../store/planStore';

/** Depths worth cutting to from here, each with its reason. */
export function DepthProposals({
  planned,
  cut,
  onTake,
}: {
  planned: PlannedSetup | undefined;
  /** id of the cut whose depth it would be */
  cut: string;
  onTake: (change: (s: Setup) => Setup, features: Job['features'] | null) => void;
}) {
  const { speech } = useJob();
  const job = usePlan((s) => s.planned);
  const { byId, withFeature } = useFeatures();
  if (!planned || !job) return null;
  const depths = proposeDepths(planned, job, speech).filter(
    (d) => Math.abs(d.cutsBelowTop - (planned.cuts.find((c) => c.id === cut)?.below ?? NaN)) > 1e-6,
  );
  if (depths.length === 0) return null;
  return (
    <div className="field-hint mt-1">
      Depths that suggest themselves:
      {depths.map((d) => (
        <Button
          key={d.says}
          variant="outline-primary"
          size="sm"
          className="ms-1 mt-1"
          onClick={() => {
            const named = byId(d.featureId);
            onTake(
              (s) => ({ ...s, cuts: withCut(s.cuts, cut, { below: d.cutsBelowTop, to: named?.id ?? null }) }),
              named ? withFeature(named) : null,
            );
          }}
        >
          {speech.size(d.cutsBelowTop)} {d.says}
        </Button>
      ))}
    </div>
  );
}
