import type { Setup } from '@violet-jaw/core/job';
import type { PlannedSetup } from '@violet-jaw/core/plan';
import type { Outlines } from '@violet-jaw/core/solid';
import { useJob } from '../../app/JobLayout';
import { downloadText } from '../../app/download';

type Drawn = NonNullable<PlannedSetup['facts']>['hold']['drawn'][number];

/** Outlines of one role of a setup as planned. */
export const outlinesOf = (planned: PlannedSetup | undefined, role: Drawn['role']): Outlines =>
  planned?.facts?.hold.drawn.find((d) => d.role === role)?.outlines ?? [];

/**
 * Saves closed outlines as a DXF file in the job's units, of the plan with all edits made so far: what is cut by them
 * must not go by the field before the last one. The writer is loaded when it is asked for.
 */
export function useOutlineExport(): (
  setup: Setup,
  layersOf: (planned: PlannedSetup) => readonly { name: string; rings: Outlines }[],
  what: string,
) => Promise<void> {
  const { job, plannedNow } = useJob();
  return async (setup, layersOf, what) => {
    const [{ writeDxf }, planned] = await Promise.all([
      import('@violet-jaw/formats/dxf/write.ts'),
      plannedNow(setup.id),
    ]);
    const layers = planned ? layersOf(planned) : [];
    if (layers.every((l) => l.rings.length === 0)) return;
    downloadText(`${job.number}-op-${setup.op}-${what}.dxf`, writeDxf(layers, job.units), 'image/vnd.dxf');
  };
}
