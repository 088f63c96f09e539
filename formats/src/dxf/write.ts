import { Colors, DxfWriter, LWPolylineFlags, point2d, Units, type LWPolylineVertex } from '@tarikjabiri/dxf';
import { MM_PER_INCH, type Units as UnitName } from '@violet-jaw/core/units';

/**
 * A corner of a closed line, mm; with the bulge of the arc to the next corner (tangent of a quarter of its angle), if
 * it is one.
 */
export type DxfCorner = readonly [number, number] | readonly [number, number, number];

export interface DxfLayer {
  readonly name: string;
  readonly rings: readonly (readonly DxfCorner[])[];
  /** lines that are not closed */
  readonly lines?: readonly (readonly DxfCorner[])[];
}

/** Layer names must not hold what the format keeps for itself. */
const layerName = (name: string) => name.replace(/[<>/\\":;?*|=`,]/g, '-').slice(0, 200);

/**
 * Outlines as a DXF file: one layer each kind, every ring one closed LWPOLYLINE, every line an open one, the unit in
 * the header ($INSUNITS).
 * @param layers coordinates in mm
 * @param unit what the numbers in the file are written in
 */
export function writeDxf(layers: readonly DxfLayer[], unit: UnitName): string {
  const dxf = new DxfWriter();
  dxf.setUnits(unit === 'mm' ? Units.Millimeters : Units.Inches);
  const f = unit === 'mm' ? 1 : 1 / MM_PER_INCH;
  for (const layer of layers) {
    const name = layerName(layer.name);
    dxf.addLayer(name, Colors.White);
    const put = (line: readonly DxfCorner[], flags: LWPolylineFlags) => {
      const corners = line.map(([x, y, bulge]): LWPolylineVertex => ({
        point: point2d(x * f, y * f),
        ...(bulge ? { bulge } : {}),
      }));
      dxf.addLWPolyline(corners, { flags, layerName: name });
    };
    for (const ring of layer.rings) put(ring, LWPolylineFlags.Closed);
    for (const line of layer.lines ?? []) put(line, LWPolylineFlags.None);
  }
  return dxf.stringify();
}
