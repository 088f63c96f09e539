import { useState, type FormEvent } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { api } from '../store/api';

/** Somebody gives themselves another password. */
export function OwnPassword({ show, onClose }: { show: boolean; onClose: () => void }) {
  return (
    <Modal show={show} onHide={onClose} centered aria-labelledby="own-password">
      <Modal.Header closeButton><Modal.Title as="h2" id="own-password">Change my password</Modal.Title></Modal.Header>
      <Modal.Body><OwnPasswordForm onClose={onClose} /></Modal.Body>
    </Modal>
  );
}

function OwnPasswordForm({ onClose }: { onClose: () => void }) {
  const [current, setCurrent] = useState('');
  const [password, setPassword] = useState('');
  const [said, setSaid] = useState<{ done: boolean; says: string } | null>(null);
  const change = async (event: FormEvent) => {
    event.preventDefault();
    try {
      await api.changeOwnPassword(current, password);
      setSaid({ done: true, says: 'Your password is changed. Where you were signed in elsewhere, you are not any more.' });
    } catch (error) { setSaid({ done: false, says: error instanceof Error ? error.message : String(error) }); }
  };
  if (said?.done) return <><p role="status">{said.says}</p><Button onClick={onClose}>Done</Button></>;
  return (
    <Form onSubmit={(e) => { void change(e); }}>
      <Form.Group controlId="own-current" className="mb-2"><Form.Label>Present password</Form.Label><Form.Control type="password" autoComplete="current-password" autoFocus maxLength={200} value={current} onChange={(e) => setCurrent(e.target.value)} /></Form.Group>
      <Form.Group controlId="own-new" className="mb-2"><Form.Label>New password, at least 12 signs</Form.Label><Form.Control type="password" autoComplete="new-password" maxLength={200} value={password} onChange={(e) => setPassword(e.target.value)} /></Form.Group>
      {said && <div className="finding stop" role="alert"><span className="level">not changed</span>{said.says}</div>}
      <Button type="submit" disabled={current === '' || password.length < 10}>Change my password</Button>
    </Form>
  );
}
