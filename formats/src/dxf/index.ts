import DxfParser, { type IDxf } from 'dxf-parser';
import type { Result } from '@violet-jaw/core/solid';
import { arcPoints, bulgePoints, ellipsePoints, splinePoints, type Curve } from './flatten';
import { chainCurves, nestLoops, type Outline } from './loops';

export type { Outline } from './loops';

/** Curves are drawn as chords within this of them, mm. */
const DEVIATION_MM = 0.005;

/** Fields of the entities read here; the parser's own types leave most of them out. */
interface Entity {
  type: string; vertices?: { x: number; y: number; bulge?: number }[]; shape?: boolean; closed?: boolean;
  center?: { x: number; y: number }; radius?: number; startAngle?: number; endAngle?: number;
  majorAxisEndPoint?: { x: number; y: number }; axisRatio?: number; extrusionDirectionZ?: number;
  controlPoints?: { x: number; y: number }[]; fitPoints?: { x: number; y: number }[]; weights?: number[]; knotValues?: number[]; degreeOfSplineCurve?: number;
}

/** DXF header variable $INSUNITS: 1 inch, 4 millimeter, 5 centimetre, 6 meter. */
const MM_PER_UNIT: Record<number, number> = { 1: 25.4, 4: 1, 5: 10, 6: 1000 };

type Point = readonly [number, number];

function curveOf(e: Entity, f: number): Curve | string | null {
  const p = (q: { x: number; y: number }): Point => [q.x * f, q.y * f];
  const at = (c: { x: number; y: number } | undefined) => (c ? p(c) : ([0, 0] as Point));
  switch (e.type) {
    case 'LINE': return { points: (e.vertices ?? []).map(p), curved: false, closed: false };
    case 'CIRCLE': return { points: arcPoints(...at(e.center), (e.radius ?? 0) * f, 0, 2 * Math.PI, DEVIATION_MM), curved: true, closed: true };
    case 'ARC': return { points: arcPoints(...at(e.center), (e.radius ?? 0) * f, e.startAngle ?? 0, e.endAngle ?? 0, DEVIATION_MM), curved: true, closed: false };
    case 'ELLIPSE': return { points: ellipsePoints(at(e.center), at(e.majorAxisEndPoint), e.axisRatio ?? 1, e.startAngle ?? 0, e.endAngle ?? 2 * Math.PI, DEVIATION_MM), curved: true, closed: false };
    case 'SPLINE': {
      const control = (e.controlPoints ?? []).map(p);
      if (control.length === 0 || !e.knotValues) return 'a spline given by fit points only; explode it into arcs or control points';
      return { points: splinePoints(e.degreeOfSplineCurve ?? 3, control, e.weights, e.knotValues, DEVIATION_MM), curved: true, closed: false };
    }
    case 'POINT': case 'TEXT': case 'MTEXT': case 'DIMENSION': case 'ATTDEF': case 'VIEWPORT': case 'HATCH': case 'LEADER': return null;
    default: return `a ${e.type.toLowerCase()}`;
  }
}

/** A polyline's pieces: straight ones and arcs, each a curve of its own, so that arcs are found as round faces. */
function polylineCurves(e: Entity, f: number): Curve[] {
  const vertices = e.vertices ?? [];
  const closed = Boolean(e.shape ?? e.closed);
  const ends = vertices.map((_, i) => i).slice(0, closed ? undefined : -1);
  return ends.map((i) => {
    const [a, b] = [vertices[i], vertices[(i + 1) % vertices.length]];
    const [p, q]: Point[] = [[a.x * f, a.y * f], [b.x * f, b.y * f]];
    return a.bulge ? { points: bulgePoints(p, q, a.bulge, DEVIATION_MM), curved: true, closed: false } : { points: [p, q], curved: false, closed: false };
  });
}

export interface DxfDrawing {
  readonly outlines: readonly Outline[];
  /** millimeters per drawing unit the file tells; null: it does not */
  readonly mmPerUnitTold: number | null;
  /** what was left out, in words */
  readonly leftOut: readonly string[];
}

/**
 * Reads closed outlines with holes from a DXF drawing: lines, arcs, circles, ellipses, polylines and splines.
 * @param mmPerUnit what a drawing unit is; null: as the file says, or millimeters
 */
export function readDxf(bytes: Uint8Array, mmPerUnit: number | null): Result<DxfDrawing> {
  if (new TextDecoder('latin1').decode(bytes.subarray(0, 22)).startsWith('AutoCAD Binary DXF')) return { ok: false, problem: 'This is a binary DXF. Save it as text (ASCII) DXF.' };
  let parsed: IDxf | null;
  try {
    parsed = new DxfParser().parseSync(new TextDecoder().decode(bytes));
  } catch (error) {
    return { ok: false, problem: `The DXF file is damaged or cut off: ${error instanceof Error ? error.message : String(error)}. Export it again.` };
  }
  const told = MM_PER_UNIT[Number(parsed?.header?.$INSUNITS)] ?? null;
  const f = mmPerUnit ?? told ?? 1;
  const leftOut = new Map<string, number>();
  const curves = ((parsed?.entities ?? []) as unknown as Entity[]).flatMap((e): Curve[] => {
    if (e.type === 'LWPOLYLINE' || e.type === 'POLYLINE') return polylineCurves(e, f);
    const curve = curveOf(e, f);
    if (curve === null) return [];
    if (typeof curve !== 'string') return [curve];
    leftOut.set(curve, (leftOut.get(curve) ?? 0) + 1);
    return [];
  });
  const { loops, open } = chainCurves(curves);
  if (open.length > 0) {
    const list = open.slice(0, 12).map(({ at, gap }) => `(${at.map((c) => c.toFixed(3)).join(', ')})${gap === null ? '' : ` ${gap.toFixed(3)} from the next`}`).join('; ');
    return { ok: false, problem: `The outline is not closed: ${open.length} open ends, in mm: ${list}${open.length > 12 ? ' and more' : ''}. Join them in the drawing program, or remove lines that are no outline.` };
  }
  if (loops.length === 0) return { ok: false, problem: `The DXF file holds no closed outline${leftOut.size > 0 ? `; it holds ${[...leftOut.keys()].join(', ')}` : ''}. Draw the part's outline with lines, arcs, circles, polylines or splines.` };
  return { ok: true, value: { outlines: nestLoops(loops), mmPerUnitTold: told, leftOut: [...leftOut].map(([what, n]) => (n > 1 ? `${what} (${n} times)` : what)) } };
}
