import { type Speech } from '@violet-jaw/core/units';
import { type RunAxis, targetOf, type RunPlan, type RunState, type RunStep } from '@violet-jaw/core/run';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { AXES, signOf, type Axis } from '@violet-jaw/core/frames';
import { SimulatedControl } from '@violet-jaw/core/simulated';

/** Something the machine is asked to do, and what is said when it is done. */
export type Act = (work: () => { ok: boolean; says: string }, done: string) => void;

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
export function KeyIn({ control, plan, step, state, onDone, say, onRead }: KeyInProps) {
  const asks = step.asks.flatMap((ask) =>
    ask.register && ask.axis
      ? [{ id: ask.id, register: ask.register, axis: ask.axis, value: targetOf(plan, step, ask, state.answers) ?? 0 }]
      : [],
  );
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
      <Button size="sm" variant="outline-primary" onClick={keyIn}>
        Key in {names}
      </Button>
      <Button size="sm" onClick={() => asks.forEach((a) => onRead(a.id, control.read().registers[a.register][a.axis]))}>
        Read {names} back
      </Button>
    </div>
  );
}

/** Runs lines on the practice machine: to the next stop, or one line at a time. */
export function RunLines({
  control,
  lines,
  onDone,
  say,
}: {
  control: SimulatedControl;
  lines: string;
  onDone: () => void;
  say: (says: string) => void;
}) {
  const [single, setSingle] = useState(false);
  const [override, setOverride] = useState(100);
  const texts = lines.split('\n');
  const start = () => {
    control.singleBlock = single;
    control.keyIn({ override });
    const before = control.atLine;
    const answer = control.cycleStart();
    say(
      answer.ok
        ? answer.finished
          ? 'The lines are through.'
          : `Stopped after: ${texts[Math.max(before, control.atLine - 1)]}`
        : answer.says,
    );
    onDone();
  };
  return (
    <div className="mt-2">
      <Button
        size="sm"
        variant="outline-primary"
        onClick={() => {
          control.load(lines);
          say('Loaded; at the first line.');
          onDone();
        }}
      >
        Load the lines
      </Button>{' '}
      <Button size="sm" onClick={start}>
        Cycle start
      </Button>
      <Form.Check
        type="checkbox"
        id="single-block"
        label="Single block"
        checked={single}
        onChange={(e) => setSingle(e.target.checked)}
      />
      <Form.Group controlId="override" className="d-flex gap-2 align-items-center">
        <Form.Label className="mb-0">Feed override, %</Form.Label>
        <Form.Select size="sm" value={override} onChange={(e) => setOverride(Number(e.target.value))}>
          {[10, 25, 50, 100, 120].map((o) => (
            <option key={o}>{o}</option>
          ))}
        </Form.Select>
      </Form.Group>
      <p className="quiet mb-0">{control.state.seconds.toFixed(1)} s of motion so far</p>
    </div>
  );
}

export function Positions({ now, speech }: { now: ReturnType<SimulatedControl['read']>; speech: Speech }) {
  return (
    <table aria-label="Positions">
      <thead>
        <tr>
          <th />
          <th className="number text-end">machine</th>
          <th className="number text-end">{now.active}</th>
        </tr>
      </thead>
      <tbody>
        {AXES.map((a) => (
          <tr key={a}>
            <th scope="row">{a.toUpperCase()}</th>
            <td className="number">{speech.signed(now.machine[a])}</td>
            <td className="number">{speech.signed(now.work[a])}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

export function PowerButtons({ act, control }: { act: Act; control: SimulatedControl }) {
  return (
    <div className="d-flex flex-wrap gap-1">
      <Button
        size="sm"
        variant="outline-primary"
        onClick={() =>
          act(() => control.home(), 'Homed: up first, then across, fast to the switch, back off, slowly on.')
        }
      >
        Home
      </Button>
      <Button size="sm" variant="outline-primary" onClick={() => act(() => control.reset(), 'Reset.')}>
        Reset
      </Button>
      <Button
        size="sm"
        variant="outline-primary"
        onClick={() =>
          act(() => {
            control.powerCycle();
            return { ok: true, says: '' };
          }, 'Off and on again: home is forgotten.')
        }
      >
        Off and on
      </Button>
    </div>
  );
}

export function TouchButtons({
  t,
  act,
  go,
  control,
  axis,
  read,
  i,
}: {
  t: RunAxis['worksheet']['touches'][number];
  act: Act;
  go: () => { ok: boolean; says: string };
  control: SimulatedControl;
  axis: Axis;
  read: (askId: string, axis: Axis) => void;
  i: number;
}) {
  return (
    <div className="d-flex flex-wrap gap-1 mt-1">
      <Button size="sm" variant="outline-primary" onClick={() => act(go, `The tool is beside the ${t.name}.`)}>
        Go to the {t.name}
      </Button>
      <Button
        size="sm"
        variant="outline-primary"
        onClick={() => act(() => control.touch(axis, -signOf(t.faces) as 1 | -1), 'Touched.')}
      >
        Touch {signOf(t.faces) > 0 ? '\u2212' : '+'}
        {axis.toUpperCase()}
      </Button>
      <Button size="sm" onClick={() => read(`touch-${i + 1}`, axis)}>
        Read {axis.toUpperCase()}
      </Button>
    </div>
  );
}
