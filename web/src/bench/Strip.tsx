import { useEffect, useRef, useState } from 'react';
import { Button } from 'react-bootstrap';
import { setupScene } from '@violet-jaw/core/drawing';
import { AXES } from '@violet-jaw/core/frames';
import type { Setup } from '@violet-jaw/core/job';
import { PART_SIDE } from '@violet-jaw/core/part';
import type { PlannedSetup } from '@violet-jaw/core/plan';
import { beginSetup } from '@violet-jaw/core/propose';
import { useJob } from '../app/JobLayout';
import { FindingCount } from '../app/FindingCount';
import { newId } from '../app/newId';
import { Drawing } from '../drawing/Drawing';
import { ChoiceField } from '../fields/TextField';
import { usePlan } from '../store/planStore';
import { MoveGlyph } from '../theme/marks';
import { useOpenSection } from './Fold';

/** What holds a setup, in a few words; why it is not drawn where it is not. */
function heldIn(planned: PlannedSetup | undefined): string {
  if (!planned) return '…';
  if (!planned.device) return 'choose a device';
  return planned.facts ? planned.device.name : 'how it is held is not told';
}

/** One setup in the strip. */
function Card({ setup }: { setup: Setup }) {
  const { chosen, choose, speech } = useJob();
  const { planned, drawn } = usePlan();
  const card = useRef<HTMLButtonElement>(null);
  const isChosen = setup.id === chosen;
  const p = planned?.setups.find((s) => s.id === setup.id);
  const views = drawn?.outlines.setups.find((s) => s.id === setup.id)?.views;
  const shown = drawn?.planned.setups.find((s) => s.id === setup.id);
  // a card grows when it is drawn
  const isDrawn = p?.facts != null && shown !== undefined && views !== undefined;
  useEffect(() => {
    if (isChosen) card.current?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
  }, [isChosen, isDrawn]);
  return (
    <button
      type="button"
      ref={card}
      className={`card-setup${isChosen ? ' chosen' : ''}`}
      aria-pressed={isChosen}
      onClick={() => choose(setup.id)}
    >
      <span className="card-words">
        <span>
          <strong>Op {setup.op}</strong> <span className="number violet">{setup.register}</span>
          <FindingCount findings={planned?.findings.filter((f) => f.setupId === setup.id) ?? []} />
        </span>
        <span>{PART_SIDE[setup.orientation.up]} up</span>
        <span className="quiet">{heldIn(p)}</span>
      </span>
      {p?.facts && shown && views && (
        <Drawing
          scene={setupScene({
            view: 'leftEnd',
            planned: shown,
            outlines: views.leftEnd,
            speech,
            options: { dimensions: false, labels: false },
          })}
          width={74}
          height={58}
          fontSize={3}
        />
      )}
    </button>
  );
}

/** The hand move from one setup to the next, and what the zero shifts by. */
function Move({ toId }: { toId: string }) {
  const { speech } = useJob();
  const transition = usePlan((s) => s.planned?.transitions.find((t) => t.toId === toId));
  const indexed = usePlan((s) => s.planned?.setups.find((p) => p.id === toId)?.indexed);
  const shift = transition?.shift.shift;
  return (
    <div className="step">
      <MoveGlyph move={transition?.facts.moves[0]} />
      <span className="step-words">
        <strong>
          {indexed ? `axis to ${indexed.says}, stays in the jaws` : (transition?.facts.says ?? 'not known yet')}
        </strong>
        {transition && (
          <span className="number">
            {AXES.map((a) => `${a.toUpperCase()} ${shift ? speech.signed(shift[a]) : '?'}`).join('\n')}
          </span>
        )}
      </span>
    </div>
  );
}

/** Nobody waits longer than this for a plan: the setup then begins without what only a plan can say. */
const LONGEST_WAIT_MS = 10_000;

/**
 * Adds a setup after the last; it begins with what the machine and the one before suggest, and for that waits until
 * the part is read and the last edit is planned.
 */
function useAdd(): { readonly add: () => Promise<void>; readonly waiting: boolean } {
  const { shop, choose, change, jobPlannedNow } = useJob();
  const [waiting, setWaiting] = useState(false);
  const show = useOpenSection((s) => s.show);
  const isHere = useRef(true);
  useEffect(() => {
    isHere.current = true;
    return () => {
      isHere.current = false;
    };
  }, []);
  const add = async () => {
    if (waiting) return;
    setWaiting(true);
    const late = new Promise<null>((done) => setTimeout(() => done(null), LONGEST_WAIT_MS));
    const planned = (await Promise.race([jobPlannedNow(), late])) ?? usePlan.getState().planned;
    if (!isHere.current) return;
    setWaiting(false);
    const id = newId();
    const part = planned?.part.box ?? null;
    const features = planned?.part.features.features;
    change((j) => ({
      setups: [...j.setups, beginSetup({ job: j, shop, part, blank: planned?.blank ?? null, features }, id)],
    }));
    choose(id);
    show('Seat');
  };
  return { add, waiting };
}

/** What is left once the last setup is through. */
function Finished() {
  const { speech } = useJob();
  const planned = usePlan((s) => s.planned);
  const left = planned?.unreached;
  const says = left
    ? left.volumeMm3 === 0
      ? 'nothing left over'
      : `${speech.volume(left.volumeMm3)} never reached`
    : '…';
  return (
    <div className="card-end">
      <strong>Finished</strong>
      <span className="number">{planned && planned.setups.length > 0 ? says : ''}</span>
    </div>
  );
}

/**
 * The route from blank to finished part in one strip that stays in sight: what each setup is called, which face is up,
 * what holds it; the hand move and the shift between them.
 */
export function Strip({ proposing, onPropose }: { proposing: boolean; onPropose: (proposing: boolean) => void }) {
  const { job, shop, speech, change } = useJob();
  const planned = usePlan((s) => s.planned);
  const { add, waiting } = useAdd();
  return (
    <div className="strip">
      <div className="storyboard" aria-label="Route from blank to finished part" role="group">
        <div className="card-end">
          <strong>Blank</strong>
          {planned && (
            <span className="number">
              {AXES.map((a) => `${a.toUpperCase()} ${speech.size(planned.blank.size[a])}`).join('\n')}
            </span>
          )}
        </div>
        {job.setups.map((setup, i) => (
          <div key={setup.id} className="d-flex">
            {i > 0 && <Move toId={setup.id} />}
            <Card setup={setup} />
          </div>
        ))}
        <Finished />
      </div>
      <div className="strip-tools">
        <ChoiceField
          className="inline-field"
          label="Machine"
          value={job.machine ?? ''}
          choices={[{ value: '', says: 'choose' }, ...shop.machines.map((m) => ({ value: m.id, says: m.name }))]}
          onCommit={(m) => change({ machine: m || null })}
        />
        <div className="d-flex gap-1">
          <Button size="sm" variant="outline-primary" aria-disabled={waiting} onClick={() => void add()}>
            {waiting ? 'Waiting for the part…' : 'Add setup'}
          </Button>
          <Button size="sm" variant="outline-primary" aria-pressed={proposing} onClick={() => onPropose(!proposing)}>
            Propose a route…
          </Button>
        </div>
      </div>
    </div>
  );
}
