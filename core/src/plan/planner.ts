import type { Job } from '../job';
import type { BodyMeshes, FeatureSurface, Part } from '../part';
import type { Shop } from '../shop';
import type { Kernel, Result, Solid } from '../solid';
import { Graph } from './graph';
import { planJob } from './pipeline';
import type { PlannedJob } from './planned';
import type { Cut, Material } from './whatIsLeft';

export interface PlanInput {
  readonly job: Job;
  readonly shop: Shop;
  /** meshes of the bodies a STEP part may refer to */
  readonly bodies: BodyMeshes;
}

/** The solids behind a planned job, for drawing. Valid until the next plan. */
export interface PlanSolids {
  readonly part: Part;
  /** the first copy, where there are several, with the features of its surface */
  readonly one: Part;
  readonly surface: FeatureSurface;
  readonly blank: Material;
  readonly cuts: readonly Cut[];
  /** metal never reached; null: none */
  readonly unreached: Solid | null;
}

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
   * @param forces known: leaves out margins and what is in the way where they are not known yet; the answer then says so
   * @returns a problem only when there is no part to plan with; everything else is a finding
   */
  plan(input: PlanInput, forces: 'now' | 'known' = 'now'): Result<PlannedJob> {
    this.#solids = null;
    const planned = planJob(this.graph, { ...input, kernel: this.kernel }, forces);
    if (!planned.ok) return planned;
    this.graph.endPlan();
    this.#solids = planned.value.solids;
    return { ok: true, value: planned.value.planned };
  }
}
