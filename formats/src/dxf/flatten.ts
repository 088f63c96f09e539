/** A drawn curve as points within a deviation of it, every point on the curve. */
export interface Curve {
  readonly points: readonly (readonly [number, number])[];
  readonly curved: boolean;
  readonly closed: boolean;
  /** an ellipse or a spline: no arc goes through all of its points */
  readonly free?: true;
}

type Point = readonly [number, number];

/** Angle of a chord that stays within `deviation` of a circle. */
function chordAngle(radius: number, deviation: number): number {
  return 2 * Math.acos(Math.max(0.7, 1 - deviation / Math.max(radius, deviation)));
}

export interface Arc {
  readonly center: Point;
  readonly radius: number;
  /** radians, counter-clockwise */
  readonly from: number;
  readonly to: number;
}

/**
 * Points of an arc from one angle counter-clockwise to another, radians; the crests at 0, 90, 180 and 270° are always
 * among them.
 */
export function arcPoints({ center: [u, v], radius, from, to }: Arc, deviation: number): Point[] {
  const quarter = Math.PI / 2;
  const end = to <= from ? to + 2 * Math.PI : to;
  const stops = [from];
  for (let k = Math.floor(from / quarter) + 1; k * quarter < end - 1e-9; k++)
    if (k * quarter > from + 1e-9) stops.push(k * quarter);
  stops.push(end);
  const step = Math.min(chordAngle(radius, deviation), Math.PI / 12);
  const angles: number[] = [from];
  for (let i = 0; i + 1 < stops.length; i++) {
    const n = Math.max(1, Math.ceil((stops[i + 1] - stops[i]) / step - 1e-9));
    for (let k = 1; k <= n; k++) angles.push(stops[i] + ((stops[i + 1] - stops[i]) * k) / n);
  }
  return angles.map((a): Point => {
    const k = a / quarter;
    if (Math.abs(k - Math.round(k)) > 1e-12) return [u + radius * Math.cos(a), v + radius * Math.sin(a)];
    const c = ((Math.round(k) % 4) + 4) % 4;
    return [u + [radius, 0, -radius, 0][c], v + [0, radius, 0, -radius][c]];
  });
}

/**
 * Arc of a polyline piece; the bulge is the tangent of a quarter of its angle, + to the left (DXF reference,
 * LWPOLYLINE group 42).
 */
export function bulgePoints(a: Point, b: Point, bulge: number, deviation: number): Point[] {
  const [du, dv] = [b[0] - a[0], b[1] - a[1]];
  const chord = Math.hypot(du, dv);
  if (chord < 1e-12) return [a, b];
  const radius = (chord * (1 + bulge * bulge)) / (4 * Math.abs(bulge));
  const offset = (chord * (1 - bulge * bulge)) / (4 * bulge);
  const center: Point = [(a[0] + b[0]) / 2 - (dv / chord) * offset, (a[1] + b[1]) / 2 + (du / chord) * offset];
  const angle = (p: Point) => Math.atan2(p[1] - center[1], p[0] - center[0]);
  // the angle comes from the bulge: between the ends it is lost for an arc that is nearly straight
  const sweep = 4 * Math.atan(Math.abs(bulge));
  const points =
    bulge > 0
      ? arcPoints({ center, radius, from: angle(a), to: angle(a) + sweep }, deviation)
      : arcPoints({ center, radius, from: angle(b), to: angle(b) + sweep }, deviation).reverse();
  return [a, ...points.slice(1, -1), b];
}

/** Point of a B-spline with weights at a parameter (de Boor's algorithm, in homogeneous coordinates). */
function splinePoint(
  t: number,
  degree: number,
  control: readonly (readonly [number, number, number])[],
  knots: readonly number[],
): Point {
  let [k, above] = [degree, control.length];
  while (above - k > 1) {
    const middle = (k + above) >> 1;
    if (t >= knots[middle]) k = middle;
    else above = middle;
  }
  const d = Array.from({ length: degree + 1 }, (_, j) => [...control[j + k - degree]]);
  for (let r = 1; r <= degree; r++) {
    for (let j = degree; j >= r; j--) {
      const i = j + k - degree;
      const span = knots[i + degree - r + 1] - knots[i];
      const alpha = span === 0 ? 0 : (t - knots[i]) / span;
      d[j] = d[j].map((value, c) => (1 - alpha) * d[j - 1][c] + alpha * value);
    }
  }
  const [x, y, w] = d[degree];
  return [x / w, y / w];
}

export interface Spline {
  readonly degree: number;
  readonly control: readonly Point[];
  /** left out: all alike */
  readonly weights?: readonly number[];
  readonly knots: readonly number[];
}

/**
 * Points of a B-spline, halved until every chord's middle is within `deviation` of the curve. @param most after so
 * many points it is given up, one more than these comes back
 */
export function splinePoints({ degree, control, weights, knots }: Spline, deviation: number, most: number): Point[] {
  const weighted = control.map(([x, y], i): [number, number, number] => {
    const w = weights?.[i] ?? 1;
    return [x * w, y * w, w];
  });
  const at = (t: number) => splinePoint(t, degree, weighted, knots);
  const [first, last] = [knots[degree], knots[control.length]];
  const spans = [...new Set(knots.filter((k) => k >= first && k <= last))].sort((a, b) => a - b);
  const out: Point[] = [at(first)];
  const halve = ({
    t0,
    p0,
    t1,
    p1,
    depth,
  }: {
    readonly t0: number;
    readonly p0: Point;
    readonly t1: number;
    readonly p1: Point;
    readonly depth: number;
  }) => {
    if (out.length > most) return;
    const tm = (t0 + t1) / 2;
    const pm = at(tm);
    const off = Math.hypot(pm[0] - (p0[0] + p1[0]) / 2, pm[1] - (p0[1] + p1[1]) / 2);
    if (depth < 3 || (off > deviation && depth < 12)) {
      halve({ t0, p0, t1: tm, p1: pm, depth: depth + 1 });
      halve({ t0: tm, p0: pm, t1, p1, depth: depth + 1 });
    } else out.push(p1);
  };
  for (let i = 0; i + 1 < spans.length; i++)
    halve({
      t0: spans[i],
      p0: at(spans[i]),
      t1: spans[i + 1],
      p1: at(spans[i + 1] - (i + 2 === spans.length ? 1e-12 * (last - first) : 0)),
      depth: 0,
    });
  return out;
}

export interface EllipseArc {
  readonly center: Point;
  /** from the center to the end of the long axis */
  readonly long: Point;
  /** short axis to long axis */
  readonly ratio: number;
  /** parameters, radians from the long axis */
  readonly from: number;
  readonly to: number;
}

/** Points of an ellipse arc. */
export function ellipsePoints({ center, long, ratio, from, to }: EllipseArc, deviation: number): Point[] {
  const radius = Math.hypot(...long);
  const end = to <= from + 1e-12 ? to + 2 * Math.PI : to;
  const n = Math.max(8, Math.ceil((end - from) / Math.min(chordAngle(radius, deviation), 0.2)));
  return Array.from({ length: n + 1 }, (_, i): Point => {
    const a = from + ((end - from) * i) / n;
    const [c, s] = [Math.cos(a), Math.sin(a) * ratio];
    return [center[0] + c * long[0] - s * long[1], center[1] + c * long[1] + s * long[0]];
  });
}
