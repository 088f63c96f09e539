import type { ReactNode } from 'react';
import { Form } from 'react-bootstrap';

/** What a field says of an entry it cannot take; {@link describedBy} ties it to the field for a screen reader. */
export function Wrong({ field, children }: { field: string; children: ReactNode }) {
  return (
    <Form.Control.Feedback type="invalid" id={`${field}-wrong`} className="d-block">
      {children}
    </Form.Control.Feedback>
  );
}

export const describedBy = (field: string, wrong: unknown): string | undefined =>
  wrong ? `${field}-wrong` : undefined;
