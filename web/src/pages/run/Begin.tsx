import { useEffect, useRef, useState } from 'react';
import { Button } from 'react-bootstrap';
import type { RunPlan } from '@violet-jaw/core/run';
import type { RegisterEntry } from '@violet-jaw/formats/api';
import { localMinute } from '../../app/when';
import { useServer } from '../../store/query';
import { joinRun, startPractice, startRun, useRun } from '../../store/runStore';

/** How long a run waits for what else stands on its machine, ms. */
const ASKED_FOR_MS = 4000;

/** The setups of a run, or what is turned. */
function whatIsRun({ setups, steps, machineName, quantity }: RunPlan): string {
  if (setups.length === 0 && steps.length > 0)
    return `Turned on ${machineName}: ${quantity} ${quantity === 1 ? 'part' : 'parts'}, ${steps.length} steps.`;
  const all = setups.map((s) => `Op ${s.op} ${s.does}`).join('; ');
  return `${setups.length} ${setups.length === 1 ? 'setup' : 'setups'} on ${machineName}: ${all}.`;
}

/**
 * Begin a run, or go on with one that stands on the machine. The buttons stay where they are once they can be pressed:
 * what is told before stands above them, what comes in later below.
 */
export function Begin({ plan, jobId }: { plan: RunPlan; jobId: string }) {
  const { data: runs } = useServer('runs', { id: jobId });
  const standing = runs?.filter((r) => r.letter === plan.letter && r.finishedAt === null) ?? [];
  const { told, later, unknown, isKnownNow, asking } = useOthersStanding(plan, jobId);
  return (
    <main className="run-main">
      <h1>{plan.part}</h1>
      <p className="run-says">{whatIsRun(plan)}</p>
      <Others others={told} machine={plan.machineName} />
      {unknown && (
        <p className="finding caution">
          <span className="level">caution</span>
          {isKnownNow
            ? `What else stands on ${plan.machineName} was not known at first: it stands below now.`
            : `What else stands on ${plan.machineName} could not be asked: look whether another job uses its registers before a zero is keyed in.`}
        </p>
      )}
      {plan.steps.length === 0 ? (
        <p className="finding stop">Nothing can be run: no setup has a device.</p>
      ) : (
        <>
          <Button className="run-go" disabled={asking} onClick={startRun}>
            {asking ? `Asking what stands on ${plan.machineName}…` : 'Begin a run'}
          </Button>{' '}
          {plan.setups.length > 0 && (
            <Button variant="outline-primary" className="run-other" disabled={asking} onClick={startPractice}>
              Practise on the simulated machine
            </Button>
          )}
        </>
      )}
      {standing.map((r) => (
        <Button
          key={r.id}
          variant="outline-primary"
          className="run-other"
          disabled={asking}
          onClick={() => joinRun(r.id, r.startedAt)}
        >
          Go on with, or watch, the run {r.startedBy} began at {localMinute(r.startedAt)}
        </Button>
      ))}
      <div role="status" className="mt-3">
        <Others others={later} machine={plan.machineName} />
        {unknown && isKnownNow && later.length === 0 && (
          <p>No other job stands on {plan.machineName} with the registers of this run.</p>
        )}
      </div>
    </main>
  );
}

/** Other jobs whose zeros this run would move. */
function Others({ others, machine }: { others: readonly RegisterEntry[]; machine: string }) {
  return others.map((o) => (
    <p key={keyOf(o)} className="finding caution">
      <span className="level">caution</span>
      {o.number} {o.part}, {o.by}, {o.state === 'run today' ? `was run on ${machine} today` : `stands on ${machine}`}{' '}
      with {o.register}: keying it in here moves that zero{o.state === 'run today' ? ', if it is still used' : ''}. Ask
      who runs it.
    </p>
  ));
}

const keyOf = ({ jobId, register, by }: RegisterEntry): string => `${jobId} ${register} ${by}`;

interface OthersStanding {
  /** known before the run could begin */
  readonly told: readonly RegisterEntry[];
  /** came in after that */
  readonly later: readonly RegisterEntry[];
  /** was not known when the run could begin */
  readonly unknown: boolean;
  readonly isKnownNow: boolean;
  /** not answered yet: the run waits a moment */
  readonly asking: boolean;
}

/** Registers of this run that another job uses which stands on the machine, or was run there today. */
function useOthersStanding(
  { machineId, setups, registers = setups.map((s) => s.register) }: RunPlan,
  jobId: string,
): OthersStanding {
  const isAway = useRun((s) => s.reach === 'away');
  const { data, problem } = useServer(
    'machineRegisters',
    { machine: machineId ?? '' },
    { enabled: machineId !== null },
  );
  const [waited, setWaited] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setWaited(true), ASKED_FOR_MS);
    return () => clearTimeout(timer);
  }, []);
  const others =
    data?.filter((u) => u.jobId !== jobId && u.state !== 'planned' && registers.includes(u.register)) ?? [];
  const asking = machineId !== null && !data && !problem && !isAway && !waited;
  // what stood above the buttons when they could first be pressed
  const first = useRef<{ readonly told: readonly RegisterEntry[]; readonly unknown: boolean } | null>(null);
  if (!asking) first.current ??= { told: others, unknown: machineId !== null && !data };
  const { told, unknown } = first.current ?? { told: [], unknown: false };
  const before = new Set(told.map(keyOf));
  return { told, unknown, isKnownNow: data !== null, asking, later: others.filter((o) => !before.has(keyOf(o))) };
}
