import { create } from 'zustand';
import type { Vec3 } from '@violet-jaw/core/frames';
import type { RunEvent, RunEventBy, RunPlan } from '@violet-jaw/core/run';
import type { RunToOpen } from '@violet-jaw/formats/api';
import { api, runSince, ServerProblem } from './api';
import { newId } from '../app/newId';
import { useSession } from './sessionStore';

/** A run as this device knows it: what the server has, and what is still to be sent. */
export interface RunOnDevice {
  readonly jobId: string;
  readonly letter: string;
  readonly plan: RunPlan | null;
  /** common offsets that were seen on the machine before */
  readonly commons: readonly Vec3[];
  /** letter in force when it was last asked; empty: never */
  readonly newest: string;
  /** null: none begun or chosen yet */
  readonly runId: string | null;
  /** another device began it */
  readonly joined: boolean;
  readonly startedAt: string;
  readonly confirmed: readonly RunEventBy[];
  readonly pending: readonly RunEvent[];
  readonly ended: boolean;
  /** practice: nothing of it is kept or sent */
  readonly practice: boolean;
  readonly reach: 'asking' | 'reached' | 'away' | 'signed out';
  readonly problem: string | null;
}

interface Kept {
  readonly runId: string;
  readonly startedAt: string;
  readonly confirmed: readonly RunEventBy[];
  readonly pending: readonly RunEvent[];
}

/** Where news do not get through; what is waiting is sent again sooner. */
const LOOK_EVERY_MS = 6000;
const SEND_EVERY_MS = 500;
const EMPTY: RunOnDevice = {
  jobId: '',
  letter: '',
  plan: null,
  commons: [],
  newest: '',
  runId: null,
  joined: false,
  startedAt: '',
  confirmed: [],
  pending: [],
  ended: false,
  practice: false,
  reach: 'asking',
  problem: null,
};

export const useRun = create<RunOnDevice>(() => EMPTY);

const planKey = (jobId: string, letter: string) => `violet-jaw run-plan ${jobId} ${letter}`;
const runKey = (jobId: string, letter: string) => `violet-jaw run ${jobId} ${letter}`;
const stored = <T>(key: string): T | null => {
  try {
    return JSON.parse(localStorage.getItem(key) ?? 'null') as T | null;
  } catch {
    return null;
  }
};
const store = (key: string, value: unknown) => {
  try {
    localStorage.setItem(key, JSON.stringify(value));
  } catch {
    /* storage full: the page itself still holds it */
  }
};

let timer: ReturnType<typeof setTimeout> | undefined;
let version: string | null = null;
/** counts openings, so that an answer for a run that was left is dropped */
let opening = 0;

function keep(): void {
  const { jobId, letter, runId, startedAt, confirmed, pending, practice } = useRun.getState();
  if (!runId || practice) return;
  // another tab may have this run open as well: what it still has to send stays
  const other = stored<Kept>(runKey(jobId, letter));
  const known = new Set([...confirmed, ...pending].map((e) => e.id));
  const theirs = other?.runId === runId ? other.pending.filter((e) => !known.has(e.id)) : [];
  store(runKey(jobId, letter), { runId, startedAt, confirmed, pending: [...theirs, ...pending] } satisfies Kept);
}

/** Opens an issue to run: from the server, or from what this device keeps of it. */
export async function openRun(jobId: string, letter: string): Promise<void> {
  clearTimeout(timer);
  opening += 1;
  version = null;
  const kept = stored<Kept>(runKey(jobId, letter));
  const plan = stored<RunToOpen>(planKey(jobId, letter));
  useRun.setState({ ...EMPTY, jobId, letter, ...(plan ?? {}), ...(kept ?? {}) });
  await fetchPlan();
  void turn(opening);
}

async function fetchPlan(): Promise<void> {
  const { jobId, letter } = useRun.getState();
  try {
    const found = await api.runPlan({ id: jobId, letter });
    store(planKey(jobId, letter), found);
    useRun.setState({ ...found, reach: 'reached', problem: null });
  } catch (error) {
    notReached(error);
  }
}

function notReached(error: unknown): void {
  const reach = error instanceof ServerProblem && error.isSignedOut ? 'signed out' : 'away';
  const refused = error instanceof ServerProblem && !error.isAway && !error.isSignedOut;
  useRun.setState({ reach, problem: refused ? error.message : null });
}

