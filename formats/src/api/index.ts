import type { Page } from '@violet-jaw/core/drawing';
import type { Job } from '@violet-jaw/core/job';
import type { Vec3 } from '@violet-jaw/core/frames';
import type { HistoryRow, RunEventBy, RunPlan } from '@violet-jaw/core/run';
import type { Change } from '@violet-jaw/core/sheet';
import type { Units } from '@violet-jaw/core/units';

/** Shapes of what the API answers: written by the server, read by the page. */

/** What the Jobs page shows of a job without opening it. */
export interface JobSummary {
  readonly counts: { readonly stop: number; readonly caution: number; readonly note: number };
  readonly setups: readonly { readonly op: number; readonly register: string; readonly picture: Pick<Page, 'width' | 'height' | 'primitives'> | null }[];
  /** why the job cannot be planned; null when it can */
  readonly problem: string | null;
}

/** Where somebody is signed in. */
export interface OwnSession {
  readonly id: string;
  readonly since: string;
  /** address it was begun from */
  readonly from: string;
  /** the one that asks */
  readonly here: boolean;
}

/** One page of jobs. */
export interface JobList {
  /** how many fit, on all pages; counted up to 500 */
  readonly total: number;
  /** there are more than were counted */
  readonly more: boolean;
  readonly jobs: readonly JobListEntry[];
}

export interface JobListEntry {
  readonly id: string;
  readonly number: string;
  readonly part: string;
  readonly revision: string;
  readonly machine: string | null;
  readonly due: string | null;
  readonly units: Job['units'];
  /** letter of the newest issue */
  readonly letter: string | null;
  readonly updatedAt: string;
  /** null while it is being planned */
  readonly summary: JobSummary | null;
}

export interface IssueHead {
  readonly letter: string;
  readonly issuedAt: string;
  /** null: older than accounts */
  readonly issuedBy: string | null;
  readonly note: string;
  readonly hash: string;
  /** false: older than the page Run */
  readonly hasRun: boolean;
  /** against the issue before; empty for the first */
  readonly changes: readonly Change[];
}

/** A document with the revision the server holds. */
export interface Revised<T> {
  readonly revision: number;
  readonly document: T;
}

/** A deleted job can be taken out of the bin for so long. */
export const BIN_DAYS = 30;

/** From the least to the most: everyone may do what those before them may. A lead has accounts, the shop's library, deletes and backups. */
export const ROLES = ['operator', 'planner', 'lead'] as const;
export type Role = (typeof ROLES)[number];

/** Whether a role may do what another one may. */
export const mayAs = (role: Role, least: Role): boolean => ROLES.indexOf(role) >= ROLES.indexOf(least);

export interface AccountHead {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
  readonly active: boolean;
}

/** Who is signed in on this device. */
export interface SessionInfo {
  readonly account: { readonly id: string; readonly name: string; readonly role: Role } | null;
  /** nobody has an account yet: the first lead makes one */
  readonly first: boolean;
  /** the demo's accounts with their passwords; null: this is no demo, or they were changed */
  readonly demo: readonly { readonly name: string; readonly password: string }[] | null;
  /** what the company's sign-in service is called; null: there is none, only passwords */
  readonly provider: string | null;
  /** why signing in through it did not work; null: nothing to tell */
  readonly told: string | null;
}

/** A backup that is kept on the server. */
export interface BackupHead {
  readonly name: string;
  readonly size: number;
  readonly at: string;
}

/** What was found when all that is kept was walked. */
export interface DataProblems {
  /** how many entries of the audit list, issues and files were looked at */
  readonly entries: number;
  readonly issues: number;
  readonly files: number;
  readonly problems: readonly string[];
  /** problems that are not told one by one */
  readonly more: number;
}

/** A deleted job that can still be taken back. */
export interface BinEntry {
  readonly id: string;
  readonly number: string;
  readonly part: string;
  readonly deletedAt: string;
  readonly deletedBy: string;
  /** then it is deleted for good */
  readonly goneAt: string;
}

export interface AuditEntry {
  readonly at: string;
  readonly name: string;
  readonly action: string;
  readonly jobId: string | null;
  readonly detail: string;
}

export interface RunHead {
  readonly id: string;
  readonly jobId: string;
  readonly letter: string;
  readonly startedAt: string;
  readonly startedBy: string;
  /** null: it stands on the machine */
  readonly finishedAt: string | null;
  /** given up before its last step */
  readonly ended: boolean;
}

export interface RunRecord extends RunHead {
  readonly events: readonly RunEventBy[];
}

/** An issue as it is opened to run. */
export interface RunToOpen {
  readonly plan: RunPlan;
  /** common offsets that were seen on its machine before */
  readonly commons: readonly Vec3[];
  /** letter of the newest issue of the job: another one than the plan's means that this one is out of date */
  readonly newest: string;
}

/** What was answered in a run, against what was expected then. */
export interface RunHistory {
  readonly units: Units;
  readonly rows: readonly HistoryRow[];
}

/** One axis of a zero that was keyed in during a run, register terms, mm. */
export interface ReadingEntry {
  readonly runId: string;
  readonly jobId: string;
  readonly letter: string;
  readonly setupId: string;
  readonly op: number;
  readonly register: string;
  readonly machineId: string | null;
  readonly stationId: string | null;
  readonly axis: 'x' | 'y' | 'z';
  readonly planned: number | null;
  readonly measured: number;
  readonly at: string;
}

/** One use of a register of a machine. */
export interface RegisterEntry {
  readonly register: string;
  readonly by: string;
  readonly jobId: string;
  readonly number: string;
  readonly part: string;
  readonly state: 'stands on the machine' | 'run today' | 'planned';
}
