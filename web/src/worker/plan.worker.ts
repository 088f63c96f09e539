import type { Orientation } from '@violet-jaw/core/frames';
import { expose } from 'comlink';
import wasmUrl from 'manifold-3d/manifold.wasm?url';
import { barNeed, fittingStock, type StockFit } from '@violet-jaw/core/blank';
import {
  clamped,
  deviceSolids,
  keptBySection,
  outlinesOf,
  PartPicker,
  piecesCutOpen,
  sectionOf,
  type Picked,
  type PieceCutOpen,
  type RouteOutlines,
  type SectionPlane,
  type SectionSeen,
  type ViewName,
} from '@violet-jaw/core/drawing';
import { boxSize, NO_ROTATION } from '@violet-jaw/core/frames';
import type { FileBody, Job } from '@violet-jaw/core/job';
import { symmetryOf, type Part, type Symmetry } from '@violet-jaw/core/part';
import { Planner, type PlannedJob } from '@violet-jaw/core/plan';
import { bodiesOf, type SetupBodies } from '@violet-jaw/core/run/bodies.ts';
import type { Shop } from '@violet-jaw/core/shop';
import { loadKernel, meshBox, type Result, type Solid, type TriangleMesh } from '@violet-jaw/core/solid';

/** A mesh to show in space, with what it is. */
export interface Shown {
  readonly of: 'part' | 'left' | 'removed' | 'unreached' | 'device';
  readonly mesh: TriangleMesh;
}

/** So long forces are computed before what was asked meanwhile has its turn. */
const SOME_MS = 40;

let planner: Promise<Planner> | null = null;
let bodies = new Map<string, TriangleMesh>();
let last: PlannedJob | null = null;
let picker: { part: Part; picker: PartPicker } | null = null;

const kernelReady = () => (planner ??= loadKernel(wasmUrl).then((kernel) => new Planner(kernel)));

async function pickerNow(): Promise<PartPicker | null> {
  const { solids } = await kernelReady();
  if (!solids || !last) return null;
  if (picker?.part !== solids.one)
    picker = { part: solids.one, picker: new PartPicker(solids.surface, last.part.features.features) };
  return picker.picker;
}

type Planning = readonly [
  job: Job,
  shop: Shop,
  /** which body belongs to which file a job refers to */
  keyOf: readonly { readonly file: string; readonly key: string }[],
];

async function planNow([job, shop, keyOf]: Planning, forces: 'some' | 'known'): Promise<Result<PlannedJob>> {
  const bodyOf = (source: FileBody) => {
    const key = keyOf.find((k) => k.file === JSON.stringify(source))?.key;
    const mesh = key === undefined ? undefined : bodies.get(key);
    return key !== undefined && mesh ? { key, mesh } : null;
  };
  const ready = await kernelReady();
  const until = performance.now() + SOME_MS;
  const planned = ready.plan({ job, shop, bodies: bodyOf }, forces, () => performance.now() > until);
  last = planned.ok ? planned.value : null;
  return planned;
}

