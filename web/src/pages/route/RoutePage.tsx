import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { FindingList } from '../../app/FindingList';
import { useJob } from '../../app/JobLayout';
import { Proposal } from '../../bench/Proposal';
import { Storyboard } from '../../bench/Storyboard';
import { Views } from '../../bench/Views';
import { Worksheet } from '../../bench/Worksheet';
import { useWidth } from '../../drawing/useWidth';
import { ChoiceField } from '../../fields/TextField';
import { usePlan } from '../../store/planStore';

/** The route as a storyboard, and the bench of the chosen setup below it. */
export function RoutePage() {
  const { job, shop, chosen, change } = useJob();
  const { planned } = usePlan();
  const [views, width] = useWidth<HTMLDivElement>(730);
  const [measured, setMeasured] = useState<string | null>(null);
  const [proposing, setProposing] = useState(false);
  const setup = job.setups.find((s) => s.id === chosen);
  const plannedSetup = planned?.setups.find((s) => s.id === chosen);
  return (
    <>
      <div className="d-flex gap-3 align-items-start flex-wrap">
        <ChoiceField className="inline-field" label="Machine" value={job.machine ?? ''} choices={[{ value: '', says: 'choose' }, ...shop.machines.map((m) => ({ value: m.id, says: m.name }))]} onCommit={(m) => change({ machine: m || null })} />
        <Button size="sm" variant="outline-primary" aria-pressed={proposing} onClick={() => setProposing(!proposing)}>Propose a route…</Button>
        <div className="flex-grow-1"><FindingList findings={(planned?.findings ?? []).filter((f) => f.setupId === null)} /></div>
      </div>
      {proposing && <Proposal onClose={() => setProposing(false)} />}
      <Storyboard />
      {setup
        ? (
          <div className="bench">
            <div className="views" ref={views}>{plannedSetup ? <Views planned={plannedSetup} measured={measured} width={(width - 10) / 2} /> : <p className="quiet">planning…</p>}</div>
            <Worksheet key={setup.id} setup={setup} planned={plannedSetup} onLook={setMeasured} />
          </div>
        )
        : <p>No setup yet. Choose “Add setup” to begin the route, or let one be proposed.</p>}
    </>
  );
}
