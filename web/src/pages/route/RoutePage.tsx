import { useState } from 'react';
import { useJob } from '../../app/JobLayout';
import { BenchBoard } from '../../bench/BenchBoard';
import { BenchFacts } from '../../bench/BenchFacts';
import { Proposal } from '../../bench/Proposal';
import { Strip } from '../../bench/Strip';
import { Worksheet } from '../../bench/Worksheet';
import { Patterns } from './Patterns';
import { useSize } from '../../drawing/useSize';
import { usePlan } from '../../store/planStore';
import { EndsPage } from '../turned/EndsPage';
import { TurnedPage } from '../turned/TurnedPage';
import { TurnIt } from '../turned/TurnIt';

/** The route of a job: its setups, or for a part that is turned what is done about its axis. */
export function RoutePage() {
  const { job } = useJob();
  if (job.turned?.ends) return <EndsPage />;
  return job.turned ? <TurnedPage /> : <SetupsPage />;
}

/** The strip of the route, and below it the bench of the chosen setup: drawings, and the worksheet beside them. */
function SetupsPage() {
  const { job, chosen } = useJob();
  const { planned } = usePlan();
  const [views, width, height] = useSize<HTMLDivElement>([820, 600]);
  const [measured, setMeasured] = useState<string | null>(null);
  const [proposing, setProposing] = useState(false);
  const [room, setRoom] = useState<DOMRect | null>(null);
  const setup = job.setups.find((s) => s.id === chosen);
  const plannedSetup = planned?.setups.find((s) => s.id === chosen);
  return (
    <div className="route-page">
      <Strip proposing={proposing} onPropose={setProposing} />
      {proposing ? (
        <div className="bench-open">
          <Proposal onClose={() => setProposing(false)} />
        </div>
      ) : setup ? (
        <div className="bench-open">
          <div className="bench-drawings" ref={views}>
            {plannedSetup ? (
              <BenchBoard
                key={setup.id}
                planned={plannedSetup}
                measured={measured}
                width={width}
                height={height}
                onRoom={setRoom}
              />
            ) : (
              <p className="quiet m-3">planning…</p>
            )}
          </div>
          <div className="bench-sheet">
            {plannedSetup && <BenchFacts planned={plannedSetup} room={room} />}
            <Worksheet key={setup.id} setup={setup} planned={plannedSetup} onLook={setMeasured} />
          </div>
        </div>
      ) : (
        <>
          <p className="m-3">No setup yet. Choose “Add setup” to begin the route, or let one be proposed.</p>
          {job.setups.length === 0 && (
            <>
              <TurnIt />
              <Patterns />
            </>
          )}
        </>
      )}
    </div>
  );
}
