import { Button } from 'react-bootstrap';
import { Link, useLocation } from 'react-router';
import type { Job } from '@violet-jaw/core/job';
import type { PlannedJob } from '@violet-jaw/core/plan';
import { useServer } from '../store/query';
import { endGuide, guideSaid, useGuide } from './guideStore';
import { stepNow, STEPS } from './steps';

/** The next step of a first job, on whichever page one is: what to do, and where. */
export function GuideStrip({ job, planned, id }: { job: Job | null; planned: PlannedJob | null; id: string | null }) {
  const { on, jobId, said } = useGuide();
  const { pathname } = useLocation();
  const isIts = id !== null && id === jobId;
  const issues = useServer(
    'issues',
    { id: jobId ?? '' },
    { enabled: on && isIts, topics: isIts ? [`job:${jobId}`] : [] },
  );
  // until it is known how far it is nothing is told
  if (!on || (isIts && (!job || (!issues.data && !issues.problem)))) return null;
  const reached = { job: isIts ? job : null, planned, issues: issues.data?.length ?? 0, said };
  // elsewhere nobody knows how far it is
  const step = isIts || jobId === null ? stepNow(reached) : undefined;
  const at = step && (step.page === null ? '/jobs' : `/jobs/${jobId}/${step.page}`);
  return (
    <aside className="guide noprint" aria-label="First job">
      {step === undefined && (
        <span>
          A first job is begun. <Link to={`/jobs/${jobId}/route`}>Go on with it</Link>
        </span>
      )}
      {step === null && (
        <span>
          <strong>That was a first job</strong>, from a block to a run. The question mark in the head says what each
          page is for.
        </span>
      )}
      {step && (
        <span role="status">
          <strong>
            {STEPS.indexOf(step) + 1} of {STEPS.length}: {step.title}.
          </strong>{' '}
          {step.says(reached)} {at !== pathname && <Link to={at!}>Go there</Link>}
          {step.press && at === pathname && (
            <Button size="sm" onClick={() => guideSaid(step.id)}>
              {step.press}
            </Button>
          )}
        </span>
      )}
      <Button size="sm" variant="link" onClick={endGuide}>
        {step === null ? 'Close' : 'End the guide'}
      </Button>
    </aside>
  );
}
