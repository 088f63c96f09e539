import { useEffect, useState, type ReactNode } from 'react';
import { Button, Modal } from 'react-bootstrap';
import { Link, NavLink, Outlet, useRouteError } from 'react-router';
import { JawMark } from '../theme/marks';
import { useShortcuts, SHORTCUTS } from './shortcuts';
import { currentTheme, switchTheme } from './themeChoice';

/** Keyboard shortcuts, their list, and the page. The header belongs to the pages, as a job's says more. */
export function Shell() {
  const [help, setHelp] = useState(false);
  useShortcuts({ '?': () => setHelp(true) });
  useEffect(() => {
    const open = () => setHelp(true);
    window.addEventListener('violet-jaw-help', open);
    return () => window.removeEventListener('violet-jaw-help', open);
  }, []);
  return (
    <div className="shell">
      <Outlet />
      <Modal show={help} onHide={() => setHelp(false)} centered>
        <Modal.Header closeButton><Modal.Title as="h2">Keyboard shortcuts</Modal.Title></Modal.Header>
        <Modal.Body>
          <table className="table">
            <tbody>{SHORTCUTS.map(([keys, says]) => <tr key={keys}><th scope="row"><kbd>{keys}</kbd></th><td>{says}</td></tr>)}</tbody>
          </table>
        </Modal.Body>
      </Modal>
    </div>
  );
}

/** The header band of every page. */
export function Head({ children, pages, tools }: { children?: ReactNode; pages?: readonly { to: string; says: ReactNode }[]; tools?: ReactNode }) {
  const [theme, setTheme] = useState(currentTheme());
  return (
    <>
      <header className="head">
        <Link className="brand" to="/jobs"><JawMark /> Violet Jaw</Link>
        {children}
        <nav aria-label="Pages">
          {(pages ?? [{ to: '/jobs', says: 'Jobs' }, { to: '/shop', says: 'Shop' }]).map((p) => <NavLink key={p.to} to={p.to} end>{p.says}</NavLink>)}
        </nav>
        <div className="tools">
          {tools}
          <Button variant="outline-primary" size="sm" onClick={() => setTheme(switchTheme())}>{theme === 'dark' ? 'Day shift' : 'Night shift'}</Button>
          <Button variant="outline-primary" size="sm" aria-label="Keyboard shortcuts" onClick={() => window.dispatchEvent(new Event('violet-jaw-help'))}>?</Button>
        </div>
      </header>
      <div className="serrated noprint" aria-hidden="true" />
    </>
  );
}

export function NotThere() {
  return (
    <>
      <Head />
      <main><h2>There is no such page</h2><p><Link to="/jobs">Go to the jobs</Link></p></main>
    </>
  );
}

/** Last resort: says that something broke, keeps what was saved, offers the way back. */
export function Broken() {
  const error = useRouteError();
  return (
    <main>
      <h2>This page could not be shown</h2>
      <p>What showed as saved is saved; what did not is kept in this browser and comes back when the job is opened again.</p>
      <p className="quiet">{error instanceof Error ? error.message : String(error)}</p>
      <p><a href="/jobs">Go to the jobs</a></p>
    </main>
  );
}
