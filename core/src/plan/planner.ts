import type { Kernel, Result } from '../solid';
import { Graph } from './graph';
import type { PlanInput, PlanSolids } from './input';
import { planJob } from './pipeline';
import type { PlannedJob } from './planned';
import type { Forces } from './whole';

/**
 * Plans jobs, keeping what an edit does not touch. One planner per thread and kernel.
 * @example const planner = new Planner(await loadKernel()); planner.plan({ job, shop, bodies });
 */
export class Planner {
  readonly graph = new Graph();
  #solids: PlanSolids | null = null;

  constructor(readonly kernel: Kernel) {}

  /** Solids of the last plan; null when it failed, or when the blank has no volume. */
  get solids(): PlanSolids | null {
    return this.#solids;
  }

  /**
   * job + shop + solids in, planned job out.
   * @param forces known: leaves out margins and what is in the way where they are not known yet; some: until it is
   * enough, so that whoever asks can look after other things in between. The answer says whether it is complete
   * @param enough whether the time for `some` is over
   * @returns a problem only when there is no part to plan with; everything else is a finding
   */
  plan(input: PlanInput, forces: Forces = 'now', enough: () => boolean = () => true): Result<PlannedJob> {
    this.graph.within(enough);
    this.#solids = null;
    const planned = planJob(this.graph, { ...input, kernel: this.kernel }, forces);
    if (!planned.ok) return planned;
    this.graph.endPlan();
    this.#solids = planned.value.solids;
    return { ok: true, value: planned.value.planned };
  }
}
