export type Corner = [number, number, number];

/**
 * The part of a polygon on one side of a plane square to an axis (Sutherland & Hodgman 1974). @param keep +1:
 * coordinates from the bound up, −1: down
 */
export function clip(polygon: Corner[], axis: number, bound: number, keep: 1 | -1): Corner[] {
  const out: Corner[] = [];
  for (let i = 0; i < polygon.length; i++) {
    const p = polygon[i];
    const q = polygon[i + 1 < polygon.length ? i + 1 : 0];
    const dp = keep * (p[axis] - bound);
    const dq = keep * (q[axis] - bound);
    if (dp >= 0) out.push(p);
    if ((dp > 0 && dq < 0) || (dp < 0 && dq > 0)) {
      const f = dp / (dp - dq);
      const cut: Corner = [p[0] + f * (q[0] - p[0]), p[1] + f * (q[1] - p[1]), p[2] + f * (q[2] - p[2])];
      cut[axis] = bound;
      out.push(cut);
    }
  }
  return out;
}