const worker = {
  /** Gives the meshes of the bodies a job takes from files, by their keys. */
  setBodies(list: readonly { readonly key: string; readonly mesh: TriangleMesh }[]): void {
    bodies = new Map(list.map(({ key, mesh }) => [key, mesh]));
  },

  /** Without what takes longest, unless it is known. */
  plan(...input: Planning): Promise<Result<PlannedJob>> {
    return planNow(input, 'known');
  },

  /**
   * With so much of what takes longest as there is time for, before what was asked meanwhile has its turn.
   * @returns also whether asking again brings more
   */
  async more(...input: Planning): Promise<{ planned: Result<PlannedJob>; more: boolean }> {
    const { graph } = await kernelReady();
    const computed = () => Object.values(graph.counts).reduce((sum, n) => sum + n, 0);
    const before = computed();
    const planned = await planNow(input, 'some');
    return { planned, more: planned.ok && !planned.value.complete && computed() > before };
  },

  /** Outlines of the last plan; asked for after it, so that numbers come first. */
  async outlines(): Promise<RouteOutlines | null> {
    return planner && last ? outlinesOf(await planner, last) : null;
  },

  /** The same with how each setup is clamped in space: for paper. */
  async outlinesForPaper(): Promise<RouteOutlines | null> {
    return planner && last ? outlinesOf(await planner, last, { inSpace: true }) : null;
  },

  /** What the last plan puts on the machine, setup by setup, for the practice machine to touch. */
  async standing(): Promise<SetupBodies[]> {
    const { solids } = await kernelReady();
    return solids && last ? bodiesOf(solids, last.setups) : [];
  },

  /** What lies under the pointer in a view of the part, or of the part as it lies in a setup. */
  async pick(
    view: ViewName,
    at: readonly [number, number],
    reach: number,
    orientation?: Orientation,
  ): Promise<Picked | null> {
    return (await pickerNow())?.pick(view, at, reach, orientation) ?? null;
  },

  /** Edges of features in every view. */
  async featureEdges(ids: readonly string[]): Promise<Record<ViewName, number[]> | null> {
    return (await pickerNow())?.edges(ids) ?? null;
  },

  /** The part cut by a plane. */
  async section(plane: SectionPlane): Promise<SectionSeen | null> {
    const { solids, kernel } = await kernelReady();
    return solids ? sectionOf(kernel, solids.part.solid, plane) : null;
  },

  /** Every piece of a setup cut open where it is held, the first piece first; none while that is not known. */
  async cutOpen(setup: number, plane: SectionPlane): Promise<PieceCutOpen[]> {
    const { solids, kernel } = await kernelReady();
    const planned = last?.setups[setup];
    const cut = solids?.cuts[setup];
    if (!planned?.facts || !cut) return [];
    const material = {
      left: cut.left.solid,
      before: (setup ? solids.cuts[setup - 1].onward : solids.blank).solid,
      orientation: planned.setup.orientation,
    };
    const poses = [planned.facts, ...planned.pieces.map((p) => p.facts)].map(({ seat }) => seat.pose);
    return piecesCutOpen(kernel, material, poses, plane);
  },

  /** In which views the part looks the same turned or mirrored. */
  async symmetry(): Promise<Symmetry[]> {
    const { solids, kernel } = await kernelReady();
    return solids ? symmetryOf(kernel, solids.one) : [];
  },

  /** Sizes from the shop's stock that the part, with all its copies, comes out of. */
  async stockFits(job: Job, shop: Shop, clean: number): Promise<StockFit[]> {
    const { solids } = await kernelReady();
    if (!solids) return [];
    const { mesh, box } = { mesh: solids.part.surface, box: meshBox(solids.part.surface) };
    const need = { x: barNeed(mesh, box, 'x'), y: barNeed(mesh, box, 'y'), z: barNeed(mesh, box, 'z') };
    return fittingStock(
      boxSize(box),
      need,
      shop.stock.filter((s) => s.material === '' || job.material === '' || s.material === job.material),
      clean,
    );
  },

  /**
   * Meshes to show in space: the part alone, in its own coordinates; or what a setup leaves and takes away with the
   * device it is held in, as clamped, device coordinates. Cut open by a plane they are closed where it cuts them.
   */
  async meshes(setup: number | null, section: SectionPlane | null): Promise<Shown[]> {
    const { solids, kernel } = await kernelReady();
    if (!solids) return [];
    const cutOpen = (of: Shown['of'], solid: Solid): Shown[] => {
      if (!section) return solid.isEmpty() ? [] : [{ of, mesh: solid.mesh() }];
      const open = keptBySection(kernel, solid, section);
      const found = open.isEmpty() ? [] : [{ of, mesh: open.mesh() }];
      open.release();
      return found;
    };
    const cut = setup === null ? null : solids.cuts[setup];
    if (!cut)
      return [
        ...cutOpen('part', solids.part.solid),
        ...(solids.unreached ? cutOpen('unreached', solids.unreached) : []),
      ];
    const planned = last?.setups[setup!];
    const pose = planned?.facts?.seat.pose;
    const before = setup ? solids.cuts[setup - 1].onward : solids.blank;
    // larger by less than is seen: what stays as it was leaves no films behind
    const stays = kernel.larger(cut.left.solid, 1e-6);
    const removed = kernel.subtract(before.solid, stays);
    stays.release();
    const placed = (of: Shown['of'], solid: Solid): Shown[] => {
      if (!pose || solid.isEmpty()) return cutOpen(of, solid);
      const mesh = clamped(solid.mesh(), pose);
      if (!section) return [{ of, mesh }];
      const made = kernel.fromMesh(mesh);
      if (!made.ok) return [{ of, mesh }];
      const found = cutOpen(of, made.value);
      made.value.release();
      return found;
    };
    const device = planned
      ? deviceSolids(planned).flatMap((d) => {
          const body = kernel.prism(d.outlines, NO_ROTATION, d.from, d.to);
          const found = cutOpen('device', body);
          body.release();
          return found;
        })
      : [];
    const all = [...placed('left', cut.left.solid), ...placed('removed', removed), ...device];
    removed.release();
    return all;
  },
};

export type PlanWorker = typeof worker;
expose(worker);
