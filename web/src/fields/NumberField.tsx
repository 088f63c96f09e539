import { useId, useState } from 'react';
import { Form } from 'react-bootstrap';
import { useCommitOnLeave, useReadOnly } from './field';
import { describedBy, Wrong } from './Wrong';

interface NumberFieldProps {
  readonly label: string;
  /** null: not known; the field is empty */
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
export function NumberField({ label, value, onCommit, min, max, positive = false, optional = false, hideLabel, digits = 4, hint, empty: whenEmpty = 'not known' }: NumberFieldProps) {
  const id = useId();
  const [typed, setTyped] = useState<string | null>(null);
  const shown = value === null ? '' : String(Number(value.toFixed(digits)));
  const empty = typed !== null && typed.trim() === '';
  const parsed = typed === null || empty ? value : plain(typed);
  const wrong = typed !== null && (empty ? !optional : !Number.isFinite(parsed) || parsed! < min || parsed! > max || (positive && parsed! <= 0));
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
      <Form.Label htmlFor={id} className={hideLabel ? 'visually-hidden' : undefined}>{label}</Form.Label>
      <Form.Control
        id={id} className="number" data-half-typed={typed !== null} value={typed ?? shown} isInvalid={wrong} readOnly={readOnly} aria-describedby={describedBy(id, wrong)} autoComplete="off" placeholder={optional ? whenEmpty : undefined}
        onChange={(e) => setTyped(e.target.value)} onBlur={commit} onKeyDown={(e) => { if (e.key === 'Enter') commit(); if (e.key === 'Escape') setTyped(null); }}
      />
      {wrong && <Wrong field={id}>Expected a number {positive ? `above 0, up to ${max}` : `from ${min} to ${max}`}{optional ? ', or nothing' : ''}.</Wrong>}
      {!wrong && hint && <div className="field-hint">{hint}</div>}
    </Form.Group>
  );
}
