import { type Vise, REGISTERS, devicesOf } from '@violet-jaw/core/shop';
import type { PlannedJob } from '@violet-jaw/core/plan';
import { useEffect, useRef, useState } from 'react';
import { Button } from 'react-bootstrap';
import { planBlank } from '@violet-jaw/core/blank';
import { isFileBody } from '@violet-jaw/core/job';
import { featureNames, typedSurface, PART_SIDE } from '@violet-jaw/core/part';
import { setupsFrom, type Proposal as Proposed, type ProposedRoute } from '@violet-jaw/core/propose';
import { chooseBody } from '@violet-jaw/formats/part/choose.ts';
import { useJob } from '../app/JobLayout';
import { ChoiceField } from '../fields/TextField';
import { usePlan } from '../store/planStore';
import { proxy, searchInWorker, type Searching } from '../worker/searchInWorker';
import { newId } from '../app/newId';

/** Routes proposed from which directions each face can be reached; taking one makes ordinary setups of it. */
export function Proposal({ onClose }: { onClose: () => void }) {
  const { job, shop, speech, change, choose } = useJob();
  const { planned, bodies } = usePlan();
  const vises = devicesOf('vise', shop.devices);
  const [viseId, setVise] = useState(vises.find((v) => v.id === job.setups[0]?.device)?.id ?? vises[0]?.id ?? '');
  const [share, setShare] = useState<number | null>(null);
  const [found, setFound] = useState<Proposed | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const running = useRef<Searching<Proposed | null> | null>(null);
  useEffect(() => () => running.current?.cancel(), []);
  const vise = vises.find((v) => v.id === viseId) ?? null;

  /** The part's surface as far as it has come. */
  const surfaceNow = () => {
    if (!isFileBody(job.body)) return typedSurface(job.body);
    const chosen = chooseBody(bodies, job.body);
    return chosen.ok ? { ok: true as const, value: chosen.value.mesh } : chosen;
  };

  const look = async () => {
    if (!vise) return;
    const made = surfaceNow();
    if (!made.ok) {
      setProblem(made.problem);
      return;
    }
    const surface = made.value;
    setFound(null);
    setProblem(null);
    setShare(0);
    running.current = searchInWorker(
      (remote) =>
        remote.propose(
          { surface, job, vise, round: devicesOf('round', shop.devices) },
          proxy((s: number) => setShare(s)),
        ) as Promise<Proposed>,
    );
    try {
      setFound(await running.current.done);
    } catch (error) {
      setProblem(error instanceof Error ? error.message : String(error));
    } finally {
      setShare(null);
    }
  };
  const names = planned
    ? [
        ...featureNames(
          planned.part.features.features,
          speech,
          job.features.filter((f) => f.name !== ''),
        ).values(),
      ]
    : [];
  const nameOf = (f: number) => names[f] ?? 'a free face';
  const take = (route: ProposedRoute) => {
    if (!vise || !planned) return;
    const machine = shop.machines.find((m) => m.id === job.machine);
    const setups = setupsFrom(
      route,
      job,
      {
        vise,
        blank: planBlank(planned.part.box, job),
        registers: machine?.registers ?? REGISTERS,
        stations: machine?.stations ?? [],
      },
      { nameOf, newId: () => newId() },
    );
    change({ setups });
    choose(setups[0].id);
    onClose();
  };
  return (
    <section className="panel" aria-label="Proposed route">
      <AskBar
        viseId={viseId}
        vises={vises}
        setVise={setVise}
        setFound={setFound}
        share={share}
        vise={vise}
        planned={planned}
        look={look}
        running={running}
        onClose={onClose}
      />
      {!vise && <p className="mb-0">There is no vise in the shop yet; enter one on the page Shop.</p>}
      {problem && (
        <div className="finding stop" role="alert">
          <span className="level">no proposal</span>
          {problem}
        </div>
      )}
      {found && found.unreachable.length > 0 && <OutOfReach found={found} nameOf={nameOf} />}
      {found?.routes.length === 0 && (
        <p className="mb-0">Nothing is to be cut, or the vise opens too little for the blank in every position.</p>
      )}
      <div className="proposals">
        {found?.routes.map((route, i) => (
          <ProposedCard
            route={route}
            i={i}
            take={take}
            key={`${route.about?.device.id ?? ''}${route.setups.map((s) => s.orientation.up).join()}`}
          />
        ))}
      </div>
      {found && job.setups.length > 0 && <p className="field-hint mb-0">Undo brings the setups back.</p>}
    </section>
  );
}

