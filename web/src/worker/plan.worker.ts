import { expose } from 'comlink';
import wasmUrl from 'manifold-3d/manifold.wasm?url';
import { outlinesOf, type RouteOutlines } from '@violet-jaw/core/drawing';
import type { Job } from '@violet-jaw/core/job';
import { Planner, type PlannedJob } from '@violet-jaw/core/plan';
import type { Shop } from '@violet-jaw/core/shop';
import { loadKernel, type Result, type TriangleMesh } from '@violet-jaw/core/solid';

let planner: Promise<Planner> | null = null;
let body: { mesh: TriangleMesh; key: string } | null = null;
let last: PlannedJob | null = null;

const worker = {
  /** Gives the mesh a STEP part refers to; null for a typed block. */
  setBody(mesh: TriangleMesh | null, key: string): void {
    body = mesh ? { mesh, key } : null;
  },

  async plan(job: Job, shop: Shop): Promise<Result<PlannedJob>> {
    planner ??= loadKernel(wasmUrl).then((kernel) => new Planner(kernel));
    const planned = (await planner).plan({ job, shop, bodies: () => body });
    last = planned.ok ? planned.value : null;
    return planned;
  },

  /** Outlines of the last plan; asked for after it, so that numbers come first. */
  async outlines(): Promise<RouteOutlines | null> {
    return planner && last ? outlinesOf(await planner, last) : null;
  },
};

export type PlanWorker = typeof worker;
expose(worker);
