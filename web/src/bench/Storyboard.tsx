import { useEffect, useRef } from 'react';
import { Button } from 'react-bootstrap';
import { setupScene } from '@violet-jaw/core/drawing';
import type { Finding } from '@violet-jaw/core/findings';
import { AXES } from '@violet-jaw/core/frames';
import { holdingOf } from '@violet-jaw/core/holdings';
import { nextSetup } from '@violet-jaw/core/job';
import type { PlannedSetup } from '@violet-jaw/core/plan';
import { deviceOnMachine, REGISTERS } from '@violet-jaw/core/shop';
import { useJob } from '../app/JobLayout';
import { Drawing } from '../drawing/Drawing';
import { usePlan } from '../store/planStore';
import { MoveGlyph } from '../theme/marks';
import { newId } from '../app/newId';

function Badge({ findings }: { findings: readonly Finding[] }) {
  const open = findings.filter((f) => f.level !== 'note');
  if (open.length === 0) return null;
  const worst = open.some((f) => f.level === 'stop') ? 'stop' : 'caution';
  return <span className={`count-badge ${worst}`} title={`${open.length} findings, the worst a ${worst}`}>{open.length}</span>;
}

/** Why a setup is not drawn. */
function notSeen(planned: PlannedSetup | undefined): string {
  if (!planned || planned.facts) return '…';
  return planned.device ? 'how it is held is not told' : 'choose a device';
}

/** The route from blank to finished part: a true-to-scale card a setup, the hand move and shift between them. */
export function Storyboard() {
  const { job, shop, speech, chosen, choose, change } = useJob();
  const { planned, drawn } = usePlan();
  const add = () => {
    const id = newId();
    const machine = shop.machines.find((m) => m.id === job.machine);
    const device = deviceOnMachine(shop, job.machine);
    const setup = nextSetup(job, id, machine?.registers ?? REGISTERS, device && { device: device.id, hold: holdingOf(device).starts(device) });
    change({ setups: [...job.setups, setup] });
    choose(id);
  };
  const chosenCard = useRef<HTMLButtonElement>(null);
  useEffect(() => { chosenCard.current?.scrollIntoView({ block: 'nearest', inline: 'nearest' }); }, [chosen, job.setups.length]);
  return (
    <div className="storyboard-row">
      <div className="storyboard" aria-label="Route from blank to finished part" role="group">
        <div className="card-end">
          <strong>Blank</strong>
          {planned && <div className="number mt-3">{AXES.map((a) => <div key={a}>{a.toUpperCase()} {speech.size(planned.blank.size[a])}</div>)}</div>}
        </div>
        {job.setups.map((setup, i) => {
          const p = planned?.setups.find((s) => s.id === setup.id);
          const views = drawn?.outlines.setups.find((s) => s.id === setup.id)?.views;
          const shown = drawn?.planned.setups.find((s) => s.id === setup.id);
          const transition = planned?.transitions.find((t) => t.toId === setup.id);
          const shift = transition?.shift.shift;
          return (
            <div key={setup.id} className="d-flex">
              {i === 0
                ? <div className="step plain"><MoveGlyph move={undefined} />load</div>
                : (
                  <div className="step">
                    <MoveGlyph move={transition?.facts.moves[0]} />
                    <strong>{transition?.facts.says ?? 'not known yet'}</strong>
                    {transition && AXES.map((a) => <span key={a} className="number">{`${a.toUpperCase()} ${shift ? speech.signed(shift[a]).padStart(9) : '?'}`}</span>)}
                  </div>
                )}
              <button type="button" ref={setup.id === chosen ? chosenCard : undefined} className={`card-setup${setup.id === chosen ? ' chosen' : ''}`} aria-pressed={setup.id === chosen} onClick={() => choose(setup.id)}>
                <strong>Op {setup.op}</strong> <span className="number violet">{setup.register}</span>
                <Badge findings={planned?.findings.filter((f) => f.setupId === setup.id) ?? []} />
                {p?.facts && shown && views
                  ? <Drawing scene={setupScene('leftEnd', shown, views.leftEnd, speech, { dimensions: false, labels: false })} width={150} height={92} fontSize={4} />
                  : <div className="quiet" style={{ height: 92 }}>{notSeen(p)}</div>}
              </button>
            </div>
          );
        })}
        <div className="step plain"><MoveGlyph move={undefined} />{job.setups.length === 0 ? '' : 'done'}</div>
        <div className="card-end">
          <strong>Finished</strong>
          <div className="number mt-3">{planned?.unreached ? (planned.unreached.volumeMm3 === 0 ? 'nothing left over' : `${speech.volume(planned.unreached.volumeMm3)} never reached`) : planned && planned.setups.length > 0 ? '…' : ''}</div>
        </div>
      </div>
      <Button variant="outline-primary" className="ms-2 align-self-center text-nowrap" onClick={add}>Add setup</Button>
    </div>
  );
}
