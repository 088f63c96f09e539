import { Button } from 'react-bootstrap';
import type { Setup } from '@violet-jaw/core/job';
import { useJob } from '../app/JobLayout';
import { LengthField } from '../fields/LengthField';
import { TextField } from '../fields/TextField';
import { HandChecks } from './HandChecks';
import type { SectionProps } from './section';

/** What must be at hand before the start, and what is measured on the first part. */
export function AtTheMachine(props: SectionProps) {
  const { setup, edit } = props;
  const { job } = useJob();
  const { consumables, firstPart } = setup;
  const supplies = (change: (list: string[]) => string[]) =>
    edit((s) => ({ ...s, consumables: change(s.consumables) }));
  const checks = (change: (list: Setup['firstPart']) => Setup['firstPart']) =>
    edit((s) => ({ ...s, firstPart: change(s.firstPart) }));
  const set = (i: number, fields: Partial<Setup['firstPart'][number]>) =>
    checks((list) => list.map((c, k) => (k === i ? { ...c, ...fields } : c)));
  return (
    <div role="group" aria-label="At the machine">
      <h3 className="mt-2">At the machine</h3>
      {consumables.map((what, i) => (
        <div key={i} className="d-flex gap-1 mb-1">
          <TextField
            hideLabel
            className="flex-grow-1"
            label={`At hand ${i + 1}`}
            value={what}
            placeholder="coolant, brush, wax …"
            onCommit={(v) => supplies((list) => list.map((c, k) => (k === i ? v : c)))}
          />
          <Button
            size="sm"
            variant="outline-primary"
            aria-label={`Remove ${what}`}
            onClick={() => supplies((list) => list.filter((_, k) => k !== i))}
          >
            ✕
          </Button>
        </div>
      ))}
      <Button
        size="sm"
        variant="outline-primary"
        disabled={consumables.length >= 20}
        onClick={() => supplies((list) => [...list, ''])}
      >
        Add what must be at hand
      </Button>
      <HandChecks {...props} />
      {firstPart.map((c, i) => (
        <div key={i} className="cut clamp-row" role="group" aria-label={`Check ${i + 1} of the first part`}>
          <div className="wide flex-grow-1">
            <TextField
              label="Measure on the first part"
              value={c.what}
              placeholder="length over the left and right face"
              onCommit={(what) => set(i, { what })}
            />
          </div>
          <div>
            <LengthField label="Size" mm={c.size} units={job.units} onCommit={(size) => set(i, { size })} />
          </div>
          <div>
            <LengthField
              label="Over"
              mm={c.plus}
              units={job.units}
              min={0}
              max={100}
              onCommit={(plus) => set(i, { plus })}
            />
          </div>
          <div>
            <LengthField
              label="Under"
              mm={c.minus}
              units={job.units}
              min={0}
              max={100}
              onCommit={(minus) => set(i, { minus })}
            />
          </div>
          <Button
            size="sm"
            variant="outline-primary"
            aria-label={`Remove check ${i + 1}`}
            onClick={() => checks((list) => list.filter((_, k) => k !== i))}
          >
            ✕
          </Button>
        </div>
      ))}
      <div className="mt-1">
        <Button
          size="sm"
          variant="outline-primary"
          disabled={firstPart.length >= 30}
          onClick={() => checks((list) => [...list, { what: '', size: 0, minus: 0, plus: 0 }])}
        >
          Add a check of the first part
        </Button>
      </div>
    </div>
  );
}
