import type { ModelKind } from '../model';

export type FileKind = ModelKind | 'STL' | 'DXF';

/** Endings a file dialog offers. */
export const PART_FILE_ENDINGS =
  '.step,.stp,.iges,.igs,.brep,.brp,.stl,.dxf,.STEP,.STP,.IGES,.IGS,.BREP,.BRP,.STL,.DXF';

/** Whether a file must be told the unit of its numbers, and a thickness. */
export function needsUnit(kind: FileKind): boolean {
  return kind === 'STL' || kind === 'DXF';
}

/** What a file is, by what stands in it and not by its name. @returns null when it is none that can be read */
export function fileKind(bytes: Uint8Array): FileKind | null {
  const start = new TextDecoder('latin1').decode(bytes.subarray(0, 2000));
  if (start.includes('ISO-10303-21')) return 'STEP';
  if (/^.{72}S\s*1\s*$/m.test(start)) return 'IGES';
  if (/^\s*(DBRep_DrawableShape|CASCADE Topology)/.test(start)) return 'BREP';
  if (/^\s*0\s*\r?\n\s*SECTION/.test(start) || start.startsWith('AutoCAD Binary DXF') || /^\s*999\r?\n/.test(start))
    return 'DXF';
  if (/^\s*solid\b/.test(start) && /\bfacet\b/.test(start)) return 'STL';
  if (bytes.length >= 84) {
    const facets = new DataView(bytes.buffer, bytes.byteOffset).getUint32(80, true);
    // a cut-off file is shorter than it says; that is told when it is read
    if (facets > 0 && facets < 5_000_000 && bytes.length <= 84 + 50 * facets + 4 && bytes.length > 84 + 25 * facets)
      return 'STL';
  }
  return null;
}

/** Why a file is none that can be read. */
export function unknownFile(bytes: Uint8Array): string {
  if (bytes.length === 0) return 'The file is empty. Export it again from the drawing program.';
  const zip = bytes[0] === 0x50 && bytes[1] === 0x4b ? ' It is a zip archive: unpack it first.' : '';
  return `This is no part file that can be read here: it is neither STEP, IGES, BREP, STL nor DXF.${zip} Export the part as STEP (AP203, AP214 or AP242), or its outline as DXF.`;
}
