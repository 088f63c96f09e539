import DxfParser, { type IDxf } from 'dxf-parser';
import type { Loop, Result } from '@violet-jaw/core/solid';
import { arcPoints, bulgePoints, ellipsePoints, splinePoints, type Curve } from './flatten';
import { cleanDxf } from './groups';
import { halfProfileOf } from './halfProfile';
import { chainCurves, nestLoops, type Outline } from './loops';

export type { Outline } from './loops';

/** Curves are drawn as chords within this of them, mm. */
const DEVIATION_MM = 0.005;
/** Farther out than any machine reaches, mm. */
const REACH_MM = 100_000;
const MOST_CURVES = 10_000;
const MOST_POINTS = 200_000;
const MOST_OUTLINES = 2000;
/** So little bulge is straight: its arc would have a radius of a thousand kilometers. */
const STRAIGHT = 1e-9;
const FIT_POINTS = 'a spline given by fit points only; explode it into arcs or control points';

/** Fields of the entities read here; the parser's own types leave most of them out. */
interface Entity {
  type: string;
  vertices?: { x: number; y: number; bulge?: number }[];
  shape?: boolean;
  closed?: boolean;
  center?: { x: number; y: number };
  radius?: number;
  startAngle?: number;
  endAngle?: number;
  majorAxisEndPoint?: { x: number; y: number };
  axisRatio?: number;
  extrusionDirectionZ?: number;
  controlPoints?: { x: number; y: number }[];
  fitPoints?: { x: number; y: number }[];
  weights?: number[];
  knotValues?: number[];
  degreeOfSplineCurve?: number;
}

/** DXF header variable $INSUNITS: 1 inch, 4 millimeter, 5 centimetre, 6 meter. */
const MM_PER_UNIT: Record<number, number> = { 1: 25.4, 4: 1, 5: 10, 6: 1000 };

type Point = readonly [number, number];

function curveOf(e: Entity, f: number): Curve | string | null {
  const p = (q: { x: number; y: number }): Point => [q.x * f, q.y * f];
  const at = (c: { x: number; y: number } | undefined) => (c ? p(c) : ([0, 0] as Point));
  switch (e.type) {
    case 'LINE':
      return { points: (e.vertices ?? []).map(p), curved: false, closed: false };
    case 'CIRCLE':
      return {
        points: arcPoints(
          { center: at(e.center), radius: (e.radius ?? 0) * f, from: 0, to: 2 * Math.PI },
          DEVIATION_MM,
        ),
        curved: true,
        closed: true,
      };
    case 'ARC':
      return {
        points: arcPoints(
          { center: at(e.center), radius: (e.radius ?? 0) * f, from: e.startAngle ?? 0, to: e.endAngle ?? 0 },
          DEVIATION_MM,
        ),
        curved: true,
        closed: false,
      };
    case 'ELLIPSE':
      return {
        points: ellipsePoints(
          {
            center: at(e.center),
            long: at(e.majorAxisEndPoint),
            ratio: e.axisRatio ?? 1,
            from: e.startAngle ?? 0,
            to: e.endAngle ?? 2 * Math.PI,
          },
          DEVIATION_MM,
        ),
        curved: true,
        closed: false,
        free: true,
      };
    case 'SPLINE': {
      const control = (e.controlPoints ?? []).map(p);
      if (control.length === 0 || !e.knotValues) return FIT_POINTS;
      return {
        points: splinePoints(
          { degree: e.degreeOfSplineCurve ?? 3, control, weights: e.weights, knots: e.knotValues },
          DEVIATION_MM,
          MOST_POINTS,
        ),
        curved: true,
        closed: false,
        free: true,
      };
    }
    default:
      return null;
  }
}

/** A polyline's pieces: straight ones and arcs, each a curve of its own, so that arcs are found as round faces. */
function polylineCurves(e: Entity, f: number): Curve[] {
  const vertices = e.vertices ?? [];
  const closed = Boolean(e.shape ?? e.closed);
  const ends = vertices.map((_, i) => i).slice(0, closed ? undefined : -1);
  return ends.map((i) => {
    const [a, b] = [vertices[i], vertices[(i + 1) % vertices.length]];
    const [p, q]: Point[] = [
      [a.x * f, a.y * f],
      [b.x * f, b.y * f],
    ];
    return Math.abs(a.bulge ?? 0) > STRAIGHT
      ? { points: bulgePoints(p, q, a.bulge!, DEVIATION_MM), curved: true, closed: false }
      : { points: [p, q], curved: false, closed: false };
  });
}

