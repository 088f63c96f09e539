import { useEffect, useState, type ReactNode } from 'react';
import { Dropdown, Modal } from 'react-bootstrap';
import { Link, NavLink, Outlet, ScrollRestoration, useLocation, useRouteError } from 'react-router';
import { beginGuide } from '../guide/guideStore';
import { askSession, signOut, useAccount, useIsLead } from '../store/sessionStore';
import { JawMark } from '../theme/marks';
import { OwnPassword } from './OwnPassword';
import { Gate } from './SignIn';
import { useShortcuts, SHORTCUTS } from './shortcuts';
import { currentTheme, switchTheme } from './themeChoice';
import { WhyAndHow } from './WhyAndHow';

/** Keyboard shortcuts, their list, and the page. The header belongs to the pages, as a job's says more. */
export function Shell() {
  const [help, setHelp] = useState(false);
  useShortcuts({ '?': () => setHelp(true) });
  useEffect(() => {
    void askSession();
  }, []);
  useEffect(() => {
    const open = () => setHelp(true);
    window.addEventListener('violet-jaw-help', open);
    return () => window.removeEventListener('violet-jaw-help', open);
  }, []);
  return (
    <div className="shell">
      <Gate>
        <Outlet />
      </Gate>
      <ScrollRestoration getKey={({ pathname, key }) => (pathname.startsWith('/jobs/') ? pathname : key)} />
      <Modal show={help} onHide={() => setHelp(false)} centered>
        <Modal.Header closeButton>
          <Modal.Title as="h2">Keyboard shortcuts</Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <table className="table">
            <tbody>
              {SHORTCUTS.map(([keys, says]) => (
                <tr key={keys}>
                  <th scope="row">
                    <kbd>{keys}</kbd>
                  </th>
                  <td>{says}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </Modal.Body>
      </Modal>
    </div>
  );
}

const SHOP_PAGES = [
  { to: '/jobs', says: 'Jobs' },
  { to: '/shop', says: 'Shop' },
  { to: '/sums', says: 'Quick sums' },
  { to: '/accounts', says: 'Accounts' },
  { to: '/kept', says: 'Backups' },
];
/** Which help belongs to which address. */
const PAGE_HELP: readonly (readonly [RegExp, string])[] = [
  [/^\/jobs$/, 'Jobs'],
  [/\/part$/, 'Part & blank'],
  [/\/route$/, 'Route'],
  [/\/ledger$/, 'Ledger'],
  [/\/sheet$/, 'Sheet'],
  [/\/remarks$/, 'Remarks'],
  [/\/run$/, 'Run'],
  [/^\/shop/, 'Shop'],
  [/^\/sums/, 'Quick sums'],
];
const LEADS = new Set(['/accounts', '/kept']);

/** What an operator is told wherever a planner could change something. */
export function LookOnly() {
  const account = useAccount();
  if (account?.role !== 'operator') return null;
  return (
    <div className="banner noprint" role="status">
      {account.name}: you can look at the plan and run it, not change it.
    </div>
  );
}

/** What the page is for that is open now. */
function PageHelp() {
  const { pathname } = useLocation();
  const page = PAGE_HELP.find(([path]) => path.test(pathname))?.[1];
  return page ? <WhyAndHow of={page} page /> : null;
}

/** The header band of every page. */
export function Head({
  children,
  pages,
  tools,
}: {
  children?: ReactNode;
  pages?: readonly { to: string; says: ReactNode }[];
  tools?: ReactNode;
}) {
  const [theme, setTheme] = useState(currentTheme());
  const account = useAccount();
  const isLead = useIsLead();
  const [changing, setChanging] = useState(false);
  return (
    <>
      <OwnPassword show={changing} onClose={() => setChanging(false)} />
      <header className="head">
        <Link className="brand" to="/jobs">
          <JawMark /> Violet Jaw
        </Link>
        {children}
        <nav aria-label="Pages">
          {(pages ?? SHOP_PAGES.filter(({ to }) => isLead || !LEADS.has(to))).map((p) => (
            <NavLink key={p.to} to={p.to} end={p.to !== '/sums' && p.to !== '/shop'}>
              {p.says}
            </NavLink>
          ))}
        </nav>
        <PageHelp />
        <div className="tools">
          {tools}
          <Dropdown align="end">
            <Dropdown.Toggle variant="outline-primary" size="sm" id="menu">
              {account?.name ?? 'Menu'}
            </Dropdown.Toggle>
            <Dropdown.Menu>
              {account && <Dropdown.Header>signed in as {account.role}</Dropdown.Header>}
              <Dropdown.Item as="button" onClick={() => setTheme(switchTheme())}>
                {theme === 'dark' ? 'Day shift' : 'Night shift'}
              </Dropdown.Item>
              {account && account.role !== 'operator' && (
                <Dropdown.Item as={Link} to="/jobs" onClick={beginGuide}>
                  A first job, step by step
                </Dropdown.Item>
              )}
              <Dropdown.Item as="button" onClick={() => window.dispatchEvent(new Event('violet-jaw-help'))}>
                Keyboard shortcuts
              </Dropdown.Item>
              {isLead && (
                <Dropdown.Item as={Link} to="/accounts">
                  Accounts
                </Dropdown.Item>
              )}
              {isLead && (
                <Dropdown.Item as={Link} to="/kept">
                  Bin and backups
                </Dropdown.Item>
              )}
              {account && (
                <Dropdown.Item as="button" onClick={() => setChanging(true)}>
                  Change my password
                </Dropdown.Item>
              )}
              {account && (
                <Dropdown.Item
                  as="button"
                  onClick={() => {
                    void signOut();
                  }}
                >
                  Sign out
                </Dropdown.Item>
              )}
            </Dropdown.Menu>
          </Dropdown>
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
      <main>
        <h2>There is no such page</h2>
        <p>
          <Link to="/jobs">Go to the jobs</Link>
        </p>
      </main>
    </>
  );
}

/** Last resort: says that something broke, keeps what was saved, offers the way back. */
export function Broken() {
  const error = useRouteError();
  return (
    <main>
      <h2>This page could not be shown</h2>
      <p>
        What showed as saved is saved; what did not is kept in this browser and comes back when the job is opened again.
      </p>
      <p className="quiet">{error instanceof Error ? error.message : String(error)}</p>
      <p>
        <a href="/jobs">Go to the jobs</a>
      </p>
    </main>
  );
}
