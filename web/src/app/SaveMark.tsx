import { useState } from 'react';
import { Button, Modal } from 'react-bootstrap';
import type { DocumentState } from '../store/documentStore';

const SAYS: Record<DocumentState<unknown>['saveState'], string> = {
  saved: 'saved',
  unsaved: 'not saved yet',
  saving: 'saving…',
  away: 'not saved',
  refused: 'not saved',
  conflict: 'not saved',
};

/** Saved state in the header, always visible. */
export function SaveMark({ state }: { state: DocumentState<unknown>['saveState'] }) {
  const bad = state === 'away' || state === 'refused' || state === 'conflict';
  return (
    <span className={`save${bad ? ' bad' : ''}`} role="status" data-testid="save-state">
      {SAYS[state]}
    </span>
  );
}

const show = (v: unknown): string => {
  if (v === undefined) return 'not there';
  return typeof v === 'object' ? 'changed' : String(v);
};

/** What stands between the header and the page when something about saving must be known. */
export function SaveBanner({
  state,
}: {
  state: Pick<
    DocumentState<unknown>,
    'saveState' | 'problem' | 'elsewhere' | 'conflicts' | 'keepMine' | 'takeTheirs' | 'dismiss' | 'document'
  >;
}) {
  const [later, setLater] = useState(false);
  const { saveState, problem, elsewhere, conflicts } = state;
  return (
    <>
      {state.document === null && problem && (
        <div className="banner stop" role="alert">
          {problem}
        </div>
      )}
      {state.document !== null && saveState === 'away' && (
        <div className="banner stop" role="alert">
          {problem} Your edits are kept here and are sent as soon as it is back.
        </div>
      )}
      {saveState === 'refused' && (
        <div className="banner stop" role="alert">
          Not saved: {problem} Change it or undo (Ctrl+Z).
        </div>
      )}
      {elsewhere.length > 0 && (
        <div className="banner" role="status">
          <span>
            Changed elsewhere and taken over: {elsewhere.slice(0, 5).join('; ')}
            {elsewhere.length > 5 ? ` and ${elsewhere.length - 5} more` : ''}.
          </span>
          <Button size="sm" variant="outline-primary" onClick={state.dismiss}>
            All right
          </Button>
        </div>
      )}
      {saveState === 'conflict' && later && (
        <div className="banner stop" role="alert">
          Somebody else changed the same entries.{' '}
          <Button size="sm" onClick={() => setLater(false)}>
            Choose now
          </Button>
        </div>
      )}
      <Modal show={saveState === 'conflict' && !later} onHide={() => setLater(true)} centered>
        <Modal.Header closeButton>
          <Modal.Title as="h2">Somebody else changed the same entries</Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <p>Nothing was overwritten. Everything else from both is already joined; choose for these:</p>
          <table className="table">
            <thead>
              <tr>
                <th>Entry</th>
                <th>Yours</th>
                <th>Theirs</th>
              </tr>
            </thead>
            <tbody>
              {conflicts.map((c) => (
                <tr key={c.path.join('/')}>
                  <td>{c.path.join(' / ')}</td>
                  <td className="number">{show(c.mine)}</td>
                  <td className="number">{show(c.theirs)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </Modal.Body>
        <Modal.Footer>
          <Button variant="outline-primary" onClick={state.takeTheirs}>
            Take theirs
          </Button>
          <Button onClick={state.keepMine}>Keep mine</Button>
        </Modal.Footer>
      </Modal>
    </>
  );
}
