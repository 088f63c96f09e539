import type { Setup } from '@violet-jaw/core/job';
import type { Outlines } from '@violet-jaw/core/solid';
import { useJob } from '../../app/JobLayout';
import { downloadText } from '../../app/download';

/** Saves closed outlines as a DXF file in the job's units; the writer is loaded when it is asked for. */
export function useOutlineExport(): (
  setup: Setup,
  layers: readonly { name: string; rings: Outlines }[],
  what: string,
) => Promise<void> {
  const { job } = useJob();
  return async (setup, layers, what) => {
    const { writeDxf } = await import('@violet-jaw/formats/dxf/write.ts');
    downloadText(`${job.number}-op-${setup.op}-${what}.dxf`, writeDxf(layers, job.units), 'image/vnd.dxf');
  };
}
