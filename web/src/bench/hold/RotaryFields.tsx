import { Button, Form } from 'react-bootstrap';
import { cornerRadius, turnInWords } from '@violet-jaw/core/holdings';
import { useJob } from '../../app/JobLayout';
import { LengthField } from '../../fields/LengthField';
import { useHold, type KindProps } from './useHold';

/** Tailstock and supports of a rotary axis. */
export function RotaryFields(props: KindProps<'rotary axis'>) {
  const {
    setup,
    hold: { tailstock, supports, stays, roundCarrier },
    planned,
  } = props;
  const { job, plannedNow } = useJob();
  const { put } = useHold<'round'>(props, 'hold');
  const putCarrier = (next: typeof roundCarrier) => put((r) => ({ ...r, roundCarrier: next }));
  const begin = async () => {
    const seat = (await plannedNow(setup.id))?.facts?.seat;
    // room for a wall all round (common practice, no source)
    const diameter = seat ? Math.ceil((2 * cornerRadius(seat)) / 5) * 5 + 20 : 80;
    putCarrier({ diameter, width: 20 });
  };
  const first = job.setups[0]?.id === setup.id;
  return (
    <>
      {(!first || stays) && (
        <Form.Check
          type="switch"
          id={`stays-${setup.id}`}
          label="The part stays in the jaws, the axis only turns it"
          checked={stays}
          onChange={(e) => put((r) => ({ ...r, stays: e.target.checked }))}
        />
      )}
      {planned?.indexed && (
        <p className="mb-1">
          Axis to <span className="number">{planned.indexed.says}</span>: the work turned {turnInWords(planned.indexed)}{' '}
          since Op {planned.indexed.fromOp}.
        </p>
      )}
      <Form.Check
        type="switch"
        id={`tail-${setup.id}`}
        label="Tailstock"
        checked={tailstock}
        onChange={(e) => put((r) => ({ ...r, tailstock: e.target.checked }))}
      />
      <div className="fields mt-1" role="group" aria-label="Supports">
        {supports.map((x, i) => (
          <LengthField
            key={i}
            label={`Support ${i + 1} at X`}
            mm={x}
            units={job.units}
            signed
            min={0}
            max={20_000}
            onCommit={(mm) => put((r) => ({ ...r, supports: r.supports.map((v, k) => (k === i ? mm : v)) }))}
          />
        ))}
        <div className="wide d-flex gap-2">
          <Button
            size="sm"
            variant="outline-primary"
            disabled={supports.length >= 6}
            onClick={() => put((r) => ({ ...r, supports: [...r.supports, (r.supports.at(-1) ?? 0) + 100] }))}
          >
            Add support
          </Button>
          <Button
            size="sm"
            variant="outline-primary"
            disabled={supports.length === 0}
            onClick={() => put((r) => ({ ...r, supports: r.supports.slice(0, -1) }))}
          >
            Take one out
          </Button>
        </div>
      </div>
      {supports.length > 0 && (
        <div className="fields mt-1" role="group" aria-label="Round carriers">
          <div className="wide">
            <Form.Check
              type="switch"
              id={`carriers-${setup.id}`}
              label="Round carriers on the part at its supports"
              checked={roundCarrier !== null}
              onChange={(e) => (e.target.checked ? void begin() : putCarrier(null))}
            />
          </div>
          {roundCarrier &&
            (['diameter', 'width'] as const).map((key) => (
              <LengthField
                key={key}
                label={key === 'diameter' ? 'Carriers, outside diameter' : 'Carriers, width'}
                mm={roundCarrier[key]}
                units={job.units}
                min={1}
                max={key === 'diameter' ? 5000 : 500}
                onCommit={(mm) => putCarrier({ ...roundCarrier, [key]: mm })}
              />
            ))}
        </div>
      )}
    </>
  );
}
