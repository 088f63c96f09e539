import { JOB_FORMAT, JOB_VERSION, migrateJobFile, type Job, type JobFile } from '@violet-jaw/core/job';
import type { Entry, Sheet } from '@violet-jaw/core/sheet';
import type { Shop } from '@violet-jaw/core/shop';
import type { ControlPart } from '@violet-jaw/core/control/parts.ts';
import type { RunEvent } from '@violet-jaw/core/run';
import type { AccountHead, AuditEntry, BackupHead, BinEntry, DataProblems, IssueHead, JobList, OwnSession, ReadingEntry, RegisterEntry, Revised, Role, RunHead, RunHistory, RunRecord, RunToOpen, SessionInfo } from '@violet-jaw/formats/api';

/** What the server answered instead of a success, in its own words. */
export class ServerProblem extends Error {
  constructor(readonly status: number, detail: string, readonly extra: Record<string, unknown>) {
    super(detail);
  }

  /** Server or database cannot be reached, or cannot just now: what was entered is kept and sent again. */
  get isAway(): boolean {
    return [0, 429, 500, 502, 503, 504, 507].includes(this.status);
  }

  /** The session ended: what was entered is kept and sent after signing in again. */
  get isSignedOut(): boolean {
    return this.status === 401;
  }
}

const BASE = '/api/v1';
/** So many jobs stand on one page of the list. */
export const JOBS_A_PAGE = 50;

let signedOut: () => unknown = () => undefined;

/** Called when the server no longer knows the session. */
export function onSignedOut(then: () => unknown): void {
  signedOut = then;
}

/** For what takes its time: everything is read, or a sheet is planned. */
const patient = () => AbortSignal.timeout(660_000);

async function request(path: string, init: RequestInit = {}): Promise<Response> {
  let response: Response;
  try {
    response = await fetch(`${BASE}${path}`, { cache: 'no-store', signal: AbortSignal.timeout(60_000), ...init, headers: { 'X-Violet-Jaw': '1', ...init.headers } });
  } catch {
    throw new ServerProblem(0, 'The server is not answering.', {});
  }
  if (response.ok || response.status === 304) return response;
  const body = await response.json().catch(() => ({})) as Record<string, unknown>;
  if (response.status === 401 && !path.startsWith('/session')) signedOut();
  throw new ServerProblem(response.status, typeof body.detail === 'string' ? body.detail : `The server answered ${response.status}.`, body);
}

const revisionOf = (response: Response) => Number((response.headers.get('ETag') ?? '"0"').replaceAll('"', ''));
const asJson = { 'Content-Type': 'application/json' };
const ifMatch = (revision: number) => ({ 'If-Match': `"${revision}"` });

async function readRevised<T>(path: string): Promise<Revised<T>> {
  const response = await request(path);
  return { revision: revisionOf(response), document: await response.json() as T };
}

async function readIfChanged<T>(path: string, revision: number): Promise<Revised<T> | null> {
  const response = await request(path, { headers: { 'If-None-Match': `"${revision}"` } });
  return response.status === 304 ? null : { revision: revisionOf(response), document: await response.json() as T };
}

async function writeRevised<T>(path: string, document: T, revision: number): Promise<number> {
  return revisionOf(await request(path, { method: 'PUT', headers: { ...asJson, ...ifMatch(revision) }, body: JSON.stringify(document) }));
}

/** Where a document lives: what the document store needs. */
export interface Place<T> {
  readonly key: string;
  /** a document as an earlier version of the program kept it, as it is now; null: this program cannot read it */
  upToDate(document: unknown, version: number): Promise<T | null>;
  read(): Promise<Revised<T>>;
  readIfChanged(revision: number): Promise<Revised<T> | null>;
  /** @returns the new revision */
  write(document: T, revision: number): Promise<number>;
}

function placeAt<T>(path: string, upToDate: Place<T>['upToDate']): Place<T> {
  return { key: path, upToDate, read: () => readRevised<T>(path), readIfChanged: (r) => readIfChanged<T>(path, r), write: (d, r) => writeRevised(path, d, r) };
}

/** One part of a job file of any earlier version, brought up to date. */
function fromVersion(version: number, part: { readonly job?: unknown; readonly shop?: unknown }): JobFile | null {
  const file = migrateJobFile({ format: JOB_FORMAT, version, job: {}, shop: {}, ...part });
  return file.ok ? file.value as JobFile : null;
}

export const shopPlace = () => placeAt<Shop>('/shop', (shop, version) => Promise.resolve(fromVersion(version, { shop })?.shop ?? null));
export const jobPlace = (id: string) => placeAt<Job>(`/jobs/${id}`, async (job, version) => {
  if (version === JOB_VERSION) return job as Job;
  // what a setup's device is says how it is held
  const { devices } = (await readRevised<Shop>('/shop')).document;
  return fromVersion(version, { job, shop: { devices } })?.job ?? null;
});