/** Begins a run of the open issue. */
export function startRun(): void {
  useRun.setState({
    runId: newId(),
    joined: false,
    startedAt: new Date().toISOString(),
    confirmed: [],
    pending: [],
    ended: false,
  });
  keep();
}

/** Goes through the open issue on the simulated machine: what is read there never becomes part of the record. */
export function startPractice(): void {
  useRun.setState({
    runId: `practice ${newId()}`,
    joined: false,
    startedAt: new Date().toISOString(),
    confirmed: [],
    pending: [],
    ended: false,
    practice: true,
  });
}

/** Goes on with, or watches, a run that another device began. */
export function joinRun(runId: string, startedAt: string): void {
  version = null;
  useRun.setState({ runId, joined: true, startedAt, confirmed: [], pending: [], ended: false });
  void look();
}

/** Puts a run aside on this device; at the server it stays as it is. */
export function leaveRun(): void {
  const { jobId, letter, runId, pending, practice } = useRun.getState();
  if (practice) {
    useRun.setState({ problem: null, runId: null, confirmed: [], pending: [], ended: false, practice: false });
    return;
  }
  // an ended run takes nothing more; what it did not take stays on the device
  if (pending.length > 0) store(`violet-jaw not-sent ${runId}`, pending);
  localStorage.removeItem(runKey(jobId, letter));
  version = null;
  useRun.setState({ problem: null, runId: null, confirmed: [], pending: [], ended: false });
}

type NewEvent = Pick<RunEvent, 'stepId'> &
  (
    | { readonly kind: 'answer'; readonly values: Readonly<Record<string, number | boolean>> }
    | { readonly kind: 'again' | 'back' }
    | { readonly kind: 'accept'; readonly reason: string }
  );

/** What the operator did, kept here first and sent as soon as it can be. */
export function addEvent(event: NewEvent): void {
  const who = useSession.getState().info?.account?.name;
  const whole = { ...event, id: newId(), at: new Date().toISOString(), ...(who ? { who } : {}) } as RunEvent;
  useRun.setState((s) => ({ pending: [...s.pending, whole] }));
  keep();
  clearTimeout(timer);
  void turn(opening);
}

/** Looks at once what others did in the open run. */
export function lookAtRun(): void {
  void turn(opening);
}

export function closeRun(): void {
  opening += 1;
  clearTimeout(timer);
}

/** Sends what is waiting, in order; then looks what others did. One at a time. */
let busy = false;
async function turn(mine: number): Promise<void> {
  clearTimeout(timer);
  if (mine !== opening) return;
  if (!busy) {
    busy = true;
    try {
      if (!useRun.getState().plan) await fetchPlan();
      await (useRun.getState().pending.length > 0 ? send() : look());
    } finally {
      busy = false;
    }
  }
  if (mine === opening)
    timer = setTimeout(
      () => {
        void turn(mine);
      },
      useRun.getState().pending.length > 0 ? SEND_EVERY_MS : LOOK_EVERY_MS,
    );
}

function take(events: readonly RunEventBy[], ended: boolean): void {
  const known = new Set(events.map((e) => e.id));
  useRun.setState((s) => ({
    confirmed: events,
    pending: s.pending.filter((p) => !known.has(p.id)),
    ended,
    reach: 'reached',
    problem: null,
  }));
  keep();
}

/** Sends a request of the table and looks only whether it was answered. Throws `ServerProblem`. */
async function send(): Promise<void> {
  const { jobId, letter, runId, startedAt, pending, practice } = useRun.getState();
  if (!runId || practice) return;
  try {
    const record = await api.sendEvents({ run: runId, body: { jobId, letter, startedAt, events: [...pending] } });
    if (useRun.getState().runId === runId) take(record.events, record.ended);
  } catch (error) {
    notReached(error);
  }
}

async function look(): Promise<void> {
  const { runId, confirmed, joined, practice } = useRun.getState();
  if (practice) return;
  // a run that was begun here and has told nothing yet is not known there
  if (!runId || (!joined && confirmed.length === 0)) return;
  try {
    const found = await runSince(runId, version);
    if (useRun.getState().runId !== runId) return;
    version = found.version;
    if (found.record) take(found.record.events, found.record.ended);
    else useRun.setState({ reach: 'reached', problem: null });
  } catch (error) {
    notReached(error);
  }
}
