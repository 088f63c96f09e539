import { lazy, Suspense, useState } from 'react';
import { Button } from 'react-bootstrap';
import {
  meetingInWords,
  simulatedInWords,
  type CutFeature,
  type ExactJob,
  type Simulated,
} from '@violet-jaw/core/exact';
import type { Meet } from '@violet-jaw/core/job';
import { MOST_MEETS } from '@violet-jaw/core/job';
import type { PlannedMeeting } from '@violet-jaw/core/plan';
import { useJob } from '../../app/JobLayout';
import { newId } from '../../app/newId';
import { useFeatures } from '../../app/useFeatures';
import { useWidth } from '../../drawing/useWidth';
import { Labeled } from '../../fields/Labeled';
import { OptionalLengthField } from '../../fields/OptionalLengthField';
import { usePlan } from '../../store/planStore';
import { simulateInWorker } from '../../worker/simulateInWorker';
import { FaceField } from '../PlaceField';

const SharesChart = lazy(() => import('./SharesChart').then((m) => ({ default: m.SharesChart })));

/** Two features of the part that are to meet although two setups cut them. */
export function Meets() {
  const { job, change } = useJob();
  const exact = usePlan((s) => s.planned?.exact);
  return (
    <div role="group" aria-label="Is to meet" data-part="Is to meet">
      <h3 className="mt-2">Is to meet</h3>
      {job.meets.length === 0 && (
        <p className="quiet mb-1">
          Name two faces or bores that different setups cut: it is told how far they may miss each other, and why.
        </p>
      )}
      {exact?.meetings.map((m) => (
        <Meeting
          key={m.id}
          meeting={m}
          exact={exact.job}
          onWithin={(within) => change({ meets: job.meets.map((o) => (o.id === m.id ? { ...o, within } : o)) })}
          onRemove={() => change({ meets: job.meets.filter((o) => o.id !== m.id) })}
        />
      ))}
      {job.meets.length < MOST_MEETS && <AddMeet />}
    </div>
  );
}

/** Names two features; they are asked as soon as both are named. */
function AddMeet() {
  const { job, store } = useJob();
  const { byId, withFeature } = useFeatures();
  const [first, setFirst] = useState<string | null>(null);
  const add = (a: string, b: string) => {
    const named = [byId(a), byId(b)].filter((f) => f !== null);
    if (named.length < 2) return;
    const meet: Meet = { id: newId(), a: named[0].id, b: named[1].id, within: job.sizeTolerance };
    store.getState().edit((j) => ({ ...j, features: withFeature(...named), meets: [...j.meets, meet] }));
    setFirst(null);
  };
  return (
    <div className="fields">
      <FaceField
        label="This"
        value={first}
        none="choose a face or bore"
        allows={({ feature }) => feature.kind !== 'round'}
        onCommit={(named) => setFirst(named?.id ?? null)}
      />
      <FaceField
        label="is to meet"
        value={null}
        none={first ? 'choose what it is to meet' : 'choose the first one first'}
        allows={({ feature, id }) => first !== null && feature.kind !== 'round' && id !== first}
        onCommit={(named) => {
          if (named && first) add(first, named.id);
        }}
      />
    </div>
  );
}

interface MeetingProps {
  readonly meeting: PlannedMeeting;
  readonly exact: ExactJob;
  readonly onWithin: (mm: number | null) => void;
  readonly onRemove: () => void;
}

/** Where it is cut, behind its name. */
const cutIn = (op: number | null) => (op === null ? 'comes with the blank' : `Op ${op}`);

function Meeting({ meeting, exact, onWithin, onRemove }: MeetingProps) {
  const { job, speech } = useJob();
  const [box, width] = useWidth<HTMLDivElement>(420);
  const { names, ops, within, pair } = meeting;
  const [miss] = meeting.meeting.misses;
  const title = `${names[0]} and ${names[1]}`;
  const isOver = within !== null && miss?.worst != null && miss.worst > within + 1e-9;
  return (
    <div className="meet" role="group" aria-label={title}>
      <div className="d-flex align-items-start gap-2">
        <div className="flex-grow-1">
          <strong>
            {names[0]} <span className="quiet">({cutIn(ops[0])})</span> and {names[1]}{' '}
            <span className="quiet">({cutIn(ops[1])})</span>
          </strong>
        </div>
        <Labeled text="asked: ±">
          <OptionalLengthField
            label={`${title}: asked ±`}
            mm={within}
            units={job.units}
            max={100}
            onCommit={onWithin}
          />
        </Labeled>
        <Button size="sm" variant="link" aria-label={`Do not ask for ${title}`} onClick={onRemove}>
          Remove
        </Button>
      </div>
      <p className={isOver ? 'mb-1 fw-bold' : 'mb-1'}>{meetingInWords(meeting, speech)}</p>
      {miss && miss.shares.length > 0 && (
        <div ref={box}>
          <Suspense fallback={<p className="quiet">drawing the shares…</p>}>
            <SharesChart shares={miss.shares} within={within} width={Math.max(260, width - 4)} speech={speech} />
          </Suspense>
        </div>
      )}
      {pair && miss?.worst != null && miss.worst > 0 && <ManyParts exact={exact} pair={pair} />}
    </div>
  );
}

/** The same question put to ten thousand simulated parts. */
function ManyParts({ exact, pair }: { exact: ExactJob; pair: readonly [CutFeature, CutFeature] }) {
  const { speech } = useJob();
  const [found, setFound] = useState<{ of: ExactJob; says: Simulated | string } | null>(null);
  const [running, setRunning] = useState(false);
  const run = async () => {
    setRunning(true);
    const seed = Date.now() % 1_000_000;
    const says = await simulateInWorker(exact, pair, seed).catch((e: unknown) => `It did not run: ${String(e)}`);
    setRunning(false);
    setFound({ of: exact, says: says ?? 'It was not run.' });
  };
  const now = found && found.of === exact ? found.says : null;
  return (
    <p className="quiet mb-1">
      <Button size="sm" variant="outline-secondary" disabled={running} onClick={() => void run()}>
        {running ? 'Running 10,000 parts…' : 'Try 10,000 parts'}
      </Button>{' '}
      {typeof now === 'string' && now}
      {now && typeof now !== 'string' && <span role="status">{simulatedInWords(now, speech)}</span>}
    </p>
  );
}