/** What is wrong with an entity before a point of it is computed; null: nothing. */
function entityProblem(e: Entity, f: number): string | null {
  const places = [
    ...(e.vertices ?? []),
    ...(e.controlPoints ?? []),
    ...(e.center ? [e.center] : []),
    ...(e.majorAxisEndPoint ? [e.majorAxisEndPoint] : []),
  ];
  const lengths = [...places.flatMap((p) => [p.x, p.y]), e.radius ?? 0];
  const numbers = [
    ...lengths,
    e.startAngle ?? 0,
    e.endAngle ?? 0,
    e.axisRatio ?? 1,
    ...(e.vertices ?? []).map((v) => v.bulge ?? 0),
    ...(e.knotValues ?? []),
    ...(e.weights ?? []),
  ];
  if (numbers.some((n) => typeof n !== 'number' || !Number.isFinite(n))) return 'with a place that is no number';
  const farthest = lengths.reduce((most, n) => Math.max(most, Math.abs(n)), 0) * f;
  if (farthest > REACH_MM)
    return `that reaches ${farthest.toPrecision(3)} mm; up to ${REACH_MM} mm are read. Is the unit right?`;
  if ((e.vertices ?? []).some((v) => Math.abs(v.bulge ?? 0) > 1e4))
    return 'with an arc whose bulge is no arc of a part';
  if (e.type === 'ELLIPSE' && !((e.axisRatio ?? 1) > 1e-6 && (e.axisRatio ?? 1) <= 1))
    return 'whose axes have no ratio between 0 and 1';
  return e.type === 'SPLINE' && e.controlPoints?.length ? splineProblem(e) : null;
}

function splineProblem({
  controlPoints = [],
  knotValues = [],
  weights,
  degreeOfSplineCurve: degree = 3,
}: Entity): string | null {
  if (!Number.isInteger(degree) || degree < 1 || degree > 15) return `of degree ${degree}; 1 to 15 are read`;
  if (controlPoints.length <= degree || controlPoints.length > 2000)
    return `with ${controlPoints.length} control points; ${degree + 1} to 2000 are read`;
  if (knotValues.length !== controlPoints.length + degree + 1)
    return `with ${knotValues.length} knots instead of ${controlPoints.length + degree + 1}`;
  if (
    knotValues.some((k, i) => i > 0 && k < knotValues[i - 1]) ||
    !(knotValues[controlPoints.length] > knotValues[degree])
  )
    return 'whose knots do not go up';
  return weights && (weights.length !== controlPoints.length || weights.some((w) => !(w > 1e-9)))
    ? 'with weights that are missing or not above nothing'
    : null;
}

const tooManyOutlines = (n: number): Result<never> => ({
  ok: false,
  problem: `The drawing has ${n} closed outlines; up to ${MOST_OUTLINES} are read. Export the single part, or leave out what is drilled by another program.`,
});

/** "an ellipse": the kind of an entity in a sentence. */
const withArticle = (kind: string): string => `${/^[aeiou]/i.test(kind) ? 'an' : 'a'} ${kind.toLowerCase()}`;

/** All curves of the outline entities, or what is wrong with the first that cannot be one. */
function curvesOf(
  entities: readonly Entity[],
  places: readonly number[],
  f: number,
  leftOut: Map<string, number>,
): Result<Curve[]> {
  const circles = entities.filter((e) => e.type === 'CIRCLE').length;
  if (circles > MOST_OUTLINES) return tooManyOutlines(circles);
  const curves: Curve[] = [];
  let points = 0;
  for (const [i, e] of entities.entries()) {
    const problem = entityProblem(e, f);
    if (problem)
      return {
        ok: false,
        problem: `The drawing holds ${withArticle(e.type)} (entity ${places[i] ?? i + 1}) ${problem}${problem.endsWith('?') ? '' : '.'} Mend it or take it out in the drawing program.`,
      };
    if (curves.length + (e.vertices?.length ?? 0) > MOST_CURVES)
      return {
        ok: false,
        problem: `The drawing has more than ${MOST_CURVES} lines and arcs. Let the drawing program join short pieces into arcs, or export the single part.`,
      };
    const curve = e.type === 'LWPOLYLINE' || e.type === 'POLYLINE' ? polylineCurves(e, f) : curveOf(e, f);
    if (typeof curve === 'string') {
      leftOut.set(curve, (leftOut.get(curve) ?? 0) + 1);
      continue;
    }
    for (const c of Array.isArray(curve) ? curve : curve ? [curve] : []) {
      curves.push(c);
      points += c.points.length;
    }
    if (points > MOST_POINTS)
      return {
        ok: false,
        problem: `The drawing has so many or so large curves that more than ${MOST_POINTS} points are needed. Export the single part, and see whether its unit is right.`,
      };
  }
  return { ok: true, value: curves };
}

