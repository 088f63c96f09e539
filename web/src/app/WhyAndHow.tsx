import { useState } from 'react';
import { Modal } from 'react-bootstrap';
import pages from '../../../docs/pages.md?raw';
import sections from '../../../docs/why-and-how.md?raw';
import { pictureOf } from './helpPictures';
import { helpText } from './helpText';

/**
 * Behind a question mark: why a section or page is there, and how it is used, in the words of the documentation, with
 * its picture.
 */
export function WhyAndHow({ of, page = false }: { of: string; page?: boolean }) {
  const [open, setOpen] = useState(false);
  const picture = pictureOf(of);
  return (
    <>
      <button
        type="button"
        className="why-and-how"
        aria-label={page ? `Help on the page ${of}` : `Help on ${of}`}
        onClick={() => setOpen(true)}
      >
        ?
      </button>
      <Modal show={open} onHide={() => setOpen(false)} centered scrollable size={page ? 'lg' : undefined}>
        <Modal.Header closeButton>
          <Modal.Title as="h2">{of}: why and how</Modal.Title>
        </Modal.Header>
        <Modal.Body>
          {helpText(page ? pages : sections, of).map((part, i) =>
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
          {picture && <img className="help-picture" src={picture} alt={`${of}, as in the demo shop`} />}
        </Modal.Body>
      </Modal>
    </>
  );
}
