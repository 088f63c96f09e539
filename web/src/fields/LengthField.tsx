import { useId, useRef, useState } from 'react';
import { Form } from 'react-bootstrap';
import { formatLength, formatSigned, unitName, type Units } from '@violet-jaw/core/units';
import { parseLength, parsePlain } from './parseLength';
import { useCommitOnLeave, useReadOnly } from './field';
import { describedBy, Wrong } from './Wrong';

export interface LengthFieldProps {
  readonly label: string;
  readonly mm: number;
  readonly units: Units;
  readonly onCommit: (mm: number) => void;
  readonly signed?: boolean;
  readonly min?: number;
  readonly max?: number;
  /** the smallest value itself is not allowed: sizes */
  readonly positive?: boolean;
  readonly hint?: string;
  readonly onKeepWhy?: (typed: string) => void;
  readonly onLook?: (looking: boolean) => void;
  readonly hideLabel?: boolean;
}

const notRead = ({ notLoaded }: { notLoaded?: true }): string =>
  notLoaded
    ? 'Sums cannot be worked out just now: type the result, or load the page again.'
    : 'Expected a length such as 12.5, 4.5-0.03, 1 1/2 in or 12.7mm.';

/**
 * A length in the job's unit. Takes arithmetic and units; commits on Enter or when left. What cannot be read stays in
 * the field, marked, with what was expected, and the document keeps its last good value.
 */
export function LengthField({
  label,
  mm,
  units,
  onCommit,
  signed = false,
  min = -100_000,
  max = 100_000,
  positive = false,
  hint,
  onKeepWhy,
  onLook,
  hideLabel,
}: LengthFieldProps) {
  const id = useId();
  const [typed, setTyped] = useState<string | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const [expression, setExpression] = useState<string | null>(null);
  // reading arithmetic takes a moment, in which other fields may have changed what the commit works on
  const latest = useRef(onCommit);
  latest.current = onCommit;
  const shown = signed ? formatSigned(mm, units) : formatLength(mm, units);

  const commit = async (text: string) => {
    if (text === shown) {
      setTyped(null);
      setWrong(null);
      return;
    }
    const parsed = parsePlain(text, units) ?? (await parseLength(text, units));
    if (!parsed.ok) {
      setWrong(notRead(parsed));
      return;
    }
    if (positive && parsed.mm <= 0) {
      setWrong('Must be more than 0.');
      return;
    }
    if (parsed.mm < min - 1e-9 || parsed.mm > max + 1e-9) {
      setWrong(`Must be between ${formatLength(min, units)} and ${formatLength(max, units)} ${unitName(units)}.`);
      return;
    }
    setTyped(null);
    setWrong(null);
    setExpression(parsed.isExpression ? text : null);
    if (Math.abs(parsed.mm - mm) > 1e-12) latest.current(parsed.mm);
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
      <Form.Label htmlFor={id} className={hideLabel ? 'visually-hidden' : undefined}>
        {label}
      </Form.Label>
      <Form.Control
        id={id}
        className="number"
        data-half-typed={typed !== null}
        value={typed ?? shown}
        isInvalid={wrong !== null}
        readOnly={readOnly}
        autoComplete="off"
        inputMode="text"
        spellCheck={false}
        aria-describedby={describedBy(id, wrong)}
        onFocus={(e) => {
          e.target.select();
          onLook?.(true);
        }}
        onMouseEnter={() => onLook?.(true)}
        onMouseLeave={() => onLook?.(false)}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={(e) => {
          onLook?.(false);
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
      {!wrong && expression && (
        <div className="field-hint">
          from {expression}
          {onKeepWhy && (
            <>
              {' '}
              ·{' '}
              <button
                type="button"
                className="btn btn-link btn-sm"
                onClick={() => {
                  onKeepWhy(expression);
                  setExpression(null);
                }}
              >
                keep as why
              </button>
            </>
          )}
        </div>
      )}
      {!wrong && !expression && hint && <div className="field-hint">{hint}</div>}
    </Form.Group>
  );
}
