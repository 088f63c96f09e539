import { create } from 'zustand';
import { mayAs, type Role, type SessionInfo } from '@violet-jaw/formats/api';
import { api, onSignedOut, ServerProblem } from './api';
import { queries } from './query';

interface SessionState {
  /** null: not asked yet */
  readonly info: SessionInfo | null;
  /** the session ended while somebody worked: they sign in again over the page, which keeps what is on it */
  readonly again: boolean;
  readonly problem: string | null;
}

const REMEMBERED = 'violet-jaw account';

export const useSession = create<SessionState>(() => ({ info: null, again: false, problem: null }));

/** Who is signed in as far as this device knows: an operator goes on without the network. */
function remembered(): SessionInfo['account'] {
  try {
    return JSON.parse(localStorage.getItem(REMEMBERED) ?? 'null') as SessionInfo['account'];
  } catch {
    return null;
  }
}

function take(info: SessionInfo): void {
  if (info.account) localStorage.setItem(REMEMBERED, JSON.stringify(info.account));
  else localStorage.removeItem(REMEMBERED);
  useSession.setState({ info, again: false, problem: null });
}

/** Asks who is signed in; without the server, goes by what this device remembers. */
export async function askSession(): Promise<void> {
  try {
    take(await api.session());
  } catch (error) {
    const account = remembered();
    if (account && error instanceof ServerProblem && error.isAway)
      useSession.setState({ info: { account, first: false, demo: null, provider: null, told: null } });
    else useSession.setState({ problem: error instanceof Error ? error.message : String(error) });
  }
}

export async function signIn(name: string, password: string): Promise<void> {
  const before = useSession.getState().info?.account;
  const info = await api.signIn({ body: { name, password } });
  take(info);
  void queries.invalidateQueries();
  // another person: nothing of the first one's stays on the screen
  if (before && before.id !== info.account?.id) window.location.assign('/jobs');
}

export async function makeFirst(name: string, password: string, setupCode: string): Promise<void> {
  await api.makeAccount({ body: { name, password, role: 'lead', setupCode } });
  await askSession();
}

export async function signOut(): Promise<void> {
  await api.signOut();
  localStorage.removeItem(REMEMBERED);
  window.location.assign('/jobs');
}

export const useAccount = () => useSession((s) => s.info?.account ?? null);
/** Whether who is signed in may do what a role may. */
const useMayAs = (least: Role) => useSession((s) => s.info?.account != null && mayAs(s.info.account.role, least));
export const useIsPlanner = () => useMayAs('planner');
export const useIsLead = () => useMayAs('lead');

onSignedOut(async () => {
  const { info } = useSession.getState();
  if (!info?.account) return;
  const now = await api.session().catch(() => null);
  useSession.setState({ again: true, info: { ...info, demo: now?.demo ?? null, provider: now?.provider ?? null } });
});
