import { useState } from 'react';
import { Modal } from 'react-bootstrap';
import words from '../../../docs/why-and-how.md?raw';
import { helpText } from './helpText';

/** Behind a question mark: why a section is there, and how it is done, in the words of the documentation. */
export function WhyAndHow({ of }: { of: string }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <button type="button" className="why-and-how" aria-label={`Help on ${of}`} onClick={() => setOpen(true)}>
        ?
      </button>
      <Modal show={open} onHide={() => setOpen(false)} centered scrollable>
        <Modal.Header closeButton>
          <Modal.Title as="h2">{of}: why and how</Modal.Title>
        </Modal.Header>
        <Modal.Body>
          {helpText(words, of).map((part, i) =>
            'says' in part ? (
              <p key={i}>{part.says}</p>
            ) : (
              <ol key={i}>
                {part.steps.map((s) => (
                  <li key={s}>{s}</li>
                ))}
              </ol>
            ),
          )}
        </Modal.Body>
      </Modal>
    </>
  );
}
