import { useState } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { NotDone } from '../../app/NotDone';

/** Asks for one line before something is done. */
export function Ask({
  title,
  label,
  says,
  does,
  first = '',
  problem,
  required = false,
  maxLength,
  onClose,
  onGiven,
}: {
  title: string;
  label: string;
  says: string;
  /** the button */
  does: string;
  first?: string;
  problem: string | null;
  required?: boolean;
  maxLength: number;
  onClose: () => void;
  onGiven: (text: string) => Promise<void>;
}) {
  const [text, setText] = useState(first);
  const [working, setWorking] = useState(false);
  const [tried, setTried] = useState(false);
  const missing = required && text.trim() === '';
  const give = async () => {
    setTried(true);
    if (missing || working) return;
    setWorking(true);
    await onGiven(text.trim());
    setWorking(false);
  };
  return (
    <Modal show onHide={onClose} centered aria-label={title}>
      <Form
        onSubmit={(e) => {
          e.preventDefault();
          void give();
        }}
      >
        <Modal.Header closeButton>
          <Modal.Title as="h2">{title}</Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <Form.Group controlId="asked">
            <Form.Label>{label}</Form.Label>
            <Form.Control value={text} maxLength={maxLength} autoFocus onChange={(e) => setText(e.target.value)} />
          </Form.Group>
          <p className="quiet mt-2 mb-0">{says}</p>
          <NotDone problem={tried && missing ? 'It needs a name.' : problem} />
        </Modal.Body>
        <Modal.Footer>
          <Button variant="outline-primary" onClick={onClose}>
            Cancel
          </Button>
          <Button type="submit" disabled={working}>
            {does}
          </Button>
        </Modal.Footer>
      </Form>
    </Modal>
  );
}