/** One route, with its reasons. */
function ProposedCard({ route, i, take }: { route: ProposedRoute; i: number; take: (route: ProposedRoute) => void }) {
  const { speech, job } = useJob();
  return (
    <div className="panel mb-0">
      <strong>
        {i === 0 ? 'Best' : `Alternative ${i}`}:{' '}
        {route.setups.map((s) => `${PART_SIDE[s.orientation.up]} up`).join(', then ')}
        {route.about ? `, in ${route.about.device.name}` : ''}
      </strong>
      <ul className="mb-1">
        {route.reasons.map((r) => (
          <li key={r}>{r}</li>
        ))}
      </ul>
      <div className="mb-1">
        {route.setups.map((s, k) => (
          <div key={s.orientation.up}>
            Setup {k + 1} cuts <span className="number">{speech.size(s.cutsBelowTop)}</span> below the top
          </div>
        ))}
      </div>
      <Button size="sm" variant={i === 0 ? 'primary' : 'outline-primary'} onClick={() => take(route)}>
        {job.setups.length > 0
          ? `Replace the ${job.setups.length} ${job.setups.length === 1 ? 'setup' : 'setups'} by these`
          : 'Take this route'}
      </Button>
    </div>
  );
}

/** What no straight direction reaches. */
function OutOfReach({ found, nameOf }: { found: Proposed; nameOf: (f: number) => string }) {
  const { speech } = useJob();
  return (
    <div className="finding stop">
      <span className="level">out of reach</span>
      No straight direction reaches all of{' '}
      {found.unreachable
        .slice(0, 6)
        .map((u) => `${nameOf(u.feature)} (${speech.area(u.areaMm2)})`)
        .join(', ')}
      {found.unreachable.length > 6 ? ` and ${found.unreachable.length - 6} more` : ''}. It needs an undercutting tool,
      another process or a changed part; the routes reach the rest.
    </div>
  );
}

/** What it would be held in, and the search. */
function AskBar({
  viseId,
  vises,
  setVise,
  setFound,
  share,
  vise,
  planned,
  look,
  running,
  onClose,
}: {
  viseId: string;
  vises: readonly Vise[];
  setVise: (id: string) => void;
  setFound: (found: Proposed | null) => void;
  share: number | null;
  vise: Vise | null;
  planned: PlannedJob | null;
  look: () => Promise<void>;
  running: React.RefObject<Searching<Proposed | null> | null>;
  onClose: () => void;
}) {
  return (
    <div className="d-flex gap-2 align-items-end flex-wrap">
      <h2 className="mb-0">Propose a route</h2>
      <ChoiceField
        label="Held in"
        value={viseId}
        choices={vises.map((v) => ({ value: v.id, says: v.name }))}
        onCommit={(v) => {
          setVise(v);
          setFound(null);
        }}
      />
      {share === null ? (
        <Button
          size="sm"
          disabled={!vise || !planned}
          onClick={() => {
            void look();
          }}
        >
          Look from all six sides
        </Button>
      ) : (
        <div role="status" style={{ minWidth: '16rem' }}>
          <div className="progress" style={{ height: 8 }}>
            <div className="progress-bar" style={{ width: `${share * 100}%` }} />
          </div>
          looking what each direction reaches…{' '}
          <Button size="sm" variant="outline-primary" onClick={() => running.current?.cancel()}>
            Cancel
          </Button>
        </div>
      )}
      <Button size="sm" variant="outline-primary" className="ms-auto" onClick={onClose}>
        Close
      </Button>
    </div>
  );
}
