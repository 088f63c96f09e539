import { expose } from 'comlink';
import wasmUrl from 'occt-import-js/dist/occt-import-js.wasm?url';
import { fileKind, readPartFile, type ReadOptions } from '@violet-jaw/formats/part';
import type { ModelKernel, PartBody } from '@violet-jaw/formats/model';
import { loadModelKernel } from '@violet-jaw/formats/model/load.ts';
import { openViews, type OpenView, type ViewName } from '@violet-jaw/core/drawing';
import { findFeatures, type Feature } from '@violet-jaw/core/part';
import { meshBox, shellProblem, weldMesh, type Result } from '@violet-jaw/core/solid';

/** A body with why it cannot be a part: an open shell; null when it can. */
export type CheckedBody = PartBody & { readonly problem: string | null };

/** What was read; of a surface that is open, its lines in the three views with the places. */
export type CheckedRead = Result<CheckedBody[]> & {
  readonly openViews?: Record<ViewName, OpenView>;
  readonly mmPerUnit?: number;
  readonly saysUnit?: boolean;
};

let kernel: Promise<ModelKernel> | null = null;

const worker = {
  /** @param tell called with what is being done now */
  async read(bytes: Uint8Array, options: ReadOptions, tell: (stage: string) => void): Promise<CheckedRead> {
    const start = () => {
      tell('starting the reader');
      return (kernel ??= loadModelKernel(wasmUrl)).then((ready) => {
        tell(`reading ${(bytes.length / 1024).toFixed(0)} kB and meshing its faces`);
        return ready;
      });
    };
    tell(`reading ${fileKind(bytes) ?? 'the file'}`);
    const result = await readPartFile(bytes, options, start);
    if (!result.ok)
      return result.open
        ? { ok: false, problem: result.problem, openViews: openViews(result.open.mesh, result.open.places) }
        : result;
    tell('checking that the bodies are closed');
    return {
      ok: true,
      mmPerUnit: result.mmPerUnit,
      saysUnit: result.saysUnit,
      value: result.value.map((body) => ({ ...body, problem: shellProblem(weldMesh(body.mesh)) })),
    };
  },

  /** Features of a body, to compare a newer revision with what was there. */
  features(body: PartBody): readonly Feature[] {
    return findFeatures(body.mesh, meshBox(body.mesh)).features;
  },
};

export type ReadWorker = typeof worker;
expose(worker);