export const api = {
  jobs: async ({ text, show, page }: { text: string; show: string; page: number }) => await (await request(`/jobs?${new URLSearchParams({ search: text, show, page: String(page), size: String(JOBS_A_PAGE) }).toString()}`)).json() as JobList,
  createJob: async (job: Job) => await (await request('/jobs', { method: 'POST', headers: asJson, body: JSON.stringify(job) })).json() as { id: string },
  importJob: async (text: string) => await (await request('/jobs/import', { method: 'POST', headers: asJson, body: text })).json() as { id: string; adopted: string[] },
  readJobFile: async (text: string) => await (await request('/jobs/read', { method: 'POST', headers: asJson, body: text })).json() as JobFile,
  deleteJob: async (id: string) => { await request(`/jobs/${id}`, { method: 'DELETE' }); },
  issues: async (id: string) => await (await request(`/jobs/${id}/issues`)).json() as IssueHead[],
  issueEntries: async (id: string, letter: string) => await (await request(`/jobs/${id}/issues/${letter}/entries`)).json() as Entry[],
  issueSheet: async (id: string, letter: string) => await (await request(`/jobs/${id}/issues/${letter}/sheet`)).json() as Sheet,
  issue: async (id: string, revision: number, note: string) =>
    await (await request(`/jobs/${id}/issues`, { method: 'POST', signal: patient(), headers: { ...asJson, ...ifMatch(revision) }, body: JSON.stringify({ note }) })).json() as IssueHead,
  storeFile: async (file: File) =>
    await (await request('/files', { method: 'POST', headers: { 'Content-Type': 'application/octet-stream', 'X-File-Name': encodeURIComponent(file.name) }, body: file })).json() as { hash: string },
  file: async (hash: string) => new Uint8Array(await (await request(`/files/${hash}`)).arrayBuffer()),
  pdfUrl: (id: string, letter: string, paper: 'A4' | 'Letter') => `${BASE}/jobs/${id}/issues/${letter}/sheet.pdf?paper=${paper}`,
  controlUrl: (id: string, letter: string, part: ControlPart) => `${BASE}/jobs/${id}/issues/${letter}/control.nc?part=${part}`,
  session: async () => await (await request('/session')).json() as SessionInfo,
  signIn: async (name: string, password: string) => await (await request('/session', { method: 'POST', headers: asJson, body: JSON.stringify({ name, password }) })).json() as SessionInfo,
  signOut: async () => { await request('/session', { method: 'DELETE' }); },
  ownSessions: async () => await (await request('/session/all')).json() as OwnSession[],
  endSession: async (id: string) => { await request(`/session/all/${id}`, { method: 'DELETE' }); },
  changeOwnPassword: async (current: string, password: string) => { await request('/session/password', { method: 'PUT', headers: asJson, body: JSON.stringify({ current, password }) }); },
  accounts: async () => await (await request('/accounts')).json() as AccountHead[],
  makeAccount: async (account: { name: string; role: Role; password?: string; setupCode?: string }) => { await request('/accounts', { method: 'POST', headers: asJson, body: JSON.stringify(account) }); },
  changeAccount: async (id: string, change: { role?: Role; active?: boolean; password?: string }) => await (await request(`/accounts/${id}`, { method: 'PUT', headers: asJson, body: JSON.stringify(change) })).json() as AccountHead[],
  bin: async () => await (await request('/bin')).json() as BinEntry[],
  takeOutOfBin: async (id: string) => { await request(`/bin/${id}`, { method: 'POST' }); },
  backups: async () => await (await request('/backups')).json() as BackupHead[],
  takeBackup: async () => await (await request('/backups', { method: 'POST', signal: patient() })).json() as BackupHead[],
  restoreBackup: async (name: string) => await (await request(`/backups/${name}/restore`, { method: 'POST', signal: patient() })).json() as BackupHead[],
  backupUrl: (name: string) => `${BASE}/backups/${name}`,
  verifyData: async () => await (await request('/verify', { method: 'POST', signal: patient() })).json() as DataProblems,
  audit: async (jobId: string | null) => await (await request(jobId ? `/jobs/${jobId}/audit` : '/audit')).json() as AuditEntry[],
  runPlan: async (id: string, letter: string) => await (await request(`/jobs/${id}/issues/${letter}/run`)).json() as RunToOpen,
  frozen: async (id: string, letter: string) => await (await request(`/jobs/${id}/issues/${letter}/frozen`)).json() as { job: Job; shop: Shop },
  runs: async (id: string) => await (await request(`/jobs/${id}/runs`)).json() as RunHead[],
  run: async (runId: string, version: string | null) => {
    const response = await request(`/runs/${runId}`, version ? { headers: { 'If-None-Match': version } } : {});
    return { version: response.headers.get('ETag'), record: response.status === 304 ? null : await response.json() as RunRecord };
  },
  sendEvents: async (runId: string, body: { jobId: string; letter: string; startedAt: string; events: readonly RunEvent[] }) =>
    await (await request(`/runs/${runId}/events`, { method: 'POST', headers: asJson, body: JSON.stringify(body) })).json() as RunRecord,
  runHistory: async (runId: string) => await (await request(`/runs/${runId}/history`)).json() as RunHistory,
  endRun: async (runId: string) => { await request(`/runs/${runId}`, { method: 'DELETE' }); },
  jobReadings: async (id: string) => await (await request(`/jobs/${id}/readings`)).json() as ReadingEntry[],
  machineReadings: async (machineId: string) => await (await request(`/machines/${encodeURIComponent(machineId)}/readings`)).json() as ReadingEntry[],
  machineRegisters: async (machineId: string) => await (await request(`/machines/${encodeURIComponent(machineId)}/registers`)).json() as RegisterEntry[],
  fileUrl: (hash: string) => `${BASE}/files/${hash}`,
};
