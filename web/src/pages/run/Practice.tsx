import { useEffect, useMemo, useReducer, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { AXES, axisOf, signOf, vec, type Axis, type Vec3 } from '@violet-jaw/core/frames';
import { besideFace, boreMiddle, standingAt, targetOf, type RunPlan, type RunState, type RunStep, type SetupBodies } from '@violet-jaw/core/run';
import { SimulatedControl } from '@violet-jaw/core/simulated';
import type { Machine } from '@violet-jaw/core/shop';
import { fromUnits, speechIn, unitName } from '@violet-jaw/core/units';
import { usePractice } from './usePractice';

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

/** The simulated control to practise on: home, jog, touch the planned solids, run the lines, read off. Nothing of a real machine moves. */
export function Practice(props: PracticeProps) {
  const { machine, bodies, lengths, problem } = usePractice();
  if (problem) return <aside className="practice"><p className="finding stop">{problem}</p></aside>;
  if (!machine || !bodies) return <aside className="practice"><p className="quiet">Setting up the practice machine…</p></aside>;
  return <Panel {...props} machine={machine} bodies={bodies} lengths={lengths} />;
}

function Panel({ plan, step, state, onRead, machine, bodies, lengths }: PracticeProps & { machine: Machine; bodies: readonly SetupBodies[]; lengths: Readonly<Record<number, number>> }) {
  const [seed] = useState(() => Math.floor(Math.random() * 1e6));
  const control = useMemo(() => { const c = new SimulatedControl({ machine, seed, units: plan.units }); c.keyIn({ lengths, common: plan.commonOffset }); return c; }, [machine, seed, lengths, plan.units, plan.commonOffset]);
  const [, changed] = useReducer((n: number) => n + 1, 0);
  const [said, setSaid] = useState('Switched on. Nothing is known of where it stands: home it first.');
  const [by, setBy] = useState<number>(STEPS[plan.units][2]);
  const speech = speechIn(plan.units);
  const own = bodies.find((b) => b.setupId === step.setupId);
  const { x, y, z } = own?.position ?? middleOf(machine);
  useEffect(() => {
    if (!own) return;
    // the same seed places a setup alike every time
    control.bodies = new SimulatedControl({ machine, seed: seed + own.setupId.length, bodies: standingAt(own.bodies, { x, y, z }), placedWithin: PLACED_WITHIN }).bodies;
    changed();
  }, [control, own, machine, seed, x, y, z]);
  const act = (work: () => { ok: boolean; says: string }, done: string) => { const answer = work(); setSaid(answer.ok ? answer.says || done : answer.says); changed(); };
  const now = control.read();
  const setup = plan.setups.find((s) => s.id === step.setupId);
  const run = setup && step.axis ? setup.axes[AXES.indexOf(step.axis)] : null;
  const read = (askId: string, axis: Axis) => onRead(askId, speech.signed(now.machine[axis]));
  return (
    <aside className="practice" aria-label="Practice machine">
      <h2>Practice machine <span className="quiet">not a real one</span></h2>
      <table aria-label="Positions">
        <thead><tr><th /><th className="number text-end">machine</th><th className="number text-end">{now.active}</th></tr></thead>
        <tbody>{AXES.map((a) => <tr key={a}><th scope="row">{a.toUpperCase()}</th><td className="number">{speech.signed(now.machine[a])}</td><td className="number">{speech.signed(now.work[a])}</td></tr>)}</tbody>
      </table>
      <p className="mb-1">{now.homed ? 'homed' : 'not homed'} · length {now.lengthNumber === null ? 'none' : `H${now.lengthNumber}`} · spindle {now.spindle ? 'turns' : 'stands'}</p>
      <p role="status" className={now.fault ? 'finding stop' : 'finding note'}>{now.fault ?? said}</p>
      <div className="d-flex flex-wrap gap-1">
        <Button size="sm" variant="outline-primary" onClick={() => act(() => control.home(), 'Homed: up first, then across, fast to the switch, back off, slowly on.')}>Home</Button>
        <Button size="sm" variant="outline-primary" onClick={() => act(() => control.reset(), 'Reset.')}>Reset</Button>
        <Button size="sm" variant="outline-primary" onClick={() => act(() => { control.powerCycle(); return { ok: true, says: '' }; }, 'Off and on again: home is forgotten.')}>Off and on</Button>
      </div>
      <Form.Group controlId="jog-step" className="d-flex gap-2 align-items-center mt-2"><Form.Label className="mb-0">Jog by, {unitName(plan.units)}</Form.Label><Form.Select size="sm" value={by} onChange={(e) => setBy(Number(e.target.value))}>{STEPS[plan.units].map((s) => <option key={s} value={s}>{s}</option>)}</Form.Select></Form.Group>
      <div className="jog">
        {AXES.flatMap((a) => ([-1, 1] as const).map((d) => <Button key={`${a}${d}`} size="sm" variant="outline-primary" onClick={() => act(() => control.jog(a, d * fromUnits(by, plan.units)), 'Moved.')}>{a.toUpperCase()} {d < 0 ? '\u2212' : '+'}</Button>))}
      </div>
      {step.kind === 'machine' && (
        <Button size="sm" onClick={() => { for (const a of AXES) onRead(`common-${a}`, speech.signed(now.common[a])); }}>Read the common offset</Button>
      )}
      {step.kind === 'touch' && run && setup && run.worksheet.touches.map((t, i) => {
        const axis = axisOf(t.faces);
        const inside = run.worksheet.how === 'bore' ? boreMiddle(setup, { x, y, z }) : null;
        const go = () => besideFace(control, control.bodies[0], t.faces, { radius: axis === 'z' ? 5 : Math.abs(t.declare - t.face), length: axis === 'z' ? run.length ?? 100 : 80 }, inside);
        return (
          <div key={t.name} className="d-flex flex-wrap gap-1 mt-1">
            <Button size="sm" variant="outline-primary" onClick={() => act(go, `The tool is beside the ${t.name}.`)}>Go to the {t.name}</Button>
            <Button size="sm" variant="outline-primary" onClick={() => act(() => control.touch(axis, -signOf(t.faces) as 1 | -1), 'Touched.')}>Touch {signOf(t.faces) > 0 ? '\u2212' : '+'}{axis.toUpperCase()}</Button>
            <Button size="sm" onClick={() => read(`touch-${i + 1}`, axis)}>Read {axis.toUpperCase()}</Button>
          </div>
        );
      })}
      {step.kind === 'touch' && run?.readsLength && <Button size="sm" className="mt-1" disabled={run.length === null} onClick={() => onRead('length', speech.size(run.length ?? 0))}>Read the length</Button>}
      {step.kind === 'edge' && step.axis && ['first', 'second'].map((k) => <Button key={k} size="sm" className="mt-1 me-1" onClick={() => read(k, step.axis!)}>Read {step.axis!.toUpperCase()} as the {k}</Button>)}
      {step.kind === 'keyIn' && <KeyIn control={control} plan={plan} step={step} state={state} onDone={changed} say={setSaid} onRead={(id, mm) => onRead(id, speech.signed(mm))} />}
      {step.lines && <RunLines control={control} lines={step.lines} onDone={changed} say={setSaid} />}
    </aside>
  );
}

/** Where a device goes whose station is not measured. */
const middleOf = ({ travel }: Machine): Vec3 => vec((travel.x.min + travel.x.max) / 2, (travel.y.min + travel.y.max) / 2, travel.z.min + 40);

interface KeyInProps {
  readonly control: SimulatedControl;
  readonly plan: RunPlan;
  readonly step: RunStep;
  readonly state: RunState;
  readonly onDone: () => void;
  readonly say: (says: string) => void;
  readonly onRead: (askId: string, mm: number) => void;
}

/** Keys in every register of the step, as an operator does at the table of the control, and reads them back. */
function KeyIn({ control, plan, step, state, onDone, say, onRead }: KeyInProps) {
  const asks = step.asks.flatMap((ask) => (ask.register && ask.axis ? [{ id: ask.id, register: ask.register, axis: ask.axis, value: targetOf(plan, step, ask, state.answers) ?? 0 }] : []));
  const names = [...new Set(asks.map((a) => a.register))].join(', ');
  const keyIn = () => {
    const registers = { ...control.read().registers };
    for (const { register, axis, value } of asks) registers[register] = { ...registers[register], [axis]: value };
    control.keyIn({ registers });
    say(`${names} is keyed in.`);
    onDone();
  };
  return (
    <div className="d-flex gap-1 mt-1">
      <Button size="sm" variant="outline-primary" onClick={keyIn}>Key in {names}</Button>
      <Button size="sm" onClick={() => asks.forEach((a) => onRead(a.id, control.read().registers[a.register][a.axis]))}>Read {names} back</Button>
    </div>
  );
}

/** Runs lines on the practice machine: to the next stop, or one line at a time. */
function RunLines({ control, lines, onDone, say }: { control: SimulatedControl; lines: string; onDone: () => void; say: (says: string) => void }) {
  const [single, setSingle] = useState(false);
  const [override, setOverride] = useState(100);
  const texts = lines.split('\n');
  const start = () => {
    control.singleBlock = single;
    control.keyIn({ override });
    const before = control.atLine;
    const answer = control.cycleStart();
    say(answer.ok ? answer.finished ? 'The lines are through.' : `Stopped after: ${texts[Math.max(before, control.atLine - 1)]}` : answer.says);
    onDone();
  };
  return (
    <div className="mt-2">
      <Button size="sm" variant="outline-primary" onClick={() => { control.load(lines); say('Loaded; at the first line.'); onDone(); }}>Load the lines</Button>{' '}
      <Button size="sm" onClick={start}>Cycle start</Button>
      <Form.Check type="checkbox" id="single-block" label="Single block" checked={single} onChange={(e) => setSingle(e.target.checked)} />
      <Form.Group controlId="override" className="d-flex gap-2 align-items-center"><Form.Label className="mb-0">Feed override, %</Form.Label><Form.Select size="sm" value={override} onChange={(e) => setOverride(Number(e.target.value))}>{[10, 25, 50, 100, 120].map((o) => <option key={o}>{o}</option>)}</Form.Select></Form.Group>
      <p className="quiet mb-0">{control.state.seconds.toFixed(1)} s of motion so far</p>
    </div>
  );
}
