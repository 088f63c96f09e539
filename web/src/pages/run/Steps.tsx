import { lazy, Suspense, useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import { type RunPlan, type RunState, targetOf, touchedIn, type RunStep } from '@violet-jaw/core/run';
import { leaveRun, useRun, addEvent } from '../../store/runStore';
import type { ViewName } from '@violet-jaw/core/drawing';
import { AXES } from '@violet-jaw/core/frames';
import { speechIn } from '@violet-jaw/core/units';
import { Drawing } from '../../drawing/Drawing';
import { RunRemarks } from './RunRemarks';
import { StepForm, type Typed } from './StepForm';
import { StoppedPanel } from './StoppedPanel';

/**
 * The simulated control to practise on: home, jog, touch the planned solids, run the lines, read off. Nothing of a
 * real machine moves.
 */
export const Practice = lazy(async () => ({ default: (await import('./Practice')).Practice }));

/** Puts the run aside here; not while something of it is still to be sent. */
function Leave() {
  const { pending, ended } = useRun();
  const waits = pending.length > 0 && !ended;
  return (
    <Button variant="link" disabled={waits} onClick={leaveRun}>
      {waits ? `${pending.length} not sent yet: the run stays on this device` : 'Leave this run on this device'}
    </Button>
  );
}

export function Steps({ plan, state }: { plan: RunPlan; state: RunState }) {
  const [typed, setTyped] = useState<Record<string, Typed>>({});
  const practising = useRun((r) => r.practice);
  const step = plan.steps[state.at];
  if (!step) return <Finished plan={plan} state={state} />;
  const put = (id: string, value: string | boolean) =>
    setTyped((all) => ({ ...all, [step.id]: { ...all[step.id], [id]: value } }));
  const forget = (...ids: string[]) =>
    setTyped((all) => Object.fromEntries(Object.entries(all).filter(([id]) => !ids.includes(id))));
  const before = plan.steps[state.at - 1] as RunStep | undefined;
  return (
    <div className={practising ? 'run-split' : undefined}>
      <main className="run-main" aria-label={step.title}>
        <h1>{step.title}</h1>
        {state.stopped && (
          <StoppedPanel key={step.id} plan={plan} step={step} stopped={state.stopped} onAgain={() => forget(step.id)} />
        )}
        {step.kind === 'transition' ? <p className="run-first">{step.says[0]}</p> : null}
        <div className="run-told">
          <Says step={step} />
          <Pictures plan={plan} step={step} />
        </div>
        {step.columns && <BothSides columns={step.columns} />}
        {step.kind === 'keyIn' && <ToKeyIn plan={plan} state={state} step={step} />}
        {step.edge && <EdgeHint plan={plan} limit={plan.setups.find((s) => s.id === step.setupId)?.limit ?? 0} />}
        {step.lines && (
          <details className="run-lines">
            <summary>The lines</summary>
            <pre className="lines" tabIndex={0}>
              {step.lines}
            </pre>
          </details>
        )}
        {!state.stopped && (
          <StepForm key={step.id} plan={plan} step={step} state={state} typed={typed[step.id] ?? {}} onType={put} />
        )}
        {step.id === 'run/tools' && (
          <p>
            <Link to="/shop/tools" target="_blank">
              Write measured lengths down
            </Link>{' '}
            in the library: they hold for the next sheet. On this machine key in what you measured.
          </p>
        )}
        {!practising && <RunRemarks plan={plan} step={step} />}
        <div className="run-foot">
          {before && (
            <Button
              variant="link"
              onClick={() => {
                forget(step.id, before.id);
                addEvent({ kind: 'back', stepId: step.id });
              }}
            >
              Back to “{before.title}”
            </Button>
          )}
          <Leave />
        </div>
      </main>
      {practising && (
        <Suspense fallback={<p className="p-3 quiet">Starting the practice machine…</p>}>
          <Practice plan={plan} step={step} state={state} onRead={put} />
        </Suspense>
      )}
    </div>
  );
}

const SHOWN: Partial<Record<RunStep['kind'], readonly ViewName[]>> = {
  place: ['above'],
  load: ['leftEnd', 'above'],
  verify: ['above', 'front'],
  series: ['leftEnd', 'above'],
  edge: ['above'],
  handCheck: ['above'],
  keyIn: [],
};

/** The sheet's drawings for the step in hand: how it lies, what is touched (bold), where zero is. */
function Pictures({ plan, step }: { plan: RunPlan; step: RunStep }) {
  const setup = plan.setups.find((s) => s.id === step.setupId);
  if (!setup?.pictures) return null;
  const axis = step.kind === 'touch' ? step.axis : null;
  const touched = axis ? (setup.axes[AXES.indexOf(axis)].touched ?? []) : [];
  const views = axis ? [touchedIn(axis)] : (SHOWN[step.kind] ?? []);
  if (views.length === 0) return null;
  return (
    <div className="run-pictures">
      {views.map((view) => {
        const scene = setup.pictures![view];
        // nothing else is bold where one face is to be touched
        const rest =
          touched.length > 0 ? scene.shapes.filter((s) => !('role' in s && s.role === 'grip')) : scene.shapes;
        return (
          <figure key={view} className="mb-0">
            <figcaption className="quiet">
              {scene.title}
              {touched.length > 0 ? ': what is touched is bold' : ''}
            </figcaption>
            <Drawing scene={{ ...scene, shapes: [...rest, ...touched] }} width={430} height={270} fontSize={14} />
          </figure>
        );
      })}
    </div>
  );
}

/** What both spindles do in this step, side by side. */
function BothSides({ columns: { main, second } }: { columns: NonNullable<RunStep['columns']> }) {
  return (
    <div className="run-sides">
      {[{ name: 'Main spindle', says: main }, ...(second ? [{ name: 'Second spindle', says: second }] : [])].map(
        ({ name, says }) => (
          <section key={name} aria-label={name}>
            <h2>{name}</h2>
            {says.length === 0 ? (
              <p className="quiet mb-0">waits, and stays as it is</p>
            ) : (
              <ol className="run-list">
                {says.map((s, i) => (
                  <li key={i}>{s}</li>
                ))}
              </ol>
            )}
          </section>
        ),
      )}
    </div>
  );
}

/** What the step says; what is done in order has numbers. */
function Says({ step }: { step: RunStep }) {
  const says = step.says.slice(step.kind === 'transition' ? 1 : 0);
  if (says.length === 1) return <p className="run-says">{says[0]}</p>;
  const List = step.kind === 'load' || step.kind === 'transition' ? 'ol' : 'ul';
  return (
    <List className="run-list">
      {says.map((s) => (
        <li key={s}>{s}</li>
      ))}
    </List>
  );
}

/** The values to key in: what the touches gave, and how far that is from the plan. */
function ToKeyIn({ plan, state, step }: { plan: RunPlan; state: RunState; step: RunStep }) {
  const speech = speechIn(plan.units);
  const zero = state.zeros.find((z) => z.setupId === step.setupId);
  const setup = plan.setups.find((s) => s.id === step.setupId);
  if (!zero || !setup) return null;
  return (
    <table className="run-key" aria-label={`Values for ${setup.register}`}>
      <tbody>
        {AXES.map((a) => {
          const value = zero.measured[a] ?? zero.target[a];
          const planned = zero.planned[a];
          return (
            <tr key={a}>
              <th scope="row">
                {setup.register} {a.toUpperCase()}
              </th>
              <td className="number">{value === null ? 'not touched' : speech.signed(value)}</td>
              <td>
                {zero.measured[a] === null ? 'as planned' : 'touched off'}
                {planned !== null && value !== null && (
                  <>
                    , plan {speech.signed(planned)}, off by <b className="number">{speech.signed(value - planned)}</b>
                  </>
                )}
                {zero.movedBy && <>; the plan follows {zero.movedBy}</>}
              </td>
            </tr>
          );
        })}
        {step.asks
          .filter((ask) => ask.fromFirst !== undefined)
          .map((ask) => {
            const value = targetOf(plan, step, ask, state.answers);
            return (
              <tr key={ask.id}>
                <th scope="row">
                  {ask.register} {ask.axis?.toUpperCase()}
                </th>
                <td className="number">{value === null ? 'not touched' : speech.signed(value)}</td>
                <td>
                  {setup.register} and <b className="number">{speech.signed(ask.fromFirst!)}</b>
                </td>
              </tr>
            );
          })}
      </tbody>
    </table>
  );
}

function EdgeHint({ plan, limit }: { plan: RunPlan; limit: number }) {
  return (
    <p className="run-says">
      Both readings alike, to within {speechIn(plan.units).sizeWithUnit(limit)}: the edge runs straight. If not, it is
      told how far to turn the part.
    </p>
  );
}

function Finished({ plan, state }: { plan: RunPlan; state: RunState }) {
  const speech = speechIn(plan.units);
  return (
    <main className="run-main">
      <h1>The run is done</h1>
      <p className="run-says">
        Every step of issue {plan.letter} is through, the machine is cleared and put away
        {state.accepted.size > 0
          ? `; ${state.accepted.size} ${state.accepted.size === 1 ? 'reading was' : 'readings were'} accepted in writing`
          : ''}
        .
      </p>
      <table className="run-key">
        <tbody>
          {state.zeros.flatMap((z) =>
            AXES.map((a) => {
              const setup = plan.setups.find((s) => s.id === z.setupId)!;
              const [m, p] = [z.measured[a], z.planned[a]];
              return m === null ? null : (
                <tr key={`${z.setupId}${a}`}>
                  <th scope="row">
                    {setup.register} {a.toUpperCase()}
                  </th>
                  <td className="number">{speech.signed(m)}</td>
                  <td>
                    {p === null ? (
                      'was not known before'
                    ) : (
                      <>
                        off the plan by <b className="number">{speech.signed(m - p)}</b>
                      </>
                    )}
                  </td>
                </tr>
              );
            }),
          )}
        </tbody>
      </table>
      <Button className="run-go" onClick={leaveRun}>
        Done here
      </Button>
    </main>
  );
}
