import { useId, useState } from 'react';
import { Form } from 'react-bootstrap';
import { useCommitOnLeave, useReadOnly } from './field';
import { describedBy, Wrong } from './Wrong';

interface TextFieldProps {
  readonly label: string;
  readonly value: string;
  readonly onCommit: (value: string) => void;
  readonly required?: boolean;
  readonly maxLength?: number;
  readonly lines?: number;
  readonly placeholder?: string;
  readonly className?: string;
  readonly hideLabel?: boolean;
  readonly type?: 'text' | 'date';
  /** what is often meant; anything else can be typed */
  readonly suggestions?: readonly string[];
}

/** A text; commits when left or on Enter, so that one change is one step of undo. */
export function TextField({
  label,
  value,
  onCommit,
  required,
  maxLength = 200,
  lines,
  placeholder,
  className,
  hideLabel,
  type = 'text',
  suggestions,
}: TextFieldProps) {
  const id = useId();
  const [typed, setTyped] = useState<string | null>(null);
  const wrong = required && typed !== null && typed.trim() === '';
  const commit = () => {
    if (typed === null || wrong) return;
    if (typed !== value) onCommit(typed);
    setTyped(null);
  };
  useCommitOnLeave(typed === null ? null : commit);
  const readOnly = useReadOnly();
  const shared = {
    id,
    readOnly,
    'data-half-typed': typed !== null,
    value: typed ?? value,
    isInvalid: wrong,
    'aria-describedby': describedBy(id, wrong),
    maxLength,
    placeholder,
    onBlur: commit,
    autoComplete: 'off',
  };
  return (
    <Form.Group className={className}>
      <Form.Label htmlFor={id} className={hideLabel ? 'visually-hidden' : undefined}>
        {label}
      </Form.Label>
      {lines ? (
        <Form.Control as="textarea" rows={lines} {...shared} onChange={(e) => setTyped(e.target.value)} />
      ) : (
        <Form.Control
          type={type}
          list={suggestions && `${id}-list`}
          {...shared}
          onChange={(e) => setTyped(e.target.value)}
          onKeyDown={(e) => {
            if (e.key === 'Enter') commit();
          }}
        />
      )}
      {suggestions && <Suggestions id={`${id}-list`} values={suggestions} />}
      {wrong && <Wrong field={id}>Must not be empty.</Wrong>}
    </Form.Group>
  );
}

/** What a text field offers. */
export const Suggestions = ({ id, values }: { id: string; values: readonly string[] }) => (
  <datalist id={id}>
    {values.map((v) => (
      <option key={v} value={v} />
    ))}
  </datalist>
);

/** A whole number in a range. */
export function CountField({
  label,
  value,
  onCommit,
  min,
  max,
  hideLabel,
}: {
  label: string;
  value: number;
  onCommit: (value: number) => void;
  min: number;
  max: number;
  hideLabel?: boolean;
}) {
  const id = useId();
  const [typed, setTyped] = useState<string | null>(null);
  const parsed = typed === null ? value : Number(typed);
  const wrong = typed !== null && (typed.trim() === '' || !Number.isInteger(parsed) || parsed < min || parsed > max);
  const commit = () => {
    if (typed === null || wrong) return;
    if (parsed !== value) onCommit(parsed);
    setTyped(null);
  };
  useCommitOnLeave(typed === null ? null : commit);
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
        value={typed ?? String(value)}
        isInvalid={wrong}
        readOnly={readOnly}
        aria-describedby={describedBy(id, wrong)}
        autoComplete="off"
        onChange={(e) => setTyped(e.target.value)}
        onBlur={commit}
        onKeyDown={(e) => {
          if (e.key === 'Enter') commit();
          if (e.key === 'Escape') setTyped(null);
        }}
      />
      {wrong && (
        <Wrong field={id}>
          Expected a whole number from {min} to {max}.
        </Wrong>
      )}
    </Form.Group>
  );
}

/** One of several choices. */
export function ChoiceField<T extends string>({
  label,
  value,
  choices,
  onCommit,
  className,
  hideLabel,
}: {
  label: string;
  value: T;
  choices: readonly { value: T; says: string }[];
  onCommit: (value: T) => void;
  className?: string;
  hideLabel?: boolean;
}) {
  const id = useId();
  const readOnly = useReadOnly();
  return (
    <Form.Group className={className}>
      <Form.Label htmlFor={id} className={hideLabel ? 'visually-hidden' : undefined}>
        {label}
      </Form.Label>
      <Form.Select id={id} value={value} disabled={readOnly} onChange={(e) => onCommit(e.target.value as T)}>
        {choices.map((c) => (
          <option key={c.value} value={c.value}>
            {c.says}
          </option>
        ))}
      </Form.Select>
    </Form.Group>
  );
}
