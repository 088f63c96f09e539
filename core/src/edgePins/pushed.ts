import type { PinSide } from './sides';
import { COMES, nearestOf, touchedFrom, type Piece, type Spot } from './touch';

/** A pin that stands where it stands. Seen from above, mm. */
export interface FixedPin extends Spot {
  readonly side: PinSide;
  readonly radius: number;
}

/** How a part lies against pins: moved, and turned about its own origin, radians, counterclockwise. */
export interface Pushed {
  readonly move: Spot;
  readonly turn: number;
  /** it touches all of them; false: pins fight, and it lies as near to all as it can */
  readonly touchesAll: boolean;
}

const ROUNDS = 40;
/** A place is found when nothing moves further than this, mm. */
const STILL_MM = 1e-10;

/** Least squares of `rows · q = values`, the least of all answers where the rows do not decide it. */
function leastSquares(rows: readonly (readonly [number, number, number])[], values: readonly number[]): number[] {
  const dampening = 1e-9;
  const m = [0, 1, 2].map((i) => [
    ...[0, 1, 2].map((k) => rows.reduce((s, r) => s + r[i] * r[k], 0) + (i === k ? dampening : 0)),
    rows.reduce((s, r, n) => s + r[i] * values[n], 0),
  ]);
  for (let i = 0; i < 3; i++) {
    const pivot = [0, 1, 2].slice(i).reduce((a, b) => (Math.abs(m[b][i]) > Math.abs(m[a][i]) ? b : a));
    [m[i], m[pivot]] = [m[pivot], m[i]];
    for (let k = 0; k < 3; k++) {
      if (k === i) continue;
      const f = m[k][i] / m[i][i];
      for (let j = i; j < 4; j++) m[k][j] -= f * m[i][j];
    }
  }
  return [0, 1, 2].map((i) => m[i][3] / m[i][i]);
}

/**
 * A part pushed against pins that stand where they stand: the rigid motion (slide and turn) after which every pin
 * touches it, by Newton's method on how far each pin is from its edge. It begins where the part is drawn.
 * @param pieces its edges as drawn
 * @returns null: a pin has nothing in front of it
 */
export function pushedAgainst(pieces: readonly Piece[], pins: readonly FixedPin[]): Pushed | null {
  let q = { x: 0, y: 0, turn: 0 };
  const reach = Math.max(1, ...pins.map((p) => Math.hypot(p.x, p.y)));
  let worst = Infinity;
  for (let round = 0; round < ROUNDS; round++) {
    const [c, s] = [Math.cos(q.turn), Math.sin(q.turn)];
    const rows: [number, number, number][] = [];
    const values: number[] = [];
    for (const pin of pins) {
      // the pin as the part sees it
      const [dx, dy] = [pin.x - q.x, pin.y - q.y];
      const seen = { x: c * dx + s * dy, y: -s * dx + c * dy };
      const { axis, way } = COMES[pin.side];
      const across = axis === 'x' ? 'y' : 'x';
      const touched = touchedFrom(pieces, { side: pin.side, along: seen[across], radius: pin.radius });
      if (!touched) return null;
      const beyond = way * (seen[axis] - touched.center[axis]);
      const near = nearestOf(pieces, seen);
      // beyond: so deep it stands in the part, along its way; else how far off it is
      const into = beyond > 0 ? beyond * Math.abs(touched.outward[axis]) : -(near.mm - pin.radius);
      const n = beyond > 0 || near.mm < 1e-9 ? touched.outward : unit(seen, near);
      const at = beyond > 0 ? touched.at : near.at;
      // out of the part, turned with it: the part has to give way against it
      const out = { x: c * n.x - s * n.y, y: s * n.x + c * n.y };
      const arm = { x: c * at.x - s * at.y, y: s * at.x + c * at.y };
      rows.push([-out.x, -out.y, -(arm.x * out.y - arm.y * out.x) / reach]);
      values.push(into);
    }
    worst = Math.max(...values.map(Math.abs));
    if (worst < STILL_MM) break;
    const [x, y, turn] = leastSquares(rows, values);
    q = { x: q.x + x, y: q.y + y, turn: q.turn + turn / reach };
    if (Math.max(Math.abs(x), Math.abs(y), Math.abs(turn)) < STILL_MM) break;
  }
  return { move: { x: q.x, y: q.y }, turn: q.turn, touchesAll: worst < 1e-4 };
}

const unit = (p: Spot, { mm, at }: { readonly mm: number; readonly at: Spot }): Spot => ({
  x: (p.x - at.x) / mm,
  y: (p.y - at.y) / mm,
});
