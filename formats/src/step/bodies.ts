import type { PartSource } from '@violet-jaw/core/job';
import { partKey, type BodyMeshes } from '@violet-jaw/core/part';
import type { Result } from '@violet-jaw/core/solid';
import { readStep, type StepBody, type StepKernel } from '.';

/** The body a job means, out of those a file holds. */
export function chooseBody(bodies: readonly StepBody[], body: number | null | undefined): Result<StepBody> {
  if (body === null || body === undefined) {
    if (bodies.length === 1) return { ok: true, value: bodies[0] };
    const list = bodies.slice(0, 12).map((b) => `${b.index} ${b.name}`).join(', ');
    return { ok: false, problem: `The file holds ${bodies.length} bodies; say which is the part with "body": ${list}.` };
  }
  const found = bodies.find((b) => b.index === body);
  return found ? { ok: true, value: found } : { ok: false, problem: `The file holds ${bodies.length} bodies; body ${body} is not among them.` };
}

/**
 * Reads what a job's part refers to, for planning outside the browser.
 * @param load gives the bytes for the job's file reference, or a problem
 */
export function bodiesFor(source: PartSource, kernel: StepKernel | null, load: (source: Extract<PartSource, { step: string }>) => Result<Uint8Array>): Result<BodyMeshes> {
  if ('block' in source || !kernel) return { ok: true, value: () => null };
  const bytes = load(source);
  if (!bytes.ok) return bytes;
  const read = readStep(kernel, bytes.value);
  if (!read.ok) return { ok: false, problem: `${source.step}: ${read.problem}` };
  const body = chooseBody(read.value, source.body);
  if (!body.ok) return body;
  const key = partKey({ ...source, body: body.value.index });
  return { ok: true, value: () => ({ mesh: body.value.mesh, key }) };
}
