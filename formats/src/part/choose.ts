import { isFileBody, type FileBody, type Job } from '@violet-jaw/core/job';
import type { Result } from '@violet-jaw/core/solid';
import type { PartBody } from '../model';

/**
 * Bodies that go by a name in their file, however many others do: readers tell them apart by a number at the end of a
 * step.
 */
function alike(bodies: readonly PartBody[], name: string): PartBody[] {
  const plain = (path: string) => path.replace(/ \(\d+\)(?= \/ |$)/g, '');
  return bodies.filter((b) => plain(b.name) === plain(name));
}

/**
 * The body a job means, out of those a file holds: by its number, or by its name when a newer file counts differently.
 */
export function chooseBody(
  bodies: readonly PartBody[],
  { body, bodyName }: Pick<FileBody, 'body' | 'bodyName'>,
): Result<PartBody> {
  if (bodies.length === 1 && (body === null || body === undefined)) return { ok: true, value: bodies[0] };
  const list = bodies
    .slice(0, 12)
    .map((b) => `${b.index} ${b.name}`)
    .join(', ');
  if (body === null || body === undefined) {
    const named = bodyName ? alike(bodies, bodyName) : [];
    if (named.length === 1) return { ok: true, value: named[0] };
    return {
      ok: false,
      problem: `The file holds ${bodies.length} bodies; say which is the part with "body": ${list}.`,
    };
  }
  const found = bodies.find((b) => b.index === body);
  return found
    ? { ok: true, value: found }
    : { ok: false, problem: `The file holds ${bodies.length} bodies; body ${body} is not among them: ${list}.` };
}

/**
 * The body of a newer file that was chosen in the one before: by name where that tells it, else by name and number, as
 * one more nut before it would make it another nut; null: it is not certain which.
 */
export function sameBody(
  bodies: readonly PartBody[],
  { body, bodyName }: Pick<FileBody, 'body' | 'bodyName'>,
): PartBody | null {
  if (bodies.length === 1) return bodies[0];
  if (bodyName === undefined) return bodies.find((b) => b.index === body) ?? null;
  const named = alike(bodies, bodyName);
  return named.length === 1 ? named[0] : (named.find((b) => b.index === body && b.name === bodyName) ?? null);
}

/** Every file a job takes a body from: its part, and a blank that is a solid of its own. */
export function filesOf(job: Job): FileBody[] {
  return [
    ...(isFileBody(job.body) ? [job.body] : []),
    ...(job.blank.kind === 'own solid' && job.blank.solid ? [job.blank.solid] : []),
  ];
}