export interface DxfDrawing {
  readonly outlines: readonly Outline[];
  /** millimeters per drawing unit the file tells; null: it does not */
  readonly mmPerUnitTold: number | null;
  /** what was left out, in words */
  readonly leftOut: readonly string[];
}

interface ReadCurves {
  readonly curves: readonly Curve[];
  readonly mmPerUnitTold: number | null;
  /** what was left out, in words */
  readonly leftOut: readonly string[];
}

/** @param mmPerUnit what a drawing unit is; null: as the file says, or millimeters */
function readCurves(bytes: Uint8Array, mmPerUnit: number | null): Result<ReadCurves> {
  if (new TextDecoder('latin1').decode(bytes.subarray(0, 22)).startsWith('AutoCAD Binary DXF'))
    return { ok: false, problem: 'This is a binary DXF. Save it as text (ASCII) DXF.' };
  const cleaned = cleanDxf(new TextDecoder().decode(bytes));
  if (!cleaned.ok) return cleaned;
  let parsed: IDxf | null;
  try {
    parsed = new DxfParser().parseSync(cleaned.value.text);
  } catch (error) {
    return {
      ok: false,
      problem: `The DXF file is damaged or cut off: ${error instanceof Error ? error.message : String(error)}. Export it again.`,
    };
  }
  const told = MM_PER_UNIT[Number(parsed?.header?.$INSUNITS)] ?? null;
  const leftOut = new Map([...cleaned.value.others].map(([name, n]) => [withArticle(name), n]));
  const entities = (parsed?.entities ?? []) as unknown as Entity[];
  const read = curvesOf(entities, cleaned.value.places, mmPerUnit ?? told ?? 1, leftOut);
  if (!read.ok) return read;
  return {
    ok: true,
    value: {
      curves: read.value,
      mmPerUnitTold: told,
      leftOut: [...leftOut].map(([what, n]) => (n > 1 ? `${what} (${n} times)` : what)),
    },
  };
}

const holdsOnly = (leftOut: readonly string[]) => (leftOut.length > 0 ? `; it holds ${leftOut.join(', ')}` : '');

/**
 * Reads half of a lengthwise section from a DXF drawing, to be turned about its X axis.
 * @param mmPerUnit what a drawing unit is; null: as the file says, or millimeters
 */
export function readHalfProfile(
  bytes: Uint8Array,
  mmPerUnit: number | null,
): Result<Omit<ReadCurves, 'curves'> & { readonly half: Loop }> {
  const read = readCurves(bytes, mmPerUnit);
  if (!read.ok) return read;
  const { curves, ...rest } = read.value;
  if (curves.length === 0)
    return {
      ok: false,
      problem: `The DXF file holds no lines or arcs${holdsOnly(rest.leftOut)}. Draw half of the section with lines, arcs, polylines or splines.`,
    };
  const half = halfProfileOf(curves);
  return half.ok ? { ok: true, value: { ...rest, half: half.value } } : half;
}

/**
 * Reads closed outlines with holes from a DXF drawing: lines, arcs, circles, ellipses, polylines and splines.
 * @param mmPerUnit what a drawing unit is; null: as the file says, or millimeters
 */
export function readDxf(bytes: Uint8Array, mmPerUnit: number | null): Result<DxfDrawing> {
  const read = readCurves(bytes, mmPerUnit);
  if (!read.ok) return read;
  const { curves, mmPerUnitTold, leftOut } = read.value;
  const { loops, open } = chainCurves(curves);
  if (open.length > 0) {
    const list = open
      .slice(0, 12)
      .map(
        ({ at, gap }) =>
          `(${at.map((c) => c.toFixed(3)).join(', ')})${gap === null ? '' : ` ${gap.toFixed(3)} from the next`}`,
      )
      .join('; ');
    return {
      ok: false,
      problem: `The outline is not closed: ${open.length} open ends, in mm: ${list}${open.length > 12 ? ' and more' : ''}. Join them in the drawing program, or remove lines that are no outline.`,
    };
  }
  if (loops.length === 0)
    return {
      ok: false,
      problem: `The DXF file holds no closed outline${holdsOnly(leftOut)}. Draw the part's outline with lines, arcs, circles, polylines or splines.`,
    };
  if (loops.length > MOST_OUTLINES) return tooManyOutlines(loops.length);
  return { ok: true, value: { outlines: nestLoops(loops), mmPerUnitTold, leftOut } };
}
