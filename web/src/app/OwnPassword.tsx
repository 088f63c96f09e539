import { useState, type FormEvent } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { useChange, useServer } from '../store/query';
import { NotDone } from './NotDone';
import { localMinute } from './when';

/** Somebody gives themselves another password. */
export function OwnPassword({ show, onClose }: { show: boolean; onClose: () => void }) {
  return (
    <Modal show={show} onHide={onClose} centered aria-labelledby="own-password">
      <Modal.Header closeButton>
        <Modal.Title as="h2" id="own-password">
          Change my password
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <OwnPasswordForm onClose={onClose} />
        <OwnSessions />
      </Modal.Body>
    </Modal>
  );
}

function OwnPasswordForm({ onClose }: { onClose: () => void }) {
  const [current, setCurrent] = useState('');
  const [password, setPassword] = useState('');
  const [done, setDone] = useState(false);
  const change = useChange('changeOwnPassword', ['ownSessions']);
  const send = async (event: FormEvent) => {
    event.preventDefault();
    setDone(await change.run({ body: { current, password } }));
  };
  if (done)
    return (
      <>
        <p role="status">Your password is changed. Where you were signed in elsewhere, you are not any more.</p>
        <Button onClick={onClose}>Done</Button>
      </>
    );
  return (
    <Form
      onSubmit={(e) => {
        void send(e);
      }}
    >
      <Form.Group controlId="own-current" className="mb-2">
        <Form.Label>Present password</Form.Label>
        <Form.Control
          type="password"
          autoComplete="current-password"
          autoFocus
          maxLength={200}
          value={current}
          onChange={(e) => setCurrent(e.target.value)}
        />
      </Form.Group>
      <Form.Group controlId="own-new" className="mb-2">
        <Form.Label>New password, at least 12 characters</Form.Label>
        <Form.Control
          type="password"
          autoComplete="new-password"
          maxLength={200}
          value={password}
          onChange={(e) => setPassword(e.target.value)}
        />
      </Form.Group>
      <NotDone problem={change.problem} level="not changed" />
      <Button type="submit" disabled={current === '' || password.length < 12}>
        Change my password
      </Button>
    </Form>
  );
}

/** Where somebody is signed in; what they no longer use they end here. */
function OwnSessions() {
  const sessions = useServer('ownSessions', {});
  const end = useChange('endSession', ['ownSessions']);
  return (
    <section aria-label="Where I am signed in" className="mt-3">
      <h3>Where I am signed in</h3>
      <NotDone problem={end.problem ?? sessions.problem} />
      <ul className="list-unstyled mb-0">
        {sessions.data?.map((s) => (
          <li key={s.id} className="d-flex gap-2 align-items-center mb-1">
            <span className="number">{localMinute(s.since)}</span>
            <span className="me-auto">
              {s.from ? `from ${s.from}` : ''}
              {s.here ? ', here' : ''}
            </span>
            {!s.here && (
              <Button
                size="sm"
                variant="outline-primary"
                onClick={() => {
                  void end.run({ session: s.id });
                }}
              >
                Sign out there
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
