import type { FileBody, Job } from '@violet-jaw/core/job';
import { bodyKey, type BodyMeshes } from '@violet-jaw/core/part';
import type { Result, TriangleMesh } from '@violet-jaw/core/solid';
import { readPartFile } from '.';
import { chooseBody, filesOf } from './choose';
import type { ModelKernel, PartBody } from '../model';

export { chooseBody, filesOf };

/**
 * Reads what a job refers to, for planning outside the browser.
 * @param load gives the bytes for a file reference, or a problem
 * @param told is told all bodies of each file that could be read
 */
export async function bodiesFor(
  job: Job,
  startKernel: () => Promise<ModelKernel>,
  load: (source: FileBody) => Result<Uint8Array>,
  told: (source: FileBody, bodies: readonly PartBody[]) => void = () => undefined,
): Promise<Result<BodyMeshes>> {
  const meshes = new Map<string, { mesh: TriangleMesh; key: string }>();
  for (const source of filesOf(job)) {
    const bytes = load(source);
    if (!bytes.ok) return bytes;
    const read = await readPartFile(bytes.value, source, startKernel);
    if (!read.ok) return { ok: false, problem: `${source.file}: ${read.problem}` };
    told(source, read.value);
    const body = chooseBody(read.value, source);
    if (!body.ok) return { ok: false, problem: `${source.file}: ${body.problem}` };
    const key = bodyKey(source);
    meshes.set(key, { mesh: body.value.mesh, key });
  }
  return { ok: true, value: (source) => meshes.get(bodyKey(source)) ?? null };
}
