import type { Job } from '../job';
import { registerUses, type PlannedJob, type RegisterUse } from '../plan';
import { PLAIN_DIALECT } from '../shop';
import { writerFor, type Writer } from './dialect';

/** What a text for the control is written from. */
export interface Page {
  readonly job: Job;
  readonly planned: PlannedJob;
  readonly writer: Writer;
  readonly uses: readonly RegisterUse[];
}

export const dialectOf = (planned: PlannedJob) => planned.machine?.dialect ?? PLAIN_DIALECT;

export const pageOf = (job: Job, planned: PlannedJob): Page => ({
  job,
  planned,
  writer: writerFor(dialectOf(planned), job.units),
  uses: registerUses(planned),
});
export const text = (lines: readonly string[]) => `${lines.join('\n')}\n`;

export function head({ job, writer: { note, line } }: Page, title: string): string[] {
  return [
    ...note(`${job.number} ${job.part} REV ${job.revision}`),
    ...note(title),
    line(job.units === 'mm' ? 'G21' : 'G20', job.units === 'mm' ? 'MILLIMETERS' : 'INCHES'),
  ];
}
