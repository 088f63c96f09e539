import type { FileBody } from '@violet-jaw/core/job';
import { prism, revolved, type Result, type TriangleMesh } from '@violet-jaw/core/solid';
import { readDxf, readHalfProfile } from '../dxf';
import { FILE_SIZE_LIMIT, readModel, sizeProblem, type ModelKernel, type PartBody } from '../model';
import { readStl, type OpenShell } from '../stl';
import { fileKind, unknownFile } from './kind';

export * from './kind';

/** What a person has to tell about a file that does not say it. */
export type ReadOptions = Pick<FileBody, 'unit' | 'thickness' | 'halfProfile'>;

/** Bodies, or why there are none; for an open surface with the places. */
export type PartRead = Result<PartBody[]> & {
  readonly open?: OpenShell;
  /** STL and DXF: millimeters a number of the file was taken for */
  readonly mmPerUnit?: number;
  /** DXF: the file itself says its unit, so nobody has to be asked */
  readonly saysUnit?: boolean;
};

const PLAIN_THICKNESS_MM = 10;

/** A body out of a drawing: its faces are what was drawn. */
const drawnBody = (index: number, name: string, mesh: TriangleMesh, leftOut: readonly string[]): PartBody => ({
  ...{ index, name, mesh, faceCount: Math.max(...(mesh.faces ?? [0])) + 1 },
  notes: leftOut.map((what) => `left out ${what}`),
});

/** @param told millimeters per unit; null: as the drawing says, or millimeters */
function readDrawing(bytes: Uint8Array, told: number | null, { thickness, halfProfile }: ReadOptions): PartRead {
  const said = (mmPerUnitTold: number | null) => ({
    mmPerUnit: told ?? mmPerUnitTold ?? 1,
    saysUnit: mmPerUnitTold !== null,
  });
  if (halfProfile) {
    const read = readHalfProfile(bytes, told);
    if (!read.ok) return read;
    const { half, leftOut, mmPerUnitTold } = read.value;
    return {
      ...{ ok: true, ...said(mmPerUnitTold) },
      value: [drawnBody(0, 'half section, turned about X', revolved(half, 'x'), leftOut)],
    };
  }
  const read = readDxf(bytes, told);
  if (!read.ok) return read;
  const { outlines, leftOut, mmPerUnitTold } = read.value;
  return {
    ...{ ok: true, ...said(mmPerUnitTold) },
    value: outlines.map(({ outer, holes }, index) =>
      drawnBody(
        index,
        `outline ${index + 1}${holes.length > 0 ? ` with ${holes.length} ${holes.length === 1 ? 'hole' : 'holes'}` : ''}`,
        prism(outer, holes, thickness ?? PLAIN_THICKNESS_MM),
        leftOut,
      ),
    ),
  };
}

/**
 * Reads the bodies of a part file of any kind, millimeters.
 * @param startKernel starts the reader of exact solids; asked for only when it is needed
 * @param options unit of STL and DXF (left out: millimeters, or as the DXF says) thickness of a DXF outline,
 * or that it is half of a section turned about its X axis
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
  if (kind === 'DXF') return readDrawing(bytes, told, options);
  return readModel(await startKernel(), bytes, kind);
}
