import { useEffect, useMemo } from 'react';
import { Button } from 'react-bootstrap';
import { Link, useParams } from 'react-router';
import { runState, type RunPlan, type RunState } from '@violet-jaw/core/run';
import type { RegisterEntry, RunHead } from '@violet-jaw/formats/api';
import { closeRun, joinRun, lookAtRun, openRun, startPractice, startRun, useRun } from '../../store/runStore';
import { onNews } from '../../store/news';
import { useServer } from '../../store/query';
import { useAccount } from '../../store/sessionStore';
import { JawMark } from '../../theme/marks';
import { useOffline } from './useOffline';
import { localMinute } from '../../app/when';
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

/** The setups of a run, or what is turned. */
function whatIsRun({ setups, steps, machineName, quantity }: RunPlan): string {
  if (setups.length === 0 && steps.length > 0)
    return `Turned on ${machineName}: ${quantity} ${quantity === 1 ? 'part' : 'parts'}, ${steps.length} steps.`;
  const all = setups.map((s) => `Op ${s.op} ${s.does}`).join('; ');
  return `${setups.length} ${setups.length === 1 ? 'setup' : 'setups'} on ${machineName}: ${all}.`;
}

/** Begin a run, or go on with one that stands on the machine. */
function Begin({ plan, jobId }: { plan: RunPlan; jobId: string }) {
  const { data: runs } = useServer('runs', { id: jobId });
  const standing = runs?.filter((r) => r.letter === plan.letter && r.finishedAt === null) ?? [];
  const others = useOthersStanding(plan, jobId);
  return (
    <main className="run-main">
      <h1>{plan.part}</h1>
      <p className="run-says">{whatIsRun(plan)}</p>
      {others.map((o) => (
        <p key={`${o.jobId}${o.register}${o.by}`} className="finding caution">
          <span className="level">caution</span>
          {o.number} {o.part}, {o.by},{' '}
          {o.state === 'run today' ? `was run on ${plan.machineName} today` : `stands on ${plan.machineName}`} with{' '}
          {o.register}: keying it in here moves that zero{o.state === 'run today' ? ', if it is still used' : ''}. Ask
          who runs it.
        </p>
      ))}
      {plan.steps.length === 0 ? (
        <p className="finding stop">Nothing can be run: no setup has a device.</p>
      ) : (
        <>
          <Button className="run-go" onClick={startRun}>
            Begin a run
          </Button>{' '}
          {plan.setups.length > 0 && (
            <Button variant="outline-primary" className="run-other" onClick={startPractice}>
              Practise on the simulated machine
            </Button>
          )}
        </>
      )}
      {standing.map((r) => (
        <Button key={r.id} variant="outline-primary" className="run-other" onClick={() => joinRun(r.id, r.startedAt)}>
          Go on with, or watch, the run {r.startedBy} began at {localMinute(r.startedAt)}
        </Button>
      ))}
    </main>
  );
}

/** Registers of this run that another job uses which stands on the machine, or was run there today. */
function useOthersStanding(
  { machineId, setups, registers = setups.map((s) => s.register) }: RunPlan,
  jobId: string,
): readonly RegisterEntry[] {
  const { data } = useServer('machineRegisters', { machine: machineId ?? '' }, { enabled: machineId !== null });
  return data?.filter((u) => u.jobId !== jobId && u.state !== 'planned' && registers.includes(u.register)) ?? [];
}
