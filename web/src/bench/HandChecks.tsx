import { Button } from 'react-bootstrap';
import { checkInWords } from '@violet-jaw/core/byHand';
import { MOST_ALONG, type HandCheck } from '@violet-jaw/core/job';
import { useJob } from '../app/JobLayout';
import { newId } from '../app/newId';
import { Labeled } from '../fields/Labeled';
import { LengthField } from '../fields/LengthField';
import { OptionalLengthField } from '../fields/OptionalLengthField';
import { ChoiceField, CountField, TextField } from '../fields/TextField';
import type { SectionProps } from './section';

/** Limits to start with. Common practice, no source. */
const LIMIT_MM = { indicate: 0.02, sweep: 0.05 };
const MOST_CHECKS = 10;

/** What is checked with an indicator once the part is held. */
export function HandChecks({ setup, planned, edit }: SectionProps) {
  const { speech } = useJob();
  const { handChecks } = setup;
  const put = (change: (list: HandCheck[]) => HandCheck[]) => edit((s) => ({ ...s, handChecks: change(s.handChecks) }));
  const replace = (check: HandCheck) => put((list) => list.map((c) => (c.id === check.id ? check : c)));
  const add = (check: HandCheck) => put((list) => [...list, check]);
  return (
    <div role="group" aria-label="Checked by hand">
      {handChecks.map((check, i) => (
        <div
          key={check.id}
          className="cut clamp-row"
          role="group"
          aria-label={`${check.kind === 'indicate' ? 'Indicate' : 'Sweep'} ${i + 1}`}
        >
          <div className="wide flex-grow-1">
            <TextField
              label={check.kind === 'indicate' ? 'Indicate' : 'Sweep'}
              value={check.what}
              placeholder={check.kind === 'indicate' ? 'the fixed jaw' : 'the blank, from above'}
              onCommit={(what) => replace({ ...check, what })}
            />
          </div>
          {check.kind === 'indicate' ? (
            <IndicateFields check={check} onChange={replace} />
          ) : (
            <SweepFields check={check} onChange={replace} />
          )}
          <Button
            size="sm"
            variant="outline-primary"
            aria-label={`Remove ${check.kind === 'indicate' ? 'indicate' : 'sweep'} ${i + 1}`}
            onClick={() => put((list) => list.filter((c) => c.id !== check.id))}
          >
            ✕
          </Button>
          {planned?.facts && <div className="field-hint w-100">{checkInWords(check, planned, speech)}</div>}
        </div>
      ))}
      <div className="mt-1 d-flex gap-1">
        <Button
          size="sm"
          variant="outline-primary"
          disabled={handChecks.length >= MOST_CHECKS}
          onClick={() =>
            add({
              kind: 'indicate',
              id: newId(),
              what: '',
              along: 'x',
              apart: 100,
              over: null,
              limit: LIMIT_MM.indicate,
            })
          }
        >
          Indicate along a face
        </Button>
        <Button
          size="sm"
          variant="outline-primary"
          disabled={handChecks.length >= MOST_CHECKS}
          onClick={() => add({ kind: 'sweep', id: newId(), what: '', columns: 3, rows: 3, limit: LIMIT_MM.sweep })}
        >
          Sweep for flatness
        </Button>
      </div>
    </div>
  );
}

type Of<K extends HandCheck['kind']> = Extract<HandCheck, { kind: K }>;

function IndicateFields({ check, onChange }: { check: Of<'indicate'>; onChange: (check: HandCheck) => void }) {
  const { job } = useJob();
  return (
    <>
      <ChoiceField
        label="Along"
        value={check.along}
        choices={[
          { value: 'x', says: 'X' },
          { value: 'y', says: 'Y' },
        ]}
        onCommit={(along) => onChange({ ...check, along: along as 'x' | 'y' })}
      />
      <LengthField
        label="Readings apart"
        mm={check.apart}
        units={job.units}
        positive
        max={20_000}
        onCommit={(apart) => onChange({ ...check, apart })}
      />
      <Labeled text="Straight over">
        <OptionalLengthField
          label="Straight over"
          mm={check.over}
          units={job.units}
          positive
          max={20_000}
          empty="the part"
          onCommit={(over) => onChange({ ...check, over })}
        />
      </Labeled>
      <LimitField check={check} onChange={onChange} />
    </>
  );
}

function SweepFields({ check, onChange }: { check: Of<'sweep'>; onChange: (check: HandCheck) => void }) {
  return (
    <>
      <CountField
        label="Along X"
        value={check.columns}
        min={2}
        max={MOST_ALONG}
        onCommit={(columns) => onChange({ ...check, columns })}
      />
      <CountField
        label="Along Y"
        value={check.rows}
        min={2}
        max={MOST_ALONG}
        onCommit={(rows) => onChange({ ...check, rows })}
      />
      <LimitField check={check} onChange={onChange} />
    </>
  );
}

function LimitField({ check, onChange }: { check: HandCheck; onChange: (check: HandCheck) => void }) {
  const { job } = useJob();
  return (
    <LengthField
      label="At most"
      mm={check.limit}
      units={job.units}
      positive
      max={10}
      onCommit={(limit) => onChange({ ...check, limit })}
    />
  );
}
