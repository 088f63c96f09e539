import { useEffect, useState, type FormEvent } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import type { OwnSession } from '@violet-jaw/formats/api';
import { api } from '../store/api';
import { localMinute } from './when';

/** Somebody gives themselves another password. */
export function OwnPassword({ show, onClose }: { show: boolean; onClose: () => void }) {
  return (
    <Modal show={show} onHide={onClose} centered aria-labelledby="own-password">
      <Modal.Header closeButton><Modal.Title as="h2" id="own-password">Change my password</Modal.Title></Modal.Header>
      <Modal.Body><OwnPasswordForm onClose={onClose} /><OwnSessions /></Modal.Body>
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
      <Form.Group controlId="own-new" className="mb-2"><Form.Label>New password, at least 12 characters</Form.Label><Form.Control type="password" autoComplete="new-password" maxLength={200} value={password} onChange={(e) => setPassword(e.target.value)} /></Form.Group>
      {said && <div className="finding stop" role="alert"><span className="level">not changed</span>{said.says}</div>}
      <Button type="submit" disabled={current === '' || password.length < 12}>Change my password</Button>
    </Form>
  );
}

/** Where somebody is signed in; what they no longer use they end here. */
function OwnSessions() {
  const [sessions, setSessions] = useState<readonly OwnSession[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const load = () => api.ownSessions().then(setSessions, (error: unknown) => setProblem(error instanceof Error ? error.message : String(error)));
  useEffect(() => { void load(); }, []);
  const end = async (id: string) => {
    try { await api.endSession(id); } catch (error) { setProblem(error instanceof Error ? error.message : String(error)); }
    await load();
  };
  return (
    <section aria-label="Where I am signed in" className="mt-3">
      <h3>Where I am signed in</h3>
      {problem && <p className="finding stop" role="alert">{problem}</p>}
      <ul className="list-unstyled mb-0">
        {sessions.map((s) => (
          <li key={s.id} className="d-flex gap-2 align-items-center mb-1">
            <span className="number">{localMinute(s.since)}</span><span className="me-auto">{s.from ? `from ${s.from}` : ''}{s.here ? ', here' : ''}</span>
            {!s.here && <Button size="sm" variant="outline-primary" onClick={() => { void end(s.id); }}>Sign out there</Button>}
          </li>
        ))}
      </ul>
    </section>
  );
}
