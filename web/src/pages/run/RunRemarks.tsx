import { useState } from 'react';
import { Button } from 'react-bootstrap';
import type { RunPlan, RunStep } from '@violet-jaw/core/run';
import { NotDone } from '../../app/NotDone';
import { AddPhoto, PhotosOnTheirWay } from '../../remarks/AddPhoto';
import { NewRemark } from '../../remarks/NewRemark';
import { RemarkEntry } from '../../remarks/RemarkEntry';
import { useRemarks } from '../../remarks/useRemarks';
import { useRun } from '../../store/runStore';

/** A photo of the setup as it stands now, and what people remarked about it: for the next sheet. */
export function RunRemarks({ plan, step }: { plan: RunPlan; step: RunStep }) {
  const { jobId, letter } = useRun();
  const { remarks, problem } = useRemarks(jobId, true);
  const [open, setOpen] = useState(false);
  const setup = plan.setups.find((s) => s.id === step.setupId);
  const setupId = setup?.id ?? null;
  const shown = remarks.filter((r) => !r.removed && r.setupId === setupId);
  const about = setup ? `Op ${setup.op}` : 'the job';
  return (
    <section className="run-remarks" aria-label="Remarks">
      <div className="d-flex flex-wrap gap-2 align-items-center">
        <AddPhoto jobId={jobId} setupId={setupId} letter={letter} says={`Photo of ${about}`} />
        <Button variant="outline-primary" aria-expanded={open} onClick={() => setOpen(!open)}>
          Remarks on {about}: {shown.length}
        </Button>
      </div>
      {!open && <PhotosOnTheirWay jobId={jobId} />}
      {open && (
        <>
          <NewRemark jobId={jobId} setupId={setupId} letter={letter} />
          <NotDone problem={problem} level="not loaded" />
          {shown.map((r) => (
            <RemarkEntry key={r.id} jobId={jobId} remark={r} setups={plan.setups} />
          ))}
        </>
      )}
    </section>
  );
}
