import { Button } from 'react-bootstrap';
import type { Job, Setup } from '@violet-jaw/core/job';
import { proposeDepths, type PlannedSetup } from '@violet-jaw/core/plan';
import { useFeatures } from '../app/useFeatures';
import { useJob } from '../app/JobLayout';
import { usePlan } from '../store/planStore';

/** Depths worth cutting to from here, each with its reason. */
export function DepthProposals({
  planned,
  onTake,
}: {
  planned: PlannedSetup | undefined;
  onTake: (change: (s: Setup) => Setup, features: Job['features'] | null) => void;
}) {
  const { speech } = useJob();
  const job = usePlan((s) => s.planned);
  const { byId, withFeature } = useFeatures();
  if (!planned || !job) return null;
  const depths = proposeDepths(planned, job, speech).filter(
    (d) => Math.abs(d.cutsBelowTop - planned.setup.cutsBelowTop) > 1e-6,
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
              (s) => ({ ...s, cutsBelowTop: d.cutsBelowTop, cutsTo: named?.id ?? null }),
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
