import { fromUnits, speechIn, unitName } from '@violet-jaw/core/units';
import {
  besideFace,
  boreMiddle,
  standingAt,
  type RunPlan,
  type RunState,
  type RunStep,
  type SetupBodies,
} from '@violet-jaw/core/run';
import { useEffect, useMemo, useReducer, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { AXES, axisOf, vec, type Axis, type Vec3 } from '@violet-jaw/core/frames';
import { SimulatedControl } from '@violet-jaw/core/simulated';
import type { Machine } from '@violet-jaw/core/shop';
import { usePractice } from './usePractice';
import { Positions, PowerButtons, TouchButtons, KeyIn, RunLines, type Act } from './PracticeParts';

/** Largest error with which the practice machine places what stands on it, mm. */
const PLACED_WITHIN = 0.02;
/** What one press of a jog key moves, in the units of the job. */
const STEPS = { mm: [0.01, 0.1, 1, 10, 100], inch: [0.0005, 0.001, 0.01, 0.1, 1] } as const;

interface PracticeProps {
  readonly plan: RunPlan;
  readonly step: RunStep;
  readonly state: RunState;
  readonly onRead: (askId: string, value: string) => void;
}

/**
 * The simulated control to practise on: home, jog, touch the planned solids, run the lines, read off. Nothing of a
 * real machine moves.
 */
export function Practice(props: PracticeProps) {
  const { machine, bodies, lengths, problem } = usePractice();
  if (problem)
    return (
      <aside className="practice">
        <p className="finding stop">{problem}</p>
      </aside>
    );
  if (!machine || !bodies)
    return (
      <aside className="practice">
        <p className="quiet">Setting up the practice machine…</p>
      </aside>
    );
  return <Panel {...props} machine={machine} bodies={bodies} lengths={lengths} />;
}

type OfMachine = { machine: Machine; bodies: readonly SetupBodies[]; lengths: Readonly<Record<number, number>> };

/** A simulated control with what stands on its table in this step, and where that stands. */
function usePracticeControl({
  plan,
  step,
  machine,
  bodies,
  lengths,
}: Pick<PracticeProps, 'plan' | 'step'> & OfMachine) {
  const [seed] = useState(() => Math.floor(Math.random() * 1e6));
  const control = useMemo(() => {
    const c = new SimulatedControl({ machine, seed, units: plan.units });
    c.keyIn({ lengths, common: plan.commonOffset });
    return c;
  }, [machine, seed, lengths, plan.units, plan.commonOffset]);
  const [, changed] = useReducer((n: number) => n + 1, 0);
  const own = bodies.find((b) => b.setupId === step.setupId);
  const { x, y, z } = own?.position ?? middleOf(machine);
  useEffect(() => {
    if (!own) return;
    // the same seed places a setup alike every time
    control.bodies = new SimulatedControl({
      machine,
      seed: seed + own.setupId.length,
      bodies: standingAt(own.bodies, { x, y, z }),
      placedWithin: PLACED_WITHIN,
    }).bodies;
    changed();
  }, [control, own, machine, seed, x, y, z]);
  return { control, changed, at: { x, y, z } };
}

function Panel({ plan, step, state, onRead, machine, bodies, lengths }: PracticeProps & OfMachine) {
  const { control, changed, at } = usePracticeControl({ plan, step, machine, bodies, lengths });
  const [said, setSaid] = useState('Switched on. Nothing is known of where it stands: home it first.');
  const [by, setBy] = useState<number>(STEPS[plan.units][2]);
  const speech = speechIn(plan.units);
  const act = (work: () => { ok: boolean; says: string }, done: string) => {
    const answer = work();
    setSaid(answer.ok ? answer.says || done : answer.says);
    changed();
  };
  const now = control.read();
  const setup = plan.setups.find((s) => s.id === step.setupId);
  const run = setup && step.axis ? setup.axes[AXES.indexOf(step.axis)] : null;
  const read = (askId: string, axis: Axis) => onRead(askId, speech.signed(now.machine[axis]));
  return (
    <aside className="practice" aria-label="Practice machine">
      <h2>
        Practice machine <span className="quiet">not a real one</span>
      </h2>
      <Positions now={now} speech={speech} />
      <p className="mb-1">
        {now.homed ? 'homed' : 'not homed'} · length {now.lengthNumber === null ? 'none' : `H${now.lengthNumber}`} ·
        spindle {now.spindle ? 'turns' : 'stands'}
      </p>
      <p role="status" className={now.fault ? 'finding stop' : 'finding note'}>
        {now.fault ?? said}
      </p>
      <PowerButtons act={act} control={control} />
      <JogStep plan={plan} by={by} setBy={setBy} />
      <JogButtons act={act} control={control} by={by} plan={plan} />
      {step.kind === 'machine' && (
        <Button
          size="sm"
          onClick={() => {
            for (const a of AXES) onRead(`common-${a}`, speech.signed(now.common[a]));
          }}
        >
          Read the common offset
        </Button>
      )}
      {step.kind === 'touch' &&
        run &&
        setup &&
        run.worksheet.touches.map((t, i) => {
          const axis = axisOf(t.faces);
          const inside = run.worksheet.how === 'bore' ? boreMiddle(setup, at) : null;
          const go = () =>
            besideFace({
              control,
              part: control.bodies[0],
              faces: t.faces,
              tool: {
                radius: axis === 'z' ? 5 : Math.abs(t.declare - t.face),
                length: axis === 'z' ? (run.length ?? 100) : 80,
              },
              inside,
            });
          return <TouchButtons t={t} act={act} go={go} control={control} axis={axis} read={read} i={i} key={t.name} />;
        })}
      {step.kind === 'touch' && run?.readsLength && (
        <Button
          size="sm"
          className="mt-1"
          disabled={run.length === null}
          onClick={() => onRead('length', speech.size(run.length ?? 0))}
        >
          Read the length
        </Button>
      )}
      {step.kind === 'edge' &&
        step.axis &&
        ['first', 'second'].map((k) => (
          <Button key={k} size="sm" className="mt-1 me-1" onClick={() => read(k, step.axis!)}>
            Read {step.axis!.toUpperCase()} as the {k}
          </Button>
        ))}
      {step.kind === 'keyIn' && (
        <KeyIn
          control={control}
          plan={plan}
          step={step}
          state={state}
          onDone={changed}
          say={setSaid}
          onRead={(id, mm) => onRead(id, speech.signed(mm))}
        />
      )}
      {step.lines && <RunLines control={control} lines={step.lines} onDone={changed} say={setSaid} />}
    </aside>
  );
}

/** Where a device goes whose station is not measured. */
const middleOf = ({ travel }: Machine): Vec3 =>
  vec((travel.x.min + travel.x.max) / 2, (travel.y.min + travel.y.max) / 2, travel.z.min + 40);

/** How far one press jogs. */
function JogStep({ plan, by, setBy }: { plan: RunPlan; by: number; setBy: (by: number) => void }) {
  return (
    <Form.Group controlId="jog-step" className="d-flex gap-2 align-items-center mt-2">
      <Form.Label className="mb-0">Jog by, {unitName(plan.units)}</Form.Label>
      <Form.Select size="sm" value={by} onChange={(e) => setBy(Number(e.target.value))}>
        {STEPS[plan.units].map((s) => (
          <option key={s} value={s}>
            {s}
          </option>
        ))}
      </Form.Select>
    </Form.Group>
  );
}

/** One button for each axis and way. */
function JogButtons({ act, control, by, plan }: { act: Act; control: SimulatedControl; by: number; plan: RunPlan }) {
  return (
    <div className="jog">
      {AXES.flatMap((a) =>
        ([-1, 1] as const).map((d) => (
          <Button
            key={`${a}${d}`}
            size="sm"
            variant="outline-primary"
            onClick={() => act(() => control.jog(a, d * fromUnits(by, plan.units)), 'Moved.')}
          >
            {a.toUpperCase()} {d < 0 ? '\u2212' : '+'}
          </Button>
        )),
      )}
    </div>
  );
}
