import type { ComponentProps } from 'react';
import { Button } from 'react-bootstrap';
import { useReadOnly } from './field';

/** A button that changes what is looked at: it is not there for somebody who may only look. */
export function ChangeButton(props: Omit<ComponentProps<typeof Button>, 'as'>) {
  return useReadOnly() ? null : <Button {...props} />;
}
