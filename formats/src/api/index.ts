import type { Page } from '@violet-jaw/core/drawing';
import type { Job } from '@violet-jaw/core/job';
import type { Change } from '@violet-jaw/core/sheet';

/** Shapes of what the API answers: written by the server, read by the page. */

/** What the Jobs page shows of a job without opening it. */
export interface JobSummary {
  readonly counts: { readonly stop: number; readonly caution: number; readonly note: number };
  readonly setups: readonly { readonly op: number; readonly register: string; readonly picture: Pick<Page, 'width' | 'height' | 'primitives'> | null }[];
  /** why the job cannot be planned; null when it can */
  readonly problem: string | null;
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
  readonly note: string;
  readonly hash: string;
  /** against the issue before; empty for the first */
  readonly changes: readonly Change[];
}

/** A document with the revision the server holds. */
export interface Revised<T> {
  readonly revision: number;
  readonly document: T;
}
