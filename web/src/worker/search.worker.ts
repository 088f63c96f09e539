import { expose } from 'comlink';
import wasmUrl from 'manifold-3d/manifold.wasm?url';
import { allowanceOn, planBlank, stateOf } from '@violet-jaw/core/blank';
import { axisOf, DIRECTIONS, signOf } from '@violet-jaw/core/frames';
import type { Job } from '@violet-jaw/core/job';
import { fitIntoPiece, type Fit, type FitOptions, type Piece, type Wanted } from '@violet-jaw/core/offcut';
import { featureNames, findFeatures } from '@violet-jaw/core/part';
import { depthLimits, proposeRoutes, reachOf, type Proposal } from '@violet-jaw/core/propose';
import type { RoundDevice, Vise } from '@violet-jaw/core/shop';
import { loadKernel, meshBox, type Kernel, type TriangleMesh } from '@violet-jaw/core/solid';
import { speechIn } from '@violet-jaw/core/units';

let kernel: Promise<Kernel> | null = null;

/** What routes are proposed for. */
interface ProposeFor {
  readonly surface: TriangleMesh;
  readonly job: Job;
  readonly vise: Vise;
  /** chucks and collets of the shop */
  readonly round: readonly RoundDevice[];
}

const worker = {
  /**
   * Looks for a place in each leftover piece. @param tell share done of the piece being tried, with its place in the
   * list
   */
  async fit(
    wanted: Wanted,
    pieces: readonly Piece[],
    options: Pick<FitOptions, 'edgeMargin' | 'holeMargin'>,
    tell: (piece: number, share: number) => void,
  ): Promise<Fit[]> {
    const ready = await (kernel ??= loadKernel(wasmUrl));
    return pieces.map((piece, i) =>
      fitIntoPiece(ready, wanted, piece, { ...options, tell: (share) => tell(i, share) }),
    );
  },

  /** Proposes routes for the part's surface. @param tell share of the directions looked along */
  propose(
    { surface, job, vise, round }: ProposeFor,
    // by itself: only what is handed over as it is can be called from here
    tell: (share: number) => void,
  ): Proposal {
    const part = meshBox(surface);
    const { features, surface: marked } = findFeatures(surface, part);
    const blank = planBlank(part, job);
    const speech = speechIn(job.units);
    const names = featureNames(
      features,
      speech,
      job.features.filter((f) => f.name !== ''),
    );
    const finished = DIRECTIONS.filter(
      (d) => stateOf(job.blank, d) === 'finished' && Math.abs(allowanceOn(blank.allowance, d)) < 1e-9,
    ).map((side) => ({ side, level: signOf(side) * (signOf(side) > 0 ? part.max : part.min)[axisOf(side)] }));
    const reach = reachOf({
      surface: marked,
      part,
      finishedSides: finished,
      tell,
      mostDeep: depthLimits(job, features),
    });
    return proposeRoutes({
      reach,
      features,
      part,
      blank,
      vise,
      round,
      nameOf: (f) => names.get(features[f]?.id) ?? 'a free face',
      speech,
    });
  },
};

export type SearchWorker = typeof worker;
expose(worker);
