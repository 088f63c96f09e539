import { create } from 'zustand';
import type { Job } from '@violet-jaw/core/job';
import { api, said } from './api';
import type { DocumentStore } from './documentStore';
import { queries } from './query';

/** An issue that is being made, on whichever page one is meanwhile. */
export interface Going {
  readonly letter: string;
  /** what the server is at, in words */
  readonly phase: string;
  readonly cancel: () => void;
}

interface Issuing {
  /** by job */
  readonly going: Readonly<Record<string, Going>>;
  /** why the last one of a job was not made */
  readonly problems: Readonly<Record<string, string>>;
}

export const useIssuing = create<Issuing>(() => ({ going: {}, problems: {} }));

const LOOK_MS = 700;

const without = <T>(record: Readonly<Record<string, T>>, key: string) =>
  Object.fromEntries(Object.entries(record).filter(([k]) => k !== key));

const tellPhase = (id: string, phase: string) =>
  useIssuing.setState(({ going }) => (going[id] ? { going: { ...going, [id]: { ...going[id], phase } } } : {}));

/** The server hears of it a moment later. @returns what came of it, in words; null: it was made before */
async function canceled(id: string, letter: string): Promise<string | null> {
  await new Promise((done) => setTimeout(done, LOOK_MS));
  const issues = await api.issues({ id }).catch(() => null);
  if (!issues) return `Issue ${letter} was canceled. Whether it was made before that is not known: look again.`;
  return issues.some((i) => i.letter === letter) ? null : `Issue ${letter} was canceled; nothing was issued.`;
}

/**
 * Makes the next issue of a job, in the background of whatever is done meanwhile. What is edited after it began does
 * not go into it: the server then refuses it.
 * @returns whether it was made; else the problem is kept for the page Sheet
 */
export async function startIssue(
  id: string,
  letter: string,
  store: DocumentStore<Job>,
  note: string,
): Promise<boolean> {
  if (useIssuing.getState().going[id]) return false;
  const control = new AbortController();
  useIssuing.setState(({ going, problems }) => ({
    going: { ...going, [id]: { letter, phase: 'saving', cancel: () => control.abort() } },
    problems: without(problems, id),
  }));
  const look = setInterval(() => {
    void api
      .issueGoing({ id })
      .then(({ phase }) => phase && tellPhase(id, phase))
      .catch(() => undefined);
  }, LOOK_MS);
  try {
    if (!(await store.getState().settle()))
      throw new Error('The job is not saved yet, so it cannot be issued. Try again when the header says “saved”.');
    tellPhase(id, 'waiting for its turn');
    await api.issue({ id, revision: store.getState().revision, body: { note } }, { signal: control.signal });
    return true;
  } catch (error) {
    const says = control.signal.aborted ? await canceled(id, letter) : said(error);
    if (says === null) return true;
    useIssuing.setState(({ problems }) => ({ problems: { ...problems, [id]: says } }));
    return false;
  } finally {
    clearInterval(look);
    useIssuing.setState(({ going }) => ({ going: without(going, id) }));
    for (const changed of ['issues', 'jobs', 'jobAudit']) void queries.invalidateQueries({ queryKey: [changed] });
  }
}
