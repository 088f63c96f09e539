import type { FileBody } from '@violet-jaw/core/job';
import { prism, type Result } from '@violet-jaw/core/solid';
import { readDxf } from '../dxf';
import { FILE_SIZE_LIMIT, readModel, sizeProblem, type ModelKernel, type PartBody } from '../model';
import { readStl, type OpenShell } from '../stl';
import { fileKind, unknownFile } from './kind';

export * from './kind';

/** What a person has to tell about a file that does not say it. */
export type ReadOptions = Pick<FileBody, 'unit' | 'thickness'>;

/** Bodies, or why there are none; for an open surface with the places. */
export type PartRead = Result<PartBody[]> & {
  readonly open?: OpenShell;
  /** STL and DXF: millimeters a number of the file was taken for */
  readonly mmPerUnit?: number;
  /** DXF: the file itself says its unit, so nobody has to be asked */
  readonly saysUnit?: boolean;
};

const PLAIN_THICKNESS_MM = 10;

/**
 * Reads the bodies of a part file of any kind, millimeters.
 * @param startKernel starts the reader of exact solids; asked for only when it is needed
 * @param options unit of STL and DXF (left out: millimeters, or as the DXF says) and thickness of a DXF outline
 */
export async function readPartFile(
  bytes: Uint8Array,
  options: ReadOptions,
  startKernel: () => Promise<ModelKernel>,
): Promise<PartRead> {
  if (bytes.length > FILE_SIZE_LIMIT) return { ok: false, problem: sizeProblem(bytes.length) };
  const kind = fileKind(bytes);
  if (kind === null) return { ok: false, problem: unknownFile(bytes) };
  const told = options.unit === 'inch' ? 25.4 : options.unit === 'mm' ? 1 : null;
  if (kind === 'STL') {
    const read = readStl(bytes, told ?? 1);
    if (!read.ok) return read;
    const { mesh, repaired } = read.value;
    return {
      ok: true,
      mmPerUnit: told ?? 1,
      value: [{ index: 0, name: 'surface', faceCount: Math.max(...(mesh.faces ?? [0])) + 1, mesh, notes: repaired }],
    };
  }
  if (kind === 'DXF') {
    const read = readDxf(bytes, told);
    if (!read.ok) return read;
    const { outlines, leftOut } = read.value;
    const notes = leftOut.map((what) => `left out ${what}`);
    return {
      ok: true,
      mmPerUnit: told ?? read.value.mmPerUnitTold ?? 1,
      saysUnit: read.value.mmPerUnitTold !== null,
      value: outlines.map(({ outer, holes }, index) => {
        const mesh = prism(outer, holes, options.thickness ?? PLAIN_THICKNESS_MM);
        return {
          index,
          name: `outline ${index + 1}${holes.length > 0 ? ` with ${holes.length} ${holes.length === 1 ? 'hole' : 'holes'}` : ''}`,
          faceCount: Math.max(...(mesh.faces ?? [0])) + 1,
          mesh,
          notes,
        };
      }),
    };
  }
  return readModel(await startKernel(), bytes, kind);
}
