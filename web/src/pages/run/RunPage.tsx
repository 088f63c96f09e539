import { useEffect, useMemo } from 'react';
import { Link, useParams } from 'react-router';
import { runState, type RunState } from '@violet-jaw/core/run';
import { closeRun, lookAtRun, openRun, useRun } from '../../store/runStore';
import { onNews } from '../../store/news';
import { useAccount } from '../../store/sessionStore';
import { JawMark } from '../../theme/marks';
import { useOffline } from './useOffline';
import { Begin } from './Begin';
import { Steps } from './Steps';

/** An issued sheet at the machine: one step at a time, in large type. */
export function RunPage() {
  const { id = '', letter = '' } = useParams();
  const run = useRun();
  const { plan } = run;
  useOffline();
  useEffect(() => {
    void openRun(id, letter);
    return closeRun;
  }, [id, letter]);
  const { runId, practice } = run;
  useEffect(() => (runId && !practice ? onNews([`run:${runId}`], lookAtRun) : undefined), [runId, practice]);
  useEffect(() => {
    document.title = plan ? `${plan.number} issue ${plan.letter}, run · Violet Jaw` : 'Run · Violet Jaw';
  }, [plan]);
  const state = useMemo(
    () => (plan ? runState(plan, [...run.confirmed, ...run.pending], run.commons) : null),
    [plan, run.confirmed, run.pending, run.commons],
  );
  return (
    <div className="run">
      <RunHead state={state} />
      {!plan || !state ? (
        <main className="run-main">
          {run.problem ? (
            <p className="finding stop" role="alert">
              {run.problem}
            </p>
          ) : (
            <p className="run-says">
              {run.reach === 'away'
                ? 'The server is not answering, and this device does not have this sheet yet. Trying again.'
                : 'Fetching the sheet…'}
            </p>
          )}
        </main>
      ) : run.runId ? (
        <Steps plan={plan} state={state} />
      ) : (
        <Begin plan={plan} jobId={id} />
      )}
    </div>
  );
}

function RunHead({ state }: { state: RunState | null }) {
  const { plan, reach, pending, jobId, problem, ended, newest, practice } = useRun();
  const account = useAccount();
  const step = plan && state ? plan.steps[state.at] : null;
  const setup = plan?.setups.find((s) => s.id === step?.setupId);
  return (
    <>
      <header className="run-head">
        <Link to={`/jobs/${jobId}/run`} className="brand" aria-label="To the runs of this job">
          <JawMark />
        </Link>
        <div>
          <strong>
            {plan?.number} {plan?.part}
          </strong>{' '}
          <span className="quiet">issue {plan?.letter}</span>
        </div>
        {setup && (
          <div className="run-place">
            Op {setup.op} <span className="number">{setup.register}</span>
          </div>
        )}
        {plan && state && (
          <div className="run-count">
            step {Math.min(state.at + 1, plan.steps.length)} of {plan.steps.length}
          </div>
        )}
        <div className={`run-reach ${reach}`} role="status" data-testid="run-reach">
          {practice
            ? 'nothing is kept'
            : reach === 'reached' && pending.length === 0
              ? 'all sent'
              : reach === 'reached'
                ? 'sending…'
                : reach === 'asking'
                  ? 'asking…'
                  : `${reach === 'away' ? 'no network' : 'signed out'}, ${pending.length} kept here`}
        </div>
        <div className="quiet">{account?.name}</div>
      </header>
      {plan && state && (
        <div className="run-bar" aria-hidden="true">
          <div style={{ width: `${(100 * state.at) / plan.steps.length}%` }} />
        </div>
      )}
      {practice && (
        <div className="banner caution" role="status">
          <strong>Practice:</strong> on the simulated machine. Nothing of it is a reading of the real one, and nothing
          is kept.
        </div>
      )}
      {problem && (
        <div className="banner stop" role="alert">
          {problem}
        </div>
      )}
      {plan && newest && newest !== plan.letter && (
        <div className="banner caution" role="alert">
          <strong>Out of date:</strong> issue {newest} has taken the place of issue {plan.letter}.{' '}
          <Link to={`/run/${jobId}/${newest}`}>Run issue {newest}</Link>, unless the planner says otherwise.
        </div>
      )}
      {ended && (
        <div className="banner stop" role="alert">
          This run was ended. What was not sent stays on this device until you begin another.
        </div>
      )}
    </>
  );
}
