import { useEffect, useState } from 'react';
import { Button } from 'react-bootstrap';
import { targetOf, type Ask, type RunPlan, type RunState, type RunStep } from '@violet-jaw/core/run';
import { speechIn, type Speech, type Units } from '@violet-jaw/core/units';
import { parseLength } from '../../fields/parseLength';
import { addEvent } from '../../store/runStore';
import { Keypad } from './Keypad';

/** What was typed or ticked, by the question's id. */
export type Typed = Readonly<Record<string, string | boolean>>;

interface StepFormProps {
  readonly plan: RunPlan;
  readonly step: RunStep;
  readonly state: RunState;
  readonly typed: Typed;
  readonly onType: (id: string, value: string | boolean) => void;
}

/** The questions of one step, target beside reading, and the button that goes on. */
export function StepForm({ plan, step, state, typed, onType }: StepFormProps) {
  const speech = speechIn(plan.units);
  const lengths = step.asks.filter((a) => a.kind === 'length');
  const [active, setActive] = useState<string | null>(lengths[0]?.id ?? null);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    setActive(step.asks.find((a) => a.kind === 'length')?.id ?? null);
    setProblem(null);
  }, [step]);
  const open = step.asks.filter((a) =>
    a.kind === 'yes' ? typed[a.id] !== true : String(typed[a.id] ?? '').trim() === '',
  );
  const answer = async () => {
    const values: Record<string, number | boolean> = {};
    for (const ask of step.asks) {
      if (ask.kind === 'yes') {
        values[ask.id] = typed[ask.id] === true;
        continue;
      }
      const parsed = await parseLength(String(typed[ask.id] ?? ''), plan.units);
      if (!parsed.ok) {
        setProblem(
          `${ask.label}: expected a number such as ${plan.units === 'mm' ? '\u2212467.350' : '\u221218.4000'}.`,
        );
        setActive(ask.id);
        return;
      }
      values[ask.id] = parsed.mm;
    }
    setProblem(null);
    addEvent({ kind: 'answer', stepId: step.id, values });
  };
  return (
    <form
      className="run-form"
      onSubmit={(e) => {
        e.preventDefault();
        void answer();
      }}
    >
      <div className={lengths.length > 0 ? 'run-cols' : undefined}>
        <div>
          {step.asks.map((ask) =>
            ask.kind === 'yes' ? (
              <Confirm
                key={ask.id}
                ask={ask}
                on={typed[ask.id] === true}
                before={
                  step.kind === 'transition'
                    ? step.asks.slice(0, step.asks.indexOf(ask)).every((a) => typed[a.id] === true)
                    : true
                }
                onChange={(on) => onType(ask.id, on)}
              />
            ) : (
              <Reading
                key={ask.id}
                ask={ask}
                target={targetOf(plan, step, ask, state.answers)}
                speech={speech}
                units={plan.units}
                text={String(typed[ask.id] ?? '')}
                active={active === ask.id}
                onActive={() => setActive(ask.id)}
                onType={(text) => onType(ask.id, text)}
              />
            ),
          )}
          {problem && (
            <div className="finding stop" role="alert">
              <span className="level">not taken</span>
              {problem}
            </div>
          )}
          <Button type="submit" className="run-go" disabled={open.length > 0}>
            {BUTTON[step.kind]}
          </Button>
          {open.length > 0 && (
            <div className="run-open">
              {open.length === 1 ? `Open: ${open[0].label}` : `${open.length} things are open on this step.`}
            </div>
          )}
        </div>
        {lengths.length > 0 && (
          <Keypad
            value={active ? String(typed[active] ?? '') : ''}
            onType={(text) => {
              if (active) onType(active, text);
            }}
          />
        )}
      </div>
    </form>
  );
}

const BUTTON: Record<RunStep['kind'], string> = {
  machine: 'The machine is ready',
  prepare: 'Everything is ready',
  place: 'They are set',
  load: 'It is loaded',
  edge: 'Take these readings',
  handCheck: 'Take these readings',
  touch: 'Take this reading',
  keyIn: 'This is what the register says',
  verify: 'It stands right',
  dryRun: 'The dry run went through',
  ears: 'They hold',
  drill: 'They are drilled',
  firstCut: 'The first part is cut',
  firstPart: 'Take these sizes',
  transition: 'Hands are out, go on',
  series: 'All of them are through',
  clear: 'The registers are cleared',
  bar: 'Done, go on',
  putAway: 'It is all put away',
};

function Confirm({
  ask,
  on,
  before,
  onChange,
}: {
  ask: Ask;
  on: boolean;
  before: boolean;
  onChange: (on: boolean) => void;
}) {
  return (
    <label className={`run-confirm${on ? ' on' : ''}${before ? '' : ' waits'}`}>
      <input type="checkbox" checked={on} disabled={!before} onChange={(e) => onChange(e.target.checked)} />
      <span>{ask.label}</span>
    </label>
  );
}

interface ReadingProps {
  readonly ask: Ask;
  readonly target: number | null;
  readonly speech: Speech;
  readonly units: Units;
  readonly text: string;
  readonly active: boolean;
  readonly onActive: () => void;
  readonly onType: (text: string) => void;
}

function Reading({ ask, target, speech, units, text, active, onActive, onType }: ReadingProps) {
  const [difference, setDifference] = useState<string | null>(null);
  useEffect(() => {
    let gone = false;
    if (target === null || text.trim() === '') setDifference(null);
    else
      void parseLength(text, units).then((p) => {
        if (!gone) setDifference(p.ok ? speech.signed(p.mm - target) : null);
      });
    return () => {
      gone = true;
    };
  }, [text, target, speech, units]);
  return (
    <div className={`run-reading${active ? ' active' : ''}`}>
      <label htmlFor={`ask-${ask.id}`}>{ask.label}</label>
      <input
        id={`ask-${ask.id}`}
        className="number"
        value={text}
        inputMode="none"
        autoComplete="off"
        autoFocus={active}
        onFocus={onActive}
        onChange={(e) => onType(e.target.value)}
      />
      <div className="run-target">
        <span>
          {target === null ? (
            'nothing to compare with'
          ) : (
            <>
              expected <b className="number">{ask.axis === null ? speech.size(target) : speech.signed(target)}</b>
            </>
          )}
        </span>
        {difference !== null && (
          <span>
            off by <b className="number">{difference}</b>
          </span>
        )}
      </div>
    </div>
  );
}
