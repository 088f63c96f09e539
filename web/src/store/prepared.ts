import type { FileBody } from '@violet-jaw/core/job';
import type { PartBody } from '@violet-jaw/formats/model';
import { bodiesFromText, jobFromText, type PreparedJob } from '@violet-jaw/formats/prepared';
import { preparedBodiesText, preparedJobText } from './api';

/** A job and the library as the server holds them. */
export interface Revisions {
  readonly id: string;
  readonly revision: number;
  readonly shop: number;
}

/** What the server has, or null: without it everything is computed here, only later. */
async function ifThere<T>(text: Promise<string | null>, read: (text: string) => T): Promise<T | null> {
  try {
    const found = await text;
    return found === null ? null : read(found);
  } catch {
    return null;
  }
}

/** The job as it was planned at these revisions; null: not prepared. */
export const preparedJob = (of: Revisions): Promise<PreparedJob | null> => ifThere(preparedJobText(of), jobFromText);

/** Bodies of a stored file, without reading it here; null: not prepared. */
export const preparedBodies = (source: FileBody): Promise<readonly PartBody[] | null> =>
  ifThere(preparedBodiesText(source), bodiesFromText);
