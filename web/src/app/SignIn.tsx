import { useState, type FormEvent, type ReactNode } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { JawMark } from '../theme/marks';
import { makeFirst, signIn, useSession } from '../store/sessionStore';

/** Name and password. The demo tells its own. */
export function SignInForm({ name: known }: { name?: string }) {
  const info = useSession((s) => s.info);
  const [name, setName] = useState(known ?? '');
  const [password, setPassword] = useState('');
  const [code, setCode] = useState('');
  const [problem, setProblem] = useState<string | null>(info?.told ?? null);
  const [busy, setBusy] = useState(false);
  const first = info?.first ?? false;
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (busy) return;
    setBusy(true);
    setProblem(null);
    try {
      await (first ? makeFirst(name.trim(), password, code.trim()) : signIn(name.trim(), password));
    } catch (error) {
      setProblem(error instanceof Error ? error.message : String(error));
      setBusy(false);
    }
  };
  return (
    <Form
      onSubmit={(e) => {
        void submit(e);
      }}
      className="sign-in"
    >
      {first && (
        <p>Nobody has an account here yet. Make the first lead; the setup code stands where the server was started.</p>
      )}
      <Form.Group controlId="sign-in-name" className="mb-2">
        <Form.Label>Name</Form.Label>
        <Form.Control
          size="lg"
          value={name}
          autoComplete="username"
          autoFocus={!known}
          maxLength={60}
          onChange={(e) => setName(e.target.value)}
        />
      </Form.Group>
      <Form.Group controlId="sign-in-password" className="mb-2">
        <Form.Label>Password{first && ', at least 12 characters'}</Form.Label>
        <Form.Control
          size="lg"
          type="password"
          value={password}
          autoComplete={first ? 'new-password' : 'current-password'}
          autoFocus={Boolean(known)}
          maxLength={200}
          onChange={(e) => setPassword(e.target.value)}
        />
      </Form.Group>
      {first && (
        <Form.Group controlId="sign-in-code" className="mb-2">
          <Form.Label>Setup code</Form.Label>
          <Form.Control
            size="lg"
            className="number"
            value={code}
            autoComplete="off"
            onChange={(e) => setCode(e.target.value)}
          />
        </Form.Group>
      )}
      {problem && (
        <div className="finding stop" role="alert">
          <span className="level">not signed in</span>
          {problem}
        </div>
      )}
      <Button type="submit" size="lg" disabled={busy || name.trim() === '' || password === ''}>
        {first ? 'Make the first lead' : busy ? 'Signing in…' : 'Sign in'}
      </Button>
      {info?.provider && !first && (
        <p className="mt-3 mb-0">
          <a className="btn btn-outline-primary" href="/api/v1/session/provider">
            Sign in through {info.provider}
          </a>
        </p>
      )}
      {info?.demo && (
        <p className="field-hint mt-3 mb-0">
          This is the demo shop.{' '}
          {info.demo.map((d, i) => (
            <span key={d.name}>
              {i > 0 && ' · '}
              <strong>{d.name}</strong>: <span className="number">{d.password}</span>
            </span>
          ))}
        </p>
      )}
    </Form>
  );
}

/** Shows the pages to who is signed in, and where one signs in to everybody else. */
export function Gate({ children }: { children: ReactNode }) {
  const { info, again, problem } = useSession();
  if (!info)
    return problem ? (
      <main>
        <p className="finding stop" role="alert">
          {problem}{' '}
          <Button size="sm" variant="outline-primary" onClick={() => window.location.reload()}>
            Try again
          </Button>
        </p>
      </main>
    ) : (
      <p className="p-3 quiet">Loading…</p>
    );
  if (!info.account) {
    return (
      <main className="sign-in-page">
        <div className="panel">
          <h1 className="h4">
            <JawMark /> Violet Jaw
          </h1>
          <SignInForm />
        </div>
      </main>
    );
  }
  return (
    <>
      {children}
      <Modal show={again} backdrop="static" keyboard={false} centered aria-labelledby="sign-in-again">
        <Modal.Header>
          <Modal.Title as="h2" id="sign-in-again">
            Sign in again
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <p>
            Your session has ended. Everything you entered is kept on this device and goes on as soon as you are signed
            in.
          </p>
          <SignInForm name={info.account.name} />
        </Modal.Body>
      </Modal>
    </>
  );
}
