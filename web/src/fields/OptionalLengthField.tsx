import { useId, useRef, useState } from 'react';
import { Form } from 'react-bootstrap';
import { formatLength, formatSigned, unitName, type Units } from '@violet-jaw/core/units';
import { parseLength, parsePlain } from './parseLength';
import { useCommitOnLeave, useReadOnly } from './field';
import { describedBy, Wrong } from './Wrong';

interface OptionalLengthFieldProps {
  readonly label: string;
  /** null: not known; the field is empty */
  readonly mm: number | null;
  readonly units: Units;
  readonly onCommit: (mm: number | null) => void;
  readonly signed?: boolean;
  readonly positive?: boolean;
  readonly max?: number;
  /** what stands in the empty field */
  readonly empty?: string;
}

/**
 * A length that may be unknown: empty means not known, never zero. For table cells, so the label is for screen
 * readers.
 */
export function OptionalLengthField({
  label,
  mm,
  units,
  onCommit,
  signed = false,
  positive = false,
  max = 100_000,
  empty = 'not known',
}: OptionalLengthFieldProps) {
  const id = useId();
  const [typed, setTyped] = useState<string | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const shown = mm === null ? '' : signed ? formatSigned(mm, units) : formatLength(mm, units);
  const latest = useRef(onCommit);
  latest.current = onCommit;
  const commit = async (text: string) => {
    if (text === shown) {
      setTyped(null);
      setWrong(null);
      return;
    }
    const take = (value: number | null) => {
      setTyped(null);
      setWrong(null);
      latest.current(value);
    };
    if (text.trim() === '') {
      take(null);
      return;
    }
    const parsed = parsePlain(text, units) ?? (await parseLength(text, units));
    if (!parsed.ok) setWrong('Expected a length such as 12.5 or 1 1/2 in, or nothing.');
    else if ((positive && parsed.mm <= 0) || (!signed && parsed.mm < 0) || Math.abs(parsed.mm) > max)
      setWrong(`Must be ${positive ? 'more than 0 and ' : ''}at most ${formatLength(max, units)} ${unitName(units)}.`);
    else take(parsed.mm);
  };
  useCommitOnLeave(
    typed === null
      ? null
      : () => {
          void commit(typed);
        },
  );
  const readOnly = useReadOnly();
  return (
    <Form.Group>
      <Form.Label htmlFor={id} className="visually-hidden">
        {label}
      </Form.Label>
      <Form.Control
        id={id}
        className="number"
        data-half-typed={typed !== null}
        placeholder={empty}
        value={typed ?? shown}
        isInvalid={wrong !== null}
        readOnly={readOnly}
        aria-describedby={describedBy(id, wrong)}
        autoComplete="off"
        onChange={(e) => setTyped(e.target.value)}
        onBlur={(e) => {
          void commit(e.target.value);
        }}
        onKeyDown={(e) => {
          if (e.key === 'Enter') {
            e.preventDefault();
            void commit(e.currentTarget.value);
          }
          if (e.key === 'Escape') {
            setTyped(null);
            setWrong(null);
          }
        }}
      />
      {wrong && <Wrong field={id}>{wrong}</Wrong>}
    </Form.Group>
  );
}
