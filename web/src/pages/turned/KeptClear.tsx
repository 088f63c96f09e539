import { Button } from 'react-bootstrap';
import { MOST_CHANGES } from '@violet-jaw/core/job';
import { useJob } from '../../app/JobLayout';
import { newId } from '../../app/newId';
import { LengthField } from '../../fields/LengthField';
import { TextField } from '../../fields/TextField';
import { useTurned } from './useTurned';

/** Seats, threads and grooves: no witness line there. */
export function KeptClear() {
  const { job } = useJob();
  const { turned, set } = useTurned();
  const edit = (id: string, fields: Partial<(typeof turned.keptClear)[number]>) =>
    set((t) => ({ keptClear: t.keptClear.map((z) => (z.id === id ? { ...z, ...fields } : z)) }));
  return (
    <section aria-label="No witness line">
      <h3>No witness line on</h3>
      {turned.keptClear.length === 0 && <p className="quiet mb-1">Nothing is kept clear: a change may be anywhere.</p>}
      {turned.keptClear.map((z, i) => (
        <fieldset key={z.id} className="panel turned-change" aria-label={z.why || `Kept clear ${i + 1}`}>
          <strong className="wide">{z.why || `Kept clear ${i + 1}`}</strong>
          <TextField
            label={`What is kept clear ${i + 1}`}
            value={z.why}
            maxLength={80}
            onCommit={(why) => edit(z.id, { why })}
          />
          <LengthField
            label={`Kept clear ${i + 1} from`}
            mm={z.from}
            units={job.units}
            min={0}
            max={100_000}
            onCommit={(from) => edit(z.id, { from })}
          />
          <LengthField
            label={`Kept clear ${i + 1} to`}
            mm={z.to}
            units={job.units}
            min={0}
            max={100_000}
            onCommit={(to) => edit(z.id, { to })}
          />
          <Button
            size="sm"
            variant="outline-primary"
            onClick={() => set((t) => ({ keptClear: t.keptClear.filter((e) => e.id !== z.id) }))}
          >
            Take out {z.why || `kept clear ${i + 1}`}
          </Button>
        </fieldset>
      ))}
      {turned.keptClear.length < MOST_CHANGES && (
        <Button
          size="sm"
          variant="outline-primary"
          onClick={() => set((t) => ({ keptClear: [...t.keptClear, { id: newId(), from: 0, to: 10, why: '' }] }))}
        >
          Keep a place clear
        </Button>
      )}
    </section>
  );
}
