import { useId, useState } from 'react';
import { Form } from 'react-bootstrap';
import type { Unit } from '@violet-jaw/core/units';
import { useCommitOnLeave, useReadOnly } from './field';
import { describedBy, Wrong } from './Wrong';

interface NumberFieldProps {
  readonly label: string;
  /** what it is typed in; left out: as the document has it */
  readonly unit?: Unit;
  /** null: not known; the field is empty. Limits and value are in the unit of the document */
  readonly value: number | null;
  readonly onCommit: (value: number | null) => void;
  readonly min: number;
  readonly max: number;
  /** the smallest value itself is not allowed */
  readonly positive?: boolean;
  readonly optional?: boolean;
  readonly hideLabel?: boolean;
  readonly digits?: number;
  readonly hint?: string;
  /** what stands in an empty field */
  readonly empty?: string;
}

const plain = (text: string) => Number(text.trim().replaceAll('\u2212', '-').replace(',', '.'));

/** A number that is no length: force, torque, percent. Empty means not known where that is allowed. */
export function NumberField({
  label,
  unit,
  value,
  onCommit,
  min,
  max,
  positive = false,
  optional = false,
  hideLabel,
  digits = 4,
  hint,
  empty: whenEmpty = 'not known',
}: NumberFieldProps) {
  const id = useId();
  const [typed, setTyped] = useState<string | null>(null);
  const per = unit?.per ?? 1;
  const written = (v: number) => String(Number((v / per).toFixed(digits)));
  const shown = value === null ? '' : written(value);
  const empty = typed !== null && typed.trim() === '';
  const parsed = typed === null || empty ? value : plain(typed) * per;
  const wrong =
    typed !== null &&
    (empty ? !optional : !Number.isFinite(parsed) || parsed! < min || parsed! > max || (positive && parsed! <= 0));
  const commit = () => {
    if (typed === null || wrong) return;
    const next = empty ? null : parsed;
    if (typed !== shown && next !== value) onCommit(next);
    setTyped(null);
  };
  useCommitOnLeave(typed === null ? null : commit);
  const readOnly = useReadOnly();
  return (
    <Form.Group>
      <Form.Label htmlFor={id} className={hideLabel ? 'visually-hidden' : undefined}>
        {unit ? `${label}, ${unit.name}` : label}
      </Form.Label>
      <Form.Control
        id={id}
        className="number"
        data-half-typed={typed !== null}
        value={typed ?? shown}
        isInvalid={wrong}
        readOnly={readOnly}
        aria-describedby={describedBy(id, wrong)}
        autoComplete="off"
        placeholder={optional ? whenEmpty : undefined}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={commit}
        onKeyDown={(e) => {
          if (e.key === 'Enter') commit();
          if (e.key === 'Escape') setTyped(null);
        }}
      />
      {wrong && (
        <Wrong field={id}>
          Expected a number {positive ? `above 0, up to ${written(max)}` : `from ${written(min)} to ${written(max)}`}
          {optional ? ', or nothing' : ''}.
        </Wrong>
      )}
      {!wrong && hint && <div className="field-hint">{hint}</div>}
    </Form.Group>
  );
}
